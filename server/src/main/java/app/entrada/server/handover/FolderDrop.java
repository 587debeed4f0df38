package app.entrada.server.handover;

import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.delivery.HandoverWay;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.LinkOption;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** Puts archives into a folder of this machine: a share, a drive that is synchronised, a stick that is sent by mail. */
@Component
class FolderDrop implements Drop {
    @Override
    public HandoverWay way() {
        return HandoverWay.FOLDER;
    }

    @Override
    public void put(Path archive, String name, Target target) throws IOException {
        Path folder = Path.of(target.address());
        if (!Files.isDirectory(folder))
            throw new IOException("The folder %s does not exist; its drive may not be mounted. Nothing was written."
                    .formatted(folder));
        Path whole = folder.resolve(name);
        if (Files.exists(whole, LinkOption.NOFOLLOW_LINKS)) {
            if (same(archive, whole)) return;
            throw new Refused(
                    "The folder already has a different file %s, which was left unchanged. Move it, then try again."
                            .formatted(name));
        }
        Path part = folder.resolve("." + name + ".part");
        try {
            Files.deleteIfExists(part);
            copy(archive, part);
            if (!same(archive, part))
                throw new IOException(
                        "The file written to %s does not match when read back. It was removed.".formatted(folder));
            // a link, so that nothing that came meanwhile under the name is written over; then the first name goes
            publish(part, whole);
        } catch (FileSystemException disk) {
            long wanted = Files.size(archive);
            long room = Files.isDirectory(folder) ? Files.getFileStore(folder).getUsableSpace() : 0;
            throw new IOException(
                    room < wanted
                            ? "The folder %s has %,d bytes free; %,d are needed. Nothing was left there."
                                    .formatted(folder, room, wanted)
                            : "The folder %s cannot be written to (%s). Nothing was left there."
                                    .formatted(folder, reason(disk)),
                    disk);
        } finally {
            leaveNothing(part);
        }
    }

    private static void copy(Path archive, Path part) throws IOException {
        try (FileChannel in = FileChannel.open(archive, StandardOpenOption.READ);
                FileChannel out = FileChannel.open(part, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)) {
            long size = in.size();
            for (long at = 0; at < size; ) at += in.transferTo(at, size - at, out);
            out.force(true);
        } catch (FileSystemException known) {
            throw known;
        } catch (IOException full) {
            throw new FileSystemException(part.toString(), null, Objects.toString(full.getMessage(), ""));
        }
    }

    private static void publish(Path part, Path whole) throws IOException {
        try {
            Files.createLink(whole, part);
        } catch (FileAlreadyExistsException meanwhile) {
            throw new Refused(
                    "Another file of this name appeared in the folder in the meantime; it was left unchanged.",
                    meanwhile);
        } catch (UnsupportedOperationException | FileSystemException noLinks) {
            Files.move(part, whole);
        }
    }

    private static void leaveNothing(Path part) {
        try {
            Files.deleteIfExists(part);
        } catch (IOException gone) {
            // the folder went away with it
        }
    }

    private static boolean same(Path one, Path other) throws IOException {
        return Files.isRegularFile(other, LinkOption.NOFOLLOW_LINKS)
                && Files.size(one) == Files.size(other)
                && ChecksumList.sum(one).equals(ChecksumList.sum(other));
    }

    private static String reason(FileSystemException disk) {
        return Objects.requireNonNullElse(disk.getReason(), disk.getClass().getSimpleName());
    }
}

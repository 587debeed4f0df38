package app.entrada.server.files;

import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.text.Sha256;
import app.entrada.server.platform.DurableMove;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.AtomicMoveNotSupportedException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.nio.file.attribute.PosixFilePermission;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** The store in a folder: {@code files/ab/cd…}. A file appears there whole or not at all. */
class DirectoryFileStore implements FileStore {
    private final Path root;
    private final Path workshop;

    /** @param var folder of everything made at run time */
    DirectoryFileStore(Path var) throws IOException {
        root = var.resolve("files").toAbsolutePath();
        workshop = root.resolve("workshop");
        Files.createDirectories(workshop);
    }

    @Override
    public Stored receive(InputStream in, long most) throws IOException {
        Path part = Files.createTempFile(workshop, "received", ".part");
        try {
            Stored stored = write(in, most, part);
            keep(part, stored.sha256());
            return stored;
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /** Writes what comes into a file in the making, and makes it durable there. */
    static Stored write(InputStream in, long most, Path part) throws IOException {
        MessageDigest digest = AudioMeasuring.sha256();
        byte[] buffer = new byte[1 << 16];
        byte[] head = {};
        long bytes = 0;
        try (FileChannel out = FileChannel.open(part, StandardOpenOption.WRITE)) {
            for (int read; (read = in.readNBytes(buffer, 0, buffer.length)) > 0; ) {
                if (bytes == 0) head = java.util.Arrays.copyOf(buffer, Math.min(HEAD, read));
                bytes += read;
                if (bytes > most) throw new TooLarge(most);
                digest.update(buffer, 0, read);
                ByteBuffer block = ByteBuffer.wrap(buffer, 0, read);
                while (block.hasRemaining()) out.write(block);
            }
            out.force(true);
        }
        return new Stored(AudioMeasuring.hex(digest), bytes, head);
    }

    /** What a file will be in the store once it is taken over; its bytes are durable from here on. */
    Stored sum(Path file) throws IOException {
        byte[] head = head(file);
        long bytes = Files.size(file);
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ, StandardOpenOption.WRITE)) {
            Sha256 sha256 = AudioMeasuring.sha256(channel, 0, bytes);
            channel.force(true);
            return new Stored(sha256, bytes, head);
        }
    }

    @Override
    public Stored adopt(Path file) throws IOException {
        Stored stored = sum(file);
        keep(file, stored.sha256());
        return stored;
    }

    private static byte[] head(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return in.readNBytes(HEAD);
        }
    }

    @Override
    public Optional<Stored> find(Sha256 sha256) throws IOException {
        Path place = path(sha256);
        return Files.exists(place) ? Optional.of(new Stored(sha256, Files.size(place), head(place))) : Optional.empty();
    }

    /** Moves a whole file to its place; one there that became another meanwhile gives way to it. */
    void keep(Path part, Sha256 sha256) throws IOException {
        Path place = path(sha256);
        if (Files.exists(place) && ChecksumList.sum(place).equals(sha256)) return;
        try {
            DurableMove.replace(part, place);
        } catch (AtomicMoveNotSupportedException otherDisk) {
            throw new IOException("files in the making must lie on the same disk as the store", otherDisk);
        }
        Files.setPosixFilePermissions(place, EnumSet.of(PosixFilePermission.OWNER_READ));
    }

    @Override
    public Path path(Sha256 sha256) {
        return root.resolve(sha256.hex().substring(0, 2)).resolve(sha256.hex().substring(2));
    }

    @Override
    public boolean seemsThere(Sha256 sha256, long bytes) {
        try {
            return Files.size(path(sha256)) == bytes;
        } catch (IOException gone) {
            return false;
        }
    }

    @Override
    public Path again(Sha256 sha256) {
        return path(sha256);
    }

    @Override
    public Optional<Sha256> sumNow(Sha256 sha256) throws IOException {
        try {
            return Optional.of(ChecksumList.sum(path(sha256)));
        } catch (NoSuchFileException none) {
            return Optional.empty();
        }
    }

    @Override
    public boolean isElsewhere() {
        return false;
    }

    @Override
    public String place(Sha256 sha256) {
        return path(sha256).toString();
    }

    @Override
    public void reach() throws IOException {
        if (!Files.isDirectory(root)) throw new NoSuchFileException(root.toString());
    }

    @Override
    public List<Kept> all() throws IOException {
        List<Kept> all = new ArrayList<>();
        try (Stream<Path> files = Files.walk(root, 2)) {
            for (Path file : files.filter(Files::isRegularFile).sorted().toList()) {
                String name = root.relativize(file).toString().replace("/", "");
                if (name.matches("[0-9a-f]{64}")) all.add(new Kept(new Sha256(name), Files.size(file)));
            }
        }
        return all;
    }

    @Override
    public Path workshop() {
        return workshop;
    }
}

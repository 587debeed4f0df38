package app.entrada.server.platform;

import static java.util.Objects.requireNonNull;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.FileAlreadyExistsException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;

/**
 * Puts files into their places so that each appears whole or not at all, and is still there when the power failed afterwards:
 * its bytes, its name and the folders that had to be made for it.
 */
public final class DurableMove {
    private DurableMove() {}

    /**
     * Moves a file that is complete; one that lies in its place gives way to it.
     *
     * @param part on the same disk as its place
     * @throws java.nio.file.AtomicMoveNotSupportedException when it lies on another disk
     */
    public static void replace(Path part, Path place) throws IOException {
        force(part);
        makeFolder(folderOf(place));
        Files.move(part, place, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
        force(folderOf(place));
    }

    /**
     * Gives a file that is complete its place as a second name, unless something lies there; whether it did.
     *
     * @param part on the same disk, which knows hard links
     */
    public static boolean link(Path part, Path place) throws IOException {
        force(part);
        makeFolder(folderOf(place));
        try {
            Files.createLink(place, part);
        } catch (FileAlreadyExistsException taken) {
            return false;
        }
        force(folderOf(place));
        return true;
    }

    static Path folderOf(Path place) {
        return requireNonNull(place.toAbsolutePath().getParent(), "a file lies in a folder");
    }

    private static void makeFolder(Path folder) throws IOException {
        if (Files.isDirectory(folder)) return;
        Path above = folder.getParent();
        if (above != null) makeFolder(above);
        Files.createDirectories(folder);
        if (above != null) force(above);
    }

    /** Reading is enough for it, so that files that nobody may write to and folders are forced as well. */
    private static void force(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file, StandardOpenOption.READ)) {
            channel.force(true);
        }
    }
}

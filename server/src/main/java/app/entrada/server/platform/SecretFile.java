package app.entrada.server.platform;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.FileSystemException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileAttribute;
import java.nio.file.attribute.PosixFilePermission;
import java.nio.file.attribute.PosixFilePermissions;
import java.util.Set;
import java.util.function.Supplier;

/** A small file that its owner alone may read; it appears whole or not at all, and outlasts a power failure. */
public final class SecretFile {
    private static final FileAttribute<Set<PosixFilePermission>> OWNER_ALONE =
            PosixFilePermissions.asFileAttribute(PosixFilePermissions.fromString("rw-------"));

    private static final String FIRST = "first";
    private static final String PART = ".part";

    private SecretFile() {}

    /** Writes it; what was there gives way. What an interrupted writing left beside it is written over. */
    public static void write(Path file, byte[] bytes) throws IOException {
        Path part = file.resolveSibling(file.getFileName() + PART);
        Files.deleteIfExists(part);
        try {
            Files.write(Files.createFile(part, OWNER_ALONE), bytes);
            DurableMove.replace(part, file);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /**
     * Writes it unless it is there: one that another server makes in this moment stays. What a start left that was ended in the
     * middle is removed; nothing was ever sealed with it.
     */
    static void writeFirst(Path file, Supplier<byte[]> bytes) throws IOException {
        Path folder = DurableMove.folderOf(file);
        if (Files.exists(file)) {
            try (DirectoryStream<Path> left = Files.newDirectoryStream(folder, FIRST + "*" + PART)) {
                for (Path each : left) Files.deleteIfExists(each);
            }
            return;
        }
        Path part = Files.createTempFile(folder, FIRST, PART, OWNER_ALONE);
        try {
            Files.write(part, bytes.get());
            DurableMove.link(part, file);
        } catch (UnsupportedOperationException | FileSystemException noLinksThere) {
            if (!Files.exists(file)) DurableMove.replace(part, file);
        } finally {
            Files.deleteIfExists(part);
        }
    }
}

package app.entrada.core.copy.write;

import java.io.IOException;
import java.nio.file.DirectoryStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.Objects;
import java.util.UUID;

/** Files that are being written: hidden beside their place until they are whole. */
final class PartialFile {
    private static final String PREFIX = ".copy";
    private static final String SUFFIX = ".part";
    /** No copy takes longer; what is older was left by a process that was ended in the middle. */
    private static final Duration LONGEST = Duration.ofHours(2);

    private PartialFile() {}

    /** A new empty file beside a target; leftovers of processes that died are swept away. */
    static Path beside(Path target) throws IOException {
        Path folder = Objects.requireNonNull(target.toAbsolutePath().getParent(), "a copy lies in a folder");
        // made as any new file is, so that a copy gets the rights that its folder's owner gives to files
        Path part = folder.resolve(PREFIX + UUID.randomUUID() + SUFFIX);
        Files.newByteChannel(part, StandardOpenOption.CREATE_NEW, StandardOpenOption.WRITE)
                .close();
        // the new file's own time is that of the folder's disk, which may be another machine's
        Instant limit = Files.getLastModifiedTime(part).toInstant().minus(LONGEST);
        try (DirectoryStream<Path> left = Files.newDirectoryStream(folder, PREFIX + "*" + SUFFIX)) {
            for (Path old : left)
                if (Files.getLastModifiedTime(old).toInstant().isBefore(limit)) Files.deleteIfExists(old);
        }
        return part;
    }
}

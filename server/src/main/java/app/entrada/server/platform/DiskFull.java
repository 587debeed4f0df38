package app.entrada.server.platform;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Locale;
import java.util.Optional;

/** Finds, in whatever failed, that a disk was full, and says so in words that help. */
public final class DiskFull {
    private static final long MEGABYTE = 1 << 20;
    /** What the work of a day needs beside the files themselves. */
    private static final long WANTED_MEGABYTES = 2000;

    private DiskFull() {}

    /** The sentence, when a full disk was the reason. */
    public static Optional<String> in(Throwable failure, Path store) {
        for (Throwable each = failure; each != null; each = each.getCause() == each ? null : each.getCause()) {
            String said = String.valueOf(each.getMessage()).toLowerCase(Locale.ROOT);
            if (said.contains("no space left on device") || said.contains("disk quota exceeded"))
                return Optional.of(
                        "No space left on the disk of the file store. Nothing was lost; free %,d MB and try again."
                                .formatted(toFree(store)));
        }
        return Optional.empty();
    }

    private static long toFree(Path store) {
        try {
            long free = Files.getFileStore(store).getUsableSpace() / MEGABYTE;
            return Math.max(WANTED_MEGABYTES - free, WANTED_MEGABYTES / 10);
        } catch (IOException unknown) {
            return WANTED_MEGABYTES;
        }
    }
}

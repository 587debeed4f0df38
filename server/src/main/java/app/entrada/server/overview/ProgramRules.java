package app.entrada.server.overview;

import app.entrada.core.check.rules.RuleBook;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URISyntaxException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import java.util.zip.CRC32;
import java.util.zip.CheckedInputStream;

/** Which rules this program has: another text after every change of the core, whose rules they are. */
final class ProgramRules {
    private ProgramRules() {}

    static String version() {
        try {
            Path core = Path.of(RuleBook.class
                    .getProtectionDomain()
                    .getCodeSource()
                    .getLocation()
                    .toURI());
            return Files.isDirectory(core) ? "as of " + newest(core) : "checksum " + checksum(core);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        } catch (URISyntaxException never) {
            throw new IllegalStateException(never);
        }
    }

    private static long checksum(Path jar) throws IOException {
        CRC32 sum = new CRC32();
        try (InputStream all = new CheckedInputStream(Files.newInputStream(jar), sum)) {
            all.transferTo(java.io.OutputStream.nullOutputStream());
        }
        return sum.getValue();
    }

    private static long newest(Path classes) throws IOException {
        try (Stream<Path> all = Files.walk(classes)) {
            return all.mapToLong(each -> each.toFile().lastModified()).max().orElse(0);
        }
    }
}

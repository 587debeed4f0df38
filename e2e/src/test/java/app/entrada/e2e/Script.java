package app.entrada.e2e;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/** Runs the project's script and keeps what it says; one that does not come to its end is ended. */
final class Script {
    static final Path FILE = Installation.ROOT.resolve("entrada");

    private Script() {}

    /** How it ended, and what it said. */
    record Ended(int code, String said) {}

    /** A command as somebody types it. */
    static Ended run(Map<String, String> environment, Duration longest, String... command)
            throws IOException, InterruptedException {
        return ended(
                environment,
                longest,
                Stream.concat(Stream.of(FILE.toString()), Stream.of(command)).toList());
    }

    /** Commands that use its functions. */
    static Ended part(Map<String, String> environment, Duration longest, String commands)
            throws IOException, InterruptedException {
        String source = "set -- help; source '%s' >/dev/null; ".formatted(FILE);
        return ended(environment, longest, List.of("bash", "-c", source + commands));
    }

    private static Ended ended(Map<String, String> environment, Duration longest, List<String> line)
            throws IOException, InterruptedException {
        Path said = Files.createTempFile("entrada", ".txt");
        ProcessBuilder builder =
                new ProcessBuilder(line).redirectErrorStream(true).redirectOutput(said.toFile());
        builder.environment().putAll(environment);
        Process process = builder.start();
        try {
            if (!process.waitFor(longest.toSeconds(), TimeUnit.SECONDS))
                throw new IOException("%s did not end:%n%s".formatted(line, Files.readString(said)));
            return new Ended(process.exitValue(), Files.readString(said));
        } finally {
            process.destroyForcibly();
            Files.delete(said);
        }
    }
}

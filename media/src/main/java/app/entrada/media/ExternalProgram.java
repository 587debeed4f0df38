package app.entrada.media;

import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicBoolean;

/** Runs another program: arguments as a list, never through a shell; no standard input; bounded in time and output. */
final class ExternalProgram {
    private static final int MOST_OUTPUT = 1 << 20;
    /** Programs that read files of others are told nothing of this one: no addresses, no passwords. */
    private static final Map<String, String> NOTHING_OF_OURS = Map.of("LC_ALL", "C.UTF-8");

    private ExternalProgram() {}

    /**
     * What the program said. Its exit code alone proves nothing.
     *
     * @param out standard output, at most 1 MiB
     * @param err standard error, at most 1 MiB
     */
    record Result(int exit, String out, String err) {
        /** Whether it was ended from outside: what it had to do says nothing of that. */
        boolean isEnded() {
            return ENDED_FROM_OUTSIDE.contains(exit);
        }
    }

    /** Thrown when a program was ended by the system, or by us because it took too long. */
    static final class Ended extends IOException {
        private static final long serialVersionUID = 1L;

        Ended(String says) {
            super(says);
        }
    }

    /** What a shell adds to the number of the signal that ended a program. */
    private static final int SIGNAL = 128;

    private static final Set<Integer> ENDED_FROM_OUTSIDE = Set.of(SIGNAL + 9, SIGNAL + 15);

    /** Whether a program can be found. */
    static boolean exists(String name) {
        if (name.contains("/")) return Files.isExecutable(Path.of(name));
        for (String folder :
                System.getenv().getOrDefault("PATH", "/usr/bin:/bin").split(":"))
            if (Files.isExecutable(Path.of(folder, name))) return true;
        return false;
    }

    /**
     * Runs the program and waits.
     *
     * @throws IOException when it is missing, takes too long or is interrupted
     */
    static Result run(List<String> command, Duration limit) throws IOException {
        return run(command, limit, Map.of());
    }

    /** The same with more in its environment. */
    static Result run(List<String> command, Duration limit, Map<String, String> environment) throws IOException {
        if (!exists(command.get(0)))
            throw new IOException("%s is missing; ./entrada doctor says how to get it"
                    .formatted(Path.of(command.get(0)).getFileName()));
        Path out = Files.createTempFile("entrada", ".out");
        Path err = Files.createTempFile("entrada", ".err");
        try {
            ProcessBuilder builder = alone(command, err).redirectOutput(out.toFile());
            builder.environment().putAll(environment);
            Process process = builder.start();
            try {
                if (!process.waitFor(limit.toMillis(), TimeUnit.MILLISECONDS))
                    throw new IOException("%s took longer than %d s".formatted(command.get(0), limit.toSeconds()));
                return new Result(process.exitValue(), head(out), head(err));
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
                throw new IOException("%s was stopped".formatted(command.get(0)), stopped);
            } finally {
                process.destroyForcibly();
            }
        } finally {
            Files.deleteIfExists(out);
            Files.deleteIfExists(err);
        }
    }

    /** The program with nothing to read and an environment of its own; what it complains of goes into a file. */
    private static ProcessBuilder alone(List<String> command, Path err) {
        ProcessBuilder builder = new ProcessBuilder(command)
                .redirectInput(ProcessBuilder.Redirect.from(Path.of("/dev/null").toFile()))
                .redirectError(err.toFile());
        builder.environment().clear();
        builder.environment().putAll(NOTHING_OF_OURS);
        return builder;
    }

    /**
     * Starts the program and gives what it writes to standard output, as it comes. Closing the stream ends the program and
     * throws when it had failed by itself, and {@link Ended} when it was ended.
     *
     * @throws IOException when the program is missing
     */
    static InputStream stream(List<String> command, Duration limit) throws IOException {
        Path err = Files.createTempFile("entrada", ".err");
        Process process = alone(command, err).start();
        var watch = CompletableFuture.delayedExecutor(limit.toMillis(), TimeUnit.MILLISECONDS);
        AtomicBoolean tooLong = new AtomicBoolean();
        CompletableFuture<Void> late = CompletableFuture.runAsync(
                () -> {
                    tooLong.set(true);
                    process.destroyForcibly();
                },
                watch);
        return new FilterInputStream(process.getInputStream()) {
            private boolean ended;

            @Override
            public int read(byte[] bytes, int offset, int length) throws IOException {
                int read = super.read(bytes, offset, length);
                ended |= read < 0;
                return read;
            }

            @Override
            public void close() throws IOException {
                try {
                    if (ended && process.waitFor(10, TimeUnit.SECONDS) && process.exitValue() != 0) throw failed();
                } catch (InterruptedException stopped) {
                    Thread.currentThread().interrupt();
                    throw new Ended("%s was stopped".formatted(command.get(0)));
                } finally {
                    late.cancel(true);
                    process.destroyForcibly();
                    super.close();
                    Files.deleteIfExists(err);
                }
            }

            private IOException failed() throws IOException {
                if (tooLong.get())
                    return new Ended("%s took longer than %d s".formatted(command.get(0), limit.toSeconds()));
                if (ENDED_FROM_OUTSIDE.contains(process.exitValue()))
                    return new Ended("%s was ended by the system".formatted(command.get(0)));
                return new IOException("%s stopped: %s".formatted(command.get(0), reason(head(err))));
            }
        };
    }

    /** The first line of what a program said went wrong, without folders. */
    static String reason(String err) {
        return err.lines().findFirst().orElse("no reason given").replaceAll("file:\\S*/", "");
    }

    private static String head(Path file) throws IOException {
        try (InputStream in = Files.newInputStream(file)) {
            return new String(in.readNBytes(MOST_OUTPUT), StandardCharsets.UTF_8);
        }
    }
}

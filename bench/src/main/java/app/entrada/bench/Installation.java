package app.entrada.bench;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.stream.Stream;

/** An installation of a bench's own, in a folder of its own; made, started and ended by the project's script. */
final class Installation {
    private final Path root =
            Path.of(System.getProperty("entrada.root", ".")).toAbsolutePath().normalize();
    private static final Duration LONGEST_MAKING = Duration.ofMinutes(10);

    private static final int LINES_OF_AN_ERROR = 30;

    private final Path var;

    /** Beside the data, which is cleared; it is overwritten each time. */
    private final Path said;

    private final Map<String, String> environment = new LinkedHashMap<>();

    /** @param environment settings of the script beside where its data lies */
    Installation(Path var, Map<String, String> environment) {
        this.var = var.toAbsolutePath();
        this.said = this.var.resolveSibling(this.var.getFileName() + ".said.txt");
        this.environment.putAll(environment);
        this.environment.put("ENTRADA_VAR", this.var.toString());
    }

    /** A file or folder of its data. */
    Path at(String path) {
        return var.resolve(path);
    }

    /** Runs the script and waits for its end. */
    void script(String... command) throws IOException {
        try {
            if (begin(command).waitFor() != 0)
                throw new IOException("./entrada %s failed:%n%s".formatted(List.of(command), lastSaid()));
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IOException(stopped);
        }
    }

    /** Runs the script and does not wait; what it says takes the place of what an earlier one said. */
    Process begin(String... command) throws IOException {
        Files.createDirectories(said.getParent());
        ProcessBuilder builder = new ProcessBuilder(
                        Stream.concat(Stream.of(root.resolve("entrada").toString()), Stream.of(command))
                                .toList())
                .redirectErrorStream(true)
                .redirectOutput(said.toFile());
        builder.environment().putAll(environment);
        return builder.start();
    }

    private String lastSaid() throws IOException {
        List<String> lines = Files.readAllLines(said, StandardCharsets.UTF_8);
        return String.join("\n", lines.subList(Math.max(0, lines.size() - LINES_OF_AN_ERROR), lines.size()));
    }

    /** Waits for what the demo makes behind the first page. */
    void awaitWhole(String data) throws IOException {
        Path log = at(data + "/log/server.log");
        long end = System.nanoTime() + LONGEST_MAKING.toNanos();
        while (!Files.readString(log).contains("The demo is whole")) {
            if (System.nanoTime() > end) throw new IOException("the demo is not whole after " + LONGEST_MAKING);
            LockSupport.parkNanos(500_000_000);
        }
    }

    /** Removes its data, and the databases that lie where their own user can go. */
    void clear() throws IOException {
        Files.deleteIfExists(said);
        if (!Files.exists(var)) return;
        try (Stream<Path> kinds = Files.list(var)) {
            for (Path kind : kinds.toList()) {
                Path database = kind.resolve("db");
                if (Files.isSymbolicLink(database)) remove(Files.readSymbolicLink(database));
            }
        }
        remove(var);
    }

    private static void remove(Path folder) throws IOException {
        if (!Files.exists(folder)) return;
        try (Stream<Path> all = Files.walk(folder)) {
            for (Path each : all.sorted(Comparator.reverseOrder()).toList()) Files.delete(each);
        }
    }
}

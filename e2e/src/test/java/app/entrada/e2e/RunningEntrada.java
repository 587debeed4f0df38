package app.entrada.e2e;

import java.io.IOException;
import java.nio.file.Path;
import java.util.Comparator;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import tools.jackson.databind.json.JsonMapper;

/** One installation with its stand-ins for all browser tests of a run, ended at the end. */
final class RunningEntrada implements BeforeAllCallback {
    /** The day that stands for today in browser tests and pictures. */
    static final String TODAY = "2026-11-23";

    private static Installation installation;

    static Installation get() {
        return installation;
    }

    private record Ending(Installation of) implements AutoCloseable {
        @Override
        public void close() throws IOException {
            try {
                of.run("stop");
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
        }
    }

    @Override
    public void beforeAll(ExtensionContext context) {
        context.getRoot()
                .getStore(ExtensionContext.Namespace.GLOBAL)
                .getOrComputeIfAbsent(RunningEntrada.class, key -> start(), Ending.class);
    }

    private static Ending start() {
        try {
            Path var = Path.of("target", "var");
            installation = new Installation(var, TODAY, 8700);
            installation.run("stop");
            if (java.nio.file.Files.exists(var))
                try (var files = java.nio.file.Files.walk(var)) {
                    files.sorted(Comparator.reverseOrder())
                            .forEach(path -> path.toFile().delete());
                }
            java.nio.file.Files.createDirectories(var);
            installation.run("demo");
            // the demo's own three deliveries must not use up the faults that tests order
            Waiting.until(
                    "the demo's deliveries are taken",
                    () -> new JsonMapper()
                                    .readTree(installation.storeState())
                                    .path("taken")
                                    .size()
                            >= 3);
            installation.order("review", 1, 5000);
            return new Ending(installation);
        } catch (Exception failed) {
            throw new IllegalStateException("the installation did not start", failed);
        }
    }
}

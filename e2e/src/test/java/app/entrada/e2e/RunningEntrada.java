package app.entrada.e2e;

import java.io.IOException;
import java.nio.file.Path;
import java.util.concurrent.BlockingDeque;
import java.util.concurrent.LinkedBlockingDeque;
import org.junit.jupiter.api.extension.AfterAllCallback;
import org.junit.jupiter.api.extension.BeforeAllCallback;
import org.junit.jupiter.api.extension.ExtensionContext;
import tools.jackson.databind.json.JsonMapper;

/**
 * Installations with their stand-ins, which live as long as the run. Each class of tests has one to itself while it runs,
 * so that as many classes run side by side as there are installations; a second one is made when a second class asks.
 */
final class RunningEntrada implements BeforeAllCallback, AfterAllCallback {
    /** The day that stands for today in browser tests and pictures. */
    static final String TODAY = "2026-11-23";

    private static final int INSTALLATIONS = 2;
    /** Server and stand-ins of one lie a hundred apart. */
    private static final int FIRST_PORT = 8700;

    private static final ThreadLocal<Installation> MINE = new ThreadLocal<>();

    /** The one that the class of this thread has. */
    static Installation get() {
        return MINE.get();
    }

    /** Those that no class has at the moment; the one that ran last is taken first. */
    private static final class Idle implements AutoCloseable {
        private final BlockingDeque<Installation> idle = new LinkedBlockingDeque<>();
        private int made;

        Installation take() throws Exception {
            synchronized (this) {
                if (idle.isEmpty() && made < INSTALLATIONS) {
                    made++;
                    return start(made);
                }
            }
            return idle.take();
        }

        void back(Installation installation) {
            idle.addFirst(installation);
        }

        @Override
        public void close() throws IOException {
            try {
                for (Installation each : idle) each.run("stop");
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
        }
    }

    @Override
    public void beforeAll(ExtensionContext context) throws Exception {
        MINE.set(idle(context).take());
    }

    @Override
    public void afterAll(ExtensionContext context) {
        Installation mine = MINE.get();
        // none, where it could not be made
        if (mine != null) idle(context).back(mine);
        MINE.remove();
    }

    private static Idle idle(ExtensionContext context) {
        return context.getRoot()
                .getStore(ExtensionContext.Namespace.GLOBAL)
                .getOrComputeIfAbsent(RunningEntrada.class, key -> new Idle(), Idle.class);
    }

    private static Installation start(int number) throws Exception {
        Path var = Path.of("target", "var-" + number);
        Installation installation = new Installation(var, TODAY, FIRST_PORT + 200 * (number - 1));
        installation.begin();
        // the demo's own three deliveries must not use up the faults that tests order
        Waiting.until(
                "the demo's deliveries are taken",
                Installation.LONGEST_MAKING,
                () -> new JsonMapper()
                                .readTree(installation.storeState())
                                .path("taken")
                                .size()
                        >= 3);
        installation.order("review", 1, 5000);
        return installation;
    }
}

package app.entrada.server.platform;

import java.time.Duration;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DataAccessException;
import org.springframework.transaction.TransactionException;

/** Something that is done again and again beside everything else; no failure ends it, for the database may be away for a while. */
public final class Loop {
    private static final Logger LOG = LoggerFactory.getLogger(Loop.class);

    private final String name;
    private final Duration pause;
    private final BooleanSupplier step;
    private volatile @Nullable Thread thread;

    /**
     * @param name of its thread
     * @param pause between two steps
     * @param step says whether the next one is to follow without a pause
     */
    public Loop(String name, Duration pause, BooleanSupplier step) {
        this.name = name;
        this.pause = pause;
        this.step = step;
    }

    public synchronized void start() {
        Thread fresh = new Thread(this::work, name);
        fresh.setDaemon(true);
        thread = fresh;
        fresh.start();
    }

    private void work() {
        while (isRunning()) {
            if (stepped()) continue;
            try {
                Thread.sleep(pause.toMillis());
            } catch (InterruptedException stopped) {
                return;
            }
        }
    }

    private boolean stepped() {
        try {
            return step.getAsBoolean();
        } catch (DataAccessException | TransactionException away) {
            LOG.debug("{}: waits, {}", name, away.getMessage());
        } catch (RuntimeException broken) {
            if (isRunning()) LOG.error("{}: a step failed and is tried again", name, broken);
        }
        return false;
    }

    /** Ends it; a step that is going on is interrupted. */
    public synchronized void stop() {
        Thread working = thread;
        thread = null;
        if (working != null) working.interrupt();
    }

    public boolean isRunning() {
        return thread != null;
    }
}

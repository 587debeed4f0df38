package app.entrada.server.platform;

import java.time.Duration;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.dao.DataAccessException;
import org.springframework.transaction.TransactionException;

/**
 * Something that is done again and again beside everything else, from the server's start to its end; no failure ends it, for the
 * database may be away for a while.
 */
public abstract class Loop implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(Loop.class);

    private final String name;
    private final Duration pause;
    private volatile @Nullable Thread thread;

    /**
     * @param name of its thread
     * @param pause between two steps
     */
    protected Loop(String name, Duration pause) {
        this.name = name;
        this.pause = pause;
    }

    /** Does a part; whether the next one is to follow without a pause. */
    protected abstract boolean step();

    @Override
    public final synchronized void start() {
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
            return step();
        } catch (DataAccessException | TransactionException away) {
            LOG.debug("{}: waits, {}", name, away.getMessage());
        } catch (RuntimeException broken) {
            if (isRunning()) LOG.error("{}: a step failed and is tried again", name, broken);
        }
        return false;
    }

    /** Ends it; a step that is going on is interrupted. */
    @Override
    public final synchronized void stop() {
        Thread working = thread;
        thread = null;
        if (working != null) working.interrupt();
    }

    @Override
    public final boolean isRunning() {
        return thread != null;
    }
}

package app.entrada.server.overview;

import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.SmartLifecycle;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;
import org.springframework.transaction.TransactionException;

/** Looks at marked releases in the background, a few at a time, so that a reader never waits long for the lock. */
@Component
class StandingWorker implements SmartLifecycle {
    private static final Logger LOG = LoggerFactory.getLogger(StandingWorker.class);
    private static final int A_FEW = 20;
    private static final long PAUSE_MILLIS = 700;

    private final Standings standings;
    private volatile @Nullable Thread thread;

    StandingWorker(Standings standings) {
        this.standings = standings;
    }

    @Override
    public synchronized void start() {
        Thread looking = new Thread(this::work, "standings");
        looking.setDaemon(true);
        thread = looking;
        looking.start();
    }

    private void work() {
        while (isRunning()) {
            if (looked()) continue;
            try {
                Thread.sleep(PAUSE_MILLIS);
            } catch (InterruptedException stopped) {
                return;
            }
        }
    }

    /** Whether there was something; no failure ends it, for the database may be away for a while. */
    private boolean looked() {
        try {
            return standings.marked() && standings.look(A_FEW) > 0;
        } catch (DataAccessException | TransactionException away) {
            LOG.debug("Standings wait: {}", away.getMessage());
        } catch (RuntimeException broken) {
            LOG.error("Releases could not be looked over", broken);
        }
        return false;
    }

    @Override
    public synchronized void stop() {
        Thread looking = thread;
        thread = null;
        if (looking != null) looking.interrupt();
    }

    @Override
    public boolean isRunning() {
        return thread != null;
    }
}

package app.entrada.server.overview;

import app.entrada.server.platform.Announcer;
import java.time.Duration;
import java.util.Map;
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

    /** Lists that hold marked releases are told so often, and when there are none left. */
    private static final long TOLD_EVERY_NANOS = Duration.ofSeconds(3).toNanos();

    private final Standings standings;
    private final Announcer announcer;
    private long lookedSince;
    private long told;
    private volatile @Nullable Thread thread;

    StandingWorker(Standings standings, Announcer announcer) {
        this.standings = standings;
        this.announcer = announcer;
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
            int looked = standings.marked() ? standings.look(A_FEW) : 0;
            tell(looked);
            return looked > 0;
        } catch (DataAccessException | TransactionException away) {
            LOG.debug("Standings wait: {}", away.getMessage());
        } catch (RuntimeException broken) {
            LOG.error("Releases could not be looked over", broken);
        }
        return false;
    }

    /** Where more was to be looked at than a reader does before it reads, lists showed what was before. */
    private void tell(int looked) {
        lookedSince += looked;
        boolean rest = looked < A_FEW;
        if (lookedSince > A_FEW && (rest || System.nanoTime() - told > TOLD_EVERY_NANOS)) {
            told = System.nanoTime();
            announcer.announce("standing", Map.of("looked", lookedSince));
            lookedSince = 0;
        }
        if (rest) lookedSince = 0;
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

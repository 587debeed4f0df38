package app.entrada.server.platform;

import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.context.EnvironmentAware;
import org.springframework.context.SmartLifecycle;
import org.springframework.core.env.Environment;
import org.springframework.dao.DataAccessException;
import org.springframework.transaction.TransactionException;

/**
 * Something that is done again and again beside everything else, from the server's start to its end; no failure ends it, for the
 * database may be away for a while.
 */
public abstract class Loop implements SmartLifecycle, EnvironmentAware {
    private static final Logger LOG = LoggerFactory.getLogger(Loop.class);

    /** Ending waits so long for a step that is going on. */
    private static final Duration LONGEST_END = Duration.ofSeconds(5);

    private final String name;
    private final Duration pause;
    private boolean wanted = true;
    private volatile @Nullable Run run;

    private record Run(Thread thread, CountDownLatch end) {
        boolean isOver() {
            return end.getCount() == 0;
        }
    }

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

    /** While an installation is looked over, nothing is done beside that. */
    @Override
    public final void setEnvironment(Environment environment) {
        wanted = !environment.containsProperty("entrada.doctor");
    }

    @Override
    public final boolean isAutoStartup() {
        return wanted;
    }

    @Override
    public final synchronized void start() {
        CountDownLatch end = new CountDownLatch(1);
        Thread fresh = new Thread(() -> work(end), name);
        fresh.setDaemon(true);
        run = new Run(fresh, end);
        fresh.start();
    }

    private void work(CountDownLatch end) {
        try {
            do
                while (end.getCount() > 0 && stepped())
                    ;
            while (!end.await(pause.toMillis(), TimeUnit.MILLISECONDS));
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
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

    /** Ends it with the step that is going on; one that takes too long is interrupted. */
    @Override
    public final synchronized void stop() {
        Run last = run;
        if (last == null) return;
        run = null;
        last.end.countDown();
        try {
            last.thread.join(LONGEST_END.toMillis());
        } catch (InterruptedException hurried) {
            Thread.currentThread().interrupt();
        }
        last.thread.interrupt();
    }

    @Override
    public final boolean isRunning() {
        Run now = run;
        return now != null && !now.isOver();
    }
}

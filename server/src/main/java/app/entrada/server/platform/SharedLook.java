package app.entrada.server.platform;

import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.ReentrantLock;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;

/**
 * A look at everything that many ask for at once and that costs much: it is computed once at a time, and whoever asked before
 * a computation began gets what that found. So fifty who open the same page cost two computations, and nobody is shown what
 * is older than the asking.
 *
 * @param <T> what is seen
 */
public final class SharedLook<T> {
    private static final int LONGEST_WAIT_SECONDS = 60;

    private record TimedValue<T>(long begun, T what) {}

    private final ReentrantLock turn = new ReentrantLock(true);
    private @Nullable TimedValue<T> last;

    /** What is seen now; while somebody else looks, no connection to the database is held. */
    public T at(Supplier<T> looking) {
        long asked = System.nanoTime();
        try {
            if (!turn.tryLock(LONGEST_WAIT_SECONDS, TimeUnit.SECONDS)) throw crowded();
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw crowded();
        }
        try {
            if (last != null && last.begun - asked >= 0) return last.what;
            long begun = System.nanoTime();
            T what = looking.get();
            // nobody else is waiting: nothing needs to be kept
            last = turn.hasQueuedThreads() ? new TimedValue<>(begun, what) : null;
            return what;
        } finally {
            turn.unlock();
        }
    }

    private static Problem crowded() {
        return new Problem(
                HttpStatus.SERVICE_UNAVAILABLE,
                "crowded",
                "Many people look at this at the same moment. Try again in a few seconds; nothing is lost.");
    }
}

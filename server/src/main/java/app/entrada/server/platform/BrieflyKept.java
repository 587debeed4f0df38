package app.entrada.server.platform;

import java.time.Duration;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;

/**
 * Something that stands in the database, is asked for often and seldom changes. What this process writes is seen by everybody as
 * soon as its transaction has ended, and by the transaction itself at once; what another process writes, within a second.
 *
 * @param <T> what is kept; unchanging
 */
public final class BrieflyKept<T> {
    private static final Duration LAG = Duration.ofSeconds(1);

    private final Supplier<T> stored;
    private final Writes writes = new Writes();
    private volatile @Nullable Reading<T> last;

    /** @param asked when it was asked for, in nanoseconds of this process */
    private record Reading<T>(long written, long asked, T what) {}

    /** @param stored reads it from the database */
    public BrieflyKept(Supplier<T> stored) {
        this.stored = stored;
    }

    /** As it stands in the database, or stood there within the last second. */
    public T now() {
        if (writes.within()) return stored.get();
        long written = writes.count();
        long asked = System.nanoTime();
        Reading<T> before = last;
        if (before != null && before.written == written && asked - before.asked < LAG.toNanos()) return before.what;
        T what = stored.get();
        last = new Reading<>(written, asked, what);
        return what;
    }

    /** It was written: what was read before is old. */
    public void written() {
        writes.note();
    }
}

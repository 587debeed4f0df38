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

    /** What a transaction has read that has written itself: nobody else may take it without having compared its state. */
    private static final long OF_A_TRANSACTION = -1;

    /** When this thread began what it does anew, in nanoseconds of this process. */
    private static final ThreadLocal<@Nullable Long> ANEW = new ThreadLocal<>();

    private final Supplier<T> stored;
    private final @Nullable Supplier<String> state;
    private final Writes writes;
    private volatile @Nullable Reading<T> last;

    /**
     * @param state of what it was read from, where that is asked
     * @param asked when it was asked for, in nanoseconds of this process
     */
    private record Reading<T>(@Nullable String state, long written, long asked, T what) {}

    /** @param stored reads it from the database */
    public BrieflyKept(Supplier<T> stored) {
        this(new Writes(), null, stored);
    }

    /**
     * What is dear to read: it stays the same object until its state in the database is another one.
     *
     * @param writes tells of what this process writes of it
     * @param state one text that is another one when something has changed of which it is read
     * @param stored reads it from the database
     */
    public BrieflyKept(Writes writes, @Nullable Supplier<String> state, Supplier<T> stored) {
        this.writes = writes;
        this.state = state;
        this.stored = stored;
    }

    /**
     * Whoever computes something that stays must not take what is a second old: all that is kept in this way is read again, once,
     * unless it has been since this began.
     */
    public static <R extends @Nullable Object> R anew(Supplier<R> computing) {
        Long around = ANEW.get();
        ANEW.set(System.nanoTime());
        try {
            return computing.get();
        } finally {
            if (around == null) ANEW.remove();
            else ANEW.set(around);
        }
    }

    private static boolean isRecent(long then, long asked) {
        Long since = ANEW.get();
        return asked - then < LAG.toNanos() && (since == null || then - since >= 0);
    }

    /** As it stands in the database, or stood there within the last second, or since that which is done anew began. */
    public T now() {
        boolean within = writes.within();
        long written = writes.count();
        long asked = System.nanoTime();
        Reading<T> before = last;
        if (!within && before != null && before.written == written && isRecent(before.asked, asked)) return before.what;
        if (state == null) {
            T what = stored.get();
            if (!within) last = new Reading<>(null, written, asked, what);
            return what;
        }
        String now = state.get();
        T what = before != null && now.equals(before.state) ? before.what : stored.get();
        last = new Reading<>(now, within ? OF_A_TRANSACTION : written, asked, what);
        return what;
    }

    /** It was written: what was read before is old. */
    public void written() {
        writes.note();
    }
}

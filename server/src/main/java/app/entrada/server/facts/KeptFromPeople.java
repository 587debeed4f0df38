package app.entrada.server.facts;

import java.time.Duration;
import java.util.function.Supplier;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;

/**
 * Something that is dear to read from all people, kept until their state in the database is another one. What this process
 * writes is seen at once; what others write, within a second.
 *
 * @param <T> what is kept; unchanging
 */
public final class KeptFromPeople<T> {
    private static final Duration LAG = Duration.ofSeconds(1);

    private final JdbcClient jdbc;
    private final CreditRepository credits;
    private final String state;
    private final Supplier<T> read;
    private volatile @Nullable Reading<T> last;

    /** @param asked when the state was asked for, in nanoseconds of this process */
    private record Reading<T>(String state, long generation, long asked, T what) {}

    /**
     * @param state query for one text that is another one when something has changed that is read
     * @param read reads it anew
     */
    public KeptFromPeople(JdbcClient jdbc, CreditRepository credits, String state, Supplier<T> read) {
        this.jdbc = jdbc;
        this.credits = credits;
        this.state = state;
        this.read = read;
    }

    /** As it is now; the same object while nothing has changed. */
    public T now() {
        long generation = credits.generation();
        long asked = System.nanoTime();
        Reading<T> before = last;
        if (before != null && before.generation == generation && asked - before.asked < LAG.toNanos())
            return before.what;
        String now = jdbc.sql(state).query(String.class).single();
        T what = before != null && before.state.equals(now) ? before.what : read.get();
        last = new Reading<>(now, generation, asked, what);
        return what;
    }
}

package app.entrada.server.catalogue;

import static java.util.Objects.requireNonNull;

import app.entrada.core.catalogue.CatalogueFinder;
import app.entrada.core.catalogue.CatalogueSubject;
import app.entrada.core.catalogue.CatalogueTable;
import app.entrada.server.overview.Standings;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Loop;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicLong;
import java.util.concurrent.locks.ReadWriteLock;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Supplier;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.stereotype.Component;

/**
 * The catalogue in this node's memory. Before it is read, the rows of releases that have become different since are put in;
 * which they are, the database tells, whoever wrote them. After a start a large one is read in for some seconds: who only
 * looks at it meanwhile sees what is there by then, and is told how much is not.
 */
@Component
class CatalogueKeeper extends Loop {
    private static final Duration PAUSE = Duration.ofSeconds(2);

    /** How long who looks waits for the catalogue to be read in. */
    private static final Duration PATIENCE = Duration.ofSeconds(1);

    /** Releases whose rows are read at once: all of a large catalogue would not fit in memory twice. */
    private static final int A_PART = 400;

    /** Rows that were replaced, above which their room is taken back. */
    private static final int MOST_STALE = 50_000;

    private final Standings standings;
    private final Announcer announcer;
    private final int mostStale;
    private final ReadWriteLock lock = new ReentrantReadWriteLock();
    private final Map<CatalogueSubject, CatalogueTable> tables = CatalogueTable.all();
    /** Those that rows are put into: the others look at the same ones. */
    private final List<CatalogueTable> apart = withRowsOfTheirOwn(tables);

    private final CatalogueFinder finder = new CatalogueFinder();
    private final CountDownLatch filled = new CountDownLatch(1);
    private final Object catching = new Object();
    private final AtomicLong begun = new AtomicLong();
    private long done;
    private volatile long since;

    @Autowired
    CatalogueKeeper(Standings standings, Announcer announcer) {
        this(standings, announcer, MOST_STALE);
    }

    CatalogueKeeper(Standings standings, Announcer announcer, int mostStale) {
        super("catalogue", PAUSE);
        this.standings = standings;
        this.announcer = announcer;
        this.mostStale = mostStale;
    }

    private static List<CatalogueTable> withRowsOfTheirOwn(Map<CatalogueSubject, CatalogueTable> tables) {
        List<CatalogueTable> found = new ArrayList<>();
        for (CatalogueTable table : tables.values())
            if (found.stream().noneMatch(table::sharesRowsWith)) found.add(table);
        return found;
    }

    /** In the background rows are put in as they become different, so that nobody waits for many of them. */
    @Override
    protected boolean step() {
        boolean first = filled.getCount() > 0;
        if (catchUp() >= A_PART || first) prepare();
        if (first && since > 0) announcer.announce("standing", Map.of("looked", since));
        return false;
    }

    /** What the first search would have to wait for. */
    private void prepare() {
        for (CatalogueTable table : tables.values()) {
            lock.readLock().lock();
            try {
                table.prepare();
            } finally {
                lock.readLock().unlock();
            }
        }
    }

    /**
     * What is read.
     *
     * @param lookedOver of how many releases what is told is of before: they are being looked over, or are not read in yet
     * @param reached number of the last look at a release that is in it
     */
    record Read<T>(T what, int lookedOver, long reached) {
        <R> R into(BiFunction<T, Integer, R> both) {
            return both.apply(what, lookedOver);
        }
    }

    /** Reads the whole catalogue as it is now. Only what the function gives back may be kept. */
    <T> Read<T> read(CatalogueSubject subject, Function<CatalogueTable, T> what) {
        return now(() -> what.apply(requireNonNull(tables.get(subject))));
    }

    /** Looks at the catalogue: as it is now, or, while it is read in, as far as it is here. */
    <T> Read<T> look(CatalogueSubject subject, Function<CatalogueTable, T> what) {
        return soon(() -> what.apply(requireNonNull(tables.get(subject))));
    }

    /** Releases, tracks and works that may be meant by what somebody types. */
    List<CatalogueFinder.Hit> find(String typed, int most) {
        return soon(() -> finder.find(typed, most)).what;
    }

    /** Another number when rows have become different since. */
    long reached() {
        return now(() -> since).what;
    }

    /** Whether nothing waits to be put in. */
    boolean isSettled() {
        return filled.getCount() == 0 && now(() -> true).lookedOver == 0;
    }

    private <T> Read<T> now(Supplier<T> what) {
        int lookedOver = standings.settled();
        catchUp();
        return here(what, lookedOver);
    }

    private <T> Read<T> soon(Supplier<T> what) {
        return !isRunning() || isFilledSoon() ? now(what) : here(what, standings.settled() + standings.behind(since));
    }

    private boolean isFilledSoon() {
        try {
            return filled.await(PATIENCE.toMillis(), TimeUnit.MILLISECONDS);
        } catch (InterruptedException hurried) {
            Thread.currentThread().interrupt();
            return false;
        }
    }

    private <T> Read<T> here(Supplier<T> what, int lookedOver) {
        lock.readLock().lock();
        try {
            return new Read<>(what.get(), lookedOver, since);
        } finally {
            lock.readLock().unlock();
        }
    }

    /**
     * Puts in what has become different, one thread at a time; of how many releases. Who had to wait for one that began after
     * asking need not do the same again.
     */
    private int catchUp() {
        long asked = begun.get();
        synchronized (catching) {
            if (done > asked) return 0;
            long mine = begun.incrementAndGet();
            int releases = 0;
            List<Standings.ReleaseRows> changed = standings.rowsSince(since, A_PART);
            while (!changed.isEmpty()) {
                put(changed);
                releases += changed.size();
                changed = standings.rowsSince(since, A_PART);
            }
            done = mine;
            filled.countDown();
            return releases;
        }
    }

    private void put(List<Standings.ReleaseRows> changed) {
        lock.writeLock().lock();
        try {
            for (Standings.ReleaseRows each : changed) {
                for (CatalogueTable table : apart) table.put(each.release(), each.rows());
                finder.put(each.release(), each.rows());
                since = each.looked();
            }
            for (CatalogueTable table : apart) {
                if (table.stale() > mostStale) table.compact();
                table.settle();
            }
            if (finder.stale() > mostStale) finder.compact();
        } finally {
            lock.writeLock().unlock();
        }
    }
}

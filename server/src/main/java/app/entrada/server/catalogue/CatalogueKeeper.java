package app.entrada.server.catalogue;

import static java.util.Objects.requireNonNull;

import app.entrada.core.catalogue.CatalogueFinder;
import app.entrada.core.catalogue.CatalogueSubject;
import app.entrada.core.catalogue.CatalogueTable;
import app.entrada.server.overview.Standings;
import app.entrada.server.platform.Loop;
import java.time.Duration;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.ReadWriteLock;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import java.util.function.BiFunction;
import java.util.function.Function;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * The catalogue in this node's memory. Before it is read, the rows of releases that have become different since are put in;
 * which they are, the database tells, whoever wrote them.
 */
@Component
class CatalogueKeeper extends Loop {
    private static final Duration PAUSE = Duration.ofSeconds(2);

    /** Releases whose rows are read at once: all of a large catalogue would not fit in memory twice. */
    private static final int A_PART = 400;

    /** Rows that were replaced, above which a table is built anew. */
    private static final int MOST_STALE = 50_000;

    private final Standings standings;
    private final ReadWriteLock lock = new ReentrantReadWriteLock();
    private final Map<CatalogueSubject, CatalogueTable> tables = new EnumMap<>(CatalogueSubject.class);
    private CatalogueFinder finder = new CatalogueFinder();
    private final Object catching = new Object();
    private long since;

    CatalogueKeeper(Standings standings) {
        super("catalogue", PAUSE);
        this.standings = standings;
        clear();
    }

    private void clear() {
        for (CatalogueSubject subject : CatalogueSubject.values()) tables.put(subject, new CatalogueTable(subject));
        finder = new CatalogueFinder();
        since = 0;
    }

    /** In the background rows are put in as they become different, so that nobody waits for many of them. */
    @Override
    protected boolean step() {
        if (catchUp() >= A_PART) prepare();
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

    /** What is read, and how many releases are being looked over: what is told of those is of before. */
    record Read<T>(T what, int lookedOver) {
        <R> R into(BiFunction<T, Integer, R> both) {
            return both.apply(what, lookedOver);
        }
    }

    /** Reads the catalogue as it is now. Only what the function gives back may be kept. */
    <T> Read<T> read(CatalogueSubject subject, Function<CatalogueTable, T> what) {
        return now(() -> what.apply(requireNonNull(tables.get(subject))));
    }

    /** Releases, tracks and works that may be meant by what somebody types. */
    List<CatalogueFinder.Hit> find(String typed, int most) {
        return now(() -> finder.find(typed, most)).what;
    }

    /** Another number when rows have become different since. */
    long reached() {
        return now(() -> since).what;
    }

    /** Whether nothing waits to be put in. */
    boolean isSettled() {
        return now(() -> true).lookedOver == 0;
    }

    private <T> Read<T> now(Supplier<T> what) {
        int lookedOver = standings.settled();
        catchUp();
        lock.readLock().lock();
        try {
            return new Read<>(what.get(), lookedOver);
        } finally {
            lock.readLock().unlock();
        }
    }

    /** Puts in what has become different, one thread at a time; of how many releases. */
    private int catchUp() {
        synchronized (catching) {
            int releases = 0;
            List<Standings.ReleaseRows> changed = standings.rowsSince(since, A_PART);
            while (!changed.isEmpty()) {
                put(changed);
                releases += changed.size();
                changed = standings.rowsSince(since, A_PART);
            }
            return releases;
        }
    }

    private void put(List<Standings.ReleaseRows> changed) {
        lock.writeLock().lock();
        try {
            for (Standings.ReleaseRows each : changed) {
                for (CatalogueTable table : tables.values()) table.put(each.release(), each.rows());
                finder.put(each.release(), each.rows());
                since = each.looked();
            }
            if (finder.stale() > MOST_STALE || tables.values().stream().anyMatch(table -> table.stale() > MOST_STALE))
                clear();
            tables.values().forEach(CatalogueTable::settle);
        } finally {
            lock.writeLock().unlock();
        }
    }
}

package app.entrada.server.catalogue;

import static java.util.Objects.requireNonNull;

import app.entrada.core.catalogue.CatalogueSubject;
import app.entrada.core.catalogue.CatalogueTable;
import app.entrada.server.overview.Standings;
import java.util.EnumMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.ReadWriteLock;
import java.util.concurrent.locks.ReentrantReadWriteLock;
import java.util.function.BiFunction;
import java.util.function.Function;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.dao.DataAccessException;
import org.springframework.stereotype.Component;

/**
 * The catalogue in this node's memory. Before it is read, the rows of releases that have become different since are put in;
 * which they are, the database tells, whoever wrote them.
 */
@Component
class CatalogueKeeper {
    private static final Logger LOG = LoggerFactory.getLogger(CatalogueKeeper.class);

    /** Releases whose rows are read at once: all of a large catalogue would not fit in memory twice. */
    private static final int A_PART = 400;

    /** Rows that were replaced, above which a table is built anew. */
    private static final int MOST_STALE = 50_000;

    private final Standings standings;
    private final ReadWriteLock lock = new ReentrantReadWriteLock();
    private final Map<CatalogueSubject, CatalogueTable> tables = new EnumMap<>(CatalogueSubject.class);
    private long since;

    CatalogueKeeper(Standings standings) {
        this.standings = standings;
        clear();
    }

    private void clear() {
        for (CatalogueSubject subject : CatalogueSubject.values()) tables.put(subject, new CatalogueTable(subject));
        since = 0;
    }

    /** Reads all of it in when the server starts, so that nobody waits for that. */
    @EventListener(ApplicationReadyEvent.class)
    void prepare() {
        Thread preparing = new Thread(
                () -> {
                    try {
                        catchUp();
                        lock.readLock().lock();
                        try {
                            tables.values().forEach(CatalogueTable::prepare);
                        } finally {
                            lock.readLock().unlock();
                        }
                    } catch (DataAccessException away) {
                        LOG.debug("The catalogue waits: {}", away.getMessage());
                    }
                },
                "catalogue");
        preparing.setDaemon(true);
        preparing.start();
    }

    /** What is read, and how many releases are being looked over: what is told of those is of before. */
    record Read<T>(T what, int lookedOver) {
        <R> R into(BiFunction<T, Integer, R> both) {
            return both.apply(what, lookedOver);
        }
    }

    /** Reads the catalogue as it is now. Only what the function gives back may be kept. */
    <T> Read<T> read(CatalogueSubject subject, Function<CatalogueTable, T> what) {
        int lookedOver = standings.settled();
        catchUp();
        lock.readLock().lock();
        try {
            return new Read<>(what.apply(requireNonNull(tables.get(subject))), lookedOver);
        } finally {
            lock.readLock().unlock();
        }
    }

    private void catchUp() {
        List<Standings.ReleaseRows> changed = standings.rowsSince(known(), A_PART);
        if (changed.isEmpty()) return;
        lock.writeLock().lock();
        try {
            if (tables.values().stream().anyMatch(table -> table.stale() > MOST_STALE)) clear();
            // another may have put them in meanwhile
            changed = standings.rowsSince(since, A_PART);
            while (!changed.isEmpty()) {
                for (Standings.ReleaseRows each : changed) {
                    for (CatalogueTable table : tables.values()) table.put(each.release(), each.rows());
                    since = each.looked();
                }
                changed = standings.rowsSince(since, A_PART);
            }
            tables.values().forEach(CatalogueTable::settle);
        } finally {
            lock.writeLock().unlock();
        }
    }

    private long known() {
        lock.readLock().lock();
        try {
            return since;
        } finally {
            lock.readLock().unlock();
        }
    }
}

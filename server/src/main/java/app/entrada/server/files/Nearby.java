package app.entrada.server.files;

import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.atomic.AtomicBoolean;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;

/**
 * What of a store that lies elsewhere is kept nearby: the files asked for last, up to so many bytes. One that was asked for a
 * moment ago stays, for it may be about to be opened, and so does one that the store does not have.
 */
final class Nearby {
    private static final Logger LOG = LoggerFactory.getLogger(Nearby.class);

    /** A path that was given out is opened within this time. */
    private static final Duration OPENED = Duration.ofMinutes(10);

    /** The same where there is far too much: a backup asks for every file once. */
    private static final Duration OPENED_AT_ONCE = Duration.ofMinutes(1);

    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(10);

    /** Whether the store has a file, of that length. */
    interface Elsewhere {
        boolean has(FileStore.Kept file) throws IOException;
    }

    private record Use(long bytes, Instant at) {}

    private final DirectoryFileStore near;
    private final long most;
    private final Elsewhere elsewhere;
    private final Map<Sha256, Use> uses = new HashMap<>();
    private final AtomicBoolean making = new AtomicBoolean();
    private long bytes;
    /** No room is looked for before this. */
    private volatile Instant next = Instant.EPOCH;

    Nearby(DirectoryFileStore near, long most, Elsewhere elsewhere) throws IOException {
        this.near = near;
        this.most = most;
        this.elsewhere = elsewhere;
        for (FileStore.Kept each : near.all()) enter(each.sha256(), each.bytes(), written(near.path(each.sha256())));
    }

    private static Instant written(Path file) throws IOException {
        try {
            return Files.getLastModifiedTime(file).toInstant();
        } catch (NoSuchFileException goneMeanwhile) {
            return Instant.EPOCH;
        }
    }

    private void enter(Sha256 sha256, long of, Instant at) {
        Use before = uses.put(sha256, new Use(of, at));
        bytes += of - (before == null ? 0 : before.bytes);
    }

    /** Notes that a file was asked for, and makes room when there is too much. */
    void used(Sha256 sha256, long of) {
        used(sha256, of, Instant.now());
    }

    /** The same, at a moment. Who asks for a file waits for no other's room. */
    void used(Sha256 sha256, long of, Instant at) {
        synchronized (uses) {
            enter(sha256, of, at);
            if (bytes <= most || at.isBefore(next)) return;
        }
        if (!making.compareAndSet(false, true)) return;
        try {
            makeRoom(at);
        } finally {
            next = at.plus(BETWEEN_LOOKS);
            making.set(false);
        }
    }

    private void makeRoom(Instant now) {
        for (Map.Entry<Sha256, Use> each : oldest()) {
            long there = bytes();
            Instant opened = now.minus(there > 2 * most ? OPENED_AT_ONCE : OPENED);
            // a little more than has to be, so that not every new file looks for room
            if (there <= most - most / 10 || each.getValue().at.isAfter(opened)) return;
            try {
                if (elsewhere.has(new FileStore.Kept(each.getKey(), each.getValue().bytes)) && forgotten(each))
                    Files.deleteIfExists(near.path(each.getKey()));
            } catch (IOException notNow) {
                LOG.warn("No room is made in the data folder for now: {}", notNow.getMessage());
                return;
            }
        }
    }

    private List<Map.Entry<Sha256, Use>> oldest() {
        synchronized (uses) {
            List<Map.Entry<Sha256, Use>> oldest = new ArrayList<>();
            uses.forEach((sha256, use) -> oldest.add(Map.entry(sha256, use)));
            oldest.sort(Comparator.comparing(each -> each.getValue().at));
            return oldest;
        }
    }

    private long bytes() {
        synchronized (uses) {
            return bytes;
        }
    }

    /** Whether it was forgotten; not when somebody asked for it meanwhile. */
    private boolean forgotten(Map.Entry<Sha256, Use> file) {
        synchronized (uses) {
            boolean gone = uses.remove(file.getKey(), file.getValue());
            if (gone) bytes -= file.getValue().bytes;
            return gone;
        }
    }
}

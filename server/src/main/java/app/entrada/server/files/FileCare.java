package app.entrada.server.files;

import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.text.Sha256;
import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.Work;
import app.entrada.server.platform.Announcer;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.BasicFileAttributes;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Sees to it that what leaves the store is what was received. A file is summed before it becomes part of a copy, a delivery
 * or a download, and all of them are summed bit by bit in the background; one that is damaged is said to be so on its
 * releases until the same file comes in again.
 */
@Component
public class FileCare implements Work {
    /** A file that was whole, and that nobody has written to since, is not summed again for a while. */
    private static final Duration TRUSTED = Duration.ofMinutes(10);

    private static final Duration BETWEEN_LOOKS = Duration.ofDays(30);
    private static final Duration NOTHING_TO_DO = Duration.ofHours(6);
    private static final Duration A_PAUSE = Duration.ofSeconds(20);
    private static final Duration AFTER_START = Duration.ofMinutes(2);
    private static final int FILES_A_TURN = 40;
    private static final long BYTES_A_TURN = 2L << 30;
    private static final int MOST_TRIES = 3;

    private static final String MISSING = "is missing from the file store";
    private static final String DAMAGED = "is damaged in the file store";

    private final FileStore store;
    private final FileIndex files;
    private final JdbcClient jdbc;
    private final Announcer announcer;
    private final Background background;
    private final Cache<Sha256, Look> whole =
            Caffeine.newBuilder().maximumSize(50_000).expireAfterWrite(TRUSTED).build();

    FileCare(FileStore store, FileIndex files, JdbcClient jdbc, Announcer announcer, @Lazy Background background) {
        this.store = store;
        this.files = files;
        this.jdbc = jdbc;
        this.announcer = announcer;
        this.background = background;
    }

    private record Look(long bytes, Instant written, Object key) {}

    /**
     * The file under this checksum, after its bytes were found to have it.
     *
     * @throws DamagedFile when it is missing or another one
     */
    public Path whole(Sha256 sha256) throws IOException {
        for (int tries = 0; tries < MOST_TRIES; tries++) {
            Path file = store.path(sha256);
            if (!Files.exists(file)) throw damaged(sha256);
            Look now = look(file);
            if (now.equals(whole.getIfPresent(sha256))) return file;
            if (!ChecksumList.sum(file).equals(sha256)) {
                whole.invalidate(sha256);
                file = store.again(sha256);
                if (!Files.exists(file)) throw damaged(sha256);
                now = look(file);
                if (!ChecksumList.sum(file).equals(sha256)) throw damaged(sha256, DAMAGED);
            }
            // one that was written to meanwhile may have been noted as damaged by another who read it later
            if (!now.equals(look(file))) continue;
            whole.put(sha256, now);
            noteWhole(sha256);
            return file;
        }
        throw new IOException("the file %s is written to whenever it is read".formatted(sha256.hex()));
    }

    private void noteWhole(Sha256 sha256) {
        jdbc.sql("UPDATE file SET verified_at = now() WHERE sha256 = ?")
                .param(sha256.hex())
                .update();
        files.note(sha256, null);
    }

    /** Whether the file is there, and is what it is called. */
    public boolean isWhole(Sha256 sha256) throws IOException {
        try {
            whole(sha256);
            return true;
        } catch (DamagedFile damaged) {
            return false;
        }
    }

    /** The same, read at this moment where the store keeps it, however lately it was found whole. */
    public boolean isWholeNow(Sha256 sha256) throws IOException {
        whole.invalidate(sha256);
        Optional<Sha256> now = store.sumNow(sha256);
        if (now.filter(sha256::equals).isPresent()) noteWhole(sha256);
        else files.note(sha256, now.isPresent() ? DAMAGED : MISSING);
        return now.filter(sha256::equals).isPresent();
    }

    private static Look look(Path file) throws IOException {
        BasicFileAttributes now = Files.readAttributes(file, BasicFileAttributes.class);
        return new Look(now.size(), now.lastModifiedTime().toInstant(), String.valueOf(now.fileKey()));
    }

    /** What does not come out of the store is missing in it, or is another file there. */
    private DamagedFile damaged(Sha256 sha256) throws IOException {
        return damaged(sha256, store.sumNow(sha256).isPresent() ? DAMAGED : MISSING);
    }

    private DamagedFile damaged(Sha256 sha256, String what) {
        files.note(sha256, what);
        boolean received = jdbc.sql("SELECT EXISTS (SELECT 1 FROM received WHERE sha256 = ?)")
                .param(sha256.hex())
                .query(Boolean.class)
                .single();
        return new DamagedFile(sha256, what, received);
    }

    /** Whoever looks at a release of the file is told that it is damaged, or that it is no longer. */
    @EventListener
    void tell(FileIndex.DamageNoted noted) {
        jdbc.sql("""
                        SELECT id FROM release WHERE cover = :file
                        UNION SELECT t.release_id FROM track t JOIN recording r ON r.id = t.recording_id WHERE r.master = :file""")
                .param("file", noted.sha256().hex())
                .query(Long.class)
                .list()
                .forEach(release -> announcer.announce("release", Map.of("id", release)));
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        background.schedule(FileCare.class, "all", Instant.now().plus(AFTER_START));
    }

    @Override
    public String name() {
        return "file-care";
    }

    private record UnverifiedFile(String sha256, long bytes) {}

    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        List<UnverifiedFile> longest = jdbc.sql("""
                        SELECT sha256, bytes FROM file WHERE verified_at IS NULL OR verified_at < now() - make_interval(secs => ?)
                        ORDER BY verified_at NULLS FIRST LIMIT ?""")
                .params(BETWEEN_LOOKS.toSeconds(), FILES_A_TURN)
                .query((row, n) -> new UnverifiedFile(row.getString("sha256"), row.getLong("bytes")))
                .list();
        long read = 0;
        for (UnverifiedFile file : longest) {
            if (read > BYTES_A_TURN) break;
            look(new Sha256(file.sha256));
            read += file.bytes;
        }
        return Optional.of(Instant.now().plus(longest.isEmpty() ? NOTHING_TO_DO : A_PAUSE));
    }

    private void look(Sha256 sha256) {
        try {
            isWholeNow(sha256);
        } catch (IOException notNow) {
            // the disk cannot be read at this moment; it is the first again in the next turn
            jdbc.sql("UPDATE file SET verified_at = now() - make_interval(secs => ?) WHERE sha256 = ?")
                    .params(BETWEEN_LOOKS.minusHours(1).toSeconds(), sha256.hex())
                    .update();
        }
    }
}

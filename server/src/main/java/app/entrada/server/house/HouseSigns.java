package app.entrada.server.house;

import app.entrada.media.Ffmpeg;
import app.entrada.server.backup.BackupRuns;
import app.entrada.server.files.FileStore;
import app.entrada.server.overview.Standings;
import app.entrada.server.platform.BrieflyKept;
import app.entrada.server.platform.Settings;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What shows how the house is getting on: what waits and for how long, what failed, what room is left, the last backup. */
@Component
public class HouseSigns {
    /** With less room than this nothing can be received any more. */
    static final long LEAST_BYTES = 1L << 30;

    private static final long FEW_BYTES = 10L << 30;

    /** Work that has been due for so long is waited for. */
    private static final Duration LONG = Duration.ofMinutes(15);
    /** Nobody works at it any more. */
    static final Duration TOO_LONG = Duration.ofHours(2);

    private static final int OFTEN_FAILED = 3;

    private final Settings settings;
    private final JdbcClient jdbc;
    private final BackupRuns backups;
    private final HouseFindings findings;
    private final Standings standings;
    private final FileStore store;
    private final BrieflyKept<Figures> kept = new BrieflyKept<>(this::read);

    HouseSigns(
            Settings settings,
            JdbcClient jdbc,
            BackupRuns backups,
            HouseFindings findings,
            Standings standings,
            FileStore store) {
        this.store = store;
        this.settings = settings;
        this.jdbc = jdbc;
        this.backups = backups;
        this.findings = findings;
        this.standings = standings;
    }

    /** How one of them looks. */
    public enum Level {
        WELL,
        /** Somebody should look at it. */
        LOOK,
        /** Something does not work. */
        BAD
    }

    /**
     * One of them.
     *
     * @param says what it is like, and what to do where it is not well
     */
    public record Sign(String name, Level level, String says) {}

    /**
     * Work of a kind that has come due and is not done yet.
     *
     * @param due how many pieces
     * @param oldest for how long the oldest of them has been due
     * @param failing how many have failed several times on end, and are tried again
     */
    record Queue(int due, Duration oldest, int failing) {}

    /**
     * All figures at a moment.
     *
     * @param house work within the house
     * @param outside work that speaks with destinations
     * @param failed newest deliveries that did not reach their destination
     * @param freeBytes room on the disk of the data folder
     * @param standings releases that are to be looked at again
     * @param damaged files of the store
     * @param found what the house has found in itself
     * @param backupAge of the last verified backup
     * @param storeAway why what keeps the files cannot be reached, if it cannot
     */
    record Figures(
            Queue house,
            Queue outside,
            int failed,
            long freeBytes,
            long diskBytes,
            int standings,
            int damaged,
            int found,
            Optional<Duration> backupAge,
            boolean backupTooOld,
            Optional<String> storeAway) {}

    /** The figures as they are now, or were a second ago. */
    Figures figures() {
        return kept.now();
    }

    private Figures read() {
        java.nio.file.FileStore disk = disk();
        try {
            return new Figures(
                    queue("scheduled_tasks"),
                    queue("scheduled_deliveries"),
                    failed(),
                    disk.getUsableSpace(),
                    disk.getTotalSpace(),
                    standings.waiting(),
                    damaged(),
                    findings.count(),
                    backups.lastGood()
                            .flatMap(good -> Optional.ofNullable(good.ended()))
                            .map(ended -> Duration.between(ended, Instant.now())),
                    backups.isTooOld(),
                    storeAway());
        } catch (IOException unreadable) {
            throw new IllegalStateException("The disk of the data folder cannot be read", unreadable);
        }
    }

    private Optional<String> storeAway() {
        try {
            store.reach();
            return Optional.empty();
        } catch (IOException away) {
            return Optional.of(String.valueOf(away.getMessage()));
        }
    }

    private int damaged() {
        return jdbc.sql("SELECT count(*) FROM file WHERE damage IS NOT NULL")
                .query(Integer.class)
                .single();
    }

    private java.nio.file.FileStore disk() {
        try {
            return Files.getFileStore(settings.var());
        } catch (IOException unreadable) {
            throw new IllegalStateException("The data folder cannot be read", unreadable);
        }
    }

    private Queue queue(String table) {
        return jdbc.sql("""
                        SELECT count(*) AS due, coalesce(extract(epoch FROM now() - min(execution_time)), 0) AS oldest,
                            (SELECT count(*) FROM %1$s WHERE consecutive_failures >= %2$d) AS failing
                        FROM %1$s WHERE execution_time <= now() AND NOT picked""".formatted(table, OFTEN_FAILED))
                .query((row, n) ->
                        new Queue(row.getInt("due"), Duration.ofSeconds(row.getLong("oldest")), row.getInt("failing")))
                .single();
    }

    private int failed() {
        return jdbc.sql("""
                        SELECT count(*) FROM delivery d JOIN release r ON r.id = d.release_id
                        WHERE d.state = 'failed' AND r.deleted_at IS NULL AND r.archived_at IS NULL
                            AND NOT EXISTS (SELECT FROM delivery later WHERE later.release_id = d.release_id
                                AND later.destination = d.destination AND later.id > d.id AND later.state <> 'called off')""").query(Integer.class).single();
    }

    /** All signs, in words. */
    public List<Sign> all() {
        Figures now = figures();
        List<Sign> all = new ArrayList<>();
        all.add(space(now));
        all.add(queue("Background work", now.house, "Measuring, writing copies, backups"));
        all.add(queue("Deliveries", now.outside, "Sending and asking for answers"));
        if (now.failed > 0)
            all.add(new Sign(
                    "Failed deliveries",
                    Level.LOOK,
                    "%s not reach %s destination. The Desk lists %s."
                            .formatted(
                                    now.failed == 1 ? "One did" : "%,d did".formatted(now.failed),
                                    now.failed == 1 ? "its" : "their",
                                    now.failed == 1 ? "it" : "them")));
        all.add(files(now));
        all.add(new Sign(
                "Lists",
                Level.WELL,
                now.standings == 0
                        ? "Every list is up to date."
                        : "%,d releases are being rechecked.".formatted(now.standings)));
        all.add(backup(now));
        if (!Ffmpeg.installed())
            all.add(
                    new Sign(
                            "Sound",
                            Level.BAD,
                            "ffmpeg is missing on this machine: copies in compressed formats and previews cannot be written. Install it."));
        return all;
    }

    /** How much in the house is damaged or not as it has to be. */
    public int notWell() {
        return damaged() + findings.count();
    }

    private static Sign space(Figures now) {
        String left = "%,.1f GB of %,.1f GB free on the data disk.".formatted(now.freeBytes / 1e9, now.diskBytes / 1e9);
        if (now.freeBytes < LEAST_BYTES)
            return new Sign(
                    "Disk space",
                    Level.BAD,
                    left + " Nothing more can be received or written. Free up space or move to a larger disk.");
        if (now.freeBytes < FEW_BYTES) return new Sign("Disk space", Level.LOOK, left + " Free up space soon.");
        return new Sign("Disk space", Level.WELL, left);
    }

    private static Sign queue(String name, Queue queue, String of) {
        if (queue.oldest.compareTo(TOO_LONG) > 0)
            return new Sign(
                    name,
                    Level.BAD,
                    "%s: %,d waiting, the longest for %s. None is being processed; restart the server and check its log."
                            .formatted(of, queue.due, words(queue.oldest)));
        if (queue.oldest.compareTo(LONG) > 0)
            return new Sign(
                    name,
                    Level.LOOK,
                    "%s: %,d waiting, the longest for %s.".formatted(of, queue.due, words(queue.oldest)));
        if (queue.failing > 0)
            return new Sign(
                    name,
                    Level.LOOK,
                    "%s: %,d failed several times and %s retried; see the log for the reason."
                            .formatted(of, queue.failing, queue.failing == 1 ? "is" : "are"));
        return new Sign(
                name, Level.WELL, queue.due == 0 ? "Nothing waiting." : "%,d in progress.".formatted(queue.due));
    }

    private static String words(Duration time) {
        return time.toHours() > 0 ? time.toHours() + " h" : time.toMinutes() + " minutes";
    }

    private static Sign files(Figures now) {
        if (now.storeAway.isPresent())
            return new Sign(
                    "Files",
                    Level.BAD,
                    "%s. Everything confirmed is safe; nothing can be received or written until it answers."
                            .formatted(now.storeAway.get()));
        if (now.damaged > 0)
            return new Sign(
                    "Files",
                    Level.BAD,
                    "%,d stored files %s damaged. Their releases name them; add the same files again, or restore them from a backup."
                            .formatted(now.damaged, now.damaged == 1 ? "is" : "are"));
        if (now.found > 0)
            return new Sign("Files and references", Level.LOOK, "%,d problems; see below.".formatted(now.found));
        return new Sign("Files and references", Level.WELL, "Nothing is damaged, nothing is missing.");
    }

    private static Sign backup(Figures now) {
        String last = now.backupAge
                .map(age -> "The last verified backup is %s old."
                        .formatted(age.toDays() > 1 ? age.toDays() + " days" : age.toHours() + " h"))
                .orElse(
                        now.backupTooOld
                                ? "There is no backup yet."
                                : "There is no backup yet; the first is due within a week.");
        return new Sign("Backup", now.backupTooOld ? Level.LOOK : Level.WELL, last);
    }
}

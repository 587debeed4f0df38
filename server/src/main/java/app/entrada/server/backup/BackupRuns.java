package app.entrada.server.backup;

import java.io.IOException;
import java.nio.file.Path;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.time.Duration;
import java.time.Instant;
import java.time.OffsetDateTime;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Backups as they were made, good or not, and the plan that the server keeps by itself. */
@Component
public class BackupRuns {
    /** After this the Desk says that there is none. */
    private static final Duration TOO_OLD = Duration.ofDays(7);

    private final Backups backups;
    private final JdbcClient jdbc;

    BackupRuns(Backups backups, JdbcClient jdbc) {
        this.backups = backups;
        this.jdbc = jdbc;
    }

    /**
     * Where the server backs up to every day.
     *
     * @param keep how many of the newest are kept
     */
    public record BackupPlan(String folder, int keep) {}

    /** The plan, empty when there is none. */
    public Optional<BackupPlan> plan() {
        return jdbc.sql("SELECT folder, keep FROM backup_plan")
                .query((row, n) -> new BackupPlan(row.getString("folder"), row.getInt("keep")))
                .optional();
    }

    /** Sets the plan; null for none. */
    void plan(@Nullable BackupPlan plan) {
        jdbc.sql("DELETE FROM backup_plan").update();
        if (plan != null)
            jdbc.sql("INSERT INTO backup_plan (folder, keep) VALUES (?, ?)")
                    .params(plan.folder, plan.keep)
                    .update();
    }

    /**
     * A backup.
     *
     * @param good null while it goes on
     * @param says what went wrong, empty when nothing did
     */
    public record BackupRun(
            Instant began,
            @Nullable Instant ended,
            String place,
            @Nullable Boolean good,
            long files,
            long bytes,
            String says) {}

    /** The latest ones first. */
    public List<BackupRun> latest(int most) {
        return jdbc.sql("SELECT * FROM backup_run ORDER BY id DESC LIMIT ?")
                .param(most)
                .query(BackupRuns::run)
                .list();
    }

    /** The last that was verified. */
    public Optional<BackupRun> lastGood() {
        return jdbc.sql("SELECT * FROM backup_run WHERE good ORDER BY ended_at DESC LIMIT 1")
                .query(BackupRuns::run)
                .optional();
    }

    private static BackupRun run(ResultSet row, int number) throws SQLException {
        OffsetDateTime ended = row.getObject("ended_at", OffsetDateTime.class);
        return new BackupRun(
                row.getObject("began_at", OffsetDateTime.class).toInstant(),
                ended == null ? null : ended.toInstant(),
                row.getString("place"),
                row.getObject("good", Boolean.class),
                row.getLong("files"),
                row.getLong("bytes"),
                row.getString("says"));
    }

    /** Whether there is something to lose that was not backed up for a week. */
    public boolean isTooOld() {
        return jdbc.sql("""
                        SELECT coalesce((SELECT at FROM account_log ORDER BY id LIMIT 1) < now() - make_interval(secs => :old), false)
                            AND NOT EXISTS (
                                SELECT 1 FROM backup_run WHERE good AND ended_at >= now() - make_interval(secs => :old))""")
                .param("old", TOO_OLD.toSeconds())
                .query(Boolean.class)
                .single();
    }

    /**
     * Makes one and notes what became of it.
     *
     * @param name as people call the place
     */
    BackupManifest make(String name, BackupPlace place, @Nullable String passphrase, BackupPlace.Progress progress)
            throws IOException {
        long run = jdbc.sql("INSERT INTO backup_run (place) VALUES (?) RETURNING id")
                .param(name)
                .query(Long.class)
                .single();
        try {
            BackupManifest made = backups.make(place, passphrase, progress);
            jdbc.sql("UPDATE backup_run SET ended_at = now(), good = true, files = ?, bytes = ? WHERE id = ?")
                    .params(
                            made.files().size(),
                            made.fileBytes() + made.database().bytes(),
                            run)
                    .update();
            return made;
        } catch (IOException | RuntimeException failed) {
            jdbc.sql("UPDATE backup_run SET ended_at = now(), good = false, says = ? WHERE id = ?")
                    .params(String.valueOf(failed.getMessage()), run)
                    .update();
            throw failed;
        }
    }

    /** Makes the one of today as the plan says, and leaves the newest ones. */
    void makePlanned(BackupPlan plan) throws IOException {
        try (BackupPlace place = new BackupFolder(Path.of(plan.folder), false)) {
            make(plan.folder, place, backups.ownPassphrase(), (doing, files, of, bytes, ofBytes) -> {});
            place.keep(plan.keep);
        }
    }
}

package app.entrada.server.jobs;

import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.Announcer;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What the background does, kept for people to see: written by the work, announced to open pages. */
@Component
public class JobBoard {
    private final JdbcClient jdbc;
    private final Clock clock;
    private final Announcer announcer;

    JobBoard(JdbcClient jdbc, Clock clock, Announcer announcer) {
        this.jdbc = jdbc;
        this.clock = clock;
        this.announcer = announcer;
    }

    /**
     * A piece of work.
     *
     * @param kind {@code measure}, {@code copies} or {@code delivery}
     * @param done how much of {@code total} is done, in units of the work's own
     * @param state waiting, running, done, failed or cancelled
     */
    public record Job(
            long id,
            String kind,
            String says,
            @Nullable Long releaseId,
            long done,
            long total,
            String state,
            String problem) {}

    /** Puts a new piece of work on the board. */
    @For(Role.ASSISTANT)
    public long open(String kind, String says, @Nullable Long releaseId, long total) {
        long id = jdbc.sql("INSERT INTO job (kind, says, release_id, total, at) VALUES (?, ?, ?, ?, ?) RETURNING id")
                .params(java.util.Arrays.asList(
                        kind, says, releaseId, Math.max(1, total), Timestamp.from(clock.instant())))
                .query(Long.class)
                .single();
        announce(id, releaseId);
        return id;
    }

    /** Notes progress; false when a person has cancelled the work. */
    public boolean progress(long id, long done) {
        List<Long> release = jdbc.sql(
                        "UPDATE job SET done = ?, state = 'running' WHERE id = ? AND state <> 'cancelled' RETURNING coalesce(release_id, 0)")
                .params(done, id)
                .query(Long.class)
                .list();
        if (release.isEmpty()) return false;
        announce(id, release.get(0));
        return true;
    }

    /** The work waits for something that a person can mend, and then goes on by itself. */
    public void waits(long id, String problem) {
        jdbc.sql("UPDATE job SET problem = ? WHERE id = ? AND state <> 'cancelled'")
                .params(problem, id)
                .update();
        announce(id, null);
    }

    /** The work is done. */
    public void done(long id) {
        close(id, "done", null);
    }

    /** The work has failed for good. */
    public void failed(long id, String problem) {
        close(id, "failed", problem);
    }

    private void close(long id, String state, @Nullable String problem) {
        jdbc.sql("""
                        UPDATE job SET state = ?, problem = ?, done = CASE WHEN ? = 'done' THEN total ELSE done END
                        WHERE id = ? AND state <> 'cancelled' RETURNING coalesce(release_id, 0)""")
                .params(java.util.Arrays.asList(state, problem, state, id))
                .query(Long.class)
                .list()
                .forEach(release -> announce(id, release));
    }

    /** Cancels work that is not done yet. */
    @For(Role.ASSISTANT)
    public void cancel(long id) {
        jdbc.sql(
                        "UPDATE job SET state = 'cancelled' WHERE id = ? AND state IN ('waiting', 'running') AND kind = 'copies'")
                .param(id)
                .update();
        announce(id, null);
    }

    /** Work under way, and what failed within the last day. */
    public List<Job> current() {
        return jdbc.sql("""
                        SELECT id, kind, says, release_id, done, total, state, problem FROM job
                        WHERE state IN ('waiting', 'running') OR state = 'failed' AND at > ?
                        ORDER BY id""")
                .param(Timestamp.from(clock.instant().minusSeconds(86_400)))
                .query((row, n) -> new Job(
                        row.getLong("id"),
                        row.getString("kind"),
                        row.getString("says"),
                        row.getObject("release_id", Long.class),
                        row.getLong("done"),
                        row.getLong("total"),
                        row.getString("state"),
                        row.getString("problem")))
                .list();
    }

    private void announce(long id, @Nullable Long releaseId) {
        announcer.announce("job", Map.of("id", id, "release", releaseId == null ? 0 : releaseId));
    }
}

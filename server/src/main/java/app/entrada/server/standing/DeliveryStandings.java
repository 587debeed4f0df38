package app.entrada.server.standing;

import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.desk.NextMoves;
import app.entrada.core.release.context.Objection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** How the newest delivery of each release to each destination stands. */
@Repository
public class DeliveryStandings {
    private final JdbcClient jdbc;

    DeliveryStandings(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * The newest delivery of a release to a destination; one that was called off is none.
     *
     * @param lastWords what was said last of it
     * @param editedSince whether it was accepted and the release was edited since; some edits may end where they began
     * @param objections what the destination objected to or asked, while it waits for that
     */
    public record NewestDelivery(
            DeliveryState state, String lastWords, boolean editedSince, List<Objection> objections) {
        /** What that means for what to do next. */
        public NextMoves.Standing move() {
            return switch (state) {
                case ACCEPTED, LIVE -> NextMoves.Standing.ACCEPTED;
                case REJECTED -> NextMoves.Standing.REJECTED;
                case FAILED -> NextMoves.Standing.FAILED;
                case QUESTIONS -> NextMoves.Standing.ASKED;
                case TAKEN_DOWN -> NextMoves.Standing.TAKEN_DOWN;
                default -> NextMoves.Standing.ON_ITS_WAY;
            };
        }
    }

    /** Standings by release and destination, of all these releases in one statement. */
    public Map<Long, Map<String, NewestDelivery>> of(Collection<Long> releases) {
        Map<Long, Map<String, NewestDelivery>> standings = new HashMap<>();
        if (releases.isEmpty()) return standings;
        jdbc.sql("""
                        SELECT d.release_id, d.destination, d.state, r.track, r.field, r.says,
                            (SELECT e.says FROM delivery_event e WHERE e.delivery_id = d.id ORDER BY e.id DESC LIMIT 1) AS last,
                            d.state IN ('accepted', 'live') AND EXISTS (SELECT 1 FROM batch b JOIN change c ON c.batch_id = b.id
                                WHERE b.release_id = d.release_id AND b.at > d.sealed_at AND b.source <> 'answer') AS edited
                        FROM (SELECT DISTINCT ON (release_id, destination) * FROM delivery
                              WHERE release_id = ANY (:releases) AND state <> 'called off'
                              ORDER BY release_id, destination, id DESC) d
                        LEFT JOIN delivery_reason r ON r.delivery_id = d.id AND d.state IN ('rejected', 'questions')
                        ORDER BY r.id""").param("releases", releases.toArray(Long[]::new)).query(row -> {
            NewestDelivery standing = standings
                    .computeIfAbsent(row.getLong("release_id"), id -> new HashMap<>())
                    .computeIfAbsent(row.getString("destination"), destination -> read(row));
            if (row.getString("says") != null)
                standing.objections.add(new Objection(
                        row.getString("destination"),
                        row.getInt("track"),
                        row.getString("field"),
                        row.getString("says")));
        });
        return standings;
    }

    private static NewestDelivery read(ResultSet row) {
        try {
            String last = row.getString("last");
            return new NewestDelivery(
                    DeliveryState.of(row.getString("state")),
                    last == null ? "" : last,
                    row.getBoolean("edited"),
                    new ArrayList<>());
        } catch (SQLException broken) {
            throw new IllegalStateException(broken);
        }
    }

    /** An answer that came in, for the desk. */
    public record ReleaseAnswer(
            long releaseId, String release, String destination, DeliveryState state, String message, String at) {}

    /** What was said last of each delivery that was answered, the newest first. */
    public List<ReleaseAnswer> answers(int most) {
        return jdbc.sql("""
                        SELECT r.id, coalesce(r.title, 'Untitled release') AS title, d.destination, e.state, e.says, e.at
                        FROM delivery_event e JOIN delivery d ON d.id = e.delivery_id JOIN release r ON r.id = d.release_id
                        WHERE e.state IN ('accepted', 'live', 'rejected', 'in review', 'failed', 'questions', 'taken down')
                            AND NOT EXISTS (SELECT FROM delivery_event later WHERE later.delivery_id = e.delivery_id
                                AND later.id > e.id AND later.state IN
                                    ('accepted', 'live', 'rejected', 'in review', 'failed', 'questions', 'taken down'))
                        ORDER BY e.id DESC LIMIT ?""").param(most).query(DeliveryStandings::answer).list();
    }

    /** What was said last of the newest delivery of each release to a destination where it wants something, the newest first. */
    public List<ReleaseAnswer> wanting(int most) {
        return jdbc.sql("""
                        SELECT r.id, coalesce(r.title, 'Untitled release') AS title, d.destination, d.state, e.says, e.at
                        FROM delivery d JOIN release r ON r.id = d.release_id,
                            LATERAL (SELECT says, at FROM delivery_event WHERE delivery_id = d.id ORDER BY id DESC LIMIT 1) e
                        WHERE d.state IN ('rejected', 'failed', 'questions') AND r.deleted_at IS NULL AND r.archived_at IS NULL
                            AND NOT EXISTS (SELECT FROM delivery later WHERE later.release_id = d.release_id
                                AND later.destination = d.destination AND later.id > d.id AND later.state <> 'called off')
                        ORDER BY d.id DESC LIMIT ?""").param(most).query(DeliveryStandings::answer).list();
    }

    private static ReleaseAnswer answer(ResultSet row, int n) throws SQLException {
        return new ReleaseAnswer(
                row.getLong("id"),
                row.getString("title"),
                row.getString("destination"),
                DeliveryState.of(row.getString("state")),
                row.getString("says"),
                row.getTimestamp("at").toInstant().toString());
    }

    /**
     * How a destination has answered so far.
     *
     * @param deliveries sent to it
     * @param accepted of them
     */
    public record Tally(int deliveries, int accepted, int rejected, int underWay) {}

    /** How a destination has answered so far. */
    public Tally tally(String destination) {
        return jdbc.sql("""
                        SELECT count(*) AS deliveries, count(*) FILTER (WHERE state IN ('accepted', 'live')) AS accepted,
                            count(*) FILTER (WHERE state = 'rejected') AS rejected,
                            count(*) FILTER (WHERE state IN ('sealed', 'received', 'in review', 'questions')) AS under_way
                        FROM delivery WHERE destination = ? AND state <> 'called off'""")
                .param(destination)
                .query((row, n) -> new Tally(
                        row.getInt("deliveries"),
                        row.getInt("accepted"),
                        row.getInt("rejected"),
                        row.getInt("under_way")))
                .single();
    }
}

package app.entrada.server.activity;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.ChangeSource;
import java.sql.Timestamp;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** The history: batches of changes and steps of deliveries, newest first. */
@Repository
class ActivityRepository {
    private static final int A_PAGE = 60;
    private static final int LINES_OF_A_BATCH = 40;

    private final JdbcClient jdbc;

    ActivityRepository(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** A fact that became another. */
    record ChangedFact(
            String where, @Nullable String before, @Nullable String after) {}

    /**
     * Something somebody did.
     *
     * @param id of the batch of changes; negative for a step of a delivery
     * @param kind edit, undo, redo or delivery
     * @param release 0 for the catalogue
     * @param more facts changed beyond those listed
     */
    record Deed(
            long id,
            String at,
            String who,
            String kind,
            boolean undone,
            String says,
            String source,
            long release,
            String title,
            List<ChangedFact> facts,
            int more) {}

    /** A page; {@code next} is the moment to ask for what was before it, microseconds since 1970, 0 at the end. */
    record ActivityView(List<Deed> deeds, List<String> people, long next) {}

    /** What was asked for, as conditions on these columns. */
    private static String asked(
            String releaseColumn, String accountColumn, String atColumn, long release, String who, long before) {
        return (release == 0 ? "" : " AND " + releaseColumn + " = :release")
                + (who.isEmpty() ? "" : " AND " + accountColumn + " = (SELECT id FROM account WHERE name = :who)")
                + (before == 0 ? "" : " AND " + atColumn + " < to_timestamp(:before / 1000000.0)");
    }

    /**
     * A page of what was done.
     *
     * @param release of which release, 0 for all
     * @param who by whom, empty for all
     * @param before what was before this moment, 0 for the newest
     */
    ActivityView page(long release, String who, long before) {
        long[] last = {0};
        // each kind by its own index, and no more of it than a page holds
        List<Deed> deeds = jdbc.sql("""
                        SELECT *, (extract(epoch FROM at) * 1000000)::bigint AS moment FROM (
                            (SELECT b.id, b.at, a.name, b.kind, b.undone, b.says, b.source, b.note,
                                coalesce(b.release_id, 0) AS release,
                                coalesce(r.title, CASE WHEN r.id IS NULL THEN 'People' ELSE 'Untitled release' END) AS title
                            FROM batch b JOIN account a ON a.id = b.account_id LEFT JOIN release r ON r.id = b.release_id
                            WHERE true%s ORDER BY b.at DESC, b.id DESC LIMIT :most)
                            UNION ALL
                            (SELECT -e.id, e.at, a.name, 'delivery', false, e.says,
                                'delivery', 'delivery ' || d.id || ', ' || e.state, d.release_id, coalesce(r.title, 'Untitled release')
                            FROM delivery_event e JOIN delivery d ON d.id = e.delivery_id
                            JOIN account a ON a.id = d.account_id JOIN release r ON r.id = d.release_id
                            WHERE true%s ORDER BY e.at DESC, e.id LIMIT :most)) done
                        ORDER BY at DESC, id DESC LIMIT :most""".formatted(
                                asked("b.release_id", "b.account_id", "b.at", release, who, before),
                                asked("d.release_id", "d.account_id", "e.at", release, who, before)))
                .param("release", release)
                .param("who", who)
                .param("before", before)
                .param("most", A_PAGE)
                .query((row, n) -> {
                    last[0] = row.getLong("moment");
                    return new Deed(
                            row.getLong("id"),
                            row.getObject("at", Timestamp.class).toInstant().toString(),
                            row.getString("name"),
                            row.getString("kind"),
                            row.getBoolean("undone"),
                            row.getString("says"),
                            source(row.getString("source"), row.getString("note")),
                            row.getLong("release"),
                            row.getString("title"),
                            new ArrayList<>(),
                            0);
                })
                .list();
        Map<Long, Integer> counts = new HashMap<>();
        Map<Long, Deed> byId = new HashMap<>();
        deeds.forEach(deed -> byId.put(deed.id, deed));
        jdbc.sql("""
                        SELECT c.batch_id, c.field, c.before, c.after FROM change c WHERE c.batch_id = ANY (:ids)
                        ORDER BY c.batch_id, c.position""")
                .param("ids", deeds.stream().map(Deed::id).toArray(Long[]::new))
                .query((row, n) -> {
                    long batch = row.getLong("batch_id");
                    if (counts.merge(batch, 1, Integer::sum) <= LINES_OF_A_BATCH)
                        requireNonNull(byId.get(batch))
                                .facts
                                .add(new ChangedFact(
                                        name(row.getString("field")), row.getString("before"), row.getString("after")));
                    return batch;
                })
                .list();
        return new ActivityView(
                deeds.stream()
                        .map(deed -> new Deed(
                                deed.id,
                                deed.at,
                                deed.who,
                                deed.kind,
                                deed.undone,
                                deed.says,
                                deed.source,
                                deed.release,
                                deed.title,
                                deed.facts,
                                Math.max(0, counts.getOrDefault(deed.id, 0) - LINES_OF_A_BATCH)))
                        .toList(),
                jdbc.sql("SELECT name FROM account ORDER BY name")
                        .query(String.class)
                        .list(),
                deeds.size() < A_PAGE ? 0 : last[0]);
    }

    private static String source(String source, String note) {
        if (source.equals("delivery")) return note;
        String label = ChangeSource.of(source).label();
        return note.isEmpty() || note.equals(label) ? label : label + ": " + note;
    }

    private static String name(String id) {
        Field<?> field = Fields.byId(id);
        return field.name() + " of the " + field.entity().id();
    }
}

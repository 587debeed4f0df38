package app.entrada.server.house;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.springframework.core.annotation.Order;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * What refers to something that is not there. Most of it the database itself does not allow; this is what it cannot see, because
 * it stands in a text or is one of several kinds.
 */
@Component
@Order(3)
class ReferencesLook implements HouseLook {
    private static final int MOST_OF_A_KIND = 50;
    private static final String RESTORE =
            "Restore the latest backup into an empty data folder and compare; what is missing here may be there.";

    /** Statements that each tell what is wrong in a column {@code says}, with what to do about it. */
    private static final Map<String, String> WRONG = Map.of(
            """
            SELECT 'A picture of “' || coalesce(r.title, 'Untitled release') || '” is missing: ' || m[1] AS says
            FROM release r, regexp_matches(r.pictures, '[0-9a-f]{64}', 'g') AS m
            WHERE r.deleted_at IS NULL AND NOT EXISTS (SELECT FROM file f WHERE f.sha256 = m[1])""",
            "Add the picture again.",
            """
            SELECT 'The running order of “' || coalesce(r.title, 'Untitled release') || '” lists a track that does not exist ('
                || wanted || ').' AS says
            FROM release r, regexp_split_to_table(r.running_order, ' ') AS wanted
            WHERE r.deleted_at IS NULL AND wanted <> ''
                AND NOT EXISTS (SELECT FROM track t WHERE t.id = CAST(wanted AS bigint) AND t.release_id = r.id)""",
            "Move any of its tracks by one place to write the running order again.",
            """
            SELECT 'A credit belongs to a ' || c.entity || ' that does not exist (' || c.target_id || ').' AS says FROM credit c
            WHERE NOT EXISTS (
                SELECT FROM release x WHERE c.entity = 'release' AND x.id = c.target_id
                UNION ALL SELECT FROM track x WHERE c.entity = 'track' AND x.id = c.target_id
                UNION ALL SELECT FROM recording x WHERE c.entity = 'recording' AND x.id = c.target_id
                UNION ALL SELECT FROM work x WHERE c.entity = 'work' AND x.id = c.target_id
                UNION ALL SELECT FROM party x WHERE c.entity = 'party' AND x.id = c.target_id
                UNION ALL SELECT FROM series x WHERE c.entity = 'series' AND x.id = c.target_id)""",
            RESTORE,
            """
            SELECT 'A copy was made from a master that no longer exists: ' || c.file_name AS says FROM copy c
            WHERE NOT EXISTS (SELECT FROM file f WHERE f.sha256 = c.master)""",
            "Write the copies of the release again.",
            """
            SELECT 'Delivery ' || d.id || ' of “' || coalesce(r.title, 'Untitled release') || '” has no history.' AS says
            FROM delivery d JOIN release r ON r.id = d.release_id
            WHERE NOT EXISTS (SELECT FROM delivery_event e WHERE e.delivery_id = d.id)""",
            RESTORE,
            """
            SELECT 'Delivery ' || d.id || ' of “' || coalesce(r.title, 'Untitled release')
                || '” is waiting to be sent but is not scheduled.' AS says
            FROM delivery d JOIN release r ON r.id = d.release_id
            WHERE d.state = 'sealed' AND d.way = 'interface' AND d.sealed_at < now() - interval '10 minutes' AND NOT EXISTS (
                SELECT FROM scheduled_deliveries s WHERE s.task_instance = CAST(d.id AS text))""",
            "Open it under Send and choose “Retry this delivery”.");

    private final JdbcClient jdbc;

    ReferencesLook(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    @Override
    public String name() {
        return "references";
    }

    @Override
    public String well() {
        return "every reference leads somewhere";
    }

    @Override
    public List<HouseFinding> look(Consumer<String> progress) {
        List<HouseFinding> found = new ArrayList<>();
        WRONG.forEach((statement, remedy) -> jdbc.sql(statement + " LIMIT " + MOST_OF_A_KIND)
                .query(String.class)
                .list()
                .forEach(says -> found.add(new HouseFinding(says, remedy))));
        return found;
    }
}

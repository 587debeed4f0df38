package app.entrada.server.facts;

import app.entrada.core.field.Entity;
import app.entrada.core.release.Ref;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** On which releases and tracks things are shown, and people by name. */
@Component
public class WhereShown {
    private final JdbcClient jdbc;

    WhereShown(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * Where a thing is shown.
     *
     * @param release its title
     * @param track number in the running order, 0 for the release itself
     */
    public record At(Ref ref, long releaseId, String release, int track) {}

    /** On which releases and tracks some things are shown, release by release, the newest first. */
    public List<At> of(Set<Ref> refs) {
        return jdbc.sql("""
                        SELECT s.entity, s.target, r.id, coalesce(r.title, 'Untitled release') AS title,
                            coalesce(array_position(string_to_array(r.running_order, ' '), s.track::text), 0) AS number
                        FROM (SELECT 'release' AS entity, id AS target, id AS release, 0::bigint AS track FROM release
                                WHERE id = ANY (:releases)
                            UNION ALL SELECT 'track', id, release_id, id FROM track WHERE id = ANY (:tracks)
                            UNION ALL SELECT 'recording', recording_id, release_id, id FROM track
                                WHERE recording_id = ANY (:recordings)
                            UNION ALL SELECT 'work', c.work_id, t.release_id, t.id FROM recording c
                                JOIN track t ON t.recording_id = c.id WHERE c.work_id = ANY (:works)) s
                        JOIN release r ON r.id = s.release
                        WHERE r.deleted_at IS NULL AND (s.track = 0
                            OR s.track::text = ANY (string_to_array(r.running_order, ' ')))
                        ORDER BY r.release_date DESC NULLS FIRST, r.id DESC, number""")
                .param("releases", ids(refs, Entity.RELEASE))
                .param("tracks", ids(refs, Entity.TRACK))
                .param("recordings", ids(refs, Entity.RECORDING))
                .param("works", ids(refs, Entity.WORK))
                .query((row, n) -> new At(
                        new Ref(Entity.of(row.getString("entity")), row.getLong("target")),
                        row.getLong("id"),
                        row.getString("title"),
                        row.getInt("number")))
                .list();
    }

    /** Names of the people among some things. */
    public Map<Ref, String> names(Set<Ref> refs) {
        return jdbc
                .sql("SELECT id, name FROM party WHERE id = ANY (:people)")
                .param("people", ids(refs, Entity.PARTY))
                .query((row, n) -> Map.entry(new Ref(Entity.PARTY, row.getLong("id")), row.getString("name")))
                .list()
                .stream()
                .collect(Collectors.toMap(Map.Entry::getKey, Map.Entry::getValue));
    }

    private static Long[] ids(Set<Ref> refs, Entity entity) {
        return refs.stream().filter(ref -> ref.entity() == entity).map(Ref::id).toArray(Long[]::new);
    }
}

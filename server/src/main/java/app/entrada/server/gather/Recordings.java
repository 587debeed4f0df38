package app.entrada.server.gather;

import app.entrada.core.field.Sha256;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Which recordings of the catalogue have a file as their master. */
@Component
public class Recordings {
    private final JdbcClient jdbc;

    Recordings(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * A recording in the catalogue.
     *
     * @param says as people name it: “title” on release (ISRC)
     * @param isrc compact, empty when it has none
     * @param releaseId of the first release it is on
     */
    public record Holder(long recording, String says, String isrc, long releaseId) {}

    /** Recordings on some release whose master is one of these files. */
    public Map<Sha256, List<Holder>> holding(Collection<Sha256> files) {
        Map<Sha256, List<Holder>> holders = new HashMap<>();
        if (files.isEmpty()) return holders;
        jdbc.sql("""
                        SELECT DISTINCT ON (o.id) o.id, o.master, coalesce(o.isrc, '') AS isrc, r.id AS release_id,
                            '“' || coalesce(t.title, '?') || coalesce(' (' || t.version || ')', '') || '” on '
                                || coalesce(r.title, 'an untitled release') AS says
                        FROM recording o JOIN track t ON t.recording_id = o.id JOIN release r ON r.id = t.release_id
                        WHERE o.master IN (:files) ORDER BY o.id, r.id""")
                .param("files", files.stream().map(Sha256::hex).toList())
                .query((row, n) -> {
                    String isrc = row.getString("isrc");
                    return holders.computeIfAbsent(new Sha256(row.getString("master")), key -> new ArrayList<>())
                            .add(new Holder(
                                    row.getLong("id"),
                                    row.getString("says") + (isrc.isEmpty() ? "" : " (" + isrc + ")"),
                                    isrc,
                                    row.getLong("release_id")));
                })
                .list();
        return holders;
    }
}

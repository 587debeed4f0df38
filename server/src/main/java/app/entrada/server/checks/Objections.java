package app.entrada.server.checks;

import app.entrada.core.release.context.Objection;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** What destinations objected to in the newest delivery of a release; gone as soon as it is delivered anew. */
@Component
class Objections {
    private final JdbcClient jdbc;

    Objections(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    List<Objection> of(long releaseId) {
        return jdbc.sql("""
                        SELECT d.destination, r.track, r.field, r.says FROM delivery_reason r
                        JOIN delivery d ON d.id = r.delivery_id
                        WHERE d.release_id = ? AND d.state IN ('rejected', 'questions')
                          AND d.id = (SELECT max(n.id) FROM delivery n
                                      WHERE n.release_id = d.release_id AND n.destination = d.destination
                                        AND n.state <> 'called off')
                        ORDER BY r.id""")
                .param(releaseId)
                .query((row, n) -> new Objection(
                        row.getString("destination"),
                        row.getInt("track"),
                        row.getString("field"),
                        row.getString("says")))
                .list();
    }
}

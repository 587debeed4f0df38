package app.entrada.server.deliveries;

import java.sql.Timestamp;
import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Where somebody is in a form: which captions were copied, with the value that they had then. */
@Repository
class CopiedCaptions {
    private final JdbcClient jdbc;
    private final Clock clock;

    CopiedCaptions(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** Values by the keys of their captions. */
    Map<String, String> of(long releaseId, String destination) {
        Map<String, String> values = new HashMap<>();
        jdbc.sql("SELECT key, value FROM copied_caption WHERE release_id = ? AND destination = ?")
                .params(releaseId, destination)
                .query(row -> {
                    values.put(row.getString("key"), row.getString("value"));
                });
        return values;
    }

    void copied(long releaseId, String destination, String key, String value) {
        jdbc.sql("""
                        INSERT INTO copied_caption (release_id, destination, key, value, at) VALUES (?, ?, ?, ?, ?)
                        ON CONFLICT (release_id, destination, key) DO UPDATE SET value = excluded.value, at = excluded.at""")
                .params(releaseId, destination, key, value, Timestamp.from(clock.instant()))
                .update();
    }

    void notCopied(long releaseId, String destination, String key) {
        jdbc.sql("DELETE FROM copied_caption WHERE release_id = ? AND destination = ? AND key = ?")
                .params(releaseId, destination, key)
                .update();
    }

    /** The form is begun anew. */
    void clear(long releaseId, String destination) {
        jdbc.sql("DELETE FROM copied_caption WHERE release_id = ? AND destination = ?")
                .params(releaseId, destination)
                .update();
    }
}

package app.entrada.server.deliveries;

import app.entrada.core.delivery.Outgoing;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.HashMap;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Which works societies have, and under which number. */
@Component
class SocietyWorks {
    private final JdbcClient jdbc;
    private final Clock clock;

    SocietyWorks(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    Map<Long, Outgoing.KnownWork> known(String destination) {
        Map<Long, Outgoing.KnownWork> known = new HashMap<>();
        jdbc.sql("SELECT work_id, number, digest FROM society_work WHERE destination = ?")
                .param(destination)
                .query((row, n) -> known.put(
                        row.getLong("work_id"),
                        new Outgoing.KnownWork(row.getString("number"), row.getString("digest"))))
                .list();
        return known;
    }

    void keep(String destination, long work, String number, String digest) {
        jdbc.sql("""
                        INSERT INTO society_work (destination, work_id, number, digest, at) VALUES (?, ?, ?, ?, ?)
                        ON CONFLICT (destination, work_id) DO UPDATE SET number = excluded.number,
                            digest = excluded.digest, at = excluded.at""")
                .params(destination, work, number, digest, Timestamp.from(clock.instant()))
                .update();
    }
}

package app.entrada.server.demo;

import app.entrada.demo.large.LargeCatalogue;
import java.sql.Connection;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.List;
import javax.sql.DataSource;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DataSourceUtils;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/** Puts a catalogue of thousands of releases beside the small one of the demo. */
@Component
public class LargeDemo {
    private static final Logger LOG = LoggerFactory.getLogger(LargeDemo.class);

    /** Tables whose numbers go on behind what was copied in. */
    private static final List<String> NUMBERED = List.of(
            "party",
            "release",
            "work",
            "recording",
            "track",
            "delivery",
            "delivery_event",
            "batch",
            "copy",
            "received");

    private final JdbcClient jdbc;
    private final DataSource database;
    private final JsonMapper json;

    LargeDemo(JdbcClient jdbc, DataSource database, JsonMapper json) {
        this.jdbc = jdbc;
        this.database = database;
        this.json = json;
    }

    /** Whether it was made. */
    boolean there() {
        return jdbc.sql("SELECT EXISTS (SELECT FROM release WHERE id >= ?)")
                .param(LargeCatalogue.FIRST)
                .query(Boolean.class)
                .single();
    }

    /** Makes it, within the present transaction. */
    public LargeCatalogue.Made make(int releases, LocalDate today, long account) {
        for (String destination : List.of("lumenfold", "ostra"))
            jdbc.sql("INSERT INTO destination (id) VALUES (?) ON CONFLICT DO NOTHING")
                    .param(destination)
                    .update();
        List<String> covers = jdbc.sql("SELECT DISTINCT cover FROM release WHERE cover IS NOT NULL ORDER BY cover")
                .query(String.class)
                .list();
        LargeCatalogue catalogue = new LargeCatalogue(releases, today, account, covers, json::writeValueAsString);
        Connection connection = DataSourceUtils.getConnection(database);
        LargeCatalogue.Made made = catalogue.fill(new CopiedRows(connection));
        try (Statement after = connection.createStatement()) {
            for (String table : NUMBERED)
                after.execute("SELECT setval(pg_get_serial_sequence('%1$s', 'id'), (SELECT max(id) FROM %1$s))"
                        .formatted(table));
            after.execute("ANALYZE");
        } catch (SQLException refused) {
            throw new IllegalStateException(refused);
        }
        LOG.info("The large catalogue is made: {}", made);
        return made;
    }
}

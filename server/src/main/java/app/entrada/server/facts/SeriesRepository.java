package app.entrada.server.facts;

import app.entrada.core.field.Entity;
import app.entrada.core.release.Facts;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import java.util.List;
import java.util.Optional;
import java.util.UUID;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Spoken series in the database. Their facts are changed as all facts are; here is how they are found. */
@Repository
public class SeriesRepository {
    private static final String SELECT =
            "SELECT e.id, e.key, %s FROM series e ".formatted(FactColumns.selected(Entity.SERIES, "e"));

    private final JdbcClient jdbc;

    SeriesRepository(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * A series.
     *
     * @param key part of the address of its feed, for ever
     */
    public record Series(long id, UUID key, Facts facts) {}

    /** All series by title. */
    public List<Series> all() {
        return jdbc.sql(SELECT + "ORDER BY lower(e.title)")
                .query(SeriesRepository::read)
                .list();
    }

    /** The series with this number. */
    public Optional<Series> find(long id) {
        return jdbc.sql(SELECT + "WHERE e.id = ?")
                .param(id)
                .query(SeriesRepository::read)
                .optional();
    }

    /** The series with this title. */
    public Optional<Series> titled(String title) {
        return jdbc.sql(SELECT + "WHERE e.title = ?")
                .param(title)
                .query(SeriesRepository::read)
                .optional();
    }

    /** The series whose feed has this key in its address. */
    public Optional<Series> keyed(UUID key) {
        return jdbc.sql(SELECT + "WHERE e.key = ?")
                .param(key)
                .query(SeriesRepository::read)
                .optional();
    }

    private static Series read(java.sql.ResultSet row, int n) throws java.sql.SQLException {
        return new Series(row.getLong("id"), row.getObject("key", UUID.class), FactColumns.read(row, Entity.SERIES));
    }

    /** A title that was not met before becomes a series. */
    @For(Role.ASSISTANT)
    public void enter(String title) {
        jdbc.sql("INSERT INTO series (title) VALUES (?) ON CONFLICT (title) DO NOTHING")
                .param(title)
                .update();
    }

    /** Whether a directory was told where the feed of a series is. */
    public boolean told(long series, String destination) {
        return jdbc.sql("SELECT EXISTS (SELECT 1 FROM series_told WHERE series_id = ? AND destination = ?)")
                .params(series, destination)
                .query(Boolean.class)
                .single();
    }

    /** Notes that a directory took the feed. */
    public void tell(long series, String destination, java.time.Instant at) {
        jdbc.sql("INSERT INTO series_told (series_id, destination, at) VALUES (?, ?, ?) ON CONFLICT DO NOTHING")
                .params(series, destination, java.sql.Timestamp.from(at))
                .update();
    }
}

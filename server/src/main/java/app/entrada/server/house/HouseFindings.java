package app.entrada.server.house;

import java.time.Instant;
import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import org.springframework.transaction.annotation.Transactional;

/** What was found in the house, until the same look finds it no longer. */
@Repository
public class HouseFindings {
    private final JdbcClient jdbc;

    HouseFindings(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * What was found and when, the latest first.
     *
     * @param at when it was found first
     */
    public record Noted(String says, String remedy, Instant at) {}

    /** The latest first. */
    public List<Noted> latest(int most) {
        return jdbc.sql("SELECT says, remedy, found_at FROM house_finding ORDER BY found_at DESC, look, says LIMIT ?")
                .param(most)
                .query((row, n) -> new Noted(
                        row.getString("says"),
                        row.getString("remedy"),
                        row.getTimestamp("found_at").toInstant()))
                .list();
    }

    /** How many there are. */
    public int count() {
        return jdbc.sql("SELECT count(*) FROM house_finding")
                .query(Integer.class)
                .single();
    }

    /** Notes what a look has found that has gone through everything: what it found before and not now is no longer so. */
    @Transactional
    public void whole(String look, List<HouseFinding> found) {
        jdbc.sql("DELETE FROM house_finding WHERE look = ? AND NOT says = ANY (?)")
                .params(look, found.stream().map(HouseFinding::says).toArray(String[]::new))
                .update();
        part(look, found);
        jdbc.sql("""
                        INSERT INTO house_look (name, whole_at) VALUES (?, now())
                        ON CONFLICT (name) DO UPDATE SET whole_at = now()""").param(look).update();
    }

    /** Notes what a look has found on its way. */
    void part(String look, List<HouseFinding> found) {
        for (HouseFinding each : found)
            jdbc.sql("INSERT INTO house_finding (look, says, remedy) VALUES (?, ?, ?) ON CONFLICT DO NOTHING")
                    .params(look, each.says(), each.remedy())
                    .update();
    }

    /** Forgets what was found by a look before a moment. */
    void forget(String look, Instant before) {
        jdbc.sql("DELETE FROM house_finding WHERE look = ? AND found_at < ?")
                .params(look, java.sql.Timestamp.from(before))
                .update();
    }

    /** Whether a look has gone through everything within the last day. */
    boolean isOfToday(String look) {
        return jdbc.sql("SELECT EXISTS (SELECT FROM house_look WHERE name = ? AND whole_at > now() - interval '1 day')")
                .param(look)
                .query(Boolean.class)
                .single();
    }

    /** Releases that come next in the round of a look, some of them; none when it is through. */
    List<Long> next(String look, int most) {
        return jdbc.sql("""
                        SELECT id FROM release WHERE deleted_at IS NULL AND archived_at IS NULL
                            AND id > coalesce((SELECT place FROM house_look WHERE name = ?), 0) ORDER BY id LIMIT ?""").params(look, most).query(Long.class).list();
    }

    /** A look goes on behind a release. */
    void reached(String look, long place) {
        jdbc.sql("""
                        INSERT INTO house_look (name, place) VALUES (?, ?)
                        ON CONFLICT (name) DO UPDATE SET place = excluded.place""").params(look, place).update();
    }
}

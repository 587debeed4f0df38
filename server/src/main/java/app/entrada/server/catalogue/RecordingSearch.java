package app.entrada.server.catalogue;

import java.util.List;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Finds recordings by title, release, code and artist. */
@Repository
class RecordingSearch {
    private static final int MOST_FOUND = 40;

    private final JdbcClient jdbc;

    RecordingSearch(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** A recording where it was found, by the track that shows it. */
    record ShownRecording(long track, long release) {}

    /** Recordings for which what was typed stands anywhere in a name of theirs, each once. */
    List<ShownRecording> find(String typed) {
        String like =
                "%" + typed.strip().replace("\\", "\\\\").replace("%", "\\%").replace("_", "\\_") + "%";
        return jdbc.sql("""
                        SELECT DISTINCT ON (r.id) r.id AS recording, t.id AS track, t.release_id AS release
                        FROM recording r JOIN track t ON t.recording_id = r.id JOIN release l ON l.id = t.release_id
                        WHERE (' ' || l.running_order || ' ') LIKE ('% ' || t.id || ' %')
                          AND (t.title ILIKE :like OR l.title ILIKE :like OR r.isrc ILIKE replace(:like, '-', '')
                            OR EXISTS (SELECT 1 FROM credit c JOIN party p ON p.id = c.party_id WHERE p.name ILIKE :like
                              AND (c.entity = 'track' AND c.target_id = t.id
                                OR c.entity = 'release' AND c.target_id = l.id AND c.fact = 'artists')))
                        ORDER BY r.id, l.release_date NULLS LAST LIMIT :most""")
                .param("like", like)
                .param("most", MOST_FOUND)
                .query((row, n) -> new ShownRecording(row.getLong("track"), row.getLong("release")))
                .list();
    }
}

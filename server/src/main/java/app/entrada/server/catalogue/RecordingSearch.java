package app.entrada.server.catalogue;

import app.entrada.server.platform.LikePattern;
import app.entrada.server.platform.Problem;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
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

    /**
     * The tracks that show some recordings on the newest release of each, in the same order.
     *
     * @throws Problem when a recording is on no release
     */
    List<Long> newestTracks(List<Long> recordings) {
        Map<Long, Long> tracks = new HashMap<>();
        jdbc.sql("""
                        SELECT DISTINCT ON (t.recording_id) t.recording_id, t.id
                        FROM track t JOIN release l ON l.id = t.release_id
                        WHERE t.recording_id = ANY (?) AND l.deleted_at IS NULL
                            AND (' ' || l.running_order || ' ') LIKE ('% ' || t.id || ' %')
                        ORDER BY t.recording_id, l.release_date DESC NULLS LAST, t.id""").param(recordings.toArray(Long[]::new)).query(row -> {
            tracks.put(row.getLong("recording_id"), row.getLong("id"));
        });
        return recordings.stream()
                .map(recording ->
                        Optional.ofNullable(tracks.get(recording)).orElseThrow(() -> Problem.missing("recording")))
                .toList();
    }

    /** Recordings for which what was typed stands anywhere in a name of theirs, each once. */
    List<ShownRecording> find(String typed) {
        return jdbc.sql("""
                        WITH artist AS (
                            SELECT c.entity, c.target_id FROM party p JOIN credit c ON c.party_id = p.id
                            WHERE lower(p.name) LIKE lower(:like)
                                AND (c.entity = 'track' OR c.entity = 'release' AND c.fact = 'artists')
                        ), named AS (
                            SELECT id FROM track WHERE lower(title) LIKE lower(:like)
                            UNION SELECT t.id FROM recording r JOIN track t ON t.recording_id = r.id
                                WHERE lower(r.isrc) LIKE lower(replace(:like, '-', ''))
                            UNION SELECT t.id FROM release l JOIN track t ON t.release_id = l.id WHERE lower(l.title) LIKE lower(:like)
                            UNION SELECT target_id FROM artist WHERE entity = 'track'
                            UNION SELECT t.id FROM artist a JOIN track t ON t.release_id = a.target_id WHERE a.entity = 'release'
                        )
                        SELECT DISTINCT ON (t.recording_id) t.recording_id AS recording, t.id AS track, t.release_id AS release
                        FROM named n JOIN track t ON t.id = n.id JOIN release l ON l.id = t.release_id
                        WHERE (' ' || l.running_order || ' ') LIKE ('% ' || t.id || ' %')
                        ORDER BY t.recording_id, l.release_date NULLS LAST LIMIT :most""")
                .param("like", LikePattern.containing(typed.strip()))
                .param("most", MOST_FOUND)
                .query((row, n) -> new ShownRecording(row.getLong("track"), row.getLong("release")))
                .list();
    }
}

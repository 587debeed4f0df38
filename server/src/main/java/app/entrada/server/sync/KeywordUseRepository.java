package app.entrada.server.sync;

import app.entrada.core.release.Track;
import app.entrada.core.sync.KeywordSuggestions.Used;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Keywords that other recordings have, with what those are like. */
@Repository
class KeywordUseRepository {
    private final JdbcClient jdbc;

    KeywordUseRepository(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** Those of all recordings but a track's own. */
    List<Used> beside(Track track) {
        return jdbc.sql("""
                        SELECT r.keywords, concat_ws('; ', r.moods, min(t.genre), min(l.genre)) AS kin
                        FROM recording r JOIN track t ON t.recording_id = r.id JOIN release l ON l.id = t.release_id
                        WHERE r.keywords IS NOT NULL AND r.id <> ? GROUP BY r.id""")
                .param(track.recording().id())
                .query((row, n) -> new Used(words(row.getString("kin")), List.copyOf(words(row.getString("keywords")))))
                .list();
    }

    private static Set<String> words(String terms) {
        Set<String> words = new HashSet<>();
        Arrays.stream(terms.toLowerCase(Locale.ROOT).split("\\s*;\\s*"))
                .filter(word -> !word.isEmpty())
                .forEach(words::add);
        return words;
    }
}

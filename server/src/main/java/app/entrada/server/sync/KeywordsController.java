package app.entrada.server.sync;

import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sync.KeywordSuggestions;
import app.entrada.core.sync.KeywordSuggestions.Used;
import app.entrada.server.files.FileBook;
import app.entrada.server.platform.Problem;
import app.entrada.server.releases.ReleaseRepository;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import java.util.OptionalInt;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RestController;

/** Suggests keywords for a track. */
@RestController
class KeywordsController {
    private static final int MOST = 16;
    /** Below this the measured tempo is a guess. */
    private static final double SURE = 0.5;

    private final ReleaseRepository releases;
    private final FileBook files;
    private final JdbcClient jdbc;

    KeywordsController(ReleaseRepository releases, FileBook files, JdbcClient jdbc) {
        this.releases = releases;
        this.files = files;
        this.jdbc = jdbc;
    }

    /** A word and why. */
    record SuggestedKeyword(String word, String reason) {}

    @GetMapping("/api/releases/{id}/tracks/{number}/keywords")
    List<SuggestedKeyword> keywords(@PathVariable long id, @PathVariable int number) {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        if (number < 1 || number > release.tracks().size()) throw Problem.missing("track");
        Track track = release.tracks().get(number - 1);
        return KeywordSuggestions.of(release, track, tempo(track), catalogue(track), MOST).stream()
                .map(each -> new SuggestedKeyword(each.word(), each.reason()))
                .toList();
    }

    private OptionalInt tempo(Track track) {
        Optional<AudioFacts> audio = track.master().flatMap(files::find).flatMap(FileBook.Entry::audio);
        return audio.flatMap(AudioFacts::sound)
                .filter(sound -> sound.tempo().confidence() >= SURE)
                .map(sound -> OptionalInt.of((int) Math.round(sound.tempo().bpm())))
                .orElse(OptionalInt.empty());
    }

    private List<Used> catalogue(Track track) {
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

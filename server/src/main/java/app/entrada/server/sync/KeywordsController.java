package app.entrada.server.sync;

import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sync.KeywordSuggestions;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileIndex;
import app.entrada.server.platform.Problem;
import java.util.List;
import java.util.Optional;
import java.util.OptionalInt;
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
    private final FileIndex files;
    private final KeywordUseRepository uses;

    KeywordsController(ReleaseRepository releases, FileIndex files, KeywordUseRepository uses) {
        this.uses = uses;
        this.releases = releases;
        this.files = files;
    }

    /** A word and why. */
    record SuggestedKeyword(String word, String reason) {}

    @GetMapping("/api/releases/{id}/tracks/{number}/keywords")
    List<SuggestedKeyword> keywords(@PathVariable long id, @PathVariable int number) {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        if (number < 1 || number > release.tracks().size()) throw Problem.missing("track");
        Track track = release.tracks().get(number - 1);
        return KeywordSuggestions.of(release, track, tempo(track), uses.beside(track), MOST).stream()
                .map(each -> new SuggestedKeyword(each.word(), each.reason()))
                .toList();
    }

    private OptionalInt tempo(Track track) {
        Optional<AudioFacts> audio = track.master().flatMap(files::find).flatMap(FileIndex.StoredFile::audio);
        return audio.flatMap(AudioFacts::sound)
                .filter(sound -> sound.tempo().confidence() >= SURE)
                .map(sound -> OptionalInt.of((int) Math.round(sound.tempo().bpm())))
                .orElse(OptionalInt.empty());
    }
}

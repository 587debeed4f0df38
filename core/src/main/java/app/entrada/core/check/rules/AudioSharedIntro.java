package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import java.util.Map;
import java.util.stream.Stream;

/** Two masters that share a stretch and differ elsewhere: an instrumental, an edit, a common introduction. */
public final class AudioSharedIntro implements Rule {
    @Override
    public String id() {
        return "audio.shared-intro";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Shared stretch of sound";
    }

    @Override
    public String reason() {
        return "A service that listens to a short excerpt will take one of these for the other.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("seconds", 10);
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> s.alike(track, Match.Verdict.OTHER_VERSION)
                .filter(other -> other.agreesTo() - other.agreesFrom() >= p.decimal("seconds"))
                .findFirst()
                .map(other -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "%s is the same as %s from %s to %s and differs elsewhere.",
                        s.name(track),
                        other.says(),
                        AudioFacts.time(Math.round(other.agreesFrom() * 1000)),
                        AudioFacts.time(Math.round(other.agreesTo() * 1000)))));
    }
}

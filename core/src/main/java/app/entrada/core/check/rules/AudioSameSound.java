package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** A master that sounds the same as that of another recording. */
public final class AudioSameSound implements Rule {
    @Override
    public String id() {
        return "audio.same-sound";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Same sound as another recording";
    }

    @Override
    public String reason() {
        return "One recording has one code, for ever (ISO 3901): the same sound under two is paid twice or not at all.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> s.alike(track, Match.Verdict.SAME)
                .findFirst()
                .map(other -> Observation.at(
                        s,
                        track,
                        Fields.RECORDING_ISRC,
                        "%s sounds the same as %s; one recording keeps one code.",
                        s.name(track),
                        other.says())));
    }
}

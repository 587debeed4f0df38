package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Optional;
import java.util.stream.Stream;

/** Every track has a master. */
public final class AudioMissing implements Rule {
    @Override
    public String id() {
        return "audio.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Master missing";
    }

    @Override
    public String reason() {
        return "There is nothing to sell without sound.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.tracks(track -> track.master().isPresent()
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "%s has no master: drop the file on the track.",
                        s.name(track))));
    }
}

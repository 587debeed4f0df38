package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Optional;
import java.util.stream.Stream;

/** Every track has a master. */
public final class AudioMissing implements Rule {
    @Override
    public String id() {
        return "audio.missing";
    }

    @Override
    public Family family() {
        return Family.AUDIO;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s.tracks(track -> track.master().isPresent()
                ? Optional.empty()
                : Optional.of(s.at(
                        track,
                        Fields.RECORDING_MASTER,
                        "%s has no master: drop the file on the track.",
                        s.name(track))));
    }
}

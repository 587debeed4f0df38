package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Optional;
import java.util.stream.Stream;

/** The walk through the file found it whole. */
public final class AudioDamaged implements Rule {
    @Override
    public String id() {
        return "audio.damaged";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Master damaged";
    }

    @Override
    public String reason() {
        return "A damaged file reaches listeners as it is, or is refused.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.masters((track, master) -> master.faults().isEmpty()
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s is damaged: %s. Ask for the file again.",
                        s.name(track),
                        master.faults().get(0).what())));
    }
}

package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Optional;
import java.util.stream.Stream;

/** The walk through the file found it whole. */
public final class AudioDamaged implements Rule {
    @Override
    public String id() {
        return "audio.damaged";
    }

    @Override
    public Family family() {
        return Family.AUDIO;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s.masters((track, master) -> master.faults().isEmpty()
                ? Optional.empty()
                : Optional.of(s.at(
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s is damaged: %s. Ask for the file again.",
                        s.name(track),
                        master.faults().get(0).what())));
    }
}

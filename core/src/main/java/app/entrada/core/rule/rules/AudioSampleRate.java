package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Samples a second. */
public final class AudioSampleRate implements Rule {
    @Override
    public String id() {
        return "audio.sample-rate";
    }

    @Override
    public Family family() {
        return Family.AUDIO;
    }

    @Override
    public String name() {
        return "Sample rate";
    }

    @Override
    public String reason() {
        return "Below the rate of a disc, highs are missing.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("min", 44100);
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s.masters((track, master) -> master.sampleRate() >= p.number("min")
                ? Optional.empty()
                : Optional.of(s.at(
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s has %,d Hz; at least %,d are wanted.",
                        s.name(track),
                        master.sampleRate(),
                        p.number("min"))));
    }
}

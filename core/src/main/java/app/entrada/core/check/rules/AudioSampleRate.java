package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
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
    public RuleFamily family() {
        return RuleFamily.AUDIO;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.masters((track, master) -> master.sampleRate() >= p.number("min")
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s has %,d Hz; at least %,d are wanted.",
                        s.name(track),
                        master.sampleRate(),
                        p.number("min"))));
    }
}

package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Bytes of a file. */
public final class AudioBytes implements Rule {
    @Override
    public String id() {
        return "audio.bytes";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Size of the master";
    }

    @Override
    public String reason() {
        return "Larger files are refused at the door.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("max", 262144000);
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.masters((track, master) -> master.bytes() <= p.number("max")
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s has %,d bytes; at most %,d are taken.",
                        s.name(track),
                        master.bytes(),
                        p.number("max"))));
    }
}

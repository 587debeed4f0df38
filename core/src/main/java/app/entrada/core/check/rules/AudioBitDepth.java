package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Bits a sample. */
public final class AudioBitDepth implements Rule {
    @Override
    public String id() {
        return "audio.bit-depth";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Bit depth";
    }

    @Override
    public String reason() {
        return "Other depths are converted by the receiver, unheard.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("bits", List.of(16, 24));
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        List<String> depths = p.words("bits");
        // lossy codings have no depth; whether they are taken at all is another rule's question
        return s.masters((track, master) -> master.bitDepth() == 0
                        || depths.contains(String.valueOf(master.bitDepth()))
                                && !master.codec().equals("float")
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s has %d bits%s; taken are: %s whole-number bits.",
                        s.name(track),
                        master.bitDepth(),
                        master.codec().equals("float") ? " floating point" : "",
                        String.join(", ", depths))));
    }
}

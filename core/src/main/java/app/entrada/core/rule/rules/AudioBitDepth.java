package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
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
    public Family family() {
        return Family.AUDIO;
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
    public Stream<Observation> check(Subject s, Params p) {
        List<String> depths = p.words("bits");
        // lossy codings have no depth; whether they are taken at all is another rule's question
        return s.masters((track, master) -> master.bitDepth() == 0
                        || depths.contains(String.valueOf(master.bitDepth()))
                                && !master.codec().equals("float")
                ? Optional.empty()
                : Optional.of(s.at(
                        track,
                        Fields.RECORDING_MASTER,
                        "The master of %s has %d bits%s; taken are: %s whole-number bits.",
                        s.name(track),
                        master.bitDepth(),
                        master.codec().equals("float") ? " floating point" : "",
                        String.join(", ", depths))));
    }
}

package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Stream;

/** Formats a destination takes. */
public final class AudioFormat implements Rule {
    @Override
    public String id() {
        return "audio.format";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.AUDIO;
    }

    @Override
    public String name() {
        return "Format of the master";
    }

    @Override
    public String reason() {
        return "The store takes lossless formats only, and not all of them.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("formats", List.of("WAV", "FLAC"));
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        List<String> formats = p.words("formats");
        return s.masters((track, master) ->
                formats.contains(master.format()) && !master.codec().equals("other")
                        ? Optional.empty()
                        : Optional.of(Observation.at(
                                s,
                                track,
                                Fields.RECORDING_MASTER,
                                "The master of %s is %s (%s); taken are: %s.",
                                s.name(track),
                                master.format(),
                                master.codec(),
                                String.join(", ", formats))));
    }
}

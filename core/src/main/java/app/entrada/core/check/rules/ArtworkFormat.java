package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;

/** Formats a destination takes. */
public final class ArtworkFormat implements Rule {
    @Override
    public String id() {
        return "artwork.format";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.ARTWORK;
    }

    @Override
    public String name() {
        return "Format of the cover";
    }

    @Override
    public String reason() {
        return "Shops take two formats that every device shows.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("formats", List.of("JPEG", "PNG"));
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.faults().isEmpty() && !p.words("formats").contains(cover.format()))
                .map(cover -> Observation.at(
                        s,
                        Fields.RELEASE_COVER,
                        "The front cover is %s; taken are: %s.",
                        cover.format(),
                        String.join(", ", p.words("formats"))))
                .stream();
    }
}

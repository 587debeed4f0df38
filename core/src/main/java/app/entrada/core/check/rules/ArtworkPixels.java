package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.Map;
import java.util.stream.Stream;

/** Pixels of a side. */
public final class ArtworkPixels implements Rule {
    @Override
    public String id() {
        return "artwork.pixels";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.ARTWORK;
    }

    @Override
    public String name() {
        return "Size of the cover";
    }

    @Override
    public String reason() {
        return "Too small looks soft on large screens; too large is refused.";
    }

    @Override
    public Map<String, Object> parameters() {
        return Map.of("min", 3000, "max", 6000);
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.faults().isEmpty()
                        && (Math.max(cover.width(), cover.height()) < p.number("min")
                                || Math.max(cover.width(), cover.height()) > p.number("max")))
                .map(cover -> {
                    Observation seen = Observation.at(
                            s,
                            Fields.RELEASE_COVER,
                            "The front cover is %d × %d pixels; wanted are %d to %d.",
                            cover.width(),
                            cover.height(),
                            p.number("min"),
                            p.number("max"));
                    boolean large = Math.max(cover.width(), cover.height()) > p.number("max");
                    // never enlarged: what is too small needs another picture
                    return large ? seen.with(new Fix.Picture("Scale down to " + p.number("max"))) : seen;
                })
                .stream();
    }
}

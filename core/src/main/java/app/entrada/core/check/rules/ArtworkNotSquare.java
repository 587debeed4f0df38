package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** Width equals height. */
public final class ArtworkNotSquare implements Rule {
    @Override
    public String id() {
        return "artwork.not-square";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.ARTWORK;
    }

    @Override
    public String name() {
        return "Cover not square";
    }

    @Override
    public String reason() {
        return "Shops show covers in squares and crop what is not.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.faults().isEmpty() && cover.width() != cover.height())
                .map(cover -> Observation.at(
                        s,
                        Fields.RELEASE_COVER,
                        "The front cover is %d × %d pixels; it must be square.",
                        cover.width(),
                        cover.height()))
                .stream();
    }
}

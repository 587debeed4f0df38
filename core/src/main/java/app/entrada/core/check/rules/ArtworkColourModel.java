package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** RGB for screens. */
public final class ArtworkColourModel implements Rule {
    @Override
    public String id() {
        return "artwork.colour-model";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.ARTWORK;
    }

    @Override
    public String name() {
        return "Colours of the cover";
    }

    @Override
    public String reason() {
        return "Screens show RGB; printing colours come out wrong.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.faults().isEmpty() && (!cover.colours().equals("RGB") || cover.bitDepth() > 8))
                .map(cover -> Observation.at(
                                s,
                                Fields.RELEASE_COVER,
                                "The front cover is in %s, %d bits a channel; wanted is RGB with 8.",
                                cover.colours(),
                                cover.bitDepth())
                        .with(new Fix.Picture("Convert to sRGB")))
                .stream();
    }
}

package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Fix;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** RGB for screens. */
public final class ArtworkColourModel implements Rule {
    @Override
    public String id() {
        return "artwork.colour-model";
    }

    @Override
    public Family family() {
        return Family.ARTWORK;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.faults().isEmpty() && (!cover.colours().equals("RGB") || cover.bitDepth() > 8))
                .map(cover -> s.at(
                                Fields.RELEASE_COVER,
                                "The front cover is in %s, %d bits a channel; wanted is RGB with 8.",
                                cover.colours(),
                                cover.bitDepth())
                        .with(new Fix.Picture("Convert to sRGB")))
                .stream();
    }
}

package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** Width equals height. */
public final class ArtworkNotSquare implements Rule {
    @Override
    public String id() {
        return "artwork.not-square";
    }

    @Override
    public Family family() {
        return Family.ARTWORK;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s
                .cover()
                .filter(cover -> cover.faults().isEmpty() && cover.width() != cover.height())
                .map(cover -> s.at(
                        Fields.RELEASE_COVER,
                        "The front cover is %d × %d pixels; it must be square.",
                        cover.width(),
                        cover.height()))
                .stream();
    }
}

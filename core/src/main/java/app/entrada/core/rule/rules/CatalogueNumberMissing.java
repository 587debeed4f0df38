package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Fix;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** The label’s own number. */
public final class CatalogueNumberMissing implements Rule {
    @Override
    public String id() {
        return "catalogue-number.missing";
    }

    @Override
    public Family family() {
        return Family.CODES;
    }

    @Override
    public String name() {
        return "Catalogue number missing";
    }

    @Override
    public String reason() {
        return "Orders and statements name a release by it.";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s.release().facts().get(Fields.RELEASE_CATALOGUE_NUMBER).isPresent()
                ? Stream.empty()
                : Stream.of(s.at(Fields.RELEASE_CATALOGUE_NUMBER, "The release has no catalogue number.")
                        .with(new Fix.Allocate("Take the next")));
    }
}

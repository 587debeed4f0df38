package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** The label’s own number. */
public final class CatalogueNumberMissing implements Rule {
    @Override
    public String id() {
        return "catalogue-number.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.CODES;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_CATALOGUE_NUMBER).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(s, Fields.RELEASE_CATALOGUE_NUMBER, "The release has no catalogue number.")
                        .with(new Fix.Allocate("Take the next")));
    }
}

package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** The first day on sale. */
public final class ReleaseDateMissing implements Rule {
    @Override
    public String id() {
        return "release-date.missing";
    }

    @Override
    public Family family() {
        return Family.RELEASE;
    }

    @Override
    public String name() {
        return "Release date missing";
    }

    @Override
    public String reason() {
        return "Every delivery says from when it may be sold.";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s.release().facts().get(Fields.RELEASE_DATE).isPresent()
                ? Stream.empty()
                : Stream.of(s.at(Fields.RELEASE_DATE, "The release has no release date."));
    }
}

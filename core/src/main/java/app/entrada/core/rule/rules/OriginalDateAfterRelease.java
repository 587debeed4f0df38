package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** Dates in their order. */
public final class OriginalDateAfterRelease implements Rule {
    @Override
    public String id() {
        return "original-date.after-release";
    }

    @Override
    public Family family() {
        return Family.RELEASE;
    }

    @Override
    public String name() {
        return "Original date after the release";
    }

    @Override
    public String reason() {
        return "The first release cannot come after this one.";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_ORIGINAL_DATE)
                .flatMap(original -> s.release()
                        .facts()
                        .get(Fields.RELEASE_DATE)
                        .filter(date -> original.earliest().isAfter(date))
                        .map(date -> s.at(
                                Fields.RELEASE_ORIGINAL_DATE,
                                "First released on %s, but this release is on %s.",
                                original,
                                date)))
                .stream();
    }
}

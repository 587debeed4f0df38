package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** Dates in their order. */
public final class OriginalDateAfterRelease implements Rule {
    @Override
    public String id() {
        return "original-date.after-release";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.RELEASE;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_ORIGINAL_DATE)
                .flatMap(original -> s.release()
                        .facts()
                        .get(Fields.RELEASE_DATE)
                        .filter(date -> original.earliest().isAfter(date))
                        .map(date -> Observation.at(
                                s,
                                Fields.RELEASE_ORIGINAL_DATE,
                                "First released on %s, but this release is on %s.",
                                original,
                                date)))
                .stream();
    }
}

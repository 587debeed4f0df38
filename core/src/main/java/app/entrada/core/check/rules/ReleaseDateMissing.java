package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** The first day on sale. */
public final class ReleaseDateMissing implements Rule {
    @Override
    public String id() {
        return "release-date.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.RELEASE;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_DATE).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(s, Fields.RELEASE_DATE, "The release has no release date."));
    }
}

package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** Year and owner are given. */
public final class CLineMissing implements Rule {
    @Override
    public String id() {
        return "c-line.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.RELEASE;
    }

    @Override
    public String name() {
        return "C-line missing";
    }

    @Override
    public String reason() {
        return "It says who owns the packaging and texts and since when.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_C_LINE).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(s, Fields.RELEASE_C_LINE, "The release has no C-line: year and owner."));
    }
}

package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** Year and owner are given. */
public final class PLineMissing implements Rule {
    @Override
    public String id() {
        return "p-line.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.RELEASE;
    }

    @Override
    public String name() {
        return "P-line missing";
    }

    @Override
    public String reason() {
        return "It says who owns the recording and since when.";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_P_LINE).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(s, Fields.RELEASE_P_LINE, "The release has no P-line: year and owner."));
    }
}

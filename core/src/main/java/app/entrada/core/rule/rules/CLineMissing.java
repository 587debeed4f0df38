package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** Year and owner are given. */
public final class CLineMissing implements Rule {
    @Override
    public String id() {
        return "c-line.missing";
    }

    @Override
    public Family family() {
        return Family.RELEASE;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s.release().facts().get(Fields.RELEASE_C_LINE).isPresent()
                ? Stream.empty()
                : Stream.of(s.at(Fields.RELEASE_C_LINE, "The release has no C-line: year and owner."));
    }
}

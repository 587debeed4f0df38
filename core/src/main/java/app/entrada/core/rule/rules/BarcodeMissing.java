package app.entrada.core.rule.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Fix;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** Every release has a barcode before it is sold. */
public final class BarcodeMissing implements Rule {
    @Override
    public String id() {
        return "barcode.missing";
    }

    @Override
    public Family family() {
        return Family.CODES;
    }

    @Override
    public String name() {
        return "Barcode missing";
    }

    @Override
    public String reason() {
        return "A store knows a release by its barcode (GS1).";
    }

    @Override
    public Stream<Observation> check(Subject s, Params p) {
        return s.release().facts().get(Fields.RELEASE_BARCODE).isPresent()
                ? Stream.empty()
                : Stream.of(s.at(Fields.RELEASE_BARCODE, "The release has no barcode.")
                        .with(new Fix.Allocate("Allocate")));
    }
}

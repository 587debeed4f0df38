package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** Every release has a barcode before it is sold. */
public final class BarcodeMissing implements Rule {
    @Override
    public String id() {
        return "barcode.missing";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.CODES;
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
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_BARCODE).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(s, Fields.RELEASE_BARCODE, "The release has no barcode.")
                        .with(new Fix.Allocate("Allocate")));
    }
}

package app.entrada.core.check.rules;

import app.entrada.core.code.Gtin;
import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** Restricted circulation numbers are nobody’s. */
public final class BarcodeInStore implements Rule {
    @Override
    public String id() {
        return "barcode.range";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.CODES;
    }

    @Override
    public String name() {
        return "Barcode of an in-store range";
    }

    @Override
    public String reason() {
        return "Numbers beginning 02, 04 and 2 are for use within one shop (GS1).";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_BARCODE)
                .flatMap(code -> code.code())
                .filter(Gtin::isInStore)
                .map(code ->
                        Observation.at(s, Fields.RELEASE_BARCODE, "%s lies in a range for use within one shop.", code))
                .stream();
    }
}

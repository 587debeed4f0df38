package app.entrada.core.rule.rules;

import app.entrada.core.code.Gtin;
import app.entrada.core.field.Fields;
import app.entrada.core.rule.Family;
import app.entrada.core.rule.Observation;
import app.entrada.core.rule.Params;
import app.entrada.core.rule.Rule;
import app.entrada.core.rule.Subject;
import java.util.stream.Stream;

/** Restricted circulation numbers are nobody’s. */
public final class BarcodeInStore implements Rule {
    @Override
    public String id() {
        return "barcode.range";
    }

    @Override
    public Family family() {
        return Family.CODES;
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
    public Stream<Observation> check(Subject s, Params p) {
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_BARCODE)
                .flatMap(code -> code.code())
                .filter(Gtin::isInStore)
                .map(code -> s.at(Fields.RELEASE_BARCODE, "%s lies in a range for use within one shop.", code))
                .stream();
    }
}

package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.stream.Stream;

/** One barcode, one release. */
public final class BarcodeReused implements Rule {
    @Override
    public String id() {
        return "barcode.reused";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.CODES;
    }

    @Override
    public String name() {
        return "Barcode of another release";
    }

    @Override
    public String reason() {
        return "Sales of one release would be booked on the other (GS1).";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_BARCODE)
                .flatMap(code -> code.code())
                .map(code -> s.elsewhere().barcodeHolders().getOrDefault(code.digits(), List.of()))
                .filter(holders -> !holders.isEmpty())
                .map(holders -> Observation.at(
                        s, Fields.RELEASE_BARCODE, "The barcode is also that of %s.", String.join(", ", holders)))
                .stream();
    }
}

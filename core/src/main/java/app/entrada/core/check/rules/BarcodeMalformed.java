package app.entrada.core.check.rules;

import app.entrada.core.code.Gtin;
import app.entrada.core.code.MalformedCode;
import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.stream.Stream;

/** Count of digits; {@code barcode.check-digit} looks at the last of them. */
public final class BarcodeMalformed implements Rule {
    @Override
    public String id() {
        return "barcode.malformed";
    }

    @Override
    public RuleFamily family() {
        return RuleFamily.CODES;
    }

    @Override
    public String name() {
        return "Barcode not right";
    }

    @Override
    public String reason() {
        return "Shops find a release by the twelve or thirteen digits below its bars (GS1 General Specifications).";
    }

    @Override
    public Stream<Observation> check(ReleaseContext s, Params p) {
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_BARCODE)
                .filter(code -> code.code().isEmpty())
                // twelve or thirteen digits that do not add up are another rule's
                .filter(code -> !code.text().replaceAll("[\\s\\p{Pd}.]", "").matches("\\d{12,13}"))
                .map(code -> Observation.at(s, Fields.RELEASE_BARCODE, "%s.", problem(code.text())))
                .stream();
    }

    private static String problem(String typed) {
        try {
            Gtin.parse(typed);
            return "“%s” is read as right".formatted(typed);
        } catch (MalformedCode wrong) {
            return wrong.getMessage();
        }
    }
}

package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.once;

import app.entrada.core.code.Gtin;
import app.entrada.core.code.MalformedCode;
import app.entrada.core.field.Fields;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Stream;

/** Barcodes: what they must look like, and that none is used twice. */
final class BarcodeRules {
    private BarcodeRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "barcode.check-digit",
                        "Barcode check digit",
                        "The check digit reveals typing errors (GS1 General Specifications).",
                        once(BarcodeRules::checkDigit)),
                rule(
                        "barcode.range",
                        "In-store barcode",
                        "Numbers starting with 02, 04 or 2 are for use within one store (GS1).",
                        BarcodeRules::barcodeInStore),
                rule(
                        "barcode.malformed",
                        "Invalid barcode",
                        "Stores identify a release by a twelve- or thirteen-digit barcode (GS1 General Specifications).",
                        BarcodeRules::barcodeMalformed),
                rule(
                        "barcode.missing",
                        "Barcode missing",
                        "Stores identify a release by its barcode (GS1).",
                        BarcodeRules::barcodeMissing),
                rule(
                        "barcode.reused",
                        "Barcode used twice",
                        "Sales of one release would be booked to the other (GS1).",
                        BarcodeRules::barcodeReused));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.CODES, id, name, reason, look);
    }

    private static Optional<Observation> checkDigit(ReleaseContext s, Params p) {
        return s.fact(Fields.RELEASE_BARCODE)
                .filter(code -> code.code().isEmpty() && digits(code.text()).matches("\\d{12,13}"))
                .map(code -> {
                    Set<String> meant = meant(digits(code.text()), s.label().barcodePrefix());
                    String thirteen = thirteen(digits(code.text()));
                    Observation seen = meant.size() == 1
                            ? Observation.at(
                                    s,
                                    Fields.RELEASE_BARCODE,
                                    "The check digit of “%s” is wrong; two digits were probably swapped or one mistyped. Likely meant: %s.",
                                    code.text(),
                                    new Gtin(meant.iterator().next()))
                            : Observation.at(
                                    s,
                                    Fields.RELEASE_BARCODE,
                                    "The check digit of “%s” is wrong: with the other digits it would be %d.",
                                    code.text(),
                                    Gtin.checkDigit(thirteen.substring(0, 12)));
                    return meant.size() == 1
                            ? seen.with(new Fix.Edit(
                                    "Use " + new Gtin(meant.iterator().next()),
                                    List.of(s.change(
                                            Fields.RELEASE_BARCODE,
                                            meant.iterator().next()))))
                            : seen;
                });
    }

    private static String digits(String text) {
        return text.replaceAll("[\\s\\p{Pd}.]", "");
    }

    /** Barcodes of the label's own block that one exchange of neighbours, or one other digit in the prefix, explains. */
    private static Set<String> meant(String typed, String prefix) {
        String thirteen = thirteen(typed);
        Set<String> meant = new TreeSet<>();
        if (prefix.isEmpty()) return meant;
        for (int i = 0; i < 12; i++) {
            char[] exchanged = thirteen.toCharArray();
            exchanged[i] = thirteen.charAt(i + 1);
            exchanged[i + 1] = thirteen.charAt(i);
            fitting(new String(exchanged), prefix).ifPresent(meant::add);
        }
        for (int i = 0; i < prefix.length(); i++) {
            char[] slipped = thirteen.toCharArray();
            slipped[i] = prefix.charAt(i);
            fitting(new String(slipped), prefix).ifPresent(meant::add);
        }
        return meant;
    }

    private static Optional<String> fitting(String thirteen, String prefix) {
        return thirteen.startsWith(prefix) && Gtin.checkDigit(thirteen.substring(0, 12)) == thirteen.charAt(12) - '0'
                ? Optional.of(thirteen)
                : Optional.empty();
    }

    private static String thirteen(String typed) {
        return typed.length() == 12 ? "0" + typed : typed;
    }

    /** Restricted circulation numbers are nobody’s. */
    private static Stream<Observation> barcodeInStore(ReleaseContext s, Params p) {
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_BARCODE)
                .flatMap(code -> code.code())
                .filter(Gtin::isInStore)
                .map(code ->
                        Observation.at(s, Fields.RELEASE_BARCODE, "%s is in a range for use within one store.", code))
                .stream();
    }

    /** Count of digits; {@code barcode.check-digit} looks at the last of them. */
    private static Stream<Observation> barcodeMalformed(ReleaseContext s, Params p) {
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

    /** Every release has a barcode before it is sold. */
    private static Stream<Observation> barcodeMissing(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_BARCODE).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(s, Fields.RELEASE_BARCODE, "The release has no barcode.")
                        .with(new Fix.Allocate("Allocate")));
    }

    /** One barcode, one release. */
    private static Stream<Observation> barcodeReused(ReleaseContext s, Params p) {
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

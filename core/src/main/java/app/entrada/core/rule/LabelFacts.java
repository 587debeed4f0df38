package app.entrada.core.rule;

/**
 * The label's own facts that rules and new releases need.
 *
 * @param isrcPrefix five characters, empty when it has none
 * @param barcodePrefix GS1 company prefix, empty when it has none
 * @param cataloguePrefix letters of catalogue numbers
 * @param publisher the label's own publisher, empty when it has none
 * @param societyId number under which it sends works to authors' societies, up to nine digits; empty when it has none
 */
public record LabelFacts(
        String name,
        String isrcPrefix,
        String barcodePrefix,
        String cataloguePrefix,
        String publisher,
        String societyId) {
    /** A label of which nothing is known. */
    public static final LabelFacts UNKNOWN = new LabelFacts("", "", "", "", "", "");

    /** A label that no society knows as a sender. */
    public LabelFacts(String name, String isrcPrefix, String barcodePrefix, String cataloguePrefix, String publisher) {
        this(name, isrcPrefix, barcodePrefix, cataloguePrefix, publisher, "");
    }
}

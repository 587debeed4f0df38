package app.entrada.core.release.context;

/**
 * The label's own facts that rules and new releases need.
 *
 * @param isrcPrefix five characters, empty when it has none
 * @param barcodePrefix GS1 company prefix, empty when it has none
 * @param cataloguePrefix letters of catalogue numbers
 * @param publisher the label's own publisher, empty when it has none
 * @param societyId number under which it sends works to authors' societies, up to nine digits; empty when it has none
 */
public record LabelProfile(
        String name,
        String isrcPrefix,
        String barcodePrefix,
        String cataloguePrefix,
        String publisher,
        String societyId) {
    /** A label of which nothing is known. */
    public static final LabelProfile UNKNOWN = new LabelProfile("", "", "", "", "", "");

    /** A label that no society knows as a sender. */
    public LabelProfile(
            String name, String isrcPrefix, String barcodePrefix, String cataloguePrefix, String publisher) {
        this(name, isrcPrefix, barcodePrefix, cataloguePrefix, publisher, "");
    }
}

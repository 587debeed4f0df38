package app.entrada.core.rule;

/**
 * The label's own facts that rules and new releases need.
 *
 * @param isrcPrefix five characters, empty when it has none
 * @param barcodePrefix GS1 company prefix, empty when it has none
 * @param cataloguePrefix letters of catalogue numbers
 * @param publisher the label's own publisher, empty when it has none
 */
public record LabelFacts(
        String name, String isrcPrefix, String barcodePrefix, String cataloguePrefix, String publisher) {}

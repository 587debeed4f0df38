package app.entrada.core.catalogue;

import java.util.List;

/** What a row has to be like. */
public sealed interface Condition {
    /**
     * Stands somewhere in the row.
     *
     * @param folded what was typed, folded
     */
    record Anywhere(String folded) implements Condition {}

    /** The column has a value. */
    record Given(CatalogueColumn column) implements Condition {}

    /** One of these stands in the column. */
    record Said(CatalogueColumn column, List<Wanted> anyOf) implements Condition {}

    /** The column's value is between two numbers, both included. */
    record Between(CatalogueColumn column, long from, long to) implements Condition {}

    /** One of these is so. */
    record Any(List<Condition> of) implements Condition {}

    /** The other way round. */
    record Not(Condition what) implements Condition {}

    /**
     * A text that is looked for.
     *
     * @param text as it was typed
     * @param folded the same, folded; for a text that is not exact
     * @param exact whether one of the values has to be this to the letter
     */
    record Wanted(String text, String folded, boolean exact) {}
}

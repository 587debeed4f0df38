package app.entrada.core.catalogue;

import app.entrada.core.names.NameFolding;
import java.util.List;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/** A value of a column; what is dear to compute of it waits until somebody asks. */
final class ColumnValue implements Comparable<ColumnValue> {
    private final CatalogueColumn column;
    private final String text;
    private @Nullable String shown;
    private @Nullable String folded;
    private @Nullable List<String> elements;
    /** The least number it can mean, for columns that are compared by number. */
    private final OptionalLong least;

    ColumnValue(CatalogueColumn column, String text) {
        this.column = column;
        this.text = text;
        least = column.least(text);
    }

    String text() {
        return text;
    }

    String shown() {
        String known = shown;
        if (known == null) {
            known = column.shown(text);
            // kept once where it is the same, as it mostly is
            shown = known = known.equals(text) ? text : known;
        }
        return known;
    }

    String folded() {
        String known = folded;
        if (known == null) folded = known = NameFolding.fold(shown());
        return known;
    }

    List<String> elements() {
        List<String> known = elements;
        if (known == null) elements = known = column.elements(text);
        return known;
    }

    @Override
    public int compareTo(ColumnValue other) {
        if (column.scale() != CatalogueColumn.Scale.TEXT) {
            int byNumber = Long.compare(least.orElse(Long.MAX_VALUE), other.least.orElse(Long.MAX_VALUE));
            if (byNumber != 0) return byNumber;
        }
        int byLetters = folded().compareTo(other.folded());
        return byLetters != 0 ? byLetters : text.compareTo(other.text);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof ColumnValue value && value.column.equals(column) && value.text.equals(text);
    }

    @Override
    public int hashCode() {
        return text.hashCode();
    }

    boolean between(long from, long to) {
        return least.isPresent() && least.getAsLong() >= from && least.getAsLong() <= to;
    }

    /** What is looked for in values. */
    static final class Sought {
        private final String folded;
        /** Without blanks, for codes; null for what has no digit. */
        private final @Nullable String code;

        /** @param folded as {@link NameFolding} has it */
        Sought(String folded) {
            this.folded = folded;
            code = hasDigit(folded) ? folded.replace(" ", "") : null;
        }
    }

    /** Codes are found in any form: with or without what stands between their parts. */
    boolean has(Sought wanted) {
        String here = folded();
        return here.contains(wanted.folded)
                || wanted.code != null
                        && hasDigit(here)
                        && here.replace(" ", "").contains(wanted.code);
    }

    private static boolean hasDigit(String folded) {
        for (int i = 0; i < folded.length(); i++) if (Character.isDigit(folded.charAt(i))) return true;
        return false;
    }
}

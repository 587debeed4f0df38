package app.entrada.server.facts;

import app.entrada.core.code.CodeBlock;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.server.platform.Problem;
import java.util.List;

/** A kind of code that is given out from blocks of the label, and where codes of it stand in the database. */
enum CodeKind {
    ISRC("isrc", Fields.RECORDING_ISRC, "recording", "isrc", """
            EXISTS (SELECT 1 FROM track t JOIN release o ON o.id = t.release_id
                WHERE t.recording_id = h.id AND o.deleted_at IS NULL)""", """
            CASE WHEN h.isrc ~ '^.{7}\\d{5}$' THEN substr(h.isrc, 8)::int END""") {
        @Override
        String prefix(LabelProfile label) {
            return label.isrcPrefix();
        }

        @Override
        CodeBlock block(LabelProfile label, int year) {
            return new CodeBlock.OfIsrc(given(label, "ISRC prefix"), year);
        }

        @Override
        String stem(CodeBlock block) {
            return block.code(block.first()).substring(0, 7);
        }
    },
    /** A barcode's check digit does not count. */
    GTIN("gtin", Fields.RELEASE_BARCODE, "release", "barcode", "h.deleted_at IS NULL", """
            CASE WHEN h.barcode ~ '^\\d{13}$'
                THEN substr(h.barcode, length(:stem) + 1, 12 - length(:stem))::int END""") {
        @Override
        String prefix(LabelProfile label) {
            return label.barcodePrefix();
        }

        @Override
        CodeBlock block(LabelProfile label, int year) {
            return new CodeBlock.OfGtin(given(label, "GS1 company prefix"));
        }

        @Override
        String stem(CodeBlock block) {
            return block.name().substring("gtin:".length());
        }
    },
    CATALOGUE(
            "catalogue", Fields.RELEASE_CATALOGUE_NUMBER, "release", "catalogue_number", "h.deleted_at IS NULL", """
            CASE WHEN substr(h.catalogue_number, length(:stem) + 1) ~ '^\\d{1,6}$'
                THEN substr(h.catalogue_number, length(:stem) + 1)::int END""") {
        @Override
        String prefix(LabelProfile label) {
            return label.cataloguePrefix();
        }

        @Override
        CodeBlock block(LabelProfile label, int year) {
            return new CodeBlock.OfCatalogue(given(label, "catalogue prefix"));
        }

        @Override
        String stem(CodeBlock block) {
            return block.name().substring("catalogue:".length()) + "-";
        }
    };

    /** The beginning that all codes of a block have in common; nothing comes behind the last character there is. */
    private static final String BEGINS = "(%1$s ~>=~ :stem AND %1$s ~<~ (:stem || chr(1114111)))";

    private final String stored;
    private final Field<?> field;
    private final String table;
    private final String column;
    private final String stands;
    private final String number;

    /**
     * @param stored its name in the ledger
     * @param table whose rows carry codes of it, called {@code h} in conditions
     * @param stands condition of SQL: the row is on a release that was not deleted
     * @param number SQL: the number that a code has in the block of a stem, null when it has none
     */
    CodeKind(String stored, Field<?> field, String table, String column, String stands, String number) {
        this.stored = stored;
        this.field = field;
        this.table = table;
        this.column = column;
        this.stands = stands;
        this.number = number;
    }

    static CodeKind of(Field<?> field) {
        for (CodeKind kind : values()) if (kind.field == field) return kind;
        throw Problem.input("not-a-code", "%s is not allocated from a block.".formatted(field.name()));
    }

    String stored() {
        return stored;
    }

    Field<?> field() {
        return field;
    }

    /** The beginning of the label's codes; empty when it has none. */
    abstract String prefix(LabelProfile label);

    /** Whether the label gives out codes of it. */
    boolean isGivenBy(LabelProfile label) {
        return !prefix(label).isEmpty();
    }

    /** The label's block, this year's where it goes by years. */
    abstract CodeBlock block(LabelProfile label, int year);

    /** With what all codes of a block begin. */
    abstract String stem(CodeBlock block);

    /** Condition of SQL: a code begins with {@code :stem}; answered by an index. */
    static String begins(String code) {
        return BEGINS.formatted(code);
    }

    /** Query for codes on something that begin with {@code :stem}. */
    String onSomething() {
        return "SELECT DISTINCT h.%s FROM %s h WHERE %s AND %s".formatted(column, table, begins("h." + column), stands);
    }

    /** Condition of SQL: a code is on something. */
    String inUse(String code) {
        return "EXISTS (SELECT FROM %s h WHERE h.%s = %s AND %s)".formatted(table, column, code, stands);
    }

    /** Query for the highest number in use behind {@code :stem}, null when none is. */
    String highest() {
        return "SELECT max(%s) FROM %s h WHERE %s".formatted(number, table, begins("h." + column));
    }

    /** The label's prefix; a problem when it has none. */
    String given(LabelProfile label, String called) {
        if (!isGivenBy(label))
            throw Problem.conflict(
                    "no-block",
                    "The label has no %s yet. A manager can enter it in Settings; nothing was changed."
                            .formatted(called));
        return prefix(label);
    }

    /** Those of a release itself; the others are of its recordings. */
    static final List<CodeKind> OF_A_RELEASE = List.of(GTIN, CATALOGUE);
}

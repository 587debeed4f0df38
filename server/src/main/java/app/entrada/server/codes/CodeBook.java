package app.entrada.server.codes;

import app.entrada.core.code.CodeBlock;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.rule.LabelFacts;
import app.entrada.server.platform.Problem;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.LocalDate;
import java.util.Arrays;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The ledger of identifiers. A code that was handed out is never handed out again, whatever becomes of the release; the
 * database's primary key holds that, and the block's row is locked while the next is taken.
 */
@Service
public class CodeBook {
    private final JdbcClient jdbc;
    private final Clock clock;

    CodeBook(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** The label's own facts. */
    public LabelFacts label() {
        return jdbc.sql("SELECT name, isrc_prefix, barcode_prefix, catalogue_prefix, publisher FROM label")
                .query((row, n) -> new LabelFacts(
                        row.getString(1), row.getString(2), row.getString(3), row.getString(4), row.getString(5)))
                .optional()
                .orElse(new LabelFacts("", "", "", "", ""));
    }

    /** Stores the label's own facts. */
    @Transactional
    public void label(LabelFacts label) {
        if (!label.isrcPrefix().isEmpty()) new CodeBlock.OfIsrc(label.isrcPrefix(), 0);
        if (!label.barcodePrefix().isEmpty()) new CodeBlock.OfGtin(label.barcodePrefix());
        jdbc.sql("""
                        INSERT INTO label (name, isrc_prefix, barcode_prefix, catalogue_prefix, publisher) VALUES (?, ?, ?, ?, ?)
                        ON CONFLICT (id) DO UPDATE SET name = excluded.name, isrc_prefix = excluded.isrc_prefix,
                            barcode_prefix = excluded.barcode_prefix, catalogue_prefix = excluded.catalogue_prefix,
                            publisher = excluded.publisher""")
                .params(
                        label.name(),
                        label.isrcPrefix(),
                        label.barcodePrefix(),
                        label.cataloguePrefix(),
                        label.publisher())
                .update();
    }

    /**
     * Takes the next free code for a field.
     *
     * @return canonical text
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public String next(Field<?> field, long accountId) {
        LabelFacts label = label();
        if (field == Fields.RECORDING_ISRC) {
            if (label.isrcPrefix().isEmpty()) throw noBlock("ISRC prefix");
            return next(
                    "isrc",
                    new CodeBlock.OfIsrc(
                            label.isrcPrefix(), LocalDate.now(clock).getYear()),
                    accountId);
        }
        if (field == Fields.RELEASE_BARCODE) {
            if (label.barcodePrefix().isEmpty()) throw noBlock("GS1 company prefix");
            return next("gtin", new CodeBlock.OfGtin(label.barcodePrefix()), accountId);
        }
        if (field == Fields.RELEASE_CATALOGUE_NUMBER) {
            if (label.cataloguePrefix().isEmpty()) throw noBlock("catalogue prefix");
            return nextCatalogueNumber(label.cataloguePrefix(), accountId);
        }
        throw Problem.input("not-a-code", "%s is not given out from a block.".formatted(field.name()));
    }

    private static Problem noBlock(String what) {
        return Problem.conflict(
                "no-block", "The label has no %s yet. Enter it under Codes; nothing was changed.".formatted(what));
    }

    private String next(String kind, CodeBlock block, long accountId) {
        String stem = block.code(block.first())
                .substring(0, kind.equals("isrc") ? 7 : block.name().length() - "gtin:".length());
        int number = lockedNext(block.name(), () -> Math.max(block.first(), highest(kind, stem) + 1));
        String code;
        do {
            if (number >= block.size())
                throw Problem.conflict(
                        "block-used-up", "Block %s is used up. Nothing was changed.".formatted(block.name()));
            code = block.code(number++);
        } while (inUse(kind, code) || !take(kind, code, accountId));
        advance(block.name(), number);
        return code;
    }

    private String nextCatalogueNumber(String prefix, long accountId) {
        String block = "catalogue:" + prefix;
        int number = lockedNext(block, () -> highest("catalogue", prefix + "-") + 1);
        String code;
        do code = "%s-%03d".formatted(prefix, number++);
        while (inUse("catalogue", code) || !take("catalogue", code, accountId));
        advance(block, number);
        return code;
    }

    /** The block's next number, its row locked; a block used for the first time begins behind what was typed before. */
    private int lockedNext(String block, java.util.function.IntSupplier first) {
        if (!jdbc.sql("SELECT EXISTS (SELECT 1 FROM code_block WHERE name = ?)")
                .param(block)
                .query(Boolean.class)
                .single())
            jdbc.sql("INSERT INTO code_block (name, next) VALUES (?, ?) ON CONFLICT (name) DO NOTHING")
                    .params(block, first.getAsInt())
                    .update();
        return jdbc.sql("SELECT next FROM code_block WHERE name = ? FOR UPDATE")
                .param(block)
                .query(Integer.class)
                .single();
    }

    /** The highest number in use behind a stem, −1 when none is; a barcode's check digit does not count. */
    private int highest(String kind, String stem) {
        String sql = switch (kind) {
            case "isrc" -> "SELECT max(substr(isrc, 8)::int) FROM recording WHERE isrc ~ ('^' || ? || '\\d{5}$')";
            case "gtin" -> """
                    SELECT max(substr(barcode, length(?) + 1, 12 - length(?))::int) FROM release
                    WHERE barcode ~ ('^' || ? || '\\d+$') AND length(barcode) = 13""";
            default ->
                "SELECT max(substr(catalogue_number, length(?) + 1)::int) FROM release WHERE catalogue_number ~ ('^' || ? || '\\d{1,6}$')";
        };
        long places = sql.chars().filter(c -> c == '?').count();
        return jdbc.sql(sql)
                .params(java.util.Collections.nCopies((int) places, stem))
                .query(Integer.class)
                .optional()
                .orElse(-1);
    }

    private void advance(String block, int next) {
        jdbc.sql("UPDATE code_block SET next = ? WHERE name = ?")
                .params(next, block)
                .update();
    }

    /** Typed codes count too: a code in use is never handed out. */
    private boolean inUse(String kind, String code) {
        String sql = switch (kind) {
            case "isrc" -> "SELECT EXISTS (SELECT 1 FROM recording WHERE isrc = ?)";
            case "gtin" -> "SELECT EXISTS (SELECT 1 FROM release WHERE barcode = ?)";
            default -> "SELECT EXISTS (SELECT 1 FROM release WHERE catalogue_number = ?)";
        };
        return jdbc.sql(sql).param(code).query(Boolean.class).single();
    }

    private boolean take(String kind, String code, long accountId) {
        return jdbc.sql(
                                "INSERT INTO code_taken (kind, code, at, account_id) VALUES (?, ?, ?, ?) ON CONFLICT DO NOTHING")
                        .params(Arrays.asList(kind, code, Timestamp.from(clock.instant()), accountId))
                        .update()
                == 1;
    }
}

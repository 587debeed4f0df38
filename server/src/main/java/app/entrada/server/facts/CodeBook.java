package app.entrada.server.facts;

import app.entrada.core.code.CodeBlock;
import app.entrada.core.code.CodeStrip;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.server.platform.BrieflyKept;
import app.entrada.server.platform.Problem;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Propagation;
import org.springframework.transaction.annotation.Transactional;

/**
 * The ledger of identifiers. A code that left the house on a copy or in a delivery is never given to anything else, whatever
 * becomes of the release; one that never left it and is on nothing any more is the next one again. The block's row is locked
 * while a code is taken.
 */
@Service
public class CodeBook {
    /** Recordings that stand on a release which was not deleted. */
    private static final String ON_SOMETHING = """
            EXISTS (SELECT 1 FROM track t JOIN release o ON o.id = t.release_id
                WHERE t.recording_id = r.id AND o.deleted_at IS NULL)""";

    /** The beginning that all codes of a block have in common; nothing comes behind the last character there is. */
    private static final String BEGINS = "(%1$s ~>=~ :stem AND %1$s ~<~ (:stem || chr(1114111)))";

    private final JdbcClient jdbc;
    private final Clock clock;
    private final BrieflyKept<LabelProfile> kept = new BrieflyKept<>(this::label);

    CodeBook(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** The label's own facts; what another node wrote may be seen a second later. */
    public LabelProfile labelForChecks() {
        return kept.now();
    }

    /** The label's own facts. */
    public LabelProfile label() {
        return jdbc.sql("SELECT name, isrc_prefix, barcode_prefix, catalogue_prefix, publisher, society_id FROM label")
                .query((row, n) -> new LabelProfile(
                        row.getString(1),
                        row.getString(2),
                        row.getString(3),
                        row.getString(4),
                        row.getString(5),
                        row.getString(6)))
                .optional()
                .orElse(LabelProfile.UNKNOWN);
    }

    /** Stores the label's own facts. */
    @Transactional
    public void label(LabelProfile label) {
        if (!label.isrcPrefix().isEmpty()) new CodeBlock.OfIsrc(label.isrcPrefix(), 0);
        if (!label.barcodePrefix().isEmpty()) new CodeBlock.OfGtin(label.barcodePrefix());
        jdbc.sql("""
                        INSERT INTO label (name, isrc_prefix, barcode_prefix, catalogue_prefix, publisher, society_id)
                        VALUES (?, ?, ?, ?, ?, ?)
                        ON CONFLICT (id) DO UPDATE SET name = excluded.name, isrc_prefix = excluded.isrc_prefix,
                            barcode_prefix = excluded.barcode_prefix, catalogue_prefix = excluded.catalogue_prefix,
                            publisher = excluded.publisher, society_id = excluded.society_id""")
                .params(
                        label.name(),
                        label.isrcPrefix(),
                        label.barcodePrefix(),
                        label.cataloguePrefix(),
                        label.publisher(),
                        label.societyId())
                .update();
        kept.written();
    }

    /**
     * Takes the next free code for a field.
     *
     * @return canonical text
     */
    @Transactional(propagation = Propagation.MANDATORY)
    public String next(Field<?> field, long accountId) {
        return next(kind(field), block(field), accountId, null);
    }

    /** Keeps the next codes of a block for something that is to come. */
    @Transactional
    public List<String> reserve(Field<?> field, int count, String reservedFor, long accountId) {
        List<String> codes = new ArrayList<>();
        for (int i = 0; i < count; i++) codes.add(next(kind(field), block(field), accountId, reservedFor));
        return codes;
    }

    /** Gives a kept code free: it is the next to be handed out. One that is on something stays where it is. */
    @Transactional
    public void release(Field<?> field, String code) {
        boolean freed = !codeInUse(kind(field), code)
                && jdbc.sql("""
                                UPDATE code_taken SET free = true, reserved_for = NULL
                                WHERE kind = ? AND code = ? AND reserved_for IS NOT NULL""").params(kind(field), code).update() == 1;
        if (!freed)
            throw Problem.conflict(
                    "not-reserved",
                    "%s is not kept for anything, or it is in use. Nothing was changed.".formatted(code));
    }

    /** Every code of the label's block that was ever handed out or typed, with what became of it. */
    public Map<String, CodeStrip.CodeState> states(Field<?> field, CodeBlock block) {
        return states(field, stem(kind(field), block));
    }

    /** @param stem with which the codes begin that are asked for */
    private Map<String, CodeStrip.CodeState> states(Field<?> field, String stem) {
        Map<String, CodeStrip.CodeState> states = new HashMap<>();
        jdbc.sql("""
                        SELECT code, reserved_for IS NOT NULL AS kept FROM code_taken WHERE kind = :kind AND %s
                            AND NOT free AND (left_at IS NOT NULL OR reserved_for IS NOT NULL)""".formatted(BEGINS.formatted("code")))
                .param("kind", kind(field))
                .param("stem", stem)
                .query((row, n) -> states.put(
                        row.getString("code"),
                        row.getBoolean("kept") ? CodeStrip.CodeState.RESERVED : CodeStrip.CodeState.SPENT))
                .list();
        jdbc.sql(
                        switch (kind(field)) {
                            case "isrc" ->
                                "SELECT DISTINCT isrc FROM recording r WHERE " + BEGINS.formatted("isrc") + " AND "
                                        + ON_SOMETHING;
                            case "gtin" ->
                                "SELECT DISTINCT barcode FROM release WHERE " + BEGINS.formatted("barcode")
                                        + " AND deleted_at IS NULL";
                            default ->
                                "SELECT DISTINCT catalogue_number FROM release WHERE "
                                        + BEGINS.formatted("catalogue_number") + " AND deleted_at IS NULL";
                        })
                .param("stem", stem)
                .query(String.class)
                .list()
                .forEach(code -> states.put(code, CodeStrip.CodeState.USED));
        return states;
    }

    /** Codes that are on something or kept for something; those that left the house and are on nothing now are not. */
    public Set<String> held(Field<?> field) {
        return states(field, "").entrySet().stream()
                .filter(each -> each.getValue() != CodeStrip.CodeState.SPENT)
                .map(Map.Entry::getKey)
                .collect(Collectors.toSet());
    }

    /** What codes are kept for. */
    public Map<String, String> reservations(Field<?> field) {
        Map<String, String> kept = new TreeMap<>();
        jdbc.sql("SELECT code, reserved_for FROM code_taken WHERE kind = ? AND reserved_for IS NOT NULL AND NOT free")
                .param(kind(field))
                .query((row, n) -> kept.put(row.getString("code"), row.getString("reserved_for")))
                .list();
        return kept;
    }

    private static String kind(Field<?> field) {
        if (field == Fields.RECORDING_ISRC) return "isrc";
        if (field == Fields.RELEASE_BARCODE) return "gtin";
        if (field == Fields.RELEASE_CATALOGUE_NUMBER) return "catalogue";
        throw Problem.input("not-a-code", "%s is not given out from a block.".formatted(field.name()));
    }

    /** The label's block for a field, this year's where it goes by years. */
    public CodeBlock block(Field<?> field) {
        LabelProfile label = label();
        return switch (kind(field)) {
            case "isrc" -> {
                if (label.isrcPrefix().isEmpty()) throw noBlock("ISRC prefix");
                yield new CodeBlock.OfIsrc(
                        label.isrcPrefix(), LocalDate.now(clock).getYear());
            }
            case "gtin" -> {
                if (label.barcodePrefix().isEmpty()) throw noBlock("GS1 company prefix");
                yield new CodeBlock.OfGtin(label.barcodePrefix());
            }
            default -> {
                if (label.cataloguePrefix().isEmpty()) throw noBlock("catalogue prefix");
                yield new CodeBlock.OfCatalogue(label.cataloguePrefix());
            }
        };
    }

    private static Problem noBlock(String what) {
        return Problem.conflict(
                "no-block", "The label has no %s yet. Enter it under Codes; nothing was changed.".formatted(what));
    }

    private String next(String kind, CodeBlock block, long accountId, @Nullable String reservedFor) {
        int number = lockedNext(block.name(), () -> first(kind, block));
        Optional<String> returned = returned(kind, block);
        if (returned.isPresent()) {
            jdbc.sql("UPDATE code_taken SET free = false, reserved_for = ? WHERE kind = ? AND code = ?")
                    .params(Arrays.asList(reservedFor, kind, returned.get()))
                    .update();
            return returned.get();
        }
        String code;
        do {
            if (number >= block.size())
                throw Problem.conflict(
                        "block-used-up", "Block %s is used up. Nothing was changed.".formatted(block.name()));
            code = block.code(number++);
        } while (codeInUse(kind, code) || !take(kind, code, accountId, reservedFor));
        advance(block.name(), number);
        return code;
    }

    /** The code that {@link #next} would give; empty when the block is used up. */
    public Optional<String> peek(Field<?> field) {
        String kind = kind(field);
        CodeBlock block = block(field);
        Optional<String> returned = returned(kind, block);
        if (returned.isPresent()) return returned;
        int number = jdbc.sql("SELECT next FROM code_block WHERE name = ?")
                .param(block.name())
                .query(Integer.class)
                .optional()
                .orElseGet(() -> first(kind, block));
        for (; number < block.size(); number++) {
            String code = block.code(number);
            if (!codeInUse(kind, code) && !taken(kind, code)) return Optional.of(code);
        }
        return Optional.empty();
    }

    private int first(String kind, CodeBlock block) {
        return Math.max(block.first(), highest(kind, stem(kind, block)) + 1);
    }

    private boolean taken(String kind, String code) {
        return jdbc.sql("SELECT EXISTS (SELECT 1 FROM code_taken WHERE kind = ? AND code = ?)")
                .params(kind, code)
                .query(Boolean.class)
                .single();
    }

    /** Notes that the codes of a release leave the house with it: from now on they are never given to anything else. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void left(Release release) {
        List<String> kinds = new ArrayList<>();
        List<String> codes = new ArrayList<>();
        for (Field<?> field : List.of(Fields.RELEASE_BARCODE, Fields.RELEASE_CATALOGUE_NUMBER))
            Optional.ofNullable(release.facts().text(field)).ifPresent(code -> {
                kinds.add(kind(field));
                codes.add(code);
            });
        for (Track track : release.tracks())
            Optional.ofNullable(track.recording().facts().text(Fields.RECORDING_ISRC))
                    .ifPresent(code -> {
                        kinds.add("isrc");
                        codes.add(code);
                    });
        jdbc.sql("""
                        INSERT INTO code_taken (kind, code, at, left_at)
                        SELECT DISTINCT left_now.kind, left_now.code, CAST(:at AS timestamptz), CAST(:at AS timestamptz)
                        FROM unnest(CAST(:kinds AS text[]), CAST(:codes AS text[])) AS left_now (kind, code)
                        ON CONFLICT (kind, code) DO UPDATE SET left_at = coalesce(code_taken.left_at, excluded.left_at),
                            free = false""")
                .param("at", Timestamp.from(clock.instant()))
                .param("kinds", kinds.toArray(String[]::new))
                .param("codes", codes.toArray(String[]::new))
                .update();
    }

    private static String stem(String kind, CodeBlock block) {
        return switch (kind) {
            case "isrc" -> block.code(block.first()).substring(0, 7);
            case "gtin" -> block.name().substring("gtin:".length());
            default -> block.name().substring("catalogue:".length()) + "-";
        };
    }

    /**
     * A code of the block that was given once, is on nothing, kept for nothing, and never left the house: the lowest. One that
     * was given in this very transaction is on its way to something and not written there yet.
     */
    private Optional<String> returned(String kind, CodeBlock block) {
        return jdbc
                .sql("""
                        SELECT code FROM code_taken WHERE kind = :kind AND %s
                            AND (free OR (left_at IS NULL AND reserved_for IS NULL))
                            AND xmin IS DISTINCT FROM CAST(pg_current_xact_id_if_assigned() AS xid) AND NOT %s
                        ORDER BY code USING ~<~""".formatted(BEGINS.formatted("code"), inUse(kind, "code_taken.code")))
                .param("kind", kind)
                .param("stem", stem(kind, block))
                .query(String.class)
                .list()
                .stream()
                .filter(code -> block.number(code).isPresent())
                .findFirst();
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
            case "isrc" -> "SELECT max(substr(isrc, 8)::int) FROM recording WHERE %s AND isrc ~ '^.{7}\\d{5}$'";
            case "gtin" -> """
                            SELECT max(substr(barcode, length(:stem) + 1, 12 - length(:stem))::int) FROM release
                            WHERE %s AND barcode ~ '^\\d{13}$'""";
            default -> """
                            SELECT max(substr(catalogue_number, length(:stem) + 1)::int) FROM release
                            WHERE %s AND substr(catalogue_number, length(:stem) + 1) ~ '^\\d{1,6}$'""";
        };
        String column = switch (kind) {
            case "isrc" -> "isrc";
            case "gtin" -> "barcode";
            default -> "catalogue_number";
        };
        return jdbc.sql(sql.formatted(BEGINS.formatted(column)))
                .param("stem", stem)
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
    private boolean codeInUse(String kind, String code) {
        return jdbc.sql("SELECT " + inUse(kind, "?"))
                .param(code)
                .query(Boolean.class)
                .single();
    }

    /** Whether a code is on something, as a condition of SQL. */
    private static String inUse(String kind, String code) {
        return switch (kind) {
            case "isrc" -> "EXISTS (SELECT FROM recording r WHERE r.isrc = %s AND %s)".formatted(code, ON_SOMETHING);
            case "gtin" -> "EXISTS (SELECT FROM release WHERE barcode = %s AND deleted_at IS NULL)".formatted(code);
            default ->
                "EXISTS (SELECT FROM release WHERE catalogue_number = %s AND deleted_at IS NULL)".formatted(code);
        };
    }

    private boolean take(String kind, String code, long accountId, @Nullable String reservedFor) {
        return jdbc.sql(
                                "INSERT INTO code_taken (kind, code, at, account_id, reserved_for) VALUES (?, ?, ?, ?, ?) ON CONFLICT DO NOTHING")
                        .params(Arrays.asList(kind, code, Timestamp.from(clock.instant()), accountId, reservedFor))
                        .update()
                == 1;
    }

    /** What every code of the catalogue is on. */
    public Map<String, List<String>> inUse() {
        Map<String, List<String>> on = new HashMap<>();
        jdbc.sql("""
                        SELECT r.isrc AS code, coalesce(t.title, 'untitled') || ', ' || coalesce(l.title, 'untitled') AS name
                        FROM recording r JOIN track t ON t.recording_id = r.id JOIN release l ON l.id = t.release_id
                        WHERE r.isrc IS NOT NULL AND l.deleted_at IS NULL
                        UNION ALL SELECT barcode, coalesce(title, 'untitled') FROM release
                        WHERE barcode IS NOT NULL AND deleted_at IS NULL
                        UNION ALL SELECT replace(iswc, '.', ''), coalesce(work_title, 'work') FROM work WHERE iswc IS NOT NULL
                        UNION ALL SELECT ipi, name FROM party WHERE ipi IS NOT NULL
                        UNION ALL SELECT isni, name FROM party WHERE isni IS NOT NULL""")
                .query((row, n) -> on.computeIfAbsent(row.getString("code"), code -> new ArrayList<>())
                        .add(row.getString("name")))
                .list();
        return on;
    }
}

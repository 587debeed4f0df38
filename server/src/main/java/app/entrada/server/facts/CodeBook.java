package app.entrada.server.facts;

import static java.util.Objects.requireNonNull;

import app.entrada.core.code.CodeBlock;
import app.entrada.core.code.CodeStrip;
import app.entrada.core.field.Field;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.BrieflyKept;
import app.entrada.server.platform.Problem;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
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
    @For(Role.MANAGER)
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
        return next(CodeKind.of(field), block(field), accountId, null);
    }

    /** Keeps the next codes of a block for something that is to come. */
    @Transactional
    @For(Role.ASSISTANT)
    public List<String> reserve(Field<?> field, int count, String reservedFor, long accountId) {
        List<String> codes = new ArrayList<>();
        for (int i = 0; i < count; i++) codes.add(next(CodeKind.of(field), block(field), accountId, reservedFor));
        return codes;
    }

    /** Gives a kept code free: it is the next to be handed out. One that is on something stays where it is. */
    @Transactional
    @For(Role.ASSISTANT)
    public void release(Field<?> field, String code) {
        CodeKind kind = CodeKind.of(field);
        boolean freed = !codeInUse(kind, code)
                && jdbc.sql("""
                                UPDATE code_taken SET free = true, reserved_for = NULL
                                WHERE kind = ? AND code = ? AND reserved_for IS NOT NULL""").params(kind.stored(), code).update() == 1;
        if (!freed)
            throw Problem.conflict(
                    "not-reserved", "%s is not reserved, or it is in use. Nothing was changed.".formatted(code));
    }

    /**
     * How a block stands.
     *
     * @param states what became of every code of it that was ever handed out or typed
     * @param reservations what codes are kept for, those of earlier years too
     * @param next the code that would be given next; empty when the block is used up
     */
    public record BlockState(
            Field<?> field,
            CodeBlock block,
            Map<String, CodeStrip.CodeState> states,
            Map<String, String> reservations,
            Optional<String> next) {}

    /** The blocks that the label has, as they stand. */
    public List<BlockState> blocks() {
        LabelProfile label = label();
        int year = LocalDate.now(clock).getYear();
        return Arrays.stream(CodeKind.values())
                .filter(kind -> kind.isGivenBy(label))
                .map(kind -> state(kind, kind.block(label, year)))
                .toList();
    }

    /** A code that was handed out once. */
    private record LedgerLine(
            String code,
            boolean free,
            boolean left,
            @Nullable String reservedFor) {
        boolean isKept() {
            return reservedFor != null && !free;
        }

        /** It may be given again, when it is on nothing. */
        boolean isReturned() {
            return free || !left && reservedFor == null;
        }
    }

    /** Codes that begin with a stem, and those that are kept for something. */
    private List<LedgerLine> ledger(CodeKind kind, String stem) {
        return jdbc.sql("""
                        SELECT code, free, left_at IS NOT NULL AS gone, reserved_for FROM code_taken WHERE kind = :kind AND %s
                        UNION SELECT code, free, left_at IS NOT NULL, reserved_for FROM code_taken
                            WHERE kind = :kind AND reserved_for IS NOT NULL AND NOT free""".formatted(CodeKind.begins("code")))
                .param("kind", kind.stored())
                .param("stem", stem)
                .query((row, n) -> new LedgerLine(
                        row.getString("code"),
                        row.getBoolean("free"),
                        row.getBoolean("gone"),
                        row.getString("reserved_for")))
                .list();
    }

    /** Codes on something that begin with a stem. */
    private Set<String> used(CodeKind kind, String stem) {
        return jdbc.sql(kind.onSomething())
                .param("stem", stem)
                .query(String.class)
                .set();
    }

    private BlockState state(CodeKind kind, CodeBlock block) {
        String stem = kind.stem(block);
        List<LedgerLine> ledger = ledger(kind, stem);
        Set<String> used = used(kind, stem);
        Map<String, CodeStrip.CodeState> states = new HashMap<>();
        Map<String, String> kept = new TreeMap<>();
        for (LedgerLine line : ledger) {
            if (line.isKept()) kept.put(line.code, requireNonNull(line.reservedFor));
            if (!line.code.startsWith(stem) || line.free) continue;
            if (line.isKept()) states.put(line.code, CodeStrip.CodeState.RESERVED);
            else if (line.left) states.put(line.code, CodeStrip.CodeState.SPENT);
        }
        for (String code : used) states.put(code, CodeStrip.CodeState.USED);
        return new BlockState(kind.field(), block, states, kept, upcoming(kind, block, ledger, used));
    }

    /** The code that {@link #next} would give. */
    private Optional<String> upcoming(CodeKind kind, CodeBlock block, List<LedgerLine> ledger, Set<String> used) {
        Optional<String> returned = ledger.stream()
                .filter(LedgerLine::isReturned)
                .map(LedgerLine::code)
                .filter(code -> !used.contains(code) && block.number(code).isPresent())
                .min(Comparator.naturalOrder());
        if (returned.isPresent()) return returned;
        Set<String> taken = ledger.stream().map(LedgerLine::code).collect(Collectors.toSet());
        int number = jdbc.sql("SELECT next FROM code_block WHERE name = ?")
                .param(block.name())
                .query(Integer.class)
                .optional()
                .orElseGet(() -> first(kind, block));
        for (; number < block.size(); number++) {
            String code = block.code(number);
            if (!used.contains(code) && !taken.contains(code)) return Optional.of(code);
        }
        return Optional.empty();
    }

    /** Codes that are on something or kept for something; those that left the house and are on nothing now are not. */
    public Set<String> held(Field<?> field) {
        CodeKind kind = CodeKind.of(field);
        Set<String> held = new HashSet<>(used(kind, ""));
        for (LedgerLine line : ledger(kind, "")) if (line.isKept()) held.add(line.code);
        return held;
    }

    /** The label's block for a field, this year's where it goes by years. */
    private CodeBlock block(Field<?> field) {
        return CodeKind.of(field).block(label(), LocalDate.now(clock).getYear());
    }

    private String next(CodeKind kind, CodeBlock block, long accountId, @Nullable String reservedFor) {
        int number = lockedNext(block.name(), () -> first(kind, block));
        Optional<String> returned = returned(kind, block);
        if (returned.isPresent()) {
            jdbc.sql("UPDATE code_taken SET free = false, reserved_for = ? WHERE kind = ? AND code = ?")
                    .params(Arrays.asList(reservedFor, kind.stored(), returned.get()))
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

    private int first(CodeKind kind, CodeBlock block) {
        return Math.max(block.first(), highest(kind, kind.stem(block)) + 1);
    }

    /** Notes that the codes of a release leave the house with it: from now on they are never given to anything else. */
    @Transactional(propagation = Propagation.MANDATORY)
    public void left(Release release) {
        List<String> kinds = new ArrayList<>();
        List<String> codes = new ArrayList<>();
        for (CodeKind kind : CodeKind.OF_A_RELEASE)
            Optional.ofNullable(release.facts().text(kind.field())).ifPresent(code -> {
                kinds.add(kind.stored());
                codes.add(code);
            });
        for (Track track : release.tracks())
            Optional.ofNullable(track.recording().facts().text(CodeKind.ISRC.field()))
                    .ifPresent(code -> {
                        kinds.add(CodeKind.ISRC.stored());
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

    /**
     * A code of the block that was given once, is on nothing, kept for nothing, and never left the house: the lowest. One that
     * was given in this very transaction is on its way to something and not written there yet.
     */
    private Optional<String> returned(CodeKind kind, CodeBlock block) {
        return jdbc
                .sql("""
                        SELECT code FROM code_taken WHERE kind = :kind AND %s
                            AND (free OR (left_at IS NULL AND reserved_for IS NULL))
                            AND xmin IS DISTINCT FROM CAST(pg_current_xact_id_if_assigned() AS xid) AND NOT %s
                        ORDER BY code USING ~<~""".formatted(CodeKind.begins("code"), kind.inUse("code_taken.code")))
                .param("kind", kind.stored())
                .param("stem", kind.stem(block))
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

    /** The highest number in use behind a stem, −1 when none is. */
    private int highest(CodeKind kind, String stem) {
        return jdbc.sql(kind.highest())
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
    private boolean codeInUse(CodeKind kind, String code) {
        return jdbc.sql("SELECT " + kind.inUse("?"))
                .param(code)
                .query(Boolean.class)
                .single();
    }

    private boolean take(CodeKind kind, String code, long accountId, @Nullable String reservedFor) {
        return jdbc.sql(
                                "INSERT INTO code_taken (kind, code, at, account_id, reserved_for) VALUES (?, ?, ?, ?, ?) ON CONFLICT DO NOTHING")
                        .params(Arrays.asList(
                                kind.stored(), code, Timestamp.from(clock.instant()), accountId, reservedFor))
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

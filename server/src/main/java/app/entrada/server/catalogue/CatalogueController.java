package app.entrada.server.catalogue;

import app.entrada.core.catalogue.CatalogueColumn;
import app.entrada.core.catalogue.CatalogueFilter;
import app.entrada.core.catalogue.CatalogueSubject;
import app.entrada.core.catalogue.CatalogueTable;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.text.Delimited;
import app.entrada.server.platform.Problem;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/** All recordings, releases or works in windows of a table, and what stands in its columns. */
@RestController
class CatalogueController {
    /** Up to which look at a release an answer goes; announcements of releases have its number. */
    private static final String REACHED = "Entrada-Reached";

    private static final int LONGEST_WINDOW = 500;
    private static final int MOST_VALUES = 1_000;
    private static final int MOST_ORDERS = 3;

    private final CatalogueKeeper catalogue;

    private final JsonMapper json;

    CatalogueController(CatalogueKeeper catalogue, JsonMapper json) {
        this.catalogue = catalogue;
        this.json = json;
    }

    /**
     * A column.
     *
     * @param scale text, number, date or time
     * @param entity what its fact belongs to; null when it is computed and cannot be written
     * @param field id of its fact; null when it is computed
     * @param type of the fact, as the sheet's columns have it
     * @param words what a choice offers
     * @param several whether several values can stand in one cell
     */
    record ColumnView(
            String key,
            String name,
            String scale,
            @Nullable String entity,
            @Nullable String field,
            @Nullable String type,
            List<String> words,
            @Nullable String help,
            boolean several) {}

    @GetMapping("/api/catalogue/{subject}/columns")
    List<ColumnView> columns(@PathVariable String subject) {
        return subject(subject).columns().stream()
                .map(column -> new ColumnView(
                        column.key(),
                        column.name(),
                        column.scale().name().toLowerCase(Locale.ROOT),
                        column.ofField().map(field -> field.entity().id()).orElse(null),
                        column.ofField().map(field -> field.id()).orElse(null),
                        column.ofField().map(field -> field.type().name()).orElse(null),
                        column.ofField()
                                .map(field -> ValueTypes.wordsOf(field.type()))
                                .orElse(List.of()),
                        column.ofField().map(field -> field.help()).orElse(null),
                        column.several()))
                .toList();
    }

    /**
     * A part of a filter as it was read.
     *
     * @param column key of the column that it is about; null for anywhere
     * @param problem why it filters nothing and what it would take; null when it was understood
     */
    record PartView(
            String text, @Nullable String column, @Nullable String problem) {}

    /**
     * What stands in a cell.
     *
     * @param value canonical text
     * @param shown text for reading, null when it is the same
     * @param carried whether it holds because the release says so
     */
    record CellView(String value, @Nullable String shown, boolean carried) {}

    /**
     * A row.
     *
     * @param track number in the running order of the release that shows it, 0 for a release
     * @param master checksum of the sound, null when there is none
     */
    record RowView(
            long release,
            int track,
            long trackId,
            long recordingId,
            long workId,
            @Nullable String master,
            Map<String, CellView> cells) {}

    /**
     * A window of the table.
     *
     * @param total rows that fit
     * @param of rows there are
     * @param releases on which those stand that fit
     * @param lookedOver how many releases are being looked over
     * @param parts of the filter
     * @param from of the first row here, from 0
     */
    record CatalogueWindow(
            int total, int of, int releases, int lookedOver, List<PartView> parts, int from, List<RowView> rows) {}

    /**
     * Some rows that fit.
     *
     * @param find filter in plain words
     * @param sort keys of columns with commas between them, with {@code -} before one for the greatest first
     * @param columns keys of the columns that are wanted; all when there are none
     */
    @GetMapping("/api/catalogue/{subject}")
    ResponseEntity<CatalogueWindow> window(
            @PathVariable String subject,
            @RequestParam(defaultValue = "") String find,
            @RequestParam(defaultValue = "") String sort,
            @RequestParam(defaultValue = "") String columns,
            @RequestParam(defaultValue = "0") int from,
            @RequestParam(defaultValue = "100") int count) {
        CatalogueSubject rows = subject(subject);
        CatalogueFilter filter = CatalogueFilter.read(find, rows);
        List<CatalogueColumn> wanted = wanted(columns, rows);
        CatalogueKeeper.Read<CatalogueWindow> read = catalogue.look(rows, table -> {
            CatalogueTable.Found found = table.find(filter, orders(sort, rows));
            int first = Math.max(0, Math.min(from, found.size()));
            int last = Math.min(found.size(), first + Math.max(0, Math.min(count, LONGEST_WINDOW)));
            List<RowView> lines = new ArrayList<>();
            for (int i = first; i < last; i++) lines.add(row(table.line(found.numbers()[i], wanted)));
            return new CatalogueWindow(found.size(), table.size(), found.releases(), 0, parts(filter), first, lines);
        });
        // beside the answer, not in it: what was not touched stays the same answer
        return ResponseEntity.ok()
                .header(REACHED, Long.toString(read.reached()))
                .body(read.into((window, lookedOver) -> new CatalogueWindow(
                        window.total, window.of, window.releases, lookedOver, window.parts, window.from, window.rows)));
    }

    private static List<PartView> parts(CatalogueFilter filter) {
        return filter.parts().stream()
                .map(part -> new PartView(part.text(), part.column(), part.problem()))
                .toList();
    }

    private static RowView row(CatalogueTable.Line line) {
        Map<String, CellView> cells = new LinkedHashMap<>();
        line.cells()
                .forEach((key, cell) -> cells.put(
                        key,
                        new CellView(
                                cell.text(), cell.shown().equals(cell.text()) ? null : cell.shown(), cell.carried())));
        return new RowView(
                line.release(), line.track(), line.trackId(), line.recordingId(), line.workId(), line.master(), cells);
    }

    /** A value and in how many rows it stands. */
    record ValueView(String value, int count) {}

    /**
     * What stands in a column.
     *
     * @param distinct how many values there are
     * @param without in how many rows nothing stands
     */
    record ValuesView(List<ValueView> values, int distinct, int without) {}

    /** @param order {@code count} for the most frequent first, else in the order of the column */
    @GetMapping("/api/catalogue/{subject}/values")
    ValuesView values(
            @PathVariable String subject,
            @RequestParam String column,
            @RequestParam(defaultValue = "") String find,
            @RequestParam(defaultValue = "count") String order) {
        CatalogueSubject rows = subject(subject);
        CatalogueColumn of = rows.column(column).orElseThrow(() -> Problem.missing("column"));
        CatalogueFilter filter = CatalogueFilter.read(find, rows);
        return catalogue
                .look(rows, table -> {
                    CatalogueTable.Values values =
                            table.values(table.find(filter, List.of()), of, order.equals("count"), MOST_VALUES);
                    return new ValuesView(
                            values.values().stream()
                                    .map(each -> new ValueView(each.value(), each.count()))
                                    .toList(),
                            values.distinct(),
                            values.without());
                })
                .what();
    }

    static CatalogueSubject subject(String id) {
        return CatalogueSubject.of(id).orElseThrow(() -> Problem.missing("table"));
    }

    /** Columns that are named and there; a view may name one that is gone. */
    private static List<CatalogueColumn> wanted(String keys, CatalogueSubject subject) {
        return keys.isBlank()
                ? subject.columns()
                : Arrays.stream(keys.split(","))
                        .flatMap(key -> subject.column(key.strip()).stream())
                        .distinct()
                        .toList();
    }

    static List<CatalogueTable.Order> orders(String sort, CatalogueSubject subject) {
        return Arrays.stream(sort.split(","))
                .map(String::strip)
                .map(key -> new CatalogueTable.Order(key.replaceFirst("^-", ""), key.startsWith("-")))
                .filter(order -> subject.column(order.column()).isPresent())
                .limit(MOST_ORDERS)
                .toList();
    }

    private static final int MOST_EXPORTED = 100_000;

    /** What fits, as a table for people ({@code csv}, {@code tsv}) or as JSON. */
    @GetMapping("/api/catalogue/{subject}/export")
    ResponseEntity<byte[]> export(
            @PathVariable String subject,
            @RequestParam(defaultValue = "") String find,
            @RequestParam(defaultValue = "") String sort,
            @RequestParam(defaultValue = "") String columns,
            @RequestParam(defaultValue = "csv") String format) {
        CatalogueSubject rows = subject(subject);
        List<CatalogueColumn> wanted = wanted(columns, rows);
        CatalogueFilter filter = CatalogueFilter.read(find, rows);
        List<CatalogueTable.Line> lines = catalogue
                .read(
                        rows,
                        table -> Arrays.stream(
                                        table.find(filter, orders(sort, rows)).numbers())
                                .limit(MOST_EXPORTED)
                                .mapToObj(number -> table.line(number, wanted))
                                .toList())
                .what();
        return switch (format) {
            case "csv" -> file(rows, "csv", "text/csv", table(lines, wanted, ','));
            case "tsv" -> file(rows, "tsv", "text/tab-separated-values", table(lines, wanted, '\t'));
            case "json" -> file(rows, "json", "application/json", json(lines, wanted));
            default -> throw Problem.input("format", "A table is written as csv, tsv or json.");
        };
    }

    private static String table(List<CatalogueTable.Line> lines, List<CatalogueColumn> columns, char delimiter) {
        List<List<String>> table = new ArrayList<>();
        table.add(columns.stream().map(CatalogueColumn::name).toList());
        for (CatalogueTable.Line line : lines)
            table.add(columns.stream()
                    .map(column -> line.cells().get(column.key()))
                    .map(cell -> cell == null ? "" : cell.shown())
                    .toList());
        return Delimited.writeForPeople(table, delimiter);
    }

    private String json(List<CatalogueTable.Line> lines, List<CatalogueColumn> columns) {
        List<Map<String, String>> rows = new ArrayList<>();
        for (CatalogueTable.Line line : lines) {
            Map<String, String> row = new LinkedHashMap<>();
            for (CatalogueColumn column : columns) {
                CatalogueTable.Cell cell = line.cells().get(column.key());
                if (cell != null) row.put(column.key(), cell.text());
            }
            rows.add(row);
        }
        return json.writeValueAsString(rows);
    }

    private static ResponseEntity<byte[]> file(CatalogueSubject subject, String ending, String type, String text) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(type + ";charset=UTF-8"))
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename("%s.%s".formatted(subject.id(), ending))
                                .build()
                                .toString())
                .body(text.getBytes(StandardCharsets.UTF_8));
    }
}

package app.entrada.core.catalogue;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.function.Predicate;
import org.jspecify.annotations.Nullable;

/**
 * Rows of a catalogue in memory, column by column, each value of a column once: what is asked of a value is asked once for
 * all rows that have it. Fifty thousand recordings take some tens of megabytes. Not safe for several threads while rows are
 * put in; reading is.
 */
public final class CatalogueTable {
    private final CatalogueSubject subject;
    private final CatalogueRows rows;
    private final List<ColumnStore> stores;
    private volatile Size size = new Size(-1, 0);

    /** How many subjects there were when rows were of a version. */
    private record Size(long version, int subjects) {}

    /** A table without rows, with rows of its own. */
    public CatalogueTable(CatalogueSubject subject) {
        this(subject, new CatalogueRows(subject == CatalogueSubject.RELEASES, subject.columns()));
    }

    private CatalogueTable(CatalogueSubject subject, CatalogueRows rows) {
        this.subject = subject;
        this.rows = rows;
        stores = subject.columns().stream()
                .map(column -> requireNonNull(rows.store(column.key())))
                .toList();
    }

    /** Tables of all subjects without rows: those of recordings and of works share theirs. */
    public static Map<CatalogueSubject, CatalogueTable> all() {
        List<CatalogueColumn> ofTracks = new ArrayList<>(CatalogueSubject.RECORDINGS.columns());
        ofTracks.addAll(CatalogueSubject.WORKS.columns());
        CatalogueRows tracks = new CatalogueRows(false, ofTracks);
        Map<CatalogueSubject, CatalogueTable> all = new EnumMap<>(CatalogueSubject.class);
        all.put(CatalogueSubject.RECORDINGS, new CatalogueTable(CatalogueSubject.RECORDINGS, tracks));
        all.put(CatalogueSubject.RELEASES, new CatalogueTable(CatalogueSubject.RELEASES));
        all.put(CatalogueSubject.WORKS, new CatalogueTable(CatalogueSubject.WORKS, tracks));
        return all;
    }

    /** Whether this table and another are two looks at the same rows: what is put into one is in the other. */
    public boolean sharesRowsWith(CatalogueTable other) {
        return rows == other.rows;
    }

    /** Puts the rows of a release in place of those it had; none take it away. */
    public void put(long release, List<CatalogueRow> fresh) {
        rows.put(release, fresh);
    }

    /** Computes what the first search would have to wait for. */
    public void prepare() {
        for (ColumnStore store : stores)
            if (store.column.scale() == CatalogueColumn.Scale.TEXT)
                for (ColumnValue value : store.values()) value.folded();
    }

    /** Rows that were replaced or taken away and still take room. */
    public int stale() {
        return rows.stale();
    }

    /** Takes back the room of rows that were replaced or taken away; what was found before means nothing afterwards. */
    public void compact() {
        rows.compact();
    }

    /** Puts rows in their natural order; to be called when all that has changed is put in. */
    public void settle() {
        rows.settle();
    }

    /** How many subjects there are, each counted once. */
    public int size() {
        Size known = size;
        if (known.version != rows.version()) {
            int subjects = (int) Arrays.stream(rows.oldestFirst())
                    .mapToLong(this::subjectOf)
                    .distinct()
                    .count();
            size = known = new Size(rows.version(), subjects);
        }
        return known.subjects;
    }

    /**
     * By which column rows are put in order.
     *
     * @param descending from the greatest to the least; those without a value come last all the same
     */
    public record Order(String column, boolean descending) {}

    /**
     * Rows that fit, each subject once.
     *
     * @param numbers in order; they mean something only to this table, and only until rows are put in
     */
    public record Found(int[] numbers, int releases) {
        /** How many. */
        public int size() {
            return numbers.length;
        }
    }

    /** The rows that fit a filter, in order; the newest release first where no order says otherwise. */
    public Found find(CatalogueFilter filter, List<Order> orders) {
        List<IntPredicate> tests = filter.conditions().stream().map(this::test).toList();
        int[] oldestFirst = rows.oldestFirst();
        int[] found = new int[oldestFirst.length];
        int count = 0;
        Set<Long> seen = new HashSet<>();
        Set<Long> on = new HashSet<>();
        for (int row : oldestFirst) {
            boolean fits = true;
            for (IntPredicate test : tests)
                if (!test.test(row)) {
                    fits = false;
                    break;
                }
            if (!fits || !seen.add(subjectOf(row))) continue;
            on.add(rows.place(row).release());
            found[count++] = row;
        }
        int[] numbers = new int[count];
        for (int i = 0; i < count; i++) numbers[i] = found[count - 1 - i];
        return new Found(orders.isEmpty() ? numbers : sorted(numbers, orders), on.size());
    }

    private long subjectOf(int row) {
        CatalogueRows.Place place = rows.place(row);
        return switch (subject) {
            case RECORDINGS -> place.recordingId();
            case RELEASES -> place.release();
            case WORKS -> place.workId();
        };
    }

    private int[] sorted(int[] numbers, List<Order> orders) {
        int[] sorted = numbers;
        // from the last order to the first: each keeps what the one before has put in order
        for (int i = orders.size() - 1; i >= 0; i--) {
            ColumnStore store = rows.store(orders.get(i).column);
            if (store != null) sorted = sorted(sorted, store, orders.get(i).descending);
        }
        return sorted;
    }

    private static int[] sorted(int[] numbers, ColumnStore store, boolean descending) {
        int[] ranks = store.ranks();
        int none = ranks[0];
        long[] keys = new long[numbers.length];
        for (int i = 0; i < numbers.length; i++) {
            int rank = ranks[store.number(numbers[i])];
            keys[i] = (long) (descending && rank != none ? none - 1 - rank : rank) << Integer.SIZE | i;
        }
        Arrays.sort(keys);
        int[] sorted = new int[numbers.length];
        for (int i = 0; i < keys.length; i++) sorted[i] = numbers[(int) keys[i]];
        return sorted;
    }

    private IntPredicate test(Condition condition) {
        if (condition instanceof Condition.Not not) return test(not.what()).negate();
        if (condition instanceof Condition.Any any) {
            List<IntPredicate> of = any.of().stream().map(this::test).toList();
            return row -> of.stream().anyMatch(test -> test.test(row));
        }
        if (condition instanceof Condition.Given given) {
            ColumnStore store = store(given.column());
            return row -> store.number(row) != 0;
        }
        if (condition instanceof Condition.Between between) {
            ColumnStore store = store(between.column());
            BitSet those = store.those(value -> value.between(between.from(), between.to()));
            return row -> those.get(store.number(row));
        }
        if (condition instanceof Condition.Said said) {
            ColumnStore store = store(said.column());
            List<Predicate<ColumnValue>> wanted =
                    said.anyOf().stream().map(CatalogueTable::said).toList();
            BitSet those = store.those(value -> wanted.stream().anyMatch(each -> each.test(value)));
            return row -> those.get(store.number(row));
        }
        return anywhere(((Condition.Anywhere) condition).folded());
    }

    private static Predicate<ColumnValue> said(Condition.Wanted wanted) {
        if (wanted.exact())
            return value ->
                    value.elements().contains(wanted.text()) || value.shown().equals(wanted.text());
        ColumnValue.Sought sought = new ColumnValue.Sought(wanted.folded());
        return value -> value.has(sought);
    }

    /** Every word stands somewhere in the row, be it in columns of their own. */
    private IntPredicate anywhere(String folded) {
        List<IntPredicate> words = new ArrayList<>();
        for (String text : folded.split(" ")) {
            ColumnValue.Sought word = new ColumnValue.Sought(text);
            Map<ColumnStore, BitSet> those = new LinkedHashMap<>();
            for (ColumnStore store : stores)
                if (store.column.scale() == CatalogueColumn.Scale.TEXT) {
                    BitSet has = store.those(value -> value.has(word));
                    if (!has.isEmpty()) those.put(store, has);
                }
            words.add(row -> {
                for (var each : those.entrySet())
                    if (each.getValue().get(each.getKey().number(row))) return true;
                return false;
            });
        }
        return row -> words.stream().allMatch(word -> word.test(row));
    }

    private ColumnStore store(CatalogueColumn column) {
        return requireNonNull(rows.store(column.key()));
    }

    /**
     * What stands in a column.
     *
     * @param count of rows in which it does
     */
    public record Counted(String value, int count) {}

    /**
     * The distinct values of a column among rows, by their number or by their order.
     *
     * @param byCount the most frequent first
     * @param most how many at most
     */
    public Values values(Found found, CatalogueColumn column, boolean byCount, int most) {
        ColumnStore store = store(column);
        int[] counts = new int[store.values().size() + 1];
        for (int row : found.numbers) counts[store.number(row)]++;
        Map<String, Integer> elements = new LinkedHashMap<>();
        for (int i = 1; i < counts.length; i++)
            if (counts[i] > 0)
                for (String element : store.values().get(i - 1).elements())
                    elements.merge(element, counts[i], Integer::sum);
        Map<String, ColumnValue> order = new HashMap<>();
        for (String element : elements.keySet()) order.put(element, new ColumnValue(column, element));
        Comparator<Map.Entry<String, Integer>> comparator = Comparator.comparing(each -> order.get(each.getKey()));
        if (byCount)
            comparator =
                    Map.Entry.<String, Integer>comparingByValue().reversed().thenComparing(comparator);
        List<Counted> all = elements.entrySet().stream()
                .sorted(comparator)
                .limit(most)
                .map(each -> new Counted(each.getKey(), each.getValue()))
                .toList();
        return new Values(all, elements.size(), counts[0]);
    }

    /**
     * Values of a column.
     *
     * @param distinct how many there are
     * @param without how many rows have none
     */
    public record Values(List<Counted> values, int distinct, int without) {}

    /**
     * What stands in a cell.
     *
     * @param text canonical
     * @param shown for reading
     * @param carried whether it holds because the release says so
     */
    public record Cell(String text, String shown, boolean carried) {}

    /**
     * A row as it is shown.
     *
     * @param track number in the running order, 0 for a release
     * @param master checksum of the sound, null when there is none
     */
    public record Line(
            long release,
            int track,
            long trackId,
            long recordingId,
            long workId,
            @Nullable String master,
            Map<String, Cell> cells) {}

    /** Is told of rows one by one. */
    public interface RowReader {
        /**
         * A row.
         *
         * @param at where it stands, without cells
         * @param texts canonical, in the order of the columns; null where nothing stands
         * @param carried whether each of them holds because the release says so
         */
        void row(Line at, @Nullable String[] texts, boolean[] carried);
    }

    /** Tells of all rows, in the order in which they were put in; a subject that several rows show is told several times. */
    public void forEach(List<CatalogueColumn> columns, RowReader reader) {
        List<ColumnStore> wanted = columns.stream().map(this::store).toList();
        @Nullable String[] texts = new String[columns.size()];
        boolean[] carried = new boolean[columns.size()];
        for (int row = rows.live().nextSetBit(0); row >= 0; row = rows.live().nextSetBit(row + 1)) {
            for (int i = 0; i < texts.length; i++) {
                ColumnValue value = wanted.get(i).value(row);
                texts[i] = value == null ? null : value.text();
                carried[i] = value != null && wanted.get(i).carried(row);
            }
            reader.row(line(row, List.of()), texts, carried);
        }
    }

    /** A row with some of its columns; those without a value are absent. */
    public Line line(int number, Collection<CatalogueColumn> columns) {
        CatalogueRows.Place place = rows.place(number);
        Map<String, Cell> cells = new LinkedHashMap<>();
        for (CatalogueColumn column : columns) {
            ColumnStore store = store(column);
            ColumnValue value = store.value(number);
            if (value != null) cells.put(column.key(), new Cell(value.text(), value.shown(), store.carried(number)));
        }
        return new Line(
                place.release(),
                place.track(),
                place.trackId(),
                place.recordingId(),
                place.workId(),
                place.master(),
                cells);
    }
}

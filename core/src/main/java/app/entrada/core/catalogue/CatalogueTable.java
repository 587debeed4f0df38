package app.entrada.core.catalogue;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.names.NameFolding;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * Rows of a catalogue in memory, column by column, each value of a column once: what is asked of a value is asked once for
 * all rows that have it. Fifty thousand recordings take some tens of megabytes. Not safe for several threads while rows are
 * put in; reading is.
 */
public final class CatalogueTable {
    private static final int FIRST_ROOM = 1024;

    private final CatalogueSubject subject;
    private final Map<String, Store> stores = new LinkedHashMap<>();
    private final Map<Long, List<Integer>> ofRelease = new HashMap<>();
    private Place[] places = new Place[FIRST_ROOM];
    private int rows;
    private final BitSet live = new BitSet();
    private int[] oldestFirst = {};
    private int size;
    private boolean ordered = true;

    /** A table without rows. */
    public CatalogueTable(CatalogueSubject subject) {
        this.subject = subject;
        for (CatalogueColumn column : subject.columns()) stores.put(column.key(), new Store(column));
    }

    /**
     * Where a row stands.
     *
     * @param track number in the running order, 0 for a release
     * @param date release date as ISO 8601 writes it, later than all others when there is none
     */
    private record Place(
            long release,
            int track,
            long trackId,
            long recordingId,
            long workId,
            @Nullable String master,
            String date) {}

    /** The values of one column, and which row has which. */
    private static final class Store {
        private final CatalogueColumn column;
        /** Whether it is a fact of releases. */
        private final boolean ofRelease;

        private final Map<String, Integer> numbers = new HashMap<>();
        private final List<Value> values = new ArrayList<>();
        /** By row: the number of its value, 0 for none. */
        private int[] at = new int[FIRST_ROOM];

        private final BitSet carried = new BitSet();
        private volatile int @Nullable [] ranks;

        Store(CatalogueColumn column) {
            this.column = column;
            ofRelease = column.ofField()
                    .filter(field -> field.entity() == Entity.RELEASE)
                    .isPresent();
        }

        void put(int row, @Nullable String text, boolean inherited) {
            if (row >= at.length) at = Arrays.copyOf(at, at.length * 2);
            carried.set(row, inherited);
            if (text == null) {
                at[row] = 0;
                return;
            }
            at[row] = numbers.computeIfAbsent(text, fresh -> {
                values.add(new Value(column, fresh));
                ranks = null;
                return values.size();
            });
        }

        @Nullable
        Value value(int row) {
            return at[row] == 0 ? null : values.get(at[row] - 1);
        }

        /** Places of the values in their order, by number; none comes last. */
        int[] ranks() {
            int[] known = ranks;
            if (known != null) return known;
            int[] fresh = new int[values.size() + 1];
            Integer[] order = IntStream.range(0, values.size()).boxed().toArray(Integer[]::new);
            Arrays.sort(order, Comparator.comparing(values::get));
            for (int i = 0; i < order.length; i++) fresh[order[i] + 1] = i;
            fresh[0] = order.length;
            ranks = fresh;
            return fresh;
        }

        /** Which values are so, by number; none has 0 and is never so. */
        BitSet those(Predicate<Value> so) {
            BitSet those = new BitSet(values.size() + 1);
            for (int i = 0; i < values.size(); i++) if (so.test(values.get(i))) those.set(i + 1);
            return those;
        }
    }

    /** A value of a column; what is dear to compute of it waits until somebody asks. */
    private static final class Value implements Comparable<Value> {
        private final CatalogueColumn column;
        private final String text;
        private @Nullable String shown;
        private @Nullable String folded;
        private @Nullable List<String> elements;
        /** The least number it can mean, for columns that are compared by number. */
        private final OptionalLong least;

        Value(CatalogueColumn column, String text) {
            this.column = column;
            this.text = text;
            least = column.least(text);
        }

        String shown() {
            String known = shown;
            if (known == null) shown = known = column.shown(text);
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
        public int compareTo(Value other) {
            if (column.scale() != CatalogueColumn.Scale.TEXT) {
                int byNumber = Long.compare(least.orElse(Long.MAX_VALUE), other.least.orElse(Long.MAX_VALUE));
                if (byNumber != 0) return byNumber;
            }
            int byLetters = folded().compareTo(other.folded());
            return byLetters != 0 ? byLetters : text.compareTo(other.text);
        }

        @Override
        public boolean equals(Object other) {
            return other instanceof Value value && value.column.equals(column) && value.text.equals(text);
        }

        @Override
        public int hashCode() {
            return text.hashCode();
        }

        boolean between(long from, long to) {
            return least.isPresent() && least.getAsLong() >= from && least.getAsLong() <= to;
        }

        /** Codes are found in any form: with or without what stands between their parts. */
        boolean has(String wanted) {
            return folded().contains(wanted)
                    || hasDigit(wanted)
                            && hasDigit(folded())
                            && folded().replace(" ", "").contains(wanted.replace(" ", ""));
        }

        private static boolean hasDigit(String folded) {
            return folded.chars().anyMatch(Character::isDigit);
        }
    }

    /** Puts the rows of a release in place of those it had; none take it away. */
    public void put(long release, List<CatalogueRow> fresh) {
        for (int row : ofRelease.getOrDefault(release, List.of())) live.clear(row);
        ofRelease.remove(release);
        ordered = false;
        if (fresh.isEmpty()) return;
        CatalogueRow whole = fresh.get(0);
        String date = whole.values().getOrDefault("releaseDate", "9999");
        List<Integer> here = new ArrayList<>();
        for (CatalogueRow row :
                subject == CatalogueSubject.RELEASES ? List.of(whole) : fresh.subList(1, fresh.size())) {
            int number = rows++;
            if (number >= places.length) places = Arrays.copyOf(places, places.length * 2);
            places[number] =
                    new Place(release, row.track(), row.trackId(), row.recordingId(), row.workId(), row.master(), date);
            for (Store store : stores.values()) {
                String key = store.column.key();
                String text = row.values().get(key);
                // what only a release has holds for its tracks
                if (text == null && store.ofRelease) text = whole.values().get(key);
                store.put(number, text, row.carried().contains(key));
            }
            live.set(number);
            here.add(number);
        }
        ofRelease.put(release, here);
    }

    /** Computes what the first search would have to wait for. */
    public void prepare() {
        for (Store store : stores.values()) for (Value value : store.values) value.folded();
    }

    /** Rows that were replaced or taken away and still take room. */
    public int stale() {
        return rows - live.cardinality();
    }

    /** Puts rows in their natural order; to be called when all that has changed is put in. */
    public void settle() {
        if (ordered) return;
        oldestFirst = live.stream()
                .boxed()
                .sorted(Comparator.comparing((Integer row) -> places[row].date)
                        .thenComparing(row -> places[row].release)
                        .thenComparing(row -> -places[row].track))
                .mapToInt(Integer::intValue)
                .toArray();
        size = (int)
                Arrays.stream(oldestFirst).mapToLong(this::subjectOf).distinct().count();
        ordered = true;
    }

    /** How many subjects there are, each counted once. */
    public int size() {
        return size;
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
            on.add(places[row].release);
            found[count++] = row;
        }
        int[] numbers = new int[count];
        for (int i = 0; i < count; i++) numbers[i] = found[count - 1 - i];
        return new Found(orders.isEmpty() ? numbers : sorted(numbers, orders), on.size());
    }

    private long subjectOf(int row) {
        Place place = places[row];
        return switch (subject) {
            case RECORDINGS -> place.recordingId;
            case RELEASES -> place.release;
            case WORKS -> place.workId;
        };
    }

    private int[] sorted(int[] numbers, List<Order> orders) {
        int[] sorted = numbers;
        // from the last order to the first: each keeps what the one before has put in order
        for (int i = orders.size() - 1; i >= 0; i--) {
            Store store = stores.get(orders.get(i).column);
            if (store != null) sorted = sorted(sorted, store, orders.get(i).descending);
        }
        return sorted;
    }

    private static int[] sorted(int[] numbers, Store store, boolean descending) {
        int[] ranks = store.ranks();
        int none = ranks[0];
        long[] keys = new long[numbers.length];
        for (int i = 0; i < numbers.length; i++) {
            int rank = ranks[store.at[numbers[i]]];
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
            int[] at = at(given.column());
            return row -> at[row] != 0;
        }
        if (condition instanceof Condition.Between between) {
            BitSet those = store(between.column()).those(value -> value.between(between.from(), between.to()));
            int[] at = at(between.column());
            return row -> those.get(at[row]);
        }
        if (condition instanceof Condition.Said said) {
            BitSet those = store(said.column())
                    .those(value -> said.anyOf().stream()
                            .anyMatch(wanted -> wanted.exact()
                                    ? value.elements().contains(wanted.text())
                                            || value.shown().equals(wanted.text())
                                    : value.has(wanted.folded())));
            int[] at = at(said.column());
            return row -> those.get(at[row]);
        }
        return anywhere(((Condition.Anywhere) condition).folded());
    }

    /** Every word stands somewhere in the row, be it in columns of their own. */
    private IntPredicate anywhere(String folded) {
        List<IntPredicate> words = new ArrayList<>();
        for (String word : folded.split(" ")) {
            Map<Store, BitSet> those = new LinkedHashMap<>();
            for (Store store : stores.values())
                if (store.column.scale() == CatalogueColumn.Scale.TEXT) {
                    BitSet has = store.those(value -> value.has(word));
                    if (!has.isEmpty()) those.put(store, has);
                }
            words.add(row -> {
                for (var each : those.entrySet()) if (each.getValue().get(each.getKey().at[row])) return true;
                return false;
            });
        }
        return row -> words.stream().allMatch(word -> word.test(row));
    }

    private Store store(CatalogueColumn column) {
        return requireNonNull(stores.get(column.key()));
    }

    private int[] at(CatalogueColumn column) {
        return store(column).at;
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
        Store store = store(column);
        int[] counts = new int[store.values.size() + 1];
        for (int row : found.numbers) counts[store.at[row]]++;
        Map<String, Integer> elements = new LinkedHashMap<>();
        for (int i = 1; i < counts.length; i++)
            if (counts[i] > 0)
                for (String element : store.values.get(i - 1).elements())
                    elements.merge(element, counts[i], Integer::sum);
        Map<String, Value> order = new HashMap<>();
        for (String element : elements.keySet()) order.put(element, new Value(column, element));
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
        List<Store> wanted = columns.stream().map(this::store).toList();
        @Nullable String[] texts = new String[columns.size()];
        boolean[] carried = new boolean[columns.size()];
        for (int row = live.nextSetBit(0); row >= 0; row = live.nextSetBit(row + 1)) {
            for (int i = 0; i < texts.length; i++) {
                Value value = wanted.get(i).value(row);
                texts[i] = value == null ? null : value.text;
                carried[i] = value != null && wanted.get(i).carried.get(row);
            }
            reader.row(line(row, List.of()), texts, carried);
        }
    }

    /** A row with some of its columns; those without a value are absent. */
    public Line line(int number, Collection<CatalogueColumn> columns) {
        Place place = places[number];
        Map<String, Cell> cells = new LinkedHashMap<>();
        for (CatalogueColumn column : columns) {
            Store store = store(column);
            Value value = store.value(number);
            if (value != null) cells.put(column.key(), new Cell(value.text, value.shown(), store.carried.get(number)));
        }
        return new Line(
                place.release, place.track, place.trackId, place.recordingId, place.workId, place.master, cells);
    }
}

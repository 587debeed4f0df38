package app.entrada.core.catalogue;

import app.entrada.core.field.Entity;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Predicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/** The values of one column, and which row has which. */
final class ColumnStore {
    final CatalogueColumn column;
    /** Whether it is a fact of releases. */
    final boolean ofRelease;

    private Map<String, Integer> numbers = new HashMap<>();
    private List<ColumnValue> values = new ArrayList<>();
    /** By row: the number of its value, 0 for none. */
    private int[] at = new int[CatalogueRows.FIRST_ROOM];

    private BitSet carried = new BitSet();
    private volatile int @Nullable [] ranks;

    ColumnStore(CatalogueColumn column) {
        this.column = column;
        ofRelease = column.ofField()
                .filter(field -> field.entity() == Entity.RELEASE)
                .isPresent();
    }

    /** Gives a row its value; rows come in their order, without a gap. */
    void put(int row, @Nullable String text, boolean inherited) {
        if (row >= at.length) at = Arrays.copyOf(at, at.length * 2);
        carried.set(row, inherited);
        if (text == null) {
            at[row] = 0;
            return;
        }
        at[row] = numbers.computeIfAbsent(text, fresh -> {
            values.add(new ColumnValue(column, fresh));
            ranks = null;
            return values.size();
        });
    }

    @Nullable
    ColumnValue value(int row) {
        return at[row] == 0 ? null : values.get(at[row] - 1);
    }

    /** The number of a row's value, 0 for none. */
    int number(int row) {
        return at[row];
    }

    List<ColumnValue> values() {
        return values;
    }

    boolean carried(int row) {
        return carried.get(row);
    }

    /** Gives rows other numbers: the n-th of those that are kept is row n. Values that no row has any more are dropped. */
    void compact(int[] kept) {
        int[] freshAt = new int[Math.max(CatalogueRows.FIRST_ROOM, kept.length)];
        BitSet freshCarried = new BitSet(kept.length);
        List<ColumnValue> freshValues = new ArrayList<>();
        Map<String, Integer> freshNumbers = new HashMap<>();
        int[] freshNumber = new int[values.size() + 1];
        for (int row = 0; row < kept.length; row++) {
            freshCarried.set(row, carried.get(kept[row]));
            int number = at[kept[row]];
            if (number == 0) continue;
            if (freshNumber[number] == 0) {
                ColumnValue value = values.get(number - 1);
                freshValues.add(value);
                freshNumber[number] = freshValues.size();
                freshNumbers.put(value.text(), freshValues.size());
            }
            freshAt[row] = freshNumber[number];
        }
        at = freshAt;
        carried = freshCarried;
        values = freshValues;
        numbers = freshNumbers;
        ranks = null;
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
    BitSet those(Predicate<ColumnValue> so) {
        BitSet those = new BitSet(values.size() + 1);
        for (int i = 0; i < values.size(); i++) if (so.test(values.get(i))) those.set(i + 1);
        return those;
    }
}

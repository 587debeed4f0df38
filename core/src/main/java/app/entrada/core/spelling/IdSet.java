package app.entrada.core.spelling;

import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Collection;
import java.util.UUID;

/**
 * A set of ids of which one only wants to know what it has in common with another: numbers in order, eight bytes each. An id that
 * is a text is kept as 64 bits of its MD5 digest; that two texts of a catalogue have the same is not to be expected.
 */
public final class IdSet {
    public static final IdSet NONE = new IdSet(new long[0]);

    private final long[] numbers;

    private IdSet(long[] numbers) {
        this.numbers = numbers;
    }

    /** Of texts. */
    public static IdSet of(Collection<String> ids) {
        Collector all = new Collector();
        for (String id : ids) all.add(number(id));
        return all.set();
    }

    /** Of a text. */
    public static long number(String id) {
        return UUID.nameUUIDFromBytes(id.getBytes(StandardCharsets.UTF_8)).getMostSignificantBits();
    }

    public boolean contains(String id) {
        return numbers.length > 0 && Arrays.binarySearch(numbers, number(id)) >= 0;
    }

    /** How many are in both. */
    public int common(IdSet other) {
        int common = 0;
        for (int i = 0, j = 0; i < numbers.length && j < other.numbers.length; )
            if (numbers[i] < other.numbers[j]) i++;
            else if (numbers[i] > other.numbers[j]) j++;
            else {
                common++;
                i++;
                j++;
            }
        return common;
    }

    public int size() {
        return numbers.length;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof IdSet set && Arrays.equals(numbers, set.numbers);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(numbers);
    }

    @Override
    public String toString() {
        return size() + " ids";
    }

    /** Collects numbers that come again and again. */
    public static final class Collector {
        private long[] numbers = new long[4];
        private int size;

        public void add(long number) {
            if (size == numbers.length) {
                sort();
                if (size > numbers.length / 2) numbers = Arrays.copyOf(numbers, size * 2);
            }
            numbers[size++] = number;
        }

        private void sort() {
            Arrays.sort(numbers, 0, size);
            int kept = 0;
            for (int i = 0; i < size; i++) if (i == 0 || numbers[i] != numbers[i - 1]) numbers[kept++] = numbers[i];
            size = kept;
        }

        /** Those that were added until now. */
        public IdSet set() {
            sort();
            return size == 0 ? NONE : new IdSet(Arrays.copyOf(numbers, size));
        }
    }
}

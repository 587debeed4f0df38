package app.entrada.core.catalogue;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * Rows in memory, column by column; a row is a number. Recordings and works are two looks at the same rows. Not safe for
 * several threads while rows are put in; reading is.
 */
final class CatalogueRows {
    /** Rows for which there is room at the beginning. */
    static final int FIRST_ROOM = 1024;

    private final boolean ofReleases;
    private final Map<String, ColumnStore> stores = new LinkedHashMap<>();
    private final Map<Long, List<Integer>> ofRelease = new HashMap<>();
    private Place[] places = new Place[FIRST_ROOM];
    private int rows;
    private final BitSet live = new BitSet();
    /** The rows that are put in order, of the oldest release first. */
    private int[] oldestFirst = {};
    /** Rows from this one on are not put in order yet. */
    private int inOrder;

    private boolean ordered = true;
    private long version;

    /** @param ofReleases whether a row is a whole release, else one of its tracks */
    CatalogueRows(boolean ofReleases, Collection<CatalogueColumn> columns) {
        this.ofReleases = ofReleases;
        for (CatalogueColumn column : columns) stores.computeIfAbsent(column.key(), key -> new ColumnStore(column));
    }

    /**
     * Where a row stands.
     *
     * @param track number in the running order, 0 for a release
     * @param date release date as ISO 8601 writes it, later than all others when there is none
     */
    record Place(
            long release,
            int track,
            long trackId,
            long recordingId,
            long workId,
            @Nullable String master,
            String date) {}

    /** Puts the rows of a release in place of those it had; none take it away. */
    void put(long release, List<CatalogueRow> fresh) {
        for (int row : ofRelease.getOrDefault(release, List.of())) live.clear(row);
        ofRelease.remove(release);
        ordered = false;
        if (fresh.isEmpty()) return;
        CatalogueRow whole = fresh.get(0);
        String date = whole.values().getOrDefault("releaseDate", "9999");
        List<Integer> here = new ArrayList<>();
        for (CatalogueRow row : ofReleases ? List.of(whole) : fresh.subList(1, fresh.size())) {
            int number = rows++;
            if (number >= places.length) places = Arrays.copyOf(places, places.length * 2);
            places[number] =
                    new Place(release, row.track(), row.trackId(), row.recordingId(), row.workId(), row.master(), date);
            for (ColumnStore store : stores.values()) {
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

    /** Takes back the room of rows that were replaced or taken away; what was found before means nothing afterwards. */
    void compact() {
        int[] kept = live.stream().toArray();
        Map<Integer, Integer> fresh = new HashMap<>();
        Place[] freshPlaces = new Place[Math.max(FIRST_ROOM, kept.length)];
        for (int row = 0; row < kept.length; row++) {
            fresh.put(kept[row], row);
            freshPlaces[row] = places[kept[row]];
        }
        ofRelease.values().forEach(here -> here.replaceAll(fresh::get));
        stores.values().forEach(store -> store.compact(kept));
        places = freshPlaces;
        rows = kept.length;
        live.clear();
        live.set(0, rows);
        inOrder = 0;
        oldestFirst = new int[0];
        ordered = false;
    }

    /** Puts rows in their natural order; to be called when all that has changed is put in. */
    void settle() {
        if (ordered) return;
        Comparator<Integer> oldest = Comparator.comparing((Integer row) -> places[row].date)
                .thenComparing(row -> places[row].release)
                .thenComparing(row -> -places[row].track);
        int[] fresh = live.stream()
                .filter(row -> row >= inOrder)
                .boxed()
                .sorted(oldest)
                .mapToInt(Integer::intValue)
                .toArray();
        oldestFirst = merged(Arrays.stream(oldestFirst).filter(live::get).toArray(), fresh, oldest);
        inOrder = rows;
        ordered = true;
        version++;
    }

    /** Two that are in order, as one: a few fresh rows need not put all the others in order again. */
    private static int[] merged(int[] some, int[] others, Comparator<Integer> order) {
        int[] merged = new int[some.length + others.length];
        int i = 0;
        int j = 0;
        for (int at = 0; at < merged.length; at++)
            merged[at] = j == others.length || i < some.length && order.compare(some[i], others[j]) <= 0
                    ? some[i++]
                    : others[j++];
        return merged;
    }

    /** Another number when rows have become different since. */
    long version() {
        return version;
    }

    /** The rows that there are, of the oldest release first. */
    int[] oldestFirst() {
        return oldestFirst;
    }

    BitSet live() {
        return live;
    }

    Place place(int row) {
        return places[row];
    }

    /** The values of a column, null when there is no such column. */
    @Nullable
    ColumnStore store(String column) {
        return stores.get(column);
    }

    /** Rows that were replaced or taken away and still take room. */
    int stale() {
        return rows - live.cardinality();
    }
}

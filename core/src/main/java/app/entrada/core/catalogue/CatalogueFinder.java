package app.entrada.core.catalogue;

import app.entrada.core.field.Fields;
import app.entrada.core.names.NameFolding;
import app.entrada.core.names.TypedWord;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.BitSet;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.NavigableMap;
import java.util.Set;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;

/**
 * Finds releases, tracks and works by what somebody types of them: some words of their titles and of who is on them, each
 * half typed or with a slip, or a code in any form. Words are kept once with where they stand, so that a word is compared with
 * thousands of words and not with fifty thousand titles. Not safe for several threads while rows are put in; reading is.
 */
public final class CatalogueFinder {
    /** Shorter ones are no codes. */
    private static final int SHORTEST_CODE = 4;

    private static final int MOST_WORDS = 8;
    /** What stands beside the title weighs less. */
    private static final float BESIDE = 0.8f;

    private List<Thing> things = new ArrayList<>();
    /** By number: how many words the title has. */
    private byte[] titled = new byte[1024];

    private final BitSet live = new BitSet();
    private final Map<Long, List<Integer>> ofRelease = new HashMap<>();
    private final Map<String, Standing> words = new HashMap<>();
    private final NavigableMap<String, List<Integer>> codes = new TreeMap<>();
    private final Map<String, String> texts = new HashMap<>();

    /** What is found. */
    public enum Kind {
        RELEASE,
        TRACK,
        WORK
    }

    /**
     * A release, a track or a work.
     *
     * @param track number in the running order, 0 for the release itself
     * @param title as it is shown
     * @param beside who is on it, and on which release
     */
    public record Thing(
            Kind kind,
            long release,
            int track,
            long workId,
            String title,
            String beside,
            @Nullable String date) {}

    /**
     * Something that may be meant.
     *
     * @param fit above 0; 1 when it is exactly what was typed
     */
    public record Hit(Thing thing, double fit) {}

    /** In which things a word stands: in the title, or, as a negative number less one, beside it. */
    private static final class Standing {
        private int[] at = new int[2];
        private int size;

        void add(int number) {
            if (size == at.length) at = Arrays.copyOf(at, size * 2);
            at[size++] = number;
        }

        /** Gives things other numbers, -1 to those that are gone; whether any is left. */
        boolean renumber(int[] fresh) {
            int kept = 0;
            for (int i = 0; i < size; i++) {
                int number = fresh[thing(at[i])];
                if (number >= 0) at[kept++] = at[i] < 0 ? -number - 1 : number;
            }
            size = kept;
            return kept > 0;
        }

        static int thing(int at) {
            return at < 0 ? -at - 1 : at;
        }
    }

    /** Puts what is on a release in place of what was; no rows take it away. */
    public void put(long release, List<CatalogueRow> rows) {
        for (int number : ofRelease.getOrDefault(release, List.of())) live.clear(number);
        ofRelease.remove(release);
        if (rows.isEmpty()) return;
        Map<String, String> whole = rows.get(0).values();
        List<Integer> here = new ArrayList<>();
        String title = whole.getOrDefault(CatalogueSubject.RELEASE.key(), "");
        String date = whole.get(Fields.RELEASE_DATE.key());
        String artists = whole.getOrDefault(Fields.RELEASE_ARTISTS.key(), "");
        here.add(add(
                new Thing(
                        Kind.RELEASE,
                        release,
                        0,
                        0,
                        kept(title),
                        kept(joined(artists, whole.get(Fields.RELEASE_CATALOGUE_NUMBER.key()))),
                        date),
                whole.get(Fields.RELEASE_BARCODE.key()),
                whole.get(Fields.RELEASE_CATALOGUE_NUMBER.key())));
        for (CatalogueRow row : rows.subList(1, rows.size())) {
            String own = row.values().get(Fields.TRACK_TITLE.key());
            String by = row.values().getOrDefault(Fields.TRACK_ARTISTS.key(), artists);
            if (own != null)
                here.add(add(
                        new Thing(
                                Kind.TRACK,
                                release,
                                row.track(),
                                row.workId(),
                                kept(joinedTitle(own, row.values().get(Fields.TRACK_VERSION.key()))),
                                kept(joined(by, title)),
                                date),
                        row.values().get(Fields.RECORDING_ISRC.key()),
                        null));
            String work = row.values().get(Fields.WORK_TITLE.key());
            String iswc = row.values().get(Fields.WORK_ISWC.key());
            // a work that is called as its track is found by the track
            if (work != null && (iswc != null || !row.carried().contains(Fields.WORK_TITLE.key())))
                here.add(add(
                        new Thing(
                                Kind.WORK,
                                release,
                                row.track(),
                                row.workId(),
                                kept(work),
                                kept(joined(by, title)),
                                date),
                        iswc,
                        null));
        }
        ofRelease.put(release, here);
    }

    private String kept(String text) {
        return texts.computeIfAbsent(text, same -> same);
    }

    private static String joined(String one, @Nullable String other) {
        return other == null || other.isEmpty() ? one : one.isEmpty() ? other : one + " · " + other;
    }

    private static String joinedTitle(String title, @Nullable String version) {
        return version == null ? title : "%s (%s)".formatted(title, version);
    }

    private int add(Thing thing, @Nullable String code, @Nullable String otherCode) {
        int number = things.size();
        things.add(thing);
        live.set(number);
        Set<String> title = words(thing.title);
        if (number == titled.length) titled = Arrays.copyOf(titled, 2 * number);
        titled[number] = (byte) Math.min(title.size(), Byte.MAX_VALUE);
        for (String word : title)
            words.computeIfAbsent(word, fresh -> new Standing()).add(number);
        for (String word : words(thing.beside))
            if (!title.contains(word))
                words.computeIfAbsent(word, fresh -> new Standing()).add(-number - 1);
        for (String each : new String[] {code, otherCode})
            if (each != null && !squashed(each).isEmpty())
                codes.computeIfAbsent(squashed(each), fresh -> new ArrayList<>())
                        .add(number);
        return number;
    }

    private static Set<String> words(String text) {
        Set<String> words =
                new LinkedHashSet<>(Arrays.asList(NameFolding.fold(text).split(" ")));
        words.remove("");
        return words;
    }

    /** Letters and digits alone, as codes are compared. */
    private static String squashed(String code) {
        return code.toUpperCase(Locale.ROOT).replaceAll("[^A-Z0-9]", "");
    }

    /** How many that were replaced or taken away still take room. */
    public int stale() {
        return things.size() - live.cardinality();
    }

    /** Takes back the room of those that were replaced or taken away. */
    public void compact() {
        int[] fresh = new int[things.size()];
        Arrays.fill(fresh, -1);
        List<Thing> kept = new ArrayList<>();
        for (int number = live.nextSetBit(0); number >= 0; number = live.nextSetBit(number + 1)) {
            fresh[number] = kept.size();
            titled[kept.size()] = titled[number];
            kept.add(things.get(number));
        }
        words.values().removeIf(standing -> !standing.renumber(fresh));
        codes.values().forEach(here -> here.replaceAll(number -> fresh[number]));
        codes.values().forEach(here -> here.removeIf(number -> number < 0));
        codes.values().removeIf(List::isEmpty);
        ofRelease.values().forEach(here -> here.replaceAll(number -> fresh[number]));
        things = kept;
        live.clear();
        live.set(0, kept.size());
        texts.clear();
        for (Thing thing : kept) {
            kept(thing.title);
            kept(thing.beside);
        }
    }

    /**
     * What may be meant, the likeliest first; of several that fit alike releases before tracks before works, and the latest
     * first.
     */
    public List<Hit> find(String typed, int most) {
        List<Hit> hits = new ArrayList<>(byCode(typed, most));
        Set<Thing> known = new HashSet<>();
        for (Hit hit : hits) known.add(hit.thing);
        for (Hit hit : byWords(typed)) if (hits.size() < most && known.add(hit.thing)) hits.add(hit);
        return hits;
    }

    private List<Hit> byCode(String typed, int most) {
        String code = squashed(typed);
        if (code.length() < SHORTEST_CODE || code.chars().noneMatch(Character::isDigit)) return List.of();
        List<Hit> hits = new ArrayList<>();
        for (Map.Entry<String, List<Integer>> each : codes.tailMap(code, true).entrySet()) {
            if (!each.getKey().startsWith(code) || hits.size() >= most) break;
            for (int number : each.getValue())
                if (live.get(number) && hits.size() < most)
                    hits.add(new Hit(things.get(number), each.getKey().equals(code) ? 1 : 0.95));
        }
        return hits;
    }

    private List<Hit> byWords(String typed) {
        List<String> wanted = words(typed).stream().limit(MOST_WORDS).toList();
        if (wanted.isEmpty()) return List.of();
        float[] sum = new float[things.size()];
        int[] matched = new int[things.size()];
        for (int i = 0; i < wanted.size(); i++) {
            TypedWord word = new TypedWord(wanted.get(i));
            float[] best = new float[things.size()];
            for (Map.Entry<String, Standing> each : words.entrySet()) {
                float fit = (float) word.fit(each.getKey());
                if (fit <= 0) continue;
                Standing standing = each.getValue();
                for (int j = 0; j < standing.size; j++) {
                    int at = standing.at[j];
                    int number = Standing.thing(at);
                    float here = at < 0 ? fit * BESIDE : fit;
                    if (here > best[number]) best[number] = here;
                }
            }
            for (int number = 0; number < best.length; number++)
                if (best[number] > 0) {
                    sum[number] += best[number];
                    matched[number]++;
                }
        }
        List<Hit> hits = new ArrayList<>();
        for (int number = live.nextSetBit(0); number >= 0; number = live.nextSetBit(number + 1)) {
            if (matched[number] < wanted.size()) continue;
            // of two that fit alike, the one of which more was typed
            double whole = (double) wanted.size() / Math.max(wanted.size(), titled[number]);
            hits.add(new Hit(things.get(number), 0.85 * sum[number] / wanted.size() + 0.05 * whole));
        }
        hits.sort(Comparator.comparingDouble(Hit::fit)
                .reversed()
                .thenComparing((Hit hit) -> hit.thing.kind)
                .thenComparing(hit -> hit.thing.date == null ? "9999" : hit.thing.date, Comparator.reverseOrder()));
        return exactFirst(hits, NameFolding.fold(typed));
    }

    /** Of the best ones, those that are called just so come first, then those that begin so. */
    private static List<Hit> exactFirst(List<Hit> hits, String whole) {
        List<Hit> best = new ArrayList<>();
        for (Hit hit : hits.subList(0, Math.min(200, hits.size()))) {
            String title = NameFolding.fold(hit.thing.title);
            best.add(
                    title.equals(whole)
                            ? new Hit(hit.thing, 1)
                            : title.startsWith(whole) ? new Hit(hit.thing, 0.95) : hit);
        }
        best.sort(Comparator.comparingDouble(Hit::fit).reversed());
        return best;
    }
}

package app.entrada.core.names;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** Finds names as people type them: without accents, in other scripts, with a slip, from the middle. */
public final class NameFinder {
    private static final double SLIP = 0.42;

    private final List<IndexedName> entries = new ArrayList<>();

    /** A name with what it is compared by, made once. */
    private record IndexedName(
            long id,
            String name,
            String spelling,
            String folded,
            List<String> words,
            LetterGroups groups,
            List<LetterGroups> ofWords) {
        static IndexedName of(long id, String name, String spelling) {
            String folded = NameFolding.fold(spelling);
            List<String> words = List.of(folded.split(" "));
            return new IndexedName(
                    id,
                    name,
                    spelling,
                    folded,
                    words,
                    LetterGroups.of(folded),
                    words.stream()
                            .filter(word -> word.length() > 3)
                            .map(LetterGroups::of)
                            .toList());
        }
    }

    /**
     * Somebody who may be meant.
     *
     * @param spelling the spelling that fits, the name itself or another one of theirs
     * @param fit 0 to 1; 1 when it is exactly what was typed
     */
    public record NameMatch(long id, String name, String spelling, double fit) {}

    /** Adds somebody with all names they are known by. */
    public void add(long id, String name, List<String> spellings) {
        entries.add(IndexedName.of(id, name, name));
        for (String spelling : spellings) entries.add(IndexedName.of(id, name, spelling));
    }

    /**
     * Who may be meant, the likeliest first, each once.
     *
     * @param most how many at most
     */
    public List<NameMatch> find(String typed, int most) {
        String wanted = NameFolding.fold(typed);
        if (wanted.isEmpty()) return List.of();
        List<String> parts = List.of(wanted.split(" "));
        Typed what = new Typed(wanted, parts.stream().map(TypedWord::new).toList(), parts, LetterGroups.of(wanted));
        List<NameMatch> found = new ArrayList<>();
        for (IndexedName entry : entries) {
            double fit = fit(what, entry);
            if (fit >= SLIP) found.add(new NameMatch(entry.id, entry.name, entry.spelling, fit));
        }
        found.sort(Comparator.comparingDouble(NameMatch::fit).reversed().thenComparing(NameMatch::name));
        List<NameMatch> once = new ArrayList<>();
        for (NameMatch each : found)
            if (once.size() < most && once.stream().noneMatch(other -> other.id == each.id)) once.add(each);
        return once;
    }

    /** What was typed, with what names are compared by. */
    private record Typed(String folded, List<TypedWord> words, List<String> parts, LetterGroups groups) {}

    /** Beginnings of the name beat beginnings of its words, and these beat what is merely alike. */
    private static double fit(Typed typed, IndexedName name) {
        if (name.folded.equals(typed.folded)) return 1;
        if (name.folded.startsWith(typed.folded)) return 0.95;
        if (typed.parts.stream().allMatch(part -> name.words.stream().anyMatch(word -> word.startsWith(part))))
            return 0.9;
        double slipped = TypedWord.fit(typed.words, name.words);
        if (slipped > 0) return 0.9 * slipped;
        double best = typed.groups.likeness(name.groups);
        for (LetterGroups word : name.ofWords) best = Math.max(best, 0.9 * typed.groups.likeness(word));
        return 0.85 * best;
    }
}

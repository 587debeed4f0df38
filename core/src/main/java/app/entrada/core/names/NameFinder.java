package app.entrada.core.names;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/** Finds names as people type them: without accents, in other scripts, with a slip, from the middle. */
public final class NameFinder {
    private static final double SLIP = 0.42;

    private final List<IndexedName> entries = new ArrayList<>();

    private record IndexedName(long id, String name, String spelling, String folded) {}

    /**
     * Somebody who may be meant.
     *
     * @param spelling the spelling that fits, the name itself or another one of theirs
     * @param fit 0 to 1; 1 when it is exactly what was typed
     */
    public record NameMatch(long id, String name, String spelling, double fit) {}

    /** Adds somebody with all names they are known by. */
    public void add(long id, String name, List<String> spellings) {
        entries.add(new IndexedName(id, name, name, NameFolding.fold(name)));
        for (String spelling : spellings) entries.add(new IndexedName(id, name, spelling, NameFolding.fold(spelling)));
    }

    /**
     * Who may be meant, the likeliest first, each once.
     *
     * @param most how many at most
     */
    public List<NameMatch> find(String typed, int most) {
        String wanted = NameFolding.fold(typed);
        if (wanted.isEmpty()) return List.of();
        List<NameMatch> found = new ArrayList<>();
        for (IndexedName entry : entries) {
            double fit = fit(wanted, entry.folded);
            if (fit >= SLIP) found.add(new NameMatch(entry.id, entry.name, entry.spelling, fit));
        }
        found.sort(Comparator.comparingDouble(NameMatch::fit).reversed().thenComparing(NameMatch::name));
        List<NameMatch> once = new ArrayList<>();
        for (NameMatch each : found)
            if (once.size() < most && once.stream().noneMatch(other -> other.id == each.id)) once.add(each);
        return once;
    }

    /** Beginnings of the name beat beginnings of its words, and these beat what is merely alike. */
    private static double fit(String wanted, String name) {
        if (name.equals(wanted)) return 1;
        if (name.startsWith(wanted)) return 0.95;
        List<String> words = Arrays.asList(name.split(" "));
        if (Arrays.stream(wanted.split(" ")).allMatch(part -> words.stream().anyMatch(word -> word.startsWith(part))))
            return 0.9;
        double whole = NameFolding.foldedLikeness(wanted, name);
        double word = words.stream()
                .filter(each -> each.length() > 3)
                .mapToDouble(each -> NameFolding.foldedLikeness(wanted, each))
                .max()
                .orElse(0);
        return 0.85 * Math.max(whole, 0.9 * word);
    }
}

package app.entrada.core.spelling;

import static java.util.Objects.requireNonNull;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.BiPredicate;
import java.util.stream.IntStream;
import org.jspecify.annotations.Nullable;

/**
 * All spellings of a kind, in which those are found that are probably of one. Spellings are compared only when they have
 * their words, their first letters or enough groups of four letters in common, so that sixty thousand take seconds; when a few of
 * them have become different, only these are compared again.
 */
public final class SpellingIndex {
    /** Groups of letters. */
    private static final int GROUP = 4;
    /** Letters up to which a spelling is found by leaving out each of them: one slip may leave no group whole. */
    private static final int FEW = 9;
    /** Groups in common that are worth a comparison. */
    private static final int ENOUGH = 2;
    /** The part of all that may be new before it is quicker to compare all with all. */
    private static final int A_FEW = 8;

    private final SpellingKind kind;
    /** By number; a place that is empty was taken away. */
    private final List<@Nullable Spelling> spellings = new ArrayList<>();

    private final List<SpellingForm> forms = new ArrayList<>();
    private final Map<String, Integer> byId = new HashMap<>();
    /** Of the forms, by number, side by side in memory: most of what is compared goes no further. */
    private long[] alphabets = new long[1024];

    private int[] letters = new int[1024];
    private final Map<String, Numbers> byKey = new HashMap<>();
    private final Map<Integer, Numbers> byGroup = new HashMap<>();

    /** Those that are probably the same, and those that look so and have another identifier, each both ways. */
    private final Map<Integer, Map<Integer, Likeness>> alike = new HashMap<>();

    private final Map<Integer, Map<Integer, Likeness>> other = new HashMap<>();
    /** Numbers of those that were not compared yet. */
    private final Set<Integer> waiting = new HashSet<>();

    /** Numbers of spellings, in order. */
    private static final class Numbers {
        private int[] at = new int[2];
        private int size;

        void add(int number) {
            if (size > 0 && at[size - 1] == number) return;
            if (size == at.length) at = Arrays.copyOf(at, size * 2);
            at[size++] = number;
        }

        void remove(int number) {
            int found = Arrays.binarySearch(at, 0, size, number);
            if (found < 0) return;
            System.arraycopy(at, found + 1, at, found, size - found - 1);
            size--;
        }
    }

    /** Of a kind. */
    public SpellingIndex(SpellingKind kind) {
        this.kind = kind;
    }

    /** Puts all spellings in: what is not among them any more is taken out, and only what is different is looked at again. */
    public void update(Collection<Spelling> all) {
        Set<String> gone = new HashSet<>(byId.keySet());
        for (Spelling each : all) {
            gone.remove(each.id());
            add(each);
        }
        gone.forEach(this::remove);
        if (spellings.size() > 2 * byId.size() + 1024) clear(all);
    }

    private void clear(Collection<Spelling> all) {
        spellings.clear();
        forms.clear();
        for (Map<?, ?> each : List.of(byId, byKey, byGroup, alike, other)) each.clear();
        waiting.clear();
        for (Spelling each : all) add(each);
    }

    /** Adds a spelling, in place of the one of this id that there was. */
    public void add(Spelling spelling) {
        Integer before = byId.get(spelling.id());
        if (before != null) {
            Spelling was = spelling(before);
            if (was.equals(spelling)) return;
            if (was.text().equals(spelling.text())) {
                spellings.set(before, spelling);
                waiting.add(before);
                return;
            }
            remove(spelling.id());
        }
        int number = spellings.size();
        SpellingForm form = SpellingForm.of(spelling.text(), kind);
        spellings.add(spelling);
        forms.add(form);
        byId.put(spelling.id(), number);
        if (number == alphabets.length) {
            alphabets = Arrays.copyOf(alphabets, 2 * number);
            letters = Arrays.copyOf(letters, 2 * number);
        }
        alphabets[number] = form.alphabet();
        letters[number] = form.letters();
        for (String key : keys(form))
            byKey.computeIfAbsent(key, fresh -> new Numbers()).add(number);
        for (int group : groups(form))
            byGroup.computeIfAbsent(group, fresh -> new Numbers()).add(number);
        waiting.add(number);
        waitForInitials(form);
    }

    private void remove(String id) {
        Integer number = byId.remove(id);
        if (number == null) return;
        SpellingForm form = forms.get(number);
        spellings.set(number, null);
        waiting.remove(number);
        unlink(number);
        for (String key : keys(form)) without(byKey, key, number);
        for (int group : groups(form)) without(byGroup, group, number);
        waitForInitials(form);
    }

    private static <K> void without(Map<K, Numbers> of, K key, int number) {
        Numbers numbers = of.get(key);
        if (numbers == null) return;
        numbers.remove(number);
        if (numbers.size == 0) of.remove(key);
    }

    /** Who fits some first letters depends on who else does. */
    private void waitForInitials(SpellingForm form) {
        Numbers same = byKey.get("." + form.initialAndLast());
        if (kind.ofPeople() && same != null) for (int i = 0; i < same.size; i++) waiting.add(same.at[i]);
    }

    private Spelling spelling(int number) {
        return requireNonNull(spellings.get(number));
    }

    /** How many there are. */
    public int size() {
        return byId.size();
    }

    private List<String> keys(SpellingForm form) {
        List<String> keys = new ArrayList<>();
        String squashed = form.squashed();
        keys.add("=" + squashed);
        keys.add("=" + form.joined());
        keys.add("=" + form.withoutAnd());
        List<String> bare = form.withoutGeneric(kind);
        if (bare.size() < form.words().size()) keys.add("=" + String.join("", bare));
        if (kind.ofPeople() && form.words().size() > 1) keys.add("." + form.initialAndLast());
        if (squashed.length() <= FEW)
            for (int i = 0; i < squashed.length(); i++)
                keys.add("-" + squashed.substring(0, i) + squashed.substring(i + 1));
        if (squashed.length() < FEW) keys.add("-" + squashed);
        return keys;
    }

    /** Four letters each, with a blank at both ends, as numbers to the base of 64. */
    private static int[] groups(SpellingForm form) {
        String squashed = form.squashed();
        if (squashed.length() < GROUP) return new int[0];
        String padded = " " + squashed + " ";
        int[] groups = new int[padded.length() - GROUP + 1];
        for (int i = 0; i < groups.length; i++) {
            int group = 0;
            for (int j = 0; j < GROUP; j++) group = group << 6 | padded.charAt(i + j) & 63;
            groups[i] = group;
        }
        return groups;
    }

    /** A spelling that a new one is like. */
    public record Near(Spelling spelling, double score) {}

    /** Those of which a new spelling may be one, the likeliest first. */
    public List<Near> near(Spelling fresh, int most) {
        SpellingForm form = SpellingForm.of(fresh.text(), kind);
        List<Near> near = new ArrayList<>();
        candidates(form, spellings.size(), new int[spellings.size()]).forEach(number -> {
            Spelling other = spelling(number);
            if (other.id().equals(fresh.id())) return;
            double score =
                    Likeness.of(fresh, form, other, forms.get(number), kind).score();
            if (score >= Likeness.PROBABLY_ONE - 0.1) near.add(new Near(other, score));
        });
        near.sort(Comparator.comparingDouble(Near::score)
                .reversed()
                .thenComparing(each -> -each.spelling().count()));
        return List.copyOf(near.subList(0, Math.min(most, near.size())));
    }

    /** Numbers below an end that are worth a comparison. */
    private Set<Integer> candidates(SpellingForm form, int end, int[] counts) {
        Set<Integer> found = new HashSet<>();
        for (String key : keys(form)) {
            Numbers numbers = byKey.get(key);
            if (numbers != null) for (int i = 0; i < numbers.size && numbers.at[i] < end; i++) found.add(numbers.at[i]);
        }
        int[] groups = rarest(form);
        for (int group : groups) {
            Numbers numbers = byGroup.get(group);
            if (numbers != null)
                for (int i = 0; i < numbers.size && numbers.at[i] < end; i++)
                    if (++counts[numbers.at[i]] == ENOUGH && isNear(form, numbers.at[i])) found.add(numbers.at[i]);
        }
        for (int group : groups) {
            Numbers numbers = byGroup.get(group);
            if (numbers != null)
                for (int i = 0; i < numbers.size && numbers.at[i] < end; i++) counts[numbers.at[i]] = 0;
        }
        return found;
    }

    private boolean isNear(SpellingForm form, int number) {
        return SpellingForm.isNear(form.letters(), form.alphabet(), letters[number], alphabets[number]);
    }

    /**
     * Each slip spoils up to five groups. Of so many rarest ones that slips spoil all but {@link #ENOUGH}, these are common to
     * two spellings of one, and nothing needs to be asked of the frequent ones.
     */
    private int[] rarest(SpellingForm form) {
        // the other one may be longer by two letters
        int slips = form.letters() >= Likeness.LONG - 2 ? 2 : 1;
        return Arrays.stream(groups(form))
                .boxed()
                .sorted(Comparator.comparingInt(group -> {
                    Numbers numbers = byGroup.get(group);
                    return numbers == null ? 0 : numbers.size;
                }))
                .limit(slips * (GROUP + 1L) + ENOUGH)
                .mapToInt(Integer::intValue)
                .toArray();
    }

    /**
     * Spellings that are probably of one, those that stand in the most places first.
     *
     * @param apart whether somebody has said of two ids that they are two
     */
    public List<SpellingFamily> families(BiPredicate<String, String> apart) {
        compare();
        return new FamilyGathering(kind, this::spelling, apart).of(alike, other);
    }

    private void compare() {
        if (A_FEW * waiting.size() > size()) {
            alike.clear();
            other.clear();
            ThreadLocal<int[]> counts = ThreadLocal.withInitial(() -> new int[spellings.size()]);
            // each with those before it, which nothing changes meanwhile
            IntStream.range(0, spellings.size())
                    .parallel()
                    .filter(number -> spellings.get(number) != null)
                    .mapToObj(number -> links(number, number, counts.get()))
                    .flatMap(List::stream)
                    .toList()
                    .forEach(this::keep);
        } else {
            waiting.forEach(this::unlink);
            int[] counts = new int[spellings.size()];
            for (int number : waiting) links(number, spellings.size(), counts).forEach(this::keep);
        }
        waiting.clear();
    }

    private void keep(Link link) {
        Map<Integer, Map<Integer, Likeness>> links = link.likeness.score() == 0 ? other : alike;
        links.computeIfAbsent(link.one, fresh -> new HashMap<>()).put(link.two, link.likeness);
        links.computeIfAbsent(link.two, fresh -> new HashMap<>()).put(link.one, link.likeness);
    }

    private void unlink(int number) {
        for (Map<Integer, Map<Integer, Likeness>> links : List.of(alike, other)) {
            Map<Integer, Likeness> own = links.remove(number);
            if (own == null) continue;
            for (int each : own.keySet()) {
                Map<Integer, Likeness> back = links.get(each);
                if (back != null && back.remove(number) != null && back.isEmpty()) links.remove(each);
            }
        }
    }

    private record Link(int one, int two, Likeness likeness) {}

    /** To those below an end that are probably the same, or that look so and have another identifier. */
    private List<Link> links(int number, int end, int[] counts) {
        List<Link> links = new ArrayList<>();
        SpellingForm form = forms.get(number);
        for (int each : candidates(form, end, counts)) {
            if (each == number) continue;
            Likeness likeness = Likeness.of(spelling(number), form, spelling(each), forms.get(each), kind);
            if (likeness.score() >= Likeness.PROBABLY_ONE
                    || isUnmistakable(likeness, form, forms.get(each))
                    || likeness.difference() == Likeness.Difference.OTHER_IDENTIFIER)
                links.add(new Link(number, each, likeness));
        }
        return links;
    }

    /** Only one whole name goes with these first letters. */
    private boolean isUnmistakable(Likeness likeness, SpellingForm one, SpellingForm two) {
        if (likeness.difference() != Likeness.Difference.INITIALS || likeness.score() == 0) return false;
        Numbers same = byKey.get("." + one.initialAndLast());
        return same != null && same.size == 2 && Math.min(one.letters(), two.letters()) > FEW - 2;
    }
}

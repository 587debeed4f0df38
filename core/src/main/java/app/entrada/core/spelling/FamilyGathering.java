package app.entrada.core.spelling;

import static java.util.Objects.requireNonNull;

import app.entrada.core.spelling.Likeness.Difference;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.BiPredicate;
import java.util.function.IntFunction;

/** Puts spellings together that are alike two by two: each family around the one that is proposed as right. */
final class FamilyGathering {
    private final SpellingKind kind;
    private final IntFunction<Spelling> spellings;
    private final BiPredicate<String, String> apart;

    FamilyGathering(SpellingKind kind, IntFunction<Spelling> spellings, BiPredicate<String, String> apart) {
        this.kind = kind;
        this.spellings = spellings;
        this.apart = apart;
    }

    /**
     * The families.
     *
     * @param alike by number those that are probably the same, both ways
     * @param other by number those that look alike and have another identifier, both ways
     */
    List<SpellingFamily> of(Map<Integer, Map<Integer, Likeness>> alike, Map<Integer, Map<Integer, Likeness>> other) {
        List<SpellingFamily> families = new ArrayList<>();
        Set<Integer> waiting = new LinkedHashSet<>(alike.keySet());
        List<Integer> centres = new ArrayList<>(waiting);
        centres.sort(Comparator.comparing(spellings::apply, RIGHT));
        for (int centre : centres) {
            if (!waiting.remove(centre)) continue;
            Set<Integer> around = around(centre, alike, other, waiting);
            if (around.isEmpty()) continue;
            waiting.removeAll(around);
            families.add(family(centre, around, alike, other));
        }
        families.sort(Comparator.comparingInt(SpellingFamily::places)
                .reversed()
                .thenComparing(family -> family.members().get(0).spelling(), RIGHT));
        return families;
    }

    /** What is most likely right: with identifiers or registered, most used, not all in capitals or small letters. */
    private static final Comparator<Spelling> RIGHT = Comparator.comparing(
                    (Spelling spelling) -> spelling.identifiers().isEmpty() && !spelling.registered())
            .thenComparing(Comparator.comparingDouble(FamilyGathering::use).reversed())
            .thenComparing(spelling -> -spelling.text().length())
            .thenComparing(Spelling::text)
            .thenComparing(Spelling::id);

    /** A spelling that nobody would choose has to be used a good deal more often. */
    private static final double CARELESS = 0.3;

    private static double use(Spelling spelling) {
        return careless(spelling.text()) ? CARELESS * spelling.count() : spelling.count();
    }

    private static boolean careless(String text) {
        return text.equals(text.toUpperCase(Locale.ROOT))
                || text.equals(text.toLowerCase(Locale.ROOT))
                || text.contains(",");
    }

    /** Those that are alike the centre, or in all but name the same as one of these; nobody who is said to be another. */
    private Set<Integer> around(
            int centre,
            Map<Integer, Map<Integer, Likeness>> alike,
            Map<Integer, Map<Integer, Likeness>> other,
            Set<Integer> waiting) {
        Set<Integer> around = new LinkedHashSet<>();
        Deque<Integer> open = new ArrayDeque<>(List.of(centre));
        Set<Integer> seen = new HashSet<>(Set.of(centre));
        while (!open.isEmpty()) {
            int at = open.poll();
            likeliest(alike, at).forEach(next -> {
                Likeness likeness = requireNonNull(requireNonNull(alike.get(at)).get(next));
                boolean near = at == centre
                        ? !isNearer(next, centre, likeness, alike)
                        : likeness.difference() == Difference.WRITTEN_OTHERWISE;
                if (!near || !waiting.contains(next) || seen.contains(next)) return;
                if (isOther(next, centre, other) || around.stream().anyMatch(each -> isOther(next, each, other)))
                    return;
                seen.add(next);
                around.add(next);
                open.add(next);
            });
        }
        return around;
    }

    /** Whom it is like, the likeliest first: who comes first keeps others out, whatever the order in which they were added. */
    private List<Integer> likeliest(Map<Integer, Map<Integer, Likeness>> links, int of) {
        return links.getOrDefault(of, Map.of()).entrySet().stream()
                .sorted(Comparator.comparingDouble((Map.Entry<Integer, Likeness> each) ->
                                -each.getValue().score())
                        .thenComparing(each -> spellings.apply(each.getKey()), RIGHT))
                .map(Map.Entry::getKey)
                .toList();
    }

    /** Whether a spelling is more like one that has nothing to do with the centre. */
    private static boolean isNearer(
            int spelling, int centre, Likeness likeness, Map<Integer, Map<Integer, Likeness>> alike) {
        return alike.getOrDefault(spelling, Map.of()).entrySet().stream()
                .anyMatch(each -> each.getKey() != centre
                        && each.getValue().score() > likeness.score()
                        && !alike.getOrDefault(each.getKey(), Map.of()).containsKey(centre));
    }

    private boolean isOther(int one, int two, Map<Integer, Map<Integer, Likeness>> other) {
        return other.getOrDefault(one, Map.of()).containsKey(two)
                || apart.test(spellings.apply(one).id(), spellings.apply(two).id());
    }

    private SpellingFamily family(
            int centre,
            Set<Integer> around,
            Map<Integer, Map<Integer, Likeness>> alike,
            Map<Integer, Map<Integer, Likeness>> other) {
        List<SpellingFamily.Member> members = new ArrayList<>();
        Map<Integer, Likeness> links = alike.getOrDefault(centre, Map.of());
        members.add(new SpellingFamily.Member(spellings.apply(centre), true));
        around.stream()
                .sorted(Comparator.comparing(
                        spellings::apply,
                        Comparator.comparingInt(Spelling::count).reversed().thenComparing(RIGHT)))
                .forEach(number -> {
                    Likeness link = links.get(number);
                    members.add(new SpellingFamily.Member(
                            spellings.apply(number), link != null && link.score() >= Likeness.SURE));
                });
        List<SpellingFamily.LeftOut> leftOut = new ArrayList<>();
        for (int each : likeliest(other, centre))
            leftOut.add(new SpellingFamily.LeftOut(
                    spellings.apply(each),
                    "“%s” has another identifier."
                            .formatted(spellings.apply(each).text())));
        for (int each : likeliest(alike, centre))
            if (!around.contains(each)
                    && apart.test(
                            spellings.apply(centre).id(), spellings.apply(each).id()))
                leftOut.add(new SpellingFamily.LeftOut(
                        spellings.apply(each),
                        "“%s” was marked as different."
                                .formatted(spellings.apply(each).text())));
        return new SpellingFamily(kind, members, leftOut, evidence(centre, around, links));
    }

    private List<String> evidence(int centre, Set<Integer> around, Map<Integer, Likeness> links) {
        List<String> says = new ArrayList<>();
        Spelling right = spellings.apply(centre);
        if (!right.identifiers().isEmpty())
            says.add("“%s” has %s.".formatted(right.text(), String.join(", ", new TreeSet<>(right.identifiers()))));
        else if (right.registered()) says.add("“%s” is the standard term.".formatted(right.text()));
        for (int each : around) {
            Likeness link = links.get(each);
            if (link == null) continue;
            String common = common(link);
            String text = spellings.apply(each).text();
            switch (link.difference()) {
                case INITIALS ->
                    says.add("“%s” has initials only%s."
                            .formatted(text, common.isEmpty() ? ", and no one else matches them" : common));
                case SLIP -> says.add("“%s” differs in a letter or two%s.".formatted(text, common));
                case WORD_ORDER -> says.add("“%s” has its words in a different order%s.".formatted(text, common));
                case GENERIC_WORD -> says.add("“%s” has one word more or fewer%s.".formatted(text, common));
                default -> {
                    if (!common.isEmpty()) says.add("“%s” is%s.".formatted(text, common.replaceFirst("^ and is", "")));
                }
            }
        }
        return says;
    }

    private static String common(Likeness link) {
        List<String> parts = new ArrayList<>();
        if (link.releases() > 0)
            parts.add(
                    link.releases() == 1
                            ? "on the same release"
                            : "on the same %d releases".formatted(link.releases()));
        if (link.company() > 0)
            parts.add(
                    link.company() == 1
                            ? "beside the same person"
                            : "beside the same %d people".formatted(link.company()));
        return parts.isEmpty() ? "" : " and is " + String.join(", ", parts);
    }
}

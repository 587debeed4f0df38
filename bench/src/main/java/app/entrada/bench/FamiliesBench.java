package app.entrada.bench;

import app.entrada.core.spelling.IdSet;
import app.entrada.core.spelling.Spelling;
import app.entrada.core.spelling.SpellingFamily;
import app.entrada.core.spelling.SpellingIndex;
import app.entrada.core.spelling.SpellingKind;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;

/**
 * Spelling families in a made set: names of which it is known who is who. Most stand alone; some people are written in two to
 * four ways, by hands that slip as hands do; and there are people who are really two although their names are one letter
 * apart.
 */
final class FamiliesBench {
    private static final List<String> SYLLABLES = List.of(
            "ba", "ber", "bran", "cal", "cor", "dal", "den", "dor", "el", "fen", "fir", "gan", "gor", "hal", "hen",
            "hol", "in", "jor", "kel", "kor", "lan", "lin", "lor", "mar", "mel", "mor", "nar", "nel", "nor", "ol",
            "pen", "por", "quil", "ran", "rel", "ros", "sal", "sen", "sor", "tan", "tel", "tor", "ul", "van", "ver",
            "vol", "wal", "wen", "wor", "yar", "zel", "zor");
    private static final List<String> ENDS = List.of(
            "beck", "combe", "dyke", "field", "gate", "ham", "mere", "son", "wick", "worth", "ova", "escu", "idis",
            "etti", "ander", "quist", "alho", "imov", "ardi", "elis");
    private static final List<String> FIRST_ENDS = List.of("a", "e", "is", "en", "o", "ina", "ette", "us", "án", "ël");

    private static final String KEYS = "qwertyuiopasdfghjklzxcvbnm";

    private final SplittableRandom chance = new SplittableRandom(20_261);
    private final Map<String, Integer> truth = new HashMap<>();
    private final List<Spelling> spellings = new ArrayList<>();
    private final Set<String> given = new HashSet<>();
    private int people;

    private FamiliesBench() {}

    static String run(int size) {
        FamiliesBench bench = new FamiliesBench();
        bench.make(size);
        double before = seconds();
        SpellingIndex index = new SpellingIndex(SpellingKind.PEOPLE);
        for (Spelling spelling : bench.spellings) index.add(spelling);
        double indexed = seconds() - before;
        before = seconds();
        List<SpellingFamily> families = index.families((one, other) -> false);
        double found = seconds() - before;
        return bench.table(families, indexed, found, bench.near(index));
    }

    private void make(int size) {
        while (spellings.size() < size) {
            int kind = chance.nextInt(20);
            if (kind < 3) family(2 + chance.nextInt(3));
            else if (kind == 3) siblings();
            else put(fresh(), people++, 1 + chance.nextInt(200), Set.of(), Set.of());
        }
    }

    /** Somebody in several spellings: one used a lot, the others now and then, beside the same people. */
    private void family(int ways) {
        String name = fresh();
        int somebody = people++;
        Set<String> beside = Set.of("friend " + somebody);
        put(name, somebody, 20 + chance.nextInt(200), Set.of(), beside);
        for (int i = 1; i < ways; i++) {
            String slipped = slipped(name);
            if (!given.add(slipped)) continue;
            put(slipped, somebody, 1 + chance.nextInt(3), Set.of(), chance.nextInt(3) == 0 ? beside : Set.of());
        }
        if (chance.nextInt(6) == 0) {
            String initial = name.charAt(0) + ". " + name.substring(name.indexOf(' ') + 1);
            if (given.add(initial)) put(initial, somebody, 1, Set.of(), beside);
        }
    }

    /** Two whose names are one letter apart: both in use, beside each other, or with identifiers of their own. */
    private void siblings() {
        String name = fresh();
        int at = 1 + chance.nextInt(name.indexOf(' ') - 1);
        char letter = KEYS.charAt(chance.nextInt(KEYS.length()));
        String other = name.substring(0, at) + letter + name.substring(at + 1);
        if (name.charAt(at) == letter || !given.add(other)) return;
        boolean known = chance.nextBoolean();
        put(name, people++, 50, known ? Set.of("IPI " + people) : Set.of(), known ? Set.of() : Set.of(other));
        put(other, people++, 40, known ? Set.of("IPI " + people) : Set.of(), known ? Set.of() : Set.of(name));
    }

    private void put(String text, int somebody, int count, Set<String> identifiers, Set<String> beside) {
        truth.put(text, somebody);
        spellings.add(new Spelling(text, text, count, identifiers, false, IdSet.NONE, IdSet.of(beside)));
    }

    private String fresh() {
        while (true) {
            String last = one(SYLLABLES) + one(SYLLABLES) + (chance.nextBoolean() ? one(SYLLABLES) : "") + one(ENDS);
            String name = capital(one(SYLLABLES) + one(SYLLABLES) + one(FIRST_ENDS)) + " " + capital(last);
            if (given.add(name)) return name;
        }
    }

    private String slipped(String name) {
        int blank = name.indexOf(' ');
        int at = blank + 2 + chance.nextInt(name.length() - blank - 3);
        return switch (chance.nextInt(8)) {
            case 0 -> name.toUpperCase(Locale.ROOT);
            case 1 -> name.substring(blank + 1) + ", " + name.substring(0, blank);
            case 2 -> name.substring(0, at) + name.charAt(at) + name.substring(at);
            case 3 -> name.substring(0, at) + name.substring(at + 1);
            case 4 -> name.substring(0, at - 1) + name.charAt(at) + name.charAt(at - 1) + name.substring(at + 1);
            case 5 -> name.substring(0, at) + beside(name.charAt(at)) + name.substring(at + 1);
            case 6 -> name.replaceFirst("e", "é");
            default -> name.substring(0, blank) + name.substring(blank + 1).toLowerCase(Locale.ROOT);
        };
    }

    /** The key beside another. */
    private static char beside(char letter) {
        int key = KEYS.indexOf(letter);
        return key < 0 ? 'e' : KEYS.charAt(key == KEYS.length() - 1 ? key - 1 : key + 1);
    }

    private String one(List<String> of) {
        return of.get(chance.nextInt(of.size()));
    }

    private static String capital(String word) {
        return word.substring(0, 1).toUpperCase(Locale.ROOT) + word.substring(1);
    }

    /** Milliseconds for a new value against all, in order. */
    private List<Double> near(SpellingIndex index) {
        List<Double> millis = new ArrayList<>();
        for (int i = 0; i < 2_000; i++) {
            Spelling fresh = Spelling.of(slipped(fresh()), 0);
            double before = seconds();
            index.near(fresh, 8);
            millis.add((seconds() - before) * 1000);
        }
        // the first half warms the machine
        List<Double> counted = new ArrayList<>(millis.subList(1_000, millis.size()));
        counted.sort(null);
        return counted;
    }

    private String table(List<SpellingFamily> families, double indexed, double found, List<Double> near) {
        long together = 0;
        long right = 0;
        for (SpellingFamily family : families) {
            List<Integer> who = family.members().stream()
                    .map(member -> truth.get(member.spelling().text()))
                    .toList();
            for (int i = 0; i < who.size(); i++)
                for (int j = 0; j < i; j++) {
                    together++;
                    if (who.get(i).equals(who.get(j))) right++;
                }
        }
        Map<Integer, Integer> sizes = new HashMap<>();
        for (int somebody : truth.values()) sizes.merge(somebody, 1, Integer::sum);
        long pairs = sizes.values().stream().mapToLong(n -> n * (n - 1L) / 2).sum();
        return String.format(
                Locale.ROOT,
                """
                | spellings | of people in several | families found | precision (pairs) | recall (pairs) | read in, s | families, s | a new one against all, ms: median / 99th |
                |---|---|---|---|---|---|---|---|
                | %d | %d | %d | %.4f | %.4f | %.1f | %.1f | %.2f / %.2f |
                """,
                spellings.size(),
                sizes.values().stream().filter(n -> n > 1).count(),
                families.size(),
                (double) right / together,
                (double) right / pairs,
                indexed,
                found,
                near.get(near.size() / 2),
                near.get(near.size() * 99 / 100));
    }

    private static double seconds() {
        return System.nanoTime() / 1e9;
    }
}

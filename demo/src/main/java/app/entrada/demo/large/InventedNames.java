package app.entrada.demo.large;

import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.SplittableRandom;

/** Names and titles that nobody has: put together of syllables, the same every time for the same seed. */
final class InventedNames {
    private static final List<String> FIRST = List.of(
            "Adda",
            "Brennic",
            "Callo",
            "Dunya",
            "Edrik",
            "Fenella",
            "Gowan",
            "Hesper",
            "Ilvy",
            "Jorun",
            "Kestle",
            "Lorrin",
            "Mardis",
            "Nessa",
            "Orla",
            "Pellin",
            "Quenby",
            "Rosk",
            "Sunnivar",
            "Tamsel",
            "Ulick",
            "Venn",
            "Wystan",
            "Yarrin",
            "Zelda-May",
            "Éva",
            "Jürn",
            "Søra",
            "Łuk",
            "Ñela");
    private static final List<String> FRONT = List.of(
            "Amber", "Barge", "Chalk", "Dray", "Elder", "Fen", "Gannet", "Hollow", "Ivel", "Kelp", "Lantern", "Marl",
            "Nether", "Osier", "Paddle", "Quay", "Reed", "Sedge", "Thorn", "Umber", "Vane", "Wharf", "Yarrow", "Tide");
    private static final List<String> BACK = List.of(
            "beck", "combe", "dyke", "field", "gate", "ham", "ings", "keld", "ley", "mere", "ness", "over", "pool",
            "rigg", "sill", "thwaite", "wick", "worth");
    private static final List<String> OF = List.of(
            "Slow", "Low", "High", "Hidden", "Salt", "Silver", "Paper", "Iron", "Winter", "Morning", "Distant",
            "Second", "Broken", "Quiet", "Unlit", "Long", "Early", "Amber", "Hollow", "Seventh");
    private static final List<String> THING = List.of(
            "Water",
            "Lantern",
            "Ferry",
            "Meadow",
            "Weir",
            "Towpath",
            "Harbour",
            "Almanac",
            "Signal",
            "Bridge",
            "Orchard",
            "Ledger",
            "Tide",
            "Sluice",
            "Window",
            "Causeway",
            "Bell",
            "Estuary",
            "Carousel",
            "Lock",
            "Furnace",
            "Mill",
            "Compass",
            "Ballast");

    private final SplittableRandom chance;
    private final Set<String> given = new HashSet<>();

    InventedNames(SplittableRandom chance) {
        this.chance = chance;
    }

    private String one(List<String> words) {
        return words.get(chance.nextInt(words.size()));
    }

    /** A person that was not given before: {@code Orla Sedgemere}. */
    String person() {
        while (true) {
            String name = one(FIRST) + " " + one(FRONT) + one(BACK);
            // two of them marry, and then there are enough
            if (given.add(name)) return name;
            String both = name + "-" + one(FRONT) + one(BACK);
            if (given.add(both)) return both;
        }
    }

    /** A group that was not given before: {@code The Quiet Ferry Band}. */
    String group() {
        for (int number = 2; ; number++) {
            String name = "The " + one(OF) + " " + one(THING) + (chance.nextBoolean() ? " Band" : " Quartet");
            if (given.add(name)) return name;
            if (given.add(name + " " + number)) return name + " " + number;
        }
    }

    /** A title; others may have it too. */
    String title() {
        return switch (chance.nextInt(4)) {
            case 0 -> one(OF) + " " + one(THING);
            case 1 -> "The " + one(THING) + " at " + one(FRONT) + one(BACK);
            case 2 -> one(THING) + " for " + one(FIRST);
            default -> one(OF) + " " + one(THING) + ", " + one(OF) + " " + one(THING);
        };
    }

    /** The same name as somebody else would have typed it; a kind of slip for each number. */
    static String spelledOtherwise(String name, int kind) {
        int blank = name.lastIndexOf(' ');
        String last = name.substring(blank + 1);
        String slipped = switch (kind % 4) {
            case 1 -> name.toUpperCase(Locale.ROOT);
            // two letters of the last name change places
            case 2 ->
                name.substring(0, blank + 3)
                        + name.charAt(blank + 4)
                        + name.charAt(blank + 3)
                        + name.substring(blank + 5);
            case 3 -> name.substring(0, 1) + ". " + last;
            default -> name;
        };
        return slipped.equals(name) ? last + ", " + name.substring(0, blank) : slipped;
    }
}

package app.entrada.core.names;

import java.util.Set;

/** Names that stand where no person is known: nobody has a passport, a society or an identifier of theirs. */
public final class PlaceholderNames {
    private static final Set<String> NAMES = Set.of(
            "traditional",
            "trad",
            "traditionell",
            "traditionnel",
            "tradicional",
            "anonymous",
            "anon",
            "unknown writer",
            "public domain");

    private PlaceholderNames() {}

    /** Whether the name stands for nobody in particular. */
    public static boolean is(String name) {
        return NAMES.contains(NameFolding.fold(name));
    }
}

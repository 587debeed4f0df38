package app.entrada.core.text;

import java.nio.charset.StandardCharsets;
import java.text.Normalizer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/** Names that every file system takes: Windows, macOS and Linux. */
public final class FileNames {
    /** Longest name that common file systems hold, in bytes of UTF-8, less room for a suffix of a copy. */
    private static final int LONGEST_BYTES = 200;

    private static final Set<String> RESERVED_ON_WINDOWS = Set.of(
            "con", "prn", "aux", "nul", "com1", "com2", "com3", "com4", "com5", "com6", "com7", "com8", "com9", "lpt1",
            "lpt2", "lpt3", "lpt4", "lpt5", "lpt6", "lpt7", "lpt8", "lpt9");

    private FileNames() {}

    /** The text with everything removed or replaced that some file system refuses; "untitled" when nothing is left. */
    public static String clean(String text) {
        String plain = text.replaceAll("[\\p{Cntrl}\"*:<>?|]", "")
                .replaceAll("[/\\\\]", "-")
                .replaceAll("\\s+", " ")
                .replaceAll("[. ]+$", "")
                .strip();
        while (plain.getBytes(StandardCharsets.UTF_8).length > LONGEST_BYTES)
            plain = plain.substring(0, plain.offsetByCodePoints(plain.length(), -1))
                    .strip();
        if (plain.isEmpty()) return "untitled";
        return RESERVED_ON_WINDOWS.contains(plain.toLowerCase(Locale.ROOT)) ? plain + "_" : plain;
    }

    /**
     * A clean name with its ending, as long as file systems hold: 200 bytes of UTF-8, with room for a number behind it.
     *
     * @param ending without the dot
     */
    public static String fitting(String text, String ending) {
        String name = clean(Normalizer.normalize(text, Normalizer.Form.NFC));
        return name + "." + ending;
    }

    /**
     * Names that differ on every file system: those that are alike but for capitals get a number.
     *
     * @param names with their endings
     */
    public static List<String> different(List<String> names) {
        Set<String> taken = new HashSet<>();
        List<String> different = new ArrayList<>();
        for (String name : names) {
            int dot = name.lastIndexOf('.');
            String one = name;
            for (int n = 2; !taken.add(one.toLowerCase(Locale.ROOT)); n++)
                one = name.substring(0, dot) + " (" + n + ")" + name.substring(dot);
            different.add(one);
        }
        return different;
    }
}

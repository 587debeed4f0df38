package app.entrada.core.names;

import com.ibm.icu.text.Transliterator;
import java.text.Normalizer;
import java.util.Locale;
import java.util.regex.Pattern;

/** Names and titles with everything taken away in which two spellings of one differ by accident. */
public final class NameFolding {
    /** Other scripts in Latin letters, without accents. */
    private static final ThreadLocal<Transliterator> PLAIN = ThreadLocal.withInitial(
            () -> Transliterator.getInstance("Any-Latin; NFD; [:Nonspacing Mark:] Remove; Latin-ASCII"));

    private static final Pattern MARKS = Pattern.compile("\\p{Mn}+");
    private static final Pattern BETWEEN = Pattern.compile("[^a-z0-9]+");
    private static final String ARTICLE = "the ";

    private NameFolding() {}

    /** Lower-case Latin letters and digits, one blank between words, without accents, "&amp;" as "and", no leading article. */
    public static String fold(String name) {
        String plain = isAscii(name) ? name : plain(name);
        String words = BETWEEN.matcher(
                        plain.toLowerCase(Locale.ROOT).replace("&", " and ").replace("'", ""))
                .replaceAll(" ")
                .strip();
        return words.startsWith(ARTICLE) && words.length() > ARTICLE.length()
                ? words.substring(ARTICLE.length())
                : words;
    }

    /** The same of a person, whose last name may stand in front of a comma as in a list: “Tollgate, Mira”. */
    public static String foldPerson(String name) {
        int comma = name.indexOf(',');
        boolean turned = comma > 0 && comma == name.lastIndexOf(',') && comma < name.length() - 1;
        return fold(turned ? name.substring(comma + 1) + " " + name.substring(0, comma) : name);
    }

    /** Accents alone, which most names have, are taken off without asking what script it is: the same, many times quicker. */
    private static String plain(String name) {
        String bare =
                MARKS.matcher(Normalizer.normalize(name, Normalizer.Form.NFD)).replaceAll("");
        return isAscii(bare) ? bare : PLAIN.get().transliterate(name);
    }

    private static boolean isAscii(String text) {
        return text.chars().allMatch(letter -> letter < 0x80);
    }

    /** How alike two names are after folding, 0 to 1: the share of three-letter groups they have in common. */
    public static double likeness(String one, String other) {
        return foldedLikeness(fold(one), fold(other));
    }

    /** The same for names that are folded already. */
    public static double foldedLikeness(String one, String other) {
        return one.equals(other) ? 1 : LetterGroups.of(one).likeness(LetterGroups.of(other));
    }
}

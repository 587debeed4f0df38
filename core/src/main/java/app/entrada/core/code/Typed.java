package app.entrada.core.code;

import java.util.Locale;
import java.util.regex.Pattern;

/** How people write codes, and how pages and spreadsheets hand them on. */
final class Typed {
    /** White space of every kind, what nobody sees, and all that is used as a hyphen: minus sign, soft hyphen, dots. */
    private static final Pattern BETWEEN =
            Pattern.compile("[\\s\\p{Z}\\p{Cf}\\p{Pd}\\u2212\\u00B7\\u2027\\u30FB\\uFF0E.]");

    private Typed() {}

    /** The text without its outer white space and without the code's own name and a colon in front. */
    static String withoutWord(String typed, String word) {
        return Pattern.compile("^[\\s\\p{Z}]*" + word + "[\\s\\p{Z}]*:?[\\s\\p{Z}]*", Pattern.CASE_INSENSITIVE)
                .matcher(typed)
                .replaceFirst("")
                .strip();
    }

    /** Letters and digits only, in capitals: drops white space, hyphens and full stops, and makes wide forms plain. */
    static String plain(String typed) {
        return BETWEEN.matcher(java.text.Normalizer.normalize(typed, java.text.Normalizer.Form.NFKC))
                .replaceAll("")
                .toUpperCase(Locale.ROOT);
    }

    /** Digits only, as far as they are some: drops white space, hyphens and full stops. */
    static String digits(String typed) {
        return plain(typed);
    }

    /**
     * What is probably meant where a letter stands in the place of a digit that looks like it; empty when that explains
     * nothing.
     *
     * @param digitsFrom first place that holds a digit, from 0
     */
    static String explained(String plain, int digitsFrom) {
        for (int i = digitsFrom; i < plain.length(); i++) {
            char digit = switch (plain.charAt(i)) {
                case 'O', 'Q', 'D' -> '0';
                case 'I', 'L' -> '1';
                case 'Z' -> '2';
                case 'S' -> '5';
                case 'B' -> '8';
                default -> 0;
            };
            if (digit != 0) return "%c instead of %c at place %d".formatted(plain.charAt(i), digit, i + 1);
        }
        return "";
    }
}

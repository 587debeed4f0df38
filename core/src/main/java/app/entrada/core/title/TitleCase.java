package app.entrada.core.title;

import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.text.BreakIterator;
import com.ibm.icu.util.ULocale;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Capitals of titles by language. English titles begin their words with capitals, small words inside excepted; other
 * languages write titles as sentences, so there only what is all in capitals or all small is put right.
 */
public final class TitleCase {
    /** Articles, conjunctions and short prepositions, small inside an English title. */
    private static final Set<String> SMALL = Set.of(
            "a", "an", "and", "as", "at", "but", "by", "for", "from", "in", "into", "nor", "of", "off", "on", "onto",
            "or", "over", "per", "so", "the", "to", "up", "via", "with", "yet");

    private static final Pattern WORD = Pattern.compile("[\\p{L}\\p{N}][\\p{L}\\p{M}\\p{N}'’]*");
    private static final Pattern ROMAN = Pattern.compile("[IVX]{2,}");

    private TitleCase() {}

    /**
     * The title with its capitals put right.
     *
     * @param language ISO 639 code; English rules for {@code en}, {@code zxx} and {@code und}
     */
    public static String of(String title, String language) {
        boolean oneCase = isOneCase(title);
        return switch (language) {
            case "en", "zxx", "und" -> english(title, oneCase);
            default -> oneCase ? sentence(title, language) : title;
        };
    }

    private static boolean isOneCase(String title) {
        return title.equals(title.toUpperCase(Locale.ROOT)) || title.equals(title.toLowerCase(Locale.ROOT));
    }

    private static String sentence(String title, String language) {
        ULocale locale = ULocale.forLanguageTag(language);
        return UCharacter.toTitleCase(
                locale, title, BreakIterator.getSentenceInstance(locale), UCharacter.TITLECASE_NO_BREAK_ADJUSTMENT);
    }

    private static String english(String title, boolean oneCase) {
        Matcher words = WORD.matcher(title);
        StringBuilder cased = new StringBuilder();
        int last = 0;
        int end = lastWord(title);
        boolean first = true;
        while (words.find()) {
            String word = words.group();
            String between = title.substring(last, words.start());
            cased.append(between);
            boolean opens = first || between.matches("(?s).*[:(\\[“\"–—].*");
            boolean ends = words.start() == end
                    || words.end() < title.length() && ")]".indexOf(title.charAt(words.end())) >= 0;
            cased.append(english(word, opens || ends, oneCase));
            last = words.end();
            first = false;
        }
        return cased.append(title.substring(last)).toString();
    }

    private static int lastWord(String title) {
        int at = -1;
        for (Matcher words = WORD.matcher(title); words.find(); ) at = words.start();
        return at;
    }

    private static String english(String word, boolean outer, boolean oneCase) {
        String small = word.toLowerCase(Locale.ROOT);
        if (!outer && SMALL.contains(small)) return small;
        if (ROMAN.matcher(word).matches()) return word;
        // “McX”, “DJ”, “iO”: what somebody wrote with care stays, unless nothing shows care
        if (!oneCase && !word.equals(small)) return word;
        return small.substring(0, small.offsetByCodePoints(0, 1)).toUpperCase(Locale.ROOT)
                + small.substring(small.offsetByCodePoints(0, 1));
    }
}

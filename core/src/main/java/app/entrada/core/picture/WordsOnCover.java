package app.entrada.core.picture;

import app.entrada.core.names.NameFolding;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/**
 * Words read on a cover, compared with what should stand there. Readings are full of slips, so words are compared by how
 * alike they are, never letter by letter.
 */
public final class WordsOnCover {
    /** Share of letters in their place from which two words count as one; one slip in three letters is still alike. */
    private static final double ALIKE = 0.66;

    private static final int SURE = 60;
    private static final Pattern ADDRESS = Pattern.compile(
            "(?:https?:\\s?//|www\\s?[.,])\\s?\\S+|\\b[a-z0-9][a-z0-9-]+\\s?\\.\\s?(?:com|net|org|info|example|fm|de|eu|co)\\b|(?<![\\w.])@[a-z0-9_.]{3,}",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern PRICE = Pattern.compile(
            "[€$£¥]\\s?\\d+(?:[.,]\\d{2})?|\\b(?:eur|usd|gbp)\\s?\\d+[.,]\\d{2}|\\b\\d+\\s?[.,]\\s?\\d{2}\\s{0,2}(?:€|\\$|£|eur|usd|gbp)(?!\\w)",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern CONTACT = Pattern.compile(
            "[\\w.+-]+@[\\w-]+\\.[a-z]{2,}|(?:\\+|\\b00)\\d[\\d /()-]{6,}\\d|\\b(?:tel|phone|booking|e-?mail)\\b[.:]\\s?\\S.*",
            Pattern.CASE_INSENSITIVE);
    private static final Set<String> ADVISORY = Set.of("parental", "advisory", "explicit", "content", "lyrics");

    private final List<PictureAnalysis.TextLine> lines;
    private final List<String> words;

    WordsOnCover(List<PictureAnalysis.TextLine> lines) {
        this.lines = lines.stream().filter(line -> line.confidence() >= SURE).toList();
        this.words = this.lines.stream().flatMap(line -> folded(line.text())).toList();
    }

    /** The words of what was read. */
    public static WordsOnCover of(PictureAnalysis look) {
        return new WordsOnCover(look.lines());
    }

    /** Whether a name or title stands there: most of its words, each with a slip or two at most. */
    public boolean shows(String name) {
        // "&" is often read as nothing at all
        List<String> wanted = folded(name).filter(word -> !word.equals("and")).toList();
        if (wanted.isEmpty()) return true;
        long found = wanted.stream()
                .filter(word -> words.stream().anyMatch(read -> alike(read, word)))
                .count();
        String together = String.join("", words);
        return found * 3 >= wanted.size() * 2L || together.contains(String.join("", wanted));
    }

    /** Lines with at least one word of four letters that belongs to nothing known here, nor to the advisory mark. */
    public List<String> others(List<String> known) {
        List<String> wanted = Stream.concat(known.stream().flatMap(WordsOnCover::folded), ADVISORY.stream())
                .toList();
        String together = String.join("", wanted);
        return lines.stream()
                .filter(line -> folded(line.text())
                        .filter(word -> word.length() >= 4)
                        .anyMatch(word ->
                                !together.contains(word) && wanted.stream().noneMatch(each -> alike(word, each))))
                .map(PictureAnalysis.TextLine::text)
                .toList();
    }

    /** Web addresses and names in networks. */
    public List<String> addresses() {
        return found(ADDRESS);
    }

    /** Prices. */
    public List<String> prices() {
        return found(PRICE);
    }

    /** Telephone numbers and mail addresses. */
    public List<String> contacts() {
        return found(CONTACT);
    }

    /** Whether a line is lettering of the advisory mark: two of its words. */
    public static boolean isAdvisory(String text) {
        List<String> read = folded(text).toList();
        return ADVISORY.stream()
                        .filter(word -> word.length() > 6)
                        .filter(word -> read.stream().anyMatch(each -> alike(each, word)))
                        .count()
                >= 2;
    }

    private List<String> found(Pattern pattern) {
        return lines.stream()
                .flatMap(line -> {
                    Matcher matcher = pattern.matcher(line.text());
                    return matcher
                            .results()
                            .map(result -> result.group().strip())
                            .collect(Collectors.toList())
                            .stream();
                })
                .distinct()
                .toList();
    }

    private static Stream<String> folded(String text) {
        return Arrays.stream(NameFolding.fold(text.toLowerCase(Locale.ROOT)).split(" "))
                .filter(word -> !word.isBlank());
    }

    /** Whether two words are one with slips: edit distance against the longer one's length. */
    private static boolean alike(String one, String other) {
        if (one.equals(other)) return true;
        int longer = Math.max(one.length(), other.length());
        if (longer < 3) return false;
        return 1 - (double) distance(one, other) / longer >= ALIKE;
    }

    private static int distance(String one, String other) {
        int[] before = new int[other.length() + 1];
        for (int j = 0; j <= other.length(); j++) before[j] = j;
        for (int i = 1; i <= one.length(); i++) {
            int[] now = new int[other.length() + 1];
            now[0] = i;
            for (int j = 1; j <= other.length(); j++)
                now[j] = Math.min(
                        Math.min(now[j - 1], before[j]) + 1,
                        before[j - 1] + (one.charAt(i - 1) == other.charAt(j - 1) ? 0 : 1));
            before = now;
        }
        return before[other.length()];
    }
}

package app.entrada.core.title;

import app.entrada.core.field.value.Names;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.function.Predicate;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Takes apart what people type into a title: featured artists and versions that belong in fields of their own. */
public final class TitleReading {
    private static final Pattern FEATURED = Pattern.compile(
            "\\s*[(\\[]\\s*(?:feat\\.?\\s+|ft\\.?\\s+|featuring\\s+|with\\s+|w/\\s*)([^)\\]]+)[)\\]]"
                    // “6 ft under” measures; “ft” behind a number names nobody
                    + "|(?<!\\d)\\s+(?:feat\\.?\\s+|ft\\.?\\s+|featuring\\s+|w/\\s*)([^()\\[\\]]+)",
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);

    private static final String VERSION_WORD =
            "(?:re)?mix|edit|version|live|instrumental|acoustic|demo|remaster(?:ed)?|dub|reprise|karaoke|a\\s?cappella|extended";
    private static final Pattern VERSION = Pattern.compile(
            "\\s*(?:[(\\[]([^()\\[\\]]*\\b(?:" + VERSION_WORD + ")\\b[^()\\[\\]]*)[)\\]]"
                    + "|\\s[-–—]\\s([^()\\[\\]]*\\b(?:" + VERSION_WORD + ")\\b[^()\\[\\]]*))\\s*$",
            Pattern.CASE_INSENSITIVE | Pattern.UNICODE_CASE);

    private TitleReading() {}

    /**
     * A part found in a title.
     *
     * @param rest the title without it
     * @param part what was found, without brackets and without the word that announces it
     * @param start index of the first character of the found stretch in the title
     * @param end index behind the last
     */
    public record Part(String rest, String part, int start, int end) {}

    /** A "feat. X" in a title, in brackets or bare. The word "with" counts only in brackets. */
    public static Optional<Part> featured(String title) {
        Matcher found = FEATURED.matcher(title);
        if (!found.find()) return Optional.empty();
        String part = found.group(1) != null ? found.group(1) : found.group(2);
        String rest = (title.substring(0, found.start()) + title.substring(found.end())).strip();
        return rest.isEmpty()
                ? Optional.empty()
                : Optional.of(new Part(rest, part.strip(), found.start(), found.end()));
    }

    /** A version at the end of a title: in brackets, or behind a dash with spaces around it. */
    public static Optional<Part> version(String title) {
        Matcher found = VERSION.matcher(title);
        if (!found.find() || found.start() == 0) return Optional.empty();
        String part = found.group(1) != null ? found.group(1) : found.group(2);
        return Optional.of(
                new Part(title.substring(0, found.start()).strip(), part.strip(), found.start(), found.end()));
    }

    /**
     * Names listed in running text: split at commas, "&amp;" and "and", unless the words on both sides are together a
     * known name.
     *
     * @param known whether a name is in use, such as that of a duo with "&amp;" in it
     */
    public static Names names(String listed, Predicate<String> known) {
        List<String> names = new ArrayList<>();
        for (String group : listed.split("\\s*,\\s*")) {
            if (known.test(group)) names.add(group);
            else for (String name : group.split("\\s+(?:&|and)\\s+")) if (!name.isBlank()) names.add(name.strip());
        }
        return new Names(names.stream().distinct().toList());
    }
}

package app.entrada.core.check.rules;

import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.title.TitleCase;
import app.entrada.core.title.TitleReading;
import com.ibm.icu.lang.UCharacter;
import com.ibm.icu.lang.UProperty;
import com.ibm.icu.lang.UScript;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** How titles are spelt: characters, capitals, brackets, script. */
final class TitleSpellingRules {
    /** Scripts in which a language is written; a language that is not here may be written in any. */
    private static final Map<String, Set<Integer>> SCRIPTS = new HashMap<>();

    static {
        for (String latin : List.of(
                "en", "de", "fr", "es", "it", "pt", "nl", "sv", "da", "nb", "nn", "no", "fi", "is", "pl", "cs", "sk",
                "sl", "hr", "hu", "ro", "tr", "et", "lv", "lt", "ca", "eu", "gl", "ga", "cy", "sq", "id", "vi"))
            SCRIPTS.put(latin, Set.of(UScript.LATIN));
        SCRIPTS.put("el", Set.of(UScript.GREEK));
        for (String cyrillic : List.of("ru", "uk", "bg", "be", "mk")) SCRIPTS.put(cyrillic, Set.of(UScript.CYRILLIC));
        SCRIPTS.put("ja", Set.of(UScript.HAN, UScript.HIRAGANA, UScript.KATAKANA));
        SCRIPTS.put("ko", Set.of(UScript.HANGUL, UScript.HAN));
        SCRIPTS.put("zh", Set.of(UScript.HAN));
        SCRIPTS.put("he", Set.of(UScript.HEBREW));
        SCRIPTS.put("ar", Set.of(UScript.ARABIC));
        SCRIPTS.put("hi", Set.of(UScript.DEVANAGARI));
        SCRIPTS.put("th", Set.of(UScript.THAI));
    }

    private TitleSpellingRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "title.control-or-invisible",
                        "Invisible characters",
                        "Invisible characters break search, sorting and file names.",
                        Map.of(),
                        TitleSpot.each((s, spot, p) -> spot.mended(
                                s,
                                TitleSpot.INVISIBLE.matcher(spot.text()).replaceAll(""),
                                "contains invisible characters",
                                "Remove them"))),
                rule(
                        "title.all-lower",
                        "Title in lower case",
                        "A title all in lower case looks like an oversight, and stores correct it their own way.",
                        Map.of("languages", List.of("en")),
                        TitleSpot.each(
                                (s, spot, p) -> p.words("languages").contains(spot.language(s)) && allLower(spot.text())
                                        ? spot.mended(
                                                s,
                                                TitleCase.of(spot.text(), spot.language(s)),
                                                "is all in lower case",
                                                "Fix capitalisation")
                                        : Optional.empty())),
                rule(
                        "title.case",
                        "Capitalisation does not fit the language",
                        "Each language has its own capitalisation of titles; stores check for it.",
                        Map.of("languages", List.of("en")),
                        TitleSpot.each((s, spot, p) -> p.words("languages").contains(spot.language(s))
                                        && !allLower(spot.text())
                                        && !allUpper(spot.text())
                                        // what does not belong into the title has a rule of its own
                                        && TitleReading.featured(spot.text()).isEmpty()
                                        && spot.withoutWorkingNotes().equals(spot.text())
                                ? spot.mended(
                                        s,
                                        TitleCase.of(spot.text(), spot.language(s)),
                                        "is not capitalised as titles in its language are",
                                        "Fix capitalisation")
                                : Optional.empty())),
                rule(
                        "title.brackets-unbalanced",
                        "Unbalanced bracket",
                        "An unclosed bracket is usually a title that was cut off.",
                        Map.of(),
                        TitleSpot.each((s, spot, p) -> balanced(spot.text())
                                ? Optional.empty()
                                : Optional.of(spot.at(s, "“%s” has an unbalanced bracket.", spot.text())))),
                rule(
                        "title.special-characters",
                        "Characters not allowed",
                        "The store’s pages and files support letters, digits and plain punctuation only.",
                        Map.of("allowed", " '’‘“”\"!?,.;:&+-–—()[]/#*…°"),
                        TitleSpot.each(TitleSpellingRules::special)),
                rule(
                        "title.all-caps",
                        "Title in upper case",
                        "Stores follow the capitalisation of the language and reject titles in upper case.",
                        Map.of("letters", 5),
                        TitleSpellingRules::titleAllCaps),
                rule(
                        "title.emoji",
                        "Emoji in a title",
                        "Many systems drop or garble emoji.",
                        TitleSpellingRules::titleEmoji),
                rule(
                        "title.whitespace",
                        "Stray spaces in a title",
                        "Two titles that differ only by a space look alike but count as two.",
                        TitleSpellingRules::titleWhitespace),
                rule(
                        "language.script-mismatch",
                        "Script of another language",
                        "A title is shown, sorted and pronounced by the rules of its language.",
                        Map.of(),
                        TitleSpot.each(TitleSpellingRules::script)));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.TITLES, id, name, reason, look);
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.TITLES, id, name, reason, parameters, look);
    }

    private static boolean allLower(String title) {
        return title.equals(title.toLowerCase(Locale.ROOT))
                && title.chars().filter(Character::isLetter).count() > 3;
    }

    private static boolean allUpper(String title) {
        return title.equals(title.toUpperCase(Locale.ROOT))
                && title.chars().filter(Character::isLetter).count() > 3;
    }

    private static boolean balanced(String title) {
        List<Character> open = new ArrayList<>();
        for (int i = 0; i < title.length(); i++) {
            char c = title.charAt(i);
            int opening = "([{".indexOf(c);
            int closing = ")]}".indexOf(c);
            if (opening >= 0) open.add(")]}".charAt(opening));
            else if (closing >= 0 && (open.isEmpty() || open.remove(open.size() - 1) != c)) return false;
        }
        return open.isEmpty();
    }

    private static Optional<Observation> special(ReleaseContext s, TitleSpot spot, Params p) {
        String allowed = p.plain("allowed");
        String odd = spot.text()
                .codePoints()
                .filter(c -> !Character.isLetterOrDigit(c)
                        && Character.getType(c) != Character.NON_SPACING_MARK
                        && Character.getType(c) != Character.COMBINING_SPACING_MARK
                        && !TitleSpot.INVISIBLE.matcher(Character.toString(c)).matches()
                        && allowed.indexOf(c) < 0)
                .distinct()
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
        return odd.isEmpty()
                ? Optional.empty()
                : Optional.of(spot.at(
                        s,
                        "“%s” contains %s; only letters, digits and plain punctuation are accepted.",
                        spot.text(),
                        odd));
    }

    /** A title of capitals only; short ones are taken for initials. */
    private static Stream<Observation> titleAllCaps(ReleaseContext s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .filter(title ->
                        title.codePoints().filter(Character::isUpperCase).count() >= p.number("letters")
                                && title.codePoints().noneMatch(Character::isLowerCase))
                .map(title -> {
                    String cased = TitleCase.of(
                            title,
                            s.release().holds(track, Fields.TRACK_LANGUAGE).orElse("und"));
                    Observation seen =
                            Observation.at(s, track, Fields.TRACK_TITLE, "“%s” is all in upper case.", title);
                    return cased.equals(title)
                            ? seen
                            : seen.with(new Fix.Edit(
                                    "Fix capitalisation", List.of(s.change(track, Fields.TRACK_TITLE, cased))));
                }));
    }

    /** Emoji in a title. */
    private static Stream<Observation> titleEmoji(ReleaseContext s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .filter(title -> title.codePoints().anyMatch(TitleSpellingRules::isPicture))
                .map(title -> {
                    Observation seen = Observation.at(s, track, Fields.TRACK_TITLE, "“%s” contains an emoji.", title);
                    String titleEmojiPlain = titleEmojiPlain(title);
                    return titleEmojiPlain.isEmpty()
                            ? seen
                            : seen.with(new Fix.Edit(
                                    "Remove it",
                                    List.of(new Change(
                                            s.release().ref(track, Fields.TRACK_TITLE.entity()),
                                            Fields.TRACK_TITLE,
                                            title,
                                            titleEmojiPlain))));
                }));
    }

    private static boolean isPicture(int character) {
        boolean joins = character == 0xFE0F || character == 0x200D;
        return joins || UCharacter.hasBinaryProperty(character, UProperty.EMOJI_PRESENTATION);
    }

    private static String titleEmojiPlain(String title) {
        StringBuilder kept = new StringBuilder();
        title.codePoints().filter(character -> !isPicture(character)).forEach(kept::appendCodePoint);
        return kept.toString().replaceAll(" {2,}", " ").strip();
    }

    /** Doubled spaces and spaces of other kinds. */
    private static Stream<Observation> titleWhitespace(ReleaseContext s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .filter(title -> !tidy(title).equals(title))
                .map(title -> Observation.at(
                                s, track, Fields.TRACK_TITLE, "“%s” contains double or special spaces.", title)
                        .with(new Fix.Edit(
                                "Tidy spaces",
                                List.of(new Change(
                                        s.release().ref(track, Fields.TRACK_TITLE.entity()),
                                        Fields.TRACK_TITLE,
                                        title,
                                        tidy(title)))))));
    }

    private static String tidy(String title) {
        return title.replaceAll("[\\p{Z}\\s]+", " ").strip();
    }

    private static Optional<Observation> script(ReleaseContext s, TitleSpot spot, Params p) {
        String language = spot.language(s);
        Set<Integer> wanted = SCRIPTS.get(language);
        if (wanted == null) return Optional.empty();
        Optional<Integer> other = spot.text()
                .codePoints()
                .filter(Character::isLetter)
                .mapToObj(UScript::getScript)
                .filter(script -> script != UScript.COMMON && script != UScript.INHERITED)
                .filter(script -> !wanted.contains(script))
                .findFirst();
        // Latin letters occur in titles of every language: names, loans
        boolean wholly = spot.text()
                .codePoints()
                .filter(Character::isLetter)
                .mapToObj(UScript::getScript)
                .noneMatch(wanted::contains);
        return other.filter(script -> wholly && (script != UScript.LATIN))
                .map(script -> spot.at(
                        s,
                        "“%s” is written in %s script, but its language is %s.",
                        spot.text(),
                        UScript.getName(script),
                        Locale.forLanguageTag(language).getDisplayLanguage(Locale.ENGLISH)));
    }
}

package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.title.TitleCase;
import app.entrada.core.title.TitleReading;
import com.ibm.icu.lang.UScript;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** Titles as receivers read them: characters, capitals, and what does not belong into a title at all. */
final class TitleRules {
    private static final Pattern INVISIBLE = Pattern.compile("[\\p{Cc}\\p{Cf}\\p{Co}\\p{Cn}\\u00AD\\uFFFD]");
    private static final Pattern LEADING_NUMBER = Pattern.compile("^(?:\\d{1,2}[.)_-]\\s*|0\\d\\s+)(?=\\p{L})");
    private static final Pattern DEBRIS = Pattern.compile(
            "(?:\\.(?:wav|aiff?|flac|mp3|m4a)$)"
                    + "|[\\s_-]*\\b(?:final(?:\\s*(?:mix|master))?|master(?:ed)?|mixdown|bounce|rough)"
                    + "(?:[\\s_-]*(?:v(?:ersion)?\\s*)?\\d+)?$"
                    + "|[\\s_-]*\\bv\\d+$"
                    + "|[\\s_(\\[-]*\\b(?:16|24|32)\\s?-?bit\\b[)\\]]?"
                    + "|[\\s_(\\[-]*\\b(?:44[.,]?1|48|88[.,]?2|96)\\s?k(?:hz)?\\b[)\\]]?",
            Pattern.CASE_INSENSITIVE);
    private static final Pattern PRICE = Pattern.compile(
            "(?:[€$£¥]\\s?\\d+)|(?:\\b\\d+[.,]\\d{2}\\s?(?:€|eur|usd|gbp)\\b)", Pattern.CASE_INSENSITIVE);
    private static final Pattern ADDRESS = Pattern.compile(
            "\\b(?:https?://|www\\.)\\S+|\\b[a-z0-9-]+\\.(?:com|net|org|info|example|fm)\\b", Pattern.CASE_INSENSITIVE);
    private static final Pattern FULL_DATE =
            Pattern.compile("\\b\\d{4}-\\d{2}-\\d{2}\\b|\\b\\d{1,2}[./]\\d{1,2}[./]\\d{2,4}\\b");

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

    private TitleRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "title.control-or-invisible",
                        "Invisible characters",
                        "Characters that nobody sees break searching, sorting and file names.",
                        Map.of(),
                        each((s, spot, p) -> mended(
                                s,
                                spot,
                                INVISIBLE.matcher(spot.text).replaceAll(""),
                                "holds characters that cannot be seen",
                                "Take them out"))),
                rule(
                        "title.all-lower",
                        "All small letters",
                        "Small letters throughout look like an oversight, and shops mend them in their own way.",
                        Map.of("languages", List.of("en")),
                        each((s, spot, p) -> p.words("languages").contains(spot.language(s)) && allLower(spot.text)
                                ? mended(
                                        s,
                                        spot,
                                        TitleCase.of(spot.text, spot.language(s)),
                                        "is all in small letters",
                                        "Capitals")
                                : Optional.empty())),
                rule(
                        "title.case",
                        "Capitals against the language",
                        "Each language has its own custom of capitals in titles; shops hold releases to it.",
                        Map.of("languages", List.of("en")),
                        each((s, spot, p) -> p.words("languages").contains(spot.language(s))
                                        && !allLower(spot.text)
                                        && !allUpper(spot.text)
                                        // what does not belong into the title has a rule of its own
                                        && TitleReading.featured(spot.text).isEmpty()
                                        && withoutDebris(spot.text).equals(spot.text)
                                ? mended(
                                        s,
                                        spot,
                                        TitleCase.of(spot.text, spot.language(s)),
                                        "has other capitals than titles in its language have",
                                        "Capitals")
                                : Optional.empty())),
                rule(
                        "title.contains-artist",
                        "Artist in the title",
                        "The artist stands in a field of their own; shown twice it looks like an advertisement.",
                        Map.of(),
                        each(TitleRules::artistInside)),
                rule(
                        "title.production-debris",
                        "Traces of production",
                        "Words for oneself, such as “final mix 3”, were never meant for listeners.",
                        Map.of(),
                        each((s, spot, p) -> mended(
                                s, spot, withoutDebris(spot.text), "holds traces of production", "Take them out"))),
                rule(
                        "title.forbidden-words",
                        "Words that no title may hold",
                        "Titles that advertise, name a shop, a price or an address are refused.",
                        Map.of(
                                "words",
                                List.of(
                                        "official",
                                        "new single",
                                        "out now",
                                        "free download",
                                        "exclusive",
                                        "pre-order",
                                        "bonus track only")),
                        each(TitleRules::forbidden)),
                rule(
                        "title.brackets-unbalanced",
                        "A bracket without its other half",
                        "An open bracket is usually a title that was cut off.",
                        Map.of(),
                        each((s, spot, p) -> balanced(spot.text)
                                ? Optional.empty()
                                : Optional.of(spot.at(s, "“%s” has a bracket without its other half.", spot.text)))),
                rule(
                        "title.special-characters",
                        "Characters outside the allowed ones",
                        "The shop’s pages and files know letters, digits and plain punctuation only.",
                        Map.of("allowed", " '’‘“”\"!?,.;:&+-–—()[]/#*…°"),
                        each(TitleRules::special)),
                rule(
                        "title.duplicate-on-release",
                        "The same title twice",
                        "Two tracks with one title and version cannot be told apart in a shop, a chart or a statement.",
                        Map.of(),
                        TitleRules::twice),
                rule(
                        "version.mismatch",
                        "Version against the other facts",
                        "What a title says of its version is held against what else is said of the track.",
                        Map.of(),
                        tracks(TitleRules::version)),
                rule(
                        "version.redundant",
                        "Version that says nothing",
                        "The usual recording has no version; “Original Mix” makes it look like one of several.",
                        Map.of(
                                "words",
                                List.of(
                                        "original mix",
                                        "original version",
                                        "original",
                                        "album version",
                                        "main version")),
                        tracks((s, t, p) -> t.facts()
                                .get(Fields.TRACK_VERSION)
                                .filter(version -> p.words("words").contains(version.toLowerCase(Locale.ROOT)))
                                .map(version -> Observation.at(
                                                s,
                                                t,
                                                Fields.TRACK_VERSION,
                                                "The version “%s” of %s is the usual recording; leave the version empty.",
                                                version,
                                                s.name(t))
                                        .with(new Fix.Edit(
                                                "Remove", List.of(s.change(t, Fields.TRACK_VERSION, null))))))),
                rule(
                        "language.script-mismatch",
                        "Script of another language",
                        "A title is shown, sorted and spoken by the rules of the language that is given for it.",
                        Map.of(),
                        each(TitleRules::script)));
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.TITLES, id, name, reason, parameters, look);
    }

    /** A title where it stands: that of the release, or a track's own. */
    private record Spot(Optional<Track> track, Field<String> field, String text) {
        Observation at(ReleaseContext s, String says, Object... values) {
            return track.map(t -> Observation.at(s, t, field, says, values))
                    .orElseGet(() -> Observation.at(s, field, says, values));
        }

        app.entrada.core.release.Change to(ReleaseContext s, String after) {
            return track.map(t -> s.change(t, field, after)).orElseGet(() -> s.change(field, after));
        }

        String language(ReleaseContext s) {
            return track.flatMap(t -> s.release().holds(t, Fields.TRACK_LANGUAGE))
                    .or(() -> s.fact(Fields.RELEASE_LANGUAGE))
                    .orElse("und");
        }
    }

    private interface SpotLook {
        Optional<Observation> at(ReleaseContext s, Spot spot, Params p);
    }

    private static PlainRule.Look each(SpotLook look) {
        return (s, p) -> Stream.concat(
                        s.fact(Fields.RELEASE_TITLE).stream()
                                .map(title -> new Spot(Optional.empty(), Fields.RELEASE_TITLE, title)),
                        s.release().tracks().stream()
                                .flatMap(track -> track.facts().get(Fields.TRACK_TITLE).stream()
                                        .map(title -> new Spot(Optional.of(track), Fields.TRACK_TITLE, title))))
                .flatMap(spot -> look.at(s, spot, p).stream());
    }

    /** Seen when mending changes something; the fix is offered when something is left. */
    private static Optional<Observation> mended(ReleaseContext s, Spot spot, String mended, String says, String label) {
        if (mended.equals(spot.text)) return Optional.empty();
        String better = mended.replaceAll(" {2,}", " ").strip();
        Observation seen =
                spot.at(s, better.isEmpty() ? "“%s” %s." : "“%s” %s; wanted: “%s”.", visible(spot.text), says, better);
        return Optional.of(better.isEmpty() ? seen : seen.with(new Fix.Edit(label, List.of(spot.to(s, better)))));
    }

    private static String visible(String text) {
        return INVISIBLE.matcher(text).replaceAll("·");
    }

    private static boolean allLower(String title) {
        return title.equals(title.toLowerCase(Locale.ROOT))
                && title.chars().filter(Character::isLetter).count() > 3;
    }

    private static boolean allUpper(String title) {
        return title.equals(title.toUpperCase(Locale.ROOT))
                && title.chars().filter(Character::isLetter).count() > 3;
    }

    private static Optional<Observation> artistInside(ReleaseContext s, Spot spot, Params p) {
        List<String> artists = spot.track
                .flatMap(track -> s.release().holds(track, Fields.TRACK_ARTISTS))
                .or(() -> s.fact(Fields.RELEASE_ARTISTS))
                .map(Names::list)
                .orElse(List.of());
        String folded = " " + NameFolding.fold(spot.text) + " ";
        return artists.stream()
                .filter(artist -> {
                    String name = " " + NameFolding.fold(artist) + " ";
                    // a release may be called by its artist's name alone
                    return !name.isBlank() && folded.contains(name) && !folded.equals(name);
                })
                .findFirst()
                .map(artist -> spot.at(s, "“%s” names its artist, %s, in the title.", spot.text, artist));
    }

    private static String withoutDebris(String title) {
        String rest = title;
        for (String before = ""; !before.equals(rest); ) {
            before = rest;
            rest = LEADING_NUMBER.matcher(DEBRIS.matcher(rest).replaceAll("")).replaceFirst("");
        }
        String plain = rest.equals(title) ? title : rest.replace('_', ' ').strip();
        return plain.isEmpty() ? title : plain;
    }

    private static Optional<Observation> forbidden(ReleaseContext s, Spot spot, Params p) {
        String lower = spot.text.toLowerCase(Locale.ROOT);
        for (String word : p.words("words"))
            // the pattern is made only where the word is there at all
            if (lower.contains(word.toLowerCase(Locale.ROOT))
                    && Pattern.compile("(?<![\\p{L}\\d])" + Pattern.quote(word.toLowerCase(Locale.ROOT))
                                    + "(?![\\p{L}\\d])")
                            .matcher(lower)
                            .find())
                return Optional.of(spot.at(s, "“%s” holds “%s”, which no title may hold.", spot.text, word));
        for (Pattern pattern : List.of(ADDRESS, PRICE, FULL_DATE)) {
            Matcher found = pattern.matcher(spot.text);
            if (found.find())
                return Optional.of(spot.at(
                        s,
                        "“%s” holds %s, “%s”; no title may hold one.",
                        spot.text,
                        pattern == ADDRESS ? "an address" : pattern == PRICE ? "a price" : "a date",
                        found.group()));
        }
        return Optional.empty();
    }

    private static boolean balanced(String title) {
        List<Character> open = new ArrayList<>();
        for (char c : title.toCharArray()) {
            int opening = "([{".indexOf(c);
            int closing = ")]}".indexOf(c);
            if (opening >= 0) open.add(")]}".charAt(opening));
            else if (closing >= 0 && (open.isEmpty() || open.remove(open.size() - 1) != c)) return false;
        }
        return open.isEmpty();
    }

    private static Optional<Observation> special(ReleaseContext s, Spot spot, Params p) {
        String allowed = p.plain("allowed");
        String odd = spot.text
                .codePoints()
                .filter(c -> !Character.isLetterOrDigit(c)
                        && Character.getType(c) != Character.NON_SPACING_MARK
                        && Character.getType(c) != Character.COMBINING_SPACING_MARK
                        && !INVISIBLE.matcher(Character.toString(c)).matches()
                        && allowed.indexOf(c) < 0)
                .distinct()
                .collect(StringBuilder::new, StringBuilder::appendCodePoint, StringBuilder::append)
                .toString();
        return odd.isEmpty()
                ? Optional.empty()
                : Optional.of(
                        spot.at(s, "“%s” holds %s; letters, digits and plain punctuation are taken.", spot.text, odd));
    }

    private static Stream<Observation> twice(ReleaseContext s, Params p) {
        Map<String, Integer> first = new HashMap<>();
        return s.tracks(track -> whole(track)
                .flatMap(title -> Optional.ofNullable(first.putIfAbsent(title, track.number()))
                        .map(other -> Observation.at(
                                s,
                                track,
                                Fields.TRACK_VERSION,
                                "%s has the same title and version as track %d.",
                                s.name(track),
                                other))));
    }

    private static Optional<String> whole(Track track) {
        return track.facts()
                .get(Fields.TRACK_TITLE)
                .map(title -> NameFolding.fold(title) + " / "
                        + track.facts()
                                .get(Fields.TRACK_VERSION)
                                .map(NameFolding::fold)
                                .orElse(""));
    }

    private static Optional<Observation> version(ReleaseContext s, Track track, Params p) {
        String version = (track.facts()
                                .get(Fields.TRACK_TITLE)
                                .flatMap(TitleReading::version)
                                .map(TitleReading.Part::part)
                                .orElse("")
                        + " " + track.facts().get(Fields.TRACK_VERSION).orElse(""))
                .toLowerCase(Locale.ROOT);
        boolean instrumental = track.recording()
                .facts()
                .get(Fields.RECORDING_INSTRUMENTAL)
                .filter("instrumental"::equals)
                .isPresent();
        if (has(version, "instrumental|karaoke") && !instrumental)
            return Optional.of(Observation.at(
                            s,
                            track,
                            Fields.RECORDING_INSTRUMENTAL,
                            "%s calls itself instrumental; wanted: the fact says so too.",
                            s.name(track))
                    .with(new Fix.Edit(
                            "Set instrumental",
                            List.of(s.change(track, Fields.RECORDING_INSTRUMENTAL, "instrumental")))));
        boolean remixed = has(version, "remix|rework|re-edit");
        boolean remixer = track.recording().facts().get(Fields.RECORDING_CREDITS).stream()
                .flatMap(List::stream)
                .anyMatch(credit -> credit.roles().contains("remixer"));
        if (remixed && !remixer)
            return Optional.of(Observation.at(
                    s,
                    track,
                    Fields.RECORDING_CREDITS,
                    "%s is a remix, and nobody is credited as its remixer.",
                    s.name(track)));
        return Optional.empty();
    }

    private static boolean has(String text, String words) {
        return Pattern.compile("\\b(?:" + words + ")\\b").matcher(text).find();
    }

    private static Optional<Observation> script(ReleaseContext s, Spot spot, Params p) {
        String language = spot.language(s);
        Set<Integer> wanted = SCRIPTS.get(language);
        if (wanted == null) return Optional.empty();
        Optional<Integer> other = spot.text
                .codePoints()
                .filter(Character::isLetter)
                .mapToObj(UScript::getScript)
                .filter(script -> script != UScript.COMMON && script != UScript.INHERITED)
                .filter(script -> !wanted.contains(script))
                .findFirst();
        // Latin letters occur in titles of every language: names, loans
        boolean wholly = spot.text
                .codePoints()
                .filter(Character::isLetter)
                .mapToObj(UScript::getScript)
                .noneMatch(wanted::contains);
        return other.filter(script -> wholly && (script != UScript.LATIN))
                .map(script -> spot.at(
                        s,
                        "“%s” is written in %s letters, but its language is given as %s.",
                        spot.text,
                        UScript.getName(script),
                        Locale.forLanguageTag(language).getDisplayLanguage(Locale.ENGLISH)));
    }
}

package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Change;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.title.TitleReading;
import app.entrada.core.title.TitleStyle;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;

/** What titles say, and what belongs elsewhere. */
final class TitleRules {
    private static final Pattern ADDRESS = Pattern.compile(
            "\\b(?:https?://|www\\.)\\S+|\\b[a-z0-9-]+\\.(?:com|net|org|info|example|fm)\\b", Pattern.CASE_INSENSITIVE);
    private static final Pattern FULL_DATE =
            Pattern.compile("\\b\\d{4}-\\d{2}-\\d{2}\\b|\\b\\d{1,2}[./]\\d{1,2}[./]\\d{2,4}\\b");
    private static final Pattern PRICE = Pattern.compile(
            "(?:[€$£¥]\\s?\\d+)|(?:\\b\\d+[.,]\\d{2}\\s?(?:€|eur|usd|gbp)\\b)", Pattern.CASE_INSENSITIVE);

    private TitleRules() {}

    static List<Rule> all() {
        return List.of(
                new TitleContainsFeature(),
                rule(
                        "title.contains-artist",
                        "Artist in the title",
                        "The artist has a field of their own; shown twice it looks like advertising.",
                        Map.of(),
                        TitleSpot.each(TitleRules::artistInside)),
                rule(
                        "title.production-debris",
                        "Working notes in the title",
                        "Working notes such as “final mix 3” are not meant for listeners.",
                        Map.of(),
                        TitleSpot.each((s, spot, p) ->
                                spot.mended(s, spot.withoutWorkingNotes(), "contains working notes", "Remove them"))),
                rule(
                        "title.forbidden-words",
                        "Forbidden words in the title",
                        "Titles with advertising, a store, a price or an address are rejected.",
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
                        TitleSpot.each(TitleRules::forbidden)),
                rule(
                        "title.duplicate-on-release",
                        "Duplicate title",
                        "Two tracks with the same title and version cannot be told apart in a store, a chart or a statement.",
                        Map.of(),
                        TitleRules::twice),
                rule(
                        "title.missing",
                        "Title missing",
                        "A track without a title cannot be found.",
                        TitleRules::titleMissing),
                rule(
                        "title.too-long",
                        "Title too long",
                        "A title that is too long is cut off in the store, or rejected.",
                        Map.of("max", 180),
                        TitleRules::titleTooLong),
                rule(
                        "title.version-in-title",
                        "Version in the title",
                        "The version has a field of its own, so that every destination gets it in the right place.",
                        TitleRules::titleVersionInTitle),
                rule(
                        "version.mismatch",
                        "Version does not match other facts",
                        "The version in a title is compared with the other facts of the track.",
                        Map.of(),
                        tracks(TitleRules::version)),
                rule(
                        "version.redundant",
                        "Redundant version",
                        "The standard recording has no version; “Original Mix” makes it look like one of several.",
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
                                                "The version “%s” of %s is the standard recording; leave the version empty.",
                                                version,
                                                s.name(t))
                                        .with(new Fix.Edit(
                                                "Remove", List.of(s.change(t, Fields.TRACK_VERSION, null))))))),
                rule(
                        "language.missing",
                        "Language missing",
                        "Stores index and sort titles by their language (ISO 639).",
                        TitleRules::languageMissing));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.TITLES, id, name, reason, look);
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.TITLES, id, name, reason, parameters, look);
    }

    private static Optional<Observation> artistInside(ReleaseContext s, TitleSpot spot, Params p) {
        List<String> artists = spot.track()
                .flatMap(track -> s.release().holds(track, Fields.TRACK_ARTISTS))
                .or(() -> s.fact(Fields.RELEASE_ARTISTS))
                .map(Names::list)
                .orElse(List.of());
        String folded = " " + NameFolding.fold(spot.text()) + " ";
        return artists.stream()
                .filter(artist -> {
                    String name = " " + NameFolding.fold(artist) + " ";
                    // a release may be called by its artist's name alone
                    return !name.isBlank() && folded.contains(name) && !folded.equals(name);
                })
                .findFirst()
                .map(artist -> spot.at(s, "“%s” contains its artist, %s.", spot.text(), artist));
    }

    private static Optional<Observation> forbidden(ReleaseContext s, TitleSpot spot, Params p) {
        String lower = spot.text().toLowerCase(Locale.ROOT);
        for (String word : p.words("words"))
            // the pattern is made only where the word is there at all
            if (lower.contains(word.toLowerCase(Locale.ROOT))
                    && Pattern.compile("(?<![\\p{L}\\d])" + Pattern.quote(word.toLowerCase(Locale.ROOT))
                                    + "(?![\\p{L}\\d])")
                            .matcher(lower)
                            .find())
                return Optional.of(
                        spot.at(s, "“%s” contains “%s”, which is not allowed in titles.", spot.text(), word));
        for (Pattern pattern : List.of(ADDRESS, PRICE, FULL_DATE)) {
            Matcher found = pattern.matcher(spot.text());
            if (found.find())
                return Optional.of(spot.at(
                        s,
                        "“%s” contains %s, “%s”, which is not allowed in titles.",
                        spot.text(),
                        pattern == ADDRESS ? "an address" : pattern == PRICE ? "a price" : "a date",
                        found.group()));
        }
        return Optional.empty();
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

    /** Release and tracks have titles. */
    private static Stream<Observation> titleMissing(ReleaseContext s, Params p) {
        Stream<Observation> release =
                s.release().facts().get(Fields.RELEASE_TITLE).isPresent()
                        ? Stream.empty()
                        : Stream.of(Observation.at(s, Fields.RELEASE_TITLE, "The release has no title."));
        return Stream.concat(
                release,
                s.tracks(track -> track.facts().get(Fields.TRACK_TITLE).isPresent()
                        ? Optional.empty()
                        : Optional.of(Observation.at(
                                s, track, Fields.TRACK_TITLE, "Track %d has no title.", track.number()))));
    }

    /** Title with version, counted in characters as people see them. */
    private static Stream<Observation> titleTooLong(ReleaseContext s, Params p) {
        long max = p.number("max");
        return s.tracks(track -> {
            String title = TitleStyle.PLAIN.track(s.release(), track);
            int length = title.codePointCount(0, title.length());
            return length <= max
                    ? Optional.empty()
                    : Optional.of(Observation.at(
                            s,
                            track,
                            Fields.TRACK_TITLE,
                            "The title with its version has %d characters; at most %d are accepted.",
                            length,
                            max));
        });
    }

    /** “(Radio Edit)” belongs in the version. */
    private static Stream<Observation> titleVersionInTitle(ReleaseContext s, Params p) {
        return s.tracks(track -> track.facts()
                .get(Fields.TRACK_TITLE)
                .filter(title -> track.facts().get(Fields.TRACK_VERSION).isEmpty())
                .flatMap(title -> TitleReading.version(title)
                        .map(part -> Observation.at(
                                        s,
                                        track,
                                        Fields.TRACK_TITLE,
                                        "“%s” contains a version: %s.",
                                        title,
                                        part.part())
                                .with(new Fix.Edit(
                                        "Move to version",
                                        List.of(
                                                new Change(
                                                        s.release().ref(track, Fields.TRACK_TITLE.entity()),
                                                        Fields.TRACK_TITLE,
                                                        title,
                                                        part.rest()),
                                                new Change(
                                                        s.release().ref(track, Fields.TRACK_VERSION.entity()),
                                                        Fields.TRACK_VERSION,
                                                        null,
                                                        part.part())))))));
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
                            "The title of %s says instrumental; the fact “Instrumental” does not.",
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
                    s, track, Fields.RECORDING_CREDITS, "%s is a remix, but no remixer is credited.", s.name(track)));
        return Optional.empty();
    }

    private static boolean has(String text, String words) {
        return Pattern.compile("\\b(?:" + words + ")\\b").matcher(text).find();
    }

    /** Every track says its language. */
    private static Stream<Observation> languageMissing(ReleaseContext s, Params p) {
        return s.tracks(track -> s.release().holds(track, Fields.TRACK_LANGUAGE).isPresent()
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.TRACK_LANGUAGE,
                        "%s has no language; use “none” for a track without words.",
                        s.name(track))));
    }
}

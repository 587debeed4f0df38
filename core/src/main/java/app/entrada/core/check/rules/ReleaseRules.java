package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.once;
import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Change;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Genre, language, price, kind and what else a release as a whole must have in order. */
final class ReleaseRules {
    /** From this likeness on a word is taken for another spelling. */
    private static final double NEAR = 0.45;

    private ReleaseRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "fact.unreadable",
                        "Stored value unreadable",
                        "An unreadable value is left out of every file and message.",
                        Map.of(),
                        ReleaseRules::unreadable),
                rule(
                        "genre.differs-from-release",
                        "Track genre differs from the release genre",
                        "Stores file the release under its genre; a track with another one is found under neither.",
                        Map.of(),
                        tracks(ReleaseRules::genre)),
                rule(
                        "genre.count",
                        "Number of genres",
                        "Listeners find a release by its genre.",
                        Map.of("min", 1, "max", 3),
                        ReleaseRules::genreCount),
                rule(
                        "genre.vocabulary",
                        "Genre not in the destination’s list",
                        "The store files releases under its own list of genres.",
                        Map.of("words", ValueTypes.GENRES),
                        ReleaseRules::genreVocabulary),
                rule(
                        "explicit.release-flag",
                        "Clean without an explicit version",
                        "“Clean” marks the edited version of an explicit recording; without one the mark is misleading.",
                        Map.of(),
                        tracks(ReleaseRules::clean)),
                rule(
                        "explicit.undecided",
                        "Explicit or clean not stated",
                        "Stores must warn listeners; a missing warning leads to a takedown.",
                        ReleaseRules::explicitUndecided),
                rule(
                        "price-tier.missing",
                        "Price tier missing",
                        "Download stores sell at the price of a tier.",
                        PlainRule.missing(Fields.RELEASE_PRICE_TIER, "The release has no price tier.")),
                rule(
                        "total-time.limit",
                        "Total time",
                        "A disc or a feed holds a limited playing time.",
                        Map.of("minutes", 79.96),
                        once(ReleaseRules::totalTime)),
                rule(
                        "running-order.gaps",
                        "Gaps between tracks",
                        "A pressing plant needs the gap before every track; very long ones are usually mistakes.",
                        Map.of("max", 30),
                        tracks((s, t, p) -> t.facts()
                                .get(Fields.TRACK_GAP)
                                .filter(gap -> gap.milliseconds() > p.number("max") * 1000)
                                .map(gap -> Observation.at(
                                        s,
                                        t,
                                        Fields.TRACK_GAP,
                                        "The gap before %s lasts %s; at most %s s are accepted.",
                                        s.name(t),
                                        gap,
                                        p.plain("max"))))),
                rule(
                        "kind.track-count",
                        "Release kind does not fit the number of tracks",
                        "Stores file a release by its kind and check it by the number of tracks.",
                        Map.of("single", 3, "ep", 6, "album", 7),
                        ReleaseRules::kindTrackCount),
                rule(
                        "single.title-differs",
                        "Single and track have different titles",
                        "A one-track single is found under one title.",
                        ReleaseRules::singleTitleDiffers));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.RELEASE, id, name, reason, look);
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.RELEASE, id, name, reason, parameters, look);
    }

    private static Stream<Observation> unreadable(ReleaseContext s, Params p) {
        String says = "The stored %s “%s” cannot be read and is left out everywhere: %s. Enter it again.";
        Stream<Observation> own = s.release().facts().unreadable().entrySet().stream()
                .map(each -> Observation.at(
                        s,
                        each.getKey(),
                        says,
                        each.getKey().name(),
                        start(each.getValue().text()),
                        each.getValue().why()));
        Stream<Observation> tracks = s.release().tracks().stream()
                .flatMap(track -> Stream.of(
                                track.facts(),
                                track.recording().facts(),
                                track.recording().work().facts())
                        .flatMap(facts -> facts.unreadable().entrySet().stream())
                        .map(each -> Observation.at(
                                s,
                                track,
                                each.getKey(),
                                says,
                                each.getKey().name(),
                                start(each.getValue().text()),
                                each.getValue().why())));
        return Stream.concat(own, tracks);
    }

    private static String start(String text) {
        return text.length() <= 60 ? text : text.substring(0, 60) + "…";
    }

    private static Optional<Observation> genre(ReleaseContext s, Track track, Params p) {
        Set<String> release =
                new HashSet<>(s.fact(Fields.RELEASE_GENRE).map(Terms::list).orElse(List.of()));
        boolean ofMany =
                s.fact(Fields.RELEASE_KIND).filter("compilation"::equals).isPresent();
        if (release.isEmpty() || ofMany) return Optional.empty();
        return track.facts()
                .get(Fields.TRACK_GENRE)
                .filter(genres -> genres.list().stream().noneMatch(release::contains))
                .map(genres -> Observation.at(
                        s,
                        track,
                        Fields.TRACK_GENRE,
                        "%s is %s, the release %s.",
                        s.name(track),
                        String.join(", ", genres.list()),
                        String.join(", ", release)));
    }

    /** At least one genre, and not more than the receiver has room for. */
    private static Stream<Observation> genreCount(ReleaseContext s, Params p) {
        int count = s.release()
                .facts()
                .get(Fields.RELEASE_GENRE)
                .map(genres -> genres.list().size())
                .orElse(0);
        if (count < p.number("min"))
            return Stream.of(Observation.at(
                    s,
                    Fields.RELEASE_GENRE,
                    count == 0 ? "The release has no genre." : "The release has %d genres; at least %d are needed.",
                    count,
                    p.number("min")));
        return count <= p.number("max")
                ? Stream.empty()
                : Stream.of(Observation.at(
                        s,
                        Fields.RELEASE_GENRE,
                        "The release has %d genres; at most %d are accepted, the main one first.",
                        count,
                        p.number("max")));
    }

    /** A word of the destination’s list; spelling alone is fixed. */
    private static Stream<Observation> genreVocabulary(ReleaseContext s, Params p) {
        List<String> words = p.words("words");
        List<String> genres =
                s.release().facts().get(Fields.RELEASE_GENRE).map(Terms::list).orElse(List.of());
        return genres.stream().filter(genre -> !words.contains(genre)).map(genre -> {
            List<String> near =
                    words.stream().filter(word -> isNear(word, genre)).toList();
            Observation seen = Observation.at(
                    s,
                    Fields.RELEASE_GENRE,
                    near.isEmpty() ? "“%s” is not in the list: %s." : "“%s” is not in the list. Nearest in it: %s.",
                    genre,
                    String.join(", ", near.isEmpty() ? words : near));
            return words.stream()
                    .filter(word -> genreVocabularyPlain(word).equals(genreVocabularyPlain(genre)))
                    .findFirst()
                    .map(word -> seen.with(new Fix.Edit("Set " + word, List.of(swap(s, genres, genre, word)))))
                    .orElse(seen);
        });
    }

    /** Whether a genre is one of the list with more words, or another spelling of it. */
    private static boolean isNear(String word, String genre) {
        String there = NameFolding.fold(word);
        String here = NameFolding.fold(genre);
        return (" " + here + " ").contains(" " + there + " ") || NameFolding.foldedLikeness(here, there) >= NEAR;
    }

    /** Hyphens and capitals are spelling, not meaning. */
    private static String genreVocabularyPlain(String genre) {
        return genre.replace("-", " ").toLowerCase(Locale.ROOT);
    }

    private static Change swap(ReleaseContext s, List<String> genres, String genre, String word) {
        List<String> mended = genres.stream()
                .map(each -> each.equals(genre) ? word : each)
                .distinct()
                .toList();
        return new Change(
                Place.of(s.release(), Fields.RELEASE_GENRE).target(),
                Fields.RELEASE_GENRE,
                new Terms(genres).toString(),
                new Terms(mended).toString());
    }

    private static Optional<Observation> clean(ReleaseContext s, Track track, Params p) {
        if (track.facts().get(Fields.TRACK_EXPLICIT).filter("clean"::equals).isEmpty()) return Optional.empty();
        String title =
                track.facts().get(Fields.TRACK_TITLE).map(NameFolding::fold).orElse("");
        boolean here = s.release().tracks().stream()
                .anyMatch(other -> other.id() != track.id()
                        && other.facts()
                                .get(Fields.TRACK_EXPLICIT)
                                .filter("explicit"::equals)
                                .isPresent()
                        && other.facts()
                                .get(Fields.TRACK_TITLE)
                                .map(NameFolding::fold)
                                .filter(title::equals)
                                .isPresent());
        return here || s.elsewhere().explicitTitles().contains(title)
                ? Optional.empty()
                : Optional.of(Observation.at(
                                s,
                                track,
                                Fields.TRACK_EXPLICIT,
                                "%s is marked clean, but it has no explicit version; set it to “no”.",
                                s.name(track))
                        .with(new Fix.Edit("Set no", List.of(s.change(track, Fields.TRACK_EXPLICIT, "no")))));
    }

    /** Every track says whether to warn. */
    private static Stream<Observation> explicitUndecided(ReleaseContext s, Params p) {
        return s.tracks(track -> track.facts().get(Fields.TRACK_EXPLICIT).isPresent()
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        track,
                        Fields.TRACK_EXPLICIT,
                        "%s is marked neither explicit nor not explicit.",
                        s.name(track))));
    }

    private static Optional<Observation> totalTime(ReleaseContext s, Params p) {
        long total = s.lasts();
        long most = Math.round(p.decimal("minutes") * 60_000);
        return total <= most
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        Fields.RELEASE_RUNNING_ORDER,
                        "The tracks last %s including gaps; at most %s fit.",
                        AudioFacts.time(total),
                        AudioFacts.time(most)));
    }

    /** Single, EP or album by count of tracks. */
    private static Stream<Observation> kindTrackCount(ReleaseContext s, Params p) {
        int count = s.release().tracks().size();
        if (count == 0) return Stream.of(Observation.at(s, Fields.RELEASE_RUNNING_ORDER, "The release has no tracks."));
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_KIND)
                .filter(kind -> kind.equals("single") && count > p.number("single")
                        || kind.equals("EP") && (count > p.number("ep") || count < 2)
                        || kind.equals("album") && count < p.number("album"))
                .map(kind -> Observation.at(
                        s,
                        Fields.RELEASE_KIND,
                        "With %s the release is not a valid %s here: a single has up to %d, an EP up to %d, an album %d or more.",
                        count == 1 ? "1 track" : count + " tracks",
                        kind,
                        p.number("single"),
                        p.number("ep"),
                        p.number("album")))
                .stream();
    }

    /** One track, one title. */
    private static Stream<Observation> singleTitleDiffers(ReleaseContext s, Params p) {
        if (s.release().tracks().size() != 1) return Stream.empty();
        Track only = s.release().tracks().get(0);
        return s
                .release()
                .facts()
                .get(Fields.RELEASE_TITLE)
                .flatMap(title -> only.facts()
                        .get(Fields.TRACK_TITLE)
                        .filter(track -> !track.equals(title))
                        .map(track -> Observation.at(
                                s,
                                only,
                                Fields.TRACK_TITLE,
                                "The single is called “%s”, its only track “%s”.",
                                title,
                                track)))
                .stream();
    }
}

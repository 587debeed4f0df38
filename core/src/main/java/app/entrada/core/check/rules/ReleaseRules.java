package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.once;
import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.field.value.Terms;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import java.time.DayOfWeek;
import java.time.format.TextStyle;
import java.time.temporal.TemporalAdjusters;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Dates, lines, genres, prices, territories, permissions and what else a release as a whole must have in order. */
final class ReleaseRules {
    private ReleaseRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "fact.unreadable",
                        "Stored value unreadable",
                        "A value that cannot be read goes nowhere: not into a file, not into a message.",
                        Map.of(),
                        ReleaseRules::unreadable),
                rule(
                        "release-date.weekday",
                        "Not a Friday",
                        "New releases come out on Fridays; on other days they miss the lists and the charts’ week.",
                        Map.of("day", 5),
                        once(ReleaseRules::weekday)),
                rule(
                        "previously-released.date-missing",
                        "Original release date missing",
                        "What was out before is told apart by the day it first came out.",
                        Map.of(),
                        once((s, p) -> s.fact(Fields.RELEASE_VERSION)
                                .filter(version -> version.toLowerCase(Locale.ROOT)
                                        .matches(".*\\b(remaster(ed)?|re-?issue|anniversary|deluxe|expanded)\\b.*"))
                                .filter(version ->
                                        s.fact(Fields.RELEASE_ORIGINAL_DATE).isEmpty())
                                .map(version -> Observation.at(
                                        s,
                                        Fields.RELEASE_ORIGINAL_DATE,
                                        "“%s” says that it was out before; wanted: the original date.",
                                        version)))),
                rule(
                        "pre-order.after-release",
                        "Pre-order after the release",
                        "Nobody can order ahead what is out already.",
                        Map.of(),
                        once((s, p) -> s.fact(Fields.RELEASE_PRE_ORDER_DATE)
                                .flatMap(from -> s.fact(Fields.RELEASE_DATE)
                                        .filter(date -> !from.isBefore(date))
                                        .map(date -> Observation.at(
                                                s,
                                                Fields.RELEASE_PRE_ORDER_DATE,
                                                "Orders are taken from %s, the release comes out on %s.",
                                                from,
                                                date))))),
                rule(
                        "p-line.year",
                        "Year of the P-line",
                        "℗ is the year of first publication of the sound recording (Rome Convention, article 11).",
                        Map.of(),
                        (s, p) -> Stream.concat(
                                year(s, Fields.RELEASE_P_LINE), s.tracks(track -> yearOfRecording(s, track)))),
                rule(
                        "c-line.year",
                        "Year of the C-line",
                        "© is the year of first publication (Universal Copyright Convention, article III).",
                        Map.of(),
                        (s, p) -> year(s, Fields.RELEASE_C_LINE)),
                rule(
                        "genre.differs-from-release",
                        "Track’s genre is not the release’s",
                        "A shop files the release under its own genre; a track with others is found under neither.",
                        Map.of(),
                        tracks(ReleaseRules::genre)),
                rule(
                        "explicit.release-flag",
                        "Clean without an explicit version",
                        "“Clean” marks the version without strong words of a recording that has them; where none has, the mark misleads.",
                        Map.of(),
                        tracks(ReleaseRules::clean)),
                missing(
                        "price-tier.missing",
                        "Price tier missing",
                        "A download shop sells at the price of a tier.",
                        Fields.RELEASE_PRICE_TIER,
                        "The release has no price tier."),
                missing(
                        "territory.none",
                        "Territories missing",
                        "Without territories the release is on sale nowhere.",
                        Fields.RELEASE_TERRITORIES,
                        "The release names no territory in which it may be sold."),
                rule(
                        "territory.deal-outside-rights",
                        "Not for sale where the destination sells",
                        "A destination sells in its own countries only.",
                        Map.of("sells", List.of()),
                        once(ReleaseRules::outside)),
                missing(
                        "rights.undeclared",
                        "Licence missing",
                        "Somebody who may use it must be able to read how.",
                        Fields.RELEASE_LICENCE,
                        "Nothing is said of what others may do with the release: all rights reserved, or which licence."),
                rule(
                        "licence.conflict",
                        "Licence against other rights",
                        "A Creative Commons licence cannot be given for what belongs to somebody else, nor for works whose rights a society manages alone.",
                        Map.of(),
                        tracks(ReleaseRules::licence)),
                permission(
                        "cover.no-permission",
                        "Cover without permission",
                        "Somebody else’s work is published with their permission only.",
                        Set.of(Origin.Use.COVER, Origin.Use.ARRANGEMENT, Origin.Use.TRANSLATION, Origin.Use.MEDLEY)),
                permission(
                        "sample.uncleared",
                        "Sample not cleared",
                        "A sample needs the consent of who owns the recording and of who owns the work.",
                        Set.of(Origin.Use.SAMPLE)),
                rule(
                        "remix.no-permission",
                        "Remix without permission",
                        "A remix of somebody else’s recording is published with the owner’s permission only.",
                        Map.of(),
                        tracks(ReleaseRules::remix)),
                rule(
                        "total-time.limit",
                        "Total time",
                        "A carrier or a feed holds so much and no more.",
                        Map.of("minutes", 79.96),
                        once(ReleaseRules::totalTime)),
                rule(
                        "running-order.gaps",
                        "Pauses between tracks",
                        "A plant needs to know the pause before every track, and some are too long to be meant.",
                        Map.of("max", 30),
                        tracks((s, t, p) -> t.facts()
                                .get(Fields.TRACK_GAP)
                                .filter(gap -> gap.milliseconds() > p.number("max") * 1000)
                                .map(gap -> Observation.at(
                                        s,
                                        t,
                                        Fields.TRACK_GAP,
                                        "The pause before %s lasts %s; at most %s s are taken.",
                                        s.name(t),
                                        gap,
                                        p.plain("max"))))));
    }

    private static Stream<Observation> unreadable(ReleaseContext s, Params p) {
        String says = "The stored %s “%s” cannot be read, so it is left out everywhere: %s. Type it again.";
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

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.RELEASE, id, name, reason, parameters, look);
    }

    private static Rule missing(String id, String name, String reason, Field<?> field, String says) {
        return rule(
                id,
                name,
                reason,
                Map.of(),
                once((s, p) ->
                        s.fact(field).isPresent() ? Optional.empty() : Optional.of(Observation.at(s, field, says))));
    }

    private static Rule permission(String id, String name, String reason, Set<Origin.Use> uses) {
        return rule(
                id,
                name,
                reason,
                Map.of(),
                tracks((s, t, p) -> t.recording().work().facts().get(Fields.WORK_ORIGINS).stream()
                        .flatMap(List::stream)
                        .filter(origin -> uses.contains(origin.how()))
                        .filter(origin -> !s.permitted(t, origin))
                        .findFirst()
                        .map(origin -> Observation.at(
                                s,
                                t,
                                Fields.WORK_ORIGINS,
                                "%s contains a %s of “%s”; no document is confirmed as its permission.",
                                s.name(t),
                                origin.how().says(),
                                origin.title()))));
    }

    private static Optional<Observation> weekday(ReleaseContext s, Params p) {
        DayOfWeek wanted = DayOfWeek.of((int) Math.max(1, Math.min(7, p.number("day"))));
        return s.fact(Fields.RELEASE_DATE)
                .filter(date -> date.getDayOfWeek() != wanted)
                .map(date -> {
                    var better = date.with(TemporalAdjusters.next(wanted));
                    return Observation.at(
                                    s,
                                    Fields.RELEASE_DATE,
                                    "%s is a %s; usual is a %s.",
                                    date,
                                    date.getDayOfWeek().getDisplayName(TextStyle.FULL, Locale.ENGLISH),
                                    wanted.getDisplayName(TextStyle.FULL, Locale.ENGLISH))
                            .with(new Fix.Edit(
                                    "Set " + better, List.of(s.change(Fields.RELEASE_DATE, better.toString()))));
                });
    }

    private static Stream<Observation> year(ReleaseContext s, Field<RightsLine> field) {
        return s
                .fact(field)
                .filter(line -> tooLate(s, line))
                .map(line -> Observation.at(s, field, yearSays(s, line)))
                .stream();
    }

    /** ℗ of a recording is the year in which it first came out, here or on whichever release that was. */
    private static Optional<Observation> yearOfRecording(ReleaseContext s, Track track) {
        Optional<RightsLine> own = track.recording().facts().get(Fields.RECORDING_P_LINE);
        if (own.isPresent() && tooLate(s, own.get()))
            return Optional.of(Observation.at(s, track, Fields.RECORDING_P_LINE, "%s", yearSays(s, own.get())));
        Optional<RightsLine> line = s.release().holds(track, Fields.RECORDING_P_LINE);
        Optional<Integer> first = Optional.ofNullable(
                s.elsewhere().firstYears().get(track.recording().id()));
        if (line.isEmpty() || first.isEmpty() || line.get().year() <= first.get()) return Optional.empty();
        return Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_P_LINE,
                        "%s first came out in %d; its P-line says %d.",
                        s.name(track),
                        first.get(),
                        line.get().year())
                .with(new Fix.Edit(
                        "Set " + first.get(),
                        List.of(s.change(
                                track,
                                Fields.RECORDING_P_LINE,
                                new RightsLine(first.get(), line.get().owner()).toString())))));
    }

    private static boolean tooLate(ReleaseContext s, RightsLine line) {
        return s.fact(Fields.RELEASE_DATE)
                .filter(date -> line.year() > date.getYear())
                .isPresent();
    }

    private static String yearSays(ReleaseContext s, RightsLine line) {
        return "%d is later than the release, which comes out on %s."
                .formatted(line.year(), s.fact(Fields.RELEASE_DATE).orElseThrow());
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
                                "%s is marked clean, but no explicit version of it exists; wanted: no.",
                                s.name(track))
                        .with(new Fix.Edit("Set no", List.of(s.change(track, Fields.TRACK_EXPLICIT, "no")))));
    }

    private static Optional<Observation> outside(ReleaseContext s, Params p) {
        List<String> sells = p.words("sells");
        if (sells.isEmpty()) return Optional.empty();
        return s.fact(Fields.RELEASE_TERRITORIES)
                .filter(where -> sells.stream().noneMatch(where::holds))
                .map(where -> Observation.at(
                        s,
                        Fields.RELEASE_TERRITORIES,
                        "The rights hold for %s; the destination sells in %s only.",
                        where,
                        String.join(", ", sells)));
    }

    private static Optional<Observation> licence(ReleaseContext s, Track track, Params p) {
        Optional<String> licence = s.fact(Fields.RELEASE_LICENCE).filter(each -> each.startsWith("CC"));
        if (licence.isEmpty()) return Optional.empty();
        Optional<Origin> foreign = track.recording().work().facts().get(Fields.WORK_ORIGINS).stream()
                .flatMap(List::stream)
                .filter(origin -> origin.how().needsPermission())
                .findFirst();
        if (foreign.isPresent())
            return Optional.of(Observation.at(
                    s,
                    track,
                    Fields.WORK_ORIGINS,
                    "%s cannot be given for %s: it holds a %s of “%s”, whose rights are others’.",
                    licence.get(),
                    s.name(track),
                    foreign.get().how().says(),
                    foreign.get().title()));
        return track.recording().work().writers().stream()
                .filter(writer -> s.of(writer.name(), Fields.PARTY_SOCIETY).isPresent())
                .findFirst()
                .map(writer -> Observation.at(
                        s,
                        track,
                        Fields.WORK_WRITERS,
                        "%s cannot be given for %s: the rights of %s are managed by %s alone.",
                        licence.get(),
                        s.name(track),
                        writer.name(),
                        s.of(writer.name(), Fields.PARTY_SOCIETY).orElse("a society")));
    }

    private static Optional<Observation> remix(ReleaseContext s, Track track, Params p) {
        String owner = ReleaseContext.owner(s.release(), track);
        boolean own = owner.isEmpty()
                || NameFolding.fold(owner).equals(NameFolding.fold(s.label().name()));
        return ReleaseContext.isRemix(track) && !own && !s.remixPermitted(track)
                ? Optional.of(Observation.at(
                        s,
                        track,
                        Fields.RECORDING_CREDITS,
                        "%s is a remix of a recording owned by %s; no document is confirmed as its permission.",
                        s.name(track),
                        owner))
                : Optional.empty();
    }

    private static Optional<Observation> totalTime(ReleaseContext s, Params p) {
        long total = s.lasts();
        long most = Math.round(p.decimal("minutes") * 60_000);
        return total <= most
                ? Optional.empty()
                : Optional.of(Observation.at(
                        s,
                        Fields.RELEASE_RUNNING_ORDER,
                        "The tracks last %s with their pauses; at most %s fit.",
                        AudioFacts.time(total),
                        AudioFacts.time(most)));
    }
}

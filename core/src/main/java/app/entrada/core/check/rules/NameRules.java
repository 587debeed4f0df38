package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.credit.Roles;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Names;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Names of artists and of everybody else on a release. */
final class NameRules {
    private static final Set<String> GENERIC =
            Set.of("various artists", "various", "unknown", "unknown artist", "diverse", "artist", "n a");
    private static final String ARTIST_JOINED_SAYS =
            "“%s” is entered as one artist, but each part is an existing artist. Separate them with a semicolon.";

    private NameRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "artist.generic",
                        "Placeholder artist name",
                        "“Various Artists” is for releases with many different artists; nobody is paid for “Unknown”.",
                        Map.of("different", 3),
                        NameRules::generic),
                rule(
                        "artist.differs-from-release",
                        "Track artist differs from the release artist",
                        "On a release by one artist, a track by another is found under neither.",
                        Map.of(),
                        tracks(NameRules::differs)),
                rule(
                        "artist.alias-unregistered",
                        "Credited under an unknown name",
                        "A name that belongs to nobody is paid to nobody.",
                        Map.of(),
                        tracks(NameRules::alias)),
                rule(
                        "artist.joined",
                        "Two artists entered as one",
                        "Joined names create a third artist whom nobody pays.",
                        NameRules::artistJoined),
                rule(
                        "artist.missing",
                        "Artist missing",
                        "A track without an artist is credited to nobody.",
                        NameRules::artistMissing),
                rule(
                        "credit.real-name-missing",
                        "Legal name missing",
                        "Performers’ societies register people, not stage names.",
                        Map.of(),
                        NameRules::realName),
                rule(
                        "credit.role-unknown",
                        "Unknown role",
                        "Roles are sent as codes; an unknown one arrives as “other”.",
                        Map.of(),
                        tracks((s, t, p) -> credits(t)
                                .flatMap(credit -> credit.roles().stream()
                                        .filter(role -> Roles.kindOf(role).isEmpty())
                                        .map(role -> Observation.at(
                                                        s,
                                                        t,
                                                        Fields.RECORDING_CREDITS,
                                                        "“%s” is not a known role; %s has it.",
                                                        role,
                                                        credit.name())
                                                .about(credit.name())))
                                .findFirst())),
                rule(
                        "credit.duplicate",
                        "Duplicate credit",
                        "A person listed twice with the same role is counted twice, or rejected.",
                        Map.of(),
                        tracks(NameRules::twice)),
                rule(
                        "spelling.family",
                        "Different spelling elsewhere",
                        "Two spellings of a name are two artists to a store and two payees to a society.",
                        Map.of(),
                        (s, p) -> NamedPerson.of(s.release())
                                .filter(named -> s.elsewhere().otherSpellings().containsKey(named.name()))
                                .map(named -> Observation.at(
                                                named.place(),
                                                "“%s” is spelt “%s” elsewhere in the catalogue."
                                                        .formatted(
                                                                named.name(),
                                                                s.elsewhere()
                                                                        .otherSpellings()
                                                                        .get(named.name())))
                                        .about(named.name()))));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.TITLES, id, name, reason, look);
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.TITLES, id, name, reason, parameters, look);
    }

    private static Stream<Observation> generic(ReleaseContext s, Params p) {
        Set<String> different = new HashSet<>();
        for (Track track : s.release().tracks())
            track.facts().get(Fields.TRACK_ARTISTS).ifPresent(names -> different.add(names.sentence()));
        boolean many = different.size() >= p.number("different");
        Stream<Observation> release = s.fact(Fields.RELEASE_ARTISTS).stream()
                .flatMap(names -> names.list().stream())
                .filter(NameRules::isGeneric)
                .filter(name -> !many || name.toLowerCase(Locale.ROOT).contains("unknown"))
                .map(name -> Observation.at(
                        s,
                        Fields.RELEASE_ARTISTS,
                        "“%s” is not an artist: the tracks have %d different artists, at least %d are needed to use it.",
                        name,
                        different.size(),
                        p.number("different")));
        return Stream.concat(
                release,
                s.tracks(track -> track.facts().get(Fields.TRACK_ARTISTS).stream()
                        .flatMap(names -> names.list().stream())
                        .filter(NameRules::isGeneric)
                        .findFirst()
                        .map(name -> Observation.at(
                                s,
                                track,
                                Fields.TRACK_ARTISTS,
                                "“%s” is not an artist. Name who performs %s.",
                                name,
                                s.name(track)))));
    }

    private static boolean isGeneric(String name) {
        return GENERIC.contains(NameFolding.fold(name));
    }

    private static Optional<Observation> differs(ReleaseContext s, Track track, Params p) {
        List<String> release = s.fact(Fields.RELEASE_ARTISTS).map(Names::list).orElse(List.of());
        boolean ofMany =
                s.fact(Fields.RELEASE_KIND).filter("compilation"::equals).isPresent()
                        || release.stream().anyMatch(NameRules::isGeneric);
        if (release.isEmpty() || ofMany) return Optional.empty();
        return track.facts()
                .get(Fields.TRACK_ARTISTS)
                .filter(names -> names.list().stream().noneMatch(release::contains))
                .map(names -> Observation.at(
                        s,
                        track,
                        Fields.TRACK_ARTISTS,
                        "%s is by %s, the release by %s.",
                        s.name(track),
                        names.sentence(),
                        String.join(", ", release)));
    }

    private static Optional<Observation> alias(ReleaseContext s, Track track, Params p) {
        return credits(track)
                .filter(credit -> credit.as().isPresent())
                .filter(credit -> {
                    String as = NameFolding.fold(credit.as().get());
                    boolean theirs = NameFolding.fold(credit.name()).equals(as)
                            || s.of(credit.name(), Fields.PARTY_LEGAL_NAME)
                                    .filter(name -> NameFolding.fold(name).equals(as))
                                    .isPresent()
                            || s.of(credit.name(), Fields.PARTY_SPELLINGS)
                                    .filter(names -> names.list().stream()
                                            .anyMatch(name ->
                                                    NameFolding.fold(name).equals(as)))
                                    .isPresent();
                    return !theirs;
                })
                .findFirst()
                .map(credit -> Observation.at(
                                s,
                                track,
                                Fields.RECORDING_CREDITS,
                                "%s is credited as “%s”, which is not one of their names.",
                                credit.name(),
                                credit.as().get())
                        .about(credit.name()));
    }

    private static Stream<Credit> credits(Track track) {
        return track.recording().facts().get(Fields.RECORDING_CREDITS).stream().flatMap(List::stream);
    }

    /** “A & B” where A and B both exist; a known duo’s name is not joined. */
    private static Stream<Observation> artistJoined(ReleaseContext s, Params p) {
        Stream<Observation> release = s.release().facts().get(Fields.RELEASE_ARTISTS).stream()
                .flatMap(names -> joined(names, s))
                .map(name -> Observation.at(s, Fields.RELEASE_ARTISTS, ARTIST_JOINED_SAYS, name));
        return Stream.concat(
                release,
                s.tracks(track -> track.facts()
                        .get(Fields.TRACK_ARTISTS)
                        .flatMap(names -> joined(names, s).findFirst())
                        .map(name -> Observation.at(s, track, Fields.TRACK_ARTISTS, ARTIST_JOINED_SAYS, name))));
    }

    private static Stream<String> joined(Names names, ReleaseContext s) {
        return names.list().stream().filter(name -> {
            List<String> parts = List.of(name.split("\\s+(?:&|and|with)\\s+"));
            return parts.size() > 1 && s.elsewhere().knownNames().containsAll(parts);
        });
    }

    /** Release and tracks have a main artist. */
    private static Stream<Observation> artistMissing(ReleaseContext s, Params p) {
        if (s.release().facts().get(Fields.RELEASE_ARTISTS).isPresent()) return Stream.empty();
        Stream<Observation> tracks =
                s.tracks(track -> s.release().holds(track, Fields.TRACK_ARTISTS).isPresent()
                        ? Optional.empty()
                        : Optional.of(
                                Observation.at(s, track, Fields.TRACK_ARTISTS, "%s has no artist.", s.name(track))));
        return Stream.concat(
                Stream.of(Observation.at(s, Fields.RELEASE_ARTISTS, "The release has no artist.")), tracks);
    }

    private static Stream<Observation> realName(ReleaseContext s, Params p) {
        Set<String> seen = new HashSet<>();
        return s.release().tracks().stream()
                .flatMap(track -> credits(track)
                        .filter(credit -> credit.roles().stream().anyMatch(Roles::performs))
                        .filter(credit -> seen.add(credit.name()))
                        .filter(credit ->
                                s.of(credit.name(), Fields.PARTY_LEGAL_NAME).isEmpty())
                        // a group is its members; each of them is asked about where they are credited
                        .filter(credit ->
                                s.of(credit.name(), Fields.PARTY_MEMBERS).isEmpty())
                        .map(credit -> Observation.at(
                                        s,
                                        track,
                                        Fields.RECORDING_CREDITS,
                                        "%s has no legal name; the society requires one for every performer.",
                                        credit.name())
                                .about(credit.name())));
    }

    private static Optional<Observation> twice(ReleaseContext s, Track track, Params p) {
        Set<String> seen = new HashSet<>();
        return credits(track)
                .flatMap(credit -> credit.roles().stream().map(role -> NameFolding.fold(credit.name()) + ": " + role))
                .filter(each -> !seen.add(each))
                .findFirst()
                .map(each -> Observation.at(
                        s, track, Fields.RECORDING_CREDITS, "%s is listed twice on %s.", each, s.name(track)));
    }
}

package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.credit.Roles;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Names;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.work.OneStop;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** Who performs on a recording, and what performers’ societies ask of it. */
final class PerformerRules {
    private PerformerRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "one-stop.incomplete",
                        "Not one-stop",
                        "Licensees prefer music whose master and publishing one party can license.",
                        tracks((s, t, p) -> {
                            OneStop stop = OneStop.of(
                                    s.release(), t, s.label().name(), s.label().publisher());
                            return stop.yes()
                                    ? Optional.empty()
                                    : Optional.of(Observation.at(
                                            s,
                                            t,
                                            Fields.RECORDING_SPLITS,
                                            "%s is not one-stop: %s.",
                                            s.name(t),
                                            stop.reasons().get(stop.reasons().size() - 1)));
                        })),
                rule(
                        "performers.none",
                        "No performer",
                        "The society pays the performers of a recording; without any, nobody is paid.",
                        tracks((s, t, p) -> credits(t).anyMatch(PerformerRules::performs)
                                ? Optional.empty()
                                : Optional.of(Observation.at(
                                        s, t, Fields.RECORDING_CREDITS, "%s has no performer.", s.name(t))))),
                rule(
                        "performers.main-missing",
                        "Main artist without a performance",
                        "Featured and other performers are paid at different rates; the main artist must be among the performers.",
                        tracks(PerformerRules::mainMissing)),
                rule(
                        "recording.country-date-missing",
                        "Place and date of recording",
                        "Whether a recording is protected depends on where and when it was made (Rome Convention).",
                        tracks((s, t, p) -> {
                            boolean where = t.recording()
                                    .facts()
                                    .get(Fields.RECORDING_COUNTRY)
                                    .isPresent();
                            boolean when = t.recording()
                                    .facts()
                                    .get(Fields.RECORDING_RECORDED_ON)
                                    .isPresent();
                            return where && when
                                    ? Optional.empty()
                                    : Optional.of(Observation.at(
                                            s,
                                            t,
                                            where ? Fields.RECORDING_RECORDED_ON : Fields.RECORDING_COUNTRY,
                                            "%s has no %s of recording.",
                                            s.name(t),
                                            where ? "date" : when ? "country" : "country and no date"));
                        })));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.WORKS, id, name, reason, look);
    }

    private static Stream<Credit> credits(Track track) {
        return track.recording().facts().get(Fields.RECORDING_CREDITS).stream().flatMap(List::stream);
    }

    private static boolean performs(Credit credit) {
        return credit.roles().stream().anyMatch(Roles::performs);
    }

    private static Optional<Observation> mainMissing(ReleaseContext s, Track track, Params p) {
        if (credits(track).noneMatch(PerformerRules::performs)) return Optional.empty();
        List<String> artists =
                s.release().holds(track, Fields.TRACK_ARTISTS).map(Names::list).orElse(List.of());
        Set<String> performing = credits(track)
                .filter(PerformerRules::performs)
                .map(Credit::name)
                .collect(Collectors.toSet());
        return artists.stream()
                .filter(artist -> !performing.contains(artist))
                // a group performs through its members
                .filter(artist -> s.of(artist, Fields.PARTY_MEMBERS).stream()
                        .flatMap(List::stream)
                        .noneMatch(member -> performing.contains(member.name())))
                .findFirst()
                .map(artist -> Observation.at(
                                s,
                                track,
                                Fields.RECORDING_CREDITS,
                                "%s is the main artist of %s but has no performing credit on it.",
                                artist,
                                s.name(track))
                        .about(artist));
    }
}

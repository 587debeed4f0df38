package app.entrada.core.check.rules;

import static app.entrada.core.check.rules.PlainRule.once;
import static app.entrada.core.check.rules.PlainRule.tracks;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;

/** Who holds the rights, where and for what: lines, territories, licences, permissions. */
final class RightsRules {
    private RightsRules() {}

    static List<Rule> all() {
        return List.of(
                rule(
                        "p-line.year",
                        "Year of the P-line",
                        "℗ is the year of first publication of the sound recording (Rome Convention, article 11).",
                        Map.of(),
                        (s, p) -> Stream.concat(
                                year(s, Fields.RELEASE_P_LINE), s.tracks(track -> yearOfRecording(s, track)))),
                rule(
                        "p-line.missing",
                        "P-line missing",
                        "It states who owns the recording and since when.",
                        RightsRules::pLineMissing),
                rule(
                        "c-line.year",
                        "Year of the C-line",
                        "© is the year of first publication (Universal Copyright Convention, article III).",
                        Map.of(),
                        (s, p) -> year(s, Fields.RELEASE_C_LINE)),
                rule(
                        "c-line.missing",
                        "C-line missing",
                        "It states who owns the artwork and texts and since when.",
                        RightsRules::cLineMissing),
                rule(
                        "territory.none",
                        "Territories missing",
                        "Without territories the release cannot be sold anywhere.",
                        PlainRule.missing(Fields.RELEASE_TERRITORIES, "The release has no territories.")),
                rule(
                        "territory.deal-outside-rights",
                        "Territories do not match the destination",
                        "A destination sells in certain countries only.",
                        Map.of("sells", List.of()),
                        once(RightsRules::outside)),
                rule(
                        "rights.undeclared",
                        "Licence missing",
                        "Anyone who may use the release must be able to read the terms.",
                        PlainRule.missing(
                                Fields.RELEASE_LICENCE,
                                "The release has no licence: all rights reserved, or a Creative Commons licence.")),
                rule(
                        "licence.conflict",
                        "Licence conflicts with other rights",
                        "A Creative Commons licence cannot be granted for someone else’s material, nor for works whose rights a society manages exclusively.",
                        Map.of(),
                        tracks(RightsRules::licence)),
                permission(
                        "cover.no-permission",
                        "Cover version without permission",
                        "Someone else’s work may be published only with permission.",
                        Set.of(Origin.Use.COVER, Origin.Use.ARRANGEMENT, Origin.Use.TRANSLATION, Origin.Use.MEDLEY)),
                permission(
                        "sample.uncleared",
                        "Sample not cleared",
                        "A sample needs the consent of the owners of the recording and of the work.",
                        Set.of(Origin.Use.SAMPLE)),
                rule(
                        "remix.no-permission",
                        "Remix without permission",
                        "A remix of someone else’s recording may be published only with the owner’s permission.",
                        Map.of(),
                        tracks(RightsRules::remix)));
    }

    private static Rule rule(String id, String name, String reason, PlainRule.Look look) {
        return new PlainRule(RuleFamily.RELEASE, id, name, reason, look);
    }

    private static Rule rule(
            String id, String name, String reason, Map<String, Object> parameters, PlainRule.Look look) {
        return new PlainRule(RuleFamily.RELEASE, id, name, reason, parameters, look);
    }

    private static Stream<Observation> year(ReleaseContext s, Field<RightsLine> field) {
        return s
                .fact(field)
                .filter(line -> tooLate(s, line))
                .map(line -> Observation.at(s, field, yearSays(s, line)))
                .stream();
    }

    private static boolean tooLate(ReleaseContext s, RightsLine line) {
        return s.fact(Fields.RELEASE_DATE)
                .filter(date -> line.year() > date.getYear())
                .isPresent();
    }

    private static String yearSays(ReleaseContext s, RightsLine line) {
        return "%d is later than the release date, %s."
                .formatted(line.year(), s.fact(Fields.RELEASE_DATE).orElseThrow());
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
                        "%s was first released in %d; its P-line says %d.",
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

    /** Year and owner are given. */
    private static Stream<Observation> pLineMissing(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_P_LINE).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(s, Fields.RELEASE_P_LINE, "The release has no P-line (year and owner)."));
    }

    /** Year and owner are given. */
    private static Stream<Observation> cLineMissing(ReleaseContext s, Params p) {
        return s.release().facts().get(Fields.RELEASE_C_LINE).isPresent()
                ? Stream.empty()
                : Stream.of(Observation.at(s, Fields.RELEASE_C_LINE, "The release has no C-line (year and owner)."));
    }

    private static Optional<Observation> outside(ReleaseContext s, Params p) {
        List<String> sells = p.words("sells");
        if (sells.isEmpty()) return Optional.empty();
        return s.fact(Fields.RELEASE_TERRITORIES)
                .filter(where -> sells.stream().noneMatch(where::holds))
                .map(where -> Observation.at(
                        s,
                        Fields.RELEASE_TERRITORIES,
                        "The rights cover %s; the destination sells only in %s.",
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
                    "%s cannot be granted for %s: it contains a %s of “%s”, which others own.",
                    licence.get(),
                    s.name(track),
                    foreign.get().how().label(),
                    foreign.get().title()));
        return track.recording().work().writers().stream()
                .filter(writer -> s.of(writer.name(), Fields.PARTY_SOCIETY).isPresent())
                .findFirst()
                .map(writer -> Observation.at(
                        s,
                        track,
                        Fields.WORK_WRITERS,
                        "%s cannot be granted for %s: the rights of %s are managed exclusively by %s.",
                        licence.get(),
                        s.name(track),
                        writer.name(),
                        s.of(writer.name(), Fields.PARTY_SOCIETY).orElse("a society")));
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
                                "%s contains a %s of “%s”; no permission is confirmed.",
                                s.name(t),
                                origin.how().label(),
                                origin.title()))));
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
                        "%s is a remix of a recording owned by %s; no permission is confirmed.",
                        s.name(track),
                        owner))
                : Optional.empty();
    }
}

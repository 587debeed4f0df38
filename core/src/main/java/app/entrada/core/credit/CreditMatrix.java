package app.entrada.core.credit;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Member;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.PartialDate;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import java.util.ArrayList;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;

/**
 * People down, tracks across: who did what on the recordings of a release.
 *
 * @param lines main artists first, then featured ones, then the others, each as they first appear
 * @param feet one a track, in running order
 */
public record CreditMatrix(List<CreditRow> lines, List<Foot> feet) {
    /**
     * Somebody.
     *
     * @param kind person, group or company, when known
     * @param members of a group, empty for others
     * @param cells by number of the track
     */
    public record CreditRow(
            String name, Optional<String> kind, List<Member> members, Map<Integer, CreditedRoles> cells) {}

    /**
     * Somebody on a track.
     *
     * @param roles may be empty for an artist of whom nothing further is said
     * @param as the name as credited there, when it is another
     */
    public record CreditedRoles(List<String> roles, Optional<String> as, boolean main, boolean featured) {}

    /**
     * What a track comes to.
     *
     * @param performers heard on it, members of groups counted singly
     * @param lacks what a performers' society still needs, in words
     */
    public record Foot(int track, int performers, List<String> lacks) {}

    /** @param people facts of those who are named, by name */
    public static CreditMatrix of(Release release, Map<String, Facts> people) {
        Map<String, Map<Integer, CreditedRoles>> cells = new LinkedHashMap<>();
        Set<String> mains = new LinkedHashSet<>();
        Set<String> featured = new LinkedHashSet<>();
        for (Track track : release.tracks()) {
            List<String> artists = names(release, track, Fields.TRACK_ARTISTS);
            List<String> guests = names(release, track, Fields.TRACK_FEATURED);
            mains.addAll(artists);
            featured.addAll(guests);
            Map<String, Credit> credits = new LinkedHashMap<>();
            for (Credit credit : credits(track)) credits.put(credit.name(), credit);
            Set<String> all = new LinkedHashSet<>(artists);
            all.addAll(guests);
            all.addAll(credits.keySet());
            for (String name : all) {
                Credit credit = credits.get(name);
                cells.computeIfAbsent(name, unseen -> new TreeMap<>())
                        .put(
                                track.number(),
                                new CreditedRoles(
                                        credit == null ? List.of() : credit.roles(),
                                        credit == null ? Optional.empty() : credit.as(),
                                        artists.contains(name),
                                        guests.contains(name)));
            }
        }
        Set<String> order = new LinkedHashSet<>(mains);
        order.addAll(featured);
        order.addAll(cells.keySet());
        List<CreditRow> lines = new ArrayList<>();
        for (String name : order) {
            Facts facts = people.getOrDefault(name, Facts.NONE);
            lines.add(new CreditRow(
                    name,
                    facts.get(Fields.PARTY_KIND),
                    facts.get(Fields.PARTY_MEMBERS).orElse(List.of()),
                    Collections.unmodifiableMap(cells.get(name))));
        }
        return new CreditMatrix(
                lines,
                release.tracks().stream()
                        .map(track -> foot(release, track, people))
                        .toList());
    }

    /** What is stored on the recording. */
    static List<Credit> credits(Track track) {
        return track.recording().facts().get(Fields.RECORDING_CREDITS).orElse(List.of());
    }

    private static List<String> names(Release release, Track track, Field<Names> field) {
        return release.holds(track, field).map(Names::list).orElse(List.of());
    }

    private static Foot foot(Release release, Track track, Map<String, Facts> people) {
        List<String> lacks = new ArrayList<>();
        Facts recording = track.recording().facts();
        if (recording
                .get(Fields.RECORDING_ISRC)
                .flatMap(written -> written.code())
                .isEmpty()) lacks.add("no ISRC");
        if (recording.get(Fields.RECORDING_RECORDED_ON).isEmpty()) lacks.add("no date of recording");
        if (recording.get(Fields.RECORDING_COUNTRY).isEmpty()) lacks.add("no country of recording");
        if (release.holds(track, Fields.RECORDING_P_LINE).isEmpty()) lacks.add("no owner of the recording");
        Set<String> performers = performers(track, people);
        if (performers.isEmpty()) lacks.add("no performer");
        for (String name : performers)
            if (people.getOrDefault(name, Facts.NONE)
                    .get(Fields.PARTY_LEGAL_NAME)
                    .isEmpty()) lacks.add(name + " has no legal name");
        return new Foot(track.number(), performers.size(), lacks);
    }

    /** Persons heard on a recording; a group stands for those who were its members in the year of the recording. */
    static Set<String> performers(Track track, Map<String, Facts> people) {
        Optional<PartialDate> on = track.recording().facts().get(Fields.RECORDING_RECORDED_ON);
        Set<String> heard = new LinkedHashSet<>();
        for (Credit credit : credits(track)) {
            if (credit.roles().stream().noneMatch(Roles::performs)) continue;
            List<Member> members = people.getOrDefault(credit.name(), Facts.NONE)
                    .get(Fields.PARTY_MEMBERS)
                    .orElse(List.of());
            if (members.isEmpty()) heard.add(credit.name());
            else
                members.stream()
                        .filter(member -> on.map(date -> member.in(date.year())).orElse(true))
                        .forEach(member -> heard.add(member.name()));
        }
        return heard;
    }
}

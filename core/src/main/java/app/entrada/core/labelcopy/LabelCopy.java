package app.entrada.core.labelcopy;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.RightShares;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.title.TitleStyle;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Collectors;

/**
 * What stands on a label copy, in words: the facts of the release, its running order, and what belongs to each track.
 *
 * @param facts of the release by the trade's name, only those that are given
 * @param tracks in running order
 * @param latin Latin forms of titles and names, for where there is no typeface with their letters
 */
public record LabelCopy(
        String title,
        String artists,
        Map<String, String> facts,
        List<LabelCopyLine> tracks,
        Map<String, String> latin) {
    private static final List<Field<?>> FACTS = List.of(
            Fields.RELEASE_LABEL,
            Fields.RELEASE_LABEL_CODE,
            Fields.RELEASE_CATALOGUE_NUMBER,
            Fields.RELEASE_BARCODE,
            Fields.RELEASE_KIND,
            Fields.RELEASE_DATE,
            Fields.RELEASE_ORIGINAL_DATE,
            Fields.RELEASE_GENRE,
            Fields.RELEASE_LANGUAGE,
            Fields.RELEASE_P_LINE,
            Fields.RELEASE_C_LINE,
            Fields.RELEASE_TERRITORIES,
            Fields.RELEASE_LICENCE,
            Fields.RELEASE_PRICE_TIER);

    /**
     * A track.
     *
     * @param place side and number: A1, 7
     * @param time m:ss, empty when it is not known
     * @param more what belongs to it, by name
     */
    public record LabelCopyLine(
            String place, String title, String artists, String time, String isrc, Map<String, String> more) {}

    /**
     * The label copy of a release.
     *
     * @param lengths of the masters by track id
     * @param people facts of those who are named, by name
     */
    public static LabelCopy of(Release release, Map<Long, PlayingTime> lengths, Map<String, Facts> people) {
        Map<String, String> facts = new LinkedHashMap<>();
        for (Field<?> field : FACTS) put(facts, field.name(), release.facts().display(field));
        List<LabelCopyLine> lines = new ArrayList<>();
        Map<String, Integer> onSide = new LinkedHashMap<>();
        String all =
                release.facts().get(Fields.RELEASE_ARTISTS).map(Names::sentence).orElse("");
        for (Track track : release.tracks()) {
            String side = track.facts().get(Fields.TRACK_SIDE).orElse("");
            int number = onSide.merge(side, 1, Integer::sum);
            PlayingTime time = lengths.getOrDefault(
                    track.id(),
                    track.recording().facts().get(Fields.RECORDING_GIVEN_TIME).orElse(null));
            String artists = release.artistsOf(track);
            lines.add(new LabelCopyLine(
                    side.isEmpty() ? String.valueOf(track.number()) : side + number,
                    new TitleStyle(true, TitleStyle.Versions.PARENTHESES).track(release, track),
                    artists.equals(all) ? "" : artists,
                    time == null ? "" : minutes(time),
                    text(track.recording().facts().display(Fields.RECORDING_ISRC)),
                    more(track)));
        }
        return new LabelCopy(TitleStyle.PLAIN.release(release), all, facts, lines, latin(release, people));
    }

    /** How titles and names are written in Latin letters, where a person said so; the longest first. */
    private static Map<String, String> latin(Release release, Map<String, Facts> people) {
        Map<String, String> forms = new TreeMap<>(
                Comparator.comparingInt(String::length).reversed().thenComparing(Comparator.naturalOrder()));
        form(forms, release.facts(), Fields.RELEASE_TITLE, Fields.RELEASE_LATIN_TITLE);
        for (Track track : release.tracks()) form(forms, track.facts(), Fields.TRACK_TITLE, Fields.TRACK_LATIN_TITLE);
        people.forEach((name, facts) -> facts.get(Fields.PARTY_LATIN_NAME).ifPresent(latin -> forms.put(name, latin)));
        return forms;
    }

    private static void form(Map<String, String> forms, Facts facts, Field<String> title, Field<String> latin) {
        facts.get(title).ifPresent(text -> facts.get(latin).ifPresent(form -> forms.put(text, form)));
    }

    private static String minutes(PlayingTime time) {
        long seconds = Math.round(time.seconds());
        return "%d:%02d".formatted(seconds / 60, seconds % 60);
    }

    private static Map<String, String> more(Track track) {
        Map<String, String> more = new LinkedHashMap<>();
        var work = track.recording().work().facts();
        put(
                more,
                "Written by",
                track.recording().work().writers().stream().map(LabelCopy::says).collect(Collectors.joining(", ")));
        put(
                more,
                "Published by",
                work.get(Fields.WORK_PUBLISHERS).orElse(List.of()).stream()
                        .map(LabelCopy::says)
                        .collect(Collectors.joining(", ")));
        put(more, "ISWC", work.display(Fields.WORK_ISWC));
        put(
                more,
                "Originals",
                work.get(Fields.WORK_ORIGINS).orElse(List.of()).stream()
                        .map(Origin::toString)
                        .collect(Collectors.joining("; ")));
        for (Credit credit :
                track.recording().facts().get(Fields.RECORDING_CREDITS).orElse(List.of()))
            for (String role : credit.roles())
                more.merge(upper(role), credit.credited(), (one, other) -> one + ", " + other);
        put(more, "Recorded", recorded(track));
        if (track.recording().facts().get(Fields.RECORDING_P_LINE).isPresent())
            put(more, "P-line", track.recording().facts().display(Fields.RECORDING_P_LINE));
        if (track.facts().get(Fields.TRACK_EXPLICIT).filter("explicit"::equals).isPresent())
            put(more, "Advisory", "explicit");
        return more;
    }

    private static String says(Writer writer) {
        return writer.name() + " (" + writer.role() + shares(writer.shares()) + ")";
    }

    private static String says(Publisher publisher) {
        return publisher.name() + " (" + publisher.role() + shares(publisher.shares()) + ")";
    }

    private static String shares(RightShares shares) {
        return shares.equals(RightShares.OPEN) ? "" : " " + shares;
    }

    private static String recorded(Track track) {
        var facts = track.recording().facts();
        return List.of(
                        text(facts.display(Fields.RECORDING_RECORDED_ON)),
                        text(facts.display(Fields.RECORDING_RECORDED_IN)),
                        text(facts.display(Fields.RECORDING_COUNTRY)))
                .stream()
                .filter(part -> !part.isEmpty())
                .collect(Collectors.joining(", "));
    }

    private static String upper(String role) {
        return role.substring(0, 1).toUpperCase(java.util.Locale.ROOT) + role.substring(1);
    }

    private static String text(String shown) {
        return shown == null ? "" : shown;
    }

    private static void put(Map<String, String> map, String name, String value) {
        if (value != null && !value.isEmpty()) map.put(name, value);
    }
}

package app.entrada.core.catalogue;

import app.entrada.core.check.Finding;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.ToLongFunction;
import org.jspecify.annotations.Nullable;

/**
 * A release or one of its tracks as a row: canonical texts by the key of their column.
 *
 * @param track number in the running order; 0 for the release itself
 * @param trackId 0 for the release itself, as the two that follow
 * @param master checksum of the sound, null when there is none
 * @param values what holds, its own or carried; a column without a value is absent
 * @param carried keys of those that hold because the release says so
 */
public record CatalogueRow(
        int track,
        long trackId,
        long recordingId,
        long workId,
        @Nullable String master,
        Map<String, String> values,
        List<String> carried) {
    /**
     * The release first, then its tracks.
     *
     * @param milliseconds length of a track's master, 0 when it was not measured
     * @param findings what the checks say of it
     * @param sentTo names of destinations that have it, or to which it is on its way
     */
    public static List<CatalogueRow> of(
            Release release, ToLongFunction<Track> milliseconds, Collection<Finding> findings, List<String> sentTo) {
        Map<Integer, String> weights = weights(findings);
        String year = release.facts()
                .get(Fields.RELEASE_DATE)
                .map(LocalDate::getYear)
                .map(String::valueOf)
                .orElse(null);
        String sent = sentTo.isEmpty() ? null : String.join("; ", sentTo);
        List<CatalogueRow> rows = new ArrayList<>();
        Map<String, String> own = facts(release.facts(), Entity.RELEASE);
        put(own, CatalogueSubject.RELEASE, release.name());
        put(own, CatalogueSubject.YEAR, year);
        put(own, CatalogueSubject.TRACKS, String.valueOf(release.tracks().size()));
        put(
                own,
                CatalogueSubject.TIME,
                time(release.tracks().stream().mapToLong(milliseconds).sum()));
        put(own, CatalogueSubject.FINDING, weights.get(ALL));
        put(own, CatalogueSubject.SENT, sent);
        rows.add(new CatalogueRow(0, 0, 0, 0, null, own, List.of()));
        for (Track track : release.tracks()) {
            Map<String, String> values = new LinkedHashMap<>();
            List<String> carried = new ArrayList<>();
            for (Entity entity : Entity.OF_A_TRACK) {
                Facts facts = release.factsOf(track, entity);
                for (Field<?> field : Fields.of(entity)) {
                    if (field.columns() == Field.ColumnSet.NONE) continue;
                    String given = facts.text(field);
                    String holds = given == null ? inherited(release, track, field) : given;
                    if (holds == null) continue;
                    values.put(field.key(), holds);
                    if (given == null) carried.add(field.key());
                }
            }
            long length = milliseconds.applyAsLong(track);
            put(
                    values,
                    CatalogueSubject.TIME,
                    length > 0 ? time(length) : track.recording().facts().text(Fields.RECORDING_GIVEN_TIME));
            put(values, CatalogueSubject.RELEASE, release.name());
            put(values, CatalogueSubject.YEAR, year);
            put(values, CatalogueSubject.FINDING, weights.get(track.number()));
            put(values, CatalogueSubject.SENT, sent);
            rows.add(new CatalogueRow(
                    track.number(),
                    track.id(),
                    track.recording().id(),
                    track.recording().work().id(),
                    track.master().map(Sha256::hex).orElse(null),
                    values,
                    carried));
        }
        return rows;
    }

    private static final int ALL = -1;

    /** The heaviest open finding by track, and of all. */
    private static Map<Integer, String> weights(Collection<Finding> findings) {
        Map<Integer, String> weights = new HashMap<>();
        findings.stream()
                .filter(finding -> finding.destinations().keySet().stream()
                        .anyMatch(destination -> finding.open(destination).isPresent()))
                .sorted(Comparator.comparing(Finding::weight))
                .forEach(finding -> {
                    String weight = finding.weight().name().toLowerCase(Locale.ROOT);
                    weights.put(finding.place().track(), weight);
                    weights.put(ALL, weight);
                });
        return weights;
    }

    private static Map<String, String> facts(Facts facts, Entity entity) {
        Map<String, String> values = new LinkedHashMap<>();
        for (Field<?> field : Fields.of(entity))
            if (field.columns() != Field.ColumnSet.NONE) {
                String text = facts.text(field);
                if (text != null) values.put(field.key(), text);
            }
        return values;
    }

    /** What the release says for its tracks; a work is called as its track until it says otherwise. */
    private static @Nullable String inherited(Release release, Track track, Field<?> field) {
        if (field == Fields.WORK_TITLE) return track.facts().text(Fields.TRACK_TITLE);
        return field.carriedFrom().map(release.facts()::text).orElse(null);
    }

    private static @Nullable String time(long milliseconds) {
        return milliseconds == 0 ? null : AudioFacts.time(milliseconds);
    }

    private static void put(Map<String, String> values, CatalogueColumn column, @Nullable String text) {
        if (text != null) values.put(column.key(), text);
    }
}

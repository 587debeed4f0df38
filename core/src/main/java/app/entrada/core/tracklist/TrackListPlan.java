package app.entrada.core.tracklist;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.names.NameFolding;
import app.entrada.core.release.Change;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.tracklist.TrackList.ReadTrack;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/**
 * A track list beside a release: which row is which track, and what it says otherwise. Nothing changes by it; a person
 * chooses columns and rows.
 *
 * @param rows in the order of the list
 */
public record TrackListPlan(List<PlanRow> rows) {
    /** A column that can be taken, and the fact that takes it. */
    public enum TrackListColumn {
        SIDE(Fields.TRACK_SIDE, row -> row.side()),
        TITLE(Fields.TRACK_TITLE, row -> Optional.of(row.title()).filter(title -> !title.isEmpty())),
        VERSION(Fields.TRACK_VERSION, ReadTrack::version),
        ARTISTS(Fields.TRACK_ARTISTS, row -> names(row.artists())),
        FEATURED(Fields.TRACK_FEATURED, row -> names(row.featured())),
        TIME(Fields.RECORDING_GIVEN_TIME, row -> row.length().map(PlayingTime::toString)),
        ISRC(Fields.RECORDING_ISRC, ReadTrack::isrc);

        private final Field<?> field;
        private final Function<ReadTrack, Optional<String>> read;

        TrackListColumn(Field<?> field, Function<ReadTrack, Optional<String>> read) {
            this.field = field;
            this.read = read;
        }

        /** The fact that takes it. */
        public Field<?> field() {
            return field;
        }

        private static Optional<String> names(List<String> names) {
            return names.isEmpty() ? Optional.empty() : Optional.of(new Names(names).toString());
        }

        /** Canonical text of what a row says, when it says anything. */
        public Optional<String> of(ReadTrack row) {
            return read.apply(row);
        }
    }

    /**
     * A cell of the comparison.
     *
     * @param before what holds for the track now, carried values too; null for nothing
     * @param after what the list says; null where it says nothing
     */
    public record PlannedValue(
            @Nullable String before, @Nullable String after) {
        /** Whether taking it would change something. */
        public boolean differs() {
            return after != null && !after.equals(before);
        }
    }

    /**
     * A row with its track.
     *
     * @param track empty: there is none yet, taking the row makes one
     * @param doubtful the place fits and the title does not: a person should look
     */
    public record PlanRow(
            ReadTrack row, Optional<Track> track, boolean doubtful, Map<TrackListColumn, PlannedValue> cells) {}

    /** Puts a list beside a release: by title where it is unmistakable, else by position, checked by title. */
    public static TrackListPlan of(TrackList list, Release release) {
        Track[] tracks = new Track[list.rows().size()];
        Set<Long> taken = new HashSet<>();
        for (int i = 0; i < tracks.length; i++) {
            ReadTrack row = list.rows().get(i);
            if (row.title().isEmpty()) continue;
            List<Track> same = release.tracks().stream()
                    .filter(track -> says(release, track)
                            .equals(NameFolding.fold(
                                    row.title() + " " + row.version().orElse(""))))
                    .toList();
            if (same.size() == 1 && taken.add(same.get(0).id())) tracks[i] = same.get(0);
        }
        for (int i = 0; i < tracks.length; i++) {
            if (tracks[i] != null) continue;
            Optional<Track> there = at(list.rows().get(i), i, release);
            if (there.isPresent() && taken.add(there.get().id())) tracks[i] = there.get();
        }
        List<PlanRow> rows = new ArrayList<>();
        for (int i = 0; i < tracks.length; i++) {
            ReadTrack row = list.rows().get(i);
            Track track = tracks[i];
            Map<TrackListColumn, PlannedValue> cells = new LinkedHashMap<>();
            for (TrackListColumn column : TrackListColumn.values())
                cells.put(
                        column,
                        new PlannedValue(
                                track == null ? null : release.text(track, column.field()),
                                column.of(row).orElse(null)));
            PlannedValue title = cells.get(TrackListColumn.TITLE);
            boolean doubtful = track != null
                    && title != null
                    && title.after() != null
                    && title.before() != null
                    && NameFolding.likeness(title.before(), title.after()) < ALIKE;
            rows.add(new PlanRow(row, Optional.ofNullable(track), doubtful, cells));
        }
        return new TrackListPlan(rows);
    }

    /** Titles less alike than this are probably two. */
    private static final double ALIKE = 0.6;

    private static String says(Release release, Track track) {
        return NameFolding.fold(release.holds(track, Fields.TRACK_TITLE).orElse("")
                + " "
                + release.holds(track, Fields.TRACK_VERSION).orElse(""));
    }

    /** The track at the row's place: on its side when sides are given, else by its number, else by its order. */
    private static Optional<Track> at(ReadTrack row, int index, Release release) {
        List<Track> there = release.tracks();
        if (row.side().isPresent()) {
            List<Track> side = there.stream()
                    .filter(track -> track.facts().get(Fields.TRACK_SIDE).equals(row.side()))
                    .toList();
            if (!side.isEmpty()) there = side;
            else return index < there.size() ? Optional.of(there.get(index)) : Optional.empty();
        }
        int position = row.position().orElse(index + 1) - 1;
        return position >= 0 && position < there.size() ? Optional.of(there.get(position)) : Optional.empty();
    }

    /** The changes that take these columns of a row for a track. */
    public static List<Change> changes(PlanRow row, Release release, Track track, Set<TrackListColumn> columns) {
        List<Change> changes = new ArrayList<>();
        for (TrackListColumn column : columns) {
            PlannedValue cell = row.cells().get(column);
            if (cell == null || !cell.differs()) continue;
            Field<?> field = column.field();
            String stored = release.factsOf(track, field.entity()).text(field);
            if (!Objects.equals(stored, cell.after()))
                changes.add(new Change(release.ref(track, field.entity()), field, stored, cell.after()));
        }
        return changes;
    }
}

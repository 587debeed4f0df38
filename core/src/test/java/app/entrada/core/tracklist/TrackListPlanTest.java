package app.entrada.core.tracklist;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import app.entrada.core.tracklist.TrackListPlan.PlanRow;
import app.entrada.core.tracklist.TrackListPlan.TrackListColumn;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("C9 A track list beside the release")
class TrackListPlanTest {
    /** Tracks of “side title”, one after the other; the second has a time and a code. */
    private static Release release(String... tracks) {
        List<Track> all = new ArrayList<>();
        for (String each : tracks) {
            int number = all.size() + 1;
            Facts facts = Facts.NONE.withText(Fields.TRACK_TITLE, each.substring(2));
            if (each.charAt(0) != '-') facts = facts.withText(Fields.TRACK_SIDE, each.substring(0, 1));
            Facts sound = number == 2 ? Facts.NONE.withText(Fields.RECORDING_ISRC, "XANW92600041") : Facts.NONE;
            all.add(new Track(
                    number, number, facts, new Recording(10L + number, sound, new Work(20L + number, Facts.NONE))));
        }
        return new Release(1, 0, Facts.NONE.withText(Fields.RELEASE_ARTISTS, "Mira Tollgate"), all);
    }

    private static List<PlanRow> plan(Release release, String text) {
        return TrackListPlan.of(TrackList.read(text), release).rows();
    }

    private static List<Integer> tracks(List<PlanRow> rows) {
        return rows.stream()
                .map(row -> row.track().map(Track::number).orElse(0))
                .toList();
    }

    @Test
    void titles_find_their_tracks_in_whatever_order_the_list_has_them() {
        List<PlanRow> rows = plan(
                release("- Almanac", "- Eelgrass", "- Saltings"),
                "1. Saltings 2:59\n2. ALMANAC 3:07\n3. Eelgrass 4:12");
        assertThat(tracks(rows)).containsExactly(3, 1, 2);
        assertThat(rows).noneMatch(PlanRow::doubtful);
    }

    @Test
    void what_has_no_such_title_goes_by_its_place_and_is_to_be_looked_at() {
        List<PlanRow> rows = plan(release("- Almanac", "- Untitled"), "1. Almanac 3:07\n2. Knot and Dunlin 3:40");
        assertThat(tracks(rows)).containsExactly(1, 2);
        assertThat(rows.get(0).doubtful()).isFalse();
        assertThat(rows.get(1).doubtful()).isTrue();
    }

    @Test
    void a_slip_of_a_letter_is_no_doubt() {
        List<PlanRow> rows = plan(release("- Almanac", "- Eelgrass"), "1. Almanack 3:07\n2. Eelgrass 4:12");
        assertThat(tracks(rows)).containsExactly(1, 2);
        assertThat(rows.get(0).doubtful()).isFalse();
    }

    @Test
    void places_are_counted_on_their_side() {
        List<PlanRow> rows = plan(
                release("A Almanac", "A Eelgrass", "B One", "B Two"),
                "A1 Almanac 3:07\nA2 Eelgrass 4:12\nB2 Glasswort 3:30");
        assertThat(tracks(rows)).containsExactly(1, 2, 4);
    }

    @Test
    void a_row_too_many_has_no_track_yet() {
        List<PlanRow> rows = plan(release("- Almanac"), "1. Almanac 3:07\n2. Eelgrass 4:12");
        assertThat(tracks(rows)).containsExactly(1, 0);
        assertThat(requireNonNull(rows.get(1).cells().get(TrackListColumn.TITLE))
                        .before())
                .isNull();
        assertThat(rows.get(1).cells().get(TrackListColumn.TITLE).after()).isEqualTo("Eelgrass");
    }

    @Test
    void only_chosen_columns_that_differ_become_changes() {
        Release release = release("- Almanac", "- Eelgrass");
        List<PlanRow> rows = plan(release, "1. Almanac 3:07\n2. Eelgrass (Live) 4:12");
        Track second = release.tracks().get(1);
        PlanRow row = rows.get(1);
        assertThat(TrackListPlan.changes(row, release, second, EnumSet.of(TrackListColumn.TITLE, TrackListColumn.TIME)))
                .containsExactly(
                        new Change(release.ref(second, Entity.RECORDING), Fields.RECORDING_GIVEN_TIME, null, "4:12"));
        assertThat(TrackListPlan.changes(row, release, second, EnumSet.of(TrackListColumn.VERSION)))
                .extracting(Change::after)
                .containsExactly("Live");
        // the list says nothing of a code, so the one that is there stays
        assertThat(TrackListPlan.changes(row, release, second, EnumSet.of(TrackListColumn.ISRC)))
                .isEmpty();
    }

    @Test
    void taking_everything_makes_the_release_say_what_the_list_says() {
        Release release = release("- Almanac", "- Eelgrass");
        String text = "1. Mira Tollgate – Almanac 3:07\n2. Petra Vann – Eelgrass 4:12";
        for (PlanRow row : plan(release, text))
            release = release.with(TrackListPlan.changes(
                    row, release, row.track().orElseThrow(), EnumSet.allOf(TrackListColumn.class)));
        assertThat(plan(release, text))
                .allSatisfy(row -> assertThat(row.cells().values()).noneMatch(TrackListPlan.PlannedValue::differs));
    }
}

package app.entrada.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Receivers;
import app.entrada.core.Samples;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.rules.Fix;
import app.entrada.core.check.rules.Place;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.context.ReleaseContext;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("K4 Safe fixes, looked at before they are done")
class SafeFixesTest {
    private static final List<Profile> USUAL = Receivers.usual();

    private static List<Finding> findings(ReleaseContext subject) {
        return Checker.check(subject, USUAL);
    }

    private static Set<String> mendable(ReleaseContext subject) {
        return findings(subject).stream()
                .filter(finding -> finding.fix()
                        .filter(fix -> !(fix instanceof Fix.Picture))
                        .isPresent())
                .map(Finding::id)
                .collect(Collectors.toSet());
    }

    private static SafeFixes plan(ReleaseContext subject, Set<String> wanted) {
        return SafeFixes.plan(subject, USUAL, findings(subject), wanted);
    }

    private static ReleaseContext after(ReleaseContext subject, SafeFixes plan) {
        return subject.with(subject.release().with(plan.changes()));
    }

    @Test
    void a_featured_artist_goes_from_the_title_to_the_credits_in_one_step() {
        ReleaseContext subject = Samples.single()
                .with("track.title", "Slack Water (feat. Petra Vann)")
                .subject();
        SafeFixes plan = plan(subject, mendable(subject));
        assertThat(plan.changes()).extracting(Change::field).contains(Fields.TRACK_TITLE, Fields.TRACK_FEATURED);
        assertThat(after(subject, plan).release().tracks().get(0).facts().text(Fields.TRACK_TITLE))
                .isEqualTo("Slack Water");
        assertThat(after(subject, plan).release().tracks().get(0).facts().text(Fields.TRACK_FEATURED))
                .isEqualTo("Petra Vann");
    }

    /** What a fix leaves behind is mended with it, and the change says what stood there in the beginning. */
    @Test
    void fixes_that_follow_from_fixes_are_one_change_a_fact() {
        ReleaseContext subject = Samples.single()
                .with("track.title", "  slack  water  (feat. Petra Vann) ")
                .subject();
        SafeFixes plan = plan(subject, mendable(subject));
        List<Change> ofTitle = plan.changes().stream()
                .filter(change -> change.field() == Fields.TRACK_TITLE)
                .toList();
        assertThat(ofTitle).hasSize(1);
        assertThat(ofTitle.get(0).before())
                .isEqualTo(subject.release().tracks().get(0).facts().text(Fields.TRACK_TITLE));
    }

    @Test
    void a_finding_that_is_said_to_end_ends() {
        ReleaseContext subject = Samples.single()
                .with("track.title", "SLACK WATER (feat. Petra Vann)")
                .with("release.title", "Slack  Water")
                .subject();
        SafeFixes plan = plan(subject, mendable(subject));
        assertThat(plan.ended()).isNotEmpty();
        assertThat(findings(after(subject, plan))).extracting(Finding::id).doesNotContainAnyElementsOf(plan.ended());
    }

    @Test
    void only_what_is_wanted_is_changed() {
        ReleaseContext subject = Samples.single()
                .with("track.title", "Slack Water (feat. Petra Vann)")
                .with("release.barcode", null)
                .subject();
        assertThat(plan(subject, Set.of())).isEqualTo(new SafeFixes(List.of(), List.of(), List.of()));
    }

    /** The next code is the Code Book's to give: the plan only says where one is wanted. */
    @Test
    void missing_codes_are_wanted_in_their_places_and_nothing_is_written_there() {
        ReleaseContext subject = Samples.single()
                .with("recording.isrc", null)
                .with("release.barcode", null)
                .subject();
        SafeFixes plan = plan(subject, mendable(subject));
        assertThat(plan.codes())
                .extracting(Place::field)
                .containsExactlyInAnyOrder(Fields.RECORDING_ISRC, Fields.RELEASE_BARCODE);
        assertThat(plan.changes()).isEmpty();
        assertThat(plan.ended()).isNotEmpty();
    }
}

package app.entrada.core.credit;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Samples;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("C5 Who did what on which track")
class CreditsTest {
    private static final Map<String, Facts> PEOPLE = Map.of(
            "The Paper Ferrymen",
            Facts.read(Map.of(
                    "party.kind", "group",
                    "party.members", "Joss Amberley: 2014–; Ines Quillon: 2014–; Wanda Sleet: 2014–2019")),
            "Joss Amberley",
            Facts.read(Map.of("party.legalName", "Jocelyn Amberley")));

    @Test
    void a_group_stands_for_its_members_in_the_year_of_the_recording() {
        Release release = Samples.single()
                .with("recording.credits", "The Paper Ferrymen: ensemble; Hanna Veil: mastering")
                .with("recording.recordedOn", "2026-06")
                .release();
        assertThat(CreditMatrix.performers(release.tracks().get(0), PEOPLE))
                .containsExactly("Joss Amberley", "Ines Quillon");
        CreditMatrix.Foot foot = CreditMatrix.of(release, PEOPLE).feet().get(0);
        assertThat(foot.performers()).isEqualTo(2);
        assertThat(foot.lacks()).containsExactly("no country of recording", "Ines Quillon has no legal name");
    }

    @Test
    void main_artists_come_first_and_the_featured_are_marked() {
        Release release = Samples.single()
                .with("recording.credits", "Hanna Veil: mastering; The Paper Ferrymen: ensemble")
                .with("track.featured", "Mira Tollgate")
                .release();
        CreditMatrix matrix = CreditMatrix.of(release, PEOPLE);
        assertThat(matrix.lines())
                .extracting(CreditMatrix.CreditRow::name)
                .containsExactly("The Paper Ferrymen", "Mira Tollgate", "Hanna Veil");
        assertThat(requireNonNull(matrix.lines().get(1).cells().get(1)).featured())
                .isTrue();
    }

    @Test
    void a_credit_is_set_changed_and_taken_away_and_the_others_keep_their_order() {
        Release release = Samples.single()
                .with("recording.credits", "Joss Amberley: vocals; Hanna Veil: mastering")
                .release();
        List<Change> more = CreditEdits.set(release, "Joss Amberley", Set.of(1), "vocals, guitar as J. A.");
        assertThat(more)
                .singleElement()
                .satisfies(change -> assertThat(change.after())
                        .isEqualTo("Joss Amberley: vocals, guitar as J. A.; Hanna Veil: mastering"));
        assertThat(CreditEdits.set(release, "Joss Amberley", Set.of(1), "")
                        .get(0)
                        .after())
                .isEqualTo("Hanna Veil: mastering");
        assertThat(CreditEdits.set(release, "Joss Amberley", Set.of(1), "vocals"))
                .isEmpty();
        assertThat(CreditEdits.feature(release, "Mira Tollgate", Set.of(1), true)
                        .get(0)
                        .after())
                .isEqualTo("Mira Tollgate");
    }

    @Test
    void roles_of_one_name_come_together() {
        assertThat(ValueTypes.CREDITS.format(ValueTypes.CREDITS.parse("Petra Vann: piano; Petra Vann: organ, piano")))
                .isEqualTo("Petra Vann: piano, organ");
    }
}

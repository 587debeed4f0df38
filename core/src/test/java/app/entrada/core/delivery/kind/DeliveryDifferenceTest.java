package app.entrada.core.delivery.kind;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Samples;
import app.entrada.core.check.profile.DestinationPattern;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.text.Sha256;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("S8 What a destination would be told now that it was not told then")
class DeliveryDifferenceTest {
    private static final Map<String, String> THEN =
            DeliveryDifference.facts(out(Samples.single(), "lumenfold").subject());
    private static final Set<Sha256> HAD = Set.of(Sent.SUM);

    private static Outgoing out(Samples release, String destination) {
        return Sent.of(release.release(), destination).out();
    }

    private static List<String> differences(Outgoing now) {
        return DeliveryDifference.of(now, List.of(), THEN, HAD).stream()
                .map(Object::toString)
                .toList();
    }

    @Test
    void nothing_is_different_while_nothing_was_changed() {
        assertThat(differences(out(Samples.single(), "lumenfold"))).isEmpty();
    }

    @Test
    void a_changed_fact_is_told_with_what_stood_there() {
        assertThat(differences(out(Samples.single().with("track.title", "Slack Waters"), "lumenfold")))
                .containsExactly("Title of track 1: Slack Water → Slack Waters");
        assertThat(differences(out(Samples.single().with("release.cLine", null), "lumenfold")))
                .containsExactly("C-line: 2027 Ninth Weir Records → empty");
        // without a label of its own it is the house's: the store hears the same name
        assertThat(differences(out(Samples.single().with("release.label", null), "lumenfold")))
                .isEmpty();
    }

    /** A store has no use for the writer's society; the society has no use for a price. */
    @ParameterizedTest
    @CsvSource({
        "recording.tempo, 120, lumenfold, false",
        "recording.tempo, 120, aldermoor, true",
        "release.genre, Folk, lumenfold, true",
        "release.genre, Folk, ostra, false",
        "work.writers, Joss Amberley: CA 100/100, ostra, true",
    })
    void a_fact_counts_only_where_the_destination_is_told_it(
            String fact, String value, String destination, boolean counts) {
        assertThat(differences(out(Samples.single().with(fact, value), destination))
                        .isEmpty())
                .isEqualTo(!counts);
    }

    @Test
    void other_outlets_are_told_to_their_distributor_in_its_own_part() {
        Profile quay = DestinationPattern.byId("distributor")
                .begin(
                        "quay",
                        "Quay",
                        LocalDate.of(2026, 12, 1),
                        Map.of("outlets", List.of("Tidebox", "Lantern", "Osier Row")));
        Samples chosen = Samples.single().with("release.outlets", "harbour: Gate; quay: Lantern, Tidebox");
        assertThat(differences(Sent.of(chosen.release(), quay).out()))
                .containsExactly("Outlets: all → Lantern, Tidebox");
        // all of them by name are all of them
        Samples all = Samples.single().with("release.outlets", "quay: Tidebox, Lantern, Osier Row");
        assertThat(differences(Sent.of(all.release(), quay).out())).isEmpty();
        assertThat(differences(out(chosen, "lumenfold"))).isEmpty();
    }

    @Test
    void a_person_s_legal_name_is_a_correction_for_the_society_only() {
        Sent society = Sent.of(Samples.single().release(), "ostra").legal("Joss Amberley", "Josephine Amberley");
        assertThat(differences(society.out()))
                .singleElement()
                .asString()
                .isEqualTo("Legal name of Joss Amberley: empty → Josephine Amberley");
        Sent store = Sent.of(Samples.single().release(), "lumenfold").legal("Joss Amberley", "Josephine Amberley");
        assertThat(differences(store.out())).isEmpty();
    }

    @Test
    void a_fact_that_only_the_files_carry_counts_through_their_recipe() {
        Outgoing now = out(Samples.single().with("recording.key", "A minor"), "lumenfold");
        assertThat(differences(now)).isEmpty();
        assertThat(DeliveryDifference.of(now, List.of(Recipe.byId("store-flac")), THEN, HAD))
                .singleElement()
                .asString()
                .isEqualTo("Key of track 1: empty → A minor");
    }

    @Test
    void a_new_master_counts_when_the_destination_has_not_its_file() {
        Outgoing now = out(Samples.single().with("recording.master", "e".repeat(64)), "lumenfold");
        assertThat(DeliveryDifference.of(now, List.of(), THEN, HAD)).isEmpty();
        assertThat(DeliveryDifference.of(now, List.of(), THEN, Set.of()))
                .singleElement()
                .satisfies(each -> assertThat(each.where()).isEqualTo("Master of track 1"));
    }

    @Test
    void changed_and_changed_back_is_no_change() {
        Outgoing back = out(Samples.single().with("release.genre", "Folk").with("release.genre", "Rock"), "lumenfold");
        assertThat(differences(back)).isEmpty();
    }
}

package app.entrada.core.release;

import static java.util.Objects.requireNonNull;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.text.MalformedValue;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("What is stored can be read again, and what cannot is never lost")
class FactsTest {
    private static final Ref WORK = new Ref(Entity.WORK, 1);

    @Test
    void a_text_that_cannot_be_read_stands_aside_and_fails_nothing_else() {
        Facts facts = Facts.stored(
                Map.of(Fields.RELEASE_DATE, "the spring of that year", Fields.RELEASE_TITLE, "Slack Water"));
        assertThat(facts.get(Fields.RELEASE_TITLE)).contains("Slack Water");
        assertThat(facts.get(Fields.RELEASE_DATE)).isEmpty();
        assertThat(facts.text(Fields.RELEASE_DATE)).isEqualTo("the spring of that year");
        assertThat(requireNonNull(facts.unreadable().get(Fields.RELEASE_DATE)).why())
                .contains("is not a valid date");
        assertThat(facts.withText(Fields.RELEASE_DATE, "2027-02-12").unreadable())
                .isEmpty();
    }

    @Test
    void a_name_longer_than_a_name_may_be_is_refused_wherever_it_stands() {
        String endless = "x".repeat(2001);
        for (String typed : List.of(endless + ": CA 50/50", "Ines Quillon: CA 50/50 via " + endless))
            assertThatThrownBy(() -> new Change(WORK, Fields.WORK_WRITERS, null, typed))
                    .isInstanceOf(MalformedValue.class)
                    .hasMessageContaining("2,001 characters");
        assertThatThrownBy(() -> new Change(new Ref(Entity.PARTY, 1), Fields.PARTY_NAME, null, endless))
                .isInstanceOf(MalformedValue.class);
        // many names are longer together than one may be
        String many = "Ines Quillon; ".repeat(1) + "y".repeat(1990) + "; " + "z".repeat(1990);
        assertThat(new Change(new Ref(Entity.RELEASE, 1), Fields.RELEASE_ARTISTS, null, many).after())
                .hasSizeGreaterThan(2000);
    }

    @Test
    void facts_are_equal_when_they_say_the_same_however_they_were_typed_and_whoever_watches() {
        Facts typed = Facts.NONE
                .withText(Fields.RECORDING_ISRC, "xa-nw9-26-00001")
                .withText(Fields.RECORDING_MOODS, "calm; bright");
        Facts stored =
                Facts.stored(Map.of(Fields.RECORDING_ISRC, "XANW92600001", Fields.RECORDING_MOODS, "calm; bright"));
        assertThat(typed).isEqualTo(stored).hasSameHashCodeAs(stored).isEqualTo(stored.watched(looked -> {}));
        assertThat(typed).isNotEqualTo(typed.withText(Fields.RECORDING_MOODS, "calm"));
        Work work = new Work(3, typed);
        assertThat(new Recording(2, typed, work)).isEqualTo(new Recording(2, stored, new Work(3, stored)));
        assertThat(Facts.stored(Map.of(Fields.RELEASE_DATE, "some day"))).isNotEqualTo(Facts.NONE);
    }

    @Test
    void a_work_is_called_as_it_says_itself_else_as_its_track() {
        Facts called = Facts.NONE.withText(Fields.TRACK_TITLE, "Slack Water");
        Recording untitled = new Recording(2, Facts.NONE, new Work(3, Facts.NONE));
        Recording titled =
                new Recording(2, Facts.NONE, new Work(3, Facts.NONE.withText(Fields.WORK_TITLE, "Stauwasser")));
        assertThat(new Track(1, 1, called, untitled).workTitle()).contains("Slack Water");
        assertThat(new Track(1, 1, called, titled).workTitle()).contains("Stauwasser");
        assertThat(new Track(1, 1, Facts.NONE, untitled).workTitle()).isEmpty();
    }

    @Test
    void a_name_that_would_be_read_as_two_is_noticed() {
        Facts harmless = Facts.NONE.withEntries(
                Fields.WORK_WRITERS,
                List.of(new PeopleType.PersonEntry("Hanna Veil", "CA 50.00/50.00", "Low Lock Music")));
        assertThat(harmless.changedByWriting()).isEmpty();
        Facts broken = Facts.NONE.withEntries(
                Fields.WORK_WRITERS, List.of(new PeopleType.PersonEntry("Hanna Veil", "CA 50.00/50.00", "Low: Lock")));
        assertThat(broken.changedByWriting()).contains(Fields.WORK_WRITERS);
    }

    @Test
    void who_asks_for_what_cannot_be_read_is_told_when_that_becomes_different() {
        java.util.Set<Object> looked = new java.util.HashSet<>();
        Facts whole = Facts.stored(Map.of(Fields.RELEASE_TITLE, "Slack Water")).watched(looked::add);
        whole.unreadable();
        Facts damaged = Facts.stored(
                Map.of(Fields.RELEASE_DATE, "the spring of that year", Fields.RELEASE_TITLE, "Slack Water"));
        assertThat(whole.differences(damaged)).containsAll(looked).contains(Fields.RELEASE_DATE);
        assertThat(damaged.differences(whole)).containsAll(looked);
        // an edit of something else makes nobody look again
        assertThat(whole.differences(whole.withText(Fields.RELEASE_TITLE, "Low Water")))
                .containsExactly(Fields.RELEASE_TITLE);
    }

    @Test
    void half_a_character_is_refused() {
        assertThatThrownBy(
                        () -> new Change(new Ref(Entity.RELEASE, 1), Fields.RELEASE_TITLE, null, "Slack \ud83d Water"))
                .isInstanceOf(MalformedValue.class)
                .hasMessageContaining("a broken character");
        assertThat(new Change(new Ref(Entity.RELEASE, 1), Fields.RELEASE_TITLE, null, "\ud83c\udf0a").after())
                .isEqualTo("\ud83c\udf0a");
    }
}

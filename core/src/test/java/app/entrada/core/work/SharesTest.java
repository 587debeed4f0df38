package app.entrada.core.work;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.RightShares;
import app.entrada.core.field.value.Share;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.field.value.Writer;
import app.entrada.core.release.Release;
import app.entrada.core.text.MalformedValue;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("C6, C7 Shares are exact and total 100.00")
class SharesTest {
    private static Shares of(String writers, String publishers) {
        return Shares.of(
                ValueTypes.WRITERS.parse(writers),
                publishers.isEmpty() ? List.of() : ValueTypes.PUBLISHERS.parse(publishers));
    }

    @Test
    @DisplayName("Names that look like the list's own grammar are names, when each part is given by itself")
    void parts_given_by_themselves_are_not_read_as_a_list() {
        List<PeopleType.PersonEntry> given = List.of(
                PeopleType.PersonEntry.withShares("Weir: Live", "CA", "25", "50", "Low Lock via Mill"),
                PeopleType.PersonEntry.withShares("Live via Saltings", "A", "25,5", "", null),
                PeopleType.PersonEntry.withShares(" Joss Amberley ", "", " ", null, ""));
        List<Writer> writers = ValueTypes.WRITERS.of(given);
        assertThat(writers)
                .extracting(Writer::name)
                .containsExactly("Weir: Live", "Live via Saltings", "Joss Amberley");
        assertThat(writers.get(0).publisher()).contains("Low Lock via Mill");
        assertThat(writers.get(0).shares()).hasToString("25.00/50.00");
        assertThat(writers.get(1).shares()).hasToString("25.50/");
        assertThat(writers.get(2).role()).isEqualTo(Writer.Role.CA);
        assertThat(writers.get(2).shares()).isEqualTo(RightShares.OPEN);
        assertThat(ValueTypes.WRITERS.parse(ValueTypes.WRITERS.textOf(given))).isEqualTo(writers);
    }

    @ParameterizedTest
    @CsvSource({
        "Joss Amberley, CA, 4/5, 50, 4/5/50",
        "Joss Amberley, XX, 40, 50, XX",
        "Joss; Ines, CA, 40, 50, semicolon",
        "'', CA, 40, 50, ''"
    })
    void parts_that_are_none_are_refused(String name, String role, String performing, String mechanical, String told) {
        assertThatThrownBy(() -> ValueTypes.WRITERS.textOf(
                        List.of(PeopleType.PersonEntry.withShares(name, role, performing, mechanical, null))))
                .isInstanceOf(MalformedValue.class)
                .hasMessageContaining(told);
    }

    @Test
    void writers_and_publishers_together_close_at_one_hundred() {
        Shares shares = of("Mira Tollgate: CA 50/50 via Low Lock Music", "Low Lock Music: E 50/50");
        assertThat(shares.performing().closes()).isTrue();
        assertThat(shares.mechanical()).hasToString("100.00");
        assertThat(shares.problems()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "Mira Tollgate: CA 33.33; Joss Amberley: C 33.33; Ines Quillon: A 33.33, 0.01",
        "Mira Tollgate: CA 60; Joss Amberley: C 40.5, -0.50"
    })
    void what_is_left_is_a_number(String writers, String left) {
        Shares shares = of(writers, "");
        assertThat(shares.performing().left()).isEqualTo(left);
        assertThat(shares.problems()).hasSize(2).allMatch(problem -> problem.contains("not 100.00"));
    }

    @Test
    void publishers_hold_at_most_half_of_the_performing_right() {
        Shares shares = of("Mira Tollgate: CA 40/0 via Low Lock Music", "Low Lock Music: E 60/100");
        assertThat(shares.problems())
                .singleElement()
                .asString()
                .contains("60.00")
                .contains("at most 50.00");
    }

    @Test
    void a_publisher_nobody_lists_is_missed() {
        assertThat(of("Mira Tollgate: CA 100 via Low Lock Music", "").problems())
                .anyMatch(problem -> problem.contains("Low Lock Music"));
    }

    @ParameterizedTest
    @ValueSource(ints = {1, 2, 3, 6, 7, 11, 13, 64})
    void equal_parts_total_exactly_the_whole_and_differ_by_a_hundredth_at_most(int writers) {
        List<Share> parts = Share.equal(Share.WHOLE, writers);
        assertThat(parts.stream().mapToInt(Share::hundredths).sum()).isEqualTo(10_000);
        assertThat(parts.get(0).hundredths() - parts.get(writers - 1).hundredths())
                .isBetween(0, 1);
    }

    @Test
    void three_writers_of_whom_one_is_published() {
        // 33.34, 33.33, 33.33; the first leaves half of the part, 16.67, to the publisher
        Shares.Divided divided = Shares.Divided.equally(
                ValueTypes.WRITERS.parse("Mira Tollgate: CA via Low Lock Music; Joss Amberley: C; Ines Quillon: A"),
                List.of());
        assertThat(ValueTypes.WRITERS.format(divided.writers()))
                .isEqualTo("Mira Tollgate: CA 16.67/16.67 via Low Lock Music; Joss Amberley: C 33.33/33.33;"
                        + " Ines Quillon: A 33.33/33.33");
        assertThat(divided.publishers()).extracting(Publisher::name).containsExactly("Low Lock Music");
        assertThat(Shares.of(divided.writers(), divided.publishers()).problems())
                .isEmpty();
    }

    @ParameterizedTest
    @CsvSource({
        "Mira Tollgate, Mira Tollgate: CA",
        "Mira Tollgate: c 50, Mira Tollgate: C 50.00/50.00",
        "'Mira Tollgate: A 33,33/0', Mira Tollgate: A 33.33/0.00",
        "Mira Tollgate: CA /50, Mira Tollgate: CA /50.00",
        "Mira Tollgate: C; Mira Tollgate: A, Mira Tollgate: CA",
        "'Kestrel & Loam: CA 100 % via Low Lock Music', Kestrel & Loam: CA 100.00/100.00 via Low Lock Music"
    })
    void a_writer_is_read_as_people_type_it(String typed, String canonical) {
        List<Writer> read = ValueTypes.WRITERS.parse(typed);
        assertThat(ValueTypes.WRITERS.format(read)).isEqualTo(canonical);
        assertThat(ValueTypes.WRITERS.parse(canonical)).isEqualTo(read);
    }

    @Test
    void one_party_licenses_both_sides_or_the_reasons_say_who_else() {
        Release ours = Samples.single()
                .with("work.writers", "Joss Amberley: CA via Low Lock Music")
                .with("release.pLine", "2026 Ninth Weir Records")
                .release();
        assertThat(OneStop.of(ours, ours.tracks().get(0), "Ninth Weir Records", "Low Lock Music")
                        .yes())
                .isTrue();
        Release shared = Samples.single()
                .with("work.writers", "Joss Amberley: CA via Low Lock Music; Ines Quillon: C")
                .with("work.origins", "sample: Weir Song / trad.")
                .release();
        OneStop verdict = OneStop.of(shared, shared.tracks().get(0), "Ninth Weir Records", "Low Lock Music");
        assertThat(verdict.yes()).isFalse();
        assertThat(verdict.reasons())
                .anyMatch(reason -> reason.contains("Ines Quillon has no publisher"))
                .anyMatch(reason -> reason.contains("sample of “Weir Song”"))
                .as("what is in order stands not among the reasons against it")
                .noneMatch(reason -> reason.contains("owned by Ninth Weir Records"));
        Release published = Samples.single()
                .with("work.writers", "Joss Amberley: CA 50/50")
                .with("work.publishers", "Low Lock Music: E 50/50")
                .release();
        assertThat(OneStop.of(published, published.tracks().get(0), "Ninth Weir Records", "Low Lock Music")
                        .yes())
                .as("the work's only publisher publishes its writer")
                .isTrue();
    }

    @Test
    void where_nobody_is_named_that_is_the_reason() {
        Release nobody = Samples.single()
                .with("work.writers", "")
                .with("release.pLine", "")
                .release();
        assertThat(OneStop.of(nobody, nobody.tracks().get(0), "Ninth Weir Records", "Low Lock Music")
                        .reasons())
                .contains("The owner of the master is not named (P-line)", "No writer is named");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Mira Tollgate: CA 25.00/25.00 | composer and author, 25 %",
                "Mira Tollgate: A 33.33/50.00 | author, performing 33.33 %, mechanical 50 %",
                "Mira Tollgate: C /12.50 | composer, mechanical 12.5 %",
                "Mira Tollgate: AR via Low Lock Music | arranger"
            })
    void what_somebody_has_of_a_work_is_said_in_words(String written, String said) {
        assertThat(said(ValueTypes.WRITERS, written)).isEqualTo(said);
    }

    @Test
    void what_a_publisher_and_a_participant_have_is_said_in_words() {
        assertThat(said(ValueTypes.PUBLISHERS, "Low Lock Music: E 50.00/50.00")).isEqualTo("original publisher, 50 %");
        assertThat(said(ValueTypes.PARTICIPANTS, "Ninth Weir Records: label 40"))
                .isEqualTo("label, 40 %");
        assertThat(said(ValueTypes.PARTICIPANTS, "Ninth Weir Records")).isEmpty();
        assertThat(said(ValueTypes.CREDITS, "Mira Tollgate: guitar, vocals")).isEqualTo("guitar, vocals");
    }

    private static String said(PeopleType<?> type, String written) {
        return type.said(type.entriesIn(written).get(0));
    }
}

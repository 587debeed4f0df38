package app.entrada.core.field;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.field.value.Territories;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.text.MalformedValue;
import java.time.LocalDate;
import java.util.Map;
import java.util.stream.Stream;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;
import org.junit.jupiter.params.provider.ValueSource;

class FieldsTest {
    static Stream<Field<?>> all() {
        return Fields.all().stream();
    }

    @ParameterizedTest
    @MethodSource("all")
    void every_fact_says_what_it_is_and_what_to_type(Field<?> field) {
        assertThat(field.name()).isNotBlank();
        assertThat(field.help()).isNotBlank();
        assertThat(Fields.byId(field.id())).isSameAs(field);
        field.carriedFrom().ifPresent(from -> assertThat(from.entity()).isEqualTo(Entity.RELEASE));
    }

    @Test
    void a_track_s_facts_have_different_keys_whatever_they_belong_to() {
        // documents and sheet cells name them by key alone
        var keys = Fields.all().stream()
                .filter(field -> field.entity() == Entity.TRACK
                        || field.entity() == Entity.RECORDING
                        || field.entity() == Entity.WORK)
                .map(Field::key)
                .toList();
        assertThat(keys).doesNotHaveDuplicates();
    }

    @ParameterizedTest
    @CsvSource({"2027-02-12", "12.2.2027", "12 Feb 2027", "12 february 2027"})
    void a_day_is_read_in_several_ways(String typed) {
        assertThat(ValueTypes.DATE.parse(typed)).isEqualTo(LocalDate.of(2027, 2, 12));
    }

    @ParameterizedTest
    @CsvSource({"2027-02-30", "soon", "31.2.2027", "2027"})
    void what_is_no_day_is_refused_with_the_right_form(String typed) {
        assertThatThrownBy(() -> ValueTypes.DATE.parse(typed))
                .isInstanceOf(MalformedValue.class)
                .hasMessageContaining("2027-02-12");
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "quay: Lantern, Tidebox | quay: Lantern, Tidebox",
                " quay:Lantern ,Lantern;; harbour : Osier Row; | quay: Lantern; harbour: Osier Row",
            })
    void outlets_are_read_by_their_distributor(String typed, String kept) {
        assertThat(Fields.RELEASE_OUTLETS.type().parse(typed)).hasToString(kept);
    }

    @ParameterizedTest
    @ValueSource(strings = {"Lantern", "quay:", ": Lantern", "quay: A; quay: B", ";", "quay: a:b"})
    void outlets_without_a_distributor_or_without_a_name_are_none(String typed) {
        assertThatThrownBy(() -> Fields.RELEASE_OUTLETS.type().parse(typed)).isInstanceOf(MalformedValue.class);
    }

    @ParameterizedTest
    @CsvSource({"en, en", "Greek, el", "none, zxx", "JA, ja", "zxx, zxx"})
    void a_language_is_read_by_code_or_name(String typed, String code) {
        assertThat(ValueTypes.LANGUAGE.parse(typed)).isEqualTo(code);
    }

    @ParameterizedTest
    @CsvSource({"worldwide, worldwide", "Worldwide except US ca, worldwide except CA US", "'de, at ch', AT CH DE"})
    void territories_are_countries_or_the_world(String typed, String canonical) {
        assertThat(Territories.parse(typed)).hasToString(canonical);
    }

    @Test
    void a_country_that_does_not_exist_is_refused() {
        assertThatThrownBy(() -> Territories.parse("XA")).hasMessageContaining("ISO 3166-1");
    }

    @Test
    void names_keep_their_order_and_an_ampersand_within() {
        Names names = Names.parse("Kestrel & Loam; Mira Tollgate ;Kestrel & Loam");
        assertThat(names.list()).containsExactly("Kestrel & Loam", "Mira Tollgate");
        assertThat(Names.of("A", "B", "C").sentence()).isEqualTo("A, B & C");
    }

    @Test
    void a_rights_line_has_a_year_and_an_owner() {
        assertThat(RightsLine.parse("℗ 2026 Ninth Weir Records")).isEqualTo(new RightsLine(2026, "Ninth Weir Records"));
        assertThatThrownBy(() -> RightsLine.parse("Ninth Weir Records"))
                .hasMessageContaining("2026 Ninth Weir Records");
    }

    @Test
    void a_wrong_code_is_kept_as_typed_in_a_draft() {
        Facts facts = Facts.read(Map.of("recording.isrc", "XANW9-26-41"));
        assertThat(facts.text(Fields.RECORDING_ISRC)).isEqualTo("XANW9-26-41");
        assertThat(facts.get(Fields.RECORDING_ISRC).orElseThrow().code()).isEmpty();
        assertThat(Facts.read(Map.of("recording.isrc", "xa-nw9-26-00041")).text(Fields.RECORDING_ISRC))
                .isEqualTo("XANW92600041");
    }

    @Test
    void a_choice_is_known_by_its_beginning() {
        assertThat(Fields.TRACK_EXPLICIT.type().parse("e")).isEqualTo("explicit");
        assertThat(Fields.RELEASE_KIND.type().parse("ep")).isEqualTo("EP");
        assertThatThrownBy(() -> Fields.RELEASE_KIND.type().parse("opera")).hasMessageContaining("single, EP, album");
    }

    @Test
    void a_change_stores_the_canonical_text_and_its_inverse_takes_it_back() {
        Change change = new Change(new Ref(Entity.RELEASE, 1), Fields.RELEASE_DATE, "", "12 Feb 2027");
        assertThat(change.after()).isEqualTo("2027-02-12");
        assertThat(change.before()).isNull();
        assertThat(change.inverse())
                .isEqualTo(new Change(new Ref(Entity.RELEASE, 1), Fields.RELEASE_DATE, "2027-02-12", null));
        assertThat(change.inverse().inverse()).isEqualTo(change);
    }

    @Test
    void a_fact_of_a_track_cannot_be_written_to_a_release() {
        assertThatThrownBy(() -> new Change(new Ref(Entity.RELEASE, 1), Fields.TRACK_TITLE, null, "Almanac"))
                .isInstanceOf(MalformedValue.class);
    }

    @Test
    void control_characters_are_dropped_and_endless_text_is_refused() {
        assertThat(ValueTypes.TEXT.parse(" Alma\u0000nac\u0007 ")).isEqualTo("Almanac");
        assertThatThrownBy(() -> ValueTypes.TEXT.parse("a".repeat(2001))).hasMessageContaining("2,000");
    }
}

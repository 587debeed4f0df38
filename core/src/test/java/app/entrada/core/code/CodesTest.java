package app.entrada.core.code;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.util.OptionalInt;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("C8 Codes are read as people type them and checked by their standards")
class CodesTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "XANW92600041",
                "XA-NW9-26-00041",
                "xa nw9 26 00041",
                "ISRC: XA-NW9-26-00041",
                " XA–NW9–26–00041 "
            })
    void an_isrc_is_read_with_or_without_hyphens_and_shown_with(String typed) {
        Isrc isrc = Isrc.parse(typed);
        assertThat(isrc.compact()).isEqualTo("XANW92600041");
        assertThat(isrc).hasToString("XA-NW9-26-00041");
        assertThat(isrc.prefix()).isEqualTo("XANW9");
        assertThat(isrc.year()).isEqualTo(26);
        assertThat(isrc.designation()).isEqualTo(41);
    }

    @ParameterizedTest
    @ValueSource(strings = {"XANW9260004", "XANW926000411", "1ANW92600041", "XANW9A600041", ""})
    void what_is_no_isrc_is_refused_with_the_right_form(String typed) {
        assertThatThrownBy(() -> Isrc.parse(typed))
                .isInstanceOf(MalformedCode.class)
                .hasMessageContaining("XA-NW9-26-00041");
    }

    @Test
    void the_check_digit_of_a_barcode_weighs_three_and_one() {
        // by hand: 9·1+5·3+2·1+1·3+2·1+3·3+4·1+5·3+0·1+0·3+3·1+1·3 = 65, up to 70: 5
        assertThat(Gtin.checkDigit("952123450031")).isEqualTo(5);
        assertThat(Gtin.parse("9 521234 500315")).hasToString("9 521234 500315");
        assertThatThrownBy(() -> Gtin.parse("9521234500316")).hasMessageContaining("last digit is 5");
    }

    @Test
    void a_upc_is_an_ean_with_a_leading_zero() {
        // by hand: 0·3+1·1+2·3+3·1+4·3+5·1+6·3+7·1+8·3+9·1+0·3 = 85, up to 90: 5
        Gtin upc = Gtin.parse("012345678905");
        assertThat(upc.digits()).isEqualTo("0012345678905");
        assertThat(upc.isUpc()).isTrue();
    }

    @ParameterizedTest
    @CsvSource({"2001234500017, true", "0401234500016, true", "9521234500315, false"})
    void numbers_of_in_store_ranges_are_known(String digits, boolean inStore) {
        String right = digits.substring(0, 12) + Gtin.checkDigit(digits.substring(0, 12));
        assertThat(new Gtin(right).isInStore()).isEqualTo(inStore);
    }

    @Test
    void the_example_of_iso_15707_is_valid() {
        assertThat(Iswc.parse("T-034.524.680-1")).hasToString("T-034.524.680-1");
        assertThatThrownBy(() -> Iswc.parse("T-034.524.680-2")).hasMessageContaining("last digit is 1");
    }

    @ParameterizedTest
    @ValueSource(strings = {"00014107338", "00052210040", "00045620792"})
    void known_ipi_name_numbers_pass_their_modulo_101_check(String number) {
        assertThat(IpiNameNumber.parse(number).digits()).isEqualTo(number);
    }

    @Test
    void a_mistyped_ipi_name_number_is_found_out() {
        assertThatThrownBy(() -> IpiNameNumber.parse("00014107339")).hasMessageContaining("last two digits are 38");
    }

    @Test
    void the_check_character_of_an_isni_may_be_x() {
        assertThat(Isni.parse("0000 0001 2150 090X")).hasToString("0000 0001 2150 090X");
        assertThatThrownBy(() -> Isni.parse("0000 0001 2150 0901")).isInstanceOf(MalformedCode.class);
    }

    @ParameterizedTest
    @CsvSource({
        "XA-NW9-26-00041, ISRC, true", "9521234500315, GTIN, true", "9521234500316, GTIN, false",
        "T-034.524.680-1, ISWC, true", "00014107338, IPI, true", "000000012150090X, ISNI, true",
        "LC 00952, label code, true", "hello there, unknown, false"
    })
    void a_pasted_code_is_known_by_its_shape(String pasted, String kind, boolean valid) {
        CodeReading reading = CodeReading.of(pasted);
        assertThat(reading.kind()).isEqualTo(kind);
        assertThat(reading.valid()).isEqualTo(valid);
        assertThat(reading.problem().isEmpty()).isEqualTo(valid);
    }

    @Test
    void blocks_number_codes_and_never_leave_their_prefix() {
        assertThat(new CodeBlock.OfIsrc("XANW9", 2026).code(48)).isEqualTo("XANW92600048");
        assertThat(new CodeBlock.OfGtin("952123450").code(31)).isEqualTo("9521234500315");
        assertThat(new CodeBlock.OfGtin("952123450").size()).isEqualTo(1000);
        assertThatThrownBy(() -> new CodeBlock.OfGtin("952")).isInstanceOf(MalformedCode.class);
    }

    @ParameterizedTest
    @CsvSource(
            nullValues = "none",
            value = {
                "XANW92600048, 48, none, none",
                "XANW92699999, 99999, none, none",
                "XANW92500048, none, none, none",
                "XANW9260004, none, none, none",
                "XANW926000481, none, none, none",
                "XANW926OOO48, none, none, none",
                "XANW926٠٠٠٤٨, none, none, none",
                "9521234500315, none, 31, none",
                "9521234409992, none, none, none",
                "952123450X315, none, none, none",
                "952123450031, none, none, none",
                "NW-031, none, none, 31",
                "NW-10031, none, none, 10031",
                "NW-31, none, none, none",
                "NW-100310, none, none, none",
                "NWX-031, none, none, none",
                "NW-, none, none, none",
            })
    void a_block_knows_its_own_codes(String code, Integer isrc, Integer barcode, Integer catalogue) {
        assertThat(new CodeBlock.OfIsrc("XANW9", 2026).number(code)).isEqualTo(number(isrc));
        assertThat(new CodeBlock.OfGtin("952123450").number(code)).isEqualTo(number(barcode));
        assertThat(new CodeBlock.OfCatalogue("NW").number(code)).isEqualTo(number(catalogue));
    }

    private static OptionalInt number(Integer wanted) {
        return wanted == null ? OptionalInt.empty() : OptionalInt.of(wanted);
    }
}

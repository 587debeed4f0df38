package app.entrada.core.text;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.ValueSource;

@DisplayName("Tables for people: no cell is reckoned in a spreadsheet, and every one comes back as it was")
class DelimitedTest {
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            quoteCharacter = '~',
            value = {
                "=HYPERLINK(\"https://elsewhere.example\")|'=HYPERLINK(\"https://elsewhere.example\")",
                "@weir|'@weir",
                "+ Mira|'+ Mira",
                "-1+2|'-1+2",
                "'=1|''=1",
                "-14.2|-14.2",
                "+3|+3",
                "'Tis the Tide|'Tis the Tide",
                "Slack Water|Slack Water"
            })
    void a_cell_that_begins_like_a_formula_gets_an_apostrophe(String cell, String written) throws Exception {
        String table = Delimited.writeForPeople(List.of(List.of(cell, "x")), '\t');
        assertThat(Delimited.read(table, '\t').get(0).cells().get(0)).isEqualTo(written);
        assertThat(Delimited.readOfPeople(table, '\t').get(0).cells()).containsExactly(cell, "x");
    }

    @Test
    void what_goes_to_programs_stays_as_it_is() {
        assertThat(Delimited.write(List.of(List.of("=1", "-")), ',')).isEqualTo("=1,-\r\n");
    }

    @ParameterizedTest
    @ValueSource(strings = {"\t=1", "\r=1", "''''=1", "'-'"})
    void whatever_stands_there_comes_back(String cell) throws Exception {
        assertThat(Delimited.readOfPeople(Delimited.writeForPeople(List.of(List.of(cell)), ','), ',')
                        .get(0)
                        .cells())
                .containsExactly(cell);
    }
}

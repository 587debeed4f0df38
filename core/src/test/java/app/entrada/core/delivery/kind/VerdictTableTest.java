package app.entrada.core.delivery.kind;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.delivery.kind.VerdictTable.JudgedRecording;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("S5 A performers' society answers with a table")
class VerdictTableTest {
    @Test
    void each_recording_has_its_verdict_and_reason() {
        String table = "ISRC,Title,Verdict,Reason,Field\r\n"
                + "XANW92600031,Slack Water,accepted,,\r\n"
                + "XA-NW9-26-00032,\"Reed, Rush\",refused,\"A performer of “Reed, Rush” has no real name.\",recording.credits\r\n";
        assertThat(VerdictTable.is(table)).isTrue();
        assertThat(VerdictTable.read(table).recordings())
                .containsExactly(
                        new JudgedRecording("XANW92600031", true, "", ""),
                        new JudgedRecording(
                                "XANW92600032",
                                false,
                                "A performer of “Reed, Rush” has no real name.",
                                "recording.credits"));
    }

    @Test
    void it_may_have_been_in_a_spreadsheet_meanwhile() {
        String table = "\ufeffVerdict;ISRC\nACCEPTED;XANW92600031\n;\n";
        assertThat(VerdictTable.read(table).recordings())
                .containsExactly(new JudgedRecording("XANW92600031", true, "", ""));
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "'ISRC,Verdict\nXANW92600031,perhaps'|Line 2: the verdict is “perhaps”; expected: accepted or refused",
                "'ISRC,Judgement\nXANW92600031,accepted'|Line 1: there is no column “verdict”",
                "'no table at all'|Line 1: this file is not a table of verdicts"
            })
    void what_is_wrong_is_told_with_its_line(String table, String says) {
        assertThatThrownBy(() -> VerdictTable.read(table)).hasMessage(says);
    }
}

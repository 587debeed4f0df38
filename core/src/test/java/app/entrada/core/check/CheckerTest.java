package app.entrada.core.check;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Receivers;
import app.entrada.core.Samples;
import app.entrada.core.check.profile.Profile;
import java.time.LocalDate;
import java.util.List;
import java.util.Optional;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("When a check is due again though nothing was changed")
class CheckerTest {
    private static final LocalDate YESTERDAY = Samples.TODAY.minusDays(1);
    private static final Profile LUMENFOLD = Receivers.byId("lumenfold");

    /** A destination with some of its rules, that needs 21 days. */
    private static Checker of(String... rules) {
        return new Checker(List.of(LUMENFOLD.adjusted(
                YESTERDAY,
                21,
                LUMENFOLD.rules().stream()
                        .filter(applied ->
                                List.of(rules).contains(applied.rule().id()))
                        .toList())));
    }

    /** Checks are of 23 November 2026; the sample has the code of a year that has come. */
    @ParameterizedTest
    @CsvSource({
        // of a date far off: when it is nearer than the 21 days that are needed
        "2027-02-12, 2027-01-01, the year turns before 23 January",
        "2026-12-20, 2026-11-30, from that day on 21 days are more than are left",
        // each morning less days are left
        "2026-12-01, 2026-11-24, the days that are left are told",
        // long out: only the codes ask for the year
        "2019-05-03, 2027-01-01, the year",
    })
    void is_told_with_what_was_found(String date, LocalDate again, String why) {
        Checker checker = of("release-date.too-soon", "isrc.year-ahead");
        checker.check(Samples.single().with("release.releaseDate", date).subject());
        assertThat(checker.turnsOn()).as(why).contains(again);
    }

    @ParameterizedTest
    @CsvSource({"''", "2019-05-03"})
    void is_never_where_no_rule_asks_for_a_day_to_come(String date) {
        Checker checker = of("release-date.too-soon");
        checker.check(Samples.single().with("release.releaseDate", date).subject());
        assertThat(checker.turnsOn()).isEqualTo(Optional.empty());
    }
}

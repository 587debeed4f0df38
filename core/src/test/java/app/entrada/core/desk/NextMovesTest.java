package app.entrada.core.desk;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Receivers;
import app.entrada.core.Samples;
import app.entrada.core.check.Checker;
import app.entrada.core.check.profile.Profile;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("F1 The desk says what to do next")
class NextMovesTest {
    private static final List<Profile> PROFILES = Receivers.all();

    private static List<NextMoves.Move> moves(Samples sample, int missingCopies, NextMoves.Standing standing) {
        return moves(sample, missingCopies, standing, 0);
    }

    /** What is to be done one by one. */
    private static List<NextMoves.Move> moves(
            Samples sample, int missingCopies, NextMoves.Standing standing, int changed) {
        return all(sample, missingCopies, standing, changed).stream()
                .filter(move -> !move.panel().equals("readiness"))
                .toList();
    }

    private static List<NextMoves.Move> all(
            Samples sample, int missingCopies, NextMoves.Standing standing, int changed) {
        var state = new NextMoves.DeskRelease(
                sample.release(),
                Checker.check(sample.subject(), PROFILES),
                Map.of("lumenfold", missingCopies),
                Map.of("lumenfold", standing),
                Map.of("lumenfold", "The cover is too dark."),
                Map.of("lumenfold", changed));
        return NextMoves.of(List.of(state), PROFILES);
    }

    @Test
    void what_stops_delivery_comes_first_with_the_days_that_are_left() {
        List<NextMoves.Move> moves = moves(Samples.single().with("recording.isrc", ""), 1, NextMoves.Standing.NOT_SENT);
        assertThat(moves).hasSize(1);
        NextMoves.Move move = moves.get(0);
        assertThat(move.says()).isEqualTo("“Slack Water” has no ISRC.");
        assertThat(move.waits()).containsExactly("Lumenfold");
        // 12 Feb 2027 less 21 days
        assertThat(move.lateOn()).contains(LocalDate.of(2027, 1, 22));
        assertThat(move.place()).hasToString("Optional[recording.isrc:track 1]");
    }

    @Test
    void then_copies_are_written_then_it_is_sent() {
        assertThat(moves(Samples.single(), 1, NextMoves.Standing.NOT_SENT))
                .singleElement()
                .satisfies(move -> assertThat(move.panel()).isEqualTo("files"));
        assertThat(moves(Samples.single(), 0, NextMoves.Standing.NOT_SENT))
                .singleElement()
                .satisfies(move -> assertThat(move.says()).isEqualTo("Ready to send."));
    }

    @Test
    void nothing_is_to_be_done_while_it_is_on_its_way_or_accepted() {
        assertThat(moves(Samples.single(), 0, NextMoves.Standing.ON_ITS_WAY)).isEmpty();
        assertThat(moves(Samples.single().with("recording.isrc", ""), 0, NextMoves.Standing.ACCEPTED))
                .isEmpty();
    }

    @Test
    void safe_fixes_are_one_move_at_the_end_but_call_nobody_by_themselves() {
        NextMoves.Move last = last(Samples.single());
        assertThat(last.panel()).isEqualTo("readiness");
        assertThat(last.says()).isEqualTo("Fix a safe one…");
        assertThat(last.lateOn()).isEmpty();
        // doubled spaces are one more
        assertThat(last(Samples.single().with("track.title", "Slack  Water")).says())
                .matches("Fix \\d safe ones…");
        assertThat(all(Samples.single(), 0, NextMoves.Standing.ACCEPTED, 0)).isEmpty();
    }

    private static NextMoves.Move last(Samples sample) {
        List<NextMoves.Move> moves = all(sample, 1, NextMoves.Standing.NOT_SENT, 0);
        return moves.get(moves.size() - 1);
    }

    @Test
    void a_rejection_says_why() {
        assertThat(moves(Samples.single(), 0, NextMoves.Standing.REJECTED))
                .extracting(NextMoves.Move::says)
                .contains("Lumenfold rejected it: The cover is too dark.");
    }

    @Test
    void a_question_is_a_move_and_nothing_else_is_asked_for_meanwhile() {
        assertThat(moves(Samples.single(), 0, NextMoves.Standing.ASKED))
                .singleElement()
                .satisfies(move -> {
                    assertThat(move.says()).isEqualTo("Lumenfold asks: The cover is too dark.");
                    assertThat(move.panel()).isEqualTo("send");
                });
    }

    @Test
    void what_changed_after_it_was_taken_can_be_sent_and_what_was_taken_down_rests() {
        assertThat(moves(Samples.single(), 0, NextMoves.Standing.ACCEPTED, 2))
                .singleElement()
                .satisfies(move -> assertThat(move.says())
                        .isEqualTo("2 facts changed since Lumenfold accepted it; an update can be sent."));
        assertThat(moves(Samples.single(), 0, NextMoves.Standing.TAKEN_DOWN, 2)).isEmpty();
    }
}

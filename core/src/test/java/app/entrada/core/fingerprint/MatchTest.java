package app.entrada.core.fingerprint;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.Test;

class MatchTest {
    private static Match same(double offset, List<Match.Stretch> silence) {
        return new Match(
                "other", 0.99, offset, 1, List.of(new Match.Stretch(0.5, 38)), List.of(), Match.Verdict.SAME, silence);
    }

    @Test
    void a_file_whose_head_was_cut_off_is_said_to_be_shorter_there() {
        assertThat(same(0.5, List.of()).says("“Rook Parliament”"))
                .isEqualTo("the same recording as “Rook Parliament”, 0.5 s shorter at its head");
        assertThat(same(0.5, List.of()).fromTheOtherSide("it").says("“Rook Parliament”"))
                .isEqualTo("the same recording as “Rook Parliament”, 0.5 s longer at its head");
    }

    @Test
    void what_an_encoder_moves_is_not_told_and_silence_is_told_as_such() {
        assertThat(same(0.05, List.of()).says("“Seed List”")).isEqualTo("the same recording as “Seed List”");
        assertThat(same(2, List.of(new Match.Stretch(0, 2))).says("“Seed List”"))
                .isEqualTo("the same recording as “Seed List”, except for 2 s of silence at its ends");
    }
}

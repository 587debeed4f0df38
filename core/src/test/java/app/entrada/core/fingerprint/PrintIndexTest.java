package app.entrada.core.fingerprint;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("G4 An index of prints that is never lost")
class PrintIndexTest {
    @TempDir
    Path folder;

    /** A print of chance: as many peaks as music has, at times and pitches that no other print shares. */
    static Print print(long seed, int seconds) {
        SplittableRandom chance = new SplittableRandom(seed);
        int frames = (int) (seconds * Print.FRAMES_A_SECOND);
        int[] peaks = new int[seconds * 18];
        for (int i = 0; i < peaks.length; i++) peaks[i] = chance.nextInt(frames) << 10 | chance.nextInt(900);
        Arrays.sort(peaks);
        byte[] picture = new byte[frames / Print.FRAMES_A_STEP * Print.BANDS];
        for (int i = 0; i < picture.length; i++) picture[i] = (byte) (-60 + chance.nextInt(40));
        return new Print(frames, peaks, picture);
    }

    private List<Match> ask(Print print) throws IOException {
        try (PrintIndex index = PrintIndex.open(folder)) {
            return new Identifier(index).identify(print, "");
        }
    }

    @Test
    void a_print_survives_its_bytes() {
        Print print = print(1, 20);
        assertThat(Print.of(print.bytes())).isEqualTo(print);
        assertThatThrownBy(() -> Print.of(Arrays.copyOf(print.bytes(), 40)))
                .isInstanceOf(IllegalArgumentException.class);
        assertThatThrownBy(() -> Print.of(new byte[3])).isInstanceOf(IllegalArgumentException.class);
    }

    @Test
    void what_was_added_is_found_after_closing_and_opening() throws IOException {
        try (PrintIndex index = PrintIndex.open(folder)) {
            for (int i = 0; i < 30; i++) index.add("n" + i, print(i, 40));
        }
        List<Match> found = ask(print(17, 40));
        assertThat(found.get(0).id()).isEqualTo("n17");
        assertThat(found.get(0).verdict()).isEqualTo(Match.Verdict.SAME);
        assertThat(found.get(0).offsetSeconds()).isZero();
        assertThat(ask(print(999, 40))).isEmpty();
    }

    @Test
    void what_was_added_is_found_before_it_is_flushed() throws IOException {
        try (PrintIndex index = PrintIndex.open(folder)) {
            index.add("one", print(1, 40));
            index.add("two", print(2, 40));
            assertThat(new Identifier(index).identify(print(2, 40), "").get(0).id())
                    .isEqualTo("two");
            assertThat(new Identifier(index).identify(print(2, 40), "two")).isEmpty();
        }
    }

    @Test
    void parts_are_merged_and_all_is_still_found() throws IOException {
        try (PrintIndex index = PrintIndex.open(folder)) {
            for (int i = 0; i < 12; i++) {
                index.add("n" + i, print(i, 40));
                index.flush();
            }
            for (int i = 0; i < 12; i++)
                assertThat(new Identifier(index)
                                .identify(print(i, 40), "")
                                .get(0)
                                .id())
                        .isEqualTo("n" + i);
        }
        try (Stream<Path> files = Files.list(folder)) {
            assertThat(files.filter(path -> path.toString().endsWith(Segment.ENDING))
                            .count())
                    .isLessThan(5);
        }
    }

    @Test
    void a_part_of_an_older_order_is_gathered_anew() throws IOException {
        try (PrintIndex index = PrintIndex.open(folder)) {
            for (int i = 0; i < 6; i++) index.add("n" + i, print(i, 40));
        }
        Path older = folder.resolve("0-6.part");
        Files.move(folder.resolve("0-6" + Segment.ENDING), older);
        assertThat(ask(print(4, 40)).get(0).id()).isEqualTo("n4");
        assertThat(older).doesNotExist();
    }

    @Test
    void a_record_that_was_cut_off_costs_itself_only() throws IOException {
        try (PrintIndex index = PrintIndex.open(folder)) {
            index.add("one", print(1, 40));
            index.add("two", print(2, 40));
        }
        Path prints = folder.resolve("prints.bin");
        byte[] whole = Files.readAllBytes(prints);
        Files.write(prints, Arrays.copyOf(whole, whole.length - 100), StandardOpenOption.TRUNCATE_EXISTING);
        assertThat(ask(print(1, 40)).get(0).id()).isEqualTo("one");
        assertThat(ask(print(2, 40))).isEmpty();
        try (PrintIndex index = PrintIndex.open(folder)) {
            index.add("two", print(2, 40));
        }
        assertThat(ask(print(2, 40)).get(0).id()).isEqualTo("two");
    }

    @Test
    void two_processes_do_not_write_one_index() throws IOException {
        try (PrintIndex index = PrintIndex.open(folder)) {
            assertThat(index.size()).isZero();
            assertThatThrownBy(() -> PrintIndex.open(folder)).isInstanceOf(IOException.class);
        }
    }

    @Test
    void a_match_seen_from_the_other_side_lies_on_the_other_s_time_line() {
        Match match = new Match("b", 0.9, 10, 1, List.of(new Match.Stretch(0, 30)), List.of(), Match.Verdict.EXCERPT);
        Match back = match.fromTheOtherSide("a");
        assertThat(back.id()).isEqualTo("a");
        assertThat(back.offsetSeconds()).isEqualTo(-10);
        assertThat(back.agrees()).containsExactly(new Match.Stretch(10, 40));
    }
}

package app.entrada.core.intake;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.SplittableRandom;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("G5 Files on tracks from all evidence together")
class PlacementTest {
    private static Placement.Candidate file(String name, double seconds, String title, Placement.Sounding... known) {
        return new Placement.Candidate(name, name, seconds, OptionalInt.empty(), title, "", List.of(known), 0, true);
    }

    private static Placement.Slot track(int number, String title, double seconds) {
        return new Placement.Slot(
                number,
                number,
                title,
                "",
                "",
                seconds > 0 ? OptionalDouble.of(seconds) : OptionalDouble.empty(),
                100 + number);
    }

    private static long trackOf(List<Placement.Proposal> proposals, String file) {
        return proposals.stream()
                .filter(each -> each.file().equals(file))
                .mapToLong(Placement.Proposal::track)
                .findFirst()
                .orElse(0);
    }

    @Test
    void names_with_the_words_of_production_find_their_titles() {
        List<Placement.Proposal> proposals = Placement.propose(
                List.of(
                        file("02_Eelgrass_FINAL_mix3_24bit.wav", 84, ""),
                        file("mira tollgate - saltings (master).wav", 62, ""),
                        file("01 almanac.wav", 58, "")),
                List.of(track(1, "Almanac", 0), track(2, "Eelgrass", 0), track(3, "Saltings", 0)));
        assertThat(trackOf(proposals, "01 almanac.wav")).isEqualTo(1);
        assertThat(trackOf(proposals, "02_Eelgrass_FINAL_mix3_24bit.wav")).isEqualTo(2);
        assertThat(trackOf(proposals, "mira tollgate - saltings (master).wav")).isEqualTo(3);
        assertThat(proposals).allMatch(Placement.Proposal::certain);
    }

    @Test
    void the_instrumental_goes_where_its_version_stands_although_both_names_fit_both_tracks() {
        List<Placement.Slot> tracks = List.of(
                track(2, "Eelgrass", 0),
                new Placement.Slot(7, 7, "Eelgrass", "Instrumental", "", OptionalDouble.empty(), 107));
        List<Placement.Proposal> proposals = Placement.propose(
                List.of(file("Eelgrass Instrumental.wav", 84, ""), file("Eelgrass.wav", 84, "")), tracks);
        assertThat(trackOf(proposals, "Eelgrass Instrumental.wav")).isEqualTo(7);
        assertThat(trackOf(proposals, "Eelgrass.wav")).isEqualTo(2);
    }

    @Test
    void the_best_of_all_together_beats_the_best_of_each() {
        // the first file fits both tracks, the second only the first one
        List<Placement.Proposal> proposals = Placement.propose(
                List.of(file("take.wav", 60, "Knot"), file("other.wav", 60, "Knot and")),
                List.of(track(1, "Knot and", 60), track(2, "Knot", 60)));
        assertThat(trackOf(proposals, "other.wav")).isEqualTo(1);
        assertThat(trackOf(proposals, "take.wav")).isEqualTo(2);
    }

    @Test
    void sound_outweighs_a_wrong_name() {
        List<Placement.Proposal> proposals = Placement.propose(
                List.of(file("Saltings.wav", 58, "", new Placement.Sounding(101, 0.97))),
                List.of(track(1, "Almanac", 58), track(2, "Saltings", 62)));
        assertThat(trackOf(proposals, "Saltings.wav")).isEqualTo(1);
    }

    @Test
    void another_length_than_expected_is_a_doubt() {
        Placement.Proposal proposal = Placement.propose(
                        List.of(file("Almanac.wav", 75, "Almanac")), List.of(track(1, "Almanac", 58)))
                .get(0);
        assertThat(proposal.certain()).isFalse();
        assertThat(proposal.doubt()).contains("length");
        assertThat(proposal.evidence().time().orElseThrow()).isLessThan(0.01);
    }

    @Test
    void two_files_that_fit_one_track_alike_are_never_certain() {
        List<Placement.Proposal> proposals = Placement.propose(
                List.of(file("Almanac v1.wav", 58, "Almanac"), file("Almanac v2.wav", 58, "Almanac")),
                List.of(track(1, "Almanac", 58)));
        assertThat(proposals).hasSize(1);
        assertThat(proposals.get(0).certain()).isFalse();
        assertThat(proposals.get(0).doubt()).contains("almost as well");
    }

    @Test
    void what_fits_nothing_stays_loose() {
        assertThat(Placement.propose(
                        List.of(file("weir hum.wav", 30, "")),
                        List.of(track(1, "Almanac", 58), track(2, "Eelgrass", 84))))
                .isEmpty();
    }

    @Test
    void a_code_in_the_tags_decides() {
        Placement.Candidate coded =
                new Placement.Candidate("x", "x.wav", 58, OptionalInt.empty(), "", "XANW92600041", List.of(), 0, true);
        List<Placement.Slot> tracks = List.of(
                new Placement.Slot(1, 1, "Almanac", "", "XANW92600040", OptionalDouble.empty(), 1),
                new Placement.Slot(2, 2, "Eelgrass", "", "XANW92600041", OptionalDouble.empty(), 2));
        assertThat(Placement.propose(List.of(coded), tracks).get(0).track()).isEqualTo(2);
    }

    @Test
    void greek_and_accents_are_letters_too() {
        assertThat(Placement.titleLikeness("Κύμα", "κυμα")).isEqualTo(1);
        assertThat(Placement.titleLikeness("Zeravy", "Žeravý")).isEqualTo(1);
        assertThat(Placement.titleLikeness("Almanac", "Wrack Line")).isLessThan(0.5);
    }

    @Test
    void numbers_and_titles_are_read_from_names() {
        assertThat(Placement.number("03 - Saltings")).hasValue(3);
        assertThat(Placement.number("A2_Saltings")).hasValue(2);
        assertThat(Placement.number("Zephyr 9")).isEmpty();
        assertThat(Placement.title("03_Salt_Mirror_FINAL.wav")).isEqualTo("Salt Mirror");
        assertThat(Placement.title("Mira Tollgate - Saltings (master).wav")).isEqualTo("Saltings (master)");
    }

    /** All assignments tried one by one give no greater sum than the one that was found. */
    @Test
    void no_other_assignment_gains_more() {
        SplittableRandom chance = new SplittableRandom(8);
        for (int run = 0; run < 200; run++) {
            int rows = 1 + chance.nextInt(5);
            int columns = 1 + chance.nextInt(5);
            double[][] gain = new double[rows][columns];
            for (double[] row : gain) for (int j = 0; j < columns; j++) row[j] = chance.nextDouble();
            int[] found = Assignment.best(gain, 0.3);
            double sum = 0;
            for (int i = 0; i < rows; i++) if (found[i] >= 0) sum += gain[i][found[i]];
            assertThat(java.util.Arrays.stream(found)
                            .filter(column -> column >= 0)
                            .boxed())
                    .doesNotHaveDuplicates();
            assertThat(sum).isCloseTo(most(gain, 0, new boolean[columns]), org.assertj.core.data.Offset.offset(1e-9));
        }
    }

    private static double most(double[][] gain, int row, boolean[] taken) {
        if (row == gain.length) return 0;
        double best = most(gain, row + 1, taken);
        for (int j = 0; j < taken.length; j++) {
            if (taken[j] || gain[row][j] < 0.3) continue;
            taken[j] = true;
            best = Math.max(best, gain[row][j] + most(gain, row + 1, taken));
            taken[j] = false;
        }
        return best;
    }
}

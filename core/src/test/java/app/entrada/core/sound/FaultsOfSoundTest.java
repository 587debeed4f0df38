package app.entrada.core.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import java.io.IOException;
import java.nio.file.Path;
import java.util.SplittableRandom;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("G8 Faults of sound at known places")
class FaultsOfSoundTest {
    @TempDir
    Path folder;

    private static Signal stereo() {
        return new Signal(44_100, 2);
    }

    @Test
    void silence_at_head_tail_and_inside_is_found_to_the_millisecond() throws IOException {
        Sound.Silence silence = stereo().rest(1.5)
                .sine(440, 2, -12)
                .rest(3)
                .sine(440, 2, -12)
                .rest(0.75)
                .measured(folder)
                .silence();
        assertThat(silence.headSeconds()).isCloseTo(1.5, offset(0.001));
        assertThat(silence.tailSeconds()).isCloseTo(0.75, offset(0.001));
        assertThat(silence.inside()).hasSize(1);
        assertThat(silence.inside().get(0).at()).isCloseTo(3.5, offset(0.001));
        assertThat(silence.inside().get(0).seconds()).isCloseTo(3.0, offset(0.002));
    }

    @Test
    void a_rest_under_a_second_is_music() throws IOException {
        assertThat(stereo().sine(440, 1, -12)
                        .rest(0.9)
                        .sine(440, 1, -12)
                        .measured(folder)
                        .silence()
                        .inside())
                .isEmpty();
    }

    @Test
    void clipped_crests_are_found_with_their_times() throws IOException {
        Sound sound = stereo().sine(100, 1, -6)
                .sound(0.02, time -> Math.max(-1, Math.min(1, 1.5 * Math.sin(2 * Math.PI * 100 * time))))
                .sine(100, 1, -6)
                .measured(folder);
        // two turns at 100 Hz on two channels: four flattened crests each
        assertThat(sound.clippingCount()).isEqualTo(8);
        assertThat(sound.clippings())
                .allSatisfy(run -> assertThat(run.at()).isBetween(1.0, 1.02))
                .allSatisfy(run -> assertThat(run.length()).isGreaterThan(100));
        assertThat(sound.clippings()).extracting(Sound.Clipping::channel).contains(0, 1);
    }

    @Test
    void crests_flattened_and_then_turned_down_are_found_at_the_file_s_own_maximum() throws IOException {
        Sound sound = stereo().sound(
                        1, time -> 0.7 * Math.max(-1, Math.min(1, 1.3 * Math.sin(2 * Math.PI * 50 * time))))
                .measured(folder);
        assertThat(sound.clippingCount()).isEqualTo(200);
    }

    @Test
    void an_unclipped_sine_has_no_runs() throws IOException {
        assertThat(stereo().sine(1000, 2, -0.1).measured(folder).clippingCount())
                .isZero();
    }

    @Test
    void dc_offset_is_the_mean() throws IOException {
        Sound sound = stereo().sound(2, time -> 0.05 + 0.2 * Math.sin(2 * Math.PI * 100 * time))
                .measured(folder);
        assertThat(sound.dcOffset()).hasSize(2);
        assertThat(sound.dcOffset()[0]).isCloseTo(0.05, offset(0.0005));
    }

    @Test
    void two_equal_channels_are_no_stereo_and_two_different_ones_are() throws IOException {
        assertThat(stereo().sine(440, 1, -12).measured(folder).falseStereo()).isTrue();
        assertThat(stereo().sine(440, 1, -12, -15).measured(folder).falseStereo())
                .isFalse();
        assertThat(new Signal(44_100, 1).sine(440, 1, -12).measured(folder).falseStereo())
                .isFalse();
    }

    @Test
    void noise_reaches_to_the_top_and_a_tone_does_not() throws IOException {
        SplittableRandom chance = new SplittableRandom(4);
        Sound noise = stereo().sound(3, time -> chance.nextDouble() * 0.4 - 0.2).measured(folder);
        assertThat(noise.bandwidthHz()).isGreaterThan(21_500);
        assertThat(noise.lossySource().suspected()).isFalse();
        assertThat(stereo().sine(5000, 3, -12).measured(folder).bandwidthHz()).isBetween(4800.0, 6200.0);
    }

    @Test
    void the_outline_shows_where_it_is_loud() throws IOException {
        int[] outline =
                stereo().sine(440, 1, -20).sine(440, 1, 0).measured(folder).outline();
        assertThat(outline).hasSize(240);
        assertThat(outline[60]).isEqualTo(10);
        assertThat(outline[180]).isEqualTo(100);
    }

    @Test
    void a_short_piece_is_its_own_excerpt_and_a_long_one_s_is_its_loud_part() throws IOException {
        Sound brief = stereo().sine(440, 10, -12).measured(folder);
        assertThat(brief.excerpt().at()).isZero();
        assertThat(brief.excerpt().seconds()).isCloseTo(10, offset(0.01));
        Sound loud = stereo().sine(440, 40, -30)
                .sine(440, 35, -10)
                .sine(440, 25, -30)
                .measured(folder);
        assertThat(loud.excerpt().at()).isBetween(38.0, 46.0);
        assertThat(loud.excerpt().seconds()).isEqualTo(30);
    }

    @Test
    void clicks_at_a_hundred_and_twenty_a_minute_are_that_tempo() throws IOException {
        Sound sound = stereo().sound(20, time -> {
                    double since = time % 0.5;
                    return 0.6 * Math.exp(-since * 60) * Math.sin(2 * Math.PI * 900 * since);
                })
                .measured(folder);
        assertThat(sound.tempo().bpm()).isCloseTo(120, offset(0.5));
        assertThat(sound.tempo().confidence()).isGreaterThan(0.5);
    }

    @Test
    void a_scale_and_its_chords_are_in_their_key() throws IOException {
        int[] steps = {0, 4, 7, 0, 5, 9, 0, 7, 11, 2, 0, 4, 7, 12};
        Sound sound = stereo().sound(14, time -> {
                    double hertz = 440 * Math.pow(2, (steps[(int) time % 14] - 2 - 12) / 12.0);
                    double since = time % 1;
                    return 0.3
                            * Math.exp(-2 * since)
                            * (Math.sin(2 * Math.PI * hertz * time) + 0.4 * Math.sin(4 * Math.PI * hertz * time));
                })
                .measured(folder);
        // two semitones below A: G
        assertThat(sound.key().name()).isEqualTo("G major");
    }
}

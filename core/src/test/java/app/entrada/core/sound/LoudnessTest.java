package app.entrada.core.sound;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import java.io.IOException;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

/** The cases of EBU Tech 3341 and 3342 that are made of tones, with the standard's expectations and tolerances. */
@DisplayName("G8 Loudness, range and true peak as EBU Tech 3341 and 3342 expect them")
class LoudnessTest {
    @TempDir
    Path folder;

    private static Signal stereo() {
        return new Signal(48_000, 2);
    }

    static Stream<Arguments> integrated() {
        return Stream.of(
                Arguments.of("case 1", stereo().sine(1000, 20, -23), -23.0),
                Arguments.of("case 2", stereo().sine(1000, 20, -33), -33.0),
                Arguments.of(
                        "case 3",
                        stereo().sine(1000, 10, -36).sine(1000, 60, -23).sine(1000, 10, -36),
                        -23.0),
                Arguments.of(
                        "case 4",
                        stereo().sine(1000, 10, -72)
                                .sine(1000, 10, -36)
                                .sine(1000, 60, -23)
                                .sine(1000, 10, -36)
                                .sine(1000, 10, -72),
                        -23.0),
                Arguments.of(
                        "case 5",
                        stereo().sine(1000, 20, -26).sine(1000, 20.1, -20).sine(1000, 20, -26),
                        -23.0),
                // left, right, centre, LFE (left out by the standard), left and right surround
                Arguments.of("case 6", new Signal(48_000, 6).sine(1000, 20, -28, -28, -24, -200, -30, -30), -23.0),
                Arguments.of("44.1 kHz", new Signal(44_100, 2).sine(1000, 20, -23), -23.0),
                Arguments.of("96 kHz", new Signal(96_000, 2).sine(1000, 20, -23), -23.0));
    }

    @ParameterizedTest(name = "{0}: {2} LUFS")
    @MethodSource
    void integrated(String name, Signal signal, double expected) throws IOException {
        assertThat(signal.measured(folder).integratedLufs()).isCloseTo(expected, offset(0.1));
    }

    static Stream<Arguments> range() {
        return Stream.of(
                Arguments.of("case 1", stereo().sine(1000, 20, -20).sine(1000, 20, -30), 10),
                Arguments.of("case 2", stereo().sine(1000, 20, -20).sine(1000, 20, -15), 5),
                Arguments.of("case 3", stereo().sine(1000, 20, -40).sine(1000, 20, -20), 20),
                Arguments.of(
                        "case 4",
                        stereo().sine(1000, 20, -50)
                                .sine(1000, 20, -35)
                                .sine(1000, 20, -20)
                                .sine(1000, 20, -35)
                                .sine(1000, 20, -50),
                        15));
    }

    @ParameterizedTest(name = "{0}: {2} LU")
    @MethodSource
    void range(String name, Signal signal, double expected) throws IOException {
        assertThat(signal.measured(folder).rangeLu()).isCloseTo(expected, offset(1.0));
    }

    /** Sine at a share of the sample rate, beginning at a phase, so that samples miss its crest. */
    private static Signal crest(double share, double degrees, double amplitude) {
        return stereo().sound(
                        1,
                        time -> amplitude
                                * Math.sin(2 * Math.PI * 48_000 * share * time + Math.toRadians(degrees))
                                // faded at both ends: an abrupt beginning rings in any interpolation
                                * Math.min(1, Math.min(time, 1 - time) * 50));
    }

    static Stream<Arguments> truePeak() {
        return Stream.of(
                Arguments.of("case 15", crest(1 / 4.0, 0, 0.5), -6.0),
                Arguments.of("case 16", crest(1 / 4.0, 45, 0.5), -6.0),
                Arguments.of("case 17", crest(1 / 6.0, 60, 0.5), -6.0),
                Arguments.of("case 18", crest(1 / 8.0, 67.5, 0.5), -6.0),
                Arguments.of("case 19", crest(1 / 4.0, 45, 1.41), 3.0));
    }

    @ParameterizedTest(name = "{0}: {2} dBTP")
    @MethodSource
    void truePeak(String name, Signal signal, double expected) throws IOException {
        assertThat(signal.measured(folder).truePeakDbtp()).isBetween(expected - 0.4, expected + 0.2);
    }

    @Test
    void momentary_and_short_term_maxima_are_those_of_the_loudest_stretch() throws IOException {
        Sound sound = stereo().sine(1000, 5, -40)
                .sine(1000, 0.4, -20)
                .sine(1000, 5, -40)
                .measured(folder);
        assertThat(sound.momentaryMaxLufs()).isCloseTo(-20, offset(0.2));
        // 0.4 s at −20 and 2.6 s at −40 within 3 s: 10·lg((0.4 + 2.6/100) / 3) = −8.5
        assertThat(sound.shortTermMaxLufs()).isCloseTo(-28.5, offset(0.2));
    }

    @Test
    void silence_has_the_level_of_the_gate() throws IOException {
        Sound sound = stereo().rest(5).measured(folder);
        assertThat(sound.integratedLufs()).isEqualTo(-70);
        assertThat(sound.truePeakDbtp()).isEqualTo(-120);
        assertThat(sound.rangeLu()).isZero();
    }
}

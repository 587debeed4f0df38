package app.entrada.media;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.data.Offset.offset;

import app.entrada.core.container.SoundCodec;
import app.entrada.core.field.Fields;
import app.entrada.core.fingerprint.Identifier;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.fingerprint.PrintIndex;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.intake.SoundAnalysis;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.Sound;
import app.entrada.core.tag.map.TagFacts;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;

@DisplayName("G2, G4, G8 Files that other programs made, and sound that other programs spoilt")
class RealFilesTest {
    private static final int FRAMES = 44_100 * 34;

    @TempDir
    static Path folder;

    private static Path plain;
    private static Path sung;

    @BeforeAll
    static void play() throws IOException {
        Piece piece = new Piece(611, 108, 5, true, 34, Piece.Layers.BAND, 0);
        plain = folder.resolve("plain.wav");
        sung = folder.resolve("sung.wav");
        Synthesiser.write(piece, plain);
        Synthesiser.write(piece.sung(17), sung);
    }

    private static Path made(String name, Path from, String... arguments) throws IOException {
        Path to = folder.resolve(name);
        List<String> command =
                new ArrayList<>(List.of("ffmpeg", "-nostdin", "-loglevel", "error", "-y", "-i", from.toString()));
        command.addAll(List.of(arguments));
        command.add(to.toString());
        try {
            int exit = new ProcessBuilder(command).inheritIO().start().waitFor();
            assertThat(exit).as(name).isZero();
        } catch (InterruptedException stopped) {
            throw new IOException(stopped);
        }
        return to;
    }

    private static SoundAnalysis analysis(Path file) throws IOException {
        return SoundAnalysis.of(file, new Ffmpeg(), bytes -> {});
    }

    private static Sound sound(Path file) throws IOException {
        return analysis(file).facts().sound().orElseThrow();
    }

    /** Format, arguments of the encoder, codec as we name it, whether every sample is kept. */
    @ParameterizedTest(name = "{0} {2}")
    @CsvSource({
        "wav, pcm_s24le, PCM, true",
        "wav, pcm_f32le, FLOAT, true",
        "aiff, pcm_s16be, PCM, true",
        "aiff, pcm_s24be, PCM, true",
        "flac, flac, FLAC, true",
        "mp3, libmp3lame, MP3, false",
        "m4a, aac, AAC, false",
        "m4a, alac, ALAC, true",
        "ogg, libvorbis, VORBIS, false",
        "ogg, libopus, OPUS, false"
    })
    void every_container_gives_its_length_its_title_and_its_sound(
            String extension, String encoder, SoundCodec codec, boolean lossless) throws IOException {
        Path file = made(
                encoder + "." + extension,
                plain,
                "-c:a",
                encoder,
                "-write_id3v2",
                "1",
                "-metadata",
                "title=Κύμα (Radio Edit)",
                "-metadata",
                "artist=Mira Tollgate");
        AudioFacts facts = analysis(file).facts();
        assertThat(facts.codec()).isEqualTo(codec);
        assertThat(facts.faults()).isEmpty();
        assertThat(facts.lossless()).isEqualTo(lossless);
        // AAC's container counts in milliseconds, Opus is resampled to 48 kHz
        long frames = codec == SoundCodec.OPUS ? FRAMES / 147L * 160 : FRAMES;
        assertThat(facts.samples())
                .isCloseTo(frames, offset(codec == SoundCodec.AAC ? 1100L : codec == SoundCodec.OPUS ? 400L : 0L));
        TagFacts tags = TagFacts.of(TagReading.of(file).entries());
        assertThat(tags.best(Fields.TRACK_TITLE).orElseThrow().value()).isEqualTo("Κύμα");
        assertThat(tags.best(Fields.TRACK_VERSION).orElseThrow().value()).isEqualTo("Radio Edit");
        assertThat(tags.best(Fields.TRACK_ARTISTS).orElseThrow().value()).isEqualTo("Mira Tollgate");
        assertThat(facts.sound().orElseThrow().integratedLufs())
                .isCloseTo(sound(plain).integratedLufs(), offset(lossless ? 0.02 : 0.6));
    }

    @ParameterizedTest
    @CsvSource({"flac", "mp3", "ogg", "m4a"})
    void a_file_cut_to_two_thirds_is_known_to_be_cut(String extension) throws IOException {
        byte[] whole = Files.readAllBytes(made("whole." + extension, plain));
        Path cut = Files.write(folder.resolve("cut." + extension), Arrays.copyOf(whole, whole.length * 2 / 3));
        try {
            assertThat(analysis(cut).facts().faults()).isNotEmpty();
        } catch (IOException said) {
            // an M4A whose index stood at its end
            assertThat(said.getMessage()).contains("no audio");
        }
    }

    @Test
    void a_flac_with_one_bit_turned_is_not_what_its_checksum_says() throws IOException {
        byte[] bytes = Files.readAllBytes(made("bit.flac", plain));
        bytes[bytes.length / 2] ^= 4;
        assertThat(analysis(Files.write(folder.resolve("turned.flac"), bytes))
                        .facts()
                        .faults())
                .isNotEmpty();
    }

    @ParameterizedTest
    @CsvSource({"1, 44100", "1, 48000", "0.6, 96000"})
    void loudness_and_peak_are_those_of_another_program(double volume, int rate) throws Exception {
        Path file = made(
                "level-" + rate + ".wav",
                sung,
                "-af",
                "volume=" + volume,
                "-ar",
                String.valueOf(rate),
                "-c:a",
                "pcm_s24le");
        Process filter = new ProcessBuilder(
                        "ffmpeg",
                        "-nostdin",
                        "-hide_banner",
                        "-i",
                        file.toString(),
                        "-af",
                        "ebur128=peak=true",
                        "-f",
                        "null",
                        "-")
                .redirectErrorStream(true)
                .start();
        String said = new String(filter.getInputStream().readAllBytes(), UTF_8);
        Sound sound = sound(file);
        assertThat(sound.integratedLufs()).isCloseTo(last(said, "I:\\s+(-?[\\d.]+) LUFS"), offset(0.1));
        assertThat(sound.rangeLu()).isCloseTo(last(said, "LRA:\\s+(-?[\\d.]+) LU"), offset(0.2));
        assertThat(sound.truePeakDbtp()).isCloseTo(last(said, "Peak:\\s+(-?[\\d.]+) dBFS"), offset(0.25));
    }

    private static double last(String said, String pattern) {
        Matcher found = Pattern.compile(pattern).matcher(said);
        double value = Double.NaN;
        while (found.find()) value = Double.parseDouble(found.group(1));
        return value;
    }

    @Test
    void a_wav_that_was_an_mp3_is_suspected_and_a_dull_one_is_not() throws IOException {
        Path coded = made("coded.mp3", plain, "-b:a", "128k");
        Sound was = sound(made("was.wav", coded, "-c:a", "pcm_s16le"));
        assertThat(was.lossySource().suspected()).isTrue();
        assertThat(was.bandwidthHz()).isBetween(15_500.0, 17_500.0);
        assertThat(was.lossySource().reason()).contains("spectrum drops");
        Sound dull = sound(made("dull.wav", plain, "-af", "lowpass=f=4000:p=1,lowpass=f=6000:p=1"));
        assertThat(dull.lossySource().suspected()).isFalse();
        assertThat(sound(plain).lossySource().suspected()).isFalse();
    }

    @Test
    void a_higher_rate_than_the_sound_needs_is_seen() throws IOException {
        assertThat(sound(made("raised.wav", plain, "-ar", "96000")).upsampled()).isTrue();
        assertThat(sound(plain).upsampled()).isFalse();
    }

    @Test
    void tempo_and_key_are_those_it_was_played_in() throws IOException {
        assertThat(sound(made("tempo.mp3", plain, "-b:a", "96k")).tempo().bpm()).isCloseTo(108, offset(1.0));
        Path major = folder.resolve("major.wav");
        Synthesiser.write(new Piece(1000, 64, 0, false, 30, Piece.Layers.STRINGS, 0), major);
        assertThat(sound(made("key.mp3", major, "-b:a", "96k")).key().name()).isEqualTo("A major");
    }

    private static Print print(Path file) throws IOException {
        return analysis(file).print().orElseThrow();
    }

    /** Name, arguments; what is spoilt and must be found again. */
    @ParameterizedTest(name = "{0}")
    @CsvSource(
            delimiter = '|',
            value = {
                "codec.mp3 | -b:a 64k",
                "mono.wav | -ac 1 -ar 22050",
                "faster.wav | -af asetrate=44982,aresample=44100",
                "slower.wav | -af asetrate=43218,aresample=44100",
                "quiet.wav | -af volume=-15dB,adelay=2500:all=1",
                "headless.wav | -ss 5"
            })
    void spoilt_sound_is_found_among_others(String name, String arguments) throws IOException {
        Path spoilt = made(name, plain, arguments.split(" "));
        Path place = Files.createTempDirectory(folder, "index");
        try (PrintIndex index = PrintIndex.open(place)) {
            for (int i = 0; i < 6; i++) {
                Path other = folder.resolve("other-" + i + ".wav");
                if (!Files.exists(other))
                    Synthesiser.write(
                            new Piece(640 + i, 100 + 3 * i, i, i % 2 == 0, 30, Piece.Layers.values()[i % 5], 0), other);
                index.add("other-" + i, print(other));
            }
            assertThat(new Identifier(index).identify(print(spoilt), "")).isEmpty();
            index.add("plain", print(plain));
            List<Match> found = new Identifier(index).identify(print(spoilt), "");
            assertThat(found.get(0).id()).isEqualTo("plain");
            assertThat(found.get(0).verdict()).isEqualTo(Match.Verdict.SAME);
            if (name.equals("headless.wav"))
                assertThat(found.get(0).offsetSeconds()).isCloseTo(5, offset(0.1));
            if (name.equals("quiet.wav"))
                assertThat(found.get(0).offsetSeconds()).isCloseTo(-2.5, offset(0.1));
            if (name.equals("faster.wav")) assertThat(found.get(0).speed()).isCloseTo(1.02, offset(0.001));
        }
    }

    @Test
    void the_sung_version_is_another_and_begins_to_differ_where_the_voice_enters() throws IOException {
        try (PrintIndex index = PrintIndex.open(Files.createTempDirectory(folder, "index"))) {
            index.add("plain", print(plain));
            Match match = new Identifier(index)
                    .identify(print(made("sung.mp3", sung, "-b:a", "128k")), "")
                    .get(0);
            assertThat(match.verdict()).isEqualTo(Match.Verdict.OTHER_VERSION);
            assertThat(match.agrees().get(0).from()).isLessThan(0.5);
            assertThat(match.differs().get(0).from()).isBetween(16.0, 20.0);
        }
    }

    @Test
    void without_a_decoder_the_headers_still_speak() throws IOException {
        Path file = made("only.flac", plain);
        AudioFacts facts = app.entrada.core.sound.AudioMeasuring.measure(file, bytes -> {});
        assertThat(facts.samples()).isEqualTo(FRAMES);
        assertThat(facts.sound()).isEmpty();
        assertThat(facts.faults()).isEmpty();
    }
}

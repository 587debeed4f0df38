package app.entrada.demo;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.picture.PictureFacts;
import app.entrada.core.picture.PictureMeasuring;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

class GeneratorsTest {
    @TempDir
    Path folder;

    @Test
    void a_shortened_piece_ends_in_time_and_is_still_sung() {
        Piece piece = new Piece(42, 108, 5, true, 84, Piece.Layers.BAND, 60);
        assertThat(piece.within(31)).isEqualTo(new Piece(42, 108, 5, true, 31, Piece.Layers.BAND, 21.7));
        assertThat(piece.within(90)).isEqualTo(piece);
    }

    private AudioFacts play(Piece piece, String name) throws IOException {
        Path wav = folder.resolve(name);
        Synthesiser.write(piece, wav);
        return AudioMeasuring.measure(wav, done -> {});
    }

    @ParameterizedTest
    @EnumSource(Piece.Layers.class)
    void every_ensemble_plays_a_whole_file_of_the_length_asked_for(Piece.Layers layers) throws IOException {
        AudioFacts facts = play(new Piece(1, 100, 0, false, 5, layers, 0), layers + ".wav");
        assertThat(facts.samples()).isEqualTo(5 * 44_100);
        assertThat(facts.faults()).isEmpty();
        // scaled to 0.7 of full scale: 20·log10 0.7 = −3.1 dB
        assertThat(facts.sound().orElseThrow().samplePeakDbfs()).isBetween(-3.2, -3.0);
        assertThat(java.util.Arrays.stream(facts.sound().orElseThrow().outline())
                        .max()
                        .orElse(0))
                .isEqualTo(70);
    }

    @Test
    void the_sung_version_is_another_file_of_the_same_length() throws IOException {
        Piece piece = new Piece(42, 108, 5, true, 8, Piece.Layers.BAND, 0);
        play(piece, "instrumental.wav");
        play(piece.sung(4), "sung.wav");
        byte[] one = Files.readAllBytes(folder.resolve("instrumental.wav"));
        byte[] other = Files.readAllBytes(folder.resolve("sung.wav"));
        assertThat(one).hasSameSizeAs(other);
        assertThat(one).isNotEqualTo(other);
    }

    @ParameterizedTest
    @EnumSource(CoverDrawing.Style.class)
    void every_style_of_cover_is_a_square_rgb_jpeg(CoverDrawing.Style style) throws IOException {
        Path jpeg = folder.resolve(style + ".jpg");
        CoverDrawing.write(jpeg, 600, 3, style, List.of("TIDE", "WRACK & 12"));
        PictureFacts facts = PictureMeasuring.measure(jpeg, new Sha256("a".repeat(64)));
        assertThat(facts.format()).isEqualTo("JPEG");
        assertThat(facts.width()).isEqualTo(600);
        assertThat(facts.height()).isEqualTo(600);
        assertThat(facts.colours()).isEqualTo("RGB");
        assertThat(facts.faults()).isEmpty();
    }

    @Test
    void the_same_seed_draws_the_same_cover() throws IOException {
        for (String name : new String[] {"one.jpg", "two.jpg"})
            CoverDrawing.write(folder.resolve(name), 300, 5, CoverDrawing.Style.BLOCKS, List.of("NW"));
        assertThat(Files.mismatch(folder.resolve("one.jpg"), folder.resolve("two.jpg")))
                .isEqualTo(-1);
    }
}

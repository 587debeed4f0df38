package app.entrada.media;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.picture.PictureAnalysis;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.picture.PictureMeasuring;
import app.entrada.core.picture.TextReader;
import app.entrada.core.text.Sha256;
import app.entrada.demo.Cover;
import app.entrada.demo.CoverDrawing;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.EnumSource;

/** What a program that reads letters makes of the eight hands that draw the demo's covers. */
class CoversOfTheDemoTest {
    private static final TextReader READER = Tesseract.here();

    @TempDir
    Path folder;

    private PictureFacts drawn(Cover cover) throws IOException {
        Path jpeg = folder.resolve("cover.jpg");
        CoverDrawing.write(jpeg, 3, cover);
        return PictureMeasuring.measure(jpeg, new Sha256("a".repeat(64)), READER);
    }

    private static String words(PictureFacts picture) {
        return String.join(
                        " ",
                        picture.look().orElseThrow().lines().stream()
                                .map(PictureAnalysis.TextLine::text)
                                .toList())
                .toLowerCase(Locale.ROOT);
    }

    @ParameterizedTest
    @EnumSource(value = CoverDrawing.Style.class, mode = EnumSource.Mode.EXCLUDE, names = "BRUSH")
    void seven_hands_are_read(CoverDrawing.Style hand) throws IOException {
        PictureFacts picture =
                drawn(new Cover(hand, List.of("TALLOW", "MARKET"), List.of("ODD LANTERN"), "", 3000, 3000, false));
        assertThat(picture.faults()).isEmpty();
        assertThat(picture.look().orElseThrow().border()).isEqualTo(PictureAnalysis.Border.NONE);
        assertThat(words(picture)).contains("tallow", "market");
    }

    @Test
    void the_brush_is_not() throws IOException {
        PictureFacts picture = drawn(Cover.square(CoverDrawing.Style.BRUSH, List.of("TALLOW", "MARKET"), 3000));
        assertThat(words(picture)).doesNotContain("tallow", "market");
    }

    @Test
    void an_address_in_small_letters_is_read_and_inks_of_a_press_are_told() throws IOException {
        PictureFacts picture = drawn(new Cover(
                CoverDrawing.Style.LINOCUT,
                List.of("TALLOW"),
                List.of("ODD LANTERN"),
                "www.ninthweir.example",
                3000,
                3000,
                true));
        assertThat(picture.colours()).isEqualTo("CMYK");
        assertThat(picture.faults()).isEmpty();
        assertThat(words(picture)).contains("ninthweir.example");
    }
}

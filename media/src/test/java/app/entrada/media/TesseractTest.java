package app.entrada.media;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.picture.PictureFacts;
import app.entrada.core.picture.PictureMeasuring;
import app.entrada.core.picture.TextReader;
import app.entrada.core.picture.WordsOnCover;
import app.entrada.core.text.Sha256;
import java.awt.Color;
import java.awt.Font;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.Assumptions;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("K6 What is written on a cover is read")
class TesseractTest {
    @TempDir
    Path folder;

    @BeforeAll
    static void with_the_program() {
        Assumptions.assumeTrue(Tesseract.here() != TextReader.NONE, "tesseract is installed");
    }

    private PictureFacts read(Color ground, Color ink, String... lines) throws IOException {
        BufferedImage cover = new BufferedImage(1500, 1500, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = cover.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_TEXT_ANTIALIASING, RenderingHints.VALUE_TEXT_ANTIALIAS_ON);
        pen.setColor(ground);
        pen.fillRect(0, 0, 1500, 1500);
        pen.setColor(ink);
        pen.setFont(new Font(Font.SANS_SERIF, Font.BOLD, 110));
        for (int i = 0; i < lines.length; i++) pen.drawString(lines[i], 120, 260 + 220 * i);
        pen.dispose();
        Path file = folder.resolve("cover.png");
        ImageIO.write(cover, "png", file.toFile());
        return PictureMeasuring.measure(file, new Sha256("c".repeat(64)), Tesseract.here());
    }

    @Test
    void dark_and_light_lettering_is_read_with_its_place() throws IOException {
        for (List<Color> colours :
                List.of(List.of(Color.WHITE, Color.BLACK), List.of(new Color(0x24424E), new Color(0xF4F1EA)))) {
            var look = read(colours.get(0), colours.get(1), "Tidewrack", "Almanac")
                    .look()
                    .orElseThrow();
            assertThat(look.read()).isTrue();
            assertThat(WordsOnCover.of(look).shows("Tidewrack Almanac")).isTrue();
            assertThat(look.lines().get(0).box().y()).isBetween(120, 290);
        }
    }

    @Test
    void an_address_and_a_price_are_found_among_the_words() throws IOException {
        var words =
                WordsOnCover.of(read(Color.WHITE, Color.BLACK, "Slack Water", "www.ninthweir.example", "only 9.99 EUR")
                        .look()
                        .orElseThrow());
        assertThat(words.addresses()).isNotEmpty();
        assertThat(words.prices()).isNotEmpty();
        assertThat(words.others(List.of("Slack Water"))).hasSize(2);
    }

    @Test
    void a_plain_picture_says_nothing() throws IOException {
        var look = read(new Color(0x8E2C48), Color.WHITE).look().orElseThrow();
        assertThat(look.lines()).isEmpty();
        assertThat(look.read()).isTrue();
    }

    @Test
    void a_table_of_words_becomes_lines_without_what_is_doubtful() {
        String table = "level\tpage_num\tblock_num\tpar_num\tline_num\tword_num\tleft\ttop\twidth\theight\tconf\ttext\n"
                + "4\t1\t1\t1\t1\t0\t100\t200\t500\t60\t-1\t\n"
                + "5\t1\t1\t1\t1\t1\t100\t200\t240\t60\t96.5\tSlack\n"
                + "5\t1\t1\t1\t1\t2\t360\t204\t240\t56\t91.5\tWater\n"
                + "5\t1\t2\t1\t1\t1\t900\t900\t30\t30\t31.0\tvvx\n";
        assertThat(Tesseract.lines(table)).singleElement().satisfies(line -> {
            assertThat(line.text()).isEqualTo("Slack Water");
            assertThat(line.confidence()).isEqualTo(93);
            assertThat(line.box().x()).isEqualTo(100);
            assertThat(line.box().width()).isEqualTo(500);
        });
    }
}

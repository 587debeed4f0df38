package app.entrada.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import com.google.zxing.BarcodeFormat;
import com.google.zxing.MultiFormatWriter;
import com.google.zxing.common.BitMatrix;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.Consumer;
import javax.imageio.ImageIO;
import net.coobird.thumbnailator.Thumbnails;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("K6 What is on a cover is seen")
class PictureAnalysisTest {
    @TempDir
    Path folder;

    /** A picture full of small strokes in many colours. */
    private static BufferedImage busy(int side) {
        BufferedImage image = new BufferedImage(side, side, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = image.createGraphics();
        SplittableRandom chance = new SplittableRandom(952);
        pen.setColor(new Color(0x6E8FA8));
        pen.fillRect(0, 0, side, side);
        for (int i = 0; i < side * 6; i++) {
            pen.setColor(new Color(chance.nextInt(40, 220), chance.nextInt(40, 200), chance.nextInt(60, 160)));
            int x = chance.nextInt(side);
            int y = chance.nextInt(side);
            pen.drawLine(x, y, x + chance.nextInt(-30, 30), y + chance.nextInt(-30, 30));
        }
        pen.dispose();
        return image;
    }

    private PictureFacts measured(BufferedImage image, String format) throws IOException {
        Path file = folder.resolve("cover." + format);
        ImageIO.write(image, format, file.toFile());
        return PictureMeasuring.measure(file, Samples.COVER);
    }

    private PictureAnalysis look(BufferedImage image) throws IOException {
        return measured(image, "png").look().orElseThrow();
    }

    private static BufferedImage drawn(int side, Consumer<Graphics2D> draw) {
        BufferedImage image = busy(side);
        Graphics2D pen = image.createGraphics();
        draw.accept(pen);
        pen.dispose();
        return image;
    }

    private static void code(Graphics2D pen, BarcodeFormat format, String text, int x, int y, int w, int h) {
        try {
            BitMatrix bits = new MultiFormatWriter().encode(text, format, w, h);
            pen.setColor(Color.WHITE);
            pen.fillRect(x, y, w, h);
            pen.setColor(Color.BLACK);
            for (int i = 0; i < w; i++)
                for (int j = 0; j < h; j++) if (bits.get(i, j)) pen.fillRect(x + i, y + j, 1, 1);
        } catch (com.google.zxing.WriterException impossible) {
            throw new IllegalStateException(impossible);
        }
    }

    @Test
    void an_enlarged_picture_lacks_the_detail_of_its_size() throws IOException {
        PictureAnalysis sharp = look(busy(1600));
        PictureAnalysis enlarged = look(Thumbnails.of(busy(240))
                .scale(1600.0 / 240)
                .imageType(BufferedImage.TYPE_INT_RGB)
                .asBufferedImage());
        assertThat(sharp.sharpness()).isGreaterThan(100);
        assertThat(sharp.fineDetail()).isGreaterThan(-25);
        assertThat(enlarged.fineDetail()).isLessThan(-38);
        assertThat(enlarged.sharpness()).isLessThan(sharp.sharpness() / 8);
    }

    @Test
    void a_border_has_a_colour_and_a_width_on_each_side_and_a_plain_ground_is_none() throws IOException {
        BufferedImage framed = drawn(1000, pen -> {
            pen.setColor(new Color(0xF4F1EA));
            pen.fillRect(0, 0, 1000, 40);
            pen.fillRect(0, 940, 1000, 60);
            pen.fillRect(0, 0, 30, 1000);
            pen.fillRect(970, 0, 30, 1000);
        });
        assertThat(look(framed).border()).isEqualTo(new PictureAnalysis.Border(30, 40, 30, 60, "#F4F1EA"));
        BufferedImage plain = new BufferedImage(1000, 1000, BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = plain.createGraphics();
        pen.setColor(Color.WHITE);
        pen.fillRect(0, 0, 1000, 1000);
        pen.setColor(Color.BLACK);
        pen.fillOval(300, 300, 400, 400);
        assertThat(look(plain).border()).isEqualTo(PictureAnalysis.Border.NONE);
        assertThat(look(busy(600)).border()).isEqualTo(PictureAnalysis.Border.NONE);
    }

    @Test
    void a_qr_code_and_a_barcode_are_read_where_they_stand() throws IOException {
        PictureAnalysis qr =
                look(drawn(1500, pen -> code(pen, BarcodeFormat.QR_CODE, "ninthweir.example", 900, 1000, 300, 300)));
        assertThat(qr.codes()).singleElement().satisfies(code -> {
            assertThat(code.kind()).isEqualTo("QR_CODE");
            assertThat(code.text()).isEqualTo("ninthweir.example");
            assertThat(code.box().x()).isBetween(900, 1100);
            assertThat(code.box().y()).isBetween(1000, 1200);
        });
        PictureAnalysis bars =
                look(drawn(1500, pen -> code(pen, BarcodeFormat.EAN_13, "9521234500292", 200, 1100, 500, 220)));
        assertThat(bars.codes()).extracting(PictureAnalysis.PrintedCode::text).containsExactly("9521234500292");
        assertThat(look(busy(1500)).codes()).isEmpty();
    }

    @Test
    void a_jpeg_that_lost_its_end_is_told_from_a_whole_one() throws IOException {
        PictureFacts whole = measured(busy(900), "jpg");
        assertThat(whole.faults()).isEmpty();
        byte[] bytes = Files.readAllBytes(folder.resolve("cover.jpg"));
        Path cut = Files.write(folder.resolve("cut.jpg"), Arrays.copyOf(bytes, bytes.length / 3));
        assertThat(PictureMeasuring.measure(cut, Samples.COVER).faults())
                .singleElement()
                .asString()
                .containsAnyOf("cut off", "damaged");
    }

    @Test
    void the_note_that_turns_a_picture_is_read_and_heeded() throws IOException {
        BufferedImage wide = new BufferedImage(40, 20, BufferedImage.TYPE_INT_RGB);
        wide.createGraphics().fillRect(0, 0, 20, 20);
        Path plain = folder.resolve("plain.jpg");
        ImageIO.write(wide, "jpg", plain.toFile());
        byte[] jpeg = Files.readAllBytes(plain);
        // Exif 2.3: APP1, "Exif", a big-endian TIFF with one entry: 0x0112, short, one value, 6 (turn clockwise)
        byte[] note = ByteBuffer.allocate(36)
                .putShort((short) 0xFFE1)
                .putShort((short) 34)
                .put("Exif\0\0".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1))
                .put("MM".getBytes(java.nio.charset.StandardCharsets.ISO_8859_1))
                .putShort((short) 42)
                .putInt(8)
                .putShort((short) 1)
                .putShort((short) 0x0112)
                .putShort((short) 3)
                .putInt(1)
                .putShort((short) 6)
                .putShort((short) 0)
                .putInt(0)
                .array();
        Path turned = folder.resolve("turned.jpg");
        try (var out = Files.newOutputStream(turned)) {
            out.write(jpeg, 0, 2);
            out.write(note);
            out.write(jpeg, 2, jpeg.length - 2);
        }
        assertThat(PictureMeasuring.measure(turned, Samples.COVER)
                        .look()
                        .orElseThrow()
                        .turn())
                .isEqualTo(6);
        assertThat(PictureMeasuring.measure(plain, Samples.COVER)
                        .look()
                        .orElseThrow()
                        .turn())
                .isEqualTo(1);
        BufferedImage upright = PictureMeasuring.upright(turned).picture();
        assertThat(upright.getWidth()).isEqualTo(20);
        assertThat(upright.getHeight()).isEqualTo(40);
        // what was left is above after a quarter turn clockwise
        assertThat(new Color(upright.getRGB(10, 5)).getRed()).isGreaterThan(200);
        assertThat(new Color(upright.getRGB(10, 35)).getRed()).isLessThan(60);
    }

    @Test
    void the_advisory_mark_is_known_by_its_shape() throws IOException {
        BufferedImage marked = drawn(1500, pen -> {
            pen.setColor(Color.BLACK);
            pen.fillRect(1180, 1280, 250, 155);
            pen.setColor(Color.WHITE);
            pen.fillRect(1190, 1334, 230, 48);
            pen.setColor(Color.BLACK);
            for (int x = 1200; x < 1410; x += 14) pen.fillRect(x, 1342, 6, 32);
        });
        PictureAnalysis.Box found = look(marked).advisory().orElseThrow();
        assertThat(found.x()).isBetween(1150, 1220);
        assertThat(found.y()).isBetween(1250, 1310);
        assertThat(look(busy(1500)).advisory()).isEmpty();
    }

    @Test
    void a_derived_picture_fits_its_ceiling_at_the_best_quality_and_a_crop_is_square() throws IOException {
        Path file = folder.resolve("busy.png");
        ImageIO.write(busy(1200), "png", file.toFile());
        byte[] small = PictureScaling.derived(file, null, 0, 150_000);
        assertThat(small.length).isLessThanOrEqualTo(150_000).isGreaterThan(90_000);
        byte[] crop = PictureScaling.derived(file, new PictureAnalysis.Box(100, 0, 900, 900), 600, 0);
        BufferedImage cropped = ImageIO.read(new ByteArrayInputStream(crop));
        assertThat(List.of(cropped.getWidth(), cropped.getHeight())).containsExactly(600, 600);
        // an impossible ceiling is met by fewer pixels, never by a file over it
        assertThat(PictureScaling.derived(file, null, 0, 20_000).length).isLessThanOrEqualTo(20_000);
        assertThatThrownBy(() -> PictureScaling.derived(Files.writeString(folder.resolve("no.jpg"), "no"), null, 0, 0))
                .isInstanceOf(IOException.class);
    }

    @Test
    void words_are_compared_as_readings_with_slips() {
        PictureAnalysis look = words("TIDEWRACK ALMANAG", "Mira Toligate");
        WordsOnCover read = WordsOnCover.of(look);
        assertThat(read.shows("Tidewrack Almanac")).isTrue();
        assertThat(read.shows("Mira Tollgate")).isTrue();
        assertThat(read.shows("Kestrel & Loam")).isFalse();
        assertThat(read.others(List.of("Tidewrack Almanac", "Mira Tollgate"))).isEmpty();
        assertThat(WordsOnCover.of(words("Tidewrack Almanac", "Winter tour")).others(List.of("Tidewrack Almanac")))
                .containsExactly("Winter tour");
        assertThat(WordsOnCover.of(words("visit www.ninthweir.example")).addresses())
                .containsExactly("www.ninthweir.example");
        assertThat(WordsOnCover.of(words("desk@ninthweir.example")).contacts())
                .containsExactly("desk@ninthweir.example");
        assertThat(WordsOnCover.isAdvisory("PARENTAL ADVIS0RY")).isTrue();
        assertThat(WordsOnCover.isAdvisory("Content Harbour")).isFalse();
    }

    private static PictureAnalysis words(String... lines) {
        return new PictureAnalysis(
                "",
                1,
                1,
                200,
                -18,
                PictureAnalysis.Border.NONE,
                List.of(),
                Arrays.stream(lines)
                        .map(line -> new PictureAnalysis.TextLine(line, 88, new PictureAnalysis.Box(0, 0, 100, 20)))
                        .toList(),
                true,
                java.util.Optional.empty());
    }

    @Test
    void a_picture_of_600_pixels_blown_up_to_3000_has_no_detail_of_that_size() throws IOException {
        PictureAnalysis blown = look(Thumbnails.of(busy(600)).size(3000, 3000).asBufferedImage());
        assertThat(blown.fineDetail()).isLessThan(-38);
        assertThat(look(busy(3000)).fineDetail()).isGreaterThan(-20);
    }

    @Test
    void prices_are_prices_however_they_are_set() {
        for (String price : List.of("9.99 EUR", "EUR 9.99", "€ 9,99", "9,99€", "9. 99 EUR", "$12"))
            assertThat(prices(price)).as(price).isNotEmpty();
        for (String none : List.of("1999", "Volume 9.99", "12 inch"))
            assertThat(prices(none)).as(none).isEmpty();
    }

    private static List<String> prices(String text) {
        return new WordsOnCover(List.of(new PictureAnalysis.TextLine(text, 95, new PictureAnalysis.Box(0, 0, 10, 10))))
                .prices();
    }
}

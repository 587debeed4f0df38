package app.entrada.core.picture;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("K6 A picture is measured, whatever its name claims")
class PicturesTest {
    @TempDir
    Path folder;

    private Path picture(String format, int width, int height, int type) throws IOException {
        Path file = folder.resolve("cover." + format);
        BufferedImage image = new BufferedImage(width, height, type);
        image.createGraphics().fillRect(0, 0, width / 2, height);
        ImageIO.write(image, format, file.toFile());
        return file;
    }

    @Test
    void size_format_and_colours_are_read_from_the_picture_itself() throws IOException {
        Path file = picture("png", 300, 299, BufferedImage.TYPE_INT_RGB);
        Path renamed = Files.move(file, folder.resolve("cover.jpg"));
        PictureFacts facts = PictureMeasuring.measure(renamed, Samples.COVER);
        assertThat(facts.format()).isEqualTo("PNG");
        assertThat(facts.width()).isEqualTo(300);
        assertThat(facts.height()).isEqualTo(299);
        assertThat(facts.colours()).isEqualTo("RGB");
        assertThat(facts.bitDepth()).isEqualTo(8);
        assertThat(facts.faults()).isEmpty();
        assertThat(PictureMeasuring.measure(picture("jpg", 50, 50, BufferedImage.TYPE_BYTE_GRAY), Samples.COVER)
                        .colours())
                .isEqualTo("grey");
    }

    @Test
    void an_empty_a_cut_and_a_false_picture_each_say_what_they_are() throws IOException {
        assertThat(PictureMeasuring.measure(Files.createFile(folder.resolve("none.jpg")), Samples.COVER)
                        .faults())
                .containsExactly("the file is empty");
        Path whole = picture("png", 200, 200, BufferedImage.TYPE_INT_RGB);
        Path cut = Files.write(folder.resolve("cut.png"), Arrays.copyOf(Files.readAllBytes(whole), 60));
        assertThat(PictureMeasuring.measure(cut, Samples.COVER).faults()).isNotEmpty();
        Path text = Files.writeString(folder.resolve("text.jpg"), "no picture");
        assertThat(PictureMeasuring.measure(text, Samples.COVER).faults())
                .containsExactly("the file is not a readable picture");
    }

    @Test
    void a_picture_that_claims_a_thousand_million_pixels_is_not_decoded() throws IOException {
        byte[] png = Files.readAllBytes(picture("png", 8, 8, BufferedImage.TYPE_INT_RGB));
        // IHDR: width and height at 16, its CRC at 29
        ByteBuffer head = ByteBuffer.wrap(png).putInt(16, 40_000).putInt(20, 40_000);
        CRC32 crc = new CRC32();
        crc.update(png, 12, 17);
        head.putInt(29, (int) crc.getValue());
        PictureFacts facts = PictureMeasuring.measure(Files.write(folder.resolve("bomb.png"), png), Samples.COVER);
        assertThat(facts.faults()).singleElement().asString().contains("40,000 × 40,000");
    }

    @Test
    void a_scaled_picture_fits_its_ceiling_and_is_never_enlarged() throws IOException {
        BufferedImage noise = new BufferedImage(900, 900, BufferedImage.TYPE_INT_RGB);
        var chance = new java.util.SplittableRandom(1);
        for (int x = 0; x < 900; x++) for (int y = 0; y < 900; y++) noise.setRGB(x, y, chance.nextInt());
        Path file = folder.resolve("noise.png");
        ImageIO.write(noise, "png", file.toFile());
        byte[] scaled = PictureScaling.jpeg(file, 400, 120_000);
        assertThat(scaled.length).isLessThanOrEqualTo(120_000);
        assertThat(ImageIO.read(new ByteArrayInputStream(scaled)).getWidth()).isEqualTo(400);
        assertThat(ImageIO.read(new ByteArrayInputStream(PictureScaling.jpeg(file, 5000, 9_000_000)))
                        .getWidth())
                .isEqualTo(900);
        assertThatThrownBy(() -> PictureScaling.jpeg(file, 400, 1000))
                .hasMessageContaining("does not fit into 1,000 bytes");
    }

    /** A chunk of a PNG with its checksum. */
    private static byte[] chunk(String name, byte[] body) {
        byte[] type = name.getBytes(StandardCharsets.ISO_8859_1);
        CRC32 crc = new CRC32();
        crc.update(type);
        crc.update(body);
        return ByteBuffer.allocate(12 + body.length)
                .putInt(body.length)
                .put(type)
                .put(body)
                .putInt((int) crc.getValue())
                .array();
    }

    /** A PNG with something put behind its head. */
    private Path with(String name, byte[]... chunks) throws IOException {
        byte[] png = Files.readAllBytes(picture("png", 300, 300, BufferedImage.TYPE_INT_RGB));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.write(png, 0, 33);
        for (byte[] each : chunks) out.writeBytes(each);
        out.write(png, 33, png.length - 33);
        return Files.write(folder.resolve(name), out.toByteArray());
    }

    @Test
    void a_text_that_unpacks_to_hundreds_of_megabytes_never_reaches_the_decoder() throws IOException {
        ByteArrayOutputStream packed = new ByteArrayOutputStream();
        packed.writeBytes("Comment\0\0".getBytes(StandardCharsets.ISO_8859_1));
        try (var deflater = new java.util.zip.DeflaterOutputStream(packed)) {
            byte[] zeros = new byte[1 << 20];
            for (int i = 0; i < 256; i++) deflater.write(zeros);
        }
        Path file = with("text.png", chunk("zTXt", packed.toByteArray()));
        PictureFacts facts = PictureMeasuring.measure(file, Samples.COVER);
        assertThat(facts.faults()).isEmpty();
        assertThat(facts.width()).isEqualTo(300);
        assertThat(ImageIO.read(new ByteArrayInputStream(PictureScaling.jpeg(file, 100, 50_000)))
                        .getWidth())
                .isEqualTo(100);
    }

    @Test
    void a_very_large_picture_is_measured_with_fewer_pixels_and_keeps_its_size() throws IOException {
        Path file = picture("jpg", 7000, 6000, BufferedImage.TYPE_BYTE_GRAY);
        PictureFacts facts = PictureMeasuring.measure(file, Samples.COVER);
        assertThat(facts.width()).isEqualTo(7000);
        assertThat(facts.height()).isEqualTo(6000);
        assertThat(facts.faults()).isEmpty();
        // 42 million pixels: every second across and down
        assertThat(PictureMeasuring.whole(file).every()).isEqualTo(2);
        assertThat(PictureMeasuring.whole(file).picture().getWidth()).isEqualTo(3500);
        // 100 million are kept to a ninth… of a square of 10,000
        assertThat(PictureDecoding.every(10_000, 10_000)).isEqualTo(3);
        assertThat(PictureDecoding.every(4_000, 4_000)).isEqualTo(1);
    }

    @Test
    void animated_damaged_transparent_and_foreign_pictures_are_named_for_what_they_are() throws IOException {
        Path animated = with("animated.png", chunk("acTL", new byte[] {0, 0, 0, 2, 0, 0, 0, 0}));
        assertThat(PictureMeasuring.measure(animated, Samples.COVER).faults())
                .containsExactly("the picture is animated; a cover must be still");

        byte[] whole = Files.readAllBytes(picture("png", 300, 300, BufferedImage.TYPE_INT_RGB));
        whole[30] ^= 1;
        assertThat(PictureMeasuring.measure(Files.write(folder.resolve("sum.png"), whole), Samples.COVER)
                        .faults())
                .containsExactly("the picture is damaged: the checksum of part IHDR does not match");

        Path clear = picture("png", 60, 60, BufferedImage.TYPE_INT_ARGB);
        assertThat(PictureMeasuring.measure(clear, Samples.COVER).faults())
                .singleElement()
                .asString()
                .contains("transparent");

        byte[] webp = "RIFF\1\0\0\0WEBPVP8 ".getBytes(StandardCharsets.ISO_8859_1);
        assertThat(PictureMeasuring.measure(Files.write(folder.resolve("cover.jpg"), webp), Samples.COVER)
                        .faults())
                .singleElement()
                .asString()
                .contains("WebP");
    }

    @Test
    void where_and_by_whom_a_picture_was_taken_does_not_go_out() throws IOException {
        byte[] jpeg = Files.readAllBytes(picture("jpg", 300, 300, BufferedImage.TYPE_INT_RGB));
        // a TIFF directory with one entry: a place, tag 0x8825
        byte[] tiff = ByteBuffer.allocate(26)
                .put("MM\0*".getBytes(StandardCharsets.ISO_8859_1))
                .putInt(8)
                .putShort((short) 1)
                .putShort((short) 0x8825)
                .putShort((short) 4)
                .putInt(1)
                .putInt(26)
                .putInt(0)
                .array();
        ByteBuffer noted = ByteBuffer.allocate(jpeg.length + 10 + tiff.length);
        noted.put(jpeg, 0, 2)
                .put(new byte[] {(byte) 0xFF, (byte) 0xE1})
                .putShort((short) (8 + tiff.length))
                .put("Exif\0\0".getBytes(StandardCharsets.ISO_8859_1))
                .put(tiff)
                .put(jpeg, 2, jpeg.length - 2);
        Path file = Files.write(folder.resolve("noted.jpg"), noted.array());
        PictureCleaning.Clean clean = PictureCleaning.of(file);
        assertThat(clean.bytes()).as("the picture bit for bit").isEqualTo(jpeg);
        assertThat(clean.takenOff()).containsExactly("EXIF data with the location");

        Path text = with("text.png", chunk("tEXt", "Author\0I. Sorel".getBytes(StandardCharsets.ISO_8859_1)));
        PictureCleaning.Clean plain = PictureCleaning.of(text);
        assertThat(new String(plain.bytes(), StandardCharsets.ISO_8859_1)).doesNotContain("Sorel");
        assertThat(plain.takenOff()).singleElement().asString().contains("tEXt");
        assertThat(PictureCleaning.of(picture("png", 90, 90, BufferedImage.TYPE_INT_RGB))
                        .takenOff())
                .isEmpty();
    }

    @Test
    void a_size_that_does_not_fit_is_refused_and_none_is_given_in_its_place() throws IOException {
        BufferedImage noise = new BufferedImage(1500, 1500, BufferedImage.TYPE_INT_RGB);
        var chance = new java.util.SplittableRandom(2);
        for (int x = 0; x < 1500; x++) for (int y = 0; y < 1500; y++) noise.setRGB(x, y, chance.nextInt());
        Path file = folder.resolve("noise.png");
        ImageIO.write(noise, "png", file.toFile());
        assertThatThrownBy(() -> PictureScaling.derived(file, null, 1400, 20_000))
                .hasMessageContaining("20,000 bytes at 1,400 pixels");
        assertThat(PictureScaling.derived(file, null, 0, 300_000).length).isLessThanOrEqualTo(300_000);
    }
}

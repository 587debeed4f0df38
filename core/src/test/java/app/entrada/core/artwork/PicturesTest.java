package app.entrada.core.artwork;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.Samples;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
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
                .containsExactly("the file is no picture that can be read");
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
}

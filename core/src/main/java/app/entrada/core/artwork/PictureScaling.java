package app.entrada.core.artwork;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import net.coobird.thumbnailator.Thumbnails;

/** Smaller pictures made from a cover: never larger than asked, never enlarged. */
public final class PictureScaling {
    private static final double BEST = 0.92;
    private static final double WORST = 0.5;

    private PictureScaling() {}

    /**
     * A JPEG in RGB whose longer side is at most {@code side} pixels and whose size is at most {@code ceiling} bytes, at
     * the best quality that fits.
     *
     * @throws IOException when the picture cannot be decoded, or not even the lowest quality fits
     */
    public static byte[] jpeg(Path picture, int side, int ceiling) throws IOException {
        BufferedImage scaled;
        try {
            BufferedImage whole = javax.imageio.ImageIO.read(picture.toFile());
            if (whole == null) throw new IOException("the picture cannot be decoded");
            int longer = Math.max(whole.getWidth(), whole.getHeight());
            double scale = Math.min(1.0, (double) side / longer);
            scaled = Thumbnails.of(whole)
                    .scale(scale)
                    .imageType(BufferedImage.TYPE_INT_RGB)
                    .asBufferedImage();
        } catch (RuntimeException damaged) {
            throw new IOException("the picture is damaged and cannot be decoded", damaged);
        }
        for (double quality = BEST; quality >= WORST; quality -= 0.07) {
            ByteArrayOutputStream out = new ByteArrayOutputStream();
            Thumbnails.of(scaled)
                    .scale(1)
                    .outputFormat("jpg")
                    .outputQuality(quality)
                    .toOutputStream(out);
            if (out.size() <= ceiling) return out.toByteArray();
        }
        throw new IOException("the picture does not fit into %,d bytes at %d pixels".formatted(ceiling, side));
    }
}

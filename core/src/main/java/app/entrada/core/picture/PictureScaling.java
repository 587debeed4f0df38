package app.entrada.core.picture;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.file.Path;
import net.coobird.thumbnailator.Thumbnails;
import org.jspecify.annotations.Nullable;

/** Smaller pictures made from a cover: never larger than asked, never enlarged. */
public final class PictureScaling {
    private static final double BEST = 0.92;
    private static final double WORST = 0.5;
    /** Quality of a picture that somebody looks at before it is taken; above it only the bytes grow. */
    private static final double FINEST = 0.95;

    private PictureScaling() {}

    /** The picture in RGB with its longer side at most {@code side} pixels. */
    static BufferedImage scaled(BufferedImage whole, int side) {
        double scale = Math.min(1.0, (double) side / Math.max(whole.getWidth(), whole.getHeight()));
        try {
            return Thumbnails.of(whole)
                    .scale(scale)
                    .imageType(BufferedImage.TYPE_INT_RGB)
                    .asBufferedImage();
        } catch (IOException impossible) {
            throw new java.io.UncheckedIOException(impossible);
        }
    }

    /** The picture in grey, a whole number of times as large. */
    static BufferedImage enlarged(BufferedImage part, int times) {
        BufferedImage large =
                new BufferedImage(part.getWidth() * times, part.getHeight() * times, BufferedImage.TYPE_BYTE_GRAY);
        java.awt.Graphics2D pen = large.createGraphics();
        pen.setRenderingHint(
                java.awt.RenderingHints.KEY_INTERPOLATION, java.awt.RenderingHints.VALUE_INTERPOLATION_BICUBIC);
        pen.drawImage(part, 0, 0, large.getWidth(), large.getHeight(), null);
        pen.dispose();
        return large;
    }

    /**
     * A stretch of a picture as JPEG in sRGB at the best quality that fits. Where no size is asked for, it is scaled down
     * when even the lowest quality does not fit.
     *
     * @param crop what to keep, null for all of it; never enlarged
     * @param side longest side in pixels, 0 for as it is
     * @param ceiling bytes at most, 0 for any number
     * @throws IOException when the picture cannot be decoded, or what is asked for does not fit
     */
    public static byte[] derived(Path picture, PictureAnalysis.@Nullable Box crop, int side, long ceiling)
            throws IOException {
        return PictureDecoding.within(
                PictureDecoding.MOST_KEPT, () -> derived(PictureMeasuring.upright(picture), crop, side, ceiling));
    }

    private static byte[] derived(PictureMeasuring.Whole of, PictureAnalysis.@Nullable Box crop, int side, long ceiling)
            throws IOException {
        BufferedImage part = crop == null ? of.picture() : cut(of, crop);
        int longest = side == 0 ? Math.max(part.getWidth(), part.getHeight()) : side;
        byte[] best = fitting(scaled(part, longest), ceiling);
        // whoever asks for a size wants that size: another is never given for it
        if (best == null && side > 0)
            throw new IOException(
                    "the picture cannot be made smaller than %,d bytes at %,d pixels; allow more bytes or fewer pixels"
                            .formatted(ceiling, side));
        while (best == null) {
            longest = longest * 9 / 10;
            if (longest < 100)
                throw new IOException("the picture does not fit into %,d bytes at any size".formatted(ceiling));
            best = fitting(scaled(part, longest), ceiling);
        }
        return best;
    }

    private static BufferedImage cut(PictureMeasuring.Whole of, PictureAnalysis.Box crop) {
        BufferedImage whole = of.picture();
        int x = Math.max(0, Math.min(crop.x() / of.every(), whole.getWidth() - 1));
        int y = Math.max(0, Math.min(crop.y() / of.every(), whole.getHeight() - 1));
        return whole.getSubimage(
                x,
                y,
                Math.max(1, Math.min(crop.width() / of.every(), whole.getWidth() - x)),
                Math.max(1, Math.min(crop.height() / of.every(), whole.getHeight() - y)));
    }

    /** The best quality under the ceiling, by halving what is left between too large and small enough; null for none. */
    private static byte @Nullable [] fitting(BufferedImage scaled, long ceiling) throws IOException {
        byte[] most = encoded(scaled, FINEST);
        if (ceiling == 0 || most.length <= ceiling) return most;
        double low = WORST;
        double high = FINEST;
        byte[] best = encoded(scaled, low);
        if (best.length > ceiling) return null;
        for (int step = 0; step < 6; step++) {
            double middle = (low + high) / 2;
            byte[] tried = encoded(scaled, middle);
            if (tried.length <= ceiling) {
                best = tried;
                low = middle;
            } else high = middle;
        }
        return best;
    }

    private static byte[] encoded(BufferedImage scaled, double quality) throws IOException {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        Thumbnails.of(scaled)
                .scale(1)
                .outputFormat("jpg")
                .outputQuality(quality)
                .toOutputStream(out);
        return out.toByteArray();
    }

    /**
     * A JPEG in RGB whose longer side is at most {@code side} pixels and whose size is at most {@code ceiling} bytes, at
     * the best quality that fits.
     *
     * @throws IOException when the picture cannot be decoded, or not even the lowest quality fits
     */
    public static byte[] jpeg(Path picture, int side, int ceiling) throws IOException {
        BufferedImage scaled;
        try {
            scaled = PictureDecoding.within(
                    PictureDecoding.MOST_KEPT,
                    () -> scaled(PictureMeasuring.whole(picture).picture(), side));
        } catch (RuntimeException damaged) {
            throw new IOException("the picture is damaged and cannot be decoded", damaged);
        }
        for (double quality = BEST; quality >= WORST; quality -= 0.07) {
            byte[] jpeg = encoded(scaled, quality);
            if (jpeg.length <= ceiling) return jpeg;
        }
        throw new IOException("the picture does not fit into %,d bytes at %d pixels".formatted(ceiling, side));
    }
}

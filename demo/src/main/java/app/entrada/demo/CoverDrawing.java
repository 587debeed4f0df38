package app.entrada.demo;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.awt.image.DataBufferInt;
import java.awt.image.Raster;
import java.awt.image.WritableRaster;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.SplittableRandom;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;
import javax.imageio.stream.ImageOutputStream;
import net.coobird.thumbnailator.Thumbnails;

/** Draws covers as JPEG, each by one of eight hands. The same seed draws the same cover. */
public final class CoverDrawing {
    /** The hands: each has its own picture, its own letters and its own place for them. */
    public enum Style {
        STRIPES,
        TIDE,
        LANTERNS,
        BLOCKS,
        LINOCUT,
        CONTOURS,
        ARCS,
        /** Written with a loose brush: people can read it, programs cannot. */
        BRUSH
    }

    private static final float QUALITY = 0.86f;

    /** Marker segment APP14: four components are inks, not three colours and transparency. */
    private static final byte[] FOUR_INKS = {
        (byte) 0xFF, (byte) 0xEE, 0, 14, 'A', 'd', 'o', 'b', 'e', 0, 100, 0, 0, 0, 0, 0
    };

    private static final int[][] PALETTES = {
        {0x24424E, 0xD9B26A, 0x8E2C48, 0xF4F1EA},
        {0x1D2733, 0x6E8FA8, 0xE2C48F, 0xFFFDF8},
        {0x3B2A4A, 0xC9705A, 0xEBD9B4, 0xFFFDF8},
        {0x20443A, 0xB8C98A, 0xD96C3F, 0xF4F1EA},
        {0x5A1F2E, 0xD8A25E, 0x2F4858, 0xFFFDF8},
    };

    private CoverDrawing() {}

    /**
     * Draws a square cover in even colours, which makes a small file.
     *
     * @param side pixels
     * @param lines what is written on it
     */
    public static void write(Path jpeg, int side, long seed, Style style, List<String> lines) throws IOException {
        write(jpeg, seed, Cover.square(style, lines, side), false);
    }

    /** Draws a cover on paper, whose grain takes its room in the file. */
    public static void write(Path jpeg, long seed, Cover cover) throws IOException {
        write(jpeg, seed, cover, true);
    }

    private static void write(Path jpeg, long seed, Cover cover, boolean paper) throws IOException {
        BufferedImage picture = new BufferedImage(cover.wide(), cover.high(), BufferedImage.TYPE_INT_RGB);
        Graphics2D pen = picture.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        pen.setRenderingHint(RenderingHints.KEY_STROKE_CONTROL, RenderingHints.VALUE_STROKE_PURE);
        // what is square is drawn on a square; what lacks a row loses its last one
        new CoverHand(pen, Math.max(cover.wide(), cover.high()), seed, colours(seed)).draw(cover);
        pen.dispose();
        if (paper) grain(picture, seed);
        if (cover.forPrint()) printed(picture, jpeg);
        else
            Thumbnails.of(picture)
                    .scale(1)
                    .outputFormat("jpg")
                    .outputQuality(QUALITY)
                    .toFile(jpeg.toFile());
    }

    /** A breath of paper: no print is quite even. */
    private static void grain(BufferedImage picture, long seed) {
        int[] pixels = ((DataBufferInt) picture.getRaster().getDataBuffer()).getData();
        SplittableRandom chance = new SplittableRandom(seed);
        long bits = 0;
        for (int i = 0; i < pixels.length; i++) {
            // sixteen pixels out of one number
            bits = i % 16 == 0 ? chance.nextLong() : bits >>> 4;
            int lighter = (int) (bits & 15) / 3 - 2;
            int pixel = pixels[i];
            pixels[i] = bounded((pixel >> 16 & 0xFF) + lighter) << 16
                    | bounded((pixel >> 8 & 0xFF) + lighter) << 8
                    | bounded((pixel & 0xFF) + lighter);
        }
    }

    private static int bounded(int value) {
        return Math.max(0, Math.min(255, value));
    }

    private static Color[] colours(long seed) {
        int[] palette = PALETTES[(int) Math.floorMod(seed, (long) PALETTES.length)];
        Color[] colours = new Color[palette.length];
        for (int i = 0; i < palette.length; i++) colours[i] = new Color(palette[i]);
        return colours;
    }

    /** Cyan, magenta, yellow and black, as a printer's layout program hands it over. */
    private static void printed(BufferedImage picture, Path jpeg) throws IOException {
        WritableRaster inks = Raster.createInterleavedRaster(0, picture.getWidth(), picture.getHeight(), 4, null);
        for (int y = 0; y < picture.getHeight(); y++)
            for (int x = 0; x < picture.getWidth(); x++) {
                Color colour = new Color(picture.getRGB(x, y));
                int brightest = Math.max(colour.getRed(), Math.max(colour.getGreen(), colour.getBlue()));
                int scale = Math.max(1, brightest);
                // with the marker below, 255 is no ink
                inks.setPixel(x, y, new int[] {
                    255 - 255 * (brightest - colour.getRed()) / scale,
                    255 - 255 * (brightest - colour.getGreen()) / scale,
                    255 - 255 * (brightest - colour.getBlue()) / scale,
                    brightest
                });
            }
        ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
        ByteArrayOutputStream coded = new ByteArrayOutputStream();
        try (ImageOutputStream out = ImageIO.createImageOutputStream(coded)) {
            writer.setOutput(out);
            ImageWriteParam settings = writer.getDefaultWriteParam();
            settings.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
            settings.setCompressionQuality(QUALITY);
            writer.write(null, new IIOImage(inks, null, null), settings);
        } finally {
            writer.dispose();
        }
        byte[] bytes = coded.toByteArray();
        try (OutputStream out = Files.newOutputStream(jpeg)) {
            out.write(bytes, 0, 2);
            out.write(FOUR_INKS);
            out.write(bytes, 2, bytes.length - 2);
        }
    }
}

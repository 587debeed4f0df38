package app.entrada.demo;

import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.GeneralPath;
import java.awt.geom.Path2D;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.EnumMap;
import java.util.Map;
import org.apache.fontbox.ttf.CmapLookup;
import org.apache.fontbox.ttf.GlyphData;
import org.apache.fontbox.ttf.TTFParser;
import org.apache.fontbox.ttf.TrueTypeFont;
import org.apache.pdfbox.io.RandomAccessReadBuffer;

/**
 * Outlines of letters from TrueType files that ship with the program: a machine without a single typeface draws the same
 * covers.
 */
final class Lettering {
    /** Typefaces, all under free licences. */
    enum Face {
        SANS_BOLD("liberation/LiberationSans-Bold.ttf"),
        SERIF("liberation/LiberationSerif-Regular.ttf"),
        SERIF_BOLD("liberation/LiberationSerif-Bold.ttf"),
        SERIF_ITALIC("liberation/LiberationSerif-Italic.ttf"),
        LIGHT("com/formdev/flatlaf/fonts/roboto/Roboto-Light.ttf"),
        MEDIUM("com/formdev/flatlaf/fonts/roboto/Roboto-Medium.ttf"),
        MONO("com/formdev/flatlaf/fonts/jetbrains_mono/JetBrainsMono-Bold.ttf");

        private final String file;

        Face(String file) {
            this.file = file;
        }
    }

    private static final Map<Face, Lettering> READ = new EnumMap<>(Face.class);

    private final TrueTypeFont font;
    private final CmapLookup letters;

    private Lettering(Face face) throws IOException {
        try (InputStream in = Lettering.class.getResourceAsStream("/" + face.file)) {
            if (in == null) throw new IllegalStateException("The typeface %s is missing".formatted(face.file));
            font = new TTFParser().parse(new RandomAccessReadBuffer(in));
            letters = font.getUnicodeCmapLookup();
        }
    }

    /** A typeface, read once. */
    static Lettering of(Face face) {
        synchronized (READ) {
            return READ.computeIfAbsent(face, wanted -> {
                try {
                    return new Lettering(wanted);
                } catch (IOException damaged) {
                    throw new UncheckedIOException(damaged);
                }
            });
        }
    }

    /**
     * A line of text from its left end on the baseline at 0, 0.
     *
     * @param size height of the em square in pixels
     * @param spacing what is added between letters, in ems
     */
    Shape line(String text, double size, double spacing) {
        Path2D line = new Path2D.Double();
        double[] x = {0};
        text.codePoints().forEach(letter -> {
            line.append(letter(letter, size, x[0]), false);
            x[0] += advance(letter, size) + spacing * size;
        });
        return line;
    }

    /** Width of a line in pixels, as {@link #line} sets it. */
    double width(String text, double size, double spacing) {
        double all = text.codePoints()
                .mapToDouble(letter -> advance(letter, size) + spacing * size)
                .sum();
        return text.isEmpty() ? 0 : all - spacing * size;
    }

    /** One letter whose left end is at {@code x} on the baseline. */
    Shape letter(int letter, double size, double x) {
        try {
            synchronized (font) {
                GlyphData glyph = font.getGlyph().getGlyph(letters.getGlyphId(letter));
                GeneralPath path = glyph == null ? new GeneralPath() : glyph.getPath();
                double scale = size / font.getUnitsPerEm();
                return new AffineTransform(scale, 0, 0, -scale, x, 0).createTransformedShape(path);
            }
        } catch (IOException damaged) {
            throw new UncheckedIOException(damaged);
        }
    }

    double advance(int letter, double size) {
        try {
            synchronized (font) {
                return font.getAdvanceWidth(letters.getGlyphId(letter)) * size / font.getUnitsPerEm();
            }
        } catch (IOException damaged) {
            throw new UncheckedIOException(damaged);
        }
    }
}

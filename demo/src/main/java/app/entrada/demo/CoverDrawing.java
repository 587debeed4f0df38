package app.entrada.demo;

import java.awt.BasicStroke;
import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.Polygon;
import java.awt.RenderingHints;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Path2D;
import java.awt.geom.Rectangle2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.SplittableRandom;
import net.coobird.thumbnailator.Thumbnails;

/** Draws covers in a few styles. Letters are built of squares, because a machine without fonts must draw the same cover. */
public final class CoverDrawing {
    /** Styles of cover. */
    public enum Style {
        STRIPES,
        TIDE,
        LANTERNS,
        BLOCKS
    }

    private static final int[][] PALETTES = {
        {0x24424E, 0xD9B26A, 0x8E2C48, 0xF4F1EA},
        {0x1D2733, 0x6E8FA8, 0xE2C48F, 0xFFFDF8},
        {0x3B2A4A, 0xC9705A, 0xEBD9B4, 0xFFFDF8},
        {0x20443A, 0xB8C98A, 0xD96C3F, 0xF4F1EA},
        {0x5A1F2E, 0xD8A25E, 0x2F4858, 0xFFFDF8},
    };

    private final BufferedImage picture;
    private final Graphics2D pen;
    private final int side;
    private final Color[] colours;
    private final SplittableRandom chance;

    private CoverDrawing(int side, long seed) {
        this.side = side;
        picture = new BufferedImage(side, side, BufferedImage.TYPE_INT_RGB);
        pen = picture.createGraphics();
        pen.setRenderingHint(RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
        chance = new SplittableRandom(seed);
        int[] palette = PALETTES[(int) Math.floorMod(seed, (long) PALETTES.length)];
        colours = new Color[palette.length];
        for (int i = 0; i < palette.length; i++) colours[i] = new Color(palette[i]);
    }

    /**
     * Draws a cover as JPEG.
     *
     * @param side pixels
     * @param lines what is written on it, Latin letters and digits
     */
    public static void write(Path jpeg, int side, long seed, Style style, List<String> lines) throws IOException {
        CoverDrawing drawing = new CoverDrawing(side, seed);
        drawing.ground();
        switch (style) {
            case STRIPES -> drawing.stripes();
            case TIDE -> drawing.tide();
            case LANTERNS -> drawing.lanterns();
            case BLOCKS -> drawing.blocks();
        }
        drawing.letters(lines);
        drawing.pen.dispose();
        Thumbnails.of(drawing.picture)
                .scale(1)
                .outputFormat("jpg")
                .outputQuality(0.86)
                .toFile(jpeg.toFile());
    }

    private void ground() {
        pen.setColor(colours[0]);
        pen.fillRect(0, 0, side, side);
    }

    private void stripes() {
        int from = side * 6 / 10;
        pen.setColor(colours[1]);
        pen.fill(new Polygon(new int[] {0, side, side, 0}, new int[] {from, from - side / 6, side, side}, 4));
        pen.setColor(colours[2]);
        pen.fill(new Polygon(new int[] {0, side, side, 0}, new int[] {side * 8 / 10, side * 7 / 10, side, side}, 4));
    }

    private void tide() {
        for (int wave = 0; wave < 7; wave++) {
            pen.setColor(wave % 2 == 0 ? colours[1] : colours[2]);
            pen.setStroke(new BasicStroke(side / 40f));
            Path2D line = new Path2D.Double();
            double height = side * (0.45 + wave * 0.08);
            double phase = chance.nextDouble() * 6;
            line.moveTo(0, height);
            for (int x = 0; x <= side; x += side / 60)
                line.lineTo(x, height + Math.sin(phase + x * 9.0 / side) * side / 30);
            pen.draw(line);
        }
    }

    private void lanterns() {
        for (int i = 0; i < 9; i++) {
            pen.setColor(i % 3 == 0 ? colours[2] : colours[1]);
            double radius = side * (0.04 + chance.nextDouble() * 0.09);
            double x = side * (0.1 + chance.nextDouble() * 0.8);
            double y = side * (0.45 + chance.nextDouble() * 0.45);
            pen.fill(new Ellipse2D.Double(x - radius, y - radius, 2 * radius, 2 * radius));
        }
    }

    private void blocks() {
        int cell = side / 8;
        for (int row = 3; row < 8; row++)
            for (int column = 0; column < 8; column++) {
                int pick = chance.nextInt(4);
                if (pick == 0) continue;
                pen.setColor(colours[pick == 3 ? 1 : pick]);
                pen.fill(new Rectangle2D.Double(
                        column * cell + cell * 0.06, row * cell + cell * 0.06, cell * 0.88, cell * 0.88));
            }
    }

    private void letters(List<String> lines) {
        pen.setColor(colours[3]);
        int longest = lines.stream().mapToInt(String::length).max().orElse(1);
        double dot = Math.min(side * 0.86 / (longest * 6), side * 0.34 / (lines.size() * 9));
        double y = side * 0.07;
        for (String line : lines) {
            double x = side * 0.07;
            for (char letter : line.toUpperCase(Locale.ROOT).toCharArray()) {
                boolean[][] shape = glyph(letter);
                // three doublings round the corners: eight times as fine
                for (int times = 0; times < 3; times++) shape = rounded(shape);
                double fine = dot / 8;
                for (int row = 0; row < shape.length; row++)
                    for (int column = 0; column < shape[row].length; column++)
                        if (shape[row][column])
                            pen.fill(new Rectangle2D.Double(x + column * fine, y + row * fine, fine * 1.1, fine * 1.1));
                x += dot * 6;
            }
            y += dot * 9;
        }
    }

    private static boolean[][] glyph(char letter) {
        String rows = GLYPHS.getOrDefault(letter, "00000000000000");
        boolean[][] shape = new boolean[7][5];
        for (int row = 0; row < 7; row++) {
            int bits = Integer.parseInt(rows.substring(row * 2, row * 2 + 2), 16);
            for (int column = 0; column < 5; column++) shape[row][column] = (bits >> (4 - column) & 1) == 1;
        }
        return shape;
    }

    /** Twice as fine; a corner between two squares of one colour takes their colour, so that stairs become slopes. */
    private static boolean[][] rounded(boolean[][] coarse) {
        int height = coarse.length;
        int width = coarse[0].length;
        boolean[][] finer = new boolean[height * 2][width * 2];
        for (int y = 0; y < height; y++)
            for (int x = 0; x < width; x++) {
                boolean here = coarse[y][x];
                boolean above = y > 0 && coarse[y - 1][x];
                boolean below = y + 1 < height && coarse[y + 1][x];
                boolean left = x > 0 && coarse[y][x - 1];
                boolean right = x + 1 < width && coarse[y][x + 1];
                boolean edge = above != below && left != right;
                finer[2 * y][2 * x] = edge && left == above ? left : here;
                finer[2 * y][2 * x + 1] = edge && above == right ? right : here;
                finer[2 * y + 1][2 * x] = edge && left == below ? left : here;
                finer[2 * y + 1][2 * x + 1] = edge && below == right ? right : here;
            }
        return finer;
    }

    /** Seven rows of five squares, two hexadecimal digits a row. */
    private static final Map<Character, String> GLYPHS = Map.ofEntries(
            Map.entry('A', "0E11111F111111"),
            Map.entry('B', "1E11111E11111E"),
            Map.entry('C', "0E11101010110E"),
            Map.entry('D', "1E11111111111E"),
            Map.entry('E', "1F10101E10101F"),
            Map.entry('F', "1F10101E101010"),
            Map.entry('G', "0E11101711110F"),
            Map.entry('H', "1111111F111111"),
            Map.entry('I', "0E04040404040E"),
            Map.entry('J', "0702020202120C"),
            Map.entry('K', "11121418141211"),
            Map.entry('L', "1010101010101F"),
            Map.entry('M', "111B1515111111"),
            Map.entry('N', "11191513111111"),
            Map.entry('O', "0E11111111110E"),
            Map.entry('P', "1E11111E101010"),
            Map.entry('Q', "0E11111115120D"),
            Map.entry('R', "1E11111E141211"),
            Map.entry('S', "0F10100E01011E"),
            Map.entry('T', "1F040404040404"),
            Map.entry('U', "1111111111110E"),
            Map.entry('V', "11111111110A04"),
            Map.entry('W', "1111111515150A"),
            Map.entry('X', "11110A040A1111"),
            Map.entry('Y', "11110A04040404"),
            Map.entry('Z', "1F01020408101F"),
            Map.entry('&', "0C12140815120D"),
            Map.entry('\'', "04040800000000"),
            Map.entry('0', "0E11131519110E"),
            Map.entry('1', "040C040404040E"),
            Map.entry('2', "0E11010204081F"),
            Map.entry('3', "1F02040201110E"),
            Map.entry('-', "0000001F000000"));
}

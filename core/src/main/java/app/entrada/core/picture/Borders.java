package app.entrada.core.picture;

import java.awt.image.BufferedImage;

/**
 * Finds edges in one colour around a picture. A plain ground with something in the middle is no border: a border ends along
 * a straight line, so most of the first line inside it must be of other colours.
 */
final class Borders {
    private static final int SLACK = 10;
    private static final double MOST = 0.25;
    private static final double STRAIGHT = 0.6;

    private Borders() {}

    static PictureAnalysis.Border of(BufferedImage picture) {
        int width = picture.getWidth();
        int height = picture.getHeight();
        int colour = picture.getRGB(0, 0);
        int top = deep(picture, colour, height, true, false);
        int bottom = deep(picture, colour, height, true, true);
        int left = deep(picture, colour, width, false, false);
        int right = deep(picture, colour, width, false, true);
        boolean twoSides = top > 0 && bottom > 0 || left > 0 && right > 0;
        return twoSides
                ? new PictureAnalysis.Border(left, top, right, bottom, "#%06X".formatted(colour & 0xFFFFFF))
                : PictureAnalysis.Border.NONE;
    }

    /** How many lines from one side are of this colour; 0 when the border has no straight end or would be too wide for one. */
    private static int deep(BufferedImage picture, int colour, int lines, boolean rows, boolean fromTheEnd) {
        int most = (int) (lines * MOST);
        for (int i = 0; i < most; i++) {
            double other = other(picture, colour, fromTheEnd ? lines - 1 - i : i, rows);
            if (other > 0.002) return i > 0 && other >= STRAIGHT ? i : 0;
        }
        return 0;
    }

    private static double other(BufferedImage picture, int colour, int line, boolean row) {
        int length = row ? picture.getWidth() : picture.getHeight();
        int[] pixels = row
                ? picture.getRGB(0, line, length, 1, null, 0, length)
                : picture.getRGB(line, 0, 1, length, null, 0, 1);
        int others = 0;
        // a border on the other two sides runs through every line
        int from = length / 4;
        int to = length - from;
        for (int i = from; i < to; i++) if (!alike(pixels[i], colour)) others++;
        return (double) others / (to - from);
    }

    private static boolean alike(int one, int other) {
        return Math.abs((one >> 16 & 255) - (other >> 16 & 255)) <= SLACK
                && Math.abs((one >> 8 & 255) - (other >> 8 & 255)) <= SLACK
                && Math.abs((one & 255) - (other & 255)) <= SLACK;
    }
}

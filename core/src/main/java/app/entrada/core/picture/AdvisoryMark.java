package app.entrada.core.picture;

import java.awt.image.BufferedImage;
import java.util.Optional;

/**
 * Finds the advisory mark by its shape where its letters could not be read: a small upright box in a lower corner, black and
 * white only, wider than high, with a dark band above, a light one in the middle and a dark one below, on a ground that is
 * neither black nor white.
 */
final class AdvisoryMark {
    private static final int DARK = 60;
    private static final int LIGHT = 200;

    private AdvisoryMark() {}

    static Optional<PictureAnalysis.Box> find(BufferedImage small, double back) {
        int width = small.getWidth();
        int height = small.getHeight();
        long[][] neutral = summed(small, true);
        long[][] dark = summed(small, false);
        if (width < 200 || height < 200) return Optional.empty(); // too small to carry one
        int step = Math.max(4, width / 150);
        for (int w = width / 12; w <= width / 4; w += Math.max(1, width / 48)) {
            int h = (int) (w * 0.62);
            for (int y = height * 2 / 3; y + h < height; y += step)
                for (int x = 0; x + w < width; x += step) {
                    if (x + w > width / 3 && x < width * 2 / 3) continue;
                    if (isMark(neutral, dark, x, y, w, h, width, height))
                        return Optional.of(new PictureAnalysis.Box(
                                (int) (x * back), (int) (y * back), (int) (w * back), (int) (h * back)));
                }
        }
        return Optional.empty();
    }

    private static boolean isMark(long[][] neutral, long[][] dark, int x, int y, int w, int h, int width, int height) {
        double area = (double) w * h;
        if (sum(neutral, x, y, w, h) / area < 0.97) return false;
        int third = h / 3;
        double above = sum(dark, x, y, w, third) / ((double) w * third);
        double middle = sum(dark, x, y + third, w, third) / ((double) w * third);
        double below = sum(dark, x, y + 2 * third, w, third) / ((double) w * third);
        if (above < 0.5 || below < 0.5 || middle < 0.08 || middle > 0.6) return false;
        // around it lies a picture, not more black and white
        int margin = Math.max(4, w / 12);
        int left = Math.max(0, x - margin);
        int top = Math.max(0, y - margin);
        int right = Math.min(width, x + w + margin);
        int bottom = Math.min(height, y + h + margin);
        double around = sum(neutral, left, top, right - left, bottom - top) - sum(neutral, x, y, w, h);
        double ring = (double) (right - left) * (bottom - top) - area;
        return ring > 0 && around / ring < 0.25;
    }

    /** Sums over rectangles from the corner: of pixels nearly black or white, or of dark ones only. */
    private static long[][] summed(BufferedImage picture, boolean neutral) {
        int width = picture.getWidth();
        int height = picture.getHeight();
        long[][] sums = new long[height + 1][width + 1];
        int[] row = new int[width];
        for (int y = 0; y < height; y++) {
            picture.getRGB(0, y, width, 1, row, 0, width);
            long line = 0;
            for (int x = 0; x < width; x++) {
                int red = row[x] >> 16 & 255;
                int green = row[x] >> 8 & 255;
                int blue = row[x] & 255;
                int most = Math.max(red, Math.max(green, blue));
                int least = Math.min(red, Math.min(green, blue));
                boolean counts = most < DARK || neutral && least > LIGHT;
                if (counts) line++;
                sums[y + 1][x + 1] = sums[y][x + 1] + line;
            }
        }
        return sums;
    }

    private static double sum(long[][] sums, int x, int y, int w, int h) {
        return sums[y + h][x + w] - sums[y][x + w] - sums[y + h][x] + sums[y][x];
    }
}

package app.entrada.core.picture;

import java.awt.image.BufferedImage;
import org.jtransforms.fft.FloatFFT_1D;

/** How much detail a picture holds. */
final class Sharpness {
    private static final int WINDOW = 512;
    private static final int LINES = 96;

    private Sharpness() {}

    /** Variance of the Laplacian of the grey picture: hundreds for a sharp one, below ten for a blurred one. */
    static double of(BufferedImage picture) {
        int width = picture.getWidth();
        int height = picture.getHeight();
        if (width < 3 || height < 3) return 0;
        float[][] rows = new float[height][];
        for (int y = 0; y < height; y++) rows[y] = row(picture, y);
        double sum = 0;
        double squares = 0;
        long count = 0;
        for (int y = 1; y < height - 1; y++)
            for (int x = 1; x < width - 1; x++) {
                double edge = 4 * rows[y][x] - rows[y][x - 1] - rows[y][x + 1] - rows[y - 1][x] - rows[y + 1][x];
                sum += edge;
                squares += edge * edge;
                count++;
            }
        double mean = sum / count;
        return squares / count - mean * mean;
    }

    /**
     * Energy above a quarter of the sampling rate against all of it but the mean, dB, over lines spread across the picture at
     * full size. A picture enlarged twice has nothing there but what the enlarging left.
     */
    static double fineDetail(BufferedImage picture) {
        int width = picture.getWidth();
        int height = picture.getHeight();
        int size = Math.min(WINDOW, Integer.highestOneBit(Math.max(2, Math.min(width, height))));
        if (size < 32) return 0;
        FloatFFT_1D transform = new FloatFFT_1D(size);
        float[] window = new float[size];
        for (int i = 0; i < size; i++) window[i] = (float) (0.5 - 0.5 * Math.cos(2 * Math.PI * i / size));
        double high = 0;
        double all = 0;
        for (int line = 0; line < LINES; line++) {
            int y = (int) ((long) line * (height - 1) / (LINES - 1));
            float[] row = row(picture, y);
            for (int from = 0; from + size <= width; from += Math.max(size, (width - size) / 3 + 1)) {
                float[] part = new float[size];
                float mean = 0;
                for (int i = 0; i < size; i++) mean += row[from + i] / size;
                for (int i = 0; i < size; i++) part[i] = (row[from + i] - mean) * window[i];
                transform.realForward(part);
                for (int k = 2; k < size / 2; k++) {
                    double energy = part[2 * k] * part[2 * k] + part[2 * k + 1] * part[2 * k + 1];
                    all += energy;
                    if (k >= size / 4) high += energy;
                }
            }
        }
        return all == 0 ? -99 : 10 * Math.log10(Math.max(high / all, 1e-10));
    }

    private static float[] row(BufferedImage picture, int y) {
        int width = picture.getWidth();
        int[] pixels = picture.getRGB(0, y, width, 1, null, 0, width);
        float[] row = new float[width];
        for (int x = 0; x < width; x++)
            row[x] = 0.299f * (pixels[x] >> 16 & 255) + 0.587f * (pixels[x] >> 8 & 255) + 0.114f * (pixels[x] & 255);
        return row;
    }
}

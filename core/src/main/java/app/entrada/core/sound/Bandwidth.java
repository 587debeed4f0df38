package app.entrada.core.sound;

import java.util.Arrays;
import java.util.Locale;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * How high the sound reaches, and whether it ends in the steep shelf that lossy encoders cut. Looks at the brightest quarter
 * of spectra taken at equal distances, at most 1,024 of them.
 *
 * <p>A cut-off alone proves nothing: a dull recording falls off gently, an honest 20 kHz filter is steep. What is suspected
 * has a shelf of 45 dB within 700 Hz below 19.6 kHz; holes punched into the spectrum below it, which coders leave where they
 * think nobody hears, raise the confidence.
 */
final class Bandwidth implements BlockAnalyser {
    private static final int SIZE = 2048;
    private static final int MOST = 1024;
    private static final double STEEP = 45;
    /** Converters of sample rate end the sound less steeply: it is gone this far above the cut-off … */
    private static final double RAISED_HZ = 2500;
    /** … by this many decibels. */
    private static final double RAISED = 30;

    private static final double SHELF_HZ = 700;
    private static final double LOSSY_BELOW_HZ = 19_600;
    private static final double BELOW_REFERENCE = 30;
    /** Nothing can be said of sound whose 9–12 kHz lie this far under its loudest band. */
    private static final double DULL = 75;

    private final int sampleRate;
    private final FloatFFT_1D fft = new FloatFFT_1D(SIZE);
    private final float[] window = NarrowSound.window(SIZE);
    private final float[] work = new float[SIZE];
    private final byte[][] spectra = new byte[MOST][];
    private int kept;
    private int stride = 1;
    private long blocks;

    Bandwidth(int sampleRate) {
        this.sampleRate = sampleRate;
    }

    @Override
    public void block(float[][] samples, int frames) {
        if (frames < SIZE || blocks++ % stride != 0) return;
        if (kept == MOST) {
            for (int i = 0; i < MOST / 2; i++) spectra[i] = spectra[2 * i];
            kept = MOST / 2;
            stride *= 2;
        }
        int from = (frames - SIZE) / 2;
        float[] first = samples[0];
        float[] second = samples[samples.length > 1 ? 1 : 0];
        for (int i = 0; i < SIZE; i++) work[i] = (first[from + i] + second[from + i]) * 0.5f * window[i];
        fft.realForward(work);
        byte[] spectrum = new byte[SIZE / 2];
        for (int i = 1; i < SIZE / 2; i++) {
            double power = work[2 * i] * work[2 * i] + work[2 * i + 1] * work[2 * i + 1];
            // half decibels from −150 to −22.5 dB, in a byte
            double halves = 2 * (10 * Math.log10(power + 1e-20) + 150);
            spectrum[i] = (byte) (Math.max(0, Math.min(255, Math.round(halves))) - 128);
        }
        spectra[kept++] = spectrum;
    }

    /** What was found. */
    record Result(double bandwidthHz, Sound.LossySource lossySource, boolean upsampled) {}

    Result result() {
        int bins = SIZE / 2;
        double hertz = sampleRate / (double) SIZE;
        double[] mean = brightest(hertz);
        double[] level = smooth(mean, Math.max(1, (int) Math.round(150 / hertz)));
        double loudest = Arrays.stream(level, 2, bins).max().orElse(-150);
        int from = (int) Math.min(bins / 2.0, 9000 / hertz);
        int to = (int) Math.min(bins - 1.0, Math.min(12_000, sampleRate * 0.40) / hertz);
        double reference = mean(level, from, to);
        double floor = Math.max(reference - BELOW_REFERENCE, loudest - 95);
        if (loudest - reference > DULL || kept == 0) floor = loudest - 70;
        // far under the sound the top of the spectrum is no sound but the noise of its samples' rounding
        double noise = mean(level, bins - bins / 16, bins);
        if (reference - noise > 20) floor = Math.max(floor, noise + 6);
        int top = bins - 1;
        while (top > 1 && level[top] < floor) top--;
        double cutoff = kept == 0 || loudest <= -140 ? 0 : top * hertz;
        double drop = drop(mean, top, hertz);
        boolean dull = loudest - reference > DULL;
        boolean upsampled = !dull && gone(level, top, hertz) && upsampledAt(cutoff);
        boolean shelf = !dull && drop >= STEEP && cutoff < LOSSY_BELOW_HZ && cutoff > 9500 && !upsampled;
        double holes = holes(hertz, Math.min(cutoff, 15_500));
        double confidence = !shelf
                ? 0
                : Math.min(
                        0.95, 0.45 + Math.max(0, drop - STEEP) / 60 + Math.min(0.3, Math.max(0, holes - 0.0015) * 100));
        String reason = shelf
                ? String.format(
                        Locale.ROOT,
                        "the spectrum drops by %.0f dB at %.1f kHz, as lossy encoders cut it",
                        drop,
                        cutoff / 1000)
                : "";
        return new Result(
                Math.round(cutoff / 10) * 10.0,
                new Sound.LossySource(shelf, Math.round(confidence * 100) / 100.0, reason),
                upsampled);
    }

    /** Whether nothing is left a little above the cut-off. */
    private static boolean gone(double[] level, int top, double hertz) {
        int above = top + (int) Math.round(RAISED_HZ / hertz);
        return above < level.length && level[top] - level[above] >= RAISED;
    }

    /** Whether the sound ends where that of a lower usual sample rate does. */
    private boolean upsampledAt(double cutoff) {
        for (int rate : new int[] {22_050, 32_000, 44_100, 48_000, 88_200, 96_000})
            if (rate <= sampleRate * 0.8 && cutoff < rate / 2.0 * 1.03 && cutoff > rate / 2.0 * 0.90) return true;
        return false;
    }

    /** Mean spectrum, dB, of the quarter with most energy above 9 kHz. */
    private double[] brightest(double hertz) {
        int bins = SIZE / 2;
        double[] mean = new double[bins];
        Arrays.fill(mean, -150);
        if (kept == 0) return mean;
        double[] brightness = new double[kept];
        int from = (int) Math.min(bins / 2.0, 9000 / hertz);
        int to = (int) Math.min(bins - 1.0, 16_000 / hertz);
        for (int i = 0; i < kept; i++)
            for (int bin = from; bin < to; bin++) brightness[i] += POWERS[spectra[i][bin] + 128];
        double[] sorted = brightness.clone();
        Arrays.sort(sorted);
        double threshold = sorted[kept - 1 - kept / 4];
        double[] power = new double[bins];
        int count = 0;
        for (int i = 0; i < kept; i++) {
            if (brightness[i] < threshold) continue;
            count++;
            for (int bin = 1; bin < bins; bin++) power[bin] += POWERS[spectra[i][bin] + 128];
        }
        for (int bin = 1; bin < bins; bin++) mean[bin] = 10 * Math.log10(power[bin] / count + 1e-20);
        return mean;
    }

    private static final double[] POWERS = new double[256];

    static {
        for (int i = 0; i < 256; i++) POWERS[i] = Math.pow(10, decibels((byte) (i - 128)) / 10);
    }

    private static double decibels(byte half) {
        return (half + 128) / 2.0 - 150;
    }

    /** The steepest fall within 700 Hz around the cut-off, dB. */
    private static double drop(double[] mean, int top, double hertz) {
        int span = (int) Math.round(SHELF_HZ / hertz);
        int edge = Math.max(2, (int) Math.round(250 / hertz));
        double steepest = 0;
        for (int from = Math.max(edge, top - 2 * span); from <= top; from++) {
            int to = from + span;
            if (to + edge >= mean.length) break;
            steepest = Math.max(steepest, mean(mean, from - edge, from) - mean(mean, to, to + edge));
        }
        return steepest;
    }

    /** Share of cells from 10 kHz up to a frequency that lie 30 dB under their neighbours in time and pitch. */
    private double holes(double hertz, double toHertz) {
        int from = (int) (10_000 / hertz);
        int to = Math.min(SIZE / 2 - 6, (int) (toHertz / hertz));
        if (to <= from + 12 || kept < 8) return 0;
        long cells = 0;
        long empty = 0;
        for (int i = 0; i < kept; i++)
            for (int bin = from + 5; bin < to; bin++) {
                int around =
                        (spectra[i][bin - 5] + spectra[i][bin - 4] + spectra[i][bin + 4] + spectra[i][bin + 5]) / 4;
                cells++;
                if (around > -90 && around - spectra[i][bin] > 60) empty++;
            }
        return cells == 0 ? 0 : empty / (double) cells;
    }

    private static double mean(double[] values, int from, int to) {
        double sum = 0;
        for (int i = from; i < to; i++) sum += values[i];
        return to <= from ? -150 : sum / (to - from);
    }

    private static double[] smooth(double[] values, int reach) {
        double[] smooth = new double[values.length];
        for (int i = 0; i < values.length; i++)
            smooth[i] = mean(values, Math.max(1, i - reach), Math.min(values.length, i + reach + 1));
        return smooth;
    }
}

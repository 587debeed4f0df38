package app.entrada.core.fingerprint;

import app.entrada.core.sound.NarrowSound;
import java.util.Arrays;

/** Makes the print while the sound goes by: listens to the short spectra. */
public final class PrintMaker implements NarrowSound.SpectrumListener {
    /** Lowest pitch of a peak, Hz. */
    public static final int LOWEST_HERTZ = 140;

    static final int STEPS_AN_OCTAVE = 192;
    private static final double HERTZ = NarrowSound.RATE / (double) NarrowSound.SHORT;
    private static final int FIRST_BIN = (int) Math.ceil(LOWEST_HERTZ / HERTZ);
    private static final int LAST_BIN = 440;
    /** A peak is the highest of so many frames to both sides … */
    private static final int REACH = 3;
    /** … and of so many bins. */
    private static final int WIDTH = 3;
    /** In each stretch of this many frames only the most salient peaks are kept. */
    private static final int STRETCH = 21;

    private static final int MOST_A_STRETCH = 9;
    /** Forgetting of the slow mean that is taken off each bin, so that beginnings stand out over what sounds on. */
    private static final float POLE = 0.98f;

    private static final float SILENCE = -16;
    private static final int MOST_FRAMES = (1 << 22) - 1;
    private static final double LOWEST_BAND = 110;
    /** Width of a band of the picture. */
    static final double OCTAVES_A_BAND = 0.23;

    private static final int[] BAND_EDGES = new int[Print.BANDS + 1];

    static {
        for (int i = 0; i <= Print.BANDS; i++)
            BAND_EDGES[i] =
                    (int) Math.min(NarrowSound.SHORT / 2.0, Math.max(i == 0 ? 0 : BAND_EDGES[i - 1] + 1.0, (double)
                            Math.round(LOWEST_BAND * Math.pow(2, i * OCTAVES_A_BAND) / HERTZ)));
    }

    private final float[] before = new float[LAST_BIN + WIDTH + 1];
    private final float[] rising = new float[LAST_BIN + WIDTH + 1];
    private final float[][] recent = new float[2 * REACH + 1][LAST_BIN + WIDTH + 1];
    private final float[][] logs = new float[2 * REACH + 1][LAST_BIN + WIDTH + 1];
    private int frames;
    private int[] peaks = new int[2048];
    private int peakCount;
    private final int[] candidates = new int[4096];
    private final float[] saliences = new float[4096];
    private int candidateCount;
    private byte[] picture = new byte[Print.BANDS * 256];
    private int steps;
    private final double[] energies = new double[Print.BANDS];

    @Override
    public void spectrum(float[] magnitudes) {
        if (frames >= MOST_FRAMES) return;
        float[] now = recent[frames % recent.length];
        float[] log = logs[frames % logs.length];
        for (int bin = FIRST_BIN - WIDTH - 1; bin <= LAST_BIN + WIDTH; bin++) {
            float level = log2(magnitudes[bin] + 1.5e-5f);
            log[bin] = level;
            rising[bin] = level - before[bin] + POLE * rising[bin];
            before[bin] = level;
            now[bin] = rising[bin];
        }
        frames++;
        if (frames > 2 * REACH) pick(frames - 1 - REACH);
        if (frames % STRETCH == 0) keepBest();
        for (int band = 0; band < Print.BANDS; band++) {
            double sum = 0;
            for (int bin = BAND_EDGES[band]; bin < BAND_EDGES[band + 1]; bin++)
                sum += (double) magnitudes[bin] * magnitudes[bin];
            energies[band] += sum;
        }
        if (frames % Print.FRAMES_A_STEP == 0) step();
    }

    /** Base-2 logarithm to three digits, from the bits of the number: a tenth of the cost of {@link Math#log}. */
    private static float log2(float value) {
        int bits = Float.floatToRawIntBits(value);
        float mantissa = Float.intBitsToFloat(bits & 0x007FFFFF | 0x3F800000);
        return (bits >>> 23) - 128 + (-0.34484843f * mantissa + 2.02466578f) * mantissa - 0.67487759f;
    }

    private void pick(int frame) {
        float[] middle = recent[frame % recent.length];
        float[] log = logs[frame % logs.length];
        for (int bin = FIRST_BIN; bin <= LAST_BIN; bin++) {
            float value = middle[bin];
            if (value <= 0.3f
                    || log[bin] < SILENCE
                    || !highest(middle, bin, value)
                    || !highestInTime(frame, bin, value)) continue;
            if (candidateCount == candidates.length) continue;
            float left = log[bin - 1];
            float peak = log[bin];
            float right = log[bin + 1];
            float curve = left - 2 * peak + right;
            float exact = bin + (curve < -1e-6f ? Math.max(-0.5f, Math.min(0.5f, 0.5f * (left - right) / curve)) : 0);
            int pitch = (int) Math.round(STEPS_AN_OCTAVE * Math.log(exact * HERTZ / LOWEST_HERTZ) / Math.log(2));
            if (pitch < 0 || pitch > 1023) continue;
            candidates[candidateCount] = frame << 10 | pitch;
            // loud beginnings count; very high ones a little less, because coders drop them
            saliences[candidateCount++] = value + 0.35f * (log[bin] - SILENCE);
        }
    }

    private static boolean highest(float[] values, int bin, float value) {
        for (int i = 1; i <= WIDTH; i++) if (values[bin - i] >= value || values[bin + i] > value) return false;
        return true;
    }

    private boolean highestInTime(int frame, int bin, float value) {
        for (int i = 1; i <= REACH; i++) {
            if (recent[(frame - i + recent.length) % recent.length][bin] >= value) return false;
            if (recent[(frame + i) % recent.length][bin] > value) return false;
        }
        return true;
    }

    private void keepBest() {
        if (candidateCount == 0) return;
        float[] sorted = Arrays.copyOf(saliences, candidateCount);
        Arrays.sort(sorted);
        float least = candidateCount <= MOST_A_STRETCH ? sorted[0] : sorted[candidateCount - MOST_A_STRETCH];
        for (int i = 0; i < candidateCount; i++) {
            if (saliences[i] < least) continue;
            if (peakCount == peaks.length) peaks = Arrays.copyOf(peaks, peakCount * 2);
            peaks[peakCount++] = candidates[i];
        }
        candidateCount = 0;
    }

    private void step() {
        if ((steps + 1) * Print.BANDS > picture.length) picture = Arrays.copyOf(picture, picture.length * 2);
        for (int band = 0; band < Print.BANDS; band++) {
            double level = 10 * Math.log10(energies[band] / Print.FRAMES_A_STEP + 1e-12);
            picture[steps * Print.BANDS + band] = (byte) Math.max(-120, Math.min(20, Math.round(level)));
            energies[band] = 0;
        }
        steps++;
    }

    /** The print of all that went by. */
    public Print print() {
        keepBest();
        return new Print(frames, Arrays.copyOf(peaks, peakCount), Arrays.copyOf(picture, steps * Print.BANDS));
    }
}

package app.entrada.core.sound;

import java.util.Arrays;
import java.util.List;
import org.jtransforms.fft.FloatFFT_1D;

/**
 * The sound as one channel at 11,025 Hz, and its spectra: what tempo, key, excerpt and fingerprint listen to. All of music
 * that these need lies under 5 kHz, and an eighth of the samples is an eighth of the work.
 */
public final class NarrowSound implements BlockAnalyser {
    /** Samples a second. */
    public static final int RATE = 11_025;
    /** Samples of a short spectrum. */
    public static final int SHORT = 1024;
    /** Samples between short spectra: 43.07 a second. */
    public static final int HOP = 256;
    /** Short spectra a second. */
    public static final double SHORT_A_SECOND = RATE / (double) HOP;
    /** Samples of a long spectrum, for pitch. */
    public static final int LONG = 4096;
    /** Samples between long spectra. */
    public static final int LONG_HOP = 2048;

    /** Zero crossings of the filter to each side: what folds back above 5 kHz is not listened to. */
    private static final int ZEROS = 6;

    private static final int STEPS = 512;
    private static final int BLOCK = 4096;

    /** Listens to spectra. The array is used again. */
    public interface SpectrumListener {
        /**
         * One spectrum.
         *
         * @param magnitudes of the bins from 0 to half the window; a full-scale sine gives about 1
         */
        void spectrum(float[] magnitudes);
    }

    private final List<SpectrumListener> shortListeners;
    private final List<SpectrumListener> longListeners;
    private final double ratio;
    private final float[][] taps;
    private final int reach;
    private final float[] line;
    private int held;
    private double next;
    private final float[] ring = new float[LONG + BLOCK];
    private int ringed;
    private int shortAt;
    private int longAt;
    private final FloatFFT_1D shortFft = new FloatFFT_1D(SHORT);
    private final FloatFFT_1D longFft = new FloatFFT_1D(LONG);
    private final float[] shortWindow = window(SHORT);
    private final float[] longWindow = window(LONG);
    private final float[] work = new float[LONG];
    private final float[] magnitudes = new float[LONG / 2];

    NarrowSound(int sampleRate, List<SpectrumListener> shortListeners, List<SpectrumListener> longListeners) {
        this.shortListeners = shortListeners;
        this.longListeners = longListeners;
        ratio = sampleRate / (double) RATE;
        double cut = Math.min(1, 0.92 / ratio);
        reach = (int) Math.ceil(ZEROS / cut);
        taps = new float[STEPS + 1][2 * reach];
        for (int step = 0; step <= STEPS; step++)
            for (int i = 0; i < 2 * reach; i++) {
                double x = i - (reach - 1) - step / (double) STEPS;
                double window = 0.5 + 0.5 * Math.cos(Math.PI * Math.max(-1, Math.min(1, x / reach)));
                double sinc = x == 0 ? 1 : Math.sin(Math.PI * x * cut) / (Math.PI * x * cut);
                taps[step][i] = (float) (cut * sinc * window);
            }
        line = new float[Math.max(1 << 16, 4 * reach) + 2 * reach];
        held = reach;
        next = reach;
        // the first window is centred on the first sample, so that a spectrum's time is its number times the hop
        ringed = SHORT / 2;
    }

    static float[] window(int length) {
        float[] window = new float[length];
        for (int i = 0; i < length; i++)
            window[i] = (float) ((0.5 - 0.5 * Math.cos(2 * Math.PI * i / length)) * 4 / length);
        return window;
    }

    @Override
    public void block(float[][] samples, int frames) {
        int room = line.length - 2 * reach;
        for (int from = 0; from < frames; from += room / 2) {
            int length = Math.min(room / 2, frames - from);
            mix(samples, from, length);
            resample();
        }
    }

    private void mix(float[][] samples, int from, int length) {
        float share = 1f / samples.length;
        float[] first = samples[0];
        if (samples.length == 2) {
            float[] second = samples[1];
            for (int i = 0; i < length; i++) line[held + i] = (first[from + i] + second[from + i]) * 0.5f;
        } else {
            for (int i = 0; i < length; i++) {
                float sum = 0;
                for (float[] channel : samples) sum += channel[from + i];
                line[held + i] = sum * share;
            }
        }
        held += length;
    }

    private void resample() {
        while (next + reach < held) {
            int whole = (int) next;
            float[] phase = taps[(int) Math.round((next - whole) * STEPS)];
            int from = whole - reach + 1;
            float a = 0;
            float b = 0;
            float c = 0;
            float d = 0;
            int i = 0;
            for (; i + 3 < phase.length; i += 4) {
                a += line[from + i] * phase[i];
                b += line[from + i + 1] * phase[i + 1];
                c += line[from + i + 2] * phase[i + 2];
                d += line[from + i + 3] * phase[i + 3];
            }
            for (; i < phase.length; i++) a += line[from + i] * phase[i];
            add(a + b + c + d);
            next += ratio;
        }
        int keep = (int) Math.max(0, Math.min(held, Math.floor(next) - reach));
        System.arraycopy(line, keep, line, 0, held - keep);
        held -= keep;
        next -= keep;
    }

    private void add(float sample) {
        ring[ringed++] = sample;
        if (ringed - shortAt >= SHORT && (ringed - shortAt - SHORT) % HOP == 0) {
            spectrum(shortFft, shortWindow, SHORT, ringed - SHORT, shortListeners);
            shortAt = ringed - SHORT;
        }
        if (ringed - longAt >= LONG) {
            spectrum(longFft, longWindow, LONG, ringed - LONG, longListeners);
            longAt += LONG_HOP;
        }
        if (ringed == ring.length) {
            int keep = LONG;
            System.arraycopy(ring, ringed - keep, ring, 0, keep);
            int moved = ringed - keep;
            ringed = keep;
            shortAt -= moved;
            longAt -= moved;
        }
    }

    private void spectrum(FloatFFT_1D fft, float[] window, int length, int from, List<SpectrumListener> listeners) {
        if (listeners.isEmpty()) return;
        for (int i = 0; i < length; i++) work[i] = ring[from + i] * window[i];
        fft.realForward(work);
        magnitudes[0] = Math.abs(work[0]);
        for (int i = 1; i < length / 2; i++) {
            float re = work[2 * i];
            float im = work[2 * i + 1];
            magnitudes[i] = (float) Math.sqrt(re * re + im * im);
        }
        for (SpectrumListener listener : listeners) listener.spectrum(magnitudes);
    }

    /** Lets the last samples through. */
    void end() {
        Arrays.fill(line, held, Math.min(line.length, held + reach), 0);
        held = Math.min(line.length, held + reach);
        resample();
        for (int i = 0; i < SHORT / 2; i++) add(0);
    }
}

package app.entrada.core.sound;

import java.util.Arrays;

/**
 * Tempo from the strength of onsets: the summed rise of the compressed short spectra, correlated with itself. The best of
 * the lags between 40 and 220 beats a minute, weighed by how people tap (a bell around 110 on a logarithmic scale), and made
 * exact by following it over many beats.
 */
final class TempoFinder implements NarrowSound.SpectrumListener {
    private static final double SLOWEST = 40;
    private static final double FASTEST = 220;
    private static final double PREFERRED = 110;
    private static final double OCTAVES = 0.9;
    /** Twelve minutes are enough for a tempo; more would only cost memory. */
    private static final int MOST_FRAMES = 31_000;

    private static final int BINS = 400;

    private final float[] before = new float[BINS];
    private float[] onsets = new float[4096];
    private int count;

    @Override
    public void spectrum(float[] magnitudes) {
        float rise = 0;
        for (int bin = 2; bin < BINS; bin++) {
            // a cheap compression: the square root of the magnitude, i.e. the fourth root of power
            float now = (float) Math.sqrt(magnitudes[bin]);
            float difference = now - before[bin];
            if (difference > 0) rise += difference;
            before[bin] = now;
        }
        if (count >= MOST_FRAMES) return;
        if (count == onsets.length) onsets = Arrays.copyOf(onsets, count * 2);
        onsets[count++] = rise;
    }

    /** Strength of onsets by short spectrum. */
    float[] onsets() {
        return Arrays.copyOf(onsets, count);
    }

    Sound.Tempo tempo() {
        float[] flux = normalised();
        int longest = (int) Math.ceil(NarrowSound.SHORT_A_SECOND * 60 / SLOWEST) + 1;
        if (count < longest * 3) return new Sound.Tempo(0, 0);
        double zero = correlation(flux, 0);
        if (zero <= 1e-9) return new Sound.Tempo(0, 0);
        int most = Math.min(count / 2, longest * 8);
        double[] correlations = new double[most + 1];
        for (int lag = 1; lag <= most; lag++) correlations[lag] = correlation(flux, lag) / zero;
        double best = 0;
        double bestBpm = 0;
        double sum = 0;
        int tried = 0;
        for (double bpm = SLOWEST; bpm <= FASTEST; bpm += 0.25) {
            double lag = NarrowSound.SHORT_A_SECOND * 60 / bpm;
            double strength = 0;
            double weight = 0;
            for (int beats = 1; beats <= 4; beats++)
                if (beats * lag <= most - 1) {
                    strength += at(correlations, beats * lag);
                    weight++;
                }
            strength /= Math.max(1, weight);
            double octaves = Math.log(bpm / PREFERRED) / Math.log(2) / OCTAVES;
            double score = strength * Math.exp(-0.5 * octaves * octaves);
            sum += Math.max(0, strength);
            tried++;
            if (score > best) {
                best = score;
                bestBpm = bpm;
            }
        }
        if (bestBpm == 0) return new Sound.Tempo(0, 0);
        double exact = exact(correlations, NarrowSound.SHORT_A_SECOND * 60 / bestBpm, most);
        double peak = at(correlations, exact);
        double confidence = Math.max(0, Math.min(1, (peak - sum / tried) * 1.6));
        double bpm = NarrowSound.SHORT_A_SECOND * 60 / exact;
        return new Sound.Tempo(Math.round(bpm * 10) / 10.0, Math.round(confidence * 100) / 100.0);
    }

    /** Follows the lag over 2, 4, 8 … beats; each doubling halves the error. */
    private static double exact(double[] correlations, double lag, int most) {
        double exact = lag;
        for (int beats = 1; beats * exact + 3 < most && beats <= 32; beats *= 2) {
            double centre = beats * exact;
            double reach = beats > 1 ? 1.6 : Math.max(1.5, 0.01 * exact);
            int peak = (int) Math.round(centre);
            for (int i = (int) Math.ceil(centre - reach); i <= centre + reach; i++)
                if (i > 0 && i < most && correlations[i] > correlations[peak]) peak = i;
            if (peak < 1 || peak >= most) break;
            double left = correlations[peak - 1];
            double middle = correlations[peak];
            double right = correlations[peak + 1];
            double curve = left - 2 * middle + right;
            if (middle < left || middle < right || middle < 0.05) continue;
            exact = (peak + (curve < 0 ? 0.5 * (left - right) / curve : 0)) / beats;
        }
        return exact;
    }

    private float[] normalised() {
        float[] flux = new float[count];
        int reach = (int) NarrowSound.SHORT_A_SECOND;
        double sum = 0;
        for (int i = 0; i < Math.min(count, reach); i++) sum += onsets[i];
        for (int i = 0; i < count; i++) {
            if (i + reach < count) sum += onsets[i + reach];
            if (i - reach - 1 >= 0) sum -= onsets[i - reach - 1];
            int span = Math.min(count, i + reach + 1) - Math.max(0, i - reach);
            flux[i] = (float) Math.max(0, onsets[i] - sum / span);
        }
        double mean = 0;
        for (float value : flux) mean += value;
        mean /= Math.max(1, count);
        for (int i = 0; i < count; i++) flux[i] -= (float) mean;
        return flux;
    }

    private static double correlation(float[] flux, int lag) {
        float sum = 0;
        for (int i = 0; i + lag < flux.length; i++) sum += flux[i] * flux[i + lag];
        return sum / (double) (flux.length - lag);
    }

    private static double at(double[] values, double place) {
        int whole = (int) place;
        if (whole + 1 >= values.length) return 0;
        double share = place - whole;
        return values[whole] * (1 - share) + values[whole + 1] * share;
    }
}

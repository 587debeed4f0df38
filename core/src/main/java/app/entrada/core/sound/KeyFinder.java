package app.entrada.core.sound;

import java.util.Arrays;

/**
 * Musical key: the strength of the twelve pitch classes between 55 Hz and 2 kHz, compared with how strongly listeners hear
 * each of them in a key (the profiles of Krumhansl and Kessler, 1982). The tuning is taken from the sound.
 */
final class KeyFinder implements NarrowSound.SpectrumListener {
    private static final double[] MAJOR = {6.35, 2.23, 3.48, 2.33, 4.38, 4.09, 2.52, 5.19, 2.39, 3.66, 2.29, 2.88};
    private static final double[] MINOR = {6.33, 2.68, 3.52, 5.38, 2.60, 3.53, 2.54, 4.75, 3.98, 2.69, 3.34, 3.17};
    private static final String[] NAMES = {"C", "C#", "D", "D#", "E", "F", "F#", "G", "G#", "A", "A#", "B"};
    private static final double HERTZ = NarrowSound.RATE / (double) NarrowSound.LONG;
    private static final int LOWEST = (int) Math.ceil(55 / HERTZ);
    private static final int HIGHEST = (int) (2000 / HERTZ);
    /** A twentieth of a semitone. */
    private static final int FINE = 20;
    /** Long spectra of a little over an hour; their pitch classes are kept for the excerpt. */
    private static final int MOST = 20_000;

    private final double[] fine = new double[12 * FINE];
    private float[][] classes = new float[256][];
    private int count;

    @Override
    public void spectrum(float[] magnitudes) {
        float[] present = new float[12];
        for (int bin = LOWEST; bin < HIGHEST; bin++) {
            float middle = magnitudes[bin];
            if (middle < magnitudes[bin - 1] || middle <= magnitudes[bin + 1] || middle < 1e-5f) continue;
            double left = Math.log(magnitudes[bin - 1] + 1e-9);
            double peak = Math.log(middle);
            double right = Math.log(magnitudes[bin + 1] + 1e-9);
            double curve = left - 2 * peak + right;
            double exact = bin + (curve < 0 ? 0.5 * (left - right) / curve : 0);
            double semitone = 69 + 12 * Math.log(exact * HERTZ / 440) / Math.log(2);
            double strength = Math.sqrt(middle);
            fine[Math.floorMod((int) Math.round(semitone * FINE), fine.length)] += strength;
            present[Math.floorMod((int) Math.round(semitone), 12)] += (float) strength;
        }
        if (count >= MOST) return;
        if (count == classes.length) classes = Arrays.copyOf(classes, count * 2);
        classes[count++] = present;
    }

    /** Strength of the pitch classes from C, by long spectrum. */
    float[][] classes() {
        return Arrays.copyOf(classes, count);
    }

    Sound.Key key() {
        int tuning = tuning();
        double[] strength = new double[12];
        double total = 0;
        for (int i = 0; i < fine.length; i++) {
            int nearest = Math.floorMod((int) Math.round((i - tuning) / (double) FINE), 12);
            strength[nearest] += fine[i];
            total += fine[i];
        }
        if (total < 1e-3) return new Sound.Key("", 0);
        double best = -1;
        double second = -1;
        String name = "";
        for (int tonic = 0; tonic < 12; tonic++)
            for (boolean minor : new boolean[] {false, true}) {
                double fit = correlation(strength, minor ? MINOR : MAJOR, tonic);
                if (fit > best) {
                    second = best;
                    best = fit;
                    name = NAMES[tonic] + (minor ? " minor" : " major");
                } else second = Math.max(second, fit);
            }
        double confidence = Math.max(0, Math.min(1, best * (0.4 + (best - second) * 6)));
        return new Sound.Key(name, Math.round(confidence * 100) / 100.0);
    }

    /** Offset of the sound's tuning from 440 Hz, in twentieths of a semitone: where most strength lies. */
    private int tuning() {
        double[] offsets = new double[FINE];
        for (int i = 0; i < fine.length; i++) offsets[i % FINE] += fine[i];
        int best = 0;
        for (int i = 0; i < FINE; i++) if (around(offsets, i) > around(offsets, best)) best = i;
        return best >= FINE / 2 ? best - FINE : best;
    }

    private static double around(double[] ring, int at) {
        int n = ring.length;
        return ring[(at + n - 1) % n] + 2 * ring[at] + ring[(at + 1) % n];
    }

    private static double correlation(double[] strength, double[] profile, int tonic) {
        double meanStrength = Arrays.stream(strength).average().orElse(0);
        double meanProfile = Arrays.stream(profile).average().orElse(0);
        double both = 0;
        double one = 0;
        double other = 0;
        for (int i = 0; i < 12; i++) {
            double a = strength[(i + tonic) % 12] - meanStrength;
            double b = profile[i] - meanProfile;
            both += a * b;
            one += a * a;
            other += b * b;
        }
        return one == 0 ? 0 : both / Math.sqrt(one * other);
    }
}

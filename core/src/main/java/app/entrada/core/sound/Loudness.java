package app.entrada.core.sound;

/**
 * Loudness after ITU-R BS.1770-4 and EBU R 128: K-weighted energy in blocks of 400 ms that overlap by three quarters, gated
 * at −70 LUFS and 10 LU under the mean of what is left; range after EBU Tech 3342. Blocks are counted in a histogram of
 * hundredths of a LU that also adds up their energies, so that memory does not depend on the length.
 */
final class Loudness implements BlockAnalyser {
    /** Level given to silence, LUFS: the absolute gate. */
    static final double FLOOR = -70;

    private static final double OFFSET = -0.691;
    private static final int HUNDREDTHS = 100;
    private static final double LOWEST = -70;
    private static final double HIGHEST = 20;
    private static final int BINS = (int) ((HIGHEST - LOWEST) * HUNDREDTHS);
    private static final int MOMENTARY = 4;
    private static final int SHORT_TERM = 30;
    /** Weight of surround channels; LFE is left out. */
    private static final double SURROUND = 1.41;

    private final double[][] state;
    private final double[] shelf;
    private final double[] high;
    private final double[] weights;
    private final int step;
    private final double[] tenths = new double[SHORT_TERM];
    private final Histogram momentary = new Histogram();
    private final Histogram shortTerm = new Histogram();
    private int filled;
    private double energy;
    private long steps;
    private double momentaryMax = FLOOR;
    private double shortTermMax = FLOOR;

    Loudness(int sampleRate, int channels) {
        state = new double[channels][4];
        shelf = shelf(sampleRate);
        high = high(sampleRate);
        weights = new double[channels];
        for (int i = 0; i < channels; i++)
            weights[i] = channels < 5 || i < 3 ? 1 : i == 3 && channels == 6 ? 0 : SURROUND;
        step = Math.max(1, Math.round(sampleRate / 10f));
    }

    /** The spherical head: a shelf of 4 dB above 1.7 kHz, for any sample rate (bilinear transform of the standard's 48 kHz filter). */
    private static double[] shelf(int rate) {
        double k = Math.tan(Math.PI * 1681.974450955533 / rate);
        double q = 0.7071752369554196;
        double vh = Math.pow(10, 3.999843853973347 / 20);
        double vb = Math.pow(vh, 0.4996667741545416);
        double a0 = 1 + k / q + k * k;
        return new double[] {
            (vh + vb * k / q + k * k) / a0,
            2 * (k * k - vh) / a0,
            (vh - vb * k / q + k * k) / a0,
            2 * (k * k - 1) / a0,
            (1 - k / q + k * k) / a0
        };
    }

    /** The high-pass at 38 Hz. */
    private static double[] high(int rate) {
        double k = Math.tan(Math.PI * 38.13547087602444 / rate);
        double q = 0.5003270373238773;
        double a0 = 1 + k / q + k * k;
        return new double[] {1, -2, 1, 2 * (k * k - 1) / a0, (1 - k / q + k * k) / a0};
    }

    @Override
    public void block(float[][] samples, int frames) {
        for (int from = 0; from < frames; ) {
            int to = Math.min(frames, from + step - filled);
            for (int channel = 0; channel < samples.length; channel++)
                if (weights[channel] > 0)
                    energy += weights[channel] * filter(samples[channel], from, to, state[channel], shelf, high);
            filled += to - from;
            from = to;
            if (filled == step) tenth();
        }
    }

    /** Both filters in one loop, transposed direct form II; sum of squares of what comes out. */
    private static double filter(float[] in, int from, int to, double[] state, double[] f, double[] g) {
        double s0 = state[0];
        double s1 = state[1];
        double t0 = state[2];
        double t1 = state[3];
        double f0 = f[0];
        double f1 = f[1];
        double f2 = f[2];
        double f3 = f[3];
        double f4 = f[4];
        double g3 = g[3];
        double g4 = g[4];
        double sum = 0;
        for (int i = from; i < to; i++) {
            double x = in[i];
            double y = f0 * x + s0;
            s0 = f1 * x - f3 * y + s1;
            s1 = f2 * x - f4 * y;
            double z = y + t0;
            t0 = -2 * y - g3 * z + t1;
            t1 = y - g4 * z;
            sum += z * z;
        }
        // numbers too small to matter would slow the filter down a hundredfold in silence
        state[0] = Math.abs(s0) < 1e-30 ? 0 : s0;
        state[1] = Math.abs(s1) < 1e-30 ? 0 : s1;
        state[2] = Math.abs(t0) < 1e-30 ? 0 : t0;
        state[3] = Math.abs(t1) < 1e-30 ? 0 : t1;
        return sum;
    }

    private void tenth() {
        tenths[(int) (steps % SHORT_TERM)] = energy / step;
        steps++;
        energy = 0;
        filled = 0;
        if (steps >= MOMENTARY) momentaryMax = Math.max(momentaryMax, momentary.add(mean(MOMENTARY)));
        if (steps >= SHORT_TERM) shortTermMax = Math.max(shortTermMax, shortTerm.add(mean(SHORT_TERM)));
    }

    private double mean(int last) {
        double sum = 0;
        for (int i = 1; i <= last; i++) sum += tenths[(int) Math.floorMod(steps - i, (long) SHORT_TERM)];
        return sum / last;
    }

    static double lufs(double energy) {
        return energy <= 0 ? -1000 : OFFSET + 10 * Math.log10(energy);
    }

    /** Blocks by loudness, hundredths of a LU, with the sum of their energies. */
    private static final class Histogram {
        private final long[] counts = new long[BINS];
        private final double[] energies = new double[BINS];

        /** Counts a block if it passes the absolute gate; gives its loudness. */
        double add(double energy) {
            double lufs = lufs(energy);
            if (lufs > LOWEST) {
                int bin = bin(lufs);
                counts[bin]++;
                energies[bin] += energy;
            }
            return lufs;
        }

        private static int bin(double lufs) {
            return (int) Math.max(0, Math.min(BINS - 1, Math.floor((lufs - LOWEST) * HUNDREDTHS)));
        }

        /** Mean energy of the blocks from a bin on; 0 when there are none. */
        private double mean(int from) {
            long count = 0;
            double sum = 0;
            for (int i = from; i < BINS; i++) {
                count += counts[i];
                sum += energies[i];
            }
            return count == 0 ? 0 : sum / count;
        }

        /** The bin of a gate so many LU under the mean of all; −1 when no block passed the absolute gate. */
        private int gate(double under) {
            double absolute = mean(0);
            return absolute == 0 ? -1 : bin(lufs(absolute) - under);
        }

        private int percentile(int from, double share) {
            long total = 0;
            for (int i = from; i < BINS; i++) total += counts[i];
            long rank = Math.round((total - 1) * share);
            long seen = 0;
            for (int i = from; i < BINS; i++) {
                seen += counts[i];
                if (seen > rank) return i;
            }
            return from;
        }
    }

    /** Integrated loudness, LUFS; {@link #FLOOR} when no block passes the absolute gate. */
    double integrated() {
        int gate = momentary.gate(10);
        return gate < 0 ? FLOOR : lufs(momentary.mean(gate));
    }

    /** Loudness range, LU: between the 10th and the 95th hundredth of the gated short-term values. */
    double range() {
        int gate = shortTerm.gate(20);
        if (gate < 0) return 0;
        return (shortTerm.percentile(gate, 0.95) - shortTerm.percentile(gate, 0.10)) / (double) HUNDREDTHS;
    }

    /** Loudest 400 ms, LUFS. */
    double momentaryMax() {
        return momentaryMax;
    }

    /** Loudest 3 s, LUFS; {@link #FLOOR} for anything shorter. */
    double shortTermMax() {
        return shortTermMax;
    }

    /** Loudness of the last 400 ms, LUFS, for drawing. */
    double momentary() {
        return steps < MOMENTARY ? FLOOR : Math.max(FLOOR, lufs(mean(MOMENTARY)));
    }
}

package app.entrada.core.fingerprint;

/**
 * Pairs of peaks as numbers that are looked up: the pitch of the first, the interval to the second, the time between them.
 * Both are quantised so coarsely that coding and noise seldom move them, and so finely that few other pairs are the same.
 */
final class Landmarks {
    /** How many different numbers there are. */
    static final int HASHES = 1 << 18;

    private static final int PITCH_STEPS = 8;
    private static final int INTERVAL_STEPS = 8;
    private static final int TIME_STEPS = 2;
    private static final int LEAST_FRAMES = 2;
    private static final int MOST_FRAMES = 64;
    private static final int MOST_INTERVAL = 200;

    private Landmarks() {}

    /** Takes landmarks. */
    interface Taker {
        /** @param frame of the first peak */
        void landmark(int hash, int frame);
    }

    /**
     * Goes through the landmarks of a print.
     *
     * @param partners pairs a peak at most
     * @param from first peak
     * @param to behind the last peak
     * @param speed by which times are multiplied and pitches divided: what the print would be at another speed
     */
    static void each(Print print, int partners, int from, int to, double speed, Taker taker) {
        int[] peaks = print.peaks();
        double shift = PrintMaker.STEPS_AN_OCTAVE * Math.log(speed) / Math.log(2);
        for (int i = from; i < to; i++) {
            int frame = Print.frame(peaks[i]);
            int pitch = Print.pitch(peaks[i]);
            int found = 0;
            for (int j = i + 1; j < peaks.length && found < partners; j++) {
                int after = Print.frame(peaks[j]) - frame;
                if (after < LEAST_FRAMES) continue;
                if (after > MOST_FRAMES) break;
                int interval = Print.pitch(peaks[j]) - pitch;
                if (Math.abs(interval) > MOST_INTERVAL) continue;
                int hash = hash(pitch - shift, interval, after * speed);
                if (hash < 0) continue;
                found++;
                taker.landmark(hash, frame);
            }
        }
    }

    private static int hash(double pitch, int interval, double after) {
        int p = (int) Math.floor(pitch / PITCH_STEPS + 0.5);
        int d = Math.floorDiv(interval + INTERVAL_STEPS / 2, INTERVAL_STEPS) + MOST_INTERVAL / INTERVAL_STEPS;
        int t = (int) (after / TIME_STEPS + 0.25);
        if (p < 0 || p > 127 || t > 31 + 1) return -1;
        return ((p << 6 | Math.min(63, d)) << 5 | Math.min(31, t)) & HASHES - 1;
    }
}

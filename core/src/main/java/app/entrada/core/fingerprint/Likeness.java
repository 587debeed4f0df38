package app.entrada.core.fingerprint;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Compares two prints along time, once it is known how their times relate: where they agree and where they differ.
 *
 * <p>The pictures of energy are laid over each other, level and tone (a constant difference a band) are taken out, and what
 * never falls silent in a band (hiss, hum) is masked in both. What is left differs by a decibel or two for the same sound,
 * however it was coded, and by far more where a voice enters or another piece goes on.
 */
final class Likeness {
    private static final double STEPS_A_SECOND = Print.FRAMES_A_SECOND / Print.FRAMES_A_STEP;
    /** Steps of a window. */
    private static final int WINDOW = 8;
    /** Mean difference, dB, from which a window differs. */
    private static final double DIFFERENT = 3.4;

    private static final double MOST_DIFFERENCE = 15;
    private static final double AUDIBLE = 38;
    private static final double LEAST_SECONDS = 2;
    private static final double OCTAVES_A_BAND = 0.23;

    /** What was found; stretches are seconds of the first print. */
    record Result(
            List<Match.Stretch> agrees,
            List<Match.Stretch> differs,
            double meanDifference,
            double comparedFrom,
            double comparedTo) {}

    private Likeness() {}

    /**
     * Compares.
     *
     * @param offset frame of {@code known} at which {@code asked} begins
     * @param speed frames of {@code known} a frame of {@code asked}
     */
    static Result compare(Print asked, Print known, double offset, double speed) {
        int steps = asked.steps();
        double[][] a = new double[steps][];
        double[][] k = new double[steps][];
        int first = -1;
        int last = -1;
        double bandShift = Math.log(speed) / Math.log(2) / OCTAVES_A_BAND;
        for (int step = 0; step < steps; step++) {
            // the middle of a step, on the other's time line
            double there = ((step + 0.5) * Print.FRAMES_A_STEP * speed + offset) / Print.FRAMES_A_STEP - 0.5;
            if (there < 0 || there > known.steps() - 1) continue;
            a[step] = row(asked, step, 0);
            k[step] = row(known, there, -bandShift);
            if (first < 0) first = step;
            last = step;
        }
        if (first < 0) return new Result(List.of(), List.of(), 99, 0, 0);
        equalise(a, k, first, last);
        return judge(a, k, first, last);
    }

    /** One step's bands, dB, between two steps and shifted by a share of a band. */
    private static double[] row(Print print, double step, double shift) {
        int whole = (int) Math.min(print.steps() - 1, Math.max(0, Math.floor(step)));
        int next = Math.min(print.steps() - 1, whole + 1);
        double share = Math.max(0, Math.min(1, step - whole));
        double[] row = new double[Print.BANDS];
        for (int band = 0; band < Print.BANDS; band++) {
            double place = Math.max(0, Math.min(Print.BANDS - 1, band + shift));
            int low = (int) place;
            int high = Math.min(Print.BANDS - 1, low + 1);
            double part = place - low;
            double now = print.decibels(whole, low) * (1 - part) + print.decibels(whole, high) * part;
            double then = print.decibels(next, low) * (1 - part) + print.decibels(next, high) * part;
            row[band] = now * (1 - share) + then * share;
        }
        return row;
    }

    /** Takes out differences of level and, within bounds, of tone; masks what never falls silent. */
    private static void equalise(double[][] a, double[][] k, int first, int last) {
        double[] gains = new double[Print.BANDS];
        double[] all = new double[(last - first + 1) * Print.BANDS];
        int count = 0;
        double loudest = -120;
        for (int step = first; step <= last; step++)
            for (int band = 0; band < Print.BANDS; band++) loudest = Math.max(loudest, k[step][band]);
        for (int step = first; step <= last; step++)
            for (int band = 0; band < Print.BANDS; band++)
                if (k[step][band] > loudest - AUDIBLE) all[count++] = a[step][band] - k[step][band];
        double gain = median(all, count);
        double[] one = new double[last - first + 1];
        double[] other = new double[last - first + 1];
        for (int band = 0; band < Print.BANDS; band++) {
            int audible = 0;
            for (int step = first; step <= last; step++)
                if (k[step][band] > loudest - AUDIBLE) one[audible++] = a[step][band] - k[step][band];
            double own = audible < 10 ? gain : median(one, audible);
            gains[band] = Math.max(gain - 3, Math.min(gain + 3, own));
            for (int step = first; step <= last; step++) {
                a[step][band] -= gains[band];
                one[step - first] = a[step][band];
                other[step - first] = k[step][band];
            }
            Arrays.sort(one);
            Arrays.sort(other);
            int low = one.length / 20;
            double floor = Math.max(loudest - AUDIBLE, Math.max(one[low], other[low]) + 2);
            for (int step = first; step <= last; step++) {
                a[step][band] = Math.max(a[step][band], floor);
                k[step][band] = Math.max(k[step][band], floor);
            }
        }
    }

    private static double median(double[] values, int count) {
        if (count == 0) return 0;
        double[] sorted = Arrays.copyOf(values, count);
        Arrays.sort(sorted);
        return sorted[count / 2];
    }

    private static Result judge(double[][] a, double[][] k, int first, int last) {
        int n = last - first + 1;
        double[] difference = new double[n];
        double total = 0;
        for (int i = 0; i < n; i++) {
            double sum = 0;
            for (int band = 0; band < Print.BANDS; band++)
                sum += Math.min(MOST_DIFFERENCE, Math.abs(a[first + i][band] - k[first + i][band]));
            difference[i] = sum / Print.BANDS;
            total += difference[i];
        }
        double typical = quarter(difference);
        double threshold = Math.max(DIFFERENT, 1.6 * typical + 1);
        boolean[] differs = new boolean[n];
        for (int i = 0; i < n; i++) {
            int from = Math.max(0, Math.min(n - WINDOW, i - WINDOW / 2));
            int to = Math.min(n, from + WINDOW);
            double mean = 0;
            for (int j = from; j < to; j++) mean += difference[j] / (to - from);
            differs[i] = mean > Math.min(threshold, 6);
        }
        List<Match.Stretch> agrees = new ArrayList<>();
        List<Match.Stretch> others = new ArrayList<>();
        smooth(differs);
        for (int i = 0; i < n; ) {
            int to = i;
            while (to < n && differs[to] == differs[i]) to++;
            (differs[i] ? others : agrees).add(new Match.Stretch(seconds(first + i), seconds(first + to)));
            i = to;
        }
        return new Result(agrees, others, total / n, seconds(first), seconds(last + 1));
    }

    /** Runs shorter than two seconds belong to what surrounds them. */
    private static void smooth(boolean[] differs) {
        int least = (int) Math.round(LEAST_SECONDS * STEPS_A_SECOND);
        for (boolean what : new boolean[] {true, false})
            for (int i = 0; i < differs.length; ) {
                int to = i;
                while (to < differs.length && differs[to] == differs[i]) to++;
                if (differs[i] == what && to - i < least && to - i < differs.length) Arrays.fill(differs, i, to, !what);
                i = to;
            }
    }

    private static double quarter(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        return sorted[sorted.length / 4];
    }

    private static double seconds(int step) {
        return step / STEPS_A_SECOND;
    }
}

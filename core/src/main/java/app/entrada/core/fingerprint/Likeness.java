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
    /** Mean difference over all bands, dB, from which a window differs … */
    private static final double DIFFERENT = 2.5;
    /** … and over any octave and a half, where a voice or a single instrument shows. */
    private static final double DIFFERENT_IN_PART = 4.5;

    /** Overlapping groups of six bands. */
    private static final int GROUPS = 7;
    /** Nearer than this to a whole step or band counts as aligned. */
    private static final double ALIGNED = 0.08;

    private static final double MOST_DIFFERENCE = 15;
    private static final double AUDIBLE = 38;
    private static final double LEAST_SECONDS = 2;

    /** What was found; stretches are seconds of the first print. */
    record Result(List<Match.Stretch> agrees, List<Match.Stretch> differs, double comparedFrom, double comparedTo) {}

    private Likeness() {}

    /**
     * Compares.
     *
     * @param offset frame of {@code known} at which {@code asked} begins
     * @param speed frames of {@code known} a frame of {@code asked}
     */
    static Result compare(Print asked, Print known, double offset, double speed) {
        int steps = asked.steps();
        Cells cells = new Cells(steps);
        int first = -1;
        int last = -1;
        double bandShift = -Math.log(speed) / Math.log(2) / PrintMaker.OCTAVES_A_BAND;
        for (int step = 0; step < steps; step++) {
            // the middle of a step, on the other's time line
            double there = ((step + 0.5) * Print.FRAMES_A_STEP * speed + offset) / Print.FRAMES_A_STEP - 0.5;
            if (there < 0 || there > known.steps() - 1) continue;
            cells.fill(asked, step, known, there, bandShift);
            if (first < 0) first = step;
            last = step;
        }
        if (first < 0) return new Result(List.of(), List.of(), 0, 0);
        cells.equalise(first, last);
        return judge(cells, first, last);
    }

    /**
     * Decibels by step and band. Steps of the two prints do not begin at the same instant, and a drum that falls into one
     * step here is shared between two there: so the known side is the range between its neighbouring steps and bands, and
     * what lies within differs by nothing.
     */
    private static final class Cells {
        final double[][] asked;
        final double[][] lowest;
        final double[][] highest;

        Cells(int steps) {
            asked = new double[steps][];
            lowest = new double[steps][];
            highest = new double[steps][];
        }

        void fill(Print print, int step, Print known, double there, double shift) {
            double[] mine = new double[Print.BANDS];
            double[] low = new double[Print.BANDS];
            double[] high = new double[Print.BANDS];
            int from = (int) Math.floor(there + ALIGNED);
            int to = Math.min(known.steps() - 1, (int) Math.ceil(there - ALIGNED));
            for (int band = 0; band < Print.BANDS; band++) {
                mine[band] = print.decibels(step, band);
                int below = (int) Math.max(0, Math.floor(band + shift + ALIGNED));
                int above = (int) Math.min(Print.BANDS - 1, Math.ceil(band + shift - ALIGNED));
                low[band] = 200;
                high[band] = -200;
                for (int i = Math.max(0, from); i <= Math.max(from, to); i++)
                    for (int j = below; j <= Math.max(below, above); j++) {
                        double level = known.decibels(Math.min(i, known.steps() - 1), j);
                        low[band] = Math.min(low[band], level);
                        high[band] = Math.max(high[band], level);
                    }
            }
            asked[step] = mine;
            lowest[step] = low;
            highest[step] = high;
        }

        double middle(int step, int band) {
            return (lowest[step][band] + highest[step][band]) / 2;
        }

        /** How far the asked level lies outside the known range, dB. */
        double apart(int step, int band) {
            double level = asked[step][band];
            return Math.min(
                    MOST_DIFFERENCE, Math.max(0, Math.max(level - highest[step][band], lowest[step][band] - level)));
        }

        /** Takes out differences of level and, within bounds, of tone; masks what never falls silent. */
        void equalise(int first, int last) {
            int n = last - first + 1;
            double[] all = new double[n * Print.BANDS];
            int count = 0;
            double loudest = -120;
            for (int step = first; step <= last; step++)
                for (int band = 0; band < Print.BANDS; band++) loudest = Math.max(loudest, highest[step][band]);
            for (int step = first; step <= last; step++)
                for (int band = 0; band < Print.BANDS; band++)
                    if (highest[step][band] > loudest - AUDIBLE) all[count++] = asked[step][band] - middle(step, band);
            double gain = median(all, count);
            double[] one = new double[n];
            double[] other = new double[n];
            for (int band = 0; band < Print.BANDS; band++) {
                int audible = 0;
                for (int step = first; step <= last; step++)
                    if (highest[step][band] > loudest - AUDIBLE)
                        one[audible++] = asked[step][band] - middle(step, band);
                double own = audible < 10 ? gain : median(one, audible);
                double taken = Math.max(gain - 3, Math.min(gain + 3, own));
                for (int step = first; step <= last; step++) {
                    asked[step][band] -= taken;
                    one[step - first] = asked[step][band];
                    other[step - first] = lowest[step][band];
                }
                Arrays.sort(one);
                Arrays.sort(other);
                double floor = Math.max(loudest - AUDIBLE, Math.max(one[n / 20], other[n / 20]) + 2);
                for (int step = first; step <= last; step++) {
                    asked[step][band] = Math.max(asked[step][band], floor);
                    lowest[step][band] = Math.max(lowest[step][band], floor);
                    highest[step][band] = Math.max(highest[step][band], floor);
                }
            }
        }
    }

    private static double median(double[] values, int count) {
        if (count == 0) return 0;
        double[] sorted = Arrays.copyOf(values, count);
        Arrays.sort(sorted);
        return sorted[count / 2];
    }

    private static Result judge(Cells cells, int first, int last) {
        int n = last - first + 1;
        double[] difference = new double[n];
        double[][] inGroup = new double[GROUPS][n];
        for (int i = 0; i < n; i++) {
            double sum = 0;
            for (int band = 0; band < Print.BANDS; band++) {
                double apart = cells.apart(first + i, band);
                sum += apart;
                for (int group = 0; group < GROUPS; group++)
                    if (band / 3 == group || band / 3 == group + 1) inGroup[group][i] += apart / 6;
            }
            difference[i] = sum / Print.BANDS;
        }
        boolean[] differs = new boolean[n];
        for (int i = 0; i < n; i++) {
            int from = Math.max(0, Math.min(n - WINDOW, i - WINDOW / 2));
            double mean = mean(difference, from);
            double most = 0;
            for (double[] group : inGroup) most = Math.max(most, mean(group, from));
            differs[i] = mean > DIFFERENT || most > DIFFERENT_IN_PART;
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
        return new Result(agrees, others, seconds(first), seconds(last + 1));
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

    private static double mean(double[] values, int from) {
        int to = Math.min(values.length, from + WINDOW);
        double sum = 0;
        for (int i = from; i < to; i++) sum += values[i];
        return sum / Math.max(1, to - from);
    }

    private static double seconds(int step) {
        return step / STEPS_A_SECOND;
    }
}

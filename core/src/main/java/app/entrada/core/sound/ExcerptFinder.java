package app.entrada.core.sound;

import java.util.Arrays;
import java.util.Locale;

/**
 * Proposes the preview excerpt: the stretch of 30 s that is loud for this piece, full of onsets and heard again elsewhere
 * (its sequence of pitch classes returns), as refrains are. It begins on an onset.
 */
final class ExcerptFinder {
    static final double SECONDS = 30;

    private static final double LONG_RATE = NarrowSound.RATE / (double) NarrowSound.LONG_HOP;
    /** Long stretches are compared with each other over this many seconds at most. */
    private static final int MOST_SECONDS = 1200;

    private static final int PHRASE = 8;

    private ExcerptFinder() {}

    /**
     * The proposal.
     *
     * @param onsets by short spectrum
     * @param classes pitch classes by long spectrum
     * @param loudness LUFS by second
     */
    static Sound.Excerpt find(float[] onsets, float[][] classes, double[] loudness, double seconds) {
        int whole = (int) Math.min(MOST_SECONDS, Math.min(seconds, loudness.length));
        if (seconds <= SECONDS + 1 || whole <= SECONDS)
            return new Sound.Excerpt(0, seconds, "the whole track, since it is no longer than an excerpt");
        double[] busy = new double[whole];
        for (int i = 0; i < onsets.length; i++) {
            int second = (int) (i / NarrowSound.SHORT_A_SECOND);
            if (second < whole) busy[second] += onsets[i];
        }
        double[] again = new double[whole];
        int[] where = new int[whole];
        repeats(pitches(classes, whole), again, where);
        double[] score = new double[whole];
        double[] loudRank = ranks(Arrays.copyOf(loudness, whole));
        double[] busyRank = ranks(busy);
        double[] againRank = ranks(again);
        for (int i = 0; i < whole; i++) score[i] = 1.2 * loudRank[i] + 0.6 * busyRank[i] + againRank[i];
        int length = (int) SECONDS;
        double best = -1;
        int at = 0;
        double sum = 0;
        for (int i = 0; i < whole; i++) {
            sum += score[i];
            if (i >= length) sum -= score[i - length];
            // a little preference for the earlier of two equals
            double value = sum * (1 - 0.0002 * i);
            if (i >= length - 1 && value > best + 1e-9) {
                best = value;
                at = i - length + 1;
            }
        }
        double start = onset(onsets, at, seconds);
        double level = mean(loudness, at, at + length) - mean(loudness, 0, whole);
        int heard = where[Math.min(whole - 1, at + length / 2)];
        String reason = String.format(
                Locale.ROOT,
                "%.1f LU %s the average%s",
                Math.abs(level),
                level >= 0 ? "above" : "below",
                again[Math.min(whole - 1, at + length / 2)] > 0.9 && Math.abs(heard - at) > length / 2
                        ? ", and heard again around %d:%02d".formatted(heard / 60, heard % 60)
                        : "");
        return new Sound.Excerpt(Math.round(start * 1000) / 1000.0, SECONDS, reason);
    }

    private static double onset(float[] onsets, int second, double seconds) {
        int from = Math.max(0, (int) ((second - 0.5) * NarrowSound.SHORT_A_SECOND));
        int to = Math.min(onsets.length, (int) ((second + 0.5) * NarrowSound.SHORT_A_SECOND));
        int best = from;
        for (int i = from; i < to; i++) if (onsets[i] > onsets[best]) best = i;
        return Math.max(0, Math.min(seconds - SECONDS, best / NarrowSound.SHORT_A_SECOND - 0.03));
    }

    private static float[][] pitches(float[][] classes, int whole) {
        float[][] bySecond = new float[whole][12];
        for (int i = 0; i < classes.length; i++) {
            int second = (int) (i / LONG_RATE);
            if (second < whole) for (int c = 0; c < 12; c++) bySecond[second][c] += classes[i][c];
        }
        for (float[] pitch : bySecond) {
            double norm = 1e-9;
            double mean = 0;
            for (float value : pitch) mean += value / 12;
            for (float value : pitch) norm += (value - mean) * (value - mean);
            for (int c = 0; c < 12; c++) pitch[c] = (float) ((pitch[c] - mean) / Math.sqrt(norm));
        }
        return bySecond;
    }

    /** For each second how well the phrase that begins there is matched by another at least its length away, and where. */
    private static void repeats(float[][] pitches, double[] again, int[] where) {
        int n = pitches.length;
        for (int apart = PHRASE; apart < n - PHRASE; apart++) {
            double run = 0;
            for (int i = 0; i + apart < n; i++) {
                run += similarity(pitches[i], pitches[i + apart]);
                if (i >= PHRASE) run -= similarity(pitches[i - PHRASE], pitches[i - PHRASE + apart]);
                if (i < PHRASE - 1) continue;
                double likeness = run / PHRASE;
                int start = i - PHRASE + 1;
                if (likeness > again[start]) {
                    again[start] = likeness;
                    where[start] = start + apart;
                }
                if (likeness > again[start + apart]) {
                    again[start + apart] = likeness;
                    where[start + apart] = start;
                }
            }
        }
    }

    private static double similarity(float[] a, float[] b) {
        double sum = 0;
        for (int c = 0; c < 12; c++) sum += a[c] * b[c];
        return sum;
    }

    private static double[] ranks(double[] values) {
        double[] sorted = values.clone();
        Arrays.sort(sorted);
        double[] ranks = new double[values.length];
        for (int i = 0; i < values.length; i++) {
            int place = Arrays.binarySearch(sorted, values[i]);
            ranks[i] = Math.max(0, place) / (double) values.length;
        }
        return ranks;
    }

    private static double mean(double[] values, int from, int to) {
        double sum = 0;
        int count = 0;
        for (int i = from; i < Math.min(to, values.length); i++) {
            sum += values[i];
            count++;
        }
        return count == 0 ? 0 : sum / count;
    }
}

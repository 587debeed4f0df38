package app.entrada.core.sound;

import java.util.ArrayList;
import java.util.List;

/** Silence at the head, at the tail and inside: stretches in which no sample reaches −60 dBFS. */
final class Silences implements BlockAnalyser {
    private static final float THRESHOLD = 0.001f;
    /** Shorter rests are music. */
    private static final double LEAST_SECONDS = 1;

    private static final int MOST = 500;

    private final int sampleRate;
    private final List<Sound.Rest> inside = new ArrayList<>();
    private long at;
    private long lastLoud = -1;
    private long firstLoud = -1;

    Silences(int sampleRate) {
        this.sampleRate = sampleRate;
    }

    @Override
    public void block(float[][] samples, int frames) {
        // a block is shorter than the shortest rest that counts, so its first and last loud samples say all
        int longest = (int) (LEAST_SECONDS * sampleRate);
        for (int from = 0; from < frames; from += longest) stretch(samples, from, Math.min(frames, from + longest));
        at += frames;
    }

    private void stretch(float[][] samples, int from, int to) {
        int first = from;
        while (first < to && !loud(samples, first)) first++;
        if (first == to) return;
        int last = to - 1;
        while (!loud(samples, last)) last--;
        long here = at + first;
        if (firstLoud < 0) firstLoud = here;
        else if (here - lastLoud > LEAST_SECONDS * sampleRate && inside.size() < MOST)
            inside.add(
                    new Sound.Rest((lastLoud + 1) / (double) sampleRate, (here - lastLoud - 1) / (double) sampleRate));
        lastLoud = at + last;
    }

    private static boolean loud(float[][] samples, int frame) {
        for (float[] channel : samples) if (Math.abs(channel[frame]) >= THRESHOLD) return true;
        return false;
    }

    Sound.Silence silence() {
        if (firstLoud < 0) return new Sound.Silence(at / (double) sampleRate, 0, List.of());
        return new Sound.Silence(
                firstLoud / (double) sampleRate, (at - 1 - lastLoud) / (double) sampleRate, List.copyOf(inside));
    }
}

package app.entrada.core.audio;

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
        for (int i = 0; i < frames; i++) {
            boolean loud = false;
            for (float[] channel : samples) loud |= Math.abs(channel[i]) >= THRESHOLD;
            if (!loud) continue;
            long here = at + i;
            if (firstLoud < 0) firstLoud = here;
            else if (here - lastLoud > LEAST_SECONDS * sampleRate && inside.size() < MOST)
                inside.add(new Sound.Rest(
                        (lastLoud + 1) / (double) sampleRate, (here - lastLoud - 1) / (double) sampleRate));
            lastLoud = here;
        }
        at += frames;
    }

    Sound.Silence silence() {
        if (firstLoud < 0) return new Sound.Silence(at / (double) sampleRate, 0, List.of());
        return new Sound.Silence(
                firstLoud / (double) sampleRate, (at - 1 - lastLoud) / (double) sampleRate, List.copyOf(inside));
    }
}

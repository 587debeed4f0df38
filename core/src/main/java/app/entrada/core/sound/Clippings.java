package app.entrada.core.sound;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Runs of clipped samples: three or more in a row at full scale, or four or more of the same value at the file's own
 * maximum, as a limiter or a level change after clipping leaves them.
 */
final class Clippings implements BlockAnalyser {
    private static final float FULL = 32_766.5f / 32_768;
    private static final int LEAST_FULL = 3;
    private static final int LEAST_FLAT = 4;
    /** Flat runs are looked for above −6 dBFS: below, equal neighbours are ordinary in quiet 16-bit sound. */
    private static final float LEAST_LEVEL = 0.5f;

    private static final int MOST = 2000;

    private record Run(long at, int length, int channel, float level) {}

    private final List<Run> runs = new ArrayList<>();
    private final float[] value;
    private final int[] length;
    private final float[] maximum;
    private long at;
    private long dropped;

    Clippings(int channels) {
        value = new float[channels];
        length = new int[channels];
        maximum = new float[channels];
    }

    @Override
    public void block(float[][] samples, int frames) {
        for (int channel = 0; channel < samples.length; channel++) channel(samples[channel], channel, frames);
        at += frames;
    }

    private void channel(float[] in, int channel, int frames) {
        float held = value[channel];
        int count = length[channel];
        float most = maximum[channel];
        for (int i = 0; i < frames; i++) {
            float sample = in[i];
            if (sample > FULL) sample = 1;
            else if (sample < -FULL) sample = -1;
            if (sample == held) {
                count++;
                continue;
            }
            float level = Math.abs(held);
            if (level > most) most = level;
            if (count >= LEAST_FULL && level >= LEAST_LEVEL) end(at + i - count, count, channel, level);
            held = sample;
            count = 1;
        }
        value[channel] = held;
        length[channel] = count;
        maximum[channel] = most;
    }

    private void end(long from, int count, int channel, float level) {
        if (level < 1 && count < LEAST_FLAT) return;
        if (runs.size() == MOST) {
            float now = maximum[channel];
            runs.removeIf(run -> run.channel == channel && run.level < now * 0.99f);
            if (runs.size() == MOST) {
                dropped++;
                return;
            }
        }
        runs.add(new Run(from, count, channel, level));
    }

    /** The runs in order of time, at most 2,000; {@code length} in samples, channels from 0. */
    List<Sound.Clipping> runs(int sampleRate) {
        for (int channel = 0; channel < value.length; channel++) {
            maximum[channel] = Math.max(maximum[channel], Math.abs(value[channel]));
            if (length[channel] >= LEAST_FULL && Math.abs(value[channel]) >= LEAST_LEVEL)
                end(at - length[channel], length[channel], channel, Math.abs(value[channel]));
        }
        return runs.stream()
                .filter(run -> run.level >= maximum[run.channel] * 0.999f)
                .sorted(Comparator.comparingLong(Run::at))
                .map(run -> new Sound.Clipping(run.at / (double) sampleRate, run.length, run.channel))
                .toList();
    }

    /** Runs in all, the ones left out of the list included. */
    long count(int listed) {
        return listed + dropped;
    }
}

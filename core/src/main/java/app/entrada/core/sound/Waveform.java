package app.entrada.core.sound;

import java.nio.ByteBuffer;
import java.util.Arrays;

/**
 * The outline of the sound for drawing at any zoom: lowest and highest sample and the loudness of equal stretches. Begins
 * with a stretch of 512 frames and folds two into one whenever there are 32,768, so that memory is bounded.
 */
public final class Waveform implements BlockAnalyser {
    private static final int FIRST_STEP = 512;
    private static final int MOST = 1 << 15;
    private static final int HEADER = 16;

    private final int sampleRate;
    private final Loudness loudness;
    private byte[] low = new byte[1024];
    private byte[] high = new byte[1024];
    private byte[] loud = new byte[1024];
    private int count;
    private int step = FIRST_STEP;
    private int filled;
    private float lowest;
    private float highest;

    /** @param loudness runs before this in the chain, so that its present value belongs to the present stretch */
    Waveform(int sampleRate, Loudness loudness) {
        this.sampleRate = sampleRate;
        this.loudness = loudness;
    }

    @Override
    public void block(float[][] samples, int frames) {
        for (int from = 0; from < frames; ) {
            int to = Math.min(frames, from + step - filled);
            // two local numbers: written to the object at each sample they would cost five times as much
            float low = lowest;
            float high = highest;
            for (float[] channel : samples)
                for (int i = from; i < to; i++) {
                    float sample = channel[i];
                    if (sample < low) low = sample;
                    else if (sample > high) high = sample;
                }
            lowest = low;
            highest = high;
            filled += to - from;
            from = to;
            if (filled == step) point();
        }
    }

    private void point() {
        if (count == low.length) {
            if (count == MOST) fold();
            else {
                low = Arrays.copyOf(low, count * 2);
                high = Arrays.copyOf(high, count * 2);
                loud = Arrays.copyOf(loud, count * 2);
            }
        }
        low[count] = (byte) Math.round(Math.max(-1, lowest) * 127);
        high[count] = (byte) Math.round(Math.min(1, highest) * 127);
        loud[count] = (byte) Math.round(-loudness.momentary());
        count++;
        filled = 0;
        lowest = 0;
        highest = 0;
    }

    private void fold() {
        for (int i = 0; i < count / 2; i++) {
            low[i] = (byte) Math.min(low[2 * i], low[2 * i + 1]);
            high[i] = (byte) Math.max(high[2 * i], high[2 * i + 1]);
            loud[i] = (byte) Math.min(loud[2 * i], loud[2 * i + 1]);
        }
        count /= 2;
        step *= 2;
    }

    /**
     * The outline as bytes, for keeping: {@code 'wave'} sampleRate32 step32 count32, then count bytes each of lowest,
     * highest (−127 to 127) and loudness (LUFS without its minus sign).
     */
    public byte[] bytes() {
        if (filled > 0) point();
        return ByteBuffer.allocate(HEADER + 3 * count)
                .put(new byte[] {'w', 'a', 'v', 'e'})
                .putInt(sampleRate)
                .putInt(step)
                .putInt(count)
                .put(low, 0, count)
                .put(high, 0, count)
                .put(loud, 0, count)
                .array();
    }

    /** Highest magnitude of equal parts of the whole, in per cent of full scale. */
    int[] outline(int parts) {
        int[] outline = new int[parts];
        int points = count + (filled > 0 ? 1 : 0);
        for (int part = 0; part < parts && points > 0; part++) {
            int from = (int) ((long) part * points / parts);
            int to = Math.max(from + 1, (int) ((long) (part + 1) * points / parts));
            for (int i = from; i < to; i++) {
                int peak = i < count
                        ? Math.max(-low[i], high[i])
                        : Math.round(127 * Math.min(1, Math.max(-lowest, highest)));
                outline[part] = Math.max(outline[part], Math.round(peak * 100 / 127f));
            }
        }
        return outline;
    }
}

package app.entrada.core.audio;

/**
 * The outline of the sound for drawing: the highest magnitude in each of a fixed number of equal stretches, and the sample
 * peak of the whole.
 */
public final class Envelope implements BlockAnalyser {
    private final float[] peaks;
    private final long total;
    private long at;
    private float peak;

    /**
     * @param stretches how many values are wanted, left to right
     * @param total frames of the whole sound
     */
    public Envelope(int stretches, long total) {
        this.peaks = new float[stretches];
        this.total = Math.max(1, total);
    }

    @Override
    public void block(float[][] samples, int frames) {
        for (int i = 0; i < frames; i++) {
            float highest = 0;
            for (float[] channel : samples) highest = Math.max(highest, Math.abs(channel[i]));
            int stretch = (int) Math.min(peaks.length - 1, at * peaks.length / total);
            if (highest > peaks[stretch]) peaks[stretch] = highest;
            at++;
        }
        for (float value : peaks) peak = Math.max(peak, value);
    }

    /** Peaks in per cent of full scale, 0–100. */
    public int[] percent() {
        int[] percent = new int[peaks.length];
        for (int i = 0; i < percent.length; i++) percent[i] = Math.round(Math.min(1, peaks[i]) * 100);
        return percent;
    }

    /** Sample peak, dB below full scale (0 is full scale); −120 for silence. */
    public double peakDbfs() {
        return peak == 0 ? -120 : Math.max(-120, 20 * Math.log10(peak));
    }
}

package app.entrada.core.sound;

/** DC offset of each channel, and whether two channels hold the same sound. */
final class Balance implements BlockAnalyser {
    /** Side under mid by this much, in power, is no stereo: what is left is dither or a decoder's rounding. */
    private static final double SAME = 1e-6;

    private final double[] sums;
    private double mid;
    private double side;
    private long frames;

    Balance(int channels) {
        sums = new double[channels];
    }

    @Override
    public void block(float[][] samples, int length) {
        for (int channel = 0; channel < samples.length; channel++) {
            double sum = 0;
            float[] in = samples[channel];
            for (int i = 0; i < length; i++) sum += in[i];
            sums[channel] += sum;
        }
        if (samples.length == 2) {
            float[] left = samples[0];
            float[] right = samples[1];
            double both = 0;
            double apart = 0;
            for (int i = 0; i < length; i++) {
                double sum = left[i] + right[i];
                double difference = left[i] - right[i];
                both += sum * sum;
                apart += difference * difference;
            }
            mid += both;
            side += apart;
        }
        frames += length;
    }

    /** Mean of each channel, full scale 1. */
    double[] dcOffset() {
        double[] offset = new double[sums.length];
        for (int i = 0; i < offset.length; i++) offset[i] = frames == 0 ? 0 : sums[i] / frames;
        return offset;
    }

    /** Whether a two-channel file is mono in truth; silence is not. */
    boolean falseStereo() {
        return sums.length == 2 && mid > 0 && side <= mid * SAME;
    }
}

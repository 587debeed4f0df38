package app.entrada.core.sound;

import app.entrada.core.container.SoundFile.Pcm;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.FloatBuffer;
import java.nio.ShortBuffer;

/**
 * Turns interleaved samples into one array a channel, full scale ±1. The arrays are used again. The two usual widths have
 * loops of their own: the general one takes four times as long.
 */
final class SampleReader {
    /** How decoders give samples. */
    static Pcm decoded(int channels) {
        return new Pcm(true, 32, false, false, 4 * channels);
    }

    private final Pcm pcm;
    private final float[][] samples;

    SampleReader(Pcm pcm, int channels, int frames) {
        this.pcm = pcm;
        this.samples = new float[channels][frames];
    }

    /** Reads whole frames of the first {@code length} bytes; a cut frame at the end is left out. */
    float[][] read(byte[] bytes, int length) {
        int frames = length / pcm.blockAlign();
        ByteBuffer in = ByteBuffer.wrap(bytes, 0, length)
                .order(pcm.bigEndian() ? ByteOrder.BIG_ENDIAN : ByteOrder.LITTLE_ENDIAN);
        if (!pcm.floating() && pcm.bits() == 16) shorts(in.asShortBuffer(), frames);
        else if (!pcm.floating() && pcm.bits() == 24) threeBytes(bytes, frames);
        else if (pcm.floating() && pcm.bits() == 32) floats(in.asFloatBuffer(), frames);
        else general(in, frames);
        return samples;
    }

    private void shorts(ShortBuffer in, int frames) {
        int channels = samples.length;
        for (int channel = 0; channel < channels; channel++) {
            float[] out = samples[channel];
            for (int i = 0, at = channel; i < frames; i++, at += channels) out[i] = in.get(at) / 32768f;
        }
    }

    private void threeBytes(byte[] bytes, int frames) {
        int step = pcm.blockAlign();
        int low = pcm.bigEndian() ? 2 : 0;
        int high = 2 - low;
        for (int channel = 0; channel < samples.length; channel++) {
            float[] out = samples[channel];
            for (int i = 0, at = channel * 3; i < frames; i++, at += step)
                out[i] = ((bytes[at + low] & 0xFF) << 8 | (bytes[at + 1] & 0xFF) << 16 | bytes[at + high] << 24)
                        / 2147483648f;
        }
    }

    private void floats(FloatBuffer in, int frames) {
        int channels = samples.length;
        for (int channel = 0; channel < channels; channel++) {
            float[] out = samples[channel];
            for (int i = 0, at = channel; i < frames; i++, at += channels) {
                float value = in.get(at);
                // what is no number would make every sum after it none
                out[i] = Float.isFinite(value) ? value : 0;
            }
        }
    }

    private void general(ByteBuffer in, int frames) {
        int width = (pcm.bits() + 7) / 8;
        for (int frame = 0; frame < frames; frame++)
            for (int channel = 0; channel < samples.length; channel++)
                samples[channel][frame] = sample(in, (frame * samples.length + channel) * width, width);
    }

    private float sample(ByteBuffer in, int at, int width) {
        if (pcm.floating()) {
            float value = width == 4 ? in.getFloat(at) : (float) in.getDouble(at);
            return Float.isFinite(value) ? value : 0;
        }
        boolean big = pcm.bigEndian();
        return switch (width) {
            case 1 -> pcm.unsigned() ? ((in.get(at) & 0xFF) - 128) / 128f : in.get(at) / 128f;
            case 2 -> in.getShort(at) / 32768f;
            case 3 ->
                ((in.get(big ? at + 2 : at) & 0xFF) << 8
                                | (in.get(at + 1) & 0xFF) << 16
                                | in.get(big ? at : at + 2) << 24)
                        / 2147483648f;
            default -> in.getInt(at) / 2147483648f;
        };
    }
}

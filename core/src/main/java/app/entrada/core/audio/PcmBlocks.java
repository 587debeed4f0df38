package app.entrada.core.audio;

import app.entrada.core.container.WavFormat;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;

/** Turns interleaved little-endian samples into one array a channel, full scale ±1. The arrays are used again. */
final class PcmBlocks {
    private final WavFormat format;
    private final float[][] samples;

    PcmBlocks(WavFormat format, int frames) {
        this.format = format;
        this.samples = new float[format.channels()][frames];
    }

    /** Reads whole frames of the first {@code length} bytes; a cut frame at the end is left out. */
    float[][] read(byte[] bytes, int length) {
        ByteBuffer in = ByteBuffer.wrap(bytes, 0, length).order(ByteOrder.LITTLE_ENDIAN);
        int width = (format.bits() + 7) / 8;
        int frames = length / format.blockAlign();
        for (int frame = 0; frame < frames; frame++)
            for (int channel = 0; channel < samples.length; channel++)
                samples[channel][frame] = sample(in, (frame * samples.length + channel) * width, width);
        return samples;
    }

    private float sample(ByteBuffer in, int at, int width) {
        if (format.code() == WavFormat.FLOAT) return width == 4 ? in.getFloat(at) : (float) in.getDouble(at);
        return switch (width) {
            case 1 -> ((in.get(at) & 0xFF) - 128) / 128f;
            case 2 -> in.getShort(at) / 32768f;
            case 3 -> ((in.get(at) & 0xFF) << 8 | (in.get(at + 1) & 0xFF) << 16 | in.get(at + 2) << 24) / 2147483648f;
            default -> in.getInt(at) / 2147483648f;
        };
    }
}

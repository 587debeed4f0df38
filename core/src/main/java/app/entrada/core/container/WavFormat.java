package app.entrada.core.container;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;

/**
 * The {@code fmt } chunk of a WAVE file.
 *
 * @param code 1 PCM, 3 IEEE float; WAVE_FORMAT_EXTENSIBLE is resolved to its sub-format
 * @param channels number of channels
 * @param sampleRate samples a second
 * @param blockAlign bytes of one sample of all channels
 * @param bits bits a sample of one channel
 */
public record WavFormat(int code, int channels, int sampleRate, int blockAlign, int bits) {
    /** Linear integers, unsigned at 8 bits, else signed. */
    public static final int PCM = 1;
    /** IEEE 754 floating point. */
    public static final int FLOAT = 3;

    private static final int EXTENSIBLE = 0xFFFE;

    /**
     * Reads the chunk.
     *
     * @throws IOException when it is missing, short or senseless
     */
    public static WavFormat read(FileChannel file, RiffFile riff) throws IOException {
        Chunk chunk = riff.first("fmt ").orElseThrow(() -> new IOException("the file has no “fmt” chunk"));
        if (chunk.length() < 16) throw new IOException("the “fmt” chunk is cut off");
        ByteBuffer body = Bytes.at(file, chunk.offset(), (int) Math.min(chunk.length(), 40));
        int code = Short.toUnsignedInt(body.getShort());
        int channels = Short.toUnsignedInt(body.getShort());
        int rate = body.getInt();
        body.getInt();
        int align = Short.toUnsignedInt(body.getShort());
        int bits = Short.toUnsignedInt(body.getShort());
        if (code == EXTENSIBLE && body.limit() >= 26) code = Short.toUnsignedInt(body.getShort(24));
        if (channels < 1 || channels > 64 || rate < 1 || rate > 1_536_000 || bits < 1 || bits > 64 || align < 1)
            throw new IOException("the “fmt” chunk says %d channels, %d Hz, %d bits, %d bytes a frame"
                    .formatted(channels, rate, bits, align));
        return new WavFormat(code, channels, rate, align, bits);
    }

    /** How its samples are coded. */
    public SoundCodec codec() {
        return switch (code) {
            case PCM -> SoundCodec.PCM;
            case FLOAT -> SoundCodec.FLOAT;
            default -> SoundCodec.OTHER;
        };
    }

    /** Whether samples are read directly: whole bytes, PCM of 8 to 32 bits or float of 32 or 64. */
    public boolean readable() {
        boolean whole = blockAlign == channels * ((bits + 7) / 8);
        return whole && (code == PCM && bits >= 8 && bits <= 32 || code == FLOAT && (bits == 32 || bits == 64));
    }
}

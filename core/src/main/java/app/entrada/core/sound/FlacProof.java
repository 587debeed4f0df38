package app.entrada.core.sound;

import app.entrada.core.container.FlacFile;
import app.entrada.core.container.SoundFile;
import app.entrada.core.container.SoundFormat;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.HexFormat;
import java.util.Optional;

/** Holds decoded samples against the MD5 that a FLAC file carries of them, RFC 9639 §8.2. */
final class FlacProof implements BlockAnalyser {
    private static final int PROVABLE_BITS = 24;

    private final String expected;
    private final int width;
    private final float scale;
    private final MessageDigest digest = AudioMeasuring.digest("MD5");
    private byte[] bytes = {};

    private FlacProof(FlacFile.Stream stream) {
        expected = stream.md5();
        width = (stream.bits() + 7) / 8;
        scale = Math.scalb(1f, stream.bits() - 1);
    }

    /** The proof of a FLAC file; empty for others, for more bits than a float holds, and where no MD5 was written. */
    static Optional<FlacProof> of(Path path, SoundFile sound) throws IOException {
        if (sound.kind() != SoundFormat.FLAC || sound.bits() > PROVABLE_BITS) return Optional.empty();
        try (FileChannel file = FileChannel.open(path)) {
            FlacFile.Stream stream = FlacFile.walk(file).stream();
            return stream.md5().matches("0+") ? Optional.empty() : Optional.of(new FlacProof(stream));
        }
    }

    @Override
    public void block(float[][] samples, int frames) {
        int length = frames * samples.length * width;
        if (bytes.length < length) bytes = new byte[length];
        int at = 0;
        for (int i = 0; i < frames; i++)
            for (float[] channel : samples) {
                int value = Math.round(channel[i] * scale);
                for (int b = 0; b < width; b++) bytes[at++] = (byte) (value >> 8 * b);
            }
        digest.update(bytes, 0, length);
    }

    /** Whether all that went by is what the file says it is. */
    boolean holds() {
        return HexFormat.of().formatHex(digest.digest()).equals(expected);
    }
}

package app.entrada.core.disc;

import app.entrada.core.container.Chunk;
import app.entrada.core.container.RiffFile;
import app.entrada.core.container.SoundFile;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.container.WavFormat;
import app.entrada.core.sound.AudioFacts;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;

/**
 * The image of a disc: one WAV file of 44.1 kHz, 16 bit, two channels, in which the tracks stand sample behind sample with
 * their pauses. Bytes of sound go from file to file as they are; memory does not depend on their length.
 */
public final class DiscImage {
    private static final int FRAME_BYTES = 4;
    private static final int HEAD = 44;
    private static final int SILENCE = 1 << 16;

    private DiscImage() {}

    /**
     * A track's file with the silence in front of it.
     *
     * @param gap samples
     */
    public record Piece(int number, Path wav, long gap) {}

    /**
     * Writes the image.
     *
     * @param pieces WAV files of 44.1 kHz, 16 bit, two channels
     * @param target is made, or emptied first
     * @return where the tracks lie in it
     * @throws IOException with the track that is not of that kind; the target is then removed
     */
    public static DiscLayout write(List<Piece> pieces, Path target) throws IOException {
        try (FileChannel out = FileChannel.open(
                target, StandardOpenOption.CREATE, StandardOpenOption.WRITE, StandardOpenOption.TRUNCATE_EXISTING)) {
            List<Chunk> sound = new ArrayList<>();
            List<DiscLayout.TrackToPlace> parts = new ArrayList<>();
            for (Piece piece : pieces) {
                Chunk chunk = sound(piece);
                sound.add(chunk);
                parts.add(new DiscLayout.TrackToPlace(piece.number, piece.gap, chunk.length() / FRAME_BYTES));
            }
            DiscLayout layout = DiscLayout.of(parts);
            out.write(head(layout.samples()));
            for (int i = 0; i < pieces.size(); i++) {
                DiscLayout.TrackPosition place = layout.tracks().get(i);
                silence(out, place.start() - place.pause());
                try (FileChannel in = FileChannel.open(pieces.get(i).wav)) {
                    long from = sound.get(i).offset();
                    long left = place.length() * FRAME_BYTES;
                    while (left > 0) {
                        long sent = in.transferTo(from, left, out);
                        if (sent <= 0) throw new IOException("track %d ended early".formatted(place.number()));
                        from += sent;
                        left -= sent;
                    }
                }
            }
            silence(out, layout.samples() - (out.position() - HEAD) / FRAME_BYTES);
            out.force(true);
            return layout;
        } catch (IOException failed) {
            Files.deleteIfExists(target);
            throw failed;
        }
    }

    private static Chunk sound(Piece piece) throws IOException {
        try (FileChannel in = FileChannel.open(piece.wav)) {
            SoundFile file = SoundFile.walk(in);
            if (file.kind() != SoundFormat.WAV || file.sound().size() != 1)
                throw new IOException("track %d is not a WAV file".formatted(piece.number));
            WavFormat format = WavFormat.read(in, RiffFile.walk(in));
            if (format.code() != WavFormat.PCM
                    || format.sampleRate() != DiscLayout.RATE
                    || format.bits() != 16
                    || format.channels() != 2)
                throw new IOException("track %d is %d bit, %d Hz, %s; a disc needs 16 bit, 44100 Hz, stereo"
                        .formatted(
                                piece.number,
                                format.bits(),
                                format.sampleRate(),
                                AudioFacts.channelsLabel(format.channels())));
            return file.sound().get(0);
        }
    }

    private static ByteBuffer head(long samples) throws IOException {
        long bytes = samples * FRAME_BYTES;
        if (bytes > 0xFFFFFFFFL - HEAD) throw new IOException("the image is longer than any disc");
        return ByteBuffer.allocate(HEAD)
                .order(ByteOrder.LITTLE_ENDIAN)
                .put("RIFF".getBytes(StandardCharsets.US_ASCII))
                .putInt((int) (bytes + HEAD - 8))
                .put("WAVEfmt ".getBytes(StandardCharsets.US_ASCII))
                .putInt(16)
                .putShort((short) 1)
                .putShort((short) 2)
                .putInt(DiscLayout.RATE)
                .putInt(DiscLayout.RATE * FRAME_BYTES)
                .putShort((short) FRAME_BYTES)
                .putShort((short) 16)
                .put("data".getBytes(StandardCharsets.US_ASCII))
                .putInt((int) bytes)
                .flip();
    }

    private static void silence(FileChannel out, long samples) throws IOException {
        for (long left = samples * FRAME_BYTES; left > 0; ) {
            ByteBuffer zeros = ByteBuffer.allocate((int) Math.min(left, SILENCE));
            left -= zeros.remaining();
            while (zeros.hasRemaining()) out.write(zeros);
        }
    }
}

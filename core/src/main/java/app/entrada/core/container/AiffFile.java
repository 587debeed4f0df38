package app.entrada.core.container;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * AIFF and AIFF-C (Audio Interchange File Format 1.3, 1989; AIFF-C draft 1991).
 *
 * <pre>
 * 'FORM' size32 'AIFF' | 'AIFC'
 *   'COMM' size32  channels16 frames32 bits16 rate80 [AIFC: coding4 name]
 *   'SSND' size32  offset32 block32 samples
 *   'NAME' 'AUTH' '(c) ' 'ANNO' text · 'ID3 ' tag · …
 * </pre>
 *
 * Big-endian; a body of odd length is followed by one byte of padding. The sample rate is an 80-bit IEEE 754 number.
 */
public final class AiffFile {
    private static final int COMM_LENGTH = 18;

    private AiffFile() {}

    /** Whether the first twelve bytes are those of an AIFF file. */
    public static boolean begins(byte[] head) {
        if (head.length < 12) return false;
        ByteBuffer start = ByteBuffer.wrap(head);
        if (!Bytes.fourCc(start).equals("FORM")) return false;
        start.position(8);
        String form = Bytes.fourCc(start);
        return form.equals("AIFF") || form.equals("AIFC");
    }

    static SoundFile walk(FileChannel file) throws IOException {
        List<Fault> faults = new ArrayList<>();
        List<Chunk> chunks = ChunkWalk.walk(file, ByteOrder.BIG_ENDIAN, (id, offset, declared) -> declared, faults);
        long form = Integer.toUnsignedLong(
                Bytes.at(file, 4, 4).order(ByteOrder.BIG_ENDIAN).getInt());
        ChunkWalk.checkForm(form, file.size(), faults);
        return sound(file, chunks, faults);
    }

    private static SoundFile sound(FileChannel file, List<Chunk> chunks, List<Fault> faults) throws IOException {
        Chunk comm = first(chunks, "COMM").orElseThrow(() -> new IOException("the file has no “COMM” chunk"));
        if (comm.length() < COMM_LENGTH) throw new IOException("the “COMM” chunk is cut off");
        ByteBuffer body =
                Bytes.at(file, comm.offset(), (int) Math.min(22, comm.length())).order(ByteOrder.BIG_ENDIAN);
        int channels = Short.toUnsignedInt(body.getShort());
        long claimed = Integer.toUnsignedLong(body.getInt());
        int bits = Short.toUnsignedInt(body.getShort());
        int rate = rate(body);
        String coding = body.remaining() >= 4 ? Bytes.fourCc(body) : "NONE";
        if (channels < 1 || channels > 64 || rate < 1 || rate > 1_536_000 || bits < 1 || bits > 64)
            throw new IOException("the “COMM” chunk says %d channels, %d Hz, %d bits".formatted(channels, rate, bits));
        boolean floating = coding.equalsIgnoreCase("fl32") || coding.equalsIgnoreCase("fl64");
        boolean linear = List.of("NONE", "twos", "sowt", "in24", "in32").contains(coding);
        int width = (bits + 7) / 8;
        int align = channels * width;
        Chunk ssnd = first(chunks, "SSND").orElseThrow(() -> new IOException("the file has no audio: no “SSND” chunk"));
        long skip = ssnd.length() < 8
                ? ssnd.length()
                : 8
                        + Integer.toUnsignedLong(Bytes.at(file, ssnd.offset(), 4)
                                .order(ByteOrder.BIG_ENDIAN)
                                .getInt());
        long from = Math.min(ssnd.end(), ssnd.offset() + skip);
        Chunk sound = new Chunk("SSND", ssnd.header(), from, ssnd.end() - from, Math.max(0, ssnd.declared() - skip));
        boolean readable = linear && bits >= 8 && bits <= 32 || floating && (bits == 32 || bits == 64);
        long samples = readable ? sound.length() / align : claimed;
        if (readable) SoundFile.addLength(faults, sound, align);
        if (readable && faults.isEmpty() && samples != claimed)
            faults.add(new Fault(
                    "“COMM” claims %,d samples, “SSND” holds %,d".formatted(claimed, samples), comm.offset()));
        return new SoundFile(
                SoundFormat.AIFF,
                floating ? SoundCodec.FLOAT : linear ? SoundCodec.PCM : SoundCodec.OTHER,
                rate,
                bits,
                channels,
                samples,
                readable
                        ? Optional.of(new SoundFile.Pcm(floating, bits, !coding.equals("sowt"), false, align))
                        : Optional.empty(),
                List.of(sound),
                List.copyOf(chunks),
                List.copyOf(faults));
    }

    /** An 80-bit extended number: sign and exponent (bias 16383) in 16 bits, mantissa with its leading 1 in 64. */
    private static int rate(ByteBuffer body) {
        int exponent = (body.getShort() & 0x7FFF) - 16383;
        long mantissa = body.getLong();
        if (exponent < 0 || exponent > 30) return 0;
        return (int) (mantissa >>> (63 - exponent));
    }

    private static Optional<Chunk> first(List<Chunk> chunks, String id) {
        return chunks.stream().filter(chunk -> chunk.id().equals(id)).findFirst();
    }
}

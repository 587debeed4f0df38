package app.entrada.core.container;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * The chunks of a WAVE file: RIFF (Microsoft/IBM 1991), RF64 (EBU Tech 3306) or BW64 (ITU-R BS.2088).
 *
 * <pre>
 * 'RIFF' size32 'WAVE'                    'RF64' FFFFFFFF 'WAVE'
 *   'fmt ' size32 body [pad]                'ds64' size32 riffSize64 dataSize64 samples64 tableLength32 …
 *   'data' size32 body [pad]                'fmt ' …
 *   …                                       'data' FFFFFFFF body
 * </pre>
 *
 * Little-endian; a body of odd length is followed by one byte of padding that its size does not count.
 *
 * @param form {@code RIFF}, {@code RF64} or {@code BW64}
 * @param chunks in file order
 * @param faults what is wrong, empty for a whole file
 */
public record RiffFile(String form, List<Chunk> chunks, List<Fault> faults) {
    private static final long UNKNOWN_SIZE = 0xFFFFFFFFL;

    /** Whether the first twelve bytes are those of a WAVE file. */
    public static boolean begins(byte[] head) {
        if (head.length < 12) return false;
        ByteBuffer start = ByteBuffer.wrap(head);
        String form = Bytes.fourCc(start);
        start.position(8);
        return isForm(form) && Bytes.fourCc(start).equals("WAVE");
    }

    private static boolean isForm(String form) {
        return form.equals("RIFF") || form.equals("RF64") || form.equals("BW64");
    }

    /**
     * Walks through the file; reads headers only.
     *
     * @throws IOException when the file cannot be read or is no WAVE file at all
     */
    public static RiffFile walk(FileChannel file) throws IOException {
        long size = file.size();
        if (size < 12) throw new IOException("the file is too short for a WAVE header");
        ByteBuffer head = Bytes.at(file, 0, 12);
        if (!begins(head.array())) throw new IOException("the file does not begin like a WAVE file");
        String form = Bytes.fourCc(head);
        // of the 64-bit sizes the first is that of the form, the second that of the sound
        long[] sizes = {Integer.toUnsignedLong(head.getInt()), -1};
        List<Fault> faults = new ArrayList<>();
        List<Chunk> chunks = ChunkWalk.walk(
                file,
                ByteOrder.LITTLE_ENDIAN,
                (id, offset, declared) -> {
                    if (id.equals("ds64") && Math.min(declared, size - offset) >= 24) {
                        ByteBuffer wide = Bytes.at(file, offset, 16);
                        sizes[0] = wide.getLong();
                        sizes[1] = wide.getLong();
                        if (sizes[1] < 0) faults.add(new Fault("the 64-bit size of the audio is negative", offset));
                    }
                    return id.equals("data") && declared == UNKNOWN_SIZE && sizes[1] >= 0 ? sizes[1] : declared;
                },
                faults);
        if (sizes[0] != UNKNOWN_SIZE) ChunkWalk.checkForm(sizes[0], size, faults);
        return new RiffFile(form, List.copyOf(chunks), List.copyOf(faults));
    }

    /** The first chunk with this id. */
    public Optional<Chunk> first(String id) {
        return chunks.stream().filter(chunk -> chunk.id().equals(id)).findFirst();
    }
}

package app.entrada.core.container;

import java.io.IOException;
import java.nio.ByteBuffer;
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
    /** More chunks than any real file has; a file made of empty chunks must not fill the memory. */
    private static final int MOST_CHUNKS = 4096;

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
        long riffSize = Integer.toUnsignedLong(head.getInt());
        long dataSize64 = -1;
        List<Chunk> chunks = new ArrayList<>();
        List<Fault> faults = new ArrayList<>();
        long at = 12;
        while (at + 8 <= size && chunks.size() < MOST_CHUNKS) {
            ByteBuffer header = Bytes.at(file, at, 8);
            String id = Bytes.fourCc(header);
            long declared = Integer.toUnsignedLong(header.getInt());
            if (!id.matches("[\\x20-\\x7E]{4}")) {
                faults.add(new Fault("%,d bytes behind the last chunk are no chunk".formatted(size - at), at));
                break;
            }
            if (id.equals("data") && declared == UNKNOWN_SIZE && dataSize64 >= 0) declared = dataSize64;
            long there = Math.min(declared, size - at - 8);
            Chunk chunk = new Chunk(id, at, at + 8, there, declared);
            chunks.add(chunk);
            if (chunk.cut())
                faults.add(new Fault(
                        "chunk “%s” claims %,d bytes, but only %,d are left: the file is cut off"
                                .formatted(id.strip(), declared, there),
                        at));
            if (id.equals("ds64") && there >= 24) {
                ByteBuffer sizes = Bytes.at(file, chunk.offset(), 16);
                riffSize = sizes.getLong();
                dataSize64 = sizes.getLong();
                if (dataSize64 < 0) faults.add(new Fault("the 64-bit size of the audio is negative", chunk.offset()));
            }
            at = chunk.end() + (declared & 1);
        }
        if (chunks.size() == MOST_CHUNKS) faults.add(new Fault("more than %,d chunks".formatted(MOST_CHUNKS), at));
        if (faults.isEmpty() && riffSize != UNKNOWN_SIZE && riffSize + 8 > size + (size & 1))
            faults.add(new Fault("the header claims %,d bytes, the file has %,d".formatted(riffSize + 8, size), 4));
        return new RiffFile(form, List.copyOf(chunks), List.copyOf(faults));
    }

    /** The first chunk with this id. */
    public Optional<Chunk> first(String id) {
        return chunks.stream().filter(chunk -> chunk.id().equals(id)).findFirst();
    }
}

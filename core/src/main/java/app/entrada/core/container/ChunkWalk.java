package app.entrada.core.container;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.List;

/** Goes from chunk to chunk of a RIFF or IFF file: four letters, a size of 32 bits, a body, a byte of padding if that is odd. */
final class ChunkWalk {
    /** More chunks than any real file has; a file made of empty chunks must not fill the memory. */
    private static final int MOST_CHUNKS = 4096;

    private static final int FIRST = 12;

    private ChunkWalk() {}

    /** Gives the true size of a chunk, where its own header cannot hold it. */
    interface Sizes {
        /** @param declared what the header says, bytes */
        long of(String id, long offset, long declared) throws IOException;
    }

    /**
     * The chunks behind the twelve bytes of a form, in file order; reads headers only.
     *
     * @param faults what is wrong is added here
     */
    static List<Chunk> walk(FileChannel file, ByteOrder order, Sizes sizes, List<Fault> faults) throws IOException {
        long size = file.size();
        List<Chunk> chunks = new ArrayList<>();
        long at = FIRST;
        while (at + 8 <= size && chunks.size() < MOST_CHUNKS) {
            ByteBuffer header = Bytes.at(file, at, 8).order(order);
            String id = Bytes.fourCc(header);
            if (!id.matches("[\\x20-\\x7E]{4}")) {
                faults.add(new Fault("%,d bytes behind the last chunk are no chunk".formatted(size - at), at));
                break;
            }
            long declared = sizes.of(id, at + 8, Integer.toUnsignedLong(header.getInt()));
            Chunk chunk = new Chunk(id, at, at + 8, Math.min(declared, size - at - 8), declared);
            chunks.add(chunk);
            if (chunk.cut())
                faults.add(new Fault(
                        "chunk “%s” claims %,d bytes, but only %,d are left: the file is cut off"
                                .formatted(id.strip(), declared, chunk.length()),
                        at));
            at = chunk.end() + (declared & 1);
        }
        if (chunks.size() == MOST_CHUNKS) faults.add(new Fault("more than %,d chunks".formatted(MOST_CHUNKS), at));
        return chunks;
    }

    /** Notes a form that claims more than the file has, unless something else is wrong already. */
    static void checkForm(long claimed, long size, List<Fault> faults) {
        if (faults.isEmpty() && claimed + 8 > size + (size & 1))
            faults.add(new Fault("the header claims %,d bytes, the file has %,d".formatted(claimed + 8, size), 4));
    }
}

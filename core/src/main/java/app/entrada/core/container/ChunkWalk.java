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

    /** Says what bytes are that begin like no chunk. */
    interface Rest {
        /** @param left bytes from there to the end of the file */
        List<Chunk> of(long at, long left) throws IOException;

        /** Whether the form ends here by its own header, so that what follows need be no chunk. */
        default boolean endsAt(long at) {
            return false;
        }
    }

    /** The same where such bytes are a fault. */
    static List<Chunk> walk(FileChannel file, ByteOrder order, Sizes sizes, List<Fault> faults) throws IOException {
        return walk(file, order, sizes, faults, (at, left) -> {
            if (left < 8) return List.of();
            faults.add(new Fault("%,d bytes after the last chunk are not a chunk".formatted(left), at));
            return List.of();
        });
    }

    /**
     * The chunks behind the twelve bytes of a form, in file order; reads headers only.
     *
     * @param faults what is wrong is added here
     */
    static List<Chunk> walk(FileChannel file, ByteOrder order, Sizes sizes, List<Fault> faults, Rest rest)
            throws IOException {
        long size = file.size();
        List<Chunk> chunks = new ArrayList<>();
        long at = FIRST;
        while (at + 8 <= size && chunks.size() < MOST_CHUNKS) {
            ByteBuffer header = Bytes.at(file, at, 8).order(order);
            String id = Bytes.fourCc(header);
            boolean oldTag = size - at == OldTag.LENGTH && id.startsWith("TAG");
            if (!id.matches("[\\x20-\\x7E]{4}") || oldTag) {
                chunks.addAll(rest.of(at, size - at));
                return chunks;
            }
            long declared = sizes.of(id, at + 8, Integer.toUnsignedLong(header.getInt()));
            Chunk chunk = new Chunk(id, at, at + 8, Math.min(declared, size - at - 8), declared);
            if (chunk.cut() && rest.endsAt(at)) {
                chunks.addAll(rest.of(at, size - at));
                return chunks;
            }
            chunks.add(chunk);
            if (chunk.cut())
                faults.add(new Fault(
                        "chunk “%s” claims %,d bytes, but only %,d are left: the file is cut off"
                                .formatted(id.strip(), declared, chunk.length()),
                        at));
            at = chunk.end() + (declared & 1);
        }
        if (at < size && chunks.size() < MOST_CHUNKS && size - at < 8) chunks.addAll(rest.of(at, size - at));
        if (chunks.size() == MOST_CHUNKS) faults.add(new Fault("more than %,d chunks".formatted(MOST_CHUNKS), at));
        return chunks;
    }

    /** Notes a form that claims more than the file has, unless something else is wrong already. */
    static void checkForm(long claimed, long size, List<Fault> faults) {
        if (faults.isEmpty() && claimed + 8 > size + (size & 1))
            faults.add(new Fault("the header claims %,d bytes, the file has %,d".formatted(claimed + 8, size), 4));
    }
}

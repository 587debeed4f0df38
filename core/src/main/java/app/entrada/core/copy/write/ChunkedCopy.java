package app.entrada.core.copy.write;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** Chunks of a RIFF or IFF file in the order they will stand: those made here and those taken from the source. */
final class ChunkedCopy {
    private final ByteOrder order;
    private final List<Piece> pieces = new ArrayList<>();

    ChunkedCopy(ByteOrder order) {
        this.order = order;
    }

    /** A chunk: either bytes made here or a stretch of the source. */
    record Piece(String id, byte @Nullable [] made, long offset, long length) {
        long size() {
            return made != null ? made.length : length;
        }

        long padded() {
            return 8 + size() + (size() & 1);
        }
    }

    void made(String id, byte[] body) {
        pieces.add(new Piece(id, body, 0, 0));
    }

    void first(String id, byte[] body) {
        pieces.add(0, new Piece(id, body, 0, 0));
    }

    void kept(String id, long offset, long length) {
        pieces.add(new Piece(id, null, offset, length));
    }

    /** Bytes of all chunks with their headers and padding. */
    long length() {
        return pieces.stream().mapToLong(Piece::padded).sum();
    }

    /** Size of the first chunk with this id, 0 when there is none. */
    long size(String id) {
        return pieces.stream()
                .filter(piece -> piece.id.equals(id))
                .mapToLong(Piece::size)
                .findFirst()
                .orElse(0);
    }

    /**
     * Lays the chunks down behind what is laid already.
     *
     * @param sizeElsewhere id of a chunk whose size stands in another place, so that its own says all ones
     */
    void lay(FileLayout layout, String sizeElsewhere) {
        for (Piece piece : pieces) {
            int size = piece.id.equals(sizeElsewhere) ? -1 : (int) piece.size();
            layout.made(ByteBuffer.allocate(8)
                    .order(order)
                    .put(piece.id.getBytes(StandardCharsets.ISO_8859_1))
                    .putInt(size)
                    .array());
            if (piece.made != null) layout.made(piece.made);
            else layout.stretch(piece.offset, piece.length);
            if ((piece.size() & 1) == 1) layout.made(new byte[1]);
        }
    }
}

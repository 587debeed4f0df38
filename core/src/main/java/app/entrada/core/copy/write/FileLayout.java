package app.entrada.core.copy.write;

import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A file to be laid down: bytes made here and stretches of the source, in order. What is a stretch is moved by the system
 * and never comes into the Java heap, so that memory does not depend on the length of the sound.
 */
final class FileLayout {
    private record Piece(byte @Nullable [] made, long offset, long length) {}

    private final List<Piece> pieces = new ArrayList<>();
    private long length;

    FileLayout made(byte[] bytes) {
        if (bytes.length > 0) pieces.add(new Piece(bytes, 0, bytes.length));
        length += bytes.length;
        return this;
    }

    FileLayout stretch(long offset, long bytes) {
        if (bytes > 0) pieces.add(new Piece(null, offset, bytes));
        length += bytes;
        return this;
    }

    /** Bytes so far. */
    long length() {
        return length;
    }

    /** Writes all pieces to {@code out}; the caller makes it durable and visible. */
    void write(FileChannel source, FileChannel out) throws IOException {
        for (Piece piece : pieces) {
            if (piece.made == null) transfer(source, piece.offset, piece.length, out);
            else {
                ByteBuffer bytes = ByteBuffer.wrap(piece.made);
                while (bytes.hasRemaining()) out.write(bytes);
            }
        }
    }

    private static void transfer(FileChannel source, long offset, long length, FileChannel out) throws IOException {
        for (long at = offset; at < offset + length; ) {
            long moved = source.transferTo(at, offset + length - at, out);
            if (moved <= 0) throw new IOException("the source became shorter while it was copied");
            at += moved;
        }
    }
}

package app.entrada.core.container;

import java.io.EOFException;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.channels.FileChannel;

/** Bounded reads at a place of a file. */
public final class Bytes {
    private Bytes() {}

    /**
     * Reads exactly {@code length} bytes.
     *
     * @return little-endian buffer, ready to be read
     * @throws EOFException when the file ends before
     */
    public static ByteBuffer at(FileChannel file, long offset, int length) throws IOException {
        ByteBuffer buffer = ByteBuffer.allocate(length).order(ByteOrder.LITTLE_ENDIAN);
        while (buffer.hasRemaining()) {
            int read = file.read(buffer, offset + buffer.position());
            if (read < 0) throw new EOFException("the file ends at byte %,d".formatted(offset + buffer.position()));
        }
        return buffer.flip();
    }

    /** The body of a chunk as far as it is there, at most {@code limit} bytes. */
    public static byte[] body(FileChannel file, Chunk chunk, int limit) throws IOException {
        return at(file, chunk.offset(), (int) Math.min(chunk.length(), limit)).array();
    }

    /** Four bytes as Latin-1 characters. */
    public static String fourCc(ByteBuffer buffer) {
        byte[] four = new byte[4];
        buffer.get(four);
        return new String(four, java.nio.charset.StandardCharsets.ISO_8859_1);
    }

    /** Whether all bytes that are left are zero. */
    static boolean isZero(ByteBuffer bytes) {
        for (int i = bytes.position(); i < bytes.limit(); i++) if (bytes.get(i) != 0) return false;
        return true;
    }
}

package app.entrada.core.container;

/**
 * A stretch of a file with a name: a RIFF chunk or a FLAC metadata block.
 *
 * @param id four characters in RIFF; the block type's number in FLAC
 * @param header offset of the header, bytes from the beginning of the file
 * @param offset offset of the body
 * @param length length of the body as far as it is really there, bytes
 * @param declared length that the header claims, bytes
 */
public record Chunk(String id, long header, long offset, long length, long declared) {
    /** Offset behind the body. */
    public long end() {
        return offset + length;
    }

    /** The same chunk with a body of this length, as if its header said so. */
    Chunk cutTo(long shorter) {
        return new Chunk(id, header, offset, shorter, shorter);
    }

    /** Whether the file ends before the chunk does. */
    public boolean cut() {
        return length < declared;
    }
}

package app.entrada.core.tag;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** The PICTURE block of FLAC, RFC 9639 §8.8: big-endian lengths, the picture's own measures, its bytes. */
public final class FlacPicture {
    private FlacPicture() {}

    /** Reads the block, empty when it is damaged. */
    public static Optional<TagEntry> read(byte[] body) {
        try {
            ByteBuffer in = ByteBuffer.wrap(body);
            int kind = in.getInt();
            String mime = new String(bytes(in), StandardCharsets.US_ASCII);
            String descriptor = new String(bytes(in), StandardCharsets.UTF_8);
            in.position(in.position() + 16);
            return Optional.of(TagEntry.picture(
                    TagEntry.Container.PICTURE, "PICTURE", new Picture(kind, mime, descriptor, bytes(in))));
        } catch (RuntimeException damaged) {
            return Optional.empty();
        }
    }

    /**
     * The block's body.
     *
     * @param width pixels
     * @param height pixels
     */
    public static byte[] write(Picture picture, int width, int height) {
        byte[] mime = picture.mime().getBytes(StandardCharsets.US_ASCII);
        byte[] descriptor = picture.descriptor().getBytes(StandardCharsets.UTF_8);
        return ByteBuffer.allocate(32 + mime.length + descriptor.length + picture.data().length)
                .putInt(picture.kind())
                .putInt(mime.length)
                .put(mime)
                .putInt(descriptor.length)
                .put(descriptor)
                .putInt(width)
                .putInt(height)
                .putInt(24)
                .putInt(0)
                .putInt(picture.data().length)
                .put(picture.data())
                .array();
    }

    private static byte[] bytes(ByteBuffer in) {
        int length = in.getInt();
        if (length < 0 || length > in.remaining()) throw new IllegalArgumentException("a length that lies");
        byte[] bytes = new byte[length];
        in.get(bytes);
        return bytes;
    }
}

package app.entrada.core.tag;

import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Iterator;
import java.util.Optional;
import javax.imageio.ImageIO;
import javax.imageio.ImageReader;

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

    /** The block's body; the picture's measures are read from it, and are 0 where they cannot be. */
    public static byte[] write(Picture picture) {
        int[] size = size(picture.data());
        byte[] mime = picture.mime().getBytes(StandardCharsets.US_ASCII);
        byte[] descriptor = picture.descriptor().getBytes(StandardCharsets.UTF_8);
        return ByteBuffer.allocate(32 + mime.length + descriptor.length + picture.data().length)
                .putInt(picture.kind())
                .putInt(mime.length)
                .put(mime)
                .putInt(descriptor.length)
                .put(descriptor)
                .putInt(size[0])
                .putInt(size[1])
                .putInt(24)
                .putInt(0)
                .putInt(picture.data().length)
                .put(picture.data())
                .array();
    }

    private static int[] size(byte[] picture) {
        try (var in = ImageIO.createImageInputStream(new ByteArrayInputStream(picture))) {
            Iterator<ImageReader> readers = ImageIO.getImageReaders(in);
            if (!readers.hasNext()) return new int[2];
            ImageReader reader = readers.next();
            try {
                reader.setInput(in);
                return new int[] {reader.getWidth(0), reader.getHeight(0)};
            } finally {
                reader.dispose();
            }
        } catch (IOException | RuntimeException unreadable) {
            return new int[2];
        }
    }

    private static byte[] bytes(ByteBuffer in) {
        int length = in.getInt();
        if (length < 0 || length > in.remaining()) throw new IllegalArgumentException("a length that lies");
        byte[] bytes = new byte[length];
        in.get(bytes);
        return bytes;
    }
}

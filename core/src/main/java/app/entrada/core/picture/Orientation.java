package app.entrada.core.picture;

import java.awt.geom.AffineTransform;
import java.awt.image.BufferedImage;
import java.io.DataInputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;

/** The note in a JPEG that says how it is to be turned (Exif 2.3, tag 0x0112). */
final class Orientation {
    private static final int TAG = 0x0112;
    private static final int UPRIGHT = 1;

    private Orientation() {}

    /** 1 to 8; 1 for upright, and for everything that has no readable note. */
    static int of(Path picture) {
        try (DataInputStream in = new DataInputStream(new java.io.BufferedInputStream(Files.newInputStream(picture)))) {
            if (in.readUnsignedShort() != 0xFFD8) return UPRIGHT;
            while (true) {
                int marker = in.readUnsignedShort();
                int length = in.readUnsignedShort() - 2;
                // the picture itself begins: no note came before it
                if (marker == 0xFFDA || length < 0) return UPRIGHT;
                byte[] segment = in.readNBytes(length);
                if (marker == 0xFFE1
                        && new String(segment, 0, Math.min(4, length), java.nio.charset.StandardCharsets.ISO_8859_1)
                                .equals("Exif"))
                    return inside(ByteBuffer.wrap(segment, 6, length - 6).slice());
            }
        } catch (IOException | RuntimeException unreadable) {
            return UPRIGHT;
        }
    }

    /** Walks the first directory of the TIFF structure that an Exif segment holds. */
    private static int inside(ByteBuffer tiff) {
        tiff.order(tiff.get(0) == 'I' ? ByteOrder.LITTLE_ENDIAN : ByteOrder.BIG_ENDIAN);
        int directory = tiff.getInt(4);
        int entries = tiff.getShort(directory) & 0xFFFF;
        for (int i = 0; i < entries; i++) {
            int entry = directory + 2 + 12 * i;
            if ((tiff.getShort(entry) & 0xFFFF) == TAG) {
                int turn = tiff.getShort(entry + 8) & 0xFFFF;
                return turn >= 1 && turn <= 8 ? turn : UPRIGHT;
            }
        }
        return UPRIGHT;
    }

    /** The picture as it is meant to be seen. */
    static BufferedImage upright(BufferedImage stored, int turn) {
        if (turn == UPRIGHT) return stored;
        int w = stored.getWidth();
        int h = stored.getHeight();
        AffineTransform by = switch (turn) {
            case 2 -> new AffineTransform(-1, 0, 0, 1, w, 0);
            case 3 -> new AffineTransform(-1, 0, 0, -1, w, h);
            case 4 -> new AffineTransform(1, 0, 0, -1, 0, h);
            case 5 -> new AffineTransform(0, 1, 1, 0, 0, 0);
            case 6 -> new AffineTransform(0, 1, -1, 0, h, 0);
            case 7 -> new AffineTransform(0, -1, -1, 0, h, w);
            default -> new AffineTransform(0, -1, 1, 0, 0, w);
        };
        BufferedImage seen = new BufferedImage(turn > 4 ? h : w, turn > 4 ? w : h, BufferedImage.TYPE_INT_RGB);
        java.awt.Graphics2D pen = seen.createGraphics();
        pen.drawImage(stored, by, null);
        pen.dispose();
        return seen;
    }
}

package app.entrada.core.container;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;

/** Sound files put together byte by byte, as their standards lay them out. */
public final class HandmadeFiles {
    private HandmadeFiles() {}

    /** 44,100 as an 80-bit number: exponent 16383 + 15, mantissa 44100 · 2⁴⁸. */
    private static final byte[] RATE_44100 = {0x40, 0x0E, (byte) 0xAC, 0x44, 0, 0, 0, 0, 0, 0};

    public static byte[] chunk(String id, byte[] body) {
        ByteBuffer out = ByteBuffer.allocate(8 + body.length + body.length % 2);
        return out.put(id.getBytes(StandardCharsets.ISO_8859_1))
                .putInt(body.length)
                .put(body)
                .array();
    }

    public static byte[] join(byte[]... parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (byte[] part : parts) out.writeBytes(part);
        return out.toByteArray();
    }

    public static byte[] aiff(String form, String coding, int frames, byte[] samples) {
        byte[] comm = ByteBuffer.allocate(18)
                .putShort((short) 2)
                .putInt(frames)
                .putShort((short) 16)
                .put(RATE_44100)
                .array();
        if (!coding.isEmpty()) comm = join(comm, coding.getBytes(UTF_8), new byte[] {0, 0});
        byte[] ssnd = join(new byte[8], samples);
        byte[] inside = join(
                form.getBytes(UTF_8),
                chunk("COMM", comm),
                chunk("NAME", "Kyma".getBytes(UTF_8)),
                chunk("SSND", ssnd),
                chunk("ANNO", "take 3".getBytes(UTF_8)));
        return chunk("FORM", inside);
    }

    /** Frames of 128 kbit/s at 44.1 kHz: 144 · 128000 / 44100 = 417 bytes, 1,152 samples each. */
    public static byte[] mp3(int frames, boolean info, int delay, int padding) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (int i = 0; i < frames + (info ? 1 : 0); i++) {
            ByteBuffer frame = ByteBuffer.allocate(417).putInt(0xFFFB9000);
            if (info && i == 0) {
                frame.position(36);
                frame.put("Info".getBytes(UTF_8)).putInt(1).putInt(frames).put("LAME3.100".getBytes(UTF_8));
                frame.position(36 + 12 + 21);
                int both = delay << 12 | padding;
                frame.put((byte) (both >> 16)).put((byte) (both >> 8)).put((byte) both);
            }
            out.writeBytes(frame.array());
        }
        return out.toByteArray();
    }

    public static byte[] id3v1(String title) {
        byte[] tag = new byte[128];
        System.arraycopy("TAG".getBytes(UTF_8), 0, tag, 0, 3);
        byte[] text = title.getBytes(StandardCharsets.ISO_8859_1);
        System.arraycopy(text, 0, tag, 3, text.length);
        tag[126] = 7;
        tag[127] = (byte) 255;
        return tag;
    }

    public static byte[] ape(String key, String value) {
        byte[] text = value.getBytes(StandardCharsets.UTF_8);
        ByteBuffer item =
                ByteBuffer.allocate(8 + key.length() + 1 + text.length).order(ByteOrder.LITTLE_ENDIAN);
        item.putInt(text.length)
                .putInt(0)
                .put(key.getBytes(UTF_8))
                .put((byte) 0)
                .put(text);
        ByteBuffer footer = ByteBuffer.allocate(32).order(ByteOrder.LITTLE_ENDIAN);
        footer.put("APETAGEX".getBytes(UTF_8))
                .putInt(2000)
                .putInt(item.capacity() + 32)
                .putInt(1)
                .putInt(0);
        return join(item.array(), footer.array());
    }

    public static byte[] id3v2(String title) {
        byte[] text = join(new byte[] {0}, title.getBytes(UTF_8));
        byte[] frame = join("TIT2".getBytes(UTF_8), new byte[] {0, 0, 0, (byte) text.length, 0, 0}, text);
        return join(new byte[] {'I', 'D', '3', 3, 0, 0, 0, 0, 0, (byte) frame.length}, frame);
    }

    public static byte[] box(String type, byte[]... inside) {
        byte[] body = join(inside);
        return join(
                ByteBuffer.allocate(4).putInt(8 + body.length).array(),
                type.getBytes(StandardCharsets.ISO_8859_1),
                body);
    }

    public static byte[] mp4() {
        byte[] mdhd =
                ByteBuffer.allocate(24).putInt(12, 44_100).putInt(16, 45_124).array();
        byte[] entry = ByteBuffer.allocate(36)
                .putInt(36)
                .put("mp4a".getBytes(UTF_8))
                .putShort(24, (short) 2)
                .putShort(26, (short) 16)
                .putShort(32, (short) 44_100)
                .array();
        byte[] stsd = join(ByteBuffer.allocate(8).putInt(4, 1).array(), entry, new byte[16]);
        byte[] elst = ByteBuffer.allocate(20)
                .putInt(4, 1)
                .putInt(8, 1000)
                .putInt(12, 1024)
                .putInt(16, 0x10000)
                .array();
        byte[] text = join(ByteBuffer.allocate(8).putInt(0, 1).array(), "Kyma".getBytes(UTF_8));
        byte[] ilst = box("ilst", box("©nam", box("data", text)), box("trkn", box("data", new byte[] {
            0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 0, 3, 0, 9, 0, 0
        })));
        byte[] udta = box("udta", box("meta", new byte[4], ilst));
        return join(
                box("ftyp", "M4A ".getBytes(UTF_8), new byte[4]),
                box(
                        "moov",
                        box(
                                "trak",
                                box("edts", box("elst", elst)),
                                box("mdia", box("mdhd", mdhd), box("minf", box("stbl", box("stsd", stsd))))),
                        udta),
                box("mdat", new byte[1000]));
    }

    public static byte[] page(int flags, long granule, byte[] packet) {
        int segments = packet.length / 255 + 1;
        ByteBuffer out = ByteBuffer.allocate(27 + segments + packet.length).order(ByteOrder.LITTLE_ENDIAN);
        out.put("OggS".getBytes(UTF_8))
                .put((byte) 0)
                .put((byte) flags)
                .putLong(granule)
                .putInt(77)
                .putInt(0)
                .putInt(0);
        out.put((byte) segments);
        for (int i = 0; i < segments - 1; i++) out.put((byte) 255);
        return out.put((byte) (packet.length % 255)).put(packet).array();
    }

    public static byte[] opus() {
        ByteBuffer head = ByteBuffer.allocate(19).order(ByteOrder.LITTLE_ENDIAN);
        head.put("OpusHead".getBytes(UTF_8))
                .put((byte) 1)
                .put((byte) 2)
                .putShort((short) 312)
                .putInt(48_000);
        byte[] comment = "TITLE=Kyma".getBytes(UTF_8);
        ByteBuffer tags = ByteBuffer.allocate(8 + 4 + 4 + 4 + comment.length).order(ByteOrder.LITTLE_ENDIAN);
        tags.put("OpusTags".getBytes(UTF_8))
                .putInt(0)
                .putInt(1)
                .putInt(comment.length)
                .put(comment);
        return join(page(2, 0, head.array()), page(0, 0, tags.array()), page(4, 48_312, new byte[600]));
    }
}

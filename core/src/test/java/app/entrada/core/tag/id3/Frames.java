package app.entrada.core.tag.id3;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;

/** Tags put together by hand, byte by byte as the standard has them. */
final class Frames {
    private Frames() {}

    /** Numbers are bytes, texts are Latin-1, arrays go in as they are. */
    static byte[] bytes(Object... parts) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (Object part : parts) {
            if (part instanceof Integer number) out.write(number);
            else if (part instanceof byte[] some) out.writeBytes(some);
            else out.writeBytes(part.toString().getBytes(StandardCharsets.ISO_8859_1));
        }
        return out.toByteArray();
    }

    static byte[] utf16(String text) {
        return bytes(0xFF, 0xFE, text.getBytes(StandardCharsets.UTF_16LE));
    }

    static byte[] utf8(String text) {
        return text.getBytes(StandardCharsets.UTF_8);
    }

    /** A frame of version 2.3 or 2.4 whose size fits seven bits a byte. */
    static byte[] frame(String id, Object... body) {
        byte[] inside = bytes(body);
        return bytes(id, 0, 0, inside.length >> 7, inside.length & 0x7F, 0, 0, inside);
    }

    /** The same for 2.3, where sizes are plain. */
    static byte[] frame23(String id, Object... body) {
        byte[] inside = bytes(body);
        return bytes(id, 0, 0, inside.length >> 8, inside.length & 0xFF, 0, 0, inside);
    }

    static byte[] tag(int major, byte[]... frames) {
        byte[] all = bytes((Object[]) frames);
        return bytes("ID3", major, 0, 0, 0, all.length >> 14, all.length >> 7 & 0x7F, all.length & 0x7F, all);
    }
}

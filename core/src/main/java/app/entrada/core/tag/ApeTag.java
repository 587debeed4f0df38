package app.entrada.core.tag;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * APEv2 tags: items of UTF-8 text or bytes between an optional header and a footer.
 *
 * <pre>
 * ['APETAGEX' header 32]  item*  'APETAGEX' version32 size32 items32 flags32 0…
 *   item: length32 flags32 key (ASCII) 0 value       flags, bits 1–2: 0 text (values separated by NUL), 1 bytes, 2 link
 * </pre>
 *
 * Little-endian; the size counts the items and the footer, not the header.
 */
public final class ApeTag {
    private static final int FRAME = 32;
    private static final int MOST_ITEMS = 4096;

    private ApeTag() {}

    /** Reads a tag, header (if it has one) and footer included; stops where it is damaged. */
    public static List<TagEntry> read(byte[] tag) {
        List<TagEntry> entries = new ArrayList<>();
        if (tag.length < FRAME) return entries;
        ByteBuffer in = ByteBuffer.wrap(tag).order(ByteOrder.LITTLE_ENDIAN);
        int at = starts(tag) ? FRAME : 0;
        int end = starts(Arrays.copyOfRange(tag, tag.length - FRAME, tag.length)) ? tag.length - FRAME : tag.length;
        while (at + 9 <= end && entries.size() < MOST_ITEMS) {
            int length = in.getInt(at);
            int flags = in.getInt(at + 4);
            int keyEnd = at + 8;
            while (keyEnd < end && tag[keyEnd] != 0) keyEnd++;
            if (length < 0 || keyEnd >= end || length > end - keyEnd - 1) break;
            String key = new String(tag, at + 8, keyEnd - at - 8, StandardCharsets.ISO_8859_1);
            byte[] value = Arrays.copyOfRange(tag, keyEnd + 1, keyEnd + 1 + length);
            entries.add((flags >> 1 & 3) == 1 ? bytes(key, value) : text(key, value));
            at = keyEnd + 1 + length;
        }
        return entries;
    }

    private static TagEntry text(String key, byte[] value) {
        List<String> values = List.of(new String(value, StandardCharsets.UTF_8).split("\0", -1));
        return TagEntry.read(TagEntry.Container.APE, key, values, value);
    }

    /** Pictures are written as a file name, NUL, and the picture. */
    private static TagEntry bytes(String key, byte[] value) {
        if (!key.startsWith("Cover Art")) return TagEntry.read(TagEntry.Container.APE, key, List.of(), value);
        int name = 0;
        while (name < value.length && value[name] != 0) name++;
        byte[] data = Arrays.copyOfRange(value, Math.min(value.length, name + 1), value.length);
        String mime = data.length > 1 && (data[0] & 0xFF) == 0x89 ? "image/png" : "image/jpeg";
        int kind = key.endsWith("(Front)") ? Picture.FRONT_COVER : 0;
        Picture picture = new Picture(kind, mime, new String(value, 0, name, StandardCharsets.UTF_8), data);
        return new TagEntry(TagEntry.Container.APE, key, "", List.of(), Optional.of(picture), value);
    }

    private static boolean starts(byte[] tag) {
        return tag.length >= 8 && new String(tag, 0, 8, StandardCharsets.ISO_8859_1).equals("APETAGEX");
    }
}

package app.entrada.core.tag;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * The item list of MP4 files.
 *
 * <pre>
 * item*: size32 id4  data*: size32 'data' type32 locale32 value
 *   '----': 'mean' name space · 'name' key · data           types: 1 UTF-8 · 13 JPEG · 14 PNG · 21 number · 0 by the id
 * </pre>
 */
public final class Ilst {
    private static final int UTF_8 = 1;
    private static final int JPEG = 13;
    private static final int PNG = 14;
    private static final int INTEGER = 21;
    private static final int MOST_ITEMS = 4096;

    private Ilst() {}

    /** Reads the body of an {@code ilst} box; stops where it is damaged. */
    public static List<TagEntry> read(byte[] ilst) {
        List<TagEntry> entries = new ArrayList<>();
        ByteBuffer in = ByteBuffer.wrap(ilst);
        for (int at = 0; at + 8 <= ilst.length && entries.size() < MOST_ITEMS; ) {
            int size = in.getInt(at);
            if (size < 8 || size > ilst.length - at) break;
            item(in, new String(ilst, at + 4, 4, StandardCharsets.ISO_8859_1), at + 8, at + size, entries);
            at += size;
        }
        return entries;
    }

    private static void item(ByteBuffer in, String id, int from, int to, List<TagEntry> entries) {
        String name = id;
        List<String> values = new ArrayList<>();
        byte[] raw = Arrays.copyOfRange(in.array(), from, to);
        for (int at = from; at + 8 <= to; ) {
            int size = in.getInt(at);
            if (size < 8 || size > to - at) break;
            String type = new String(in.array(), at + 4, 4, StandardCharsets.ISO_8859_1);
            if (type.equals("name") && size >= 12)
                name = id + ":" + new String(in.array(), at + 12, size - 12, StandardCharsets.UTF_8);
            if (type.equals("data") && size >= 16) {
                int kind = in.getInt(at + 8) & 0xFFFFFF;
                byte[] value = Arrays.copyOfRange(in.array(), at + 16, at + size);
                if (kind == JPEG || kind == PNG || id.equals("covr")) {
                    Picture picture =
                            new Picture(Picture.FRONT_COVER, kind == PNG ? "image/png" : "image/jpeg", "", value);
                    entries.add(
                            new TagEntry(TagEntry.Container.ILST, name, "", List.of(), Optional.of(picture), value));
                } else values.add(value(id, kind, value));
            }
            at += size;
        }
        if (!values.isEmpty()) entries.add(TagEntry.read(TagEntry.Container.ILST, name, values, raw));
    }

    private static String value(String id, int kind, byte[] value) {
        if (kind == UTF_8) return new String(value, StandardCharsets.UTF_8);
        // two pairs of bytes: number and how many there are
        if ((id.equals("trkn") || id.equals("disk")) && value.length >= 6) {
            ByteBuffer numbers = ByteBuffer.wrap(value);
            int of = numbers.getShort(4);
            return of == 0 ? String.valueOf(numbers.getShort(2)) : numbers.getShort(2) + "/" + of;
        }
        if (kind == INTEGER || kind == 0 && value.length <= 8 && value.length > 0) {
            long number = value[0];
            for (int i = 1; i < value.length; i++) number = number << 8 | value[i] & 0xFF;
            return String.valueOf(number);
        }
        return new String(value, StandardCharsets.UTF_8);
    }
}

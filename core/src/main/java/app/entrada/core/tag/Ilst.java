package app.entrada.core.tag;

import java.io.ByteArrayOutputStream;
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

    /** Name space of our free items where a recipe names no other; reading takes those of any. */
    public static final String NAME_SPACE = "app.entrada";

    private static final String OWN = "----";

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

    /**
     * The body of an {@code ilst} box. Items with a raw body go over as they are.
     *
     * @param nameSpace of free items that are made here
     */
    public static byte[] write(List<TagEntry> entries, String nameSpace) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        for (int i = 0; i < entries.size(); i++) {
            TagEntry entry = entries.get(i);
            String id = entry.id().startsWith(OWN + ":") ? OWN : entry.id();
            if (entry.picture().isPresent()) {
                // all pictures stand in one item, in order
                if (i > 0 && entries.get(i - 1).picture().isPresent()) continue;
                ByteArrayOutputStream covers = new ByteArrayOutputStream();
                for (int j = i; j < entries.size() && entries.get(j).picture().isPresent(); j++)
                    covers.writeBytes(picture(entries.get(j).picture().get()));
                out.writeBytes(box("covr", covers.toByteArray()));
            } else if (entry.raw().length > 0) out.writeBytes(box(id, entry.raw()));
            else out.writeBytes(box(id, values(entry, nameSpace)));
        }
        return out.toByteArray();
    }

    private static byte[] picture(Picture picture) {
        return data(picture.mime().equals("image/png") ? PNG : JPEG, picture.data());
    }

    private static byte[] values(TagEntry entry, String nameSpace) {
        ByteArrayOutputStream body = new ByteArrayOutputStream();
        if (entry.id().startsWith(OWN + ":")) {
            body.writeBytes(box("mean", full(nameSpace)));
            body.writeBytes(box("name", full(entry.id().substring(OWN.length() + 1))));
        }
        for (String value : entry.values())
            switch (entry.id()) {
                case "trkn", "disk" -> {
                    String[] numbers = value.split("/");
                    ByteBuffer pair = ByteBuffer.allocate(entry.id().equals("trkn") ? 8 : 6);
                    pair.putShort(2, Short.parseShort(numbers[0]));
                    if (numbers.length > 1) pair.putShort(4, Short.parseShort(numbers[1]));
                    body.writeBytes(data(0, pair.array()));
                }
                case "rtng", "cpil" -> body.writeBytes(data(INTEGER, new byte[] {Byte.parseByte(value)}));
                case "tmpo" ->
                    body.writeBytes(data(
                            INTEGER,
                            ByteBuffer.allocate(2)
                                    .putShort(Short.parseShort(value))
                                    .array()));
                default -> body.writeBytes(data(UTF_8, value.getBytes(StandardCharsets.UTF_8)));
            }
        return body.toByteArray();
    }

    private static byte[] full(String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        return ByteBuffer.allocate(4 + bytes.length).putInt(0).put(bytes).array();
    }

    private static byte[] data(int type, byte[] value) {
        return box(
                "data",
                ByteBuffer.allocate(8 + value.length)
                        .putInt(type)
                        .putInt(0)
                        .put(value)
                        .array());
    }

    private static byte[] box(String id, byte[] body) {
        return ByteBuffer.allocate(8 + body.length)
                .putInt(8 + body.length)
                .put(id.getBytes(StandardCharsets.ISO_8859_1))
                .put(body)
                .array();
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
        if (id.equals("gnre") && value.length >= 2)
            return Id3Genres.name(ByteBuffer.wrap(value).getShort(value.length - 2) - 1)
                    .orElseGet(() -> String.valueOf(ByteBuffer.wrap(value).getShort(value.length - 2)));
        if (kind == INTEGER || kind == 0 && value.length <= 8 && value.length > 0) {
            long number = value[0];
            for (int i = 1; i < value.length; i++) number = number << 8 | value[i] & 0xFF;
            return String.valueOf(number);
        }
        return new String(value, StandardCharsets.UTF_8);
    }
}

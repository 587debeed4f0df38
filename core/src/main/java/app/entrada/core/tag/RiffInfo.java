package app.entrada.core.tag;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * The INFO list of RIFF files (Microsoft/IBM 1991): four-letter ids with zero-terminated text. The format names no
 * encoding, and readers take their system's own: Latin-1 is written, which they agree on, and what it cannot hold is left to
 * another tag. UTF-8 is read where it fits, else Latin-1.
 */
public final class RiffInfo {
    private static final byte[] INFO = "INFO".getBytes(StandardCharsets.ISO_8859_1);

    private RiffInfo() {}

    /** Whether a LIST chunk's body is an INFO list. */
    public static boolean isInfo(byte[] list) {
        return list.length >= 4 && Arrays.equals(list, 0, 4, INFO, 0, 4);
    }

    /** Reads the body of a LIST chunk that begins with INFO; stops where it is damaged. */
    public static List<TagEntry> read(byte[] list) {
        List<TagEntry> entries = new ArrayList<>();
        ByteBuffer in = ByteBuffer.wrap(list).order(ByteOrder.LITTLE_ENDIAN);
        int at = 4;
        while (at + 8 <= list.length) {
            String id = new String(list, at, 4, StandardCharsets.ISO_8859_1);
            long size = Integer.toUnsignedLong(in.getInt(at + 4));
            if (size > list.length - at - 8 || !id.matches("[\\x20-\\x7E]{4}")) break;
            byte[] raw = Arrays.copyOfRange(list, at + 8, at + 8 + (int) size);
            entries.add(new TagEntry(TagEntry.Container.INFO, id, "", List.of(text(raw)), Optional.empty(), raw));
            at += 8 + (int) size + (int) (size & 1);
        }
        return entries;
    }

    /** Whether a text can be written so that every reader shows it. */
    public static boolean holds(String text) {
        return StandardCharsets.ISO_8859_1.newEncoder().canEncode(text);
    }

    /** Body of a LIST chunk, INFO included. */
    public static byte[] write(List<TagEntry> entries) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        out.writeBytes(INFO);
        for (TagEntry entry : entries) {
            byte[] body = entry.raw();
            if (body.length == 0)
                body = (String.join("; ", entry.values()) + "\0").getBytes(StandardCharsets.ISO_8859_1);
            out.writeBytes(entry.id().getBytes(StandardCharsets.ISO_8859_1));
            out.writeBytes(ByteBuffer.allocate(4)
                    .order(ByteOrder.LITTLE_ENDIAN)
                    .putInt(body.length)
                    .array());
            out.writeBytes(body);
            if (body.length % 2 == 1) out.write(0);
        }
        return out.toByteArray();
    }

    /** Text up to the first zero byte: UTF-8 where it fits, else Latin-1. */
    static String text(byte[] raw) {
        int end = 0;
        while (end < raw.length && raw[end] != 0) end++;
        ByteBuffer bytes = ByteBuffer.wrap(raw, 0, end);
        try {
            return StandardCharsets.UTF_8.newDecoder().decode(bytes).toString();
        } catch (CharacterCodingException older) {
            return new String(raw, 0, end, StandardCharsets.ISO_8859_1);
        }
    }
}

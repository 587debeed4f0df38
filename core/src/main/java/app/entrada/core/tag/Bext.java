package app.entrada.core.tag;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * The broadcast extension chunk, EBU Tech 3285 version 2: fixed fields of ASCII, filled with zero bytes, and the measured
 * loudness. Times, UMID and coding history of an existing chunk are kept.
 *
 * <pre>
 * Description 256 · Originator 32 · OriginatorReference 32 · OriginationDate 10 · OriginationTime 8
 * TimeReference 8 · Version 2 · UMID 64 · loudness 10 · reserved 180 · CodingHistory …
 * </pre>
 */
public final class Bext {
    private static final int FIXED = 602;
    private static final int VERSION_AT = 346;
    private static final int LOUDNESS_AT = 412;
    /** Five numbers of version 2, hundredths of LUFS, LU and dBTP. */
    private static final List<String> LOUDNESS = List.of(
            "LoudnessValue", "LoudnessRange", "MaxTruePeakLevel", "MaxMomentaryLoudness", "MaxShortTermLoudness");

    private record Slot(String id, int offset, int length) {}

    private static final List<Slot> SLOTS = List.of(
            new Slot("Description", 0, 256),
            new Slot("Originator", 256, 32),
            new Slot("OriginatorReference", 288, 32),
            new Slot("OriginationDate", 320, 10),
            new Slot("OriginationTime", 330, 8));

    private Bext() {}

    /** Version of the chunk, 0 to 2; empty when it is cut off. */
    public static String version(byte[] body) {
        return body.length < FIXED
                ? ""
                : String.valueOf((body[VERSION_AT] & 0xFF) | (body[VERSION_AT + 1] & 0xFF) << 8);
    }

    /** The text fields that are filled. A chunk shorter than its fixed part gives nothing. */
    public static List<TagEntry> read(byte[] body) {
        if (body.length < FIXED) return List.of();
        List<TagEntry> entries = new ArrayList<>();
        for (Slot slot : SLOTS) add(entries, slot.id, body, slot.offset, slot.length);
        ByteBuffer numbers = ByteBuffer.wrap(body).order(ByteOrder.LITTLE_ENDIAN);
        long time = numbers.getLong(338);
        if (time != 0) entries.add(TagEntry.text(TagEntry.Container.BEXT, "TimeReference", List.of(time + " samples")));
        if (body[VERSION_AT] >= 2)
            for (int i = 0; i < LOUDNESS.size(); i++) {
                int value = numbers.getShort(LOUDNESS_AT + 2 * i);
                if (value != 0x7FFF)
                    entries.add(TagEntry.text(
                            TagEntry.Container.BEXT,
                            LOUDNESS.get(i),
                            List.of(String.format(Locale.ROOT, "%.2f", value / 100.0))));
            }
        add(entries, "CodingHistory", body, FIXED, body.length - FIXED);
        return entries;
    }

    private static void add(List<TagEntry> entries, String id, byte[] body, int offset, int length) {
        int end = offset;
        while (end < offset + length && body[end] != 0) end++;
        String text = new String(body, offset, end - offset, StandardCharsets.ISO_8859_1).strip();
        if (!text.isEmpty()) entries.add(TagEntry.text(TagEntry.Container.BEXT, id, List.of(text)));
    }

    /**
     * A chunk with these fields set, all else as in the chunk that was there.
     *
     * @param existing body of the file's present chunk, or empty
     * @param fields text in ASCII by field name; what is longer than the field is cut. Loudness as decimal numbers: LUFS, LU
     *     or dBTP; without all five the chunk is of version 1, with them of version 2
     */
    public static byte[] write(byte[] existing, Map<String, String> fields) {
        byte[] body = existing.length >= FIXED ? existing.clone() : new byte[FIXED];
        if (body[VERSION_AT] == 0) body[VERSION_AT] = 1;
        for (Slot slot : SLOTS) {
            String text = fields.get(slot.id);
            if (text == null) continue;
            Arrays.fill(body, slot.offset, slot.offset + slot.length, (byte) 0);
            byte[] bytes = cut(slot.id, text).getBytes(StandardCharsets.US_ASCII);
            System.arraycopy(bytes, 0, body, slot.offset, bytes.length);
        }
        if (fields.keySet().containsAll(LOUDNESS)) {
            body[VERSION_AT] = 2;
            ByteBuffer numbers = ByteBuffer.wrap(body).order(ByteOrder.LITTLE_ENDIAN);
            for (int i = 0; i < LOUDNESS.size(); i++)
                numbers.putShort(
                        LOUDNESS_AT + 2 * i, (short) Math.round(Double.parseDouble(fields.get(LOUDNESS.get(i))) * 100));
        }
        return body;
    }

    /** The text as far as it fits into a field. */
    public static String cut(String id, String text) {
        int length =
                SLOTS.stream().filter(slot -> slot.id.equals(id)).findFirst().orElseThrow().length;
        return text.length() <= length ? text : text.substring(0, length).strip();
    }
}

package app.entrada.core.tag.id3;

import java.io.ByteArrayOutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;

/**
 * How the bodies of frames are built, as one short word a kind of frame. Each letter is a part:
 *
 * <pre>
 * E number of the text encoding          L language, three letters     B one byte       4 four bytes   3, 8 so many letters
 * A Latin-1 up to NUL  a … to the end    S text up to NUL              T texts to the end, NUL between
 * Y texts with times   N counted names   F frames within the frame     D bytes to the end
 * </pre>
 *
 * A frame whose kind is not listed is bytes to the end, and kept as it is.
 */
final class Id3Layout {
    private static final Map<String, String> LAYOUTS = Map.ofEntries(
            Map.entry("TXXX", "EST"),
            Map.entry("WXXX", "ESa"),
            Map.entry("COMM", "ELSS"),
            Map.entry("USLT", "ELSS"),
            Map.entry("SYLT", "ELBBSY"),
            Map.entry("APIC", "EABSD"),
            Map.entry("PIC", "E3BSD"),
            Map.entry("USER", "ELS"),
            Map.entry("OWNE", "EA8S"),
            Map.entry("COMR", "EA8ABSSAD"),
            Map.entry("GEOB", "EASSD"),
            Map.entry("UFID", "AD"),
            Map.entry("PRIV", "AD"),
            Map.entry("POPM", "ABD"),
            Map.entry("IPLS", "ET"),
            Map.entry("CHAP", "A4444F"),
            Map.entry("CTOC", "ABNF"));

    /** A text and when it is sung, in the frame's own unit. */
    record Sung(String text, int at) {}

    private Id3Layout() {}

    static String of(String id) {
        String own = LAYOUTS.get(Id3Conversion.ofThreeLetters(id));
        if (id.equals("PIC")) own = LAYOUTS.get(id);
        if (own != null) return own;
        return id.startsWith("T") ? "ET" : id.startsWith("W") ? "a" : "D";
    }

    /** Kinds of frame whose texts come in pairs, so that NUL separates them in every version. */
    static boolean isPairs(String id) {
        return List.of("IPLS", "TIPL", "TMCL", "IPL").contains(id);
    }

    /**
     * Takes a body apart.
     *
     * @throws RuntimeException when it is not built so
     */
    static List<Object> read(String id, byte[] raw, Id3Version version) {
        List<Object> parts = new ArrayList<>();
        Charset charset = StandardCharsets.ISO_8859_1;
        int at = 0;
        for (char part : of(id).toCharArray()) {
            switch (part) {
                case 'E' -> charset = Id3Text.encoding(raw[at++]);
                case 'L', '3' -> parts.add(latin(raw, at, at += 3));
                case '8' -> parts.add(latin(raw, at, at += 8));
                case 'B' -> parts.add(raw[at++] & 0xFF);
                case '4' -> parts.add(Arrays.copyOfRange(raw, at, at += 4));
                case 'A' -> {
                    int end = Id3Text.end(raw, at, StandardCharsets.ISO_8859_1);
                    parts.add(latin(raw, at, end));
                    at = Math.min(raw.length, end + 1);
                }
                case 'a' -> parts.add(latin(raw, at, Id3Text.end(raw, at, StandardCharsets.ISO_8859_1)));
                case 'S' -> {
                    int end = Id3Text.end(raw, at, charset);
                    parts.add(Id3Text.text(raw, at, end, charset));
                    at = Math.min(raw.length, end + Id3Text.width(charset));
                }
                case 'T' -> parts.add(texts(raw, at, charset, version == Id3Version.V24 || isPairs(id)));
                case 'Y' -> parts.add(sung(raw, at, charset));
                case 'N' -> {
                    int count = raw[at++] & 0xFF;
                    List<String> names = new ArrayList<>();
                    for (int i = 0; i < count; i++) {
                        int end = Id3Text.end(raw, at, StandardCharsets.ISO_8859_1);
                        names.add(latin(raw, at, end));
                        at = Math.min(raw.length, end + 1);
                    }
                    parts.add(names);
                }
                case 'F' -> parts.add(Id3.frames(Arrays.copyOfRange(raw, at, raw.length), version));
                default -> parts.add(Arrays.copyOfRange(raw, at, raw.length));
            }
        }
        return parts;
    }

    private static String latin(byte[] raw, int from, int to) {
        if (to > raw.length) throw new IllegalArgumentException("the frame is cut off");
        return new String(raw, from, to - from, StandardCharsets.ISO_8859_1);
    }

    /** Only 2.4 separates values by NUL; in older versions all up to the first one is the text. */
    private static List<String> texts(byte[] raw, int from, Charset charset, boolean several) {
        List<String> texts = new ArrayList<>();
        int at = from;
        do {
            int end = Id3Text.end(raw, at, charset);
            texts.add(Id3Text.text(raw, at, end, charset));
            at = end + Id3Text.width(charset);
        } while (several && at <= raw.length - Id3Text.width(charset));
        while (texts.size() > 1 && texts.get(texts.size() - 1).isEmpty()) texts.remove(texts.size() - 1);
        return texts;
    }

    private static List<Sung> sung(byte[] raw, int from, Charset charset) {
        List<Sung> sung = new ArrayList<>();
        int at = from;
        while (at < raw.length) {
            int end = Id3Text.end(raw, at, charset);
            String text = Id3Text.text(raw, at, end, charset);
            at = end + Id3Text.width(charset);
            sung.add(new Sung(text, Id3.plain(raw, at)));
            at += 4;
        }
        return sung;
    }

    /** Puts a body together in the encoding that its texts want. */
    static byte[] write(String id, List<Object> parts, Id3Version version) {
        String layout = of(id);
        Charset charset = Id3Text.choose(encoded(layout, parts), version);
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        int next = 0;
        for (int i = 0; i < layout.length(); i++) {
            char part = layout.charAt(i);
            boolean last = i == layout.length() - 1;
            if (part == 'E') {
                out.write(Id3Text.number(charset));
                continue;
            }
            Object value = parts.get(next++);
            switch (part) {
                case 'B' -> out.write((Integer) value);
                case 'L', '3', '8', 'a' -> out.writeBytes(latin(value));
                case 'A' -> {
                    out.writeBytes(latin(value));
                    out.write(0);
                }
                case 'S' -> {
                    out.writeBytes(Id3Text.bytes((String) value, charset));
                    if (!last) out.write(new byte[2], 0, Id3Text.width(charset));
                }
                case 'T' -> {
                    List<?> texts = (List<?>) value;
                    for (int t = 0; t < texts.size(); t++) {
                        if (t > 0) out.write(new byte[2], 0, Id3Text.width(charset));
                        out.writeBytes(Id3Text.bytes((String) texts.get(t), charset));
                    }
                }
                case 'Y' -> {
                    for (Object each : (List<?>) value) {
                        Sung sung = (Sung) each;
                        out.writeBytes(Id3Text.bytes(sung.text(), charset));
                        out.write(new byte[2], 0, Id3Text.width(charset));
                        out.writeBytes(Id3.plain(sung.at()));
                    }
                }
                case 'N' -> {
                    List<?> names = (List<?>) value;
                    out.write(names.size());
                    for (Object name : names) {
                        out.writeBytes(latin(name));
                        out.write(0);
                    }
                }
                case 'F' -> {
                    for (Object frame : (List<?>) value) out.writeBytes(((Id3Frame) frame).bytes(version));
                }
                default -> out.writeBytes((byte[]) value);
            }
        }
        return out.toByteArray();
    }

    /** All texts that stand in the frame's encoding, together. */
    private static String encoded(String layout, List<Object> parts) {
        StringBuilder all = new StringBuilder();
        int next = 0;
        for (int i = 0; i < layout.length(); i++) {
            char part = layout.charAt(i);
            if (part == 'E') continue;
            Object value = parts.get(next++);
            if (part == 'S') all.append((String) value);
            if (part == 'T') ((List<?>) value).forEach(all::append);
            if (part == 'Y') ((List<?>) value).forEach(each -> all.append(((Sung) each).text()));
        }
        return all.toString();
    }

    private static byte[] latin(Object text) {
        return ((String) text).getBytes(StandardCharsets.ISO_8859_1);
    }
}

package app.entrada.core.tag;

import java.io.ByteArrayOutputStream;
import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;

/**
 * ID3v2 tags (id3.org, 2.2.0, 2.3.0 and 2.4.0): read all, write 2.4.
 *
 * <pre>
 * 'ID3' major revision flags size(syncsafe28)   [extended header]  frame*  [padding]
 *   frame: id4 size32 (2.4: syncsafe28, 2.3: plain) flags16 body      2.2: id3 size24 body
 * </pre>
 *
 * Sizes in headers are syncsafe (seven bits a byte) so that no player takes them for the beginning of a frame of sound.
 */
public final class Id3 {
    private static final int HEADER = 10;
    private static final int MOST_FRAMES = 10_000;
    private static final Charset[] ENCODINGS = {
        StandardCharsets.ISO_8859_1, StandardCharsets.UTF_16, StandardCharsets.UTF_16BE, StandardCharsets.UTF_8
    };

    private Id3() {}

    /**
     * What a tag holds.
     *
     * @param version for example {@code 2.4}, empty when there is no readable tag
     * @param entries in file order
     * @param faults what could not be read, in sentences
     */
    public record Reading(String version, List<TagEntry> entries, List<String> faults) {}

    /** Reads a tag that begins with the first byte. Never throws: what is damaged is said and left out. */
    public static Reading read(byte[] tag) {
        if (tag.length < HEADER || tag[0] != 'I' || tag[1] != 'D' || tag[2] != '3')
            return new Reading("", List.of(), List.of("no ID3v2 header"));
        int major = tag[3];
        if (major < 2 || major > 4)
            return new Reading("2." + major, List.of(), List.of("ID3v2." + major + " is not known"));
        List<String> faults = new ArrayList<>();
        int size = syncsafe(tag, 6);
        if (HEADER + size > tag.length) {
            faults.add("the tag claims %,d bytes, %,d are there".formatted(size, tag.length - HEADER));
            size = tag.length - HEADER;
        }
        byte[] body = Arrays.copyOfRange(tag, HEADER, HEADER + size);
        boolean unsynchronised = (tag[5] & 0x80) != 0;
        // In 2.4 each frame is unsynchronised by itself, in 2.2 and 2.3 the tag as a whole.
        if (unsynchronised && major < 4) body = synchronised(body);
        int at = 0;
        if ((tag[5] & 0x40) != 0 && major > 2 && body.length >= 4)
            at = major == 4 ? Math.max(4, syncsafe(body, 0)) : 4 + Math.max(0, plain(body, 0));
        List<TagEntry> entries = new ArrayList<>();
        frames(body, at, major, unsynchronised, entries, faults);
        return new Reading("2." + major, entries, faults);
    }

    private static void frames(
            byte[] body, int from, int major, boolean unsynchronised, List<TagEntry> entries, List<String> faults) {
        int at = from;
        int letters = major == 2 ? 3 : 4;
        int header = major == 2 ? 6 : HEADER;
        while (at >= 0 && at + header <= body.length && body[at] != 0 && entries.size() < MOST_FRAMES) {
            String id = new String(body, at, letters, StandardCharsets.ISO_8859_1);
            int length = length(body, at, major);
            if (!id.matches("[A-Z0-9]{3,4}") || length < 0 || length > body.length - at - header) {
                faults.add("a frame “%s” does not fit into the tag".formatted(id.replaceAll("[^\\x20-\\x7E]", "?")));
                return;
            }
            int format = major == 2 ? 0 : body[at + 9] & 0xFF;
            at += header;
            byte[] raw = Arrays.copyOfRange(body, at, at + length);
            at += length;
            if ((format & (major == 4 ? 0x0C : 0xC0)) != 0) {
                faults.add("frame %s is compressed or encrypted and was not read".formatted(id));
                continue;
            }
            if (major == 4) {
                if ((format & 0x01) != 0) raw = raw.length < 4 ? raw : Arrays.copyOfRange(raw, 4, raw.length);
                if ((format & 0x02) != 0 || unsynchronised) raw = synchronised(raw);
            } else if ((format & 0x20) != 0 && raw.length > 0) raw = Arrays.copyOfRange(raw, 1, raw.length);
            entries.add(entry(id, raw, major));
        }
    }

    /**
     * Length of the frame at this place. Some writers put plain sizes into 2.4 tags: where the syncsafe reading does not
     * lead to a next frame and the plain one does, the plain one is right.
     */
    private static int length(byte[] body, int at, int major) {
        if (major == 2) return (body[at + 3] & 0xFF) << 16 | (body[at + 4] & 0xFF) << 8 | body[at + 5] & 0xFF;
        int plain = plain(body, at + 4);
        if (major == 3) return plain;
        int safe = syncsafe(body, at + 4);
        return safe != plain
                        && !frameFollows(body, at + HEADER + (long) safe)
                        && plain >= 0
                        && frameFollows(body, at + HEADER + (long) plain)
                ? plain
                : safe;
    }

    private static boolean frameFollows(byte[] body, long at) {
        if (at == body.length) return true;
        if (at < 0 || at + 4 > body.length) return false;
        String id = new String(body, (int) at, 4, StandardCharsets.ISO_8859_1);
        return id.matches("[A-Z0-9]{4}|\0.{3}");
    }

    private static TagEntry entry(String id, byte[] raw, int major) {
        try {
            if (id.equals("TXXX") || id.equals("WXXX") || id.equals("TXX") || id.equals("WXX")) {
                Charset charset = charset(raw);
                int end = terminator(raw, 1, charset);
                String descriptor = text(raw, 1, end, charset);
                int from = Math.min(raw.length, end + width(charset));
                List<String> values = id.startsWith("T")
                        ? texts(raw, from, charset, major)
                        : List.of(text(raw, from, raw.length, StandardCharsets.ISO_8859_1));
                return entry(id + ":" + descriptor, "", values, raw);
            }
            if (id.startsWith("T")) return entry(id, "", texts(raw, 1, charset(raw), major), raw);
            if (id.startsWith("W"))
                return entry(id, "", List.of(text(raw, 0, raw.length, StandardCharsets.ISO_8859_1)), raw);
            if (id.equals("COMM") || id.equals("USLT") || id.equals("COM") || id.equals("ULT")) {
                Charset charset = charset(raw);
                String language = new String(raw, 1, 3, StandardCharsets.ISO_8859_1);
                int end = terminator(raw, 4, charset);
                String descriptor = text(raw, 4, end, charset);
                String value = text(raw, Math.min(raw.length, end + width(charset)), raw.length, charset);
                return entry(descriptor.isEmpty() ? id : id + ":" + descriptor, language, List.of(value), raw);
            }
            if (id.equals("APIC")) return picture(raw);
            if (id.equals("PIC")) return pictureOf22(raw);
        } catch (RuntimeException damaged) {
            // an array that ends too early or an unknown encoding: shown as present, carried over as it is
        }
        return entry(id, "", List.of(), raw);
    }

    private static TagEntry entry(String id, String language, List<String> values, byte[] raw) {
        return new TagEntry(TagEntry.Container.ID3, id, language, values, Optional.empty(), raw);
    }

    private static TagEntry picture(byte[] raw) {
        Charset charset = charset(raw);
        int mimeEnd = terminator(raw, 1, StandardCharsets.ISO_8859_1);
        String mime = text(raw, 1, mimeEnd, StandardCharsets.ISO_8859_1);
        int kind = raw[mimeEnd + 1] & 0xFF;
        int end = terminator(raw, mimeEnd + 2, charset);
        String descriptor = text(raw, mimeEnd + 2, end, charset);
        byte[] data = Arrays.copyOfRange(raw, Math.min(raw.length, end + width(charset)), raw.length);
        Picture picture = new Picture(kind, mime, descriptor, data);
        return new TagEntry(TagEntry.Container.ID3, "APIC", "", List.of(), Optional.of(picture), raw);
    }

    /** 2.2 names the format in three letters, JPG or PNG. */
    private static TagEntry pictureOf22(byte[] raw) {
        Charset charset = charset(raw);
        String format = new String(raw, 1, 3, StandardCharsets.ISO_8859_1);
        String mime = format.equals("PNG") ? "image/png" : "image/jpeg";
        int end = terminator(raw, 5, charset);
        byte[] data = Arrays.copyOfRange(raw, Math.min(raw.length, end + width(charset)), raw.length);
        Picture picture = new Picture(raw[4] & 0xFF, mime, text(raw, 5, end, charset), data);
        return new TagEntry(TagEntry.Container.ID3, "PIC", "", List.of(), Optional.of(picture), raw);
    }

    /** Writes a 2.4 tag: text in Latin-1 where it is plain ASCII, else UTF-8; entries with a raw body are carried over. */
    public static byte[] write(List<TagEntry> entries) {
        ByteArrayOutputStream frames = new ByteArrayOutputStream();
        for (TagEntry entry : entries) {
            byte[] body = entry.raw().length > 0 ? entry.raw() : body(entry);
            frames.writeBytes(entry.id().substring(0, 4).getBytes(StandardCharsets.ISO_8859_1));
            frames.writeBytes(syncsafe(body.length));
            frames.writeBytes(new byte[2]);
            frames.writeBytes(body);
        }
        ByteArrayOutputStream tag = new ByteArrayOutputStream();
        tag.writeBytes(new byte[] {'I', 'D', '3', 4, 0, 0});
        tag.writeBytes(syncsafe(frames.size()));
        tag.writeBytes(frames.toByteArray());
        return tag.toByteArray();
    }

    private static byte[] body(TagEntry entry) {
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        if (entry.picture().isPresent()) {
            Picture picture = entry.picture().get();
            Charset charset = charsetFor(picture.descriptor());
            out.write(number(charset));
            out.writeBytes(picture.mime().getBytes(StandardCharsets.ISO_8859_1));
            out.write(0);
            out.write(picture.kind());
            out.writeBytes(picture.descriptor().getBytes(charset));
            out.write(0);
            out.writeBytes(picture.data());
            return out.toByteArray();
        }
        String joined = String.join("\0", entry.values());
        Charset charset = charsetFor(entry.id() + joined);
        out.write(number(charset));
        if (entry.id().startsWith("TXXX:")) {
            out.writeBytes(entry.id().substring(5).getBytes(charset));
            out.write(0);
        }
        out.writeBytes(joined.getBytes(charset));
        return out.toByteArray();
    }

    private static Charset charsetFor(String text) {
        return StandardCharsets.US_ASCII.newEncoder().canEncode(text)
                ? StandardCharsets.ISO_8859_1
                : StandardCharsets.UTF_8;
    }

    private static int number(Charset charset) {
        return Arrays.asList(ENCODINGS).indexOf(charset);
    }

    private static Charset charset(byte[] raw) {
        return ENCODINGS[raw[0]];
    }

    private static int width(Charset charset) {
        return charset == StandardCharsets.UTF_16 || charset == StandardCharsets.UTF_16BE ? 2 : 1;
    }

    private static int terminator(byte[] raw, int from, Charset charset) {
        int width = width(charset);
        for (int at = from; at + width <= raw.length; at += width)
            if (raw[at] == 0 && (width == 1 || raw[at + 1] == 0)) return at;
        return raw.length;
    }

    private static List<String> texts(byte[] raw, int from, Charset charset, int major) {
        String whole = text(raw, from, raw.length, charset).replaceAll("\0+$", "");
        // Only 2.4 separates values by NUL; each of 2.3's is one text, whatever strokes it holds.
        return major == 4 ? List.of(whole.split("\0", -1)) : List.of(whole);
    }

    private static String text(byte[] raw, int from, int to, Charset charset) {
        Charset order = charset;
        // UTF-16 must begin with its byte order mark; where it is missing, text in Latin letters tells the order.
        if (charset == StandardCharsets.UTF_16 && to - from >= 2 && raw[from] != 0 && raw[from + 1] == 0)
            order = StandardCharsets.UTF_16LE;
        String text = new String(raw, from, to - from, order);
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
    }

    private static byte[] synchronised(byte[] bytes) {
        ByteArrayOutputStream out = new ByteArrayOutputStream(bytes.length);
        for (int i = 0; i < bytes.length; i++) {
            out.write(bytes[i]);
            if ((bytes[i] & 0xFF) == 0xFF && i + 1 < bytes.length && bytes[i + 1] == 0) i++;
        }
        return out.toByteArray();
    }

    private static int syncsafe(byte[] bytes, int at) {
        return (bytes[at] & 0x7F) << 21
                | (bytes[at + 1] & 0x7F) << 14
                | (bytes[at + 2] & 0x7F) << 7
                | bytes[at + 3] & 0x7F;
    }

    private static byte[] syncsafe(int size) {
        if (size < 0 || size >= 1 << 28) throw new IllegalArgumentException("an ID3 tag holds at most 256 MiB");
        return new byte[] {
            (byte) (size >> 21 & 0x7F), (byte) (size >> 14 & 0x7F), (byte) (size >> 7 & 0x7F), (byte) (size & 0x7F)
        };
    }

    private static int plain(byte[] bytes, int at) {
        return (bytes[at] & 0xFF) << 24
                | (bytes[at + 1] & 0xFF) << 16
                | (bytes[at + 2] & 0xFF) << 8
                | bytes[at + 3] & 0xFF;
    }
}

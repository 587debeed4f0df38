package app.entrada.core.tag.id3;

import app.entrada.core.tag.Picture;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Locale;
import java.util.Optional;

/**
 * One frame.
 *
 * @param id three or four letters
 * @param parts as {@link Id3Layout} takes the body apart, without the encoding's number; empty when it could not be
 * @param raw the body as it was read, empty for a frame that was made here
 * @param flags format flags of a frame that cannot be opened (encrypted) and goes over as it is, else 0
 */
public record Id3Frame(String id, List<Object> parts, byte[] raw, int flags) {
    private static final int MOST_SHOWN = 200;

    /** A frame made here. */
    static Id3Frame of(String id, Object... parts) {
        return new Id3Frame(id, List.of(parts), new byte[0], 0);
    }

    /** A frame of texts. */
    static Id3Frame texts(String id, List<String> texts) {
        return of(id, texts);
    }

    /** Takes a body apart; one that is not built as its kind demands is kept as bytes. */
    static Id3Frame read(String id, byte[] raw, Id3Version version) {
        try {
            return new Id3Frame(id, Id3Layout.read(id, raw, version), raw, 0);
        } catch (RuntimeException damaged) {
            // an array that ends too early or an unknown encoding: shown as present, carried over as it is
            return new Id3Frame(id, List.of(), raw, 0);
        }
    }

    /** The values of a frame of texts. */
    @SuppressWarnings("unchecked")
    List<String> texts() {
        return parts.isEmpty() ? List.of() : (List<String>) parts.get(parts.size() - 1);
    }

    Id3Frame named(String other) {
        return new Id3Frame(other, parts, raw, flags);
    }

    /** Header and body in this version. */
    byte[] bytes(Id3Version version) {
        byte[] body = parts.isEmpty() ? raw : Id3Layout.write(id, parts, version);
        ByteArrayOutputStream out = new ByteArrayOutputStream(body.length + version.header());
        out.writeBytes(id.getBytes(StandardCharsets.ISO_8859_1));
        out.writeBytes(version == Id3Version.V24 ? Id3.syncsafe(body.length) : Id3.plain(body.length));
        out.write(0);
        out.write(flags);
        out.writeBytes(body);
        return out.toByteArray();
    }

    /** The frame that says what a planned entry says. */
    public static Id3Frame of(TagEntry entry) {
        int colon = entry.id().indexOf(':');
        String id = colon < 0 ? entry.id() : entry.id().substring(0, colon);
        String descriptor = colon < 0 ? "" : entry.id().substring(colon + 1);
        String first = entry.values().isEmpty() ? "" : entry.values().get(0);
        String language = entry.language().isEmpty() ? "und" : entry.language();
        if (entry.picture().isPresent()) {
            Picture picture = entry.picture().get();
            return of("APIC", picture.mime(), picture.kind(), picture.descriptor(), picture.data());
        }
        return switch (id) {
            case "TXXX" -> of(id, descriptor, entry.values());
            case "WXXX" -> of(id, descriptor, first);
            case "COMM", "USLT" -> of(id, language, descriptor, first);
            case "USER" -> of(id, language, first);
            case "OWNE" -> of(id, first, entry.values().get(1), entry.values().get(2));
            case "UFID", "PRIV" -> of(id, descriptor, first.getBytes(StandardCharsets.ISO_8859_1));
            default -> id.startsWith("W") ? of(id, first) : texts(id, entry.values());
        };
    }

    /** The frame as all containers' entries are: id with descriptor, language, values. */
    public TagEntry entry() {
        String four = Id3Conversion.ofThreeLetters(id);
        if (parts.isEmpty()) return entry("", "", List.of());
        return switch (four) {
            case "TXXX" -> entry(":" + parts.get(0), "", texts());
            case "WXXX" -> entry(":" + parts.get(0), "", List.of((String) parts.get(1)));
            case "COMM", "USLT" ->
                entry(described(parts.get(1)), (String) parts.get(0), List.of((String) parts.get(2)));
            case "SYLT" -> entry(described(parts.get(3)), (String) parts.get(0), sung());
            case "USER" -> entry("", (String) parts.get(0), List.of((String) parts.get(1)));
            case "OWNE" -> entry("", "", List.of((String) parts.get(0), (String) parts.get(1), (String) parts.get(2)));
            case "UFID", "PRIV" -> entry(":" + parts.get(0), "", List.of(shown((byte[]) parts.get(1))));
            case "POPM" -> entry(":" + parts.get(0), "", List.of(String.valueOf(parts.get(1))));
            case "GEOB" -> entry(described(parts.get(2)), "", List.of());
            case "CHAP", "CTOC" -> entry(":" + parts.get(0), "", within());
            case "APIC" -> picture();
            default ->
                four.startsWith("T") || Id3Layout.isPairs(four)
                        ? entry("", "", texts())
                        : four.startsWith("W")
                                ? entry("", "", List.of((String) parts.get(0)))
                                : entry("", "", List.of());
        };
    }

    private TagEntry entry(String descriptor, String language, List<String> values) {
        return new TagEntry(Container.ID3, id + descriptor, language, values, Optional.empty(), raw);
    }

    private static String described(Object descriptor) {
        return descriptor.equals("") ? "" : ":" + descriptor;
    }

    /** 2.2 names the format of a picture in three letters, JPG or PNG. */
    private TagEntry picture() {
        String mime = (String) parts.get(0);
        if (id.equals("PIC")) mime = Id3Conversion.mime(mime);
        Picture picture = new Picture((Integer) parts.get(1), mime, (String) parts.get(2), (byte[]) parts.get(3));
        return new TagEntry(Container.ID3, id, "", List.of(), Optional.of(picture), raw);
    }

    private List<String> sung() {
        List<String> lines = new ArrayList<>();
        boolean milliseconds = parts.get(1).equals(2);
        for (Object each : (List<?>) parts.get(4)) {
            Id3Layout.Sung sung = (Id3Layout.Sung) each;
            lines.add(String.format(
                    Locale.ROOT,
                    "%s %s",
                    milliseconds ? "%.3f s".formatted(sung.at() / 1000.0) : "frame " + sung.at(),
                    sung.text().strip()));
        }
        return lines;
    }

    /** Titles of a chapter, or the chapters of a table. */
    private List<String> within() {
        List<String> says = new ArrayList<>();
        if (id.equals("CHAP"))
            says.add("%d to %d ms".formatted(Id3.plain((byte[]) parts.get(1), 0), Id3.plain((byte[]) parts.get(2), 0)));
        else ((List<?>) parts.get(2)).forEach(name -> says.add((String) name));
        for (Object frame : (List<?>) parts.get(parts.size() - 1))
            says.addAll(((Id3Frame) frame).entry().values());
        return says;
    }

    private static String shown(byte[] data) {
        boolean text = data.length > 0;
        for (byte one : data) text &= one >= 0x20 && one < 0x7F;
        return text
                ? new String(data, StandardCharsets.ISO_8859_1)
                : HexFormat.of().formatHex(data, 0, Math.min(data.length, MOST_SHOWN));
    }
}

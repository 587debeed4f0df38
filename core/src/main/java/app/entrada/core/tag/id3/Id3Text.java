package app.entrada.core.tag.id3;

import java.nio.charset.Charset;
import java.nio.charset.StandardCharsets;
import java.util.List;

/** Texts of frames: the four encodings, their terminators, which one a text is written in. */
final class Id3Text {
    private static final List<Charset> ENCODINGS = List.of(
            StandardCharsets.ISO_8859_1, StandardCharsets.UTF_16, StandardCharsets.UTF_16BE, StandardCharsets.UTF_8);

    private Id3Text() {}

    /**
     * The encoding with this number.
     *
     * @throws IllegalArgumentException when there is none
     */
    static Charset encoding(int number) {
        if (number < 0 || number >= ENCODINGS.size())
            throw new IllegalArgumentException("text encoding %d".formatted(number));
        return ENCODINGS.get(number);
    }

    static int number(Charset charset) {
        return ENCODINGS.indexOf(charset);
    }

    /**
     * The encoding for a text: Latin-1 where it is plain ASCII, since some players take it for their system's own; else
     * UTF-8, which 2.3 does not know: there UTF-16.
     */
    static Charset choose(String text, Id3Version version) {
        if (StandardCharsets.US_ASCII.newEncoder().canEncode(text)) return StandardCharsets.ISO_8859_1;
        return version == Id3Version.V24 ? StandardCharsets.UTF_8 : StandardCharsets.UTF_16;
    }

    /** Bytes of a text; UTF-16 begins with its byte order mark, little-endian, which every reader knows. */
    static byte[] bytes(String text, Charset charset) {
        return charset.equals(StandardCharsets.UTF_16)
                ? ("\uFEFF" + text).getBytes(StandardCharsets.UTF_16LE)
                : text.getBytes(charset);
    }

    /** Bytes of a terminator. */
    static int width(Charset charset) {
        return charset.equals(StandardCharsets.UTF_16) || charset.equals(StandardCharsets.UTF_16BE) ? 2 : 1;
    }

    /** Offset of the next terminator, or the end. */
    static int end(byte[] raw, int from, Charset charset) {
        int width = width(charset);
        for (int at = from; at + width <= raw.length; at += width)
            if (raw[at] == 0 && (width == 1 || raw[at + 1] == 0)) return at;
        return raw.length;
    }

    static String text(byte[] raw, int from, int to, Charset charset) {
        Charset order = charset;
        // UTF-16 must begin with its byte order mark; where it is missing, text in Latin letters tells the order.
        if (charset.equals(StandardCharsets.UTF_16) && to - from >= 2 && raw[from] != 0 && raw[from + 1] == 0)
            order = StandardCharsets.UTF_16LE;
        String text = new String(raw, from, to - from, order);
        return text.startsWith("\uFEFF") ? text.substring(1) : text;
    }
}

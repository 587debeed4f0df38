package app.entrada.core.tag;

import java.util.Arrays;
import java.util.List;

/**
 * A picture in a tag. Kinds are those of ID3v2 APIC, which FLAC shares: 3 is the front cover.
 *
 * @param kind 0–20
 * @param mime media type
 * @param descriptor short text, may be empty
 * @param data the encoded picture
 */
public record Picture(int kind, String mime, String descriptor, byte[] data) {
    /** Kind of the front cover. */
    public static final int FRONT_COVER = 3;

    private static final List<String> KINDS = List.of(
            "other",
            "file icon",
            "other file icon",
            "front cover",
            "back cover",
            "leaflet page",
            "medium",
            "lead artist",
            "artist",
            "conductor",
            "band",
            "composer",
            "lyricist",
            "recording location",
            "during recording",
            "during performance",
            "screen capture",
            "bright fish",
            "illustration",
            "artist logotype",
            "publisher logotype");

    /** What a kind shows, in the words of the standard (ID3v2, APIC). */
    public static String kindName(int kind) {
        return kind >= 0 && kind < KINDS.size() ? KINDS.get(kind) : "kind " + kind;
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Picture that
                && kind == that.kind
                && mime.equals(that.mime)
                && descriptor.equals(that.descriptor)
                && Arrays.equals(data, that.data);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(data) * 31 + kind;
    }
}

package app.entrada.core.tag;

import java.util.Arrays;

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

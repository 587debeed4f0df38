package app.entrada.core.tag;

import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;

/** Vorbis comments (xiph.org): UTF-8 texts {@code KEY=value}, keys in any case, repeated for several values. */
public final class VorbisComment {
    private VorbisComment() {}

    /** Reads the block; stops where it is damaged. Values of one key are gathered in order. */
    public static List<TagEntry> read(byte[] body) {
        Map<String, List<String>> byKey = new LinkedHashMap<>();
        try {
            ByteBuffer in = ByteBuffer.wrap(body).order(ByteOrder.LITTLE_ENDIAN);
            text(in);
            int count = in.getInt();
            for (int i = 0; i < count; i++) {
                String comment = text(in);
                int equals = comment.indexOf('=');
                if (equals > 0)
                    byKey.computeIfAbsent(
                                    comment.substring(0, equals).toUpperCase(Locale.ROOT), key -> new ArrayList<>())
                            .add(comment.substring(equals + 1));
            }
        } catch (RuntimeException damaged) {
            // a length that lies ends the reading; what was read before stands
        }
        List<TagEntry> entries = new ArrayList<>();
        byKey.forEach((key, values) -> entries.add(entry(key, values)));
        return entries;
    }

    /** Ogg has no block for pictures: one is written as base64 of FLAC's block, in a comment. */
    private static TagEntry entry(String key, List<String> values) {
        if (key.equals("METADATA_BLOCK_PICTURE") && values.size() == 1) {
            try {
                byte[] block = Base64.getMimeDecoder().decode(values.get(0));
                Optional<Picture> picture = FlacPicture.read(block).flatMap(TagEntry::picture);
                if (picture.isPresent())
                    return new TagEntry(TagEntry.Container.VORBIS, key, "", List.of(), picture, block);
            } catch (IllegalArgumentException noBase64) {
                // shown as the text it is
            }
        }
        byte[] raw = String.join("\0", values).getBytes(StandardCharsets.UTF_8);
        return TagEntry.read(TagEntry.Container.VORBIS, key, values, raw);
    }

    /** The name of the encoder that the block begins with; empty when it is damaged. */
    public static String vendor(byte[] body) {
        try {
            return text(ByteBuffer.wrap(body).order(ByteOrder.LITTLE_ENDIAN));
        } catch (RuntimeException damaged) {
            return "";
        }
    }

    /**
     * The block's body. A picture becomes base64 of FLAC's block.
     *
     * @param vendor name of what encoded the sound, which some decoders ask
     */
    public static byte[] write(String vendor, List<TagEntry> entries) {
        List<String> comments = new ArrayList<>();
        for (TagEntry entry : entries) {
            entry.picture()
                    .map(picture -> entry.raw().length > 0 ? entry.raw() : FlacPicture.write(picture))
                    .ifPresent(block ->
                            comments.add(entry.id() + "=" + Base64.getEncoder().encodeToString(block)));
            for (String value : entry.values()) comments.add(entry.id() + "=" + value);
        }
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        text(out, vendor);
        out.writeBytes(number(comments.size()));
        comments.forEach(comment -> text(out, comment));
        return out.toByteArray();
    }

    private static String text(ByteBuffer in) {
        int length = in.getInt();
        if (length < 0 || length > in.remaining()) throw new IllegalArgumentException("a length that lies");
        byte[] bytes = new byte[length];
        in.get(bytes);
        return new String(bytes, StandardCharsets.UTF_8);
    }

    private static void text(ByteArrayOutputStream out, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        out.writeBytes(number(bytes.length));
        out.writeBytes(bytes);
    }

    private static byte[] number(int value) {
        return ByteBuffer.allocate(4)
                .order(ByteOrder.LITTLE_ENDIAN)
                .putInt(value)
                .array();
    }
}

package app.entrada.core.tag;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Small tags that are a chunk of their own: AIFF text chunks, iXML (production sound), cue points of WAVE files. */
public final class ChunkTexts {
    /** An element that holds text and no other element. */
    private static final Pattern LEAF =
            Pattern.compile("<([A-Za-z_][\\w.-]{0,80})(?:\\s[^<>]*)?>([^<>]{1,10000})</\\1>");

    private static final int MOST = 2000;
    private static final int CUE_LENGTH = 24;

    private ChunkTexts() {}

    /** A text chunk of AIFF: {@code NAME}, {@code AUTH}, {@code (c) }, {@code ANNO}. */
    public static List<TagEntry> aiff(String id, byte[] body) {
        String text = RiffInfo.text(body).strip();
        return text.isEmpty()
                ? List.of()
                : List.of(TagEntry.read(TagEntry.Container.AIFF_TEXT, id.strip(), List.of(text), body));
    }

    /** The texts of an iXML document, by the name of their element. Read as text, so that no entity is ever resolved. */
    public static List<TagEntry> ixml(byte[] body) {
        List<TagEntry> entries = new ArrayList<>();
        Matcher leaf = LEAF.matcher(new String(body, StandardCharsets.UTF_8));
        while (leaf.find() && entries.size() < MOST) {
            String text = leaf.group(2).strip();
            if (!text.isEmpty())
                entries.add(TagEntry.read(
                        TagEntry.Container.IXML,
                        leaf.group(1),
                        List.of(text),
                        leaf.group().getBytes(StandardCharsets.UTF_8)));
        }
        return entries;
    }

    /** Cue points of a WAVE file: number and position in samples. */
    public static List<TagEntry> cue(byte[] body) {
        List<TagEntry> entries = new ArrayList<>();
        if (body.length < 4) return entries;
        ByteBuffer in = ByteBuffer.wrap(body).order(ByteOrder.LITTLE_ENDIAN);
        long points = Math.min(Integer.toUnsignedLong(in.getInt(0)), MOST);
        for (int i = 0; i < points && 4 + (i + 1) * CUE_LENGTH <= body.length; i++) {
            int at = 4 + i * CUE_LENGTH;
            entries.add(new TagEntry(
                    TagEntry.Container.CUE,
                    "cue " + Integer.toUnsignedLong(in.getInt(at)),
                    "",
                    List.of("sample " + Integer.toUnsignedLong(in.getInt(at + 20))),
                    Optional.empty(),
                    java.util.Arrays.copyOfRange(body, at, at + CUE_LENGTH)));
        }
        return entries;
    }
}

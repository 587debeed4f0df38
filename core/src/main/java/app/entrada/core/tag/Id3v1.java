package app.entrada.core.tag;

import app.entrada.core.text.Transliteration;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * ID3 version 1 and 1.1: the last 128 bytes of a file, filled with zeros or blanks. Latin-1 by its rules; where the bytes
 * are UTF-8, as some programs write it, they are read so.
 *
 * <pre>
 * 'TAG' title30 artist30 album30 year4 comment30 genre8       1.1: comment28 0 track8 genre8
 * </pre>
 */
public final class Id3v1 {
    private static final int LENGTH = 128;
    private static final int NO_GENRE = 255;

    private Id3v1() {}

    /** Reads the tag; nothing when it is none. */
    public static List<TagEntry> read(byte[] tag) {
        List<TagEntry> entries = new ArrayList<>();
        if (tag.length < LENGTH || tag[0] != 'T' || tag[1] != 'A' || tag[2] != 'G') return entries;
        boolean numbered = tag[125] == 0 && tag[126] != 0;
        add(entries, "title", tag, 3, 30);
        add(entries, "artist", tag, 33, 30);
        add(entries, "album", tag, 63, 30);
        add(entries, "year", tag, 93, 4);
        add(entries, "comment", tag, 97, numbered ? 28 : 30);
        if (numbered) number(entries, "track", tag, 126);
        if ((tag[127] & 0xFF) != NO_GENRE) number(entries, "genre", tag, 127);
        return entries;
    }

    /** Whether the tag has a track number, which makes it version 1.1. */
    public static String version(byte[] tag) {
        return tag.length >= LENGTH && tag[125] == 0 && tag[126] != 0 ? "1.1" : "1.0";
    }

    /**
     * A tag of version 1.1. Texts are cut to what fits and written in Latin-1; what has no likeness there is left out.
     *
     * @param entries {@code title}, {@code artist}, {@code album}, {@code year}, {@code comment}, {@code track}
     */
    public static byte[] write(List<TagEntry> entries) {
        byte[] tag = new byte[LENGTH];
        System.arraycopy("TAG".getBytes(StandardCharsets.US_ASCII), 0, tag, 0, 3);
        tag[127] = (byte) NO_GENRE;
        for (TagEntry entry : entries) {
            String value = entry.values().get(0);
            switch (entry.id()) {
                case "title" -> put(tag, 3, cut("title", value));
                case "artist" -> put(tag, 33, cut("artist", value));
                case "album" -> put(tag, 63, cut("album", value));
                case "year" -> put(tag, 93, cut("year", value));
                case "comment" -> put(tag, 97, cut("comment", value));
                case "track" -> tag[126] = (byte) Integer.parseInt(value);
                default -> throw new IllegalArgumentException("ID3v1 has no place for " + entry.id());
            }
        }
        return tag;
    }

    /** The text as it fits: 30 characters, 28 of a comment, 4 of a year. */
    public static String cut(String id, String text) {
        int most = id.equals("year") ? 4 : id.equals("comment") ? 28 : 30;
        String latin = StandardCharsets.ISO_8859_1.newEncoder().canEncode(text) ? text : Transliteration.ascii(text);
        return latin.length() <= most ? latin : latin.substring(0, most).strip();
    }

    private static void put(byte[] tag, int at, String text) {
        byte[] bytes = text.getBytes(StandardCharsets.ISO_8859_1);
        System.arraycopy(bytes, 0, tag, at, bytes.length);
    }

    private static void number(List<TagEntry> entries, String id, byte[] tag, int at) {
        entries.add(TagEntry.read(
                TagEntry.Container.ID3V1, id, List.of(String.valueOf(tag[at] & 0xFF)), new byte[] {tag[at]}));
    }

    private static void add(List<TagEntry> entries, String id, byte[] tag, int from, int length) {
        String text =
                RiffInfo.text(Arrays.copyOfRange(tag, from, from + length)).strip();
        if (!text.isEmpty())
            entries.add(TagEntry.read(
                    TagEntry.Container.ID3V1, id, List.of(text), Arrays.copyOfRange(tag, from, from + length)));
    }
}

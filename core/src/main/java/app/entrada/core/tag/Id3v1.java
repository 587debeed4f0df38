package app.entrada.core.tag;

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

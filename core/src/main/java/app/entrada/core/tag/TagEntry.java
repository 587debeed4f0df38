package app.entrada.core.tag;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * One entry of one tag, in a form that all containers share, so that a plan and a reading can be compared.
 *
 * @param container where it stands
 * @param id frame, key or field: {@code TIT2}, {@code TITLE}, {@code INAM}; with a descriptor {@code TXXX:BARCODE}
 * @param language three letters for ID3 comments and lyrics, else empty
 * @param values one or more texts; empty for a picture or an entry that is kept unread
 * @param picture when it is one
 * @param raw body as it stands in the file, kept for what is carried over unread; empty in plans
 */
public record TagEntry(
        Container container, String id, String language, List<String> values, Optional<Picture> picture, byte[] raw) {
    /** The tags a file may hold. */
    public enum Container {
        ID3("ID3v2"),
        INFO("RIFF INFO"),
        BEXT("bext"),
        AXML("axml"),
        VORBIS("Vorbis comment"),
        PICTURE("FLAC picture"),
        ID3V1("ID3v1"),
        APE("APEv2"),
        ILST("MP4 ilst"),
        AIFF_TEXT("AIFF text"),
        IXML("iXML"),
        CUE("cue points");

        private final String says;

        Container(String says) {
            this.says = says;
        }

        /** The name people know it by. */
        public String label() {
            return says;
        }

        /** Whether it is meant to hold all facts; bext, axml, ID3v1 and AIFF's texts hold a few by their nature. */
        public boolean holdsAllFacts() {
            return this == ID3 || this == INFO || this == VORBIS || this == ILST;
        }
    }

    /** A text entry, as plans make it. */
    public static TagEntry text(Container container, String id, List<String> values) {
        return new TagEntry(container, id, "", List.copyOf(values), Optional.empty(), new byte[0]);
    }

    /** A text entry in one language, as plans make it: comments and lyrics of ID3. */
    public static TagEntry text(Container container, String id, String language, String value) {
        return new TagEntry(container, id, language, List.of(value), Optional.empty(), new byte[0]);
    }

    /** A text entry with the bytes it was read from. */
    public static TagEntry read(Container container, String id, List<String> values, byte[] raw) {
        return new TagEntry(container, id, "", List.copyOf(values), Optional.empty(), raw);
    }

    /** Entries of one container with those of one id together, their values in a row. */
    public static List<TagEntry> gathered(List<TagEntry> entries) {
        Map<String, List<String>> byId = new LinkedHashMap<>();
        for (TagEntry entry : entries)
            byId.computeIfAbsent(entry.id, id -> new ArrayList<>()).addAll(entry.values);
        return byId.entrySet().stream()
                .map(each -> text(entries.get(0).container, each.getKey(), each.getValue()))
                .toList();
    }

    /** A picture entry, as plans make it. */
    public static TagEntry picture(Container container, String id, Picture picture) {
        return new TagEntry(container, id, "", List.of(), Optional.of(picture), new byte[0]);
    }

    /** Whether two entries say the same, wherever their bytes came from. */
    public boolean saysTheSameAs(TagEntry other) {
        return container == other.container
                && id.equals(other.id)
                && language.equals(other.language)
                && values.equals(other.values)
                && picture.equals(other.picture);
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof TagEntry that && saysTheSameAs(that);
    }

    @Override
    public int hashCode() {
        return id.hashCode() * 31 + values.hashCode();
    }
}

package app.entrada.core.embed;

import static app.entrada.core.tag.TagEntry.Container.AIFF_TEXT;
import static app.entrada.core.tag.TagEntry.Container.APE;
import static app.entrada.core.tag.TagEntry.Container.AXML;
import static app.entrada.core.tag.TagEntry.Container.BEXT;
import static app.entrada.core.tag.TagEntry.Container.ID3;
import static app.entrada.core.tag.TagEntry.Container.ID3V1;
import static app.entrada.core.tag.TagEntry.Container.ILST;
import static app.entrada.core.tag.TagEntry.Container.INFO;
import static app.entrada.core.tag.TagEntry.Container.VORBIS;

import app.entrada.core.audio.AudioFacts;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Names;
import app.entrada.core.field.Terms;
import app.entrada.core.field.Writer;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.tag.Bext;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.text.FileNames;
import app.entrada.core.text.TitleStyle;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;

/** Where each fact goes in each container. A container without a place for a fact cannot hold it. */
public final class EmbeddingMap {
    private EmbeddingMap() {}

    /**
     * What a plan is computed from.
     *
     * @param master measured facts of the master, when there is one
     */
    public record Source(Release release, Track track, Optional<AudioFacts> master) {
        <T> List<String> one(Field<T> field) {
            return release.holds(track, field)
                    .map(field.type()::format)
                    .map(List::of)
                    .orElse(List.of());
        }

        List<Writer> writers() {
            return track.recording().work().writers();
        }

        List<String> names(Field<Names> field) {
            return release.holds(track, field).map(Names::list).orElse(List.of());
        }

        /** Main artists, then featured ones. */
        List<String> artists() {
            List<String> all = new ArrayList<>(names(Fields.TRACK_ARTISTS));
            all.addAll(names(Fields.TRACK_FEATURED));
            return all;
        }

        List<String> title() {
            String title = TitleStyle.PLAIN.track(release, track);
            return title.isEmpty() ? List.of() : List.of(title);
        }

        List<String> isrc() {
            return release.holds(track, Fields.RECORDING_ISRC)
                    .flatMap(written -> written.code())
                    .map(code -> List.of(code.compact()))
                    .orElse(List.of());
        }
    }

    /** An id in a container and how its values are computed; no values: nothing to write. */
    record Place(String id, Function<Source, List<String>> values) {}

    /**
     * One fact.
     *
     * @param name as people read it
     * @param fact that a reading gives; empty where none is taken from files
     * @param role of the people named, where the fact says one for each
     * @param reads further ids by container, where the fact is read but never written
     */
    record Row(
            String name,
            Map<Container, Place> places,
            Optional<Field<?>> fact,
            Optional<Writer.Role> role,
            Map<Container, List<String>> reads) {
        Row in(Container container, String id, Function<Source, List<String>> values) {
            Map<Container, Place> more = new LinkedHashMap<>(places);
            more.put(container, new Place(id, values));
            return new Row(name, more, fact, role, reads);
        }

        Row gives(Field<?> field) {
            return new Row(name, places, Optional.of(field), Optional.empty(), reads);
        }

        Row gives(Field<List<Writer>> field, Writer.Role each) {
            return new Row(name, places, Optional.of(field), Optional.of(each), reads);
        }

        Row read(Container container, String... ids) {
            Map<Container, List<String>> more = new LinkedHashMap<>(reads);
            more.put(container, List.of(ids));
            return new Row(name, places, fact, role, more);
        }

        boolean isAt(Container container, String id) {
            Place place = places.get(container);
            return place != null && place.id().equals(id)
                    || reads.getOrDefault(container, List.of()).stream().anyMatch(id::equalsIgnoreCase);
        }
    }

    private static Row row(String name) {
        return new Row(name, Map.of(), Optional.empty(), Optional.empty(), Map.of());
    }

    /** The usual case: the same values in ID3, Vorbis comments and INFO; null where the container has no place. */
    private static Row row(String name, String id3, String vorbis, String info, Function<Source, List<String>> values) {
        Row row = row(name);
        if (id3 != null) row = row.in(ID3, id3, values);
        if (vorbis != null) row = row.in(VORBIS, vorbis, values);
        return info == null ? row : row.in(INFO, info, source -> joined(values.apply(source)));
    }

    /** All facts that are embedded, in reading order; the cover is planned beside them. */
    static final List<Row> ROWS = List.of(
            row("Title with version", "TIT2", "TITLE", "INAM", Source::title)
                    .gives(Fields.TRACK_TITLE)
                    .read(ID3, "TT2")
                    .read(ILST, "©nam")
                    .read(APE, "Title")
                    .read(ID3V1, "title")
                    .read(AIFF_TEXT, "NAME"),
            row("Version", "TIT3", "VERSION", null, source -> source.one(Fields.TRACK_VERSION))
                    .gives(Fields.TRACK_VERSION)
                    .read(ID3, "TT3")
                    .read(APE, "Subtitle"),
            row("Artists", "TPE1", "ARTIST", "IART", Source::artists)
                    .gives(Fields.TRACK_ARTISTS)
                    .read(ID3, "TP1")
                    .read(ILST, "©ART")
                    .read(APE, "Artist")
                    .read(ID3V1, "artist")
                    .read(AIFF_TEXT, "AUTH"),
            row("Release artists", "TPE2", "ALBUMARTIST", null, source -> source.names(Fields.RELEASE_ARTISTS))
                    .gives(Fields.RELEASE_ARTISTS)
                    .read(ID3, "TP2")
                    .read(VORBIS, "ALBUM ARTIST")
                    .read(ILST, "aART")
                    .read(APE, "Album Artist"),
            row("Release title", "TALB", "ALBUM", "IPRD", source -> text(TitleStyle.PLAIN.release(source.release())))
                    .gives(Fields.RELEASE_TITLE)
                    .read(ID3, "TAL")
                    .read(ILST, "©alb")
                    .read(APE, "Album")
                    .read(ID3V1, "album"),
            row("Track")
                    .in(ID3, "TRCK", source -> List.of(number(source) + "/" + total(source)))
                    .in(VORBIS, "TRACKNUMBER", source -> List.of(number(source)))
                    .in(INFO, "ITRK", source -> List.of(number(source)))
                    .read(ID3, "TRK")
                    .read(INFO, "IPRT")
                    .read(ILST, "trkn")
                    .read(APE, "Track")
                    .read(ID3V1, "track"),
            row("Tracks in all", null, "TRACKTOTAL", null, source -> List.of(total(source))),
            row("Composers", "TCOM", "COMPOSER", null, source -> Writer.composers(source.writers()))
                    .gives(Fields.WORK_WRITERS, Writer.Role.C)
                    .read(ID3, "TCM")
                    .read(ILST, "©wrt")
                    .read(APE, "Composer"),
            row("Lyricists", "TEXT", "LYRICIST", null, source -> Writer.lyricists(source.writers()))
                    .gives(Fields.WORK_WRITERS, Writer.Role.A)
                    .read(ID3, "TXT")
                    .read(APE, "Lyricist"),
            row("ISRC", "TSRC", "ISRC", null, Source::isrc)
                    .in(AXML, "ISRC", Source::isrc)
                    .gives(Fields.RECORDING_ISRC)
                    .read(ID3, "TRC")
                    .read(ILST, "----:ISRC")
                    .read(APE, "ISRC"),
            row("Barcode", "TXXX:BARCODE", "BARCODE", null, EmbeddingMap::barcode)
                    .gives(Fields.RELEASE_BARCODE)
                    .read(VORBIS, "UPC", "EAN")
                    .read(ILST, "----:BARCODE")
                    .read(APE, "Barcode", "EAN/UPC"),
            row(
                            "Catalogue number",
                            "TXXX:CATALOGNUMBER",
                            "CATALOGNUMBER",
                            null,
                            source -> source.one(Fields.RELEASE_CATALOGUE_NUMBER))
                    .gives(Fields.RELEASE_CATALOGUE_NUMBER)
                    .read(ILST, "----:CATALOGNUMBER")
                    .read(APE, "Catalog"),
            row("Label", "TPUB", "LABEL", null, source -> source.one(Fields.RELEASE_LABEL))
                    .gives(Fields.RELEASE_LABEL)
                    .read(ID3, "TPB")
                    .read(VORBIS, "ORGANIZATION")
                    .read(ILST, "----:LABEL")
                    .read(APE, "Label"),
            row("C-line", "TCOP", "COPYRIGHT", "ICOP", source -> source.one(Fields.RELEASE_C_LINE))
                    .gives(Fields.RELEASE_C_LINE)
                    .read(ID3, "TCR")
                    .read(ILST, "cprt")
                    .read(APE, "Copyright")
                    .read(AIFF_TEXT, "(c)"),
            row("P-line", "TPRO", "P_LINE", null, source -> source.one(Fields.TRACK_P_LINE))
                    .gives(Fields.TRACK_P_LINE),
            row("Released", "TDRL", "DATE", "ICRD", source -> source.one(Fields.RELEASE_DATE))
                    .gives(Fields.RELEASE_DATE)
                    .read(ILST, "©day")
                    .read(APE, "Year"),
            row("First released", "TDOR", "ORIGINALDATE", null, source -> source.one(Fields.RELEASE_ORIGINAL_DATE))
                    .gives(Fields.RELEASE_ORIGINAL_DATE),
            row("Genre", "TCON", "GENRE", "IGNR", EmbeddingMap::genres)
                    .gives(Fields.TRACK_GENRE)
                    .read(ID3, "TCO")
                    .read(ILST, "©gen")
                    .read(APE, "Genre"),
            row("Language", "TLAN", "LANGUAGE", "ILNG", EmbeddingMap::language)
                    .gives(Fields.TRACK_LANGUAGE)
                    .read(ID3, "TLA")
                    .read(APE, "Language"),
            row("Length")
                    .in(
                            ID3,
                            "TLEN",
                            source -> source.master()
                                    .map(master -> List.of(String.valueOf(master.milliseconds())))
                                    .orElse(List.of())),
            row("Description").in(BEXT, "Description", EmbeddingMap::description),
            row("Originator").in(BEXT, "Originator", source -> ascii("Originator", source.one(Fields.RELEASE_LABEL))),
            row("Reference").in(BEXT, "OriginatorReference", Source::isrc));

    private static List<String> text(String text) {
        return text.isEmpty() ? List.of() : List.of(text);
    }

    private static List<String> joined(List<String> values) {
        return values.isEmpty() ? values : List.of(String.join("; ", values));
    }

    private static String number(Source source) {
        return String.valueOf(source.track().number());
    }

    private static String total(Source source) {
        return String.valueOf(source.release().tracks().size());
    }

    private static List<String> barcode(Source source) {
        return source.release()
                .facts()
                .get(Fields.RELEASE_BARCODE)
                .flatMap(written -> written.code())
                .map(code -> List.of(code.digits()))
                .orElse(List.of());
    }

    private static List<String> genres(Source source) {
        return source.release()
                .holds(source.track(), Fields.TRACK_GENRE)
                .map(Terms::list)
                .orElse(List.of());
    }

    /** ISO 639-2/T, as ID3 wants it. */
    private static List<String> language(Source source) {
        return source.release()
                .holds(source.track(), Fields.TRACK_LANGUAGE)
                .map(code ->
                        code.length() == 3 ? code : Locale.forLanguageTag(code).getISO3Language())
                .map(List::of)
                .orElse(List.of());
    }

    private static List<String> description(Source source) {
        String artists = String.join(", ", source.artists());
        List<String> parts = new ArrayList<>(artists.isEmpty() ? List.of() : List.of(artists));
        parts.addAll(source.title());
        return ascii("Description", parts.isEmpty() ? parts : List.of(String.join(": ", parts)));
    }

    private static List<String> ascii(String slot, List<String> values) {
        return values.stream()
                .map(value -> Bext.cut(slot, FileNames.ascii(value)))
                .filter(value -> !value.isEmpty())
                .toList();
    }

    /** The fact that an entry of a tag gives, if it is one that is taken from files. */
    public static Optional<Field<?>> factOf(Container container, String id) {
        return row(container, id).flatMap(Row::fact);
    }

    /** What the people wrote whom an entry names, if it is one that names writers. */
    static Optional<Writer.Role> roleOf(Container container, String id) {
        return row(container, id).flatMap(Row::role);
    }

    /** Whether an entry gives the number in the running order. */
    public static boolean isTrackNumber(Container container, String id) {
        return row(container, id).map(Row::name).equals(Optional.of("Track"));
    }

    private static Optional<Row> row(Container container, String id) {
        return ROWS.stream().filter(row -> row.isAt(container, id)).findFirst();
    }

    /** Ids of a container that are ours to write: what stands there now is replaced or removed, never kept. */
    static boolean governs(Container container, String id) {
        if (container == Container.PICTURE || id.equals("APIC")) return true;
        return ROWS.stream()
                .map(row -> row.places().get(container))
                .anyMatch(place -> place != null && place.id().equals(id));
    }
}

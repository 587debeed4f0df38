package app.entrada.core.tag.map;

import static app.entrada.core.tag.TagEntry.Container.AIFF_TEXT;
import static app.entrada.core.tag.TagEntry.Container.APE;
import static app.entrada.core.tag.TagEntry.Container.AXML;
import static app.entrada.core.tag.TagEntry.Container.BEXT;
import static app.entrada.core.tag.TagEntry.Container.ID3;
import static app.entrada.core.tag.TagEntry.Container.ID3V1;
import static app.entrada.core.tag.TagEntry.Container.ILST;
import static app.entrada.core.tag.TagEntry.Container.INFO;
import static app.entrada.core.tag.TagEntry.Container.VORBIS;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Lyrics;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.field.value.Writer;
import app.entrada.core.sound.Sound;
import app.entrada.core.tag.Bext;
import app.entrada.core.tag.Id3v1;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.id3.Id3Conversion;
import app.entrada.core.text.Transliteration;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.function.Function;
import org.jspecify.annotations.Nullable;

/** Where each fact goes in each container. A container without a place for a fact cannot hold it. */
public final class EmbeddingMap {
    /** The licence of a work under Creative Commons, by its short name. */
    private static final String LICENCES = "https://creativecommons.org/licenses/%s/%s/";

    /** Roles with a key of their own among Vorbis comments; others stand under their own name. */
    private static final Map<String, String> PRODUCTION = Map.of("recording", "ENGINEER", "mix", "MIXER");

    /** What 2.3 tells in other frames than 2.4, of which this map speaks. */
    private static final Map<String, String> ID3_23 = Map.of(
            "TYER", "TDRC", "TDAT", "TDRC", "TIME", "TDRC", "TORY", "TDOR", "IPLS", "TIPL", "TXXX:RELEASEDATE", "TDRL");

    private EmbeddingMap() {}

    /** All facts that are embedded, in reading order; pictures are planned beside them. */
    public static final List<MapRow> ROWS = List.of(
            row("Title with version", "TIT2", "TITLE", "INAM", "©nam", TagSource::title)
                    .gives(Fields.TRACK_TITLE)
                    .in(AIFF_TEXT, "NAME", source -> plain(source.title()))
                    .in(ID3V1, "title", source -> old("title", source.title()))
                    .read(APE, "Title"),
            row("Version", "TIT3", "VERSION", null, "----:VERSION", source -> source.one(Fields.TRACK_VERSION))
                    .gives(Fields.TRACK_VERSION)
                    .read(APE, "Subtitle"),
            row("Artists", "TPE1", "ARTIST", "IART", "©ART", TagSource::artists)
                    .gives(Fields.TRACK_ARTISTS)
                    .in(AIFF_TEXT, "AUTH", source -> plain(joined(source.artists())))
                    .in(ID3V1, "artist", source -> old("artist", joined(source.artists())))
                    .read(APE, "Artist"),
            row(
                            "Featured artists",
                            "TXXX:FEATURED",
                            "FEATURED",
                            null,
                            "----:FEATURED",
                            source -> source.names(Fields.TRACK_FEATURED))
                    .gives(Fields.TRACK_FEATURED),
            row("Release artists", "TPE2", "ALBUMARTIST", null, "aART", source -> source.names(Fields.RELEASE_ARTISTS))
                    .gives(Fields.RELEASE_ARTISTS)
                    .read(VORBIS, "ALBUM ARTIST")
                    .read(APE, "Album Artist"),
            row("Conductor", "TPE3", "CONDUCTOR", null, "----:CONDUCTOR", source -> source.as("conductor")),
            row("Remixer", "TPE4", "REMIXER", null, "----:REMIXER", source -> source.as("remixer")),
            row("Release title", "TALB", "ALBUM", "IPRD", "©alb", TagSource::releaseTitle)
                    .gives(Fields.RELEASE_TITLE)
                    .in(ID3V1, "album", source -> old("album", source.releaseTitle()))
                    .read(APE, "Album"),
            MapRow.named("Track")
                    .in(ID3, "TRCK", source -> List.of(source.number() + "/" + source.total()))
                    .in(VORBIS, "TRACKNUMBER", source -> List.of(source.number()))
                    .in(INFO, "ITRK", source -> List.of(source.number()))
                    .in(ILST, "trkn", source -> List.of(source.number() + "/" + source.total()))
                    .in(ID3V1, "track", source -> List.of(source.number()))
                    .read(INFO, "IPRT")
                    .read(APE, "Track"),
            // elsewhere the total is part of the number
            MapRow.named("Tracks in all")
                    .in(VORBIS, "TRACKTOTAL", source -> List.of(source.total()))
                    .notMissed(),
            MapRow.named("Side or disc")
                    .in(ID3, "TPOS", TagSource::side)
                    .in(ILST, "disk", TagSource::side)
                    .in(VORBIS, "DISCNUMBER", source -> part(source.side(), 0)),
            MapRow.named("Sides in all")
                    .in(VORBIS, "DISCTOTAL", source -> part(source.side(), 1))
                    .notMissed(),
            row("Composers", "TCOM", "COMPOSER", null, "©wrt", source -> Writer.composers(source.writers()))
                    .gives(Fields.WORK_WRITERS, Writer.Role.C)
                    .read(APE, "Composer"),
            row("Lyricists", "TEXT", "LYRICIST", null, "----:LYRICIST", source -> Writer.lyricists(source.writers()))
                    .gives(Fields.WORK_WRITERS, Writer.Role.A)
                    .read(APE, "Lyricist"),
            MapRow.named("Musicians")
                    .in(ID3, "TMCL", source -> source.pairs(TagSource::isMusician))
                    .in(VORBIS, "PERFORMER", EmbeddingMap::performers),
            MapRow.named("Production")
                    .in(ID3, "TIPL", source -> source.pairs(TagSource::isProduction))
                    .in(
                            VORBIS,
                            List.of("PRODUCER", "ENGINEER", "MIXER", "MASTERING", "ARRANGER"),
                            EmbeddingMap::makers),
            row("ISRC", "TSRC", "ISRC", null, "----:ISRC", TagSource::isrc)
                    .in(AXML, "ISRC", TagSource::isrc)
                    .gives(Fields.RECORDING_ISRC)
                    .read(APE, "ISRC"),
            row("Barcode", "TXXX:BARCODE", "BARCODE", null, "----:BARCODE", TagSource::barcode)
                    .gives(Fields.RELEASE_BARCODE)
                    .read(VORBIS, "UPC", "EAN")
                    .read(APE, "Barcode", "EAN/UPC"),
            row(
                            "Catalogue number",
                            "TXXX:CATALOGNUMBER",
                            "CATALOGNUMBER",
                            null,
                            "----:CATALOGNUMBER",
                            source -> source.one(Fields.RELEASE_CATALOGUE_NUMBER))
                    .gives(Fields.RELEASE_CATALOGUE_NUMBER)
                    .read(APE, "Catalog"),
            row("Label", "TPUB", "LABEL", null, "----:LABEL", source -> source.one(Fields.RELEASE_LABEL))
                    .gives(Fields.RELEASE_LABEL)
                    .read(VORBIS, "ORGANIZATION")
                    .read(APE, "Label"),
            row("ISWC", "TXXX:ISWC", "ISWC", null, "----:ISWC", TagSource::iswc).gives(Fields.WORK_ISWC),
            row("Label code", "TXXX:LABELCODE", "LABELCODE", null, "----:LABELCODE", TagSource::labelCode)
                    .gives(Fields.RELEASE_LABEL_CODE),
            // MP4 numbers it: 1 explicit, 2 clean, 0 nothing to warn of
            MapRow.named("Explicit")
                    .in(ID3, "TXXX:ADVISORY", source -> source.one(Fields.TRACK_EXPLICIT))
                    .in(VORBIS, "ADVISORY", source -> source.one(Fields.TRACK_EXPLICIT))
                    .in(
                            ILST,
                            "rtng",
                            source -> source.one(Fields.TRACK_EXPLICIT).stream()
                                    .map(word -> word.equals("explicit") ? "1" : word.equals("clean") ? "2" : "0")
                                    .toList()),
            MapRow.named("Compilation")
                    .in(ID3, "TCMP", TagSource::compilation)
                    .in(VORBIS, "COMPILATION", TagSource::compilation)
                    .in(ILST, "cpil", TagSource::compilation)
                    .notMissed(),
            row("C-line", "TCOP", "COPYRIGHT", "ICOP", "cprt", source -> source.one(Fields.RELEASE_C_LINE))
                    .gives(Fields.RELEASE_C_LINE)
                    .in(AIFF_TEXT, "(c)", source -> plain(source.one(Fields.RELEASE_C_LINE)))
                    .read(APE, "Copyright"),
            row("P-line", "TPRO", "P_LINE", null, "----:P_LINE", source -> source.one(Fields.RECORDING_P_LINE))
                    .gives(Fields.RECORDING_P_LINE),
            MapRow.named("Terms of use")
                    .in(ID3, List.of("USER"), EmbeddingMap::terms)
                    .in(
                            VORBIS,
                            "LICENSE",
                            source -> licence(source).map(List::of).orElse(source.one(Fields.RELEASE_LICENCE))),
            MapRow.named("Licence address")
                    .in(ID3, "WCOP", source -> licence(source).map(List::of).orElse(List.of()))
                    .notMissed(),
            row("Released", "TDRL", "DATE", "ICRD", "©day", source -> source.one(Fields.RELEASE_DATE))
                    .gives(Fields.RELEASE_DATE)
                    .in(ID3V1, "year", source -> old("year", source.one(Fields.RELEASE_DATE)))
                    .read(APE, "Year"),
            row(
                            "First released",
                            "TDOR",
                            "ORIGINALDATE",
                            null,
                            "----:ORIGINALDATE",
                            source -> source.one(Fields.RELEASE_ORIGINAL_DATE))
                    .gives(Fields.RELEASE_ORIGINAL_DATE),
            row(
                            "Recorded",
                            "TDRC",
                            "RECORDINGDATE",
                            null,
                            "----:RECORDINGDATE",
                            source -> source.one(Fields.RECORDING_RECORDED_ON))
                    .gives(Fields.RECORDING_RECORDED_ON),
            row("Genre", "TCON", "GENRE", "IGNR", "©gen", source -> source.terms(Fields.TRACK_GENRE))
                    .gives(Fields.TRACK_GENRE)
                    .read(ILST, "gnre")
                    .read(APE, "Genre"),
            row("Language", "TLAN", "LANGUAGE", "ILNG", "----:LANGUAGE", TagSource::language)
                    .gives(Fields.TRACK_LANGUAGE)
                    .read(APE, "Language"),
            row("Moods", "TMOO", "MOOD", null, "----:MOOD", source -> source.terms(Fields.RECORDING_MOODS))
                    .gives(Fields.RECORDING_MOODS),
            row("Key", "TKEY", "KEY", null, "----:KEY", EmbeddingMap::key).gives(Fields.RECORDING_KEY),
            row("Tempo", "TBPM", "BPM", null, "tmpo", source -> source.one(Fields.RECORDING_TEMPO))
                    .gives(Fields.RECORDING_TEMPO),
            // every other container says it in its own header
            MapRow.named("Length").in(ID3, "TLEN", EmbeddingMap::length).notMissed(),
            MapRow.named("Lyrics")
                    .in(ID3, List.of("USLT"), EmbeddingMap::sung)
                    .in(VORBIS, "LYRICS", source -> List.copyOf(words(source).values()))
                    .in(
                            ILST,
                            "©lyr",
                            source -> text(String.join("\n\n", words(source).values())))
                    .yielding(),
            MapRow.named("Comment")
                    .in(ID3, List.of("COMM"), EmbeddingMap::comment)
                    .in(VORBIS, "DESCRIPTION", source -> source.one(Fields.RELEASE_DESCRIPTION))
                    .in(INFO, "ICMT", source -> source.one(Fields.RELEASE_DESCRIPTION))
                    .in(ILST, "©cmt", source -> source.one(Fields.RELEASE_DESCRIPTION))
                    .yielding(),
            MapRow.named("Links")
                    .in(ID3, List.of("WOAR"), EmbeddingMap::links)
                    .in(VORBIS, "WEBSITE", EmbeddingMap::addresses)
                    .yielding(),
            MapRow.named("Contact")
                    .in(VORBIS, "CONTACT", source -> source.one(Fields.RELEASE_CONTACT))
                    .in(ID3, "TXXX:CONTACT", source -> source.one(Fields.RELEASE_CONTACT)),
            row("Title to sort by", "TSOT", "TITLESORT", null, "sonm", source -> source.sortedBy(source.title())),
            row("Artist to sort by", "TSOP", "ARTISTSORT", null, "soar", source -> source.sorted(source.artists())),
            row(
                    "Release title to sort by",
                    "TSOA",
                    "ALBUMSORT",
                    null,
                    "soal",
                    source -> source.sortedBy(source.releaseTitle())),
            MapRow.named("Description").in(BEXT, "Description", EmbeddingMap::description),
            MapRow.named("Originator")
                    .in(BEXT, "Originator", source -> cut("Originator", source.one(Fields.RELEASE_LABEL))),
            MapRow.named("Reference").in(BEXT, "OriginatorReference", TagSource::isrc),
            loudness("Loudness", "LoudnessValue", Sound::integratedLufs),
            loudness("Loudness range", "LoudnessRange", Sound::rangeLu),
            loudness("True peak", "MaxTruePeakLevel", Sound::truePeakDbtp),
            loudness("Loudest 400 ms", "MaxMomentaryLoudness", Sound::momentaryMaxLufs),
            loudness("Loudest 3 s", "MaxShortTermLoudness", Sound::shortTermMaxLufs));

    /** The usual case: the same values in each container; null where one has no place. */
    private static MapRow row(
            String name,
            @Nullable String id3,
            @Nullable String vorbis,
            @Nullable String info,
            @Nullable String ilst,
            Function<TagSource, List<String>> values) {
        MapRow row = MapRow.named(name);
        if (id3 != null) row = row.in(ID3, id3, values);
        if (vorbis != null) row = row.in(VORBIS, vorbis, values);
        if (info != null) row = row.joined(INFO, info, values);
        return ilst == null ? row : row.joined(ILST, ilst, values);
    }

    /** One of five numbers; silence has none, and then none of the five is written. */
    private static MapRow loudness(String name, String slot, Function<Sound, Double> measure) {
        return MapRow.named(name)
                .in(
                        BEXT,
                        slot,
                        source -> source.sound()
                                .filter(sound -> !sound.silent())
                                .filter(sound -> List.of(
                                                sound.integratedLufs(),
                                                sound.rangeLu(),
                                                sound.truePeakDbtp(),
                                                sound.momentaryMaxLufs(),
                                                sound.shortTermMaxLufs())
                                        .stream()
                                        .allMatch(value -> Math.abs(value) < 320))
                                .map(sound -> List.of(String.format(Locale.ROOT, "%.2f", measure.apply(sound))))
                                .orElse(List.of()));
    }

    private static List<String> text(String text) {
        return TagSource.text(text);
    }

    private static List<String> joined(List<String> values) {
        return values.isEmpty() ? values : List.of(String.join("; ", values));
    }

    private static List<String> part(List<String> pair, int which) {
        return pair.isEmpty() ? pair : List.of(pair.get(0).split("/")[which]);
    }

    /** At most three characters, as ID3 wants it: {@code F#m}. */
    private static List<String> key(TagSource source) {
        return source.one(Fields.RECORDING_KEY).stream()
                .map(key -> key.replace(" minor", "m").replace(" major", ""))
                .toList();
    }

    private static List<String> length(TagSource source) {
        return source.master()
                .map(master -> List.of(String.valueOf(master.milliseconds())))
                .orElse(List.of());
    }

    private static List<String> performers(TagSource source) {
        List<String> performers = new ArrayList<>();
        for (Credit credit : source.credits())
            for (String role : credit.roles())
                if (TagSource.isMusician(role)) performers.add("%s (%s)".formatted(credit.credited(), role));
        return performers;
    }

    private static List<TagEntry> makers(TagSource source) {
        List<TagEntry> makers = new ArrayList<>();
        for (String role : source.credits().stream()
                .flatMap(credit -> credit.roles().stream())
                .filter(TagSource::isProduction)
                .distinct()
                .toList()) {
            String key = PRODUCTION.getOrDefault(role, role.toUpperCase(Locale.ROOT));
            if (!key.matches("[\\x20-\\x3C\\x3E-\\x7D]+")) continue;
            makers.add(TagEntry.text(VORBIS, key, source.as(role)));
        }
        return TagEntry.gathered(makers);
    }

    /** Address of the licence's text, for licences that others may rely on. */
    private static Optional<String> licence(TagSource source) {
        return source.holds(Fields.RELEASE_LICENCE)
                .filter(name -> name.startsWith("CC"))
                .map(name -> name.equals("CC0 1.0")
                        ? "https://creativecommons.org/publicdomain/zero/1.0/"
                        : LICENCES.formatted(
                                name.split(" ")[1].toLowerCase(Locale.ROOT),
                                name.substring(name.lastIndexOf(' ') + 1)));
    }

    private static List<TagEntry> terms(TagSource source) {
        return source.holds(Fields.RELEASE_LICENCE)
                .map(name -> name.equals("all rights reserved")
                        ? "All rights reserved."
                                + source.holds(Fields.RECORDING_P_LINE)
                                        .map(RightsLine::owner)
                                        .map(owner -> " Ask %s.".formatted(owner))
                                        .orElse("")
                        : name + licence(source).map(address -> ", " + address).orElse(""))
                .map(says -> List.of(TagEntry.text(ID3, "USER", "eng", says)))
                .orElse(List.of());
    }

    private static Map<String, String> words(TagSource source) {
        return source.holds(Fields.WORK_LYRICS).map(Lyrics::byLanguage).orElse(Map.of());
    }

    private static List<TagEntry> sung(TagSource source) {
        List<TagEntry> sung = new ArrayList<>();
        words(source)
                .forEach((language, words) ->
                        sung.add(TagEntry.text(ID3, "USLT", TagSource.threeLetters(language), words)));
        return sung;
    }

    private static List<TagEntry> comment(TagSource source) {
        return source.one(Fields.RELEASE_DESCRIPTION).stream()
                .map(says -> TagEntry.text(ID3, "COMM", "eng", says))
                .toList();
    }

    private static List<String> addresses(TagSource source) {
        return source.holds(Fields.RELEASE_LINKS).orElse(List.of());
    }

    private static List<TagEntry> links(TagSource source) {
        return addresses(source).stream()
                .map(address -> TagEntry.text(ID3, "WOAR", List.of(address)))
                .toList();
    }

    private static List<String> description(TagSource source) {
        String artists = String.join(", ", source.artists());
        List<String> parts = new ArrayList<>(text(artists));
        parts.addAll(source.title());
        return cut("Description", parts.isEmpty() ? parts : List.of(String.join(": ", parts)));
    }

    /** The text chunks of AIFF hold ASCII; a likeness of other letters would hide the right ones from readers. */
    private static List<String> plain(List<String> values) {
        return values.stream().filter(value -> value.matches("\\p{ASCII}+")).toList();
    }

    private static List<String> ascii(List<String> values) {
        return values.stream()
                .map(Transliteration::ascii)
                .filter(value -> !value.isEmpty())
                .toList();
    }

    private static List<String> cut(String slot, List<String> values) {
        return ascii(values).stream().map(value -> Bext.cut(slot, value)).toList();
    }

    private static List<String> old(String id, List<String> values) {
        return values.stream()
                .map(value -> Id3v1.cut(id, value))
                .filter(value -> !value.isEmpty())
                .toList();
    }

    /** Names of all facts that are embedded. */
    public static List<String> names() {
        return ROWS.stream().map(MapRow::name).toList();
    }

    /** The fact that an entry of a tag gives, if it is one that is taken from files. */
    public static Optional<Field<?>> factOf(Container container, String id) {
        return at(container, id).flatMap(MapRow::fact);
    }

    /** What the people wrote whom an entry names, if it is one that names writers. */
    static Optional<Writer.Role> roleOf(Container container, String id) {
        return at(container, id).flatMap(MapRow::role);
    }

    /** Whether an entry gives the number in the running order. */
    public static boolean isTrackNumber(Container container, String id) {
        return at(container, id).map(MapRow::name).equals(Optional.of("Track"));
    }

    private static Optional<MapRow> at(Container container, String id) {
        String known = container == ID3 ? Id3Conversion.ofThreeLetters(id) : id;
        return ROWS.stream().filter(row -> row.isAt(container, known)).findFirst();
    }

    /**
     * Whether an entry says a fact that is the release's to say: what stands there now is replaced or removed, never kept.
     * Pictures are not asked about here: one of ours replaces one of its kind, as plans say.
     */
    public static boolean owns(TagEntry entry) {
        // the old tag is written anew or left out: what it says is cut and of yesterday
        if (entry.container() == ID3V1) return true;
        String id = entry.container() == ID3 ? ID3_23.getOrDefault(entry.id(), entry.id()) : entry.id();
        return at(entry.container(), id)
                .filter(row -> row.places().containsKey(entry.container()) && !row.yields())
                .isPresent();
    }
}

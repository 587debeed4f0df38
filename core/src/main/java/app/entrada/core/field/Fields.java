package app.entrada.core.field;

import static app.entrada.core.field.Entity.PARTY;
import static app.entrada.core.field.Entity.RECORDING;
import static app.entrada.core.field.Entity.RELEASE;
import static app.entrada.core.field.Entity.SERIES;
import static app.entrada.core.field.Entity.TRACK;
import static app.entrada.core.field.Entity.WORK;
import static app.entrada.core.field.Field.ColumnSet.IDENTITY;
import static app.entrada.core.field.Field.ColumnSet.NONE;
import static app.entrada.core.field.Field.ColumnSet.RIGHTS;
import static app.entrada.core.field.Field.ColumnSet.SYNC;
import static app.entrada.core.field.Field.ColumnSet.TIMES;

import app.entrada.core.code.Gtin;
import app.entrada.core.code.IpiNameNumber;
import app.entrada.core.code.Isni;
import app.entrada.core.code.Isrc;
import app.entrada.core.code.Iswc;
import app.entrada.core.code.LabelCode;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.DraftCode;
import app.entrada.core.field.value.FurtherPicture;
import app.entrada.core.field.value.Lyrics;
import app.entrada.core.field.value.Member;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.Outlets;
import app.entrada.core.field.value.PartialDate;
import app.entrada.core.field.value.Participant;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.field.value.RunningOrder;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.Territories;
import app.entrada.core.field.value.ValueType;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.field.value.Writer;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collections;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Every fact there is, declared once. Their order is the order of the sheet's columns. */
public final class Fields {
    private static final Map<String, Field<?>> BY_ID = new LinkedHashMap<>();

    private static final Map<Entity, List<Field<?>>> BY_ENTITY = new EnumMap<>(Entity.class);

    private Fields() {}

    // What the release says; tracks carry what they do not say themselves.
    public static final Field<String> RELEASE_TITLE = of(
            RELEASE,
            "title",
            "Title",
            ValueTypes.TEXT,
            IDENTITY,
            "Title of the release, without its version and without featured artists.");
    public static final Field<String> RELEASE_VERSION =
            of(RELEASE, "version", "Version", ValueTypes.TEXT, IDENTITY, "For example Remastered or Deluxe Edition.");
    public static final Field<Names> RELEASE_ARTISTS = of(
            RELEASE,
            "artists",
            "Artists",
            ValueTypes.NAMES,
            IDENTITY,
            "Main artists as credited, separated by semicolons. Tracks carry them.");
    public static final Field<String> RELEASE_KIND = of(
            RELEASE,
            "kind",
            "Kind",
            ValueTypes.oneOf("kind", "single", "EP", "album", "compilation", "spoken episode"),
            IDENTITY,
            "Single, EP, album, compilation or spoken episode.");
    public static final Field<DraftCode<Gtin>> RELEASE_BARCODE = of(
            RELEASE,
            "barcode",
            "Barcode",
            ValueTypes.code("gtin", Gtin::parse, Gtin::digits),
            IDENTITY,
            "EAN-13 or UPC-A (GS1). One barcode per release.");
    public static final Field<String> RELEASE_CATALOGUE_NUMBER = of(
            RELEASE,
            "catalogueNumber",
            "Catalogue no.",
            ValueTypes.TEXT,
            IDENTITY,
            "The label's own number, such as NW-031.");
    public static final Field<String> RELEASE_LABEL =
            of(RELEASE, "label", "Label", ValueTypes.TEXT, IDENTITY, "Label name shown on the release.");
    public static final Field<DraftCode<LabelCode>> RELEASE_LABEL_CODE = of(
            RELEASE,
            "labelCode",
            "Label code",
            ValueTypes.code("label-code", LabelCode::parse, LabelCode::number),
            RIGHTS,
            "LC and four or five digits; broadcasters report plays under it.");
    public static final Field<LocalDate> RELEASE_DATE = of(
            RELEASE, "releaseDate", "Release date", ValueTypes.DATE, IDENTITY, "First day on sale. Fridays are usual.");
    public static final Field<PartialDate> RELEASE_ORIGINAL_DATE = of(
            RELEASE,
            "originalDate",
            "Original date",
            ValueTypes.PARTIAL_DATE,
            TIMES,
            "Date of the first release, if this is a reissue; a year is enough.");
    public static final Field<LocalDate> RELEASE_PRE_ORDER_DATE =
            of(RELEASE, "preOrderDate", "Pre-order from", ValueTypes.DATE, TIMES, "First day of pre-orders.");
    public static final Field<Terms> RELEASE_GENRE = of(
            RELEASE,
            "genre",
            "Genre",
            ValueTypes.TERMS,
            IDENTITY,
            "The main genre first, then others; tracks carry them.");
    public static final Field<String> RELEASE_LANGUAGE = of(
            RELEASE,
            "language",
            "Lang.",
            ValueTypes.LANGUAGE,
            IDENTITY,
            "Language of titles and lyrics, ISO 639: en, el, ja; none for no words. Tracks carry it.");
    public static final Field<RightsLine> RELEASE_P_LINE = of(
            RELEASE,
            "pLine",
            "P-line",
            ValueTypes.RIGHTS_LINE,
            RIGHTS,
            "℗: year and owner of the sound recording. Tracks carry it.");
    public static final Field<RightsLine> RELEASE_C_LINE = of(
            RELEASE,
            "cLine",
            "C-line",
            ValueTypes.RIGHTS_LINE,
            RIGHTS,
            "©: year and owner of the packaging and texts.");
    public static final Field<Territories> RELEASE_TERRITORIES = of(
            RELEASE,
            "territories",
            "Territories",
            ValueTypes.TERRITORIES,
            RIGHTS,
            "worldwide, worldwide except US, or countries such as DE AT.");
    public static final Field<String> RELEASE_PRICE_TIER = of(
            RELEASE,
            "priceTier",
            "Price tier",
            ValueTypes.oneOf("price-tier", "low", "middle", "full", "high"),
            RIGHTS,
            "Low, middle, full or high; each store has its own amounts.");
    public static final Field<String> RELEASE_LICENCE = of(
            RELEASE,
            "licence",
            "Licence",
            ValueTypes.oneOf(
                    "licence",
                    "all rights reserved",
                    "CC0 1.0",
                    "CC BY 4.0",
                    "CC BY-SA 4.0",
                    "CC BY-ND 4.0",
                    "CC BY-NC 4.0",
                    "CC BY-NC-SA 4.0",
                    "CC BY-NC-ND 4.0"),
            RIGHTS,
            "What others may do with it: all rights reserved, or a Creative Commons licence.");
    public static final Field<String> RELEASE_CONTACT = of(
            RELEASE,
            "contact",
            "Contact",
            ValueTypes.TEXT,
            SYNC,
            "Who to ask about using the music: a name with an address.");
    public static final Field<String> RELEASE_DESCRIPTION = of(
            RELEASE, "description", "Description", ValueTypes.LONG_TEXT, SYNC, "A few sentences for stores and press.");
    public static final Field<Terms> RELEASE_KEYWORDS =
            of(RELEASE, "keywords", "Keywords", ValueTypes.TERMS, SYNC, "Search terms; tracks carry them.");
    public static final Field<List<String>> RELEASE_LINKS =
            of(RELEASE, "links", "Links", ValueTypes.LINKS, SYNC, "Web addresses of the release, separated by spaces.");
    public static final Field<String> RELEASE_SERIES =
            of(RELEASE, "series", "Series", ValueTypes.TEXT, SYNC, "For spoken episodes: the series.");
    public static final Field<Terms> RELEASE_DESTINATIONS = of(
            RELEASE,
            "destinations",
            "Destinations",
            ValueTypes.TERMS,
            NONE,
            "Destinations of this release. If empty, the default ones.");
    public static final Field<Outlets> RELEASE_OUTLETS = of(
            RELEASE,
            "outlets",
            "Outlets",
            ValueTypes.OUTLETS,
            NONE,
            "Outlets chosen per distributor. A distributor not listed delivers to all its outlets.");
    public static final Field<Sha256> RELEASE_COVER =
            of(RELEASE, "cover", "Front cover", ValueTypes.FILE, NONE, "The front cover picture.");
    public static final Field<List<FurtherPicture>> RELEASE_PICTURES = of(
            RELEASE,
            "pictures",
            "Further pictures",
            ValueTypes.PICTURES,
            NONE,
            "Back, booklet pages, disc and artist, in order. Recipes and destinations choose which they use.");
    public static final Field<String> RELEASE_LATIN_TITLE = of(
            RELEASE,
            "latinTitle",
            "Title in Latin letters",
            ValueTypes.TEXT,
            RIGHTS,
            "The title in Latin letters, for destinations that need it. Kanji are never guessed.");
    public static final Field<RunningOrder> RELEASE_RUNNING_ORDER =
            of(RELEASE, "runningOrder", "Running order", ValueTypes.ORDER, NONE, "Tracks from first to last.");

    public static final Field<String> TRACK_SIDE = of(
            TRACK, "side", "Side", ValueTypes.TEXT, TIMES, "Side or disc, such as A or B. Empty if there is only one.");
    public static final Field<String> TRACK_TITLE = of(
            TRACK,
            "title",
            "Title",
            ValueTypes.TEXT,
            IDENTITY,
            "Title without version and featured artists; each destination gets them in its own style.");
    public static final Field<String> TRACK_VERSION =
            of(TRACK, "version", "Version", ValueTypes.TEXT, IDENTITY, "Mix, edit, live, instrumental: Radio Edit.");
    public static final Field<Names> TRACK_ARTISTS =
            carried(TRACK, RELEASE_ARTISTS, "Main artists of this track, if different from the release's.");
    public static final Field<Names> TRACK_FEATURED = of(
            TRACK,
            "featured",
            "Featured",
            ValueTypes.NAMES,
            IDENTITY,
            "Featured artists, separated by semicolons. Never part of the title.");
    public static final Field<String> TRACK_EXPLICIT = of(
            TRACK,
            "explicit",
            "Explicit",
            ValueTypes.oneOf("explicit", "no", "explicit", "clean"),
            IDENTITY,
            "no: not explicit; explicit; clean: the edited version of an explicit recording.");
    public static final Field<Terms> TRACK_GENRE =
            carried(TRACK, RELEASE_GENRE, "Genres of this track, if different from the release's.");
    public static final Field<String> TRACK_LANGUAGE =
            carried(TRACK, RELEASE_LANGUAGE, "Language of the lyrics; none for an instrumental.");
    public static final Field<String> TRACK_LATIN_TITLE = of(
            TRACK,
            "latinTitle",
            "Title in Latin letters",
            ValueTypes.TEXT,
            RIGHTS,
            "The title in Latin letters, for destinations that need it. Kanji are never guessed.");

    public static final Field<PlayingTime> TRACK_PREVIEW_START = of(
            TRACK,
            "previewStart",
            "Preview from",
            ValueTypes.TIME,
            TIMES,
            "Start of the preview, such as 0:48. Proposed from the audio; it can be moved in Masters.");

    public static final Field<PlayingTime> TRACK_GAP = of(
            TRACK,
            "gap",
            "Gap before",
            ValueTypes.TIME,
            TIMES,
            "Silence before the track on disc, such as 0:02; 0 for no gap.");
    public static final Field<Integer> TRACK_EPISODE = of(
            TRACK, "episode", "Episode", ValueTypes.number(1, 99_999), SYNC, "For spoken series: the episode number.");
    public static final Field<Integer> TRACK_SEASON =
            of(TRACK, "season", "Season", ValueTypes.number(1, 999), SYNC, "For spoken series: the season, if any.");
    public static final Field<String> TRACK_SUMMARY = of(
            TRACK,
            "summary",
            "Summary",
            ValueTypes.LONG_TEXT,
            SYNC,
            "A sentence or two about the episode; directories cut it at 240 characters.");

    public static final Field<DraftCode<Isrc>> RECORDING_ISRC = of(
            RECORDING,
            "isrc",
            "ISRC",
            ValueTypes.code("isrc", Isrc::parse, Isrc::compact),
            IDENTITY,
            "ISO 3901. One code per recording, for life; a remix or edit is a new recording.");
    public static final Field<RightsLine> RECORDING_P_LINE = carried(
            RECORDING,
            RELEASE_P_LINE,
            "℗ of this recording: year of first publication and owner. It stays with the recording on every release.");
    public static final Field<Sha256> RECORDING_MASTER =
            of(RECORDING, "master", "Master", ValueTypes.FILE, NONE, "The finished audio file.");

    public static final Field<PlayingTime> RECORDING_GIVEN_TIME = of(
            RECORDING,
            "givenTime",
            "Given time",
            ValueTypes.TIME,
            TIMES,
            "Duration given by a track list, a cue sheet or a register, such as 3:07. The file's own duration is compared with it.");

    public static final Field<List<Credit>> RECORDING_CREDITS = of(
            RECORDING,
            "credits",
            "Credits",
            ValueTypes.CREDITS,
            RIGHTS,
            "Who did what: Petra Vann: piano; Emil Castor-Bright: producer, mix. See them all in Credits.");
    public static final Field<List<Participant>> RECORDING_SPLITS = of(
            RECORDING,
            "splits",
            "Income split",
            ValueTypes.PARTICIPANTS,
            RIGHTS,
            "How the recording's income is divided: Mira Tollgate: artist 60; Ninth Weir Records: label 40.");
    public static final Field<PartialDate> RECORDING_RECORDED_ON = of(
            RECORDING,
            "recordedOn",
            "Recorded",
            ValueTypes.PARTIAL_DATE,
            TIMES,
            "Date of recording; a year is enough.");
    public static final Field<String> RECORDING_RECORDED_IN =
            of(RECORDING, "recordedIn", "Recorded in", ValueTypes.TEXT, TIMES, "Place of recording.");
    public static final Field<String> RECORDING_COUNTRY =
            of(RECORDING, "country", "Country", ValueTypes.COUNTRY, TIMES, "Country of recording, ISO 3166-1: DE, JP.");
    public static final Field<String> RECORDING_INSTRUMENTAL = of(
            RECORDING,
            "instrumental",
            "Instrumental",
            ValueTypes.oneOf("instrumental", "no", "instrumental"),
            SYNC,
            "Whether it has no vocals.");
    public static final Field<Terms> RECORDING_MOODS =
            of(RECORDING, "moods", "Moods", ValueTypes.TERMS, SYNC, "Moods: wistful; unhurried; bright.");
    public static final Field<Terms> RECORDING_INSTRUMENTS = of(
            RECORDING, "instruments", "Instruments", ValueTypes.TERMS, SYNC, "Instruments: piano; double bass; voice.");
    public static final Field<Integer> RECORDING_TEMPO =
            of(RECORDING, "tempo", "Tempo", ValueTypes.number(20, 400), SYNC, "Beats per minute.");
    public static final Field<String> RECORDING_TEMPO_CLASS = of(
            RECORDING,
            "tempoClass",
            "Tempo class",
            ValueTypes.oneOf("tempo-class", "slow", "moderate", "fast"),
            SYNC,
            "Slow, moderate or fast, as felt by a listener.");
    public static final Field<String> RECORDING_KEY =
            of(RECORDING, "key", "Key", ValueTypes.KEY, SYNC, "Tonic and mode: C, F#, Bb; add m for minor.");
    public static final Field<String> RECORDING_ERA =
            of(RECORDING, "era", "Era", ValueTypes.TEXT, SYNC, "Era it sounds like: 1960s, baroque.");
    public static final Field<Terms> RECORDING_KEYWORDS =
            carried(RECORDING, RELEASE_KEYWORDS, "Search terms for licensing.");
    public static final Field<String> RECORDING_DESCRIPTION = of(
            RECORDING,
            "description",
            "Description",
            ValueTypes.LONG_TEXT,
            SYNC,
            "A sentence or two describing the music, for licensing.");

    public static final Field<Long> RECORDING_WORK = of(
            RECORDING,
            "workId",
            "Work",
            ValueTypes.REFERENCE,
            NONE,
            "The composition recorded; several recordings may share one.");

    public static final Field<String> WORK_TITLE = of(
            WORK,
            "workTitle",
            "Work",
            ValueTypes.TEXT,
            RIGHTS,
            "Title of the composition, if different from the track’s.");
    public static final Field<String> WORK_LATIN_TITLE = of(
            WORK,
            "workLatinTitle",
            "Work in Latin letters",
            ValueTypes.TEXT,
            RIGHTS,
            "The title of the composition in Latin letters, as societies register it.");
    public static final Field<List<Writer>> WORK_WRITERS = of(
            WORK,
            "writers",
            "Writers",
            ValueTypes.WRITERS,
            RIGHTS,
            "Writers: Mira Tollgate: CA; Joss Amberley: C. C composer, A author, CA both, AR arranger, TR translator.");
    public static final Field<List<Publisher>> WORK_PUBLISHERS = of(
            WORK,
            "publishers",
            "Publishers",
            ValueTypes.PUBLISHERS,
            RIGHTS,
            "Publishers with shares: Low Lock Music: E 50/50.");
    public static final Field<DraftCode<Iswc>> WORK_ISWC = of(
            WORK,
            "iswc",
            "ISWC",
            ValueTypes.code("iswc", Iswc::parse, Iswc::compact),
            RIGHTS,
            "ISO 15707. Assigned by a society when the work is registered.");
    public static final Field<List<Origin>> WORK_ORIGINS = of(
            WORK,
            "origins",
            "Originals",
            ValueTypes.ORIGINS,
            RIGHTS,
            "Other people's work in it: cover: Title / Writers. Also arrangement, translation, medley, sample, public domain.");
    public static final Field<Lyrics> WORK_LYRICS = of(
            WORK, "lyrics", "Lyrics", ValueTypes.LYRICS, NONE, "The lyrics, each language under its code in brackets.");

    public static final Field<String> PARTY_NAME =
            of(PARTY, "name", "Name", ValueTypes.NAME, NONE, "The name as shown; it must be unique.");
    public static final Field<String> PARTY_KIND = of(
            PARTY,
            "kind",
            "Kind",
            ValueTypes.oneOf("party-kind", "person", "group", "company"),
            NONE,
            "Person, group or company.");
    public static final Field<String> PARTY_LEGAL_NAME = of(
            PARTY, "legalName", "Legal name", ValueTypes.TEXT, NONE, "As on official documents; societies require it.");
    public static final Field<String> PARTY_SORT_NAME =
            of(PARTY, "sortName", "Sort name", ValueTypes.TEXT, NONE, "Used for sorting: Tollgate, Mira.");
    public static final Field<String> PARTY_LATIN_NAME = of(
            PARTY,
            "latinName",
            "Name in Latin letters",
            ValueTypes.TEXT,
            NONE,
            "The name in Latin letters, for destinations that need it. Kanji are never guessed.");
    public static final Field<Terms> PARTY_SPELLINGS = of(
            PARTY,
            "spellings",
            "Other spellings",
            ValueTypes.PHRASES,
            NONE,
            "Spellings that mean this name wherever they are entered: old names, transliterations, frequent typing errors.");
    public static final Field<List<Member>> PARTY_MEMBERS = of(
            PARTY,
            "members",
            "Members",
            ValueTypes.MEMBERS,
            NONE,
            "For groups: members with years. Joss Amberley: 2014–; Wanda Sleet: 2014–2019.");
    public static final Field<DraftCode<IpiNameNumber>> PARTY_IPI = of(
            PARTY,
            "ipi",
            "IPI",
            ValueTypes.code("ipi", IpiNameNumber::parse, IpiNameNumber::digits),
            NONE,
            "Name number of a writer or publisher, eleven digits (CISAC).");
    public static final Field<DraftCode<Isni>> PARTY_ISNI = of(
            PARTY,
            "isni",
            "ISNI",
            ValueTypes.code("isni", Isni::parse, Isni::compact),
            NONE,
            "ISO 27729, sixteen characters.");
    public static final Field<String> PARTY_SOCIETY =
            of(PARTY, "society", "Society", ValueTypes.TEXT, NONE, "Authors' society, for example OSTRA.");
    public static final Field<Names> PARTY_MERGED_INTO =
            of(PARTY, "mergedInto", "Merged into", ValueTypes.NAMES, NONE, "The name this one was merged into.");
    public static final Field<String> PARTY_COUNTRY =
            of(PARTY, "country", "Country", ValueTypes.COUNTRY, NONE, "ISO 3166-1: DE, JP.");

    public static final Field<String> SERIES_TITLE =
            of(SERIES, "title", "Title", ValueTypes.TEXT, NONE, "Title of the series; it must be unique.");
    public static final Field<String> SERIES_DESCRIPTION = of(
            SERIES,
            "description",
            "Description",
            ValueTypes.LONG_TEXT,
            NONE,
            "What the series is about; directories show it beside the title.");
    public static final Field<String> SERIES_LANGUAGE =
            of(SERIES, "language", "Language", ValueTypes.LANGUAGE, NONE, "Spoken language, ISO 639: en, el.");
    public static final Field<Terms> SERIES_CATEGORIES = of(
            SERIES,
            "categories",
            "Categories",
            ValueTypes.TERMS,
            NONE,
            "Categories in directories, the main one first.");
    public static final Field<String> SERIES_OWNER =
            of(SERIES, "owner", "Owner", ValueTypes.TEXT, NONE, "The publisher, as directories show it.");
    public static final Field<String> SERIES_CONTACT =
            of(SERIES, "contact", "Contact", ValueTypes.TEXT, NONE, "Email address for directories.");
    public static final Field<List<String>> SERIES_LINKS =
            of(SERIES, "links", "Links", ValueTypes.LINKS, NONE, "Web page of the series.");
    public static final Field<Sha256> SERIES_COVER =
            of(SERIES, "cover", "Cover", ValueTypes.FILE, NONE, "The square picture of the series.");

    private static <T> Field<T> of(
            Entity entity, String key, String name, ValueType<T> type, Field.ColumnSet columns, String help) {
        return register(new Field<>(entity, key, name, type, null, columns, help));
    }

    private static <T> Field<T> carried(Entity entity, Field<T> from, String help) {
        return register(new Field<>(entity, from.key(), from.name(), from.type(), from, from.columns(), help));
    }

    private static <T> Field<T> register(Field<T> field) {
        if (BY_ID.put(field.id(), field) != null) throw new IllegalStateException("declared twice: " + field);
        BY_ENTITY.computeIfAbsent(field.entity(), entity -> new ArrayList<>()).add(field);
        return field;
    }

    /** All fields in order. */
    public static List<Field<?>> all() {
        return new ArrayList<>(BY_ID.values());
    }

    /** All fields of one entity in order. */
    public static List<Field<?>> of(Entity entity) {
        return Collections.unmodifiableList(BY_ENTITY.getOrDefault(entity, List.of()));
    }

    /**
     * The field with this id.
     *
     * @throws MalformedValue when there is none
     */
    public static Field<?> byId(String id) {
        Field<?> field = BY_ID.get(id);
        if (field == null) throw new MalformedValue("There is no fact “%s”".formatted(id));
        return field;
    }
}

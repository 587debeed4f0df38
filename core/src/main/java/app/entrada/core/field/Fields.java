package app.entrada.core.field;

import static app.entrada.core.field.Entity.RECORDING;
import static app.entrada.core.field.Entity.RELEASE;
import static app.entrada.core.field.Entity.TRACK;
import static app.entrada.core.field.Entity.WORK;
import static app.entrada.core.field.Field.ColumnSet.IDENTITY;
import static app.entrada.core.field.Field.ColumnSet.NONE;
import static app.entrada.core.field.Field.ColumnSet.RIGHTS;
import static app.entrada.core.field.Field.ColumnSet.TIMES;

import app.entrada.core.code.Gtin;
import app.entrada.core.code.Isrc;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Every fact there is, declared once. Order is the order of the sheet's columns. */
public final class Fields {
    private static final Map<String, Field<?>> BY_ID = new LinkedHashMap<>();

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
            "Main artists as credited, semicolons between them. Tracks carry them.");
    public static final Field<String> RELEASE_KIND = of(
            RELEASE,
            "kind",
            "Kind",
            ValueTypes.oneOf("kind", "single", "EP", "album", "compilation"),
            IDENTITY,
            "Single, EP, album or compilation.");
    public static final Field<Written<Gtin>> RELEASE_BARCODE = of(
            RELEASE,
            "barcode",
            "Barcode",
            ValueTypes.code("gtin", Gtin::parse, Gtin::digits),
            IDENTITY,
            "EAN-13 or UPC-A (GS1). One release, one barcode.");
    public static final Field<String> RELEASE_CATALOGUE_NUMBER = of(
            RELEASE, "catalogueNumber", "Catalogue no.", ValueTypes.TEXT, IDENTITY, "The label's own number, NW-031.");
    public static final Field<String> RELEASE_LABEL =
            of(RELEASE, "label", "Label", ValueTypes.TEXT, RIGHTS, "Name under which the release appears.");
    public static final Field<LocalDate> RELEASE_DATE =
            of(RELEASE, "releaseDate", "Release date", ValueTypes.DATE, TIMES, "First day on sale. Fridays are usual.");
    public static final Field<LocalDate> RELEASE_ORIGINAL_DATE = of(
            RELEASE,
            "originalDate",
            "Original date",
            ValueTypes.DATE,
            TIMES,
            "First release ever, when this is not the first.");
    public static final Field<String> RELEASE_GENRE =
            of(RELEASE, "genre", "Genre", ValueTypes.TEXT, IDENTITY, "Main genre; tracks carry it.");
    public static final Field<String> RELEASE_LANGUAGE = of(
            RELEASE,
            "language",
            "Lang.",
            ValueTypes.LANGUAGE,
            IDENTITY,
            "Language of the titles and words, ISO 639: en, el, ja; none for no words at all. Tracks carry it.");
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
    public static final Field<Sha256> RELEASE_COVER =
            of(RELEASE, "cover", "Front cover", ValueTypes.FILE, NONE, "The picture on the front.");
    public static final Field<Order> RELEASE_RUNNING_ORDER =
            of(RELEASE, "runningOrder", "Running order", ValueTypes.ORDER, NONE, "Tracks, first to last.");

    public static final Field<String> TRACK_SIDE =
            of(TRACK, "side", "Side", ValueTypes.TEXT, TIMES, "Side or disc: A, B. Empty when there is only one.");
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
            carried(TRACK, RELEASE_ARTISTS, "Main artists of this track, when they differ from the release's.");
    public static final Field<Names> TRACK_FEATURED = of(
            TRACK,
            "featured",
            "Featured",
            ValueTypes.NAMES,
            IDENTITY,
            "Featured artists, semicolons between them. Never typed into the title.");
    public static final Field<String> TRACK_EXPLICIT = of(
            TRACK,
            "explicit",
            "Explicit",
            ValueTypes.oneOf("explicit", "no", "explicit", "clean"),
            IDENTITY,
            "no: nothing to warn of; explicit: warn; clean: the made-safe version of an explicit recording.");
    public static final Field<String> TRACK_GENRE =
            carried(TRACK, RELEASE_GENRE, "Genre of this track, when it differs from the release's.");
    public static final Field<String> TRACK_LANGUAGE =
            carried(TRACK, RELEASE_LANGUAGE, "Language of the words; none for an instrumental.");
    public static final Field<RightsLine> TRACK_P_LINE =
            carried(TRACK, RELEASE_P_LINE, "℗ of this recording, when it differs from the release's.");

    public static final Field<PlayingTime> TRACK_PREVIEW_START = of(
            TRACK,
            "previewStart",
            "Preview from",
            ValueTypes.TIME,
            TIMES,
            "Where the excerpt begins that a listener hears first, 0:48. Proposed from the sound; Masters moves it.");

    public static final Field<Written<Isrc>> RECORDING_ISRC = of(
            RECORDING,
            "isrc",
            "ISRC",
            ValueTypes.code("isrc", Isrc::parse, Isrc::compact),
            IDENTITY,
            "ISO 3901. One recording, one code, for ever; a remix or edit is a new recording.");
    public static final Field<Sha256> RECORDING_MASTER =
            of(RECORDING, "master", "Master", ValueTypes.FILE, NONE, "The file with the finished sound.");

    public static final Field<PlayingTime> RECORDING_GIVEN_TIME = of(
            RECORDING,
            "givenTime",
            "Given time",
            ValueTypes.TIME,
            TIMES,
            "Length as a track list, a cue sheet or a register gives it, 3:07. The file's own length is compared with it.");

    public static final Field<Names> WORK_COMPOSERS = of(
            WORK, "composers", "Composers", ValueTypes.NAMES, RIGHTS, "Who wrote the music, semicolons between them.");
    public static final Field<Names> WORK_LYRICISTS = of(
            WORK, "lyricists", "Lyricists", ValueTypes.NAMES, RIGHTS, "Who wrote the words, semicolons between them.");

    private static <T> Field<T> of(
            Entity entity, String key, String name, ValueType<T> type, Field.ColumnSet columns, String help) {
        return register(new Field<>(entity, key, name, type, null, columns, help));
    }

    private static <T> Field<T> carried(Entity entity, Field<T> from, String help) {
        return register(new Field<>(entity, from.key(), from.name(), from.type(), from, from.columns(), help));
    }

    private static <T> Field<T> register(Field<T> field) {
        if (BY_ID.put(field.id(), field) != null) throw new IllegalStateException("declared twice: " + field);
        return field;
    }

    /** All fields in order. */
    public static List<Field<?>> all() {
        return new ArrayList<>(BY_ID.values());
    }

    /** All fields of one entity in order. */
    public static List<Field<?>> of(Entity entity) {
        return BY_ID.values().stream().filter(field -> field.entity() == entity).toList();
    }

    /**
     * The field with this id.
     *
     * @throws MalformedValue when there is none
     */
    public static Field<?> byId(String id) {
        Field<?> field = BY_ID.get(id);
        if (field == null) throw new MalformedValue("There is no fact called “%s”".formatted(id));
        return field;
    }
}

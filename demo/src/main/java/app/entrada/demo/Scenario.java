package app.entrada.demo;

import java.time.DayOfWeek;
import java.time.LocalDate;
import java.time.temporal.TemporalAdjusters;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/** The demo catalogue of Ninth Weir Records: releases with their facts as they would be typed, and how they sound. */
public final class Scenario {
    /** Name of the label. */
    public static final String LABEL = "Ninth Weir Records";
    /** ISRC prefix; XA is assigned to no country. */
    public static final String ISRC_PREFIX = "XANW9";
    /** GS1 prefix within the demonstration range 952. */
    public static final String BARCODE_PREFIX = "952123450";
    /** The label's own publisher. */
    /** Number under which the invented society knows the label. */
    public static final String SOCIETY_ID = "000000952";

    public static final String PUBLISHER = "Low Lock Music";
    /** Letters of catalogue numbers. */
    public static final String CATALOGUE_PREFIX = "NW";

    /**
     * A release to make.
     *
     * @param facts typed text by key of the field registry
     * @param coverLines what is written on the cover, empty for no cover
     * @param deliver whether it has been sent to and accepted by the store
     */
    public record DemoRelease(
            Map<String, String> facts,
            CoverDrawing.Style style,
            List<String> coverLines,
            List<DemoTrack> tracks,
            boolean deliver) {
        /** The same, meant for these destinations. */
        DemoRelease to(String destinations) {
            facts.put("destinations", destinations);
            return this;
        }
    }

    /**
     * A track to make.
     *
     * @param facts typed text by key of the field registry
     * @param piece its sound; null with {@code reuses}
     * @param reuses title (and version in parentheses) of an earlier track whose recording this is
     */
    public record DemoTrack(
            Map<String, String> facts,
            @Nullable Piece piece,
            @Nullable String reuses) {}

    private final LocalDate today;

    private Scenario(LocalDate today) {
        this.today = today;
    }

    /** All demo releases; those that others take recordings from come first. Dates are counted from {@code today}. */
    public static List<DemoRelease> releases(LocalDate today) {
        Scenario scenario = new Scenario(today);
        return List.of(
                scenario.towpathSongs(),
                scenario.nocturnes(),
                scenario.lamplightersRound(),
                scenario.slackWater(),
                scenario.tidewrackAlmanac(),
                scenario.weirSessions(),
                scenario.weirsideTalks(),
                scenario.tenWinters());
    }

    private DemoRelease tidewrackAlmanac() {
        String mira = "Mira Tollgate: CA 50/50 via Low Lock Music";
        String low = "Low Lock Music: E 50/50";
        List<DemoTrack> tracks = List.of(
                track(
                        "A",
                        "Almanac",
                        mira,
                        piece(41, 92, 3, false, 58, Piece.Layers.STRINGS).sung(12),
                        "XANW92600040",
                        "publishers",
                        low,
                        "credits",
                        "Mira Tollgate: vocals, guitar; Wanda Sleet: violin; Lio Brandt-Achterberg: producer, mix; Hanna Veil: mastering",
                        "recordedOn",
                        "2026-06",
                        "country",
                        "DE"),
                track(
                        "A",
                        "Eelgrass",
                        mira,
                        piece(42, 108, 5, true, 84, Piece.Layers.BAND).sung(60),
                        "XANW92600041",
                        "publishers",
                        low,
                        "credits",
                        "Mira Tollgate: vocals, guitar; Tobit Marrow: drums; Ines Quillon: double bass; Lio Brandt-Achterberg: producer, mix; Hanna Veil: mastering",
                        "recordedOn",
                        "2026-06",
                        "country",
                        "DE"),
                track(
                        "A",
                        "Saltings",
                        null,
                        piece(43, 76, 0, false, 62, Piece.Layers.BELLS).sung(10),
                        "XANW92600042",
                        "credits",
                        "Mira Tollgate: vocals, glockenspiel; Lio Brandt-Achterberg: producer; Hanna Veil: mastering",
                        "recordedOn",
                        "2026-06",
                        "country",
                        "DE"),
                track(
                        "A",
                        "Knot and Dunlin",
                        "Mira Tollgate: CA 25/25 via Low Lock Music; Joss Amberley: C 50/50",
                        piece(44, 120, 7, false, 71, Piece.Layers.BAND).sung(8),
                        "XANW92600043",
                        "publishers",
                        "Low Lock Music: E 25/25",
                        "credits",
                        "Mira Tollgate: vocals; The Paper Ferrymen: ensemble; Lio Brandt-Achterberg: producer, mix; Hanna Veil: mastering",
                        "recordedOn",
                        "2026-06",
                        "country",
                        "DE",
                        "featured",
                        "The Paper Ferrymen"),
                track(
                        "B",
                        "Κύμα",
                        mira,
                        piece(45, 66, 2, true, 47, Piece.Layers.BELLS).sung(6),
                        "XANW92600044",
                        "credits",
                        "Mira Tollgate: vocals, piano; Lio Brandt-Achterberg: producer",
                        "recordedOn",
                        "2026-06",
                        "country",
                        "DE",
                        "language",
                        "el"),
                track(
                        "B",
                        "Glasswort (feat. Joss Amberley)",
                        mira,
                        piece(46, 132, 9, true, 55, Piece.Layers.BEATS).sung(7),
                        "XANW92600045",
                        "explicit",
                        "explicit"),
                track(
                        "B",
                        "Eelgrass",
                        "Mira Tollgate: C 100/100",
                        piece(42, 108, 5, true, 84, Piece.Layers.BAND),
                        "XANW92600046",
                        "version",
                        "Instrumental",
                        "language",
                        "zxx"),
                track(
                        "B",
                        "Wrack Line",
                        mira,
                        piece(48, 84, 10, false, 64, Piece.Layers.STRINGS).sung(9),
                        null),
                track(
                        "B",
                        "The Lowlands Low",
                        "Traditional: CA 100/100",
                        piece(49, 72, 4, true, 52, Piece.Layers.STRINGS).sung(5),
                        "XANW92600047",
                        "origins",
                        "public domain: The Lowlands Low / trad."));
        return release(
                        "Tidewrack Almanac",
                        "Mira Tollgate",
                        "album",
                        "NW-031",
                        "9521234500315",
                        84,
                        "Folk",
                        CoverDrawing.Style.STRIPES,
                        List.of("TIDEWRACK ALMANAC", "MIRA TOLLGATE"),
                        tracks,
                        false)
                .to("lumenfold; crate-and-lantern; ostra; commonshelf; ferrous-lane");
    }

    private DemoRelease slackWater() {
        return release(
                "Slack Water",
                "The Paper Ferrymen",
                "single",
                "NW-029",
                "9521234500292",
                -24,
                "Rock",
                CoverDrawing.Style.TIDE,
                List.of("SLACK WATER", "THE PAPER", "FERRYMEN"),
                List.of(track(
                        null,
                        "Slack Water",
                        "Joss Amberley; Ines Quillon",
                        piece(21, 124, 8, false, 49, Piece.Layers.BAND).sung(8),
                        "XANW92600031")),
                true);
    }

    private DemoRelease towpathSongs() {
        return release(
                "Towpath Songs",
                "The Paper Ferrymen",
                "EP",
                "NW-018",
                "9521234500186",
                -1120,
                "Rock",
                CoverDrawing.Style.BLOCKS,
                List.of("TOWPATH SONGS", "THE PAPER FERRYMEN"),
                List.of(
                        track(
                                null,
                                "Lock Keeper's Daughter",
                                "Joss Amberley",
                                piece(11, 116, 0, false, 38, Piece.Layers.BAND).sung(6),
                                "XANW92300011"),
                        track(
                                null,
                                "Reed Telegraph",
                                "Ines Quillon",
                                piece(12, 98, 5, true, 41, Piece.Layers.BAND).sung(7),
                                "XANW92300012"),
                        track(
                                null,
                                "Barge Window",
                                "Tobit Marrow",
                                piece(13, 88, 7, false, 36, Piece.Layers.STRINGS)
                                        .sung(6),
                                "XANW92300013"),
                        track(
                                null,
                                "Low Bridge",
                                "Wanda Sleet",
                                piece(14, 128, 2, true, 34, Piece.Layers.BAND).sung(5),
                                "XANW92300014")),
                true);
    }

    private DemoRelease nocturnes() {
        return release(
                        "Nocturnes for an Unlit Quay",
                        "Odd Lantern Quartet",
                        "EP",
                        "NW-027",
                        "9521234500278",
                        -310,
                        "Jazz",
                        CoverDrawing.Style.LANTERNS,
                        List.of("NOCTURNES FOR", "AN UNLIT QUAY", "ODD LANTERN", "QUARTET"),
                        List.of(
                                track(
                                        null,
                                        "Bollard and Rope",
                                        "Petra Vann",
                                        piece(15, 112, 10, true, 44, Piece.Layers.QUARTET),
                                        "XANW92500021",
                                        "language",
                                        "zxx"),
                                track(
                                        null,
                                        "夜の岸",
                                        "Sunniva Dray",
                                        piece(16, 72, 3, true, 46, Piece.Layers.BELLS),
                                        "XANW92500022",
                                        "gap",
                                        "0:02.500",
                                        "language",
                                        "zxx"),
                                track(
                                        null,
                                        "Harbour Arithmetic",
                                        "Ruben Okafor-Lisle",
                                        piece(17, 138, 5, false, 39, Piece.Layers.QUARTET),
                                        "XANW92500023",
                                        "gap",
                                        "0:02.500",
                                        "language",
                                        "zxx"),
                                track(
                                        null,
                                        "Last Lamp but One",
                                        "Emil Castor-Bright",
                                        piece(18, 64, 8, true, 42, Piece.Layers.QUARTET),
                                        "XANW92500024",
                                        "gap",
                                        "0:02.500",
                                        "language",
                                        "zxx")),
                        true)
                .to("lumenfold; ferrous-lane");
    }

    private DemoRelease lamplightersRound() {
        return release(
                        "Lamplighter's Round",
                        "Kestrel & Loam",
                        "EP",
                        "NW-030",
                        "9521234500308",
                        39,
                        "Electronic",
                        CoverDrawing.Style.LANTERNS,
                        List.of("LAMPLIGHTER'S ROUND", "KESTREL & LOAM"),
                        List.of(
                                track(
                                        null,
                                        "Lamplighter's Round",
                                        "Kestrel & Loam",
                                        piece(31, 102, 1, true, 43, Piece.Layers.BEATS)
                                                .sung(8),
                                        "XANW92600032"),
                                track(
                                        null,
                                        "Lamplighter's Round",
                                        "Kestrel & Loam",
                                        piece(32, 126, 1, true, 40, Piece.Layers.BEATS),
                                        "XANW92600033",
                                        "version",
                                        "DJ Halfpenny Remix",
                                        "credits",
                                        "DJ Halfpenny: remixer"),
                                track(
                                        null,
                                        "Hod and Barrow",
                                        "Kestrel & Loam",
                                        piece(33, 94, 6, false, 37, Piece.Layers.BELLS)
                                                .sung(9),
                                        "XANW92600034")),
                        false)
                .to("lumenfold; crate-and-lantern");
    }

    /** A piece of back catalogue with ordinary human mess. */
    private DemoRelease weirSessions() {
        return release(
                "Weir Sessions",
                "The Paper Ferrymen",
                "EP",
                "NW-012",
                "9521234500124",
                -1900,
                "Rock",
                CoverDrawing.Style.BLOCKS,
                List.of("WEIR SESSIONS", "THE PAPER FERRYMEN"),
                List.of(
                        track(
                                null,
                                "low bridge",
                                "Wanda Sleet",
                                piece(51, 90, 3, true, 31, Piece.Layers.STRINGS).sung(5),
                                "XANW92100001",
                                "version",
                                "Live"),
                        track(
                                null,
                                "03 Mill Race final mix 2",
                                "Tobit Marrow",
                                piece(52, 118, 8, false, 32, Piece.Layers.BAND).sung(6),
                                "XANW92100002"),
                        // the code of the track before it
                        track(
                                null,
                                "Sluice (After Wanda",
                                "Joss Amberley",
                                piece(53, 76, 1, true, 33, Piece.Layers.BELLS),
                                "XANW92100002"),
                        // another spelling of somebody who is on many releases
                        track(
                                null,
                                "Tail Water",
                                "Inés Quillon",
                                piece(54, 104, 6, false, 30, Piece.Layers.BAND).sung(7),
                                "XANW92100004")),
                false);
    }

    /** The twelfth episode of a spoken series. */
    private DemoRelease weirsideTalks() {
        DemoRelease talks = release(
                "Weirside Talks",
                "Sol Pereira-Finch",
                "spoken episode",
                null,
                null,
                18,
                "Spoken word",
                CoverDrawing.Style.TIDE,
                List.of("WEIRSIDE TALKS", "SOL PEREIRA FINCH"),
                List.of(track(
                        null,
                        "Mastering by the Water",
                        null,
                        piece(55, 60, 0, false, 34, Piece.Layers.STRINGS).sung(11),
                        null,
                        "episode",
                        "12",
                        "featured",
                        "Hanna Veil")),
                false);
        talks.facts().put("series", "Weirside Talks");
        talks.facts().put("contact", "desk@ninthweir.example");
        return talks.to("hearthcast");
    }

    private DemoRelease tenWinters() {
        List<DemoTrack> tracks = new ArrayList<>();
        Map<String, String> from = new LinkedHashMap<>();
        for (String title :
                List.of("Lock Keeper's Daughter", "Reed Telegraph", "Barge Window", "Low Bridge", "Slack Water"))
            from.put(title, "The Paper Ferrymen");
        for (String title : List.of("Bollard and Rope", "夜の岸", "Harbour Arithmetic", "Last Lamp but One"))
            from.put(title, "Odd Lantern Quartet");
        for (String title :
                List.of("Lamplighter's Round", "Lamplighter's Round (DJ Halfpenny Remix)", "Hod and Barrow"))
            from.put(title, "Kestrel & Loam");
        from.forEach((title, artist) -> {
            Map<String, String> facts = new LinkedHashMap<>();
            int bracket = title.indexOf(" (");
            facts.put("title", bracket < 0 ? title : title.substring(0, bracket));
            if (bracket >= 0) facts.put("version", title.substring(bracket + 2, title.length() - 1));
            facts.put("artists", artist);
            facts.put("explicit", "no");
            if (artist.startsWith("Odd")) facts.put("language", "zxx");
            tracks.add(new DemoTrack(facts, null, title));
        });
        DemoRelease whole = release(
                "Ten Winters of Ninth Weir",
                "Various Artists",
                "compilation",
                null,
                null,
                130,
                null,
                CoverDrawing.Style.BLOCKS,
                List.of(),
                tracks,
                false);
        whole.facts().remove("cLine");
        return whole;
    }

    private DemoRelease release(
            String title,
            String artists,
            String kind,
            @Nullable String number,
            @Nullable String barcode,
            int days,
            @Nullable String genre,
            CoverDrawing.Style style,
            List<String> coverLines,
            List<DemoTrack> tracks,
            boolean deliver) {
        LocalDate date = today.plusDays(days - 3).with(TemporalAdjusters.nextOrSame(DayOfWeek.FRIDAY));
        Map<String, String> facts = new LinkedHashMap<>();
        facts.put("title", title);
        facts.put("artists", artists);
        facts.put("kind", kind);
        if (number != null) facts.put("catalogueNumber", number);
        if (barcode != null) facts.put("barcode", barcode);
        facts.put("releaseDate", date.toString());
        if (genre != null) facts.put("genre", genre);
        facts.put("language", "en");
        facts.put("label", LABEL);
        facts.put("pLine", date.getYear() + " " + LABEL);
        facts.put("cLine", date.getYear() + " " + LABEL);
        facts.put("territories", "worldwide");
        return new DemoRelease(facts, style, coverLines, tracks, deliver);
    }

    private static DemoTrack track(
            @Nullable String side,
            String title,
            @Nullable String composers,
            @Nullable Piece piece,
            @Nullable String isrc,
            String... more) {
        Map<String, String> facts = new LinkedHashMap<>();
        if (side != null) facts.put("side", side);
        facts.put("title", title);
        facts.put("explicit", "no");
        if (composers != null) facts.put("writers", composers);
        if (isrc != null) facts.put("isrc", isrc);
        for (int i = 0; i < more.length; i += 2) facts.put(more[i], more[i + 1]);
        return new DemoTrack(facts, piece, null);
    }

    private static Piece piece(long seed, int bpm, int key, boolean minor, double seconds, Piece.Layers layers) {
        return new Piece(seed, bpm, key, minor, seconds, layers, 0);
    }
}

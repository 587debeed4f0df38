package app.entrada.core.delivery.kind;

import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.delivery.Consignment;
import app.entrada.core.delivery.Consignment.Attached;
import app.entrada.core.delivery.Consignment.Document;
import app.entrada.core.delivery.DocumentParts;
import app.entrada.core.delivery.Episode;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.form.CopySheet;
import app.entrada.core.delivery.form.SheetTable;
import app.entrada.core.delivery.kind.works.WorksFile;
import app.entrada.core.disc.CdText;
import app.entrada.core.disc.DiscDocuments;
import app.entrada.core.disc.DiscLayout;
import app.entrada.core.disc.DiscTexts;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Track;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * What each kind of receiver is sent. A destination's profile names one of these kinds under {@code sends}; nothing about a
 * single destination stands here.
 */
public final class Composing {
    /** Name of the image within a disc's package. */
    public static final String DISC_IMAGE = "disc/image.wav";

    /** Name of the sealed document that says what a feed tells of the episodes of a delivery. */
    public static final String EPISODES = "episodes.json";

    /** Name of the sealed document that says what was typed into a form. */
    public static final String COPY_SHEET = "copy-sheet.csv";

    /** Stands among {@link Outgoing#sound} for what is of no single track. */
    public static final long WHOLE = 0;

    private Composing() {}

    /**
     * All that the destination is sent.
     *
     * @throws IllegalArgumentException with a sentence, when the facts do not make such a document
     */
    public static Consignment of(Outgoing out) {
        DeliveryKind kind = out.profile()
                .sends()
                .orElseThrow(
                        () -> new IllegalArgumentException("Nothing can be sent to %s: its profile defines no message."
                                .formatted(out.profile().name())));
        Consignment all = of(kind, out);
        return switch (out.occasion()) {
            case FULL -> all;
            case UPDATE ->
                kind.completeEachTime()
                        ? all
                        : new Consignment(
                                all.documents(),
                                all.files().stream()
                                        .filter(file -> !out.has().contains(file.sha256()))
                                        .toList());
            case TAKEDOWN -> new Consignment(all.documents(), List.of());
        };
    }

    private static Consignment of(DeliveryKind kind, Outgoing out) {
        return switch (kind) {
            case STORE_MESSAGE -> store(out);
            case TRACK_BY_TRACK -> host(out);
            case CUE_TABLE -> cues(out);
            case WORKS_FILE -> works(out);
            case PERFORMERS_TABLE -> performers(out);
            case CATALOGUE_ENTRY -> catalogue(out);
            case PODCAST_FEED -> feed(out);
            case DISC -> disc(out);
            case WEB_FORM -> form(out);
        };
    }

    private static Consignment form(Outgoing out) {
        return new Consignment(
                List.of(Document.text(
                        COPY_SHEET, "what is typed into the form", "csv", SheetTable.write(CopySheet.of(out)))),
                with(sound(out, out.sound()), cover(out)));
    }

    private static Consignment store(Outgoing out) {
        return new Consignment(
                List.of(Document.text("message.xml", "store message", "xml", StoreMessage.of(out))),
                with(sound(out, out.sound()), cover(out), permissions(out)));
    }

    private static Consignment host(Outgoing out) {
        List<Document> documents = new ArrayList<>();
        for (Track track : out.release().tracks())
            documents.add(Document.text(
                    "tracks/%02d.json".formatted(track.number()),
                    "track %d".formatted(track.number()),
                    "json",
                    HostEntry.of(out, track)));
        return new Consignment(documents, with(sound(out, out.sound()), cover(out)));
    }

    private static Consignment cues(Outgoing out) {
        return new Consignment(
                List.of(Document.text("cues.csv", "table of cues", "csv", CueTable.of(out))),
                with(sound(out, out.sound()), sound(out, out.others()), permissions(out)));
    }

    /** Works, and beside them what shows each that is told: its recordings, its score. */
    private static Consignment works(Outgoing out) {
        Set<Long> told = WorksFile.told(out);
        Set<Integer> tracks = new HashSet<>();
        for (Track track : out.release().tracks())
            if (told.contains(track.recording().work().id())) tracks.add(track.number());
        List<Attached> scores = out.papers().stream()
                .filter(paper -> paper.belongs().equals("sheet music"))
                .filter(paper -> paper.track() == 0 || tracks.contains(paper.track()))
                .map(Composing::paper)
                .toList();
        Map<Long, Outgoing.SentFile> recordings = new HashMap<>();
        for (Track track : out.release().tracks())
            if (tracks.contains(track.number()) && out.sound().containsKey(track.id()))
                recordings.put(track.id(), out.sound().get(track.id()));
        return new Consignment(
                List.of(Document.text(
                        WorksFile.name(out), "works, in the exchange format", "works", WorksFile.of(out))),
                told.isEmpty() ? List.of() : with(sound(out, recordings), scores));
    }

    private static Consignment performers(Outgoing out) {
        return new Consignment(
                List.of(Document.text("performers.csv", "recordings and performers", "csv", PerformersTable.of(out))),
                List.of());
    }

    private static Consignment catalogue(Outgoing out) {
        return new Consignment(
                List.of(Document.text("release.json", "release, times, fingerprints", "json", CatalogueEntry.of(out))),
                List.of());
    }

    /** The whole feed as it will stand, and what it says of these episodes, sealed with their sound. */
    private static Consignment feed(Outgoing out) {
        Outgoing.SeriesFeed series = out.series()
                .orElseThrow(() -> new IllegalArgumentException("The release has no series. Enter it in the Sheet."));
        List<Episode> own = out.occasion() == Outgoing.Occasion.TAKEDOWN ? List.of() : Episode.of(out);
        List<Episode> all = new ArrayList<>(series.published());
        all.addAll(own);
        String ownPicture = own.isEmpty() ? "" : own.get(0).picture();
        return new Consignment(
                List.of(
                        Document.text(
                                "feed.xml",
                                "the feed",
                                "xml",
                                PodcastFeed.of(
                                        series.facts(),
                                        series.picture().isEmpty() ? ownPicture : series.picture(),
                                        out.release()
                                                .facts()
                                                .get(Fields.RELEASE_C_LINE)
                                                .map(String::valueOf)
                                                .orElse(""),
                                        all,
                                        series.namespaces(),
                                        series.address())),
                        Document.text(EPISODES, "episodes of this release", "json", Episode.write(own))),
                with(sound(out, out.sound()), cover(out)));
    }

    /** The image is a file like others: it has been made of the copies before. */
    private static Consignment disc(Outgoing out) {
        DiscLayout layout = DiscLayout.of(out.subject());
        DiscTexts texts = DiscTexts.of(out.release(), out.profile().titleStyle());
        CdText text = texts.text();
        List<Document> documents = new ArrayList<>();
        documents.add(Document.text("disc/pq.txt", "PQ list", "text", DiscDocuments.pq(out.release(), layout, texts)));
        documents.add(Document.text(
                "disc/image.cue",
                "cue sheet",
                "text",
                DiscDocuments.cue(out.release(), layout, texts, "image.wav", "image.cdt")));
        documents.add(new Document("disc/image.cdt", "CD-Text, packs", "bytes", text.bytes()));
        documents.add(Document.text("order.json", "order", "json", order(out, layout)));
        Outgoing.SentFile image = out.sound().get(WHOLE);
        List<Attached> files = image == null
                ? List.of()
                : List.of(new Attached(image.uri(), "image of the disc", image.sha256(), image.bytes()));
        return new Consignment(documents, with(files, cover(out)));
    }

    private static String order(Outgoing out, DiscLayout layout) {
        Map<String, Object> order = new LinkedHashMap<>();
        order.put("title", out.profile().titleStyle().release(out.release()));
        order.put("catalogueNumber", DocumentParts.text(out, Fields.RELEASE_CATALOGUE_NUMBER));
        order.put("barcode", DocumentParts.barcode(out));
        order.put("tracks", layout.tracks().size());
        order.put("image", DISC_IMAGE);
        order.put("frames", layout.end().frames());
        order.put("releaseDate", DocumentParts.text(out, Fields.RELEASE_DATE));
        return DocumentParts.json(order);
    }

    @SafeVarargs
    private static List<Attached> with(List<Attached>... lists) {
        List<Attached> all = new ArrayList<>();
        for (List<Attached> list : lists) all.addAll(list);
        return List.copyOf(all);
    }

    private static List<Attached> sound(Outgoing out, Map<Long, Outgoing.SentFile> of) {
        List<Attached> files = new ArrayList<>();
        for (Track track : out.release().tracks()) {
            Outgoing.SentFile file = of.get(track.id());
            if (file != null)
                files.add(new Attached(file.uri(), "track %d".formatted(track.number()), file.sha256(), file.bytes()));
        }
        return files;
    }

    /** The front cover and what further pictures the receiver takes. */
    private static List<Attached> cover(Outgoing out) {
        List<Attached> files = new ArrayList<>();
        out.cover()
                .ifPresent(cover ->
                        files.add(new Attached(cover.uri(), cover.says("front cover"), cover.sha256(), cover.bytes())));
        for (Outgoing.SentPicture each : out.pictures())
            files.add(new Attached(
                    each.file().uri(),
                    each.file().says(each.kind().label()),
                    each.sha256(),
                    each.file().bytes()));
        return files;
    }

    /** Evidence for covers, remixes and samples. */
    private static List<Attached> permissions(Outgoing out) {
        return out.papers().stream()
                .filter(Outgoing.Paper::confirmed)
                .map(Composing::paper)
                .toList();
    }

    private static Attached paper(Outgoing.Paper paper) {
        String name = paper.name().replaceAll("[^A-Za-z0-9._-]", "_");
        return new Attached(
                "papers/%02d-%s".formatted(paper.track(), name), paper.belongs(), paper.sha256(), paper.bytes());
    }
}

package app.entrada.server.deliveries;

import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.delivery.Consignment;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.kind.Composing;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.fingerprint.Print;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CopyState;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.text.Sha256;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.context.CopyStates;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.RecipeRepository;
import app.entrada.server.context.StoredCopy;
import app.entrada.server.context.TrackCopy;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.OutgoingPictures;
import app.entrada.server.sound.Prints;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Brings together what a destination is sent: copies, cover, papers, fingerprints, and what it has already. */
@Component
class DeliveryAssembler {
    private final CopyStates copies;
    private final RecipeRepository recipes;
    private final FileIndex files;
    private final Prints prints;
    private final DiscImages discs;
    private final SocietyWorks works;
    private final JdbcClient jdbc;
    private final CreditRepository people;
    private final SeriesFeeds feeds;
    private final OutgoingPictures outgoing;
    private final DestinationService destinations;
    private final Clock clock;

    DeliveryAssembler(
            CopyStates copies,
            RecipeRepository recipes,
            FileIndex files,
            Prints prints,
            DiscImages discs,
            SocietyWorks works,
            JdbcClient jdbc,
            CreditRepository people,
            SeriesFeeds feeds,
            OutgoingPictures outgoing,
            DestinationService destinations,
            Clock clock) {
        this.clock = clock;
        this.destinations = destinations;
        this.copies = copies;
        this.recipes = recipes;
        this.files = files;
        this.prints = prints;
        this.discs = discs;
        this.works = works;
        this.jdbc = jdbc;
        this.people = people;
        this.feeds = feeds;
        this.outgoing = outgoing;
    }

    /**
     * What would go out, before it is sealed.
     *
     * @param standings of the copies it takes, by recipe
     */
    record WantedDelivery(ReleaseContext subject, Profile profile, Map<Recipe, List<TrackCopy>> standings) {
        /** How many copies are not written with the facts of today. */
        int missing() {
            return (int) standings.values().stream()
                    .flatMap(List::stream)
                    .filter(standing -> standing.state() != CopyState.WRITTEN)
                    .count();
        }
    }

    /** The destination's needs of a release, as its copies stand. */
    WantedDelivery wanted(LoadedRelease loaded, Profile of) {
        Profile profile = destinations.asSent(of);
        Map<Recipe, List<TrackCopy>> standings = new LinkedHashMap<>();
        for (String id : profile.recipes()) {
            Recipe recipe = recipes.byId(id);
            standings.put(recipe, copies.of(loaded, recipe));
        }
        return new WantedDelivery(loaded.context(), profile, standings);
    }

    /**
     * Composes a delivery.
     *
     * @param number of the delivery, 0 for a preview; then nothing is made that takes long
     * @throws IOException when the image of a disc cannot be made
     * @throws IllegalArgumentException when the facts do not make such a document
     */
    Consignment compose(
            WantedDelivery wanted,
            Outgoing.Occasion occasion,
            Outgoing.Terms terms,
            long number,
            String messageId,
            Instant at,
            Set<Sha256> has)
            throws IOException {
        return Composing.of(outgoing(wanted, occasion, terms, number, messageId, at, has));
    }

    /** The update as it would be sent now, as far as its copies are there; for comparing, nothing is made for it. */
    Outgoing update(WantedDelivery wanted, Set<Sha256> has) throws IOException {
        Instant now = clock.instant().truncatedTo(ChronoUnit.SECONDS);
        return outgoing(wanted, Outgoing.Occasion.UPDATE, Outgoing.Terms.USUAL, 0, "preview", now, has);
    }

    private Outgoing outgoing(
            WantedDelivery wanted,
            Outgoing.Occasion occasion,
            Outgoing.Terms terms,
            long number,
            String messageId,
            Instant at,
            Set<Sha256> has)
            throws IOException {
        Release release = wanted.subject().release();
        List<Map<Long, Outgoing.SentFile>> sound = new ArrayList<>();
        boolean takedown = occasion == Outgoing.Occasion.TAKEDOWN;
        boolean named = wanted.profile().sends(DeliveryKind.WEB_FORM);
        if (!takedown) for (List<TrackCopy> of : wanted.standings().values()) sound.add(sound(of, named));
        if (wanted.profile().sends().filter(DeliveryKind::needsDiscImage).isPresent() && !takedown) {
            List<TrackCopy> of = wanted.standings().values().iterator().next();
            Optional<Outgoing.SentFile> image = number == 0 ? discs.find(of) : Optional.of(discs.make(of));
            image.ifPresent(file -> sound.get(0).put(Composing.WHOLE, file));
        }
        return new Outgoing(
                wanted.subject(),
                wanted.profile(),
                occasion,
                number,
                messageId,
                at,
                sound.isEmpty() ? Map.of() : sound.get(0),
                sound.size() < 2 ? Map.of() : sound.get(1),
                cover(release, wanted.profile()),
                pictures(release, wanted.profile()),
                papers(release),
                prints(release),
                works.known(wanted.profile().id()),
                has,
                terms,
                people.on(release).ids(),
                feeds.without(release));
    }

    /** @param named whether files go by their own names, as somebody chooses them, and not by numbers */
    private static Map<Long, Outgoing.SentFile> sound(List<TrackCopy> standings, boolean named) {
        Map<Long, Outgoing.SentFile> sound = new HashMap<>();
        for (TrackCopy standing : standings) {
            if (standing.written().isEmpty()) continue;
            StoredCopy copy = standing.written().get();
            String suffix = copy.fileName().substring(copy.fileName().lastIndexOf('.'));
            sound.put(
                    standing.track().id(),
                    new Outgoing.SentFile(
                            named
                                    ? "resources/" + copy.fileName()
                                    : "resources/%02d%s"
                                            .formatted(standing.track().number(), suffix),
                            copy.sha256(),
                            copy.bytes()));
        }
        return sound;
    }

    private Optional<Outgoing.SentFile> cover(Release release, Profile profile) {
        Optional<Sha256> cover = release.facts().get(Fields.RELEASE_COVER);
        if (cover.isEmpty() || !profile.gets(PictureKind.FRONT)) return Optional.empty();
        return Optional.of(picture("resources/cover", cover.get()));
    }

    private Outgoing.SentFile picture(String path, Sha256 picture) {
        FileIndex.StoredFile entry = files.find(picture).orElseThrow();
        String format = entry.picture().map(facts -> facts.format()).orElse("jpg");
        String suffix = format.equals("JPEG") ? "jpg" : format.toLowerCase(Locale.ROOT);
        OutgoingPictures.Outgoing out = outgoing.of(picture);
        return new Outgoing.SentFile(path + "." + suffix, out.sha256(), out.bytes(), out.takenOff());
    }

    private List<Outgoing.SentPicture> pictures(Release release, Profile profile) {
        List<Outgoing.SentPicture> pictures = new ArrayList<>();
        for (PictureKind kind : profile.pictures())
            for (Sha256 file : release.pictures(kind))
                pictures.add(new Outgoing.SentPicture(
                        kind, picture("resources/%s-%d".formatted(kind.id(), pictures.size() + 1), file)));
        return pictures;
    }

    private List<Outgoing.Paper> papers(Release release) {
        Map<Long, Integer> numbers = new HashMap<>();
        for (Track track : release.tracks()) numbers.put(track.id(), track.number());
        Set<String> seen = new HashSet<>();
        return jdbc
                .sql("""
                        SELECT r.name, r.belongs, r.track_id, r.sha256, f.bytes,
                            EXISTS (SELECT 1 FROM permission p WHERE p.received_id = r.id
                                AND (p.work_id = ANY (:works) OR p.recording_id = ANY (:recordings))) AS confirmed
                        FROM received r JOIN file f ON f.sha256 = r.sha256
                        WHERE r.belongs IS NOT NULL AND (r.release_id = :release OR r.id IN (SELECT received_id FROM permission
                            WHERE work_id = ANY (:works) OR recording_id = ANY (:recordings))) ORDER BY r.id""")
                .param("release", release.id())
                .param("works", release.works().toArray(Long[]::new))
                .param("recordings", release.recordings().toArray(Long[]::new))
                .query((row, n) -> new Outgoing.Paper(
                        row.getString("name"),
                        row.getString("belongs"),
                        numbers.getOrDefault(row.getLong("track_id"), 0),
                        row.getBoolean("confirmed"),
                        new Sha256(row.getString("sha256")),
                        row.getLong("bytes")))
                .list()
                .stream()
                .filter(paper -> seen.add(paper.sha256() + " " + paper.track()))
                .toList();
    }

    /** Fingerprints of masters in place: putting one there is what a person confirms. */
    Map<Long, Print> prints(Release release) {
        Map<Long, Print> found = new HashMap<>();
        for (Track track : release.tracks())
            track.master().flatMap(prints::find).ifPresent(print -> found.put(track.id(), print));
        return found;
    }
}

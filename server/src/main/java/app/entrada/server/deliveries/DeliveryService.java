package app.entrada.server.deliveries;

import app.entrada.core.audio.AudioFacts;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.embed.Recipe;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Sha256;
import app.entrada.core.message.StoreMessage;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.rule.Checker;
import app.entrada.core.rule.Finding;
import app.entrada.core.rule.Profile;
import app.entrada.core.rule.Subject;
import app.entrada.core.rule.Weight;
import app.entrada.server.accounts.Account;
import app.entrada.server.checks.CheckService;
import app.entrada.server.codes.CodeBook;
import app.entrada.server.deliveries.DeliveryRepository.Content;
import app.entrada.server.destinations.DestinationService;
import app.entrada.server.embedding.CopyService;
import app.entrada.server.embedding.OwnRecipes;
import app.entrada.server.files.FileBook;
import app.entrada.server.jobs.Background;
import app.entrada.server.platform.Problem;
import app.entrada.server.releases.ReleaseRepository;
import java.time.Clock;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.UUID;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Seals deliveries: what is sent is computed once, with every checksum, and stored with the work that sends it. */
@Service
public class DeliveryService {
    private final ReleaseRepository releases;
    private final CheckService checks;
    private final CopyService copies;
    private final OwnRecipes recipes;
    private final CodeBook codes;
    private final FileBook files;
    private final DestinationService destinations;
    private final DeliveryRepository deliveries;
    private final Background background;
    private final Clock clock;

    DeliveryService(
            ReleaseRepository releases,
            CheckService checks,
            CopyService copies,
            OwnRecipes recipes,
            CodeBook codes,
            FileBook files,
            DestinationService destinations,
            DeliveryRepository deliveries,
            Background background,
            Clock clock) {
        this.releases = releases;
        this.checks = checks;
        this.copies = copies;
        this.recipes = recipes;
        this.codes = codes;
        this.files = files;
        this.destinations = destinations;
        this.deliveries = deliveries;
        this.background = background;
        this.clock = clock;
    }

    /**
     * What would be sent.
     *
     * @param hindrances why it cannot be sent now, in sentences; empty when it can
     * @param message the store message as it would be, empty while copies are missing
     */
    public record Preview(List<String> hindrances, int missingCopies, String message, List<Content> contents) {}

    /** Whether a release was ever sent anywhere. */
    public boolean any(long releaseId) {
        return !deliveries.of(releaseId).isEmpty();
    }

    /**
     * What would be sent, and what is in the way. The destination's own rules are asked, whether the release names it or not.
     *
     * @param subject what rules look at of this release
     */
    public Preview preview(Subject subject, Profile profile) {
        Release release = subject.release();
        List<String> hindrances = new ArrayList<>();
        List<Finding> stops = Checker.check(subject, List.of(profile)).stream()
                .filter(finding -> finding.weight() == Weight.STOP)
                .toList();
        if (!stops.isEmpty())
            hindrances.add(
                    stops.size() == 1
                            ? "One finding stops the delivery: " + stops.get(0).says()
                            : "%d findings stop the delivery, first: %s"
                                    .formatted(stops.size(), stops.get(0).says()));
        if (profile.sends().isEmpty()) {
            hindrances.add("Nothing can be sent to %s from here yet; what it wants is checked all the same."
                    .formatted(profile.name()));
            return new Preview(hindrances, 0, "", List.of());
        }
        Recipe recipe = recipes.byId(profile.recipe());
        List<CopyService.Standing> standings = copies.standings(release, recipe);
        int missing = (int)
                standings.stream().filter(s -> !s.state().equals("written")).count();
        if (missing > 0)
            hindrances.add("%d of %d copies by “%s” are not written with the facts of today."
                    .formatted(missing, standings.size(), recipe.name()));
        var connection = destinations.connection(profile.id());
        if (connection.isEmpty() || !connection.get().secret())
            hindrances.add("%s has no address or no secret yet; a manager enters them under Destinations."
                    .formatted(profile.name()));
        if (deliveries.of(release.id()).stream()
                .anyMatch(d -> d.destination().equals(profile.id()) && d.state().underWay()))
            hindrances.add("A delivery to %s is under way.".formatted(profile.name()));
        if (missing > 0 || release.tracks().isEmpty()) return new Preview(hindrances, missing, "", List.of());
        Sealed content = compose(release, profile, standings, "preview", clock.instant());
        return new Preview(hindrances, missing, content.message, content.contents);
    }

    private record Sealed(String message, List<Content> contents) {}

    private Sealed compose(
            Release release, Profile profile, List<CopyService.Standing> standings, String messageId, Instant at) {
        Subject subject = checks.subject(release);
        Map<Long, StoreMessage.SentFile> sound = new HashMap<>();
        Map<Long, AudioFacts> lengths = new HashMap<>();
        List<Content> contents = new ArrayList<>();
        for (CopyService.Standing standing : standings) {
            Track track = standing.track();
            CopyService.Written copy = standing.written().orElseThrow();
            String suffix = copy.fileName().substring(copy.fileName().lastIndexOf('.'));
            String path = "resources/%02d%s".formatted(track.number(), suffix);
            sound.put(track.id(), new StoreMessage.SentFile(path, copy.sha256(), copy.bytes()));
            subject.master(track).ifPresent(master -> lengths.put(track.id(), master));
            contents.add(new Content(path, copy.sha256().hex(), copy.bytes()));
        }
        StoreMessage.SentFile cover = release.facts()
                .get(Fields.RELEASE_COVER)
                .map(sha256 -> cover(sha256))
                .orElse(null);
        if (cover != null) contents.add(new Content(cover.uri(), cover.sha256().hex(), cover.bytes()));
        String message = StoreMessage.of(
                release,
                new StoreMessage.Delivery(
                        messageId,
                        at.truncatedTo(ChronoUnit.SECONDS),
                        codes.label().name(),
                        profile.name(),
                        profile.titleStyle(),
                        profile.genreWords(),
                        sound,
                        lengths,
                        cover));
        return new Sealed(message, contents);
    }

    private StoreMessage.SentFile cover(Sha256 sha256) {
        FileBook.Entry entry = files.find(sha256).orElseThrow();
        String format = entry.picture().map(picture -> picture.format()).orElse("jpg");
        String suffix = format.equals("JPEG") ? "jpg" : format.toLowerCase(Locale.ROOT);
        return new StoreMessage.SentFile("resources/cover." + suffix, sha256, entry.bytes());
    }

    /** Seals a delivery and schedules its sending, both or neither. */
    @Transactional
    public long send(long releaseId, String destination, Account account) {
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        Profile profile = checks.profile(destination);
        Preview preview = preview(checks.subject(release), profile);
        if (!preview.hindrances().isEmpty())
            throw Problem.conflict("not-ready", preview.hindrances().get(0) + " Nothing was sent.")
                    .with("hindrances", preview.hindrances());
        UUID key = UUID.randomUUID();
        Sealed content = compose(
                release,
                profile,
                copies.standings(release, recipes.byId(profile.recipe())),
                key.toString(),
                clock.instant());
        try {
            long id = deliveries.insert(releaseId, destination, key, content.message, content.contents, account.id());
            background.schedule(DeliveryWork.class, String.valueOf(id));
            return id;
        } catch (DuplicateKeyException underWay) {
            throw Problem.conflict(
                    "under-way", "A delivery to %s is under way. Nothing was sent twice.".formatted(profile.name()));
        }
    }

    /** Tries a failed delivery again: the same seal, the same key. */
    @Transactional
    public void again(long releaseId, long id) {
        var delivery = deliveries
                .find(id)
                .filter(each -> each.releaseId() == releaseId)
                .orElseThrow(() -> Problem.missing("delivery"));
        if (delivery.state() != DeliveryState.FAILED)
            throw Problem.conflict("not-failed", "Only a delivery that could not be handed over is tried again.");
        deliveries.again(delivery);
        background.schedule(DeliveryWork.class, String.valueOf(id));
    }
}

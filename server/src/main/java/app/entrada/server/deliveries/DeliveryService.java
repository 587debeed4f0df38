package app.entrada.server.deliveries;

import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.delivery.Consignment;
import app.entrada.core.delivery.DealCheck;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.core.delivery.Hindrance;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.kind.DeliveryDifference;
import app.entrada.core.release.Release;
import app.entrada.core.release.context.CopyState;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.CopyRepository;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.context.TrackCopy;
import app.entrada.server.deliveries.DeliveryRepository.Content;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileStore;
import app.entrada.server.jobs.Background;
import app.entrada.server.platform.Problem;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Instant;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.dao.DuplicateKeyException;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Seals deliveries: what is sent is computed once, with every checksum, and stored with the work that sends it. */
@Service
public class DeliveryService {
    private static final Logger LOG = LoggerFactory.getLogger(DeliveryService.class);
    private static final int LARGEST_DOCUMENT = 64 << 20;

    private final ReleaseRepository releases;
    private final DeliveryAssembler assembler;
    private final DestinationService destinations;
    private final SentBefore sent;
    private final ToldSince toldSince;
    private final CopiedCaptions copied;
    private final DeliveryRepository deliveries;
    private final FileStore store;
    private final FileIndex files;
    private final Background background;
    private static final int MOST_ATTEMPTS = 3;

    private final TransactionTemplate transactions;
    private final CodeBook codes;
    private final Clock clock;
    private final ProfileRepository profiles;
    private final ContextLoader contexts;
    private final CopyRepository copies;

    DeliveryService(
            ReleaseRepository releases,
            DeliveryAssembler assembler,
            DestinationService destinations,
            SentBefore sent,
            ToldSince toldSince,
            CopiedCaptions copied,
            DeliveryRepository deliveries,
            FileStore store,
            FileIndex files,
            Background background,
            TransactionTemplate transactions,
            CodeBook codes,
            Clock clock,
            ProfileRepository profiles,
            ContextLoader contexts,
            CopyRepository copies) {
        this.copies = copies;
        this.contexts = contexts;
        this.profiles = profiles;
        this.releases = releases;
        this.assembler = assembler;
        this.destinations = destinations;
        this.sent = sent;
        this.toldSince = toldSince;
        this.copied = copied;
        this.deliveries = deliveries;
        this.store = store;
        this.files = files;
        this.background = background;
        this.transactions = transactions;
        this.codes = codes;
        this.clock = clock;
    }

    /** A document as it would be, without its text. */
    public record DocumentLine(String path, String says, String kind, long bytes) {}

    /**
     * What would be sent.
     *
     * @param hindrances why it cannot be sent now; empty when it can
     * @param documents computed from the facts; empty while copies are missing
     * @param contents files beside them
     * @param accepted whether the destination has taken the release: then an update or a takedown can be sent
     * @param changes what became different since then, in words
     */
    public record Preview(
            List<Hindrance> hindrances,
            int missingCopies,
            List<DocumentLine> documents,
            List<Content> contents,
            boolean accepted,
            List<String> changes) {}

    /**
     * What a sender orders.
     *
     * @param again whether a delivery that was taken is to go out once more though nothing has changed since
     */
    public record Order(
            Outgoing.Occasion occasion,
            Outgoing.Terms terms,
            @Nullable Instant notBefore,
            boolean again) {}

    /** How all that was sent of a release stands. */
    public List<DeliveryState> states(long releaseId) {
        return deliveries.of(releaseId).stream().map(Delivery::state).toList();
    }

    /** How what was sent of a release to a destination stands. */
    public List<DeliveryState> states(long releaseId, String destination) {
        return deliveries.of(releaseId).stream()
                .filter(delivery -> delivery.destination().equals(destination))
                .map(Delivery::state)
                .toList();
    }

    /**
     * What would be sent, and what is in the way. The destination's own rules are asked, whether the release names it or not.
     */
    public Preview preview(LoadedRelease loaded, Profile asked) {
        DeliveryAssembler.WantedDelivery wanted = assembler.wanted(loaded, asked);
        Profile profile = wanted.profile();
        Release release = loaded.release();
        List<Delivery> before = sent.to(release.id(), profile);
        Optional<Delivery> taken = SentBefore.taken(before);
        List<Hindrance> hindrances = new ArrayList<>(stops(loaded, profile));
        if (profile.sends().isEmpty()) {
            hindrances.add(new Hindrance(
                    Hindrance.Cause.CONNECTION,
                    "Nothing can be sent to %s from here yet. Its requirements are checked all the same."
                            .formatted(profile.name())));
            return new Preview(hindrances, 0, List.of(), List.of(), taken.isPresent(), List.of());
        }
        int missing = wanted.missing();
        for (Map.Entry<Recipe, List<TrackCopy>> of : wanted.standings().entrySet()) {
            // nothing can be told of a copy while a master is being measured, which is in the way by itself
            long open = of.getValue().stream()
                    .filter(copy -> copy.state() != CopyState.WRITTEN && copy.state() != CopyState.MEASURING)
                    .count();
            if (open > 0)
                hindrances.add(new Hindrance(
                        Hindrance.Cause.COPIES,
                        "%d of %d copies (“%s”) are missing or out of date."
                                .formatted(
                                        open, of.getValue().size(), of.getKey().name())));
        }
        hindrances.addAll(unreachable(profile, before));
        List<String> changes = taken.map(one -> toldSince.changes(wanted, one)).orElse(List.of());
        if (missing > 0 || release.tracks().isEmpty())
            return new Preview(hindrances, missing, List.of(), List.of(), taken.isPresent(), changes);
        try {
            Consignment would = assembler.compose(
                    wanted, Outgoing.Occasion.FULL, Outgoing.Terms.USUAL, 0, "preview", now(), Set.of());
            return new Preview(
                    hindrances,
                    0,
                    would.documents().stream()
                            .map(each -> new DocumentLine(each.path(), each.says(), each.kind(), each.bytes().length))
                            .toList(),
                    would.files().stream()
                            .map(each -> new Content(each.path(), each.sha256().hex(), each.bytes(), each.says(), ""))
                            .toList(),
                    taken.isPresent(),
                    changes);
        } catch (IOException | IllegalArgumentException impossible) {
            hindrances.add(new Hindrance(
                    Hindrance.Cause.MESSAGE, String.valueOf(Objects.toString(impossible.getMessage(), ""))));
            return new Preview(hindrances, 0, List.of(), List.of(), taken.isPresent(), changes);
        }
    }

    /** A document as it would be sent now. */
    Consignment.Document document(
            LoadedRelease loaded, Profile profile, String path, Outgoing.Occasion occasion, Outgoing.Terms terms) {
        DeliveryAssembler.WantedDelivery wanted = assembler.wanted(loaded, profile);
        if (wanted.missing() > 0 && occasion != Outgoing.Occasion.TAKEDOWN)
            throw Problem.conflict("copies-missing", "Copies are missing. Write them first.");
        try {
            return assembler
                    .compose(
                            wanted,
                            occasion,
                            terms,
                            0,
                            "preview",
                            now(),
                            sent.has(loaded.release().id(), profile))
                    .document(path)
                    .orElseThrow(() -> Problem.missing("document"));
        } catch (IOException | IllegalArgumentException impossible) {
            throw Problem.conflict("cannot-compose", Objects.toString(impossible.getMessage(), ""));
        }
    }

    private Instant now() {
        return clock.instant().truncatedTo(ChronoUnit.SECONDS);
    }

    private static List<Hindrance> stops(LoadedRelease loaded, Profile profile) {
        List<Hindrance> hindrances = new ArrayList<>();
        List<Finding> stops = Checker.check(loaded.context(), List.of(profile)).stream()
                .filter(finding -> finding.weight() == Weight.STOP)
                .toList();
        if (!stops.isEmpty()) {
            String first = stops.get(0).says();
            hindrances.add(new Hindrance(
                    Hindrance.Cause.FINDINGS,
                    stops.size() == 1
                            ? "One finding stops the delivery: " + first
                            : "%d findings stop the delivery, first: %s".formatted(stops.size(), first)));
        }
        if (loaded.measuring())
            hindrances.add(new Hindrance(
                    Hindrance.Cause.MEASURING, "A master or the cover is still being measured. Wait a moment."));
        return hindrances;
    }

    private static String wanting(HandoverWay way) {
        return switch (way) {
            case INTERFACE -> "%s has no address or no access token yet. A manager can enter them under Destinations.";
            case SFTP ->
                "%s has no address, no secret or no confirmed server key yet. A manager can enter them under Destinations.";
            case FOLDER -> "%s has no folder yet. A manager can choose one under Destinations.";
            case FORM ->
                "The captions of the form of %s have not been entered yet. A manager can do so under Destinations.";
            case ARCHIVE -> "The delivery method for %s is not set. A manager can choose it under Destinations.";
        };
    }

    private List<Hindrance> unreachable(Profile profile, List<Delivery> before) {
        List<Hindrance> hindrances = new ArrayList<>();
        DestinationService.Connection reached = destinations.reached(profile);
        boolean complete =
                reached.way() == HandoverWay.FORM ? !profile.captions().isEmpty() : reached.complete();
        if (!complete)
            hindrances.add(new Hindrance(
                    Hindrance.Cause.CONNECTION, wanting(reached.way()).formatted(profile.name())));
        if (before.stream().anyMatch(each -> each.state().underWay()))
            hindrances.add(new Hindrance(
                    Hindrance.Cause.UNDER_WAY, "A delivery to %s is already under way.".formatted(profile.name())));
        return hindrances;
    }

    /** Seals a full delivery at its usual terms, to be sent at once. */
    @For(Role.MANAGER)
    public long send(long releaseId, String destination, Account account) {
        return send(
                releaseId, destination, new Order(Outgoing.Occasion.FULL, Outgoing.Terms.USUAL, null, false), account);
    }

    /** Seals a delivery and schedules its sending, both or neither. */
    @For(Role.MANAGER)
    public long send(long releaseId, String destination, Order order, Account account) {
        Profile profile = profiles.byId(destination);
        if (order.notBefore() != null && !destinations.way(profile).byItself())
            throw Problem.input(
                            "by-hand",
                            "Deliveries to %s are made by hand and cannot be scheduled. Leave the day empty. Nothing was sent."
                                    .formatted(profile.name()))
                    .with("field", "sendOn");
        LoadedRelease asked = contexts.of(releases.find(releaseId).orElseThrow(() -> Problem.missing("release")));
        List<Hindrance> hindrances = hindrances(asked, profile, order);
        if (!hindrances.isEmpty())
            throw Problem.conflict("not-ready", hindrances.get(0).message() + " Nothing was sent.")
                    .with("hindrances", hindrances);
        if (order.occasion() != Outgoing.Occasion.TAKEDOWN && !order.again() && unchanged(asked, profile))
            throw Problem.conflict(
                    "unchanged",
                    "%s has accepted this release and nothing has changed since. Confirm that you want to send it again. Nothing was sent."
                            .formatted(profile.name()));
        try {
            for (int attempt = 1; attempt <= MOST_ATTEMPTS; attempt++) {
                Composed composed = compose(releaseId, profile, order);
                boolean sealed =
                        Boolean.TRUE.equals(transactions.execute(status -> seal(composed, profile, order, account)));
                if (sealed) return composed.id;
            }
            throw Problem.conflict(
                    "changed-meanwhile",
                    "The release is being changed right now. Check the delivery again in a moment. Nothing was sent.");
        } catch (DuplicateKeyException underWay) {
            throw Problem.conflict(
                    "under-way", "A delivery to %s is already under way. Nothing was sent.".formatted(profile.name()));
        }
    }

    private boolean unchanged(LoadedRelease loaded, Profile profile) {
        return SentBefore.taken(sent.to(loaded.release().id(), profile))
                .map(one -> toldSince
                        .changes(assembler.wanted(loaded, profile), one)
                        .isEmpty())
                .orElse(false);
    }

    private List<Hindrance> hindrances(LoadedRelease loaded, Profile profile, Order order) {
        List<Delivery> before = sent.to(loaded.release().id(), profile);
        List<Hindrance> hindrances = new ArrayList<>(beyondRights(loaded.release(), profile, order));
        if (order.occasion() == Outgoing.Occasion.FULL) {
            hindrances.addAll(preview(loaded, profile).hindrances());
            return hindrances;
        }
        if (SentBefore.taken(before).isEmpty())
            hindrances.add(new Hindrance(
                    Hindrance.Cause.ORDER,
                    "%s has not accepted this release, so an %s is not possible."
                            .formatted(profile.name(), order.occasion().label())));
        if (order.occasion() == Outgoing.Occasion.UPDATE)
            hindrances.addAll(preview(loaded, profile).hindrances());
        else hindrances.addAll(unreachable(profile, before));
        return hindrances;
    }

    /** What the terms ask for that the label does not hold; a takedown grants nothing. */
    private List<Hindrance> beyondRights(Release release, Profile profile, Order order) {
        if (order.occasion() == Outgoing.Occasion.TAKEDOWN) return List.of();
        Optional<LocalDate> day = Optional.ofNullable(order.notBefore())
                .map(at -> at.atZone(java.time.ZoneOffset.UTC).toLocalDate());
        return DealCheck.of(release, profile, order.terms(), day, profiles.today()).stream()
                .map(beyond -> new Hindrance(Hindrance.Cause.ORDER, beyond.message()))
                .toList();
    }

    /**
     * A delivery that is ready to be sealed.
     *
     * @param of what it was composed from
     * @param kept its documents as they lie in the store
     */
    private record Composed(long id, UUID key, LoadedRelease of, List<Content> contents, List<FileStore.Stored> kept) {}

    /** Composes a delivery and writes its files: all that takes long, before anything is locked. */
    private Composed compose(long releaseId, Profile profile, Order order) {
        Release release = releases.find(releaseId).orElseThrow(() -> Problem.missing("release"));
        LoadedRelease loaded = contexts.of(release);
        DeliveryAssembler.WantedDelivery wanted = assembler.wanted(loaded, profile);
        // what was looked at first may have become different since
        boolean changed = wanted.missing() > 0
                || !stops(loaded, profile).isEmpty()
                || !beyondRights(release, profile, order).isEmpty();
        if (order.occasion() != Outgoing.Occasion.TAKEDOWN && changed)
            throw Problem.conflict(
                    "not-ready", "Facts changed in the meantime. Check the delivery again. Nothing was sent.");
        UUID key = UUID.randomUUID();
        long id = deliveries.nextId();
        try {
            Consignment all = assembler.compose(
                    wanted, order.occasion(), order.terms(), id, key.toString(), now(), sent.has(releaseId, profile));
            List<Content> contents = new ArrayList<>();
            List<FileStore.Stored> documents = new ArrayList<>();
            for (Consignment.Document document : all.documents()) {
                FileStore.Stored kept = store.receive(new ByteArrayInputStream(document.bytes()), LARGEST_DOCUMENT);
                documents.add(kept);
                contents.add(new Content(
                        document.path(), kept.sha256().hex(), kept.bytes(), document.says(), document.kind()));
            }
            for (Consignment.Attached file : all.files())
                contents.add(new Content(file.path(), file.sha256().hex(), file.bytes(), file.says(), ""));
            return new Composed(id, key, loaded, contents, documents);
        } catch (IOException disk) {
            throw new UncheckedIOException(disk);
        } catch (IllegalArgumentException impossible) {
            throw Problem.conflict(
                    "cannot-compose", Objects.toString(impossible.getMessage(), "") + " Nothing was sent.");
        }
    }

    /** At which price it goes, in words; nothing where none is asked. */
    private static String price(Profile profile, Order order) {
        if (order.occasion() == Outgoing.Occasion.TAKEDOWN || profile.prices().isEmpty()) return "";
        return order.terms().price().map(price -> " at " + price).orElse("");
    }

    /** Seals what was composed, if the release and its copies are still what it was composed from. */
    private boolean seal(Composed composed, Profile profile, Order order, Account account) {
        long releaseId = composed.of.release().id();
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        if (release.revision() != composed.of.release().revision()
                || !copies.written(releaseId).equals(composed.of.copies())) return false;
        HandoverWay way = destinations.way(profile);
        deliveries.insert(
                composed.id,
                releaseId,
                profile.id(),
                composed.key,
                way,
                order.occasion(),
                order.terms(),
                order.notBefore(),
                account.id());
        composed.kept.forEach(files::enter);
        deliveries.seal(
                composed.id,
                releaseId,
                composed.contents,
                "Sealed: %s%s, %d files with their checksums."
                        .formatted(order.occasion().label(), price(profile, order), composed.contents.size()));
        deliveries.facts(composed.id, DeliveryDifference.facts(composed.of.context()));
        codes.left(release);
        if (way.byItself())
            background.schedule(
                    DeliveryWork.class,
                    String.valueOf(composed.id),
                    order.notBefore() == null ? Instant.now() : order.notBefore());
        if (way == HandoverWay.FORM) {
            // who types a form has handed it over when the last caption is in it
            deliveries.received(
                    deliveries.find(composed.id).orElseThrow(),
                    null,
                    "Submitted by %s, by hand.".formatted(account.name()));
            copied.clear(releaseId, profile.id());
        }
        LOG.info("Delivery {} to {} is sealed: {} files", composed.id, profile.name(), composed.contents.size());
        return true;
    }

    /** Tries a failed delivery again: the same seal, the same key. */
    @Transactional
    @For(Role.MANAGER)
    public void again(long releaseId, long id) {
        Delivery delivery = ofRelease(releaseId, id);
        if (delivery.state() != DeliveryState.FAILED)
            throw Problem.conflict("not-failed", "Only a delivery that failed can be retried.");
        deliveries.again(delivery);
        background.schedule(DeliveryWork.class, String.valueOf(id));
    }

    /**
     * Calls a delivery off: one that waits for its day or cannot be handed over ends; one that is being handed over is
     * broken off; one that was handed over is not asked about any longer.
     */
    @Transactional
    @For(Role.MANAGER)
    public void callOff(long releaseId, long id, Account account) {
        Delivery delivery = ofRelease(releaseId, id);
        boolean waits = delivery.state() == DeliveryState.SEALED
                && delivery.notBefore() != null
                && Instant.parse(delivery.notBefore()).isAfter(clock.instant());
        if (!delivery.state().next().contains(DeliveryState.CALLED_OFF))
            throw Problem.conflict(
                    "has-ended",
                    "The delivery has already ended. If it was accepted, request a takedown. Nothing was changed.");
        String there = waits
                ? ""
                : delivery.state() == DeliveryState.SEALED || delivery.receipt() == null
                        ? " Some of it may have arrived."
                        : " It had already been received (receipt %s) and may still be accepted there."
                                .formatted(delivery.receipt());
        deliveries.move(delivery, DeliveryState.CALLED_OFF, "Called off by %s.%s".formatted(account.name(), there));
        background.wake(DeliveryWork.class, String.valueOf(id));
    }

    Delivery ofRelease(long releaseId, long id) {
        return deliveries
                .find(id)
                .filter(each -> each.releaseId() == releaseId)
                .orElseThrow(() -> Problem.missing("delivery"));
    }

    /** Asks somebody. */
    interface Asking {
        String ask(String body) throws IOException;
    }

    /** Asks an open catalogue about each track that has a fingerprint. */
    List<HeldTrack> heard(Release release, Asking asking) throws IOException {
        List<HeldTrack> held = new ArrayList<>();
        for (var print : assembler.prints(release).entrySet())
            held.add(new HeldTrack(
                    release.track(print.getKey()).orElseThrow().number(),
                    asking.ask("{\"fingerprint\": \"%s\"}"
                            .formatted(java.util.Base64.getEncoder()
                                    .encodeToString(print.getValue().bytes())))));
        return held;
    }
}

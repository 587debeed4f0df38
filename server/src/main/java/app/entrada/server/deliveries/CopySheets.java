package app.entrada.server.deliveries;

import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Caption;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.core.delivery.Hindrance;
import app.entrada.core.delivery.form.CopySheet;
import app.entrada.core.release.Release;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.deliveries.DeliveryRepository.Content;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Problem;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** What is typed into a destination's form for a release, and how far somebody has come with it. */
@Service
class CopySheets {
    private final ReleaseRepository releases;
    private final ProfileRepository profiles;
    private final DestinationService destinations;
    private final DeliveryAssembler assembler;
    private final DeliveryService service;
    private final ContextLoader contexts;
    private final SentBefore sent;
    private final ToldSince toldSince;
    private final CopiedCaptions copied;

    CopySheets(
            ReleaseRepository releases,
            ProfileRepository profiles,
            DestinationService destinations,
            DeliveryAssembler assembler,
            DeliveryService service,
            ContextLoader contexts,
            SentBefore sent,
            ToldSince toldSince,
            CopiedCaptions copied) {
        this.releases = releases;
        this.profiles = profiles;
        this.destinations = destinations;
        this.assembler = assembler;
        this.service = service;
        this.contexts = contexts;
        this.sent = sent;
        this.toldSince = toldSince;
        this.copied = copied;
    }

    /**
     * A value for one field of the form.
     *
     * @param track number of the track, 0 for the release
     * @param limit characters that the form takes, 0 for no limit
     * @param problem why it cannot go into the form like this; empty when it can
     * @param findings what the destination's rules say of the fact behind it
     * @param copied whether it was copied as it is now
     * @param copiedBefore what was copied, where the value is another one now; else null
     * @param changed whether another value was handed over last, or none
     * @param before what was handed over last; null where nothing was
     */
    record SheetEntry(
            String key,
            String caption,
            int track,
            String writer,
            String value,
            int length,
            int limit,
            Caption.Entered entered,
            boolean needed,
            String note,
            String problem,
            List<SheetFinding> findings,
            boolean copied,
            @Nullable String copiedBefore,
            boolean changed,
            @Nullable String before) {}

    record SheetFinding(Weight weight, String says) {}

    /** A track and its title, for the sheet's tabs. */
    record SheetTrack(int number, String title) {}

    /** A file that is chosen in the form. */
    record SheetFile(String name, String says, long bytes) {}

    /** The newest delivery by this form. */
    record HandedOver(long delivery, DeliveryState state, String at, String by) {}

    /**
     * The sheet.
     *
     * @param gone captions that were handed over and are asked for no longer
     * @param hindrances why it cannot be handed over now
     * @param handedOver null before the first time
     */
    record SheetView(
            long release,
            String title,
            String destination,
            String destinationName,
            List<SheetEntry> entries,
            List<SheetTrack> tracks,
            List<SheetFile> files,
            List<String> gone,
            List<Hindrance> hindrances,
            @Nullable HandedOver handedOver) {}

    private record Sheet(LoadedRelease loaded, Profile profile, CopySheet sheet) {}

    private Sheet sheet(long releaseId, String destination) {
        Profile profile = profiles.byId(destination);
        if (destinations.way(profile) != HandoverWay.FORM)
            throw Problem.conflict(
                    "no-form", "%s does not receive deliveries through a form.".formatted(profile.name()));
        if (profile.captions().isEmpty())
            throw Problem.conflict(
                    "no-captions",
                    "The captions of the form of %s have not been entered yet. A manager can do so under Destinations."
                            .formatted(profile.name()));
        LoadedRelease loaded = contexts.of(releases.find(releaseId).orElseThrow(() -> Problem.missing("release")));
        try {
            DeliveryAssembler.WantedDelivery wanted = assembler.wanted(loaded, profile);
            return new Sheet(loaded, wanted.profile(), CopySheet.of(assembler.update(wanted, Set.of())));
        } catch (IOException disk) {
            throw new UncheckedIOException(disk);
        }
    }

    /** The sheet as it stands now. */
    SheetView view(long releaseId, String destination) {
        Sheet now = sheet(releaseId, destination);
        Release release = now.loaded.release();
        Optional<Delivery> last = sent.to(releaseId, now.profile).stream()
                .filter(each -> each.state() != DeliveryState.CALLED_OFF)
                .findFirst();
        Map<String, String> then = last.flatMap(this::typed).orElse(Map.of());
        Map<String, CopySheet.ChangedCaption> changed = new LinkedHashMap<>();
        if (!then.isEmpty())
            for (CopySheet.ChangedCaption each : now.sheet.changedSince(then)) changed.put(each.key(), each);
        Map<String, String> ticks = copied.of(releaseId, destination);
        List<Finding> findings = Checker.check(now.loaded.context(), List.of(now.profile));
        DeliveryService.Preview preview = service.preview(now.loaded, now.profile);
        return new SheetView(
                releaseId,
                release.name(),
                destination,
                now.profile.name(),
                now.sheet.entries().stream()
                        .map(entry ->
                                entry(entry, changed.get(entry.key()), ticks.get(entry.key()), about(entry, findings)))
                        .toList(),
                release.tracks().stream()
                        .map(track -> new SheetTrack(
                                track.number(), now.profile.titleStyle().track(release, track)))
                        .toList(),
                preview.contents().stream()
                        .map(each -> new SheetFile(name(each), each.says() == null ? "" : each.says(), each.bytes()))
                        .toList(),
                changed.values().stream()
                        .filter(each -> each.after() == null)
                        .map(CopySheet.ChangedCaption::toString)
                        .toList(),
                preview.hindrances(),
                last.map(each -> new HandedOver(each.id(), each.state(), each.sealedAt(), each.by()))
                        .orElse(null));
    }

    private Optional<Map<String, String>> typed(Delivery delivery) {
        try {
            return toldSince.typed(delivery);
        } catch (IOException disk) {
            throw new UncheckedIOException(disk);
        }
    }

    private static SheetEntry entry(
            CopySheet.Entry entry,
            CopySheet.@Nullable ChangedCaption changed,
            @Nullable String tick,
            List<SheetFinding> findings) {
        return new SheetEntry(
                entry.key(),
                entry.caption().name(),
                entry.track(),
                entry.writer(),
                entry.value(),
                entry.length(),
                entry.caption().limit(),
                entry.caption().entered(),
                entry.caption().needed(),
                entry.note(),
                entry.problem(),
                findings,
                entry.value().equals(tick),
                tick == null || entry.value().equals(tick) ? null : tick,
                changed != null,
                changed == null ? null : changed.before());
    }

    private static List<SheetFinding> about(CopySheet.Entry entry, List<Finding> findings) {
        if (entry.about().isEmpty()) return List.of();
        List<SheetFinding> about = new ArrayList<>();
        for (Finding finding : findings)
            if (finding.place().field() == entry.about().get()
                    && finding.place().track() == entry.track()
                    && finding.accepted().isEmpty()) about.add(new SheetFinding(finding.weight(), finding.says()));
        return about;
    }

    /** Notes that a caption was copied, or that it was not after all. */
    @For(Role.ASSISTANT)
    void note(long releaseId, String destination, String key, boolean done) {
        CopySheet.Entry entry = sheet(releaseId, destination).sheet.entries().stream()
                .filter(each -> each.key().equals(key))
                .findFirst()
                .orElseThrow(() -> Problem.missing("caption"));
        if (done) copied.copied(releaseId, destination, key, entry.value());
        else copied.notCopied(releaseId, destination, key);
    }

    /** Begins the form anew: nothing is copied yet. */
    @For(Role.ASSISTANT)
    void clear(long releaseId, String destination) {
        copied.clear(releaseId, profiles.byId(destination).id());
    }

    /** The files that are chosen in the form. */
    List<Content> files(long releaseId, String destination) {
        Sheet now = sheet(releaseId, destination);
        return service.preview(now.loaded, now.profile).contents();
    }

    /** The name under which a file lies ready. */
    static String name(Content file) {
        return file.path().substring(file.path().lastIndexOf('/') + 1);
    }
}

package app.entrada.server.context;

import static java.util.Objects.requireNonNull;

import app.entrada.core.fingerprint.Match;
import app.entrada.core.picture.PictureFacts;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.Attachment;
import app.entrada.core.release.context.CatalogueContext;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.release.context.Objection;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.files.FileIndex;
import app.entrada.server.sound.KnownSound;
import app.entrada.server.sound.MasterHolders;
import app.entrada.server.sound.Prints;
import app.entrada.server.standing.DeliveryStandings;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Component;

/**
 * Brings together all that rules look at. Any number of releases takes the same number of statements for each block of
 * {@value #BLOCK}; each part of the context is asked for all of them at once.
 */
@Component
public class ContextLoader {
    private static final int BLOCK = 200;

    private final CatalogueContextLoader catalogue;
    private final PermissionRepository permissions;
    private final DeliveryStandings deliveries;
    private final ProfileRepository profiles;
    private final CreditRepository credits;
    private final CopyRepository copies;
    private final CopyStates states;
    private final MasterHolders masters;
    private final LooseFiles loose;
    private final FileIndex files;
    private final CodeBook codes;

    ContextLoader(
            CatalogueContextLoader catalogue,
            PermissionRepository permissions,
            DeliveryStandings deliveries,
            ProfileRepository profiles,
            CreditRepository credits,
            CopyRepository copies,
            CopyStates states,
            MasterHolders masters,
            LooseFiles loose,
            FileIndex files,
            CodeBook codes) {
        this.catalogue = catalogue;
        this.permissions = permissions;
        this.deliveries = deliveries;
        this.profiles = profiles;
        this.credits = credits;
        this.copies = copies;
        this.states = states;
        this.masters = masters;
        this.loose = loose;
        this.files = files;
        this.codes = codes;
    }

    /** One release. */
    public LoadedRelease of(Release release) {
        return of(List.of(release)).get(0);
    }

    /** Several, in their order. */
    public List<LoadedRelease> of(List<Release> releases) {
        List<LoadedRelease> loaded = new ArrayList<>();
        for (int from = 0; from < releases.size(); from += BLOCK)
            loaded.addAll(block(releases.subList(from, Math.min(from + BLOCK, releases.size()))));
        return loaded;
    }

    private List<LoadedRelease> block(List<Release> releases) {
        List<Long> ids = releases.stream().map(Release::id).toList();
        Map<Long, List<LooseFiles.Received>> received = loose.received(ids);
        CatalogueContextLoader.Holders holders = catalogue.holders(releases);
        Set<Sha256> wanted = new HashSet<>(holders.masters());
        for (Release release : releases) {
            wanted.addAll(release.files());
            LooseFiles.unplaced(release, received).forEach(each -> wanted.add(each.sha256()));
        }
        Map<Sha256, FileIndex.StoredFile> entries = files.find(wanted);
        KnownSound known = masters.known(listenedTo(releases, received, entries));
        Map<Long, CreditRepository.People> people = credits.on(releases);
        Map<Long, List<StoredCopy>> written = copies.of(ids);
        Map<Long, Map<String, DeliveryStandings.NewestDelivery>> sent = deliveries.of(ids);
        Map<Long, List<Attachment>> permitted = permissions.attachments(releases);
        CatalogueContextLoader.Elsewhere elsewhere = catalogue.elsewhere(releases, holders, entries);
        LabelProfile label = codes.labelForChecks();

        List<LoadedRelease> loaded = new ArrayList<>();
        for (Release release : releases) {
            List<LooseFiles.Loose> without = LooseFiles.of(release, received, entries);
            Map<Sha256, FileIndex.StoredFile> placed = new LinkedHashMap<>();
            for (Sha256 file : release.files()) if (entries.containsKey(file)) placed.put(file, entries.get(file));
            Map<Sha256, AudioFacts> audio = new HashMap<>();
            Map<Sha256, PictureFacts> pictures = new HashMap<>();
            Map<Sha256, String> unread = new HashMap<>();
            placed.forEach((sha256, entry) -> {
                entry.audio().ifPresent(facts -> audio.put(sha256, facts));
                entry.picture().ifPresent(facts -> pictures.put(sha256, facts));
                entry.unread().ifPresent(why -> unread.put(sha256, why));
            });
            List<Attachment> attachments = new ArrayList<>(LooseFiles.attachments(release, received));
            attachments.addAll(permitted.getOrDefault(release.id(), List.of()));
            Map<String, DeliveryStandings.NewestDelivery> stands = sent.getOrDefault(release.id(), Map.of());
            List<Objection> objections = stands.values().stream()
                    .flatMap(standing -> standing.objections().stream())
                    .toList();
            Map<String, Facts> named = requireNonNull(people.get(release.id())).facts();
            List<StoredCopy> copied = written.getOrDefault(release.id(), List.of());
            ReleaseContext context = new ReleaseContext(
                            release,
                            audio,
                            pictures,
                            elsewhere.of(release, alike(release, known)),
                            label,
                            profiles.today(),
                            loose.soundFiles(release, without, known))
                    .with(new ReleaseContext.Beside(named, attachments, List.of(), objections, unread));
            loaded.add(new LoadedRelease(
                    context.withCopies(states.of(context, copied, profiles.meantBy(release))),
                    placed,
                    without,
                    copied,
                    stands));
        }
        return loaded;
    }

    /** All masters, and loose sound where a track waits for it. */
    private static Set<Sha256> listenedTo(
            List<Release> releases,
            Map<Long, List<LooseFiles.Received>> received,
            Map<Sha256, FileIndex.StoredFile> entries) {
        Set<Sha256> all = new HashSet<>();
        for (Release release : releases) {
            boolean waiting = false;
            for (Track track : release.tracks()) {
                track.master().ifPresent(all::add);
                waiting |= track.master().isEmpty();
            }
            if (waiting)
                for (LooseFiles.Loose file : LooseFiles.of(release, received, entries))
                    if (file.entry().audio().isPresent()) all.add(file.entry().sha256());
        }
        return all;
    }

    /** What the masters of a release sound like, as far as it is the master of another recording. */
    private static Map<Sha256, List<CatalogueContext.Alike>> alike(Release release, KnownSound known) {
        Map<Sha256, List<CatalogueContext.Alike>> alike = new HashMap<>();
        for (Track track : release.tracks()) {
            Sha256 file = track.master().orElse(null);
            if (file == null || alike.containsKey(file)) continue;
            List<CatalogueContext.Alike> others = new ArrayList<>();
            for (Prints.Alike other : known.alike(file))
                for (MasterHolders.Holder holder : known.holders(other.file()))
                    if (holder.recording() != track.recording().id()) {
                        Match.Stretch longest = other.match().longestAgreeing();
                        others.add(new CatalogueContext.Alike(
                                other.match().verdict(), holder.says(), longest.from(), longest.to()));
                    }
            alike.put(file, others);
        }
        return alike;
    }
}

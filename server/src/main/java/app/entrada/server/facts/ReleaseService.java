package app.entrada.server.facts;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.Problem;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people do with releases beyond typing: begin one, add tracks, give codes. */
@Service
public class ReleaseService {
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final CodeBook codes;
    private final HouseFactsRepository house;
    private final Clock clock;

    ReleaseService(
            ReleaseRepository releases,
            ChangeService changes,
            CodeBook codes,
            HouseFactsRepository house,
            Clock clock) {
        this.house = house;
        this.releases = releases;
        this.changes = changes;
        this.codes = codes;
        this.clock = clock;
    }

    /** A new release from the label's defaults, and, when a single, with its one track. It takes no code
     * until one is asked for: see {@link #giveCodes}. */
    @Transactional
    @For(Role.ASSISTANT)
    public Release begin(String kind, @Nullable String title, Account account) {
        return begin(kind, title, Map.of(), account);
    }

    /** The same, with facts of a template or of another release in place of the defaults. */
    @Transactional
    @For(Role.ASSISTANT)
    public Release begin(String kind, @Nullable String title, Map<Field<?>, String> first, Account account) {
        Release made = beginEmpty(kind, title, account);
        List<Change> other = new ArrayList<>();
        first.forEach((field, text) -> {
            if (field != Fields.RELEASE_KIND)
                other.add(new Change(
                        new Ref(Entity.RELEASE, made.id()), field, made.facts().text(field), text));
        });
        Release begun = changes.apply(
                made.id(),
                new ChangeService.Batch("Created from another release", ChangeSource.TEMPLATE, other),
                account);
        return withFirstTrack(begun, kind, title, account);
    }

    private Release withFirstTrack(Release made, String kind, @Nullable String title, Account account) {
        if (!kind.equals("single")) return made;
        long id = made.id();
        Release grown = addTrack(id, account);
        Track only = grown.tracks().get(0);
        List<Change> first = new ArrayList<>();
        if (title != null && !title.isBlank())
            first.add(new Change(new Ref(Entity.TRACK, only.id()), Fields.TRACK_TITLE, null, title));
        return changes.apply(id, new ChangeService.Batch("First track", ChangeSource.DEFAULTS, first), account);
    }

    /** A new release from the label's defaults, without codes and tracks. */
    @Transactional
    @For(Role.ASSISTANT)
    public Release beginEmpty(String kind, @Nullable String title, Account account) {
        long id = releases.create(clock.instant());
        LabelProfile label = codes.label();
        List<Change> facts = new ArrayList<>();
        Ref release = new Ref(Entity.RELEASE, id);
        facts.add(new Change(release, Fields.RELEASE_KIND, null, kind));
        if (title != null && !title.isBlank()) facts.add(new Change(release, Fields.RELEASE_TITLE, null, title));
        facts.add(new Change(release, Fields.RELEASE_TERRITORIES, null, "worldwide"));
        if (!label.name().isEmpty()) {
            String line = new RightsLine(LocalDate.now(clock).getYear(), label.name()).toString();
            facts.add(new Change(release, Fields.RELEASE_LABEL, null, label.name()));
            facts.add(new Change(release, Fields.RELEASE_P_LINE, null, line));
            facts.add(new Change(release, Fields.RELEASE_C_LINE, null, line));
        }
        String contact = house.now().contact();
        if (!contact.isEmpty()) facts.add(new Change(release, Fields.RELEASE_CONTACT, null, contact));
        return changes.apply(id, new ChangeService.Batch("New release", ChangeSource.DEFAULTS, facts), account);
    }

    /** Adds an empty track at the end. */
    @Transactional
    @For(Role.ASSISTANT)
    public Release addTrack(long releaseId, Account account) {
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        return append(release, releases.createTrack(releaseId), List.of(), account);
    }

    /**
     * Adds a track of a recording that is in the catalogue already; it keeps its code, its master and its work, and the P-line
     * of the release on which it stood: ℗ is of the recording, and a compilation's year is not its own.
     */
    @Transactional
    @For(Role.ASSISTANT)
    public Release addRecording(long releaseId, long recordingId, Account account) {
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        List<Change> more = pLineOf(recordingId).stream().toList();
        return append(release, releases.createTrack(releaseId, recordingId), more, account);
    }

    /** What makes the P-line that holds for a recording where it stands already its own. */
    private Optional<Change> pLineOf(long recordingId) {
        Ref recording = new Ref(Entity.RECORDING, recordingId);
        for (Release other : releases.load(releases.showing(List.of(recording))))
            for (Track track : other.tracks()) {
                if (track.recording().id() != recordingId) continue;
                if (track.recording().facts().text(Fields.RECORDING_P_LINE) != null) return Optional.empty();
                Optional<String> line =
                        other.holds(track, Fields.RECORDING_P_LINE).map(RightsLine::toString);
                if (line.isPresent())
                    return line.map(text -> new Change(recording, Fields.RECORDING_P_LINE, null, text));
            }
        return Optional.empty();
    }

    private Release append(Release release, long track, List<Change> more, Account account) {
        List<Change> all = new ArrayList<>(List.of(release.behindTheLast(List.of(track))));
        all.addAll(more);
        return changes.apply(
                release.id(),
                new ChangeService.Batch("Track %d".formatted(release.tracks().size() + 1), ChangeSource.TYPED, all),
                account);
    }

    private static Facts factsOf(Release release, Ref target) {
        if (target.equals(new Ref(Entity.RELEASE, release.id()))) return release.facts();
        for (Track track : release.tracks())
            if (release.ref(track, target.entity()).equals(target)) return release.factsOf(track, target.entity());
        throw Problem.input("foreign-target", "%s does not belong to this release.".formatted(target));
    }

    /** Puts the next free code of the label's block into a field. */
    @Transactional
    @For(Role.ASSISTANT)
    public Release allocate(long releaseId, Ref target, Field<?> field, Account account) {
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        String before = factsOf(release, target).text(field);
        if (before != null)
            throw Problem.conflict(
                    "has-code", "There is already a code: %s. Delete it first if it is wrong.".formatted(before));
        Change change = new Change(target, field, null, codes.next(field, account.id()));
        return changes.apply(
                releaseId, new ChangeService.Batch(field.name(), ChangeSource.CODE_BOOK, List.of(change)), account);
    }

    /**
     * Gives every code that the release and its recordings lack and the label has a block for, as one batch; nothing where
     * none is missing.
     */
    @Transactional
    @For(Role.ASSISTANT)
    public Release giveCodes(long releaseId, Account account) {
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        LabelProfile label = codes.label();
        List<Change> given = new ArrayList<>();
        if (!label.barcodePrefix().isEmpty())
            give(release.facts(), new Ref(Entity.RELEASE, releaseId), Fields.RELEASE_BARCODE, given, account);
        if (!label.cataloguePrefix().isEmpty())
            give(release.facts(), new Ref(Entity.RELEASE, releaseId), Fields.RELEASE_CATALOGUE_NUMBER, given, account);
        if (!label.isrcPrefix().isEmpty())
            for (Track track : release.tracks())
                give(
                        track.recording().facts(),
                        release.ref(track, Entity.RECORDING),
                        Fields.RECORDING_ISRC,
                        given,
                        account);
        if (given.isEmpty()) return release;
        return changes.apply(
                releaseId,
                new ChangeService.Batch("%d codes".formatted(given.size()), ChangeSource.CODE_BOOK, given),
                account);
    }

    private void give(Facts facts, Ref target, Field<?> field, List<Change> to, Account account) {
        boolean there = facts.text(field) != null
                || to.stream().anyMatch(each -> each.target().equals(target) && each.field() == field);
        if (!there) to.add(new Change(target, field, null, codes.next(field, account.id())));
    }
}

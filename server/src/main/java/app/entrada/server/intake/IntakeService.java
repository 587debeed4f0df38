package app.entrada.server.intake;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.FurtherPicture;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.intake.AttachmentPlacement;
import app.entrada.core.intake.ReleaseDraft;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.tag.map.TagFacts;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.context.TagCache;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.ReleaseService;
import app.entrada.server.files.FileDescription;
import app.entrada.server.files.FileIndex;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import app.entrada.server.sound.KnownSound;
import app.entrada.server.sound.MasterHolders;
import app.entrada.server.sound.Prints;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.OptionalLong;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes releases of received files, and gives files to releases. */
@Service
class IntakeService {
    private final JdbcClient jdbc;
    private final FileIndex files;
    private final MasterHolders recordings;
    private final TagCache tags;
    private final ReleaseService releases;
    private final ReleaseRepository repository;
    private final ChangeService changes;
    private final Announcer announcer;

    IntakeService(
            JdbcClient jdbc,
            FileIndex files,
            MasterHolders recordings,
            TagCache tags,
            ReleaseService releases,
            ReleaseRepository repository,
            ChangeService changes,
            Announcer announcer) {
        this.jdbc = jdbc;
        this.files = files;
        this.recordings = recordings;
        this.tags = tags;
        this.releases = releases;
        this.repository = repository;
        this.changes = changes;
        this.announcer = announcer;
    }

    private record WaitingFile(long id, Sha256 sha256, String name, String folder, String belongs) {}

    private List<WaitingFile> rows() {
        return jdbc.sql("""
                        SELECT id, sha256, name, folder, coalesce(belongs, '') AS belongs FROM received
                        WHERE release_id IS NULL ORDER BY id""")
                .query((row, n) -> new WaitingFile(
                        row.getLong("id"),
                        new Sha256(row.getString("sha256")),
                        row.getString("name"),
                        row.getString("folder"),
                        row.getString("belongs")))
                .list();
    }

    /** Rows of the chosen files in the order in which they came. */
    private List<WaitingFile> rows(List<Sha256> chosen) {
        Set<Sha256> wanted = new HashSet<>(chosen);
        List<WaitingFile> rows =
                rows().stream().filter(row -> wanted.contains(row.sha256)).toList();
        if (rows.size() < wanted.size())
            throw Problem.conflict(
                    "gone-meanwhile",
                    "Some of these files are no longer in the intake. Nothing was created; check again.");
        return rows;
    }

    List<IntakeItem> items() {
        List<WaitingFile> rows = rows();
        List<Sha256> all = rows.stream().map(WaitingFile::sha256).toList();
        Map<Sha256, FileIndex.StoredFile> entries = files.find(all);
        KnownSound known = recordings.known(all);
        Map<Sha256, String> names =
                rows.stream().collect(Collectors.toMap(WaitingFile::sha256, WaitingFile::name, (a, b) -> a));
        List<IntakeItem> items = new ArrayList<>();
        for (WaitingFile row : rows) {
            FileIndex.StoredFile entry = requireNonNull(entries.get(row.sha256));
            boolean sound = entry.audio().isPresent();
            items.add(new IntakeItem(
                    row.sha256.hex(),
                    row.name,
                    row.folder,
                    entry.kind(),
                    row.belongs,
                    entry.bytes(),
                    entry.measuring(),
                    row.belongs.isEmpty() ? FileDescription.saysBesideTime(entry) : row.belongs,
                    entry.audio().map(AudioFacts::time).orElse(null),
                    sound
                            ? tags.of(row.sha256)
                                    .best(Fields.TRACK_TITLE)
                                    .map(TagFacts.FoundValue::value)
                                    .orElse("")
                            : "",
                    likenesses(row.sha256, known, names),
                    entry.problem().orElse(null)));
        }
        return items;
    }

    private static List<IntakeItem.Likeness> likenesses(Sha256 file, KnownSound known, Map<Sha256, String> names) {
        List<IntakeItem.Likeness> said = new ArrayList<>();
        for (MasterHolders.Holder holder : known.holders(file))
            said.add(new IntakeItem.Likeness(
                    "same", 1, holder.recording(), "the same file as " + holder.says() + ": its recording is reused"));
        for (Prints.Alike other : known.alike(file)) {
            List<MasterHolders.Holder> holders = known.holders(other.file());
            String verdict = other.match().verdict().label();
            for (MasterHolders.Holder holder : holders)
                said.add(new IntakeItem.Likeness(
                        verdict,
                        other.match().confidence(),
                        holder.recording(),
                        other.match().says(holder.says())));
            if (holders.isEmpty() && names.containsKey(other.file()))
                said.add(new IntakeItem.Likeness(
                        verdict,
                        other.match().confidence(),
                        0,
                        other.match().says("“" + names.get(other.file()) + "”")));
        }
        return said;
    }

    private record Heap(
            List<WaitingFile> rows, Map<Sha256, FileIndex.StoredFile> entries, KnownSound known, ReleaseDraft draft) {
        FileIndex.StoredFile entry(Sha256 file) {
            return requireNonNull(entries.get(file));
        }

        /** The known recording of a track in words, or null. */
        @Nullable
        String reuses(ReleaseDraft.DraftTrack track) {
            return known.holdersByFile().values().stream()
                    .flatMap(List::stream)
                    .filter(holder -> track.recording().equals(OptionalLong.of(holder.recording())))
                    .map(MasterHolders.Holder::says)
                    .findFirst()
                    .orElse(null);
        }

        String name(String sha256) {
            return rows.stream()
                    .filter(row -> row.sha256.hex().equals(sha256))
                    .map(WaitingFile::name)
                    .findFirst()
                    .orElse("");
        }
    }

    private Heap heap(List<Sha256> chosen) {
        List<WaitingFile> rows = rows(chosen);
        Map<Sha256, FileIndex.StoredFile> entries = files.find(chosen);
        long waiting = entries.values().stream()
                .filter(FileIndex.StoredFile::measuring)
                .count();
        if (waiting > 0)
            throw Problem.conflict(
                    "still-measuring",
                    "%d of these files are still being analysed. Nothing was created; try again when they are done."
                            .formatted(waiting));
        List<WaitingFile> sound = rows.stream()
                .filter(row -> requireNonNull(entries.get(row.sha256)).audio().isPresent())
                .toList();
        KnownSound known =
                recordings.known(sound.stream().map(WaitingFile::sha256).toList());
        List<ReleaseDraft.Heard> heard = new ArrayList<>();
        for (WaitingFile row : sound) {
            AudioFacts audio = requireNonNull(entries.get(row.sha256)).audio().orElseThrow();
            Set<String> same = known.same(row.sha256)
                    .map(other -> other.file().hex())
                    .collect(Collectors.toCollection(LinkedHashSet::new));
            heard.add(new ReleaseDraft.Heard(
                    row.sha256.hex(),
                    row.name,
                    row.folder,
                    heard.size(),
                    audio.seconds(),
                    audio.quality(),
                    tags.of(row.sha256),
                    known.recording(row.sha256)
                            .map(holder -> OptionalLong.of(holder.recording()))
                            .orElse(OptionalLong.empty()),
                    same));
        }
        return new Heap(rows, entries, known, ReleaseDraft.of(heard));
    }

    DraftView draft(List<Sha256> chosen) {
        Heap heap = heap(chosen);
        List<DraftView.DraftTrack> tracks = heap.draft().tracks().stream()
                .map(track -> new DraftView.DraftTrack(
                        track.number(),
                        track.file(),
                        heap.name(track.file()),
                        heap.entry(new Sha256(track.file()))
                                .audio()
                                .orElseThrow()
                                .time(),
                        track.title().value(),
                        track.version().value(),
                        track.featured().value(),
                        track.artists().value(),
                        track.title().source(),
                        track.others().stream().map(heap::name).toList(),
                        heap.reuses(track)))
                .toList();
        List<String> titles = heap.draft().tracks().stream()
                .map(track -> track.title().value())
                .toList();
        List<DraftView.DraftPaper> papers = new ArrayList<>();
        WaitingFile cover = cover(heap);
        for (WaitingFile row : heap.rows) {
            if (heap.entry(row.sha256).audio().isPresent()) continue;
            int track = row.belongs.isEmpty() ? 0 : AttachmentPlacement.track(row.name, titles);
            papers.add(new DraftView.DraftPaper(
                    row.name,
                    row.equals(cover)
                            ? "front cover"
                            : row.belongs.isEmpty()
                                    ? further(heap, cover).stream()
                                            .filter(picture -> picture.file().equals(row.sha256))
                                            .map(picture -> picture.kind().label())
                                            .findFirst()
                                            .orElse("stays loose")
                                    : row.belongs + (track > 0 ? " of track " + track : " of the release")));
        }
        return new DraftView(
                heap.draft().title(), heap.draft().artists(), heap.draft().kind(), tracks, papers);
    }

    /** The picture that is named like a cover, else the largest. */
    private static @Nullable WaitingFile cover(Heap heap) {
        return heap.rows.stream()
                .filter(row -> heap.entry(row.sha256)
                        .picture()
                        .map(picture -> picture.faults().isEmpty())
                        .orElse(false))
                .filter(row -> PictureKind.inName(row.name)
                        .filter(kind -> kind != PictureKind.FRONT)
                        .isEmpty())
                .max(java.util.Comparator.comparing((WaitingFile row) ->
                                PictureKind.inName(row.name).isPresent())
                        .thenComparingLong(row -> heap.entry(row.sha256).bytes()))
                .orElse(null);
    }

    /** Pictures whose names say that they show something other than the front. */
    private static List<FurtherPicture> further(Heap heap, @Nullable WaitingFile cover) {
        List<FurtherPicture> further = new ArrayList<>();
        for (WaitingFile row : heap.rows)
            if (!row.equals(cover) && heap.entry(row.sha256).picture().isPresent())
                PictureKind.inName(row.name)
                        .filter(kind -> kind != PictureKind.FRONT)
                        .ifPresent(kind -> further.add(new FurtherPicture(kind, row.sha256)));
        return further;
    }

    @Transactional
    @For(Role.ASSISTANT)
    long make(List<Sha256> chosen, String title, String artists, String kind, Account account) {
        Heap heap = heap(chosen);
        if (heap.draft().tracks().isEmpty())
            throw Problem.input("no-sound", "None of these files is audio. Nothing was created.");
        Release release = releases.beginEmpty(kind, title, account);
        long id = release.id();
        List<Change> first = new ArrayList<>();
        Ref whole = new Ref(Entity.RELEASE, id);
        if (!artists.isEmpty()) first.add(new Change(whole, Fields.RELEASE_ARTISTS, null, artists));
        WaitingFile cover = cover(heap);
        if (cover != null) first.add(new Change(whole, Fields.RELEASE_COVER, null, cover.sha256.hex()));
        List<FurtherPicture> further = further(heap, cover);
        if (!further.isEmpty())
            first.add(new Change(
                    whole,
                    Fields.RELEASE_PICTURES,
                    null,
                    Fields.RELEASE_PICTURES.type().format(further)));
        for (ReleaseDraft.DraftTrack track : heap.draft().tracks()) {
            release = track.recording().isPresent()
                    ? releases.addRecording(id, track.recording().getAsLong(), account)
                    : releases.addTrack(id, account);
            Track made = release.tracks().get(release.tracks().size() - 1);
            Ref ref = new Ref(Entity.TRACK, made.id());
            add(first, ref, Fields.TRACK_TITLE, track.title().value());
            add(first, ref, Fields.TRACK_VERSION, track.version().value());
            add(first, ref, Fields.TRACK_FEATURED, track.featured().value());
            if (!track.artists().value().equals(artists))
                add(first, ref, Fields.TRACK_ARTISTS, track.artists().value());
            if (track.recording().isEmpty()) {
                String isrc = tags.of(new Sha256(track.file()))
                        .best(Fields.RECORDING_ISRC)
                        .map(TagFacts.FoundValue::value)
                        .orElse("");
                add(first, release.ref(made, Entity.RECORDING), Fields.RECORDING_ISRC, isrc);
            }
        }
        try {
            changes.apply(
                    id,
                    new ChangeService.Batch("Facts of the files", ChangeSource.TAGS, "tags and names of files", first),
                    account);
        } catch (MalformedValue unreadable) {
            throw Problem.input("unreadable", unreadable.getMessage());
        }
        move(id, heap.rows);
        placePapers(repository.find(id).orElseThrow(), heap);
        announcer.announce("intake", Map.of("release", id));
        return id;
    }

    private static void add(List<Change> changes, Ref target, Field<?> field, String value) {
        if (!value.isEmpty()) changes.add(new Change(target, field, null, value));
    }

    private void move(long release, List<WaitingFile> rows) {
        for (WaitingFile row : rows) {
            // what the release has already stays as it stands there, with what was confirmed of it
            int moved = jdbc.sql("""
                            UPDATE received SET release_id = :release WHERE id = :row AND NOT EXISTS
                                (SELECT 1 FROM received WHERE release_id = :release AND sha256 = :sha256)""")
                    .param("release", release)
                    .param("row", row.id)
                    .param("sha256", row.sha256.hex())
                    .update();
            if (moved == 0)
                jdbc.sql("DELETE FROM received WHERE id = ?").param(row.id).update();
        }
    }

    /** Lyrics and scores go beside the track whose title is in their name; sound in another format beside its track. */
    private void placePapers(Release release, Heap heap) {
        List<String> titles = release.tracks().stream()
                .map(track -> track.facts().get(Fields.TRACK_TITLE).orElse(""))
                .toList();
        for (WaitingFile row : heap.rows) {
            if (row.belongs.isEmpty()) continue;
            int number = AttachmentPlacement.track(row.name, titles);
            if (number > 0)
                beside(
                        release.id(),
                        row.sha256.hex(),
                        release.tracks().get(number - 1).id(),
                        row.belongs);
        }
        for (int i = 0; i < heap.draft().tracks().size(); i++) {
            ReleaseDraft.DraftTrack track = heap.draft().tracks().get(i);
            List<String> others = new ArrayList<>(track.others());
            // a known recording keeps the master it has
            if (track.recording().isPresent()) others.add(track.file());
            for (String other : others)
                beside(release.id(), other, release.tracks().get(i).id(), "same sound");
        }
    }

    private void beside(long release, String sha256, long track, String belongs) {
        jdbc.sql("UPDATE received SET track_id = ?, belongs = ? WHERE release_id = ? AND sha256 = ?")
                .params(track, belongs, release, sha256)
                .update();
    }

    @Transactional
    @For(Role.ASSISTANT)
    int give(long releaseId, List<Sha256> chosen, Account account) {
        Release release = repository.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        List<WaitingFile> rows = rows(chosen);
        move(releaseId, rows);
        List<String> titles = release.tracks().stream()
                .map(track -> track.facts().get(Fields.TRACK_TITLE).orElse(""))
                .toList();
        for (WaitingFile row : rows) {
            int number = row.belongs.isEmpty() ? 0 : AttachmentPlacement.track(row.name, titles);
            if (number > 0)
                beside(
                        releaseId,
                        row.sha256.hex(),
                        release.tracks().get(number - 1).id(),
                        row.belongs);
        }
        announcer.announce("intake", Map.of("release", releaseId));
        announcer.announce("release", Map.of("id", releaseId, "by", account.name()));
        return rows.size();
    }

    @Transactional
    @For(Role.ASSISTANT)
    void putAway(Sha256 file) {
        jdbc.sql("DELETE FROM received WHERE release_id IS NULL AND sha256 = ?")
                .param(file.hex())
                .update();
        announcer.announce("intake", Map.of("release", 0));
    }
}

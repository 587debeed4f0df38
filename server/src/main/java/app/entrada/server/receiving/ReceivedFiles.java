package app.entrada.server.receiving;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.FurtherPicture;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.AttachmentKind;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileDescription;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileKind;
import app.entrada.server.files.FileStore;
import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.JobBoard;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import app.entrada.server.sound.MeasureWork;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Pattern;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Enters files that have come in: notes what for, has them measured, puts them in their place where that is certain. */
@Service
public class ReceivedFiles {
    private static final int LONGEST_NAME = 255;
    private static final int LONGEST_FOLDER = 1000;
    private static final int HEAD = 4096;
    private static final Pattern NAMED_SOUND_OR_PICTURE =
            Pattern.compile("\\.(?:wav|aiff?|aifc|flac|mp3|m4a|ogg|opus|jpe?g|png|tiff?)$", Pattern.CASE_INSENSITIVE);
    private static final String MISNAMED =
            "The file is neither audio nor a picture, whatever its name says. It is kept unaltered; ask for the right one.";

    private final FileStore store;
    private final FileIndex files;
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final Background background;
    private final JobBoard board;
    private final Announcer announcer;
    private final JdbcClient jdbc;
    private final Clock clock;

    ReceivedFiles(
            FileStore store,
            FileIndex files,
            ReleaseRepository releases,
            ChangeService changes,
            Background background,
            JobBoard board,
            Announcer announcer,
            JdbcClient jdbc,
            Clock clock) {
        this.store = store;
        this.files = files;
        this.releases = releases;
        this.changes = changes;
        this.background = background;
        this.board = board;
        this.announcer = announcer;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * What became of a received file.
     *
     * @param kind audio, picture, document, text or other, by content
     * @param place where it was put, in words; null when it is loose
     * @param says what it is, or what is wrong with it
     * @param known whether the same bytes had been received before
     */
    public record Received(
            String sha256,
            String name,
            long bytes,
            FileKind kind,
            @Nullable String place,
            String says,
            boolean known) {}

    /**
     * Enters a stored file.
     *
     * @param folder where it lay in what was dropped, may be empty
     * @param releaseId 0 for the intake
     * @param trackId 0 where no track was pointed at
     */
    @Transactional
    @For(Role.ASSISTANT)
    public Received enter(
            FileStore.Stored stored, String name, String folder, long releaseId, long trackId, Account account) {
        // first of all: the row that is entered below refers to the release, which others may lock meanwhile
        if (releaseId != 0 && !releases.lock(releaseId)) throw Problem.missing("release");
        boolean known = !files.enter(stored);
        FileIndex.StoredFile entry = files.find(stored.sha256()).orElseThrow();
        Long release = releaseId == 0 ? null : releaseId;
        String conflict = release == null ? "(sha256) WHERE release_id IS NULL" : "(release_id, sha256)";
        jdbc.sql("INSERT INTO received (sha256, release_id, name, folder, belongs, at, account_id)"
                        + " VALUES (?, ?, ?, ?, ?, ?, ?) ON CONFLICT " + conflict
                        + " DO UPDATE SET name = excluded.name, folder = excluded.folder")
                .params(Arrays.asList(
                        entry.sha256().hex(),
                        release,
                        name,
                        folder.length() <= LONGEST_FOLDER ? folder : folder.substring(0, LONGEST_FOLDER),
                        belongs(entry, name),
                        Timestamp.from(clock.instant()),
                        account.id()))
                .update();
        if (!entry.measured()) {
            long job = board.open("measure", "Measuring " + name, release, Math.max(1, stored.bytes()));
            background.schedule(MeasureWork.class, entry.sha256().hex() + ":" + job);
        }
        boolean misnamed = misnamed(entry, name);
        String place = release == null || misnamed ? null : put(releaseId, trackId, name, entry, account);
        announcer.announce("intake", Map.of("release", releaseId));
        if (release != null) announcer.announce("release", Map.of("id", releaseId, "by", account.name()));
        return new Received(
                entry.sha256().hex(),
                name,
                stored.bytes(),
                misnamed ? FileKind.OTHER : entry.kind(),
                place,
                misnamed && entry.bytes() > 0 ? MISNAMED : FileDescription.says(entry),
                known);
    }

    /** A file that is called sound or a picture and is neither belongs beside no track: it stays loose. */
    private static boolean misnamed(FileIndex.StoredFile entry, String name) {
        return entry.kind() != FileKind.AUDIO
                && entry.kind() != FileKind.PICTURE
                && NAMED_SOUND_OR_PICTURE.matcher(name).find();
    }

    private @Nullable String belongs(FileIndex.StoredFile entry, String name) {
        if (entry.kind() == FileKind.AUDIO || entry.kind() == FileKind.PICTURE) return null;
        try (InputStream in = Files.newInputStream(store.path(entry.sha256()))) {
            return AttachmentKind.of(name, in.readNBytes(HEAD)).label();
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    /** Puts a loose file where a person points. */
    @Transactional
    @For(Role.ASSISTANT)
    public String place(long releaseId, long trackId, FileIndex.StoredFile entry, Account account) {
        if (!releases.lock(releaseId)) throw Problem.missing("release");
        String name = jdbc.sql("SELECT name FROM received WHERE release_id = ? AND sha256 = ?")
                .params(releaseId, entry.sha256().hex())
                .query(String.class)
                .optional()
                .orElseThrow(() -> Problem.missing("file"));
        if (entry.kind() == FileKind.PICTURE) {
            // who points at the front means it
            Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
            setPicture(release, entry.sha256(), Optional.of(PictureKind.FRONT), -1, name, account);
            return PictureKind.FRONT.label();
        }
        String place = put(releaseId, trackId, name, entry, account);
        if (place == null)
            throw Problem.conflict("no-place", "The file cannot go there: %s".formatted(FileDescription.says(entry)));
        return place;
    }

    /** Puts a picture where it belongs, sound on its track, papers beside their track; what has no certain place stays loose. */
    private @Nullable String put(
            long releaseId, long trackId, String name, FileIndex.StoredFile entry, Account account) {
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        if (entry.kind() == FileKind.PICTURE) return picture(release, name, entry, account);
        if (entry.kind() != FileKind.AUDIO) return paper(release, trackId, entry);
        Optional<Track> track = trackId > 0 ? release.track(trackId) : onlyPlace(release);
        if (track.isEmpty()) return null;
        Change change = new Change(
                release.ref(track.get(), Entity.RECORDING),
                Fields.RECORDING_MASTER,
                track.get().recording().facts().text(Fields.RECORDING_MASTER),
                entry.sha256().hex());
        changes.apply(
                releaseId,
                new ChangeService.Batch(
                        "Master of track %d".formatted(track.get().number()), ChangeSource.FILE, name, List.of(change)),
                account);
        return "track " + track.get().number();
    }

    /**
     * A picture that came in: what its name says that it shows, else the front cover where there is none. A front that is
     * there is never replaced by itself; then the picture stays loose until a person says what it is.
     */
    private @Nullable String picture(Release release, String name, FileIndex.StoredFile entry, Account account) {
        PictureKind kind = PictureKind.inName(name).orElse(PictureKind.FRONT);
        Optional<Sha256> front = release.facts().get(Fields.RELEASE_COVER);
        if (front.filter(entry.sha256()::equals).isPresent()) return PictureKind.FRONT.label();
        if (kind == PictureKind.FRONT && front.isPresent()) return null;
        setPicture(release, entry.sha256(), Optional.of(kind), -1, name, account);
        return kind.label();
    }

    /**
     * Says what a picture of a release shows. A front cover that gives way stays among the release's files.
     *
     * @param kind empty takes the picture off the release
     * @param position among the further pictures, from 0; −1 behind them, or where it stood
     */
    @Transactional
    @For(Role.ASSISTANT)
    public void setPicture(
            Release release, Sha256 picture, Optional<PictureKind> kind, int position, String note, Account account) {
        Ref ref = new Ref(Entity.RELEASE, release.id());
        List<FurtherPicture> further = new ArrayList<>(release.furtherPictures());
        int stood = -1;
        for (int i = 0; i < further.size(); i++) if (further.get(i).file().equals(picture)) stood = i;
        if (stood >= 0) further.remove(stood);
        Optional<Sha256> front = release.facts().get(Fields.RELEASE_COVER);
        Optional<Sha256> newFront = front.filter(file -> !file.equals(picture));
        if (kind.filter(PictureKind.FRONT::equals).isPresent()) newFront = Optional.of(picture);
        else if (kind.isPresent()) {
            int at = position >= 0 ? position : stood >= 0 ? stood : further.size();
            further.add(Math.min(at, further.size()), new FurtherPicture(kind.get(), picture));
        }
        List<Change> batch = new ArrayList<>();
        batch.add(new Change(
                ref,
                Fields.RELEASE_COVER,
                release.facts().text(Fields.RELEASE_COVER),
                newFront.map(Sha256::hex).orElse(null)));
        batch.add(new Change(
                ref,
                Fields.RELEASE_PICTURES,
                release.facts().text(Fields.RELEASE_PICTURES),
                further.isEmpty() ? null : Fields.RELEASE_PICTURES.type().format(further)));
        String what = kind.map(each -> capitalised(each.label())).orElse("Picture removed");
        changes.apply(release.id(), new ChangeService.Batch(what, ChangeSource.FILE, note, batch), account);
    }

    private static String capitalised(String label) {
        return Character.toUpperCase(label.charAt(0)) + label.substring(1);
    }

    private @Nullable String paper(Release release, long trackId, FileIndex.StoredFile entry) {
        Optional<Track> track = trackId > 0 ? release.track(trackId) : Optional.empty();
        if (track.isEmpty()) return null;
        jdbc.sql("UPDATE received SET track_id = ? WHERE release_id = ? AND sha256 = ?")
                .params(track.get().id(), release.id(), entry.sha256().hex())
                .update();
        return "beside track " + track.get().number();
    }

    /** A release of one track without a master leaves no doubt. */
    private static Optional<Track> onlyPlace(Release release) {
        if (release.tracks().size() != 1) return Optional.empty();
        Track only = release.tracks().get(0);
        return only.master().isEmpty() ? Optional.of(only) : Optional.empty();
    }

    /** The last part of a name, without what no file system takes; names are shown, never used as paths. */
    public static String plain(String name) {
        String plain = name.replace('\\', '/')
                .replaceAll("^.*/", "")
                .replaceAll("\\p{Cntrl}", "")
                .strip();
        if (plain.isEmpty()) return "unnamed file";
        return plain.length() <= LONGEST_NAME ? plain : plain.substring(0, LONGEST_NAME);
    }

    /** A path within what was dropped: no steps upwards, no control characters; shown, never used as a path. */
    public static String folder(String path) {
        return Arrays.stream(
                        path.replace('\\', '/').replaceAll("\\p{Cntrl}", "").split("/"))
                .map(String::strip)
                .filter(part -> !part.isEmpty() && !part.matches("\\.+"))
                .reduce((a, b) -> a + "/" + b)
                .orElse("");
    }
}

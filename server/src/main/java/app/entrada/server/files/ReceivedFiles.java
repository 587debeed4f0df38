package app.entrada.server.files;

import app.entrada.core.release.ChangeSource;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.gather.Belonging;
import app.entrada.core.release.Change;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.server.accounts.Account;
import app.entrada.server.analysis.MeasureWork;
import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.JobBoard;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import app.entrada.server.releases.ChangeService;
import app.entrada.server.releases.FileWords;
import app.entrada.server.releases.ReleaseRepository;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.sql.Timestamp;
import java.time.Clock;
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
            "The file is neither sound nor a picture, whatever its name says. It is kept as it came; ask for the right one.";

    private final FileStore store;
    private final FileBook files;
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final Background background;
    private final JobBoard board;
    private final Announcer announcer;
    private final JdbcClient jdbc;
    private final Clock clock;

    ReceivedFiles(
            FileStore store,
            FileBook files,
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
            String kind,
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
    public Received enter(
            FileStore.Stored stored, String name, String folder, long releaseId, long trackId, Account account) {
        boolean known = !files.enter(stored);
        FileBook.Entry entry = files.find(stored.sha256()).orElseThrow();
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
                misnamed ? "other" : entry.kind(),
                place,
                misnamed && entry.bytes() > 0 ? MISNAMED : FileWords.says(entry),
                known);
    }

    /** A file that is called sound or a picture and is neither belongs beside no track: it stays loose. */
    private static boolean misnamed(FileBook.Entry entry, String name) {
        return !entry.kind().equals("audio")
                && !entry.kind().equals("picture")
                && NAMED_SOUND_OR_PICTURE.matcher(name).find();
    }

    private String belongs(FileBook.Entry entry, String name) {
        if (entry.kind().equals("audio") || entry.kind().equals("picture")) return null;
        try (InputStream in = Files.newInputStream(store.path(entry.sha256()))) {
            return Belonging.of(name, in.readNBytes(HEAD)).says();
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    /** Puts a loose file where a person points. */
    @Transactional
    public String place(long releaseId, long trackId, FileBook.Entry entry, Account account) {
        String name = jdbc.sql("SELECT name FROM received WHERE release_id = ? AND sha256 = ?")
                .params(releaseId, entry.sha256().hex())
                .query(String.class)
                .optional()
                .orElseThrow(() -> Problem.missing("file"));
        String place = put(releaseId, trackId, name, entry, account);
        if (place == null)
            throw Problem.conflict("no-place", "That file has no place there: %s".formatted(FileWords.says(entry)));
        return place;
    }

    /** Puts a picture on the front, sound on its track, papers beside their track; what has no certain place stays loose. */
    private String put(long releaseId, long trackId, String name, FileBook.Entry entry, Account account) {
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        if (entry.kind().equals("picture")) {
            Change change = new Change(
                    new Ref(Entity.RELEASE, releaseId),
                    Fields.RELEASE_COVER,
                    release.facts().text(Fields.RELEASE_COVER),
                    entry.sha256().hex());
            changes.apply(releaseId, new ChangeService.Batch("Front cover", ChangeSource.FILE, name, List.of(change)), account);
            return "front cover";
        }
        if (!entry.kind().equals("audio")) return paper(release, trackId, entry);
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

    private String paper(Release release, long trackId, FileBook.Entry entry) {
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

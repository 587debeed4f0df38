package app.entrada.server.files;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.field.MalformedValue;
import app.entrada.core.field.Sha256;
import app.entrada.core.release.Change;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.server.accounts.Account;
import app.entrada.server.analysis.MeasureWork;
import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.JobBoard;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.Settings;
import app.entrada.server.releases.ChangeService;
import app.entrada.server.releases.FileWords;
import app.entrada.server.releases.ReleaseRepository;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Takes files in and gives them out. */
@RestController
class FilesController {
    private static final int LONGEST_NAME = 255;

    private final FileStore store;
    private final FileBook files;
    private final ScaledPictures pictures;
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final Background background;
    private final JobBoard board;
    private final TransactionTemplate transactions;
    private final JdbcClient jdbc;
    private final Settings settings;
    private final Clock clock;

    FilesController(
            FileStore store,
            FileBook files,
            ScaledPictures pictures,
            ReleaseRepository releases,
            ChangeService changes,
            Background background,
            JobBoard board,
            TransactionTemplate transactions,
            JdbcClient jdbc,
            Settings settings,
            Clock clock) {
        this.store = store;
        this.files = files;
        this.pictures = pictures;
        this.releases = releases;
        this.changes = changes;
        this.background = background;
        this.board = board;
        this.transactions = transactions;
        this.jdbc = jdbc;
        this.settings = settings;
        this.clock = clock;
    }

    /**
     * What became of a received file.
     *
     * @param kind audio, picture or other, by content
     * @param place where it was put, in words; null when it is loose
     * @param says what it is, or what is wrong with it
     * @param known whether the same bytes had been received before
     */
    record Received(
            String sha256,
            String name,
            long bytes,
            String kind,
            @Nullable String place,
            String says,
            boolean known) {}

    /** The body is the file itself. It is stored first; what is wrong with it is said afterwards. */
    @PostMapping(value = "/api/releases/{id}/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    Received receive(
            @PathVariable long id,
            @RequestParam String name,
            @RequestParam(defaultValue = "0") long track,
            HttpServletRequest request,
            @AuthenticationPrincipal Account account)
            throws IOException {
        if (releases.find(id).isEmpty()) throw Problem.missing("release");
        String plain = plain(name);
        FileStore.Stored stored;
        try (InputStream in = request.getInputStream()) {
            stored = store.receive(in, settings.largestFile());
        } catch (FileStore.TooLarge tooLarge) {
            throw Problem.input("too-large", tooLarge.getMessage());
        }
        long declared = request.getContentLengthLong();
        if (declared >= 0 && declared != stored.bytes())
            throw Problem.input(
                    "cut-off",
                    "The file was cut off on its way: %,d of %,d bytes came. Nothing was placed; drop it again."
                            .formatted(stored.bytes(), declared));
        return transactions.execute(status -> enter(id, track, plain, stored, account));
    }

    private Received enter(long releaseId, long trackId, String name, FileStore.Stored stored, Account account) {
        boolean known = !files.enter(stored);
        FileBook.Entry entry = files.find(stored.sha256()).orElseThrow();
        jdbc.sql("""
                        INSERT INTO received (sha256, release_id, name, at, account_id) VALUES (?, ?, ?, ?, ?)
                        ON CONFLICT (release_id, sha256) DO UPDATE SET name = excluded.name""")
                .params(stored.sha256().hex(), releaseId, name, Timestamp.from(clock.instant()), account.id())
                .update();
        if (!entry.measured()) {
            long job = board.open("measure", "Measuring " + name, releaseId, Math.max(1, stored.bytes()));
            background.schedule(MeasureWork.class, stored.sha256().hex() + ":" + job);
        }
        String place = place(releaseId, trackId, name, entry, account);
        return new Received(
                stored.sha256().hex(), name, stored.bytes(), entry.kind(), place, FileWords.says(entry), known);
    }

    /** Puts a picture on the front and sound on its track; what has no certain place stays loose. */
    private String place(long releaseId, long trackId, String name, FileBook.Entry entry, Account account) {
        Release release = releases.lock(releaseId).orElseThrow();
        if (entry.kind().equals("picture")) {
            Change change = new Change(
                    new Ref(Entity.RELEASE, releaseId),
                    Fields.RELEASE_COVER,
                    release.facts().text(Fields.RELEASE_COVER),
                    entry.sha256().hex());
            changes.apply(releaseId, new ChangeService.Batch("Front cover", "file " + name, List.of(change)), account);
            return "front cover";
        }
        if (!entry.kind().equals("audio")) return null;
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
                        "Master of track %d".formatted(track.get().number()), "file " + name, List.of(change)),
                account);
        return "track " + track.get().number();
    }

    /** A release of one track without a master leaves no doubt. */
    private static Optional<Track> onlyPlace(Release release) {
        if (release.tracks().size() != 1) return Optional.empty();
        Track only = release.tracks().get(0);
        return only.recording().facts().get(Fields.RECORDING_MASTER).isEmpty() ? Optional.of(only) : Optional.empty();
    }

    /** The last part of a name, without what no file system takes; names are shown, never used as paths. */
    private static String plain(String name) {
        String plain = name.replace('\\', '/')
                .replaceAll("^.*/", "")
                .replaceAll("\\p{Cntrl}", "")
                .strip();
        if (plain.isEmpty()) return "unnamed file";
        return plain.length() <= LONGEST_NAME ? plain : plain.substring(0, LONGEST_NAME);
    }

    /** A picture scaled down, as JPEG. */
    @GetMapping("/api/files/{sha256}/picture")
    ResponseEntity<Resource> picture(@PathVariable String sha256, @RequestParam(defaultValue = "256") int side)
            throws IOException {
        FileBook.Entry entry = entry(sha256);
        if (!entry.kind().equals("picture")
                || entry.picture().map(p -> !p.faults().isEmpty()).orElse(true)) throw Problem.missing("picture");
        int pixels = side <= 160 ? 160 : side <= 512 ? 512 : 1200;
        Path scaled = pictures.jpeg(entry.sha256(), pixels, Integer.MAX_VALUE);
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePrivate().immutable())
                .body(new FileSystemResource(scaled));
    }

    /** The original, byte for byte; ranges are served. */
    @GetMapping("/api/files/{sha256}")
    ResponseEntity<Resource> original(
            @PathVariable String sha256, @RequestParam(defaultValue = "original") String name) {
        FileBook.Entry entry = entry(sha256);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .headers(download(plain(name)))
                .body(new FileSystemResource(store.path(entry.sha256())));
    }

    static java.util.function.Consumer<HttpHeaders> download(String name) {
        return headers -> headers.setContentDisposition(ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build());
    }

    private FileBook.Entry entry(String sha256) {
        try {
            return files.find(new Sha256(sha256)).orElseThrow(() -> Problem.missing("file"));
        } catch (MalformedValue noName) {
            throw Problem.missing("file");
        }
    }

    /** Puts a loose file in its place. */
    @PostMapping("/api/releases/{id}/files/{sha256}/place")
    Map<String, String> place(
            @PathVariable long id,
            @PathVariable String sha256,
            @RequestParam(defaultValue = "0") long track,
            @AuthenticationPrincipal Account account) {
        FileBook.Entry entry = entry(sha256);
        String name = jdbc.sql("SELECT name FROM received WHERE release_id = ? AND sha256 = ?")
                .params(id, sha256)
                .query(String.class)
                .optional()
                .orElseThrow(() -> Problem.missing("file"));
        String place = transactions.execute(status -> place(id, track, name, entry, account));
        if (place == null)
            throw Problem.conflict("no-place", "That file has no place there: %s".formatted(FileWords.says(entry)));
        return Map.of("place", place);
    }
}

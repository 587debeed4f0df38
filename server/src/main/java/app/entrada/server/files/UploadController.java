package app.entrada.server.files;

import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.Settings;
import app.entrada.server.releases.ReleaseRepository;
import jakarta.servlet.http.HttpServletRequest;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.Base64;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.ReentrantLock;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes files in piece by piece, after the tus protocol 1.0.0 (core, creation, termination): what has come is on disk, and a
 * sender that was cut off asks how much that is and goes on from there, be it days later and after a restart.
 */
@RestController
class UploadController {
    private static final String VERSION = "1.0.0";
    private static final String PIECE = "application/offset+octet-stream";
    private static final Duration KEPT = Duration.ofDays(14);

    private static final Logger LOG = LoggerFactory.getLogger(UploadController.class);

    private final FileStore store;
    private final FileCare care;
    private final AccountService accounts;
    private final TransactionTemplate transactions;
    private final ReceivedFiles received;
    private final ReleaseRepository releases;
    private final JdbcClient jdbc;
    private final Settings settings;
    private final Clock clock;
    private final JsonMapper json;
    private final Map<UUID, ReentrantLock> busy = new ConcurrentHashMap<>();

    UploadController(
            FileStore store,
            FileCare care,
            AccountService accounts,
            TransactionTemplate transactions,
            ReceivedFiles received,
            ReleaseRepository releases,
            JdbcClient jdbc,
            Settings settings,
            Clock clock,
            JsonMapper json) {
        this.store = store;
        this.care = care;
        this.accounts = accounts;
        this.transactions = transactions;
        this.received = received;
        this.releases = releases;
        this.jdbc = jdbc;
        this.settings = settings;
        this.clock = clock;
        this.json = json;
    }

    private record Upload(
            UUID id,
            long account,
            String name,
            String folder,
            long release,
            long track,
            long bytes,
            long here,
            String sha256,
            String stored) {}

    /** What this server can do. */
    @RequestMapping(path = "/api/uploads", method = RequestMethod.OPTIONS)
    ResponseEntity<Void> can() {
        return ResponseEntity.noContent()
                .header("Tus-Resumable", VERSION)
                .header("Tus-Version", VERSION)
                .header("Tus-Max-Size", String.valueOf(settings.largestFile()))
                .header("Tus-Extension", "creation,termination")
                .build();
    }

    /** Announces a file; its metadata are name, folder, release, track and the checksum that its bytes must have. */
    @PostMapping("/api/uploads")
    ResponseEntity<Void> create(
            @RequestHeader("Upload-Length") long length,
            @RequestHeader(value = "Upload-Metadata", defaultValue = "") String metadata,
            @AuthenticationPrincipal Account account)
            throws IOException {
        if (length < 0 || length > settings.largestFile())
            throw Problem.input(
                    "too-large",
                    "The file is larger than %,d bytes, the most that is taken. Nothing was kept."
                            .formatted(settings.largestFile()));
        Map<String, String> said = metadata(metadata);
        long release = number(said.get("release"));
        if (release != 0 && releases.find(release).isEmpty()) throw Problem.missing("release");
        String sha256 = said.getOrDefault("sha256", "");
        UUID id = UUID.randomUUID();
        Files.createFile(part(id));
        jdbc.sql("""
                        INSERT INTO upload (id, account_id, name, folder, release_id, track_id, bytes, sha256, at)
                        VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)""")
                .params(Arrays.asList(
                        id,
                        account.id(),
                        ReceivedFiles.plain(said.getOrDefault("name", "")),
                        ReceivedFiles.folder(said.getOrDefault("folder", "")),
                        release == 0 ? null : release,
                        number(said.get("track")),
                        length,
                        sha256.matches("[0-9a-f]{64}") ? sha256 : null,
                        Timestamp.from(clock.instant())))
                .update();
        forgetOld();
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(HttpStatus.CREATED)
                .header("Tus-Resumable", VERSION)
                .header("Location", "/api/uploads/" + id);
        // of an empty file no piece will come
        if (length == 0) answer.header("Entrada-Received", received(finish(find(id, account), account)));
        return answer.build();
    }

    private static long number(String text) {
        return text != null && text.matches("\\d{1,18}") ? Long.parseLong(text) : 0;
    }

    /** Pairs of a key and a base64 value, commas between. */
    private static Map<String, String> metadata(String header) {
        Map<String, String> said = new HashMap<>();
        for (String pair : header.split(",")) {
            String[] parts = pair.strip().split(" ");
            try {
                if (parts.length == 2)
                    said.put(parts[0], new String(Base64.getDecoder().decode(parts[1]), StandardCharsets.UTF_8));
            } catch (IllegalArgumentException noBase64) {
                throw Problem.input("bad-metadata", "The metadata of the upload cannot be read. Nothing was kept.");
            }
        }
        return said;
    }

    /** How much of a file has come. */
    @RequestMapping(path = "/api/uploads/{id}", method = RequestMethod.HEAD)
    ResponseEntity<Void> here(@PathVariable UUID id, @AuthenticationPrincipal Account account) {
        Upload upload = find(id, account);
        return ResponseEntity.ok()
                .header("Tus-Resumable", VERSION)
                .header("Upload-Offset", String.valueOf(upload.here))
                .header("Upload-Length", String.valueOf(upload.bytes))
                .header("Cache-Control", "no-store")
                .build();
    }

    /** Takes the next piece. What arrives before a connection breaks is kept. */
    @PatchMapping(path = "/api/uploads/{id}", consumes = PIECE)
    ResponseEntity<Void> piece(
            @PathVariable UUID id,
            @RequestHeader("Upload-Offset") long offset,
            HttpServletRequest request,
            @AuthenticationPrincipal Account account)
            throws IOException {
        ReentrantLock lock = busy.computeIfAbsent(id, key -> new ReentrantLock());
        if (!lock.tryLock())
            throw Problem.conflict(
                    "upload-busy", "A piece of this file is still being written. Ask again in a moment.");
        try {
            Upload upload = find(id, account);
            if (offset != upload.here)
                throw Problem.conflict(
                        "wrong-offset",
                        "The piece does not follow what has come: %,d bytes are here.".formatted(upload.here));
            long here = append(upload, request.getInputStream());
            ResponseEntity.HeadersBuilder<?> answer =
                    ResponseEntity.noContent().header("Tus-Resumable", VERSION).header("Upload-Offset", "" + here);
            if (here == upload.bytes) answer.header("Entrada-Received", received(finish(upload, account)));
            return answer.build();
        } finally {
            lock.unlock();
            busy.remove(id, lock);
        }
    }

    private long append(Upload upload, InputStream in) throws IOException {
        long here = upload.here;
        byte[] buffer = new byte[1 << 16];
        try (FileChannel out = FileChannel.open(part(upload.id), StandardOpenOption.WRITE)) {
            // after a crash more may lie in the file than was noted
            out.truncate(here).position(here);
            try {
                for (int read; (read = in.read(buffer)) > 0; ) {
                    if (here + read > upload.bytes)
                        throw Problem.input("too-long", "More bytes came than were announced. Nothing was placed.");
                    ByteBuffer block = ByteBuffer.wrap(buffer, 0, read);
                    while (block.hasRemaining()) out.write(block);
                    here += read;
                }
            } catch (EOFException brokenOff) {
                // what has come stays
            } catch (IOException broken) {
                note(upload.id, out, here);
                throw broken;
            }
            note(upload.id, out, here);
        }
        return here;
    }

    private void note(UUID id, FileChannel out, long here) throws IOException {
        out.force(false);
        jdbc.sql("UPDATE upload SET here = ? WHERE id = ?").params(here, id).update();
    }

    /**
     * The last steps of a file that has come whole. Each may have been done before a crash: what it became is noted before it
     * moves into the store, and it is entered and its pieces forgotten in one transaction.
     */
    private ReceivedFiles.Received finish(Upload upload, Account account) throws IOException {
        Path part = part(upload.id);
        FileStore.Stored stored;
        if (Files.exists(part)) {
            stored = store.sum(part);
            if (upload.sha256 != null && !upload.sha256.equals(stored.sha256().hex())) {
                remove(upload.id);
                throw Problem.input(
                        "damaged-on-the-way",
                        "The file that arrived is not the one that was sent. Nothing was placed; send it again.");
            }
            jdbc.sql("UPDATE upload SET stored_sha256 = ? WHERE id = ?")
                    .params(stored.sha256().hex(), upload.id)
                    .update();
            store.adopt(part);
        } else
            stored = Optional.ofNullable(upload.stored)
                    .map(Sha256::new)
                    .flatMap(this::stored)
                    .orElseThrow(() -> Problem.missing("upload"));
        ReceivedFiles.Received entered = transactions.execute(status -> {
            // whoever takes the row enters the file; a second one finds it entered
            jdbc.sql("DELETE FROM upload WHERE id = ?").param(upload.id).update();
            return received.enter(stored, upload.name, upload.folder, upload.release, upload.track, account);
        });
        Files.deleteIfExists(part);
        return entered;
    }

    private Optional<FileStore.Stored> stored(Sha256 sha256) {
        try {
            return store.find(sha256);
        } catch (IOException unreadable) {
            throw new UncheckedIOException(unreadable);
        }
    }

    /** What became of a file, for a header, which holds no more than Latin-1. */
    private String received(ReceivedFiles.Received entered) {
        return Base64.getEncoder().encodeToString(json.writeValueAsBytes(entered));
    }

    /** Finishes what had come whole when the server went down, and forgets what nobody went on with. */
    @EventListener(ApplicationReadyEvent.class)
    void goOn() {
        for (Upload upload : jdbc.sql("SELECT * FROM upload WHERE here = bytes ORDER BY at")
                .query((row, n) -> upload(row))
                .list())
            try {
                finish(upload, accounts.byId(upload.account));
                LOG.info("An upload that had come whole before the restart is entered: {}", upload.id);
            } catch (IOException | RuntimeException notNow) {
                LOG.warn("An upload that had come whole could not be entered: {}", upload.id, notNow);
            }
        try {
            forgetOld();
        } catch (IOException notNow) {
            LOG.warn("Old uploads could not be removed", notNow);
        }
    }

    /** Gives a file up that has come in part. */
    @DeleteMapping("/api/uploads/{id}")
    ResponseEntity<Void> end(@PathVariable UUID id, @AuthenticationPrincipal Account account) throws IOException {
        find(id, account);
        remove(id);
        return ResponseEntity.noContent().header("Tus-Resumable", VERSION).build();
    }

    private void remove(UUID id) throws IOException {
        jdbc.sql("DELETE FROM upload WHERE id = ?").param(id).update();
        Files.deleteIfExists(part(id));
    }

    private void forgetOld() throws IOException {
        List<UUID> old = jdbc.sql("SELECT id FROM upload WHERE at < ?")
                .param(Timestamp.from(clock.instant().minus(KEPT)))
                .query(UUID.class)
                .list();
        for (UUID id : old) remove(id);
    }

    private Upload find(UUID id, Account account) {
        return jdbc.sql("SELECT * FROM upload WHERE id = ? AND account_id = ?")
                .params(id, account.id())
                .query((row, n) -> upload(row))
                .optional()
                .orElseThrow(() -> Problem.missing("upload"));
    }

    private static Upload upload(ResultSet row) throws SQLException {
        return new Upload(
                row.getObject("id", UUID.class),
                row.getLong("account_id"),
                row.getString("name"),
                row.getString("folder"),
                row.getLong("release_id"),
                row.getLong("track_id"),
                row.getLong("bytes"),
                row.getLong("here"),
                row.getString("sha256"),
                row.getString("stored_sha256"));
    }

    private Path part(UUID id) throws IOException {
        return store.workshop().resolve("upload-" + id + ".part");
    }

    /** A file that a sender has, by its checksum. */
    record Offered(String sha256, String name, String folder, long release, long track) {}

    /** Enters a file whose bytes are here already, so that nothing is sent again; 204 when they are not. */
    @PostMapping("/api/intake/known")
    ResponseEntity<ReceivedFiles.Received> known(@RequestBody Offered offered, @AuthenticationPrincipal Account account)
            throws IOException {
        Sha256 sha256;
        try {
            sha256 = new Sha256(String.valueOf(offered.sha256()));
        } catch (MalformedValue none) {
            throw Problem.input("no-checksum", "That is no SHA-256 checksum.");
        }
        Optional<FileStore.Stored> stored = store.find(sha256);
        // one that became damaged here has to come again
        if (stored.isEmpty() || !care.isWhole(sha256))
            return ResponseEntity.noContent().build();
        if (offered.release() != 0 && releases.find(offered.release()).isEmpty()) throw Problem.missing("release");
        return ResponseEntity.ok(received.enter(
                stored.get(),
                ReceivedFiles.plain(offered.name() == null ? "" : offered.name()),
                ReceivedFiles.folder(offered.folder() == null ? "" : offered.folder()),
                offered.release(),
                offered.track(),
                account));
    }
}

package app.entrada.server.intake;

import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.files.FileStore;
import app.entrada.server.files.PieceStore;
import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.Work;
import app.entrada.server.platform.Problem;
import app.entrada.server.receiving.ReceivedFiles;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.HashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.util.StreamUtils;

/**
 * Files that come in piece by piece, at whatever nodes: what has come is durable and noted, and after a restart a sender goes on
 * from there, be it days later.
 */
@Service
class UploadService implements Work {
    private static final Duration KEPT = Duration.ofDays(14);

    /** A piece is noted as soon as it is kept; one that is not noted for longer belongs to nobody. */
    private static final Duration LONGEST_NOTING = Duration.ofHours(6);

    /** Whoever took the last piece of a file is still putting it together. */
    private static final Duration LONGEST_LAST_STEPS = Duration.ofMinutes(1);

    private static final Duration BETWEEN_LOOKS = Duration.ofSeconds(30);
    private static final Duration BETWEEN_FORGETTING = Duration.ofHours(1);

    private static final String UPLOADS = """
            SELECT u.*, coalesce(here, 0) AS here FROM upload u LEFT JOIN LATERAL (
                SELECT sum(p.bytes) AS here, max(p.at) AS last FROM upload_piece p WHERE p.upload_id = u.id) came ON true""";

    private static final Logger LOG = LoggerFactory.getLogger(UploadService.class);

    private final FileStore store;
    private final PieceStore pieces;
    private final AccountService accounts;
    private final TransactionTemplate transactions;
    private final ReceivedFiles received;
    private final JdbcClient jdbc;
    private final Clock clock;
    private final Background background;
    /** When this server last removed what is old. */
    private volatile Instant forgotten = Instant.EPOCH;

    UploadService(
            FileStore store,
            PieceStore pieces,
            AccountService accounts,
            TransactionTemplate transactions,
            @Lazy ReceivedFiles received,
            JdbcClient jdbc,
            Clock clock,
            @Lazy Background background) {
        this.background = background;
        this.store = store;
        this.pieces = pieces;
        this.accounts = accounts;
        this.transactions = transactions;
        this.received = received;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * A file on its way.
     *
     * @param release 0 for none
     * @param track 0 for none
     * @param bytes length of all of it
     * @param here how much has come
     * @param sha256 checksum that its bytes must have, null when none was told
     */
    record Upload(
            UUID id,
            long account,
            String name,
            String folder,
            long release,
            long track,
            long bytes,
            long here,
            @Nullable String sha256) {}

    /** What a piece led to: how much is here now, and, after the last one, what became of the file. */
    record Progress(long here, Optional<ReceivedFiles.Received> received) {}

    /** Begins a file; of an empty one no piece will come, and it is entered at once. */
    @For(Role.ASSISTANT)
    Progress create(Upload upload, Account account) throws IOException {
        jdbc.sql("""
                        INSERT INTO upload (id, account_id, name, folder, release_id, track_id, bytes, sha256, at)
                        VALUES (?, ?, ?, ?, ?, ?, ?, ?, ?)""")
                .params(Arrays.asList(
                        upload.id,
                        account.id(),
                        upload.name,
                        upload.folder,
                        upload.release == 0 ? null : upload.release,
                        upload.track,
                        upload.bytes,
                        upload.sha256,
                        Timestamp.from(clock.instant())))
                .update();
        return upload.bytes == 0
                ? new Progress(0, Optional.of(finish(find(upload.id, account), account)))
                : new Progress(0, Optional.empty());
    }

    /** Takes the next piece. What arrives before a connection breaks is kept. */
    @For(Role.ASSISTANT)
    Progress piece(UUID id, long offset, InputStream in, Account account) throws IOException {
        Upload upload = find(id, account);
        if (offset != upload.here) throw notNext(upload.here);
        long here = offset + append(upload, in);
        return new Progress(here, here == upload.bytes ? Optional.of(finish(upload, account)) : Optional.empty());
    }

    private static Problem notNext(long here) {
        return Problem.conflict(
                "wrong-offset", "The part does not follow what has arrived: %,d bytes are here.".formatted(here));
    }

    /** @return how many bytes came */
    private long append(Upload upload, InputStream in) throws IOException {
        Path part = Files.createTempFile(store.workshop(), "piece", ".part");
        try {
            long came = 0;
            try (OutputStream out = Files.newOutputStream(part)) {
                byte[] buffer = new byte[1 << 16];
                for (int read; (read = in.read(buffer)) > 0; came += read) {
                    if (upload.here + came + read > upload.bytes)
                        throw Problem.input("too-long", "More bytes arrived than were announced. Nothing was added.");
                    out.write(buffer, 0, read);
                }
            } catch (EOFException brokenOff) {
                // what has come stays
            } catch (IOException broken) {
                note(upload, part, came);
                throw broken;
            }
            note(upload, part, came);
            return came;
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /** Of two pieces that came to the same place at once, here or at another node, the first that is noted counts. */
    private void note(Upload upload, Path part, long came) throws IOException {
        if (came == 0) return;
        String name = "upload-%s-%d-%s".formatted(upload.id, upload.here, UUID.randomUUID());
        pieces.keep(name, part);
        if (noted(upload, name, came)) return;
        pieces.remove(name);
        throw notNext(find(upload.id, accounts.byId(upload.account)).here);
    }

    private boolean noted(Upload upload, String name, long came) {
        return jdbc.sql("""
                        INSERT INTO upload_piece (upload_id, begins, bytes, name) SELECT id, ?, ?, ? FROM upload WHERE id = ?
                        ON CONFLICT (upload_id, begins) DO NOTHING""").params(upload.here, came, name, upload.id).update() == 1;
    }

    /** A piece that was noted. */
    private record Piece(String name, long bytes) {}

    private List<Piece> pieces(UUID id) {
        return jdbc.sql("SELECT name, bytes FROM upload_piece WHERE upload_id = ? ORDER BY begins")
                .param(id)
                .query((row, n) -> new Piece(row.getString("name"), row.getLong("bytes")))
                .list();
    }

    /**
     * The last steps of a file that has come whole. Each may have been done before a crash, or be done by another node at this
     * moment: the bytes move into the store as often as that is, and are entered and their pieces forgotten in one transaction.
     */
    private ReceivedFiles.Received finish(Upload upload, Account account) throws IOException {
        List<Piece> pieces = pieces(upload.id);
        FileStore.Stored stored;
        try {
            stored = together(upload, pieces);
        } catch (NoSuchFileException | EOFException lost) {
            stored = enteredMeanwhile(upload);
        }
        FileStore.Stored whole = stored;
        ReceivedFiles.Received entered = transactions.execute(status -> {
            // whoever takes the row enters the file; a second one finds it entered
            jdbc.sql("DELETE FROM upload WHERE id = ?").param(upload.id).update();
            return received.enter(whole, upload.name, upload.folder, upload.release, upload.track, account);
        });
        for (Piece piece : pieces) this.pieces.remove(piece.name);
        return entered;
    }

    /** The pieces of an upload go when it is entered, which another node may have done while this one read them. */
    private FileStore.Stored enteredMeanwhile(Upload upload) throws IOException {
        boolean onItsWay = jdbc.sql("SELECT EXISTS (SELECT 1 FROM upload WHERE id = ?)")
                .param(upload.id)
                .query(Boolean.class)
                .single();
        if (onItsWay) {
            remove(upload.id);
            throw Problem.conflict(
                    "piece-lost",
                    "Part of this file is missing. Nothing was added; drop the file again to upload it from the start.");
        }
        Optional<FileStore.Stored> entered =
                upload.sha256 == null ? Optional.empty() : store.find(new Sha256(upload.sha256));
        return entered.orElseThrow(() -> Problem.conflict(
                "ended-elsewhere",
                "This upload was completed or given up in the meantime. If the file is not here, drop it again."));
    }

    /**
     * @throws NoSuchFileException when a piece is gone
     * @throws EOFException when one is shorter than was noted
     */
    private FileStore.Stored together(Upload upload, List<Piece> pieces) throws IOException {
        Path whole = Files.createTempFile(store.workshop(), "whole", ".part");
        try {
            try (OutputStream out = Files.newOutputStream(whole)) {
                for (Piece piece : pieces)
                    try (InputStream in = this.pieces.read(piece.name)) {
                        // after a crash of an earlier version more may lie in it than was noted
                        if (StreamUtils.copyRange(in, out, 0, piece.bytes - 1) < piece.bytes)
                            throw new EOFException("a piece is shorter than was noted: " + piece.name);
                    }
            }
            if (upload.sha256 != null
                    && !upload.sha256.equals(ChecksumList.sum(whole).hex())) {
                remove(upload.id);
                throw Problem.input(
                        "damaged-on-the-way",
                        "The file that arrived differs from the one sent. Nothing was added; send it again.");
            }
            return store.adopt(whole);
        } finally {
            Files.deleteIfExists(whole);
        }
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        background.schedule(UploadService.class, "all");
    }

    @Override
    public String name() {
        return "uploads";
    }

    /** Finishes what had come whole at a node that went down, and forgets what nobody went on with. */
    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        for (Upload upload : jdbc.sql(
                        UPLOADS
                                + " WHERE coalesce(here, 0) = bytes AND coalesce(last, u.at) < now() - make_interval(secs => ?)")
                .param(LONGEST_LAST_STEPS.toSeconds())
                .query((row, n) -> upload(row))
                .list())
            try {
                finish(upload, accounts.byId(upload.account));
                LOG.info("An upload that had come whole before its node went down is entered: {}", upload.id);
            } catch (IOException | RuntimeException notNow) {
                LOG.warn("An upload that had come whole could not be entered: {}", upload.id, notNow);
            }
        if (forgotten.plus(BETWEEN_FORGETTING).isBefore(Instant.now()))
            try {
                forgetOld();
                forgotten = Instant.now();
            } catch (IOException notNow) {
                LOG.warn("Old uploads could not be removed", notNow);
            }
        return Optional.of(Instant.now().plus(BETWEEN_LOOKS));
    }

    /** Gives a file up that has come in part. */
    @For(Role.ASSISTANT)
    void end(UUID id, Account account) throws IOException {
        find(id, account);
        remove(id);
    }

    private void remove(UUID id) throws IOException {
        List<Piece> pieces = pieces(id);
        jdbc.sql("DELETE FROM upload WHERE id = ?").param(id).update();
        for (Piece piece : pieces) this.pieces.remove(piece.name);
    }

    /** Removes what nobody went on with, and pieces that nobody noted. */
    void forgetOld() throws IOException {
        Instant now = clock.instant();
        for (UUID id : jdbc.sql("SELECT id FROM upload WHERE at < ?")
                .param(Timestamp.from(now.minus(KEPT)))
                .query(UUID.class)
                .list()) remove(id);
        // and pieces whose node went down before it could note them
        List<String> unnoted = pieces.keptBefore(Instant.now().minus(LONGEST_NOTING));
        if (unnoted.isEmpty()) return;
        Set<String> noted = new HashSet<>(
                jdbc.sql("SELECT name FROM upload_piece").query(String.class).list());
        for (String name : unnoted) if (!noted.contains(name)) pieces.remove(name);
    }

    /** A file on its way that this account sends. */
    Upload find(UUID id, Account account) {
        return jdbc.sql(UPLOADS + " WHERE id = ? AND account_id = ?")
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
                row.getString("sha256"));
    }
}

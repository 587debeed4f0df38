package app.entrada.server.intake;

import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Problem;
import app.entrada.server.receiving.ReceivedFiles;
import java.io.EOFException;
import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.locks.ReentrantLock;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Files that come in piece by piece: what has come is on disk and noted, and after a restart a sender goes on from there, be
 * it days later.
 */
@Service
class UploadService {
    private static final Duration KEPT = Duration.ofDays(14);

    private static final Logger LOG = LoggerFactory.getLogger(UploadService.class);

    private final FileStore store;
    private final AccountService accounts;
    private final TransactionTemplate transactions;
    private final ReceivedFiles received;
    private final JdbcClient jdbc;
    private final Clock clock;
    private final Map<UUID, ReentrantLock> busy = new ConcurrentHashMap<>();

    UploadService(
            FileStore store,
            AccountService accounts,
            TransactionTemplate transactions,
            ReceivedFiles received,
            JdbcClient jdbc,
            Clock clock) {
        this.store = store;
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
     * @param stored checksum under which it is about to move into the store, null before
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
            @Nullable String sha256,
            @Nullable String stored) {}

    /** What a piece led to: how much is here now, and, after the last one, what became of the file. */
    record Progress(long here, Optional<ReceivedFiles.Received> received) {}

    /** Begins a file; of an empty one no piece will come, and it is entered at once. */
    @For(Role.ASSISTANT)
    Progress create(Upload upload, Account account) throws IOException {
        Files.createFile(part(upload.id));
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
        forgetOld();
        return upload.bytes == 0
                ? new Progress(0, Optional.of(finish(find(upload.id, account), account)))
                : new Progress(0, Optional.empty());
    }

    /** Takes the next piece. What arrives before a connection breaks is kept. */
    @For(Role.ASSISTANT)
    Progress piece(UUID id, long offset, InputStream in, Account account) throws IOException {
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
            long here = append(upload, in);
            return new Progress(here, here == upload.bytes ? Optional.of(finish(upload, account)) : Optional.empty());
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
    @For(Role.ASSISTANT)
    void end(UUID id, Account account) throws IOException {
        find(id, account);
        remove(id);
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

    /** A file on its way that this account sends. */
    Upload find(UUID id, Account account) {
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
}

package app.entrada.server.releases;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * Releases that were put out of the way. A draft that was never sent is deleted, and its codes are free again; anything else
 * is archived and keeps them. Both can be taken back: nothing is erased.
 */
@Service
public class ReleaseShelf {
    private static final Logger LOG = LoggerFactory.getLogger(ReleaseShelf.class);

    private static final List<Field<?>> CODES =
            List.of(Fields.RELEASE_BARCODE, Fields.RELEASE_CATALOGUE_NUMBER, Fields.RECORDING_ISRC);

    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final CodeBook codes;
    private final Announcer announcer;
    private final JdbcClient jdbc;
    private final Clock clock;

    ReleaseShelf(
            ReleaseRepository releases,
            ChangeService changes,
            CodeBook codes,
            Announcer announcer,
            JdbcClient jdbc,
            Clock clock) {
        this.releases = releases;
        this.changes = changes;
        this.codes = codes;
        this.announcer = announcer;
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * A release out of the way.
     *
     * @param deleted whether it was deleted, else archived
     */
    public record Shelved(long id, String name, boolean deleted, Instant at) {}

    /** All releases out of the way, the last one first. */
    public List<Shelved> all() {
        return jdbc.sql("""
                        SELECT id, coalesce(title, 'Untitled release') AS name, deleted_at IS NOT NULL AS deleted,
                            coalesce(deleted_at, archived_at) AS at
                        FROM release WHERE deleted_at IS NOT NULL OR archived_at IS NOT NULL
                        ORDER BY coalesce(deleted_at, archived_at) DESC, id DESC""")
                .query((row, n) -> new Shelved(
                        row.getLong("id"),
                        row.getString("name"),
                        row.getBoolean("deleted"),
                        row.getTimestamp("at").toInstant()))
                .list();
    }

    /** Whether a release may be deleted: it never went anywhere. */
    public boolean deletable(long id) {
        return !jdbc.sql("SELECT EXISTS (SELECT 1 FROM delivery WHERE release_id = ?)")
                .param(id)
                .query(Boolean.class)
                .single();
    }

    /** Deletes a draft: it is in no list, holds no code and stands in nobody's way. */
    @Transactional
    @For(Role.ASSISTANT)
    public void delete(long id, Account account) {
        if (!releases.lock(id)) throw Problem.missing("release");
        if (!deletable(id))
            throw Problem.conflict(
                    "was-sent",
                    "This release has been delivered and stays on record. Archive it instead; nothing was changed.");
        shelve(id, "deleted_at", clock.instant(), account);
    }

    /** Takes a release out of the lists; it keeps its codes, its deliveries go on. */
    @Transactional
    @For(Role.ASSISTANT)
    public void archive(long id, Account account) {
        if (!releases.lock(id)) throw Problem.missing("release");
        shelve(id, "archived_at", clock.instant(), account);
    }

    private void shelve(long id, String column, @Nullable Instant at, Account account) {
        jdbc.sql("UPDATE release SET %s = ? WHERE id = ?".formatted(column))
                .params(java.util.Arrays.asList(at == null ? null : Timestamp.from(at), id))
                .update();
        LOG.info("Release {}: {} {}", id, column, at == null ? "taken back" : "set");
        announcer.announce("release", Map.of("id", id, "by", account.name()));
    }

    /**
     * Takes a deleted or archived release back. A code that was given to something else meanwhile is taken off it.
     *
     * @return the codes it no longer has
     */
    @Transactional
    @For(Role.ASSISTANT)
    public List<String> restore(long id, Account account) {
        boolean deleted = jdbc.sql("SELECT deleted_at IS NOT NULL FROM release WHERE id = ? FOR UPDATE")
                .param(id)
                .query(Boolean.class)
                .optional()
                .orElseThrow(() -> Problem.missing("release"));
        // asked while it is still deleted: its own codes are not counted as in use
        Map<Field<?>, Set<String>> held = new HashMap<>();
        if (deleted) for (Field<?> field : CODES) held.put(field, codes.held(field));
        shelve(id, "deleted_at", null, account);
        shelve(id, "archived_at", null, account);
        if (!deleted) return List.of();
        Release release = releases.locked(id).orElseThrow(() -> Problem.missing("release"));
        List<Change> lost = new ArrayList<>();
        Ref self = new Ref(Entity.RELEASE, id);
        drop(release.facts(), self, Fields.RELEASE_BARCODE, held, lost);
        drop(release.facts(), self, Fields.RELEASE_CATALOGUE_NUMBER, held, lost);
        for (Track track : release.tracks())
            // a recording that stands on another release too has kept its code there
            if (!elsewhere(track.recording().id(), id))
                drop(
                        track.recording().facts(),
                        release.ref(track, Entity.RECORDING),
                        Fields.RECORDING_ISRC,
                        held,
                        lost);
        if (!lost.isEmpty())
            changes.apply(
                    id, new ChangeService.Batch("Codes assigned elsewhere", ChangeSource.CODE_BOOK, lost), account);
        return lost.stream().map(Change::before).toList();
    }

    private boolean elsewhere(long recording, long release) {
        return jdbc.sql("""
                        SELECT EXISTS (SELECT 1 FROM track t JOIN release o ON o.id = t.release_id
                            WHERE t.recording_id = ? AND t.release_id <> ? AND o.deleted_at IS NULL)""").params(recording, release).query(Boolean.class).single();
    }

    private static void drop(
            Facts facts, Ref target, Field<?> field, Map<Field<?>, Set<String>> held, List<Change> to) {
        String code = facts.text(field);
        if (code != null && requireNonNull(held.get(field)).contains(code))
            to.add(new Change(target, field, code, null));
    }
}

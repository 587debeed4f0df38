package app.entrada.server.releases;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Order;
import app.entrada.core.field.Sha256;
import app.entrada.core.field.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.server.accounts.Account;
import app.entrada.server.people.PeopleBook;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The one way to write a fact. A batch of changes is applied in one transaction with the release locked: each change must
 * find the value that its writer saw, else the whole batch is a conflict and both values are shown. What was applied stands
 * in the change log; undo and redo are further batches. A batch belongs to a release, or, when it changes people or facts on
 * several releases, to the catalogue.
 */
@Service
public class ChangeService {
    private final JdbcClient jdbc;
    /** The lock of batches that belong to no release; any number does. */
    private static final long CATALOGUE_LOCK = 0x454e5452;

    private final ReleaseRepository releases;
    private final PeopleBook people;
    private final Announcer announcer;
    private final Clock clock;

    ChangeService(JdbcClient jdbc, ReleaseRepository releases, PeopleBook people, Announcer announcer, Clock clock) {
        this.jdbc = jdbc;
        this.releases = releases;
        this.people = people;
        this.announcer = announcer;
        this.clock = clock;
    }

    /**
     * A batch to apply.
     *
     * @param says what is done, for the history and the undo button: "Title of track 3"
     * @param source where the values come from: "typed", "safe fix", "placed file"
     */
    public record Batch(String says, String source, List<Change> changes) {}

    /** A value that is not the one its writer saw. */
    public record Conflict(
            String field,
            long target,
            @Nullable String seen,
            @Nullable String stored,
            @Nullable String wanted) {}

    /** What can be taken back or done again, in words; null when nothing. */
    public record Stack(@Nullable String undo, @Nullable String redo) {}

    /** Applies a batch. Changes that change nothing are left out; an empty batch is no batch. */
    @Transactional
    public Release apply(long releaseId, Batch batch, Account account) {
        lock(releaseId);
        apply((Long) releaseId, batch, account);
        return releases.find(releaseId).orElseThrow();
    }

    /** Applies a batch to people, or to facts of any releases at once. */
    @Transactional
    public void applyToCatalogue(Batch batch, Account account) {
        lockCatalogue();
        apply((Long) null, batch, account);
    }

    private void lock(long releaseId) {
        if (!releases.lock(releaseId)) throw Problem.missing("release");
    }

    private void apply(@Nullable Long scope, Batch batch, Account account) {
        List<Change> changes = people.resolve(batch.changes()).stream()
                .filter(change -> !change.isEmpty())
                .toList();
        if (!changes.isEmpty()) write(scope, changes, account, "edit", null, batch.says(), batch.source());
    }

    private void lockCatalogue() {
        jdbc.sql("SELECT pg_advisory_xact_lock(?)")
                .param(CATALOGUE_LOCK)
                .query((row, n) -> "locked")
                .list();
    }

    /** Takes the account's last batch on this release back. */
    @Transactional
    public Release undo(long releaseId, Account account) {
        lock(releaseId);
        takeBack(releaseId, account);
        return releases.find(releaseId).orElseThrow();
    }

    /** Takes the account's last batch on the catalogue back. */
    @Transactional
    public void undoInCatalogue(Account account) {
        lockCatalogue();
        takeBack(null, account);
    }

    private void takeBack(@Nullable Long scope, Account account) {
        Logged last = lastDone(scope, account)
                .orElseThrow(() -> Problem.conflict("nothing-to-undo", "There is nothing of yours to take back here."));
        List<Change> back = new ArrayList<>();
        for (Change change : changes(last.id)) back.add(0, change.inverse());
        write(scope, people.resolve(back), account, "undo", last.id, last.says, "undo");
        jdbc.sql("UPDATE batch SET undone = true WHERE id = ?").param(last.id).update();
    }

    /** Does again what the account took back last. */
    @Transactional
    public Release redo(long releaseId, Account account) {
        lock(releaseId);
        doAgain(releaseId, account);
        return releases.find(releaseId).orElseThrow();
    }

    /** Does again what the account took back last in the catalogue. */
    @Transactional
    public void redoInCatalogue(Account account) {
        lockCatalogue();
        doAgain(null, account);
    }

    private void doAgain(@Nullable Long scope, Account account) {
        Logged next = firstUndone(scope, account)
                .orElseThrow(() -> Problem.conflict("nothing-to-redo", "There is nothing of yours to do again here."));
        write(scope, people.resolve(changes(next.id)), account, "redo", next.id, next.says, "redo");
        jdbc.sql("UPDATE batch SET undone = false WHERE id = ?").param(next.id).update();
    }

    /** What the account can take back and do again on a release. */
    public Stack stack(long releaseId, Account account) {
        return stackOf(releaseId, account);
    }

    /** What the account can take back and do again in the catalogue. */
    public Stack stackOfCatalogue(Account account) {
        return stackOf(null, account);
    }

    private Stack stackOf(@Nullable Long scope, Account account) {
        return new Stack(
                lastDone(scope, account).map(Logged::says).orElse(null),
                firstUndone(scope, account).map(Logged::says).orElse(null));
    }

    private record Logged(long id, String says) {}

    private Optional<Logged> lastDone(@Nullable Long scope, Account account) {
        return logged("""
                SELECT id, says FROM batch WHERE release_id IS NOT DISTINCT FROM ? AND account_id = ? AND kind = 'edit' AND NOT undone
                ORDER BY id DESC LIMIT 1""", scope, account.id());
    }

    /** A new edit ends what could be done again: only batches behind the last standing one count. */
    private Optional<Logged> firstUndone(@Nullable Long scope, Account account) {
        return logged("""
                SELECT id, says FROM batch b WHERE release_id IS NOT DISTINCT FROM ? AND account_id = ? AND kind = 'edit' AND undone
                  AND id > coalesce((SELECT max(id) FROM batch WHERE release_id IS NOT DISTINCT FROM b.release_id
                      AND account_id = b.account_id AND kind = 'edit' AND NOT undone), 0)
                ORDER BY id LIMIT 1""", scope, account.id());
    }

    private Optional<Logged> logged(String sql, @Nullable Long scope, long accountId) {
        return jdbc.sql(sql)
                .params(Arrays.asList(scope, accountId))
                .query((row, n) -> new Logged(row.getLong("id"), row.getString("says")))
                .optional();
    }

    private List<Change> changes(long batchId) {
        return jdbc.sql(
                        "SELECT entity, target_id, field, before, after FROM change WHERE batch_id = ? ORDER BY position")
                .param(batchId)
                .query((row, n) -> {
                    Field<?> field = Fields.byId(row.getString("field"));
                    return new Change(
                            new Ref(field.entity(), row.getLong("target_id")),
                            field,
                            row.getString("before"),
                            row.getString("after"));
                })
                .list();
    }

    private void write(
            @Nullable Long scope,
            List<Change> changes,
            Account account,
            String kind,
            Long ofBatch,
            String says,
            String source) {
        Map<Ref, Facts> known = scope == null
                ? releases.facts(changes.stream().map(Change::target).collect(Collectors.toSet()))
                : releases.facts(scope);
        List<Conflict> conflicts = new ArrayList<>();
        for (Change change : changes) {
            Facts facts = known.get(change.target());
            if (facts == null) throw Problem.input("foreign-target", "%s is not here.".formatted(change.target()));
            String stored = facts.text(change.field());
            if (!Objects.equals(stored, change.before()))
                conflicts.add(new Conflict(
                        change.field().id(), change.target().id(), change.before(), stored, change.after()));
            check(change, known);
            known.put(change.target(), facts.withText(change.field(), change.after()));
            checkName(change);
        }
        if (!conflicts.isEmpty())
            throw Problem.conflict(
                            "changed-meanwhile",
                            "Somebody changed this in the meantime. Nothing was written; both values are shown.")
                    .with("conflicts", conflicts);
        long batch = jdbc.sql("""
                        INSERT INTO batch (release_id, account_id, at, kind, of_batch, says, source)
                        VALUES (?, ?, ?, ?, ?, ?, ?) RETURNING id""")
                .params(Arrays.asList(
                        scope, account.id(), Timestamp.from(clock.instant()), kind, ofBatch, says, source))
                .query(Long.class)
                .single();
        releases.store(changes);
        log(batch, changes);
        announce(scope, changes, account);
    }

    private void log(long batch, List<Change> changes) {
        jdbc.sql("""
                        INSERT INTO change (batch_id, position, entity, target_id, field, before, after)
                        SELECT :batch, row_number() OVER () - 1, * FROM unnest(
                            CAST(:entities AS text[]), CAST(:targets AS bigint[]), CAST(:fields AS text[]),
                            CAST(:befores AS text[]), CAST(:afters AS text[]))""")
                .param("batch", batch)
                .param(
                        "entities",
                        changes.stream()
                                .map(change -> change.target().entity().id())
                                .toArray(String[]::new))
                .param(
                        "targets",
                        changes.stream().map(change -> change.target().id()).toArray(Long[]::new))
                .param(
                        "fields",
                        changes.stream().map(change -> change.field().id()).toArray(String[]::new))
                .param("befores", changes.stream().map(Change::before).toArray(String[]::new))
                .param("afters", changes.stream().map(Change::after).toArray(String[]::new))
                .update();
    }

    /** Tells every release that shows something of this, and everybody who looks at it. */
    private void announce(@Nullable Long scope, List<Change> changes, Account account) {
        Set<Long> showing = new TreeSet<>();
        if (scope != null) showing.add(scope);
        Set<Ref> shared = changes.stream()
                .map(Change::target)
                .filter(target ->
                        scope == null || target.entity() == Entity.RECORDING || target.entity() == Entity.WORK)
                .collect(Collectors.toSet());
        if (!shared.isEmpty()) showing.addAll(releases.showing(shared));
        for (long release : showing)
            announcer.announce(
                    "release", Map.of("id", release, "revision", releases.advance(release), "by", account.name()));
        if (scope == null) announcer.announce("people", Map.of("by", account.name()));
    }

    private boolean workExists(long id) {
        return jdbc.sql("SELECT EXISTS (SELECT 1 FROM work WHERE id = ?)")
                .param(id)
                .query(Boolean.class)
                .single();
    }

    private void checkName(Change change) {
        if (change.field() != Fields.PARTY_NAME) return;
        if (change.after() == null) throw Problem.input("no-name", "Somebody without a name could not be found again.");
        boolean taken = jdbc.sql("SELECT EXISTS (SELECT 1 FROM party WHERE name = ? AND id <> ?)")
                .params(change.after(), change.target().id())
                .query(Boolean.class)
                .single();
        if (taken)
            throw Problem.conflict(
                    "name-taken",
                    "“%s” is somebody already. If both are one, merge them; nothing was changed."
                            .formatted(change.after()));
    }

    private void check(Change change, Map<Ref, Facts> known) {
        if (change.after() == null) {
            if (change.field() == Fields.RECORDING_WORK)
                throw Problem.input("no-work", "Every recording is one of a work; nothing was changed.");
            return;
        }
        if (change.field() == Fields.RECORDING_WORK && !workExists(Long.parseLong(change.after())))
            throw Problem.input("no-work", "There is no such work; nothing was changed.");
        if (change.field() == Fields.RELEASE_RUNNING_ORDER
                && !Order.parse(change.after()).ids().stream()
                        .allMatch(id -> known.containsKey(new Ref(Entity.TRACK, id))))
            throw Problem.input("foreign-track", "A running order holds tracks of its own release only.");
        if (change.field().type() == ValueTypes.FILE) {
            String wanted = change.field() == Fields.RELEASE_COVER ? "picture" : "audio";
            boolean right = jdbc.sql("SELECT EXISTS (SELECT 1 FROM file WHERE sha256 = ? AND kind = ?)")
                    .params(new Sha256(change.after()).hex(), wanted)
                    .query(Boolean.class)
                    .single();
            if (!right) throw Problem.input("wrong-file", "That file is not here, or it is no %s.".formatted(wanted));
        }
    }
}

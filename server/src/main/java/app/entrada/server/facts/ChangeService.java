package app.entrada.server.facts;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.FurtherPicture;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.field.value.RunningOrder;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.files.FileKind;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import java.sql.Timestamp;
import java.sql.Types;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.dao.ConcurrencyFailureException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionSynchronizationManager;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * The one way to write a fact. A batch of changes is applied in one transaction with the release locked: each change must
 * find the value that its writer saw, else the whole batch is a conflict and both values are shown. What was applied stands
 * in the change log; undo and redo are further batches. A batch belongs to a release, or, when it changes people or facts on
 * several releases, to the catalogue.
 */
@Service
public class ChangeService {
    private final JdbcClient jdbc;
    /** Undo reaches back no further, even in a page that was left open over night. */
    private static final Duration LONGEST_SITTING = Duration.ofHours(12);

    private static final int MOST_ATTEMPTS = 3;

    private final TransactionTemplate transactions;
    private final ReleaseRepository releases;
    private final CreditRepository people;
    private final SeriesRepository series;
    private final Announcer announcer;
    private final Clock clock;

    ChangeService(
            JdbcClient jdbc,
            TransactionTemplate transactions,
            ReleaseRepository releases,
            CreditRepository people,
            SeriesRepository series,
            Announcer announcer,
            Clock clock) {
        this.jdbc = jdbc;
        this.transactions = transactions;
        this.releases = releases;
        this.people = people;
        this.series = series;
        this.announcer = announcer;
        this.clock = clock;
    }

    /**
     * A batch to apply.
     *
     * @param says what is done, for the history and the undo button: "Title of track 3"
     * @param source where the values come from
     * @param note more about that, in free words; may be empty
     */
    public record Batch(String says, ChangeSource source, String note, List<Change> changes) {
        /** Without a note. */
        public Batch(String says, ChangeSource source, List<Change> changes) {
            this(says, source, "", changes);
        }
    }

    /** A value that is not the one its writer saw. */
    public record Conflict(
            String field,
            long target,
            @Nullable String seen,
            @Nullable String stored,
            @Nullable String wanted) {}

    /** What can be taken back or done again, in words; null when nothing. */
    public record Stack(@Nullable String undo, @Nullable String redo) {}

    /**
     * Applies a batch. Changes that change nothing are left out; an empty batch is no batch. Two releases that show one
     * recording can stand in each other's way; the one that gives way is done again, and then sees what the other wrote.
     */
    @For(Role.ASSISTANT)
    public Release apply(long releaseId, Batch batch, Account account) {
        for (int attempt = 1; ; attempt++)
            try {
                return transactions.execute(status -> {
                    Set<Long> showing = lock(releaseId, batch.changes());
                    return apply(releaseId, showing, batch, account)
                            .orElseGet(() -> releases.find(releaseId).orElseThrow());
                });
            } catch (ConcurrencyFailureException inTheWay) {
                // within a larger transaction all of that would have to be done again
                if (attempt == MOST_ATTEMPTS || TransactionSynchronizationManager.isActualTransactionActive())
                    throw inTheWay;
            }
    }

    /** Applies a batch to people, or to facts of any releases at once. */
    @Transactional
    @For(Role.ASSISTANT)
    public void applyToCatalogue(Batch batch, Account account) {
        releases.lockCatalogue();
        apply(null, Set.of(), batch, account);
    }

    /** With the release all others that show something of this, in one order for everybody. */
    private Set<Long> lock(long releaseId, List<Change> changes) {
        Set<Long> locked =
                releases.lock(releaseId, changes.stream().map(Change::target).collect(Collectors.toSet()));
        if (!locked.contains(releaseId)) throw Problem.missing("release");
        return locked;
    }

    /** @return the release as it is now, when it was written and had not to be read again */
    private Optional<Release> apply(@Nullable Long scope, Set<Long> showing, Batch batch, Account account) {
        List<Change> changes = people.resolve(batch.changes()).stream()
                .filter(change -> !change.isEmpty())
                .toList();
        return changes.isEmpty()
                ? Optional.empty()
                : write(scope, showing, changes, account, "edit", null, batch.says(), batch.source(), batch.note());
    }

    /** Takes the account's last batch on this release back. */
    @Transactional
    @For(Role.ASSISTANT)
    public Release undo(long releaseId, Account account) {
        lock(releaseId, List.of());
        return takeBack(releaseId, account)
                .orElseGet(() -> releases.find(releaseId).orElseThrow());
    }

    /** Takes the account's last batch on the catalogue back. */
    @Transactional
    @For(Role.ASSISTANT)
    public void undoInCatalogue(Account account) {
        releases.lockCatalogue();
        takeBack(null, account);
    }

    private Optional<Release> takeBack(@Nullable Long scope, Account account) {
        Logged last = logged(LAST_DONE, scope, account)
                .orElseThrow(() -> Problem.conflict(
                        "nothing-to-undo",
                        "You have nothing to undo here since you signed in. Older changes are undone from Activity."));
        Optional<Release> now =
                write(scope, Set.of(), back(last.id), account, "undo", last.id, last.says, ChangeSource.UNDO, "");
        jdbc.sql("UPDATE batch SET undone = true WHERE id = ?").param(last.id).update();
        return now;
    }

    /** Does again what the account took back last. */
    @Transactional
    @For(Role.ASSISTANT)
    public Release redo(long releaseId, Account account) {
        lock(releaseId, List.of());
        return doAgain(releaseId, account)
                .orElseGet(() -> releases.find(releaseId).orElseThrow());
    }

    /** Does again what the account took back last in the catalogue. */
    @Transactional
    @For(Role.ASSISTANT)
    public void redoInCatalogue(Account account) {
        releases.lockCatalogue();
        doAgain(null, account);
    }

    private Optional<Release> doAgain(@Nullable Long scope, Account account) {
        Logged next = logged(FIRST_UNDONE, scope, account)
                .orElseThrow(() -> Problem.conflict("nothing-to-redo", "You have nothing to redo here."));
        List<Change> again = people.resolve(changes(next.id));
        Optional<Release> now =
                write(scope, Set.of(), again, account, "redo", next.id, next.says, ChangeSource.REDO, "");
        jdbc.sql("UPDATE batch SET undone = false WHERE id = ?").param(next.id).update();
        return now;
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
        Map<String, String> said = new HashMap<>();
        jdbc.sql("""
                        SELECT 'undo' AS way, says FROM (%s) last UNION ALL SELECT 'redo', says FROM (%s) next""".formatted(of(LAST_DONE, scope), of(FIRST_UNDONE, scope)))
                .params(sitting(account))
                .query(row -> {
                    said.put(row.getString("way"), row.getString("says"));
                });
        return new Stack(said.get("undo"), said.get("redo"));
    }

    /**
     * A change that undoing would make.
     *
     * @param now what stands there
     * @param changedSince whether that is something else than the batch wrote
     */
    public record Undoing(Change back, @Nullable String now, boolean changedSince) {}

    /**
     * An earlier batch, and what undoing it would change; nothing can be undone while a later change stands on it.
     *
     * @param release null for the catalogue
     */
    public record Undoable(long id, @Nullable Long release, List<Undoing> changes) {
        /** Whether nothing stands in the way. */
        public boolean possible() {
            return changes.stream().noneMatch(Undoing::changedSince);
        }
    }

    private record Earlier(long id, @Nullable Long release, String says, String kind, boolean undone) {}

    /** What undoing a batch of any age would change. */
    public Undoable undoable(long batchId) {
        Earlier earlier = earlier(batchId);
        List<Change> back = back(batchId);
        Map<Ref, Facts> known = releases.facts(back.stream().map(Change::target).collect(Collectors.toSet()));
        return new Undoable(
                batchId,
                earlier.release,
                back.stream()
                        .map(change -> {
                            Facts facts = known.get(change.target());
                            String now = facts == null ? null : facts.text(change.field());
                            return new Undoing(change, now, facts == null || !Objects.equals(now, change.before()));
                        })
                        .toList());
    }

    /** Undoes a batch of any age, all of it or nothing. */
    @Transactional
    @For(Role.ASSISTANT)
    public void undoEarlier(long batchId, Account account) {
        Earlier earlier = earlier(batchId);
        if (earlier.release == null) releases.lockCatalogue();
        else lock(earlier.release, List.of());
        if (!undoable(batchId).possible())
            throw Problem.conflict(
                    "stands-in-the-way",
                    "Some of these values were changed again later. Undo the later change first. Nothing was changed.");
        write(earlier.release, Set.of(), back(batchId), account, "undo", batchId, earlier.says, ChangeSource.UNDO, "");
        jdbc.sql("UPDATE batch SET undone = true WHERE id = ?").param(batchId).update();
    }

    private Earlier earlier(long batchId) {
        Earlier earlier = jdbc.sql("SELECT id, release_id, says, kind, undone FROM batch WHERE id = ?")
                .param(batchId)
                .query((row, n) -> new Earlier(
                        row.getLong("id"),
                        row.getObject("release_id", Long.class),
                        row.getString("says"),
                        row.getString("kind"),
                        row.getBoolean("undone")))
                .optional()
                .orElseThrow(() -> Problem.missing("change"));
        if (!earlier.kind.equals("edit") || earlier.undone)
            throw Problem.conflict("undone-already", "This has already been undone. Nothing was changed.");
        return earlier;
    }

    private List<Change> back(long batchId) {
        List<Change> back = new ArrayList<>();
        for (Change change : changes(batchId)) back.add(0, change.inverse());
        return people.resolve(back);
    }

    private record Logged(long id, String says) {}

    private static final String LAST_DONE = """
            SELECT id, says FROM batch WHERE %1$s AND account_id = :account AND sitting = :sitting AND at > :since
              AND kind = 'edit' AND NOT undone ORDER BY id DESC LIMIT 1""";

    /** What was taken back last; a new edit ends what could be done again, even when that is taken back in its turn. */
    private static final String FIRST_UNDONE = """
            SELECT id, says FROM batch b
              CROSS JOIN LATERAL (SELECT max(u.id) AS back FROM batch u WHERE u.of_batch = b.id AND u.kind = 'undo') u
              WHERE %1$s AND account_id = :account AND sitting = :sitting AND at > :since
              AND kind = 'edit' AND undone AND back > (SELECT max(id) FROM batch WHERE %1$s AND account_id = :account
                  AND kind = 'edit') ORDER BY back DESC LIMIT 1""";

    private static String of(String sql, @Nullable Long scope) {
        return sql.formatted(scope == null ? "release_id IS NULL" : "release_id = " + scope);
    }

    private Map<String, Object> sitting(Account account) {
        return Map.of(
                "account",
                account.id(),
                "sitting",
                account.sitting(),
                "since",
                Timestamp.from(clock.instant().minus(LONGEST_SITTING)));
    }

    private Optional<Logged> logged(String sql, @Nullable Long scope, Account account) {
        return jdbc.sql(of(sql, scope))
                .params(sitting(account))
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

    /**
     * Writes changes.
     *
     * @param showing releases that show something of this, as far as they have been found and locked
     * @return the release as it is now, unless it has to be read again
     */
    private Optional<Release> write(
            @Nullable Long scope,
            Set<Long> showing,
            List<Change> changes,
            Account account,
            String kind,
            @Nullable Long ofBatch,
            String says,
            ChangeSource source,
            String note) {
        ReleaseRepository.Snapshot snapshot = scope == null ? null : releases.snapshot(scope);
        Map<Ref, Facts> known = snapshot == null
                ? releases.facts(changes.stream().map(Change::target).collect(Collectors.toSet()))
                : snapshot.facts();
        List<Conflict> conflicts = new ArrayList<>();
        List<Change> open = new ArrayList<>();
        for (Change change : changes) {
            Facts facts = known.get(change.target());
            if (facts == null) throw Problem.input("foreign-target", "%s does not exist.".formatted(change.target()));
            String stored = facts.text(change.field());
            // it stands there already: written before, and the answer was lost on its way
            if (Objects.equals(stored, change.after()) && !change.isEmpty()) continue;
            open.add(change);
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
                            "Someone changed this in the meantime. Nothing was written; both values are shown.")
                    .with("conflicts", conflicts);
        if (open.isEmpty() && kind.equals("edit")) return Optional.empty();
        releases.store(open);
        if (kind.equals("undo")) people.leave(open);
        readBack(open);
        log(scope, open, account, kind, ofBatch, says, source, note);
        Map<Long, Integer> revisions = announce(scope, showing, open, account);
        return snapshot == null ? Optional.empty() : snapshot.release(requireNonNull(revisions.get(scope)));
    }

    /**
     * Reads everything again that a new name now stands in. A name can break a list that it was never typed into; what would
     * be read otherwise than it is, or not at all, is not committed.
     */
    private void readBack(List<Change> changes) {
        List<Long> named = changes.stream()
                .filter(change -> change.target().entity() == Entity.PARTY)
                .filter(change -> change.field() == Fields.PARTY_NAME || change.field() == Fields.PARTY_MERGED_INTO)
                .map(change -> change.target().id())
                .distinct()
                .toList();
        if (named.isEmpty()) return;
        releases.facts(people.naming(named)).forEach((ref, facts) -> {
            Optional<Field<?>> broken =
                    facts.unreadable().keySet().stream().findFirst().or(facts::changedByWriting);
            if (broken.isPresent())
                throw Problem.input(
                                "name-breaks-list",
                                "With this name, %s of a %s would be read as someone else. Choose a name without “via” and colons. Nothing was changed."
                                        .formatted(
                                                broken.get().name(),
                                                ref.entity().id()))
                        .with("field", broken.get().id());
        });
    }

    private void log(
            @Nullable Long scope,
            List<Change> changes,
            Account account,
            String kind,
            @Nullable Long ofBatch,
            String says,
            ChangeSource source,
            String note) {
        jdbc.sql("""
                        WITH written AS (
                            INSERT INTO batch (release_id, account_id, at, kind, of_batch, says, source, note, sitting)
                            VALUES (:release, :account, :at, :kind, :ofBatch, :says, :source, :note, :sitting) RETURNING id)
                        INSERT INTO change (batch_id, position, entity, target_id, field, before, after)
                        SELECT written.id, given.position - 1, given.entity, given.target, given.field, given.before, given.after
                        FROM written, unnest(CAST(:entities AS text[]), CAST(:targets AS bigint[]), CAST(:fields AS text[]),
                            CAST(:befores AS text[]), CAST(:afters AS text[]))
                            WITH ORDINALITY AS given (entity, target, field, before, after, position)""")
                .param("release", scope, Types.BIGINT)
                .param("account", account.id())
                .param("at", Timestamp.from(clock.instant()))
                .param("kind", kind)
                .param("ofBatch", ofBatch, Types.BIGINT)
                .param("says", says)
                .param("source", source.id())
                .param("note", note)
                .param("sitting", account.sitting())
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

    /** Tells every release that shows something of this, and everybody who looks at it; the revisions that they have now. */
    private Map<Long, Integer> announce(@Nullable Long scope, Set<Long> locked, List<Change> changes, Account account) {
        Set<Long> showing = new TreeSet<>(locked);
        if (scope != null) showing.add(scope);
        if (locked.isEmpty()) {
            Set<Ref> shared = changes.stream()
                    .map(Change::target)
                    .filter(target ->
                            scope == null || target.entity() == Entity.RECORDING || target.entity() == Entity.WORK)
                    .collect(Collectors.toSet());
            if (!shared.isEmpty()) showing.addAll(releases.showing(shared));
        }
        Map<Long, Integer> revisions = releases.advance(showing);
        List<Map<String, Object>> said = new ArrayList<>();
        revisions.forEach(
                (release, revision) -> said.add(Map.of("id", release, "revision", revision, "by", account.name())));
        if (!said.isEmpty()) announcer.announce("release", said);
        if (scope == null || changes.stream().anyMatch(ChangeService::isOfPeople))
            announcer.announce("people", Map.of("by", account.name()));
        return revisions;
    }

    /** Whether it is of somebody, or of who did something. */
    private static boolean isOfPeople(Change change) {
        return change.target().entity() == Entity.PARTY || change.field().type() instanceof PeopleType;
    }

    private boolean workExists(long id) {
        return jdbc.sql("SELECT EXISTS (SELECT 1 FROM work WHERE id = ?)")
                .param(id)
                .query(Boolean.class)
                .single();
    }

    private void checkFiles(FileKind wanted, List<Sha256> files) {
        int right = jdbc.sql("SELECT count(*) FROM file WHERE sha256 = ANY (?) AND kind = ?")
                .params(files.stream().map(Sha256::hex).toArray(String[]::new), wanted.id())
                .query(Integer.class)
                .single();
        if (right < files.size())
            throw Problem.input(
                    "wrong-file",
                    "The file does not exist, or it is not %s file."
                            .formatted(wanted == FileKind.AUDIO ? "an audio" : "a picture"));
    }

    private void checkName(Change change) {
        if (change.field() == Fields.SERIES_TITLE && change.after() == null)
            throw Problem.input("no-name", "A title is required.")
                    .with("field", change.field().id());
        if (change.field() != Fields.PARTY_NAME) return;
        if (change.after() == null) throw Problem.input("no-name", "A name is required.");
        boolean taken = jdbc.sql("SELECT EXISTS (SELECT 1 FROM party WHERE name = ? AND id <> ?)")
                .params(change.after(), change.target().id())
                .query(Boolean.class)
                .single();
        if (taken)
            throw Problem.conflict(
                    "name-taken",
                    "“%s” already exists. If both are the same, merge them; nothing was changed."
                            .formatted(change.after()));
    }

    private void check(Change change, Map<Ref, Facts> known) {
        if (change.after() == null) {
            if (change.field() == Fields.RECORDING_WORK)
                throw Problem.input("no-work", "Every recording needs a work; nothing was changed.");
            return;
        }
        if (change.field() == Fields.RECORDING_WORK && !workExists(Long.parseLong(change.after())))
            throw Problem.input("no-work", "The work does not exist; nothing was changed.");
        if (change.field() == Fields.RELEASE_RUNNING_ORDER
                && !RunningOrder.parse(change.after()).ids().stream()
                        .allMatch(id -> known.containsKey(new Ref(Entity.TRACK, id))))
            throw Problem.input("foreign-track", "A running order contains tracks of its own release only.");
        if (change.field() == Fields.RECORDING_MASTER) checkFiles(FileKind.AUDIO, List.of(new Sha256(change.after())));
        else if (change.field().type() == ValueTypes.FILE)
            checkFiles(FileKind.PICTURE, List.of(new Sha256(change.after())));
        if (change.field() == Fields.RELEASE_PICTURES)
            checkFiles(
                    FileKind.PICTURE,
                    Fields.RELEASE_PICTURES.type().parse(change.after()).stream()
                            .map(FurtherPicture::file)
                            .toList());
        if (change.field() == Fields.RELEASE_SERIES) series.enter(change.after());
    }
}

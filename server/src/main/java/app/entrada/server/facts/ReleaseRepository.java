package app.entrada.server.facts;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.field.value.RunningOrder;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import java.util.TreeSet;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/**
 * Releases in the database. Columns are named by the field registry; names of people stand in {@code credit}, see
 * {@link CreditRepository}. Any number of releases of any size is loaded in three queries.
 */
@Repository
public class ReleaseRepository {
    private final JdbcClient jdbc;
    private final CreditRepository people;

    ReleaseRepository(JdbcClient jdbc, CreditRepository people) {
        this.jdbc = jdbc;
        this.people = people;
    }

    /** Ids of all that are neither deleted nor archived, the newest release first. */
    public List<Long> ids() {
        return jdbc.sql("""
                        SELECT id FROM release WHERE deleted_at IS NULL AND archived_at IS NULL
                        ORDER BY release_date DESC NULLS FIRST, id DESC""").query(Long.class).list();
    }

    /** Whether there is any, also one that is out of the way. */
    public boolean any() {
        return jdbc.sql("SELECT id FROM release ORDER BY id LIMIT 1")
                .query(Long.class)
                .optional()
                .isPresent();
    }

    /** Episodes of a series, the newest release first. */
    public List<Release> ofSeries(String title) {
        return load(jdbc.sql("""
                        SELECT id FROM release WHERE series = ? AND deleted_at IS NULL
                        ORDER BY release_date DESC NULLS FIRST, id DESC""").param(title).query(Long.class).list());
    }

    /** The release that has a track. */
    public Optional<Release> ofTrack(long track) {
        return jdbc.sql("SELECT release_id FROM track WHERE id = ?")
                .param(track)
                .query(Long.class)
                .optional()
                .flatMap(this::find);
    }

    /** On how many recordings each of these works is; works without one are left out. */
    public Map<Long, Integer> recordingsOf(Collection<Long> works) {
        Map<Long, Integer> counts = new HashMap<>();
        jdbc.sql("SELECT work_id, count(*) AS n FROM recording WHERE work_id = ANY (?) GROUP BY work_id")
                .param(works.toArray(Long[]::new))
                .query(row -> {
                    counts.put(row.getLong("work_id"), row.getInt("n"));
                });
        return counts;
    }

    /** The release with this id. */
    public Optional<Release> find(long id) {
        return load(List.of(id)).stream().findFirst();
    }

    /** The lock of batches that belong to no release; any number does. */
    private static final long CATALOGUE_LOCK = 0x454e5452;

    /** Waits for all batches of releases, and keeps them out until the transaction ends. */
    public void lockCatalogue() {
        jdbc.sql("SELECT pg_advisory_xact_lock(?)")
                .param(CATALOGUE_LOCK)
                .query((row, n) -> "locked")
                .list();
    }

    /**
     * Locks a release until the transaction ends; false when there is none. Whoever writes anything that belongs to a release
     * does this first: a lock that is taken later, in another order, would stand in somebody's way.
     */
    public boolean lock(long id) {
        return lock(id, Set.of()).contains(id);
    }

    /**
     * Locks a release and all others that show one of these things, the lowest number first, and keeps batches of the catalogue
     * out; others of releases go on beside this one.
     *
     * @return those that were locked; without the release itself when there is none
     */
    Set<Long> lock(long id, Collection<Ref> shared) {
        return new TreeSet<>(jdbc.sql("""
                        WITH catalogue AS MATERIALIZED (SELECT pg_advisory_xact_lock_shared(:lock))
                        SELECT r.id FROM release r, catalogue
                        WHERE r.id = :id AND r.deleted_at IS NULL OR r.id IN (
                            SELECT t.release_id FROM track t JOIN recording c ON c.id = t.recording_id
                            WHERE c.id = ANY (:recordings) OR c.work_id = ANY (:works))
                        ORDER BY r.id FOR UPDATE OF r""")
                .param("lock", CATALOGUE_LOCK)
                .param("id", id)
                .param("recordings", ids(shared, Entity.RECORDING))
                .param("works", ids(shared, Entity.WORK))
                .query(Long.class)
                .list());
    }

    private static Long[] ids(Collection<Ref> refs, Entity entity) {
        return refs.stream().filter(ref -> ref.entity() == entity).map(Ref::id).toArray(Long[]::new);
    }

    /** Locks a release until the transaction ends, and loads it. */
    public Optional<Release> locked(long id) {
        return lock(id) ? find(id) : Optional.empty();
    }

    private record Base(int revision, Facts facts) {}

    private record ReleaseRow(
            long releaseId, long id, Facts facts, long recordingId, Facts recording, long workId, Facts work) {}

    /** What was read of some releases, before tracks are put into their order. */
    private record Read(Map<Long, Base> bases, List<ReleaseRow> rows, Map<Ref, CreditRepository.Named> names) {
        Facts release(long id) {
            return with(requireNonNull(bases.get(id)).facts, names, new Ref(Entity.RELEASE, id));
        }

        Facts track(ReleaseRow row) {
            return with(row.facts, names, new Ref(Entity.TRACK, row.id));
        }

        Recording recording(ReleaseRow row) {
            Work work = new Work(row.workId, with(row.work, names, new Ref(Entity.WORK, row.workId)));
            return new Recording(
                    row.recordingId, with(row.recording, names, new Ref(Entity.RECORDING, row.recordingId)), work);
        }
    }

    private Read read(Collection<Long> ids) {
        Map<Long, Base> bases = new HashMap<>();
        jdbc.sql("SELECT r.id, r.revision, %s FROM release r WHERE r.id IN (:ids) AND r.deleted_at IS NULL"
                        .formatted(FactColumns.selected(Entity.RELEASE, "r")))
                .param("ids", ids)
                .query((row, n) -> bases.put(
                        row.getLong("id"), new Base(row.getInt("revision"), FactColumns.read(row, Entity.RELEASE))))
                .list();
        List<ReleaseRow> rows = jdbc.sql("""
                        SELECT t.release_id, t.id, t.recording_id, r.work_id, %s, %s, %s
                        FROM track t JOIN recording r ON r.id = t.recording_id JOIN work w ON w.id = r.work_id
                        WHERE t.release_id IN (:ids)""".formatted(
                                FactColumns.selected(Entity.TRACK, "t"),
                                FactColumns.selected(Entity.RECORDING, "r"),
                                FactColumns.selected(Entity.WORK, "w")))
                .param("ids", ids)
                .query((row, n) -> new ReleaseRow(
                        row.getLong("release_id"),
                        row.getLong("id"),
                        FactColumns.read(row, Entity.TRACK),
                        row.getLong("recording_id"),
                        FactColumns.read(row, Entity.RECORDING),
                        row.getLong("work_id"),
                        FactColumns.read(row, Entity.WORK)))
                .list();
        return new Read(bases, rows, names(ids, rows));
    }

    /** Releases in the order of the ids, each with the tracks of its running order. */
    public List<Release> load(Collection<Long> ids) {
        if (ids.isEmpty()) return List.of();
        Read read = read(ids);
        Map<Long, ReleaseRow> rows = read.rows.stream().collect(Collectors.toMap(ReleaseRow::id, row -> row));
        List<Release> releases = new ArrayList<>();
        for (long id : ids) {
            if (!read.bases.containsKey(id)) continue;
            Facts facts = read.release(id);
            List<Track> ordered = new ArrayList<>();
            for (long trackId : facts.get(Fields.RELEASE_RUNNING_ORDER)
                    .map(RunningOrder::ids)
                    .orElse(List.of())) {
                ReleaseRow row = rows.get(trackId);
                if (row != null && row.releaseId == id)
                    ordered.add(new Track(trackId, ordered.size() + 1, read.track(row), read.recording(row)));
            }
            releases.add(new Release(id, read.bases.get(id).revision, facts, ordered));
        }
        return releases;
    }

    /** The release with tracks behind its last one that were created for it and are in no running order yet. */
    public Release with(Release release, List<Long> created) {
        Read read = read(List.of(release.id()));
        List<Track> tracks = new ArrayList<>(release.tracks());
        for (ReleaseRow row : read.rows)
            if (created.contains(row.id))
                tracks.add(new Track(row.id, tracks.size() + 1, read.track(row), read.recording(row)));
        return new Release(release.id(), release.revision(), release.facts(), tracks);
    }

    /** Facts of these things, whatever releases they are on. */
    public Map<Ref, Facts> facts(Collection<Ref> refs) {
        Map<Entity, List<Long>> ids = refs.stream()
                .collect(Collectors.groupingBy(
                        Ref::entity,
                        () -> new EnumMap<>(Entity.class),
                        Collectors.mapping(Ref::id, Collectors.toList())));
        Map<Ref, CreditRepository.Named> names = people.names(ids);
        Map<Ref, Facts> facts = new HashMap<>();
        ids.forEach((entity, wanted) -> jdbc.sql("SELECT e.id, %s FROM %s e WHERE e.id = ANY (:ids)"
                        .formatted(FactColumns.selected(entity, "e"), entity.id()))
                .param("ids", wanted.toArray(Long[]::new))
                .query((row, n) -> {
                    Ref ref = new Ref(entity, row.getLong("id"));
                    return facts.put(ref, with(FactColumns.read(row, entity), names, ref));
                })
                .list());
        return facts;
    }

    /** Releases that show one of these things. */
    public List<Long> showing(Collection<Ref> refs) {
        return jdbc.sql("""
                        SELECT id FROM release WHERE id = ANY (:releases) UNION
                        SELECT t.release_id FROM track t JOIN recording r ON r.id = t.recording_id
                        WHERE t.id = ANY (:tracks) OR r.id = ANY (:recordings) OR r.work_id = ANY (:works)""")
                .param("releases", ids(refs, Entity.RELEASE))
                .param("tracks", ids(refs, Entity.TRACK))
                .param("recordings", ids(refs, Entity.RECORDING))
                .param("works", ids(refs, Entity.WORK))
                .query(Long.class)
                .list();
    }

    /** Facts of a release and of all its tracks, those that were taken out of the running order too: undo needs them. */
    public Map<Ref, Facts> facts(long id) {
        return snapshot(id).facts();
    }

    /** A release as it was read, to change it and hand it on without reading it again. */
    Snapshot snapshot(long id) {
        Read read = read(List.of(id));
        Map<Ref, Facts> facts = new HashMap<>();
        facts.put(new Ref(Entity.RELEASE, id), read.release(id));
        for (ReleaseRow row : read.rows) {
            Recording recording = read.recording(row);
            facts.put(new Ref(Entity.TRACK, row.id), read.track(row));
            facts.put(new Ref(Entity.RECORDING, recording.id()), recording.facts());
            facts.put(
                    new Ref(Entity.WORK, recording.work().id()),
                    recording.work().facts());
        }
        return new Snapshot(id, facts, read.rows);
    }

    /** What was read of a release: its facts, which may be put into another state, and which track has which recording. */
    static final class Snapshot {
        private final long id;
        private final Map<Ref, Facts> facts;
        private final Map<Long, ReleaseRow> rows;

        private Snapshot(long id, Map<Ref, Facts> facts, List<ReleaseRow> rows) {
            this.id = id;
            this.facts = facts;
            this.rows = rows.stream().collect(Collectors.toMap(ReleaseRow::id, row -> row));
        }

        /** Facts by thing; what is put here is what the release is made of. */
        Map<Ref, Facts> facts() {
            return facts;
        }

        private Facts factsOf(Entity entity, long of) {
            return requireNonNull(facts.get(new Ref(entity, of)));
        }

        /** The release of the facts as they are here; empty when a recording is one of a work that was not read. */
        Optional<Release> release(int revision) {
            Facts own = factsOf(Entity.RELEASE, id);
            List<Track> ordered = new ArrayList<>();
            for (long trackId :
                    own.get(Fields.RELEASE_RUNNING_ORDER).map(RunningOrder::ids).orElse(List.of())) {
                ReleaseRow row = rows.get(trackId);
                if (row == null) continue;
                Facts recording = factsOf(Entity.RECORDING, row.recordingId);
                String work = recording.text(Fields.RECORDING_WORK);
                long workId = work == null ? row.workId : Long.parseLong(work);
                Facts ofWork = facts.get(new Ref(Entity.WORK, workId));
                if (ofWork == null) return Optional.empty();
                ordered.add(new Track(
                        trackId,
                        ordered.size() + 1,
                        factsOf(Entity.TRACK, trackId),
                        new Recording(row.recordingId, recording, new Work(workId, ofWork))));
            }
            return Optional.of(new Release(id, revision, own, ordered));
        }
    }

    private Map<Ref, CreditRepository.Named> names(Collection<Long> ids, List<ReleaseRow> rows) {
        return people.names(Map.of(
                Entity.RELEASE, List.copyOf(ids),
                Entity.TRACK, rows.stream().map(ReleaseRow::id).toList(),
                Entity.RECORDING,
                        rows.stream().map(ReleaseRow::recordingId).distinct().toList(),
                Entity.WORK, rows.stream().map(ReleaseRow::workId).distinct().toList()));
    }

    private static Facts with(Facts facts, Map<Ref, CreditRepository.Named> names, Ref ref) {
        CreditRepository.Named named = names.get(ref);
        return named == null ? facts : named.with(facts);
    }

    /** A new, empty release. */
    public long create(Instant now) {
        return jdbc.sql("INSERT INTO release (created_at) VALUES (?) RETURNING id")
                .param(Timestamp.from(now))
                .query(Long.class)
                .single();
    }

    /** A new track that is in no running order yet, with a recording and a work of its own. */
    public long createTrack(long releaseId) {
        long work = jdbc.sql("INSERT INTO work DEFAULT VALUES RETURNING id")
                .query(Long.class)
                .single();
        long recording = jdbc.sql("INSERT INTO recording (work_id) VALUES (?) RETURNING id")
                .param(work)
                .query(Long.class)
                .single();
        return createTrack(releaseId, recording);
    }

    /** The recording that has this ISRC, the oldest where several have it. */
    public Optional<Long> recordingWith(String isrc) {
        return jdbc.sql("""
                        SELECT r.id FROM recording r WHERE r.isrc = ? AND EXISTS (SELECT 1 FROM track t
                            JOIN release o ON o.id = t.release_id WHERE t.recording_id = r.id AND o.deleted_at IS NULL)
                        ORDER BY r.id LIMIT 1""").param(isrc).query(Long.class).optional();
    }

    /** A new track of a recording that exists. */
    public long createTrack(long releaseId, long recordingId) {
        return jdbc.sql("INSERT INTO track (release_id, recording_id) VALUES (?, ?) RETURNING id")
                .params(releaseId, recordingId)
                .query(Long.class)
                .single();
    }

    /** Stores facts; the changes have been checked. One statement a field, however many things it is set for. */
    void store(List<Change> changes) {
        Map<Field<?>, Map<Long, Change>> texts = new java.util.LinkedHashMap<>();
        for (Change change : changes)
            if (change.field().type() instanceof PeopleType<?> type)
                people.store(change.target(), change.field(), type, change.after());
            else
                // of two changes of one fact the later holds
                texts.computeIfAbsent(change.field(), field -> new java.util.LinkedHashMap<>())
                        .put(change.target().id(), change);
        texts.forEach((field, byTarget) -> store(field, byTarget.values()));
    }

    private void store(Field<?> field, Collection<Change> changes) {
        if (field.entity() == Entity.PARTY) people.touched();
        // table and column come from the registry, never from a request
        String as = field.type() == ValueTypes.REFERENCE ? "bigint" : "text";
        jdbc.sql("""
                        UPDATE %s SET %s = CAST(given.after AS %s)
                        FROM unnest(CAST(:targets AS bigint[]), CAST(:afters AS text[])) AS given (target, after)
                        WHERE id = given.target""".formatted(field.entity().id(), field.column(), as))
                .param(
                        "targets",
                        changes.stream().map(change -> change.target().id()).toArray(Long[]::new))
                .param("afters", changes.stream().map(Change::after).toArray(String[]::new))
                .update();
    }

    /** Counts an accepted batch on releases; their new revisions. */
    Map<Long, Integer> advance(Collection<Long> releases) {
        Map<Long, Integer> revisions = new TreeMap<>();
        jdbc.sql("UPDATE release SET revision = revision + 1 WHERE id = ANY (?) RETURNING id, revision")
                .param(releases.toArray(Long[]::new))
                .query(row -> {
                    revisions.put(row.getLong("id"), row.getInt("revision"));
                });
        return revisions;
    }
}

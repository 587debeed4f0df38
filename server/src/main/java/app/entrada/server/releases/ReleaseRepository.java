package app.entrada.server.releases;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Names;
import app.entrada.core.field.Order;
import app.entrada.core.field.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Recording;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.Work;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.stream.Collectors;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/**
 * Releases in the database. Columns are named by the field registry; names of people stand in {@code credit}. Any number of
 * releases of any size is loaded in three queries.
 */
@Repository
public class ReleaseRepository {
    private final JdbcClient jdbc;

    ReleaseRepository(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    private static List<Field<?>> columns(Entity entity) {
        return Fields.of(entity).stream()
                .filter(field -> field.type() != ValueTypes.NAMES)
                .toList();
    }

    private static String selected(Entity entity, String alias) {
        return columns(entity).stream()
                .map(field -> "%s.%s AS %s_%s".formatted(alias, field.column(), entity.id(), field.column()))
                .collect(Collectors.joining(", "));
    }

    private static Facts read(ResultSet row, Entity entity) throws SQLException {
        Facts facts = Facts.NONE;
        for (Field<?> field : columns(entity))
            facts = facts.withText(field, row.getString(entity.id() + "_" + field.column()));
        return facts;
    }

    /** All ids, the newest release first. */
    public List<Long> ids() {
        return jdbc.sql("SELECT id FROM release ORDER BY release_date DESC NULLS FIRST, id DESC")
                .query(Long.class)
                .list();
    }

    /** The release with this id. */
    public Optional<Release> find(long id) {
        return load(List.of(id)).stream().findFirst();
    }

    /** Locks a release until the transaction ends, and loads it. */
    public Optional<Release> lock(long id) {
        return jdbc.sql("SELECT id FROM release WHERE id = ? FOR UPDATE")
                .param(id)
                .query(Long.class)
                .optional()
                .flatMap(this::find);
    }

    private record Base(int revision, Facts facts) {}

    private record Row(long releaseId, long id, Facts facts, long recordingId, Facts recording, long workId) {}

    /** What was read of some releases, before tracks are put into their order. */
    private record Read(Map<Long, Base> bases, List<Row> rows, Map<Ref, Map<Field<?>, List<String>>> names) {
        Facts release(long id) {
            return with(bases.get(id).facts, names, new Ref(Entity.RELEASE, id));
        }

        Facts track(Row row) {
            return with(row.facts, names, new Ref(Entity.TRACK, row.id));
        }

        Recording recording(Row row) {
            Work work = new Work(row.workId, with(Facts.NONE, names, new Ref(Entity.WORK, row.workId)));
            return new Recording(
                    row.recordingId, with(row.recording, names, new Ref(Entity.RECORDING, row.recordingId)), work);
        }
    }

    private Read read(Collection<Long> ids) {
        Map<Long, Base> bases = new HashMap<>();
        jdbc.sql("SELECT r.id, r.revision, %s FROM release r WHERE r.id IN (:ids)"
                        .formatted(selected(Entity.RELEASE, "r")))
                .param("ids", ids)
                .query((row, n) ->
                        bases.put(row.getLong("id"), new Base(row.getInt("revision"), read(row, Entity.RELEASE))))
                .list();
        List<Row> rows = jdbc.sql("""
                        SELECT t.release_id, t.id, t.recording_id, r.work_id, %s, %s
                        FROM track t JOIN recording r ON r.id = t.recording_id WHERE t.release_id IN (:ids)""".formatted(selected(Entity.TRACK, "t"), selected(Entity.RECORDING, "r")))
                .param("ids", ids)
                .query((row, n) -> new Row(
                        row.getLong("release_id"),
                        row.getLong("id"),
                        read(row, Entity.TRACK),
                        row.getLong("recording_id"),
                        read(row, Entity.RECORDING),
                        row.getLong("work_id")))
                .list();
        return new Read(bases, rows, names(ids, rows));
    }

    /** Releases in the order of the ids, each with the tracks of its running order. */
    public List<Release> load(Collection<Long> ids) {
        if (ids.isEmpty()) return List.of();
        Read read = read(ids);
        Map<Long, Row> rows = read.rows.stream().collect(Collectors.toMap(Row::id, row -> row));
        List<Release> releases = new ArrayList<>();
        for (long id : ids) {
            if (!read.bases.containsKey(id)) continue;
            Facts facts = read.release(id);
            List<Track> ordered = new ArrayList<>();
            for (long trackId :
                    facts.get(Fields.RELEASE_RUNNING_ORDER).map(Order::ids).orElse(List.of())) {
                Row row = rows.get(trackId);
                if (row != null && row.releaseId == id)
                    ordered.add(new Track(trackId, ordered.size() + 1, read.track(row), read.recording(row)));
            }
            releases.add(new Release(id, read.bases.get(id).revision, facts, ordered));
        }
        return releases;
    }

    /** Facts of a release and of all its tracks, those that were taken out of the running order too: undo needs them. */
    public Map<Ref, Facts> facts(long id) {
        Read read = read(List.of(id));
        Map<Ref, Facts> facts = new HashMap<>();
        facts.put(new Ref(Entity.RELEASE, id), read.release(id));
        for (Row row : read.rows) {
            Recording recording = read.recording(row);
            facts.put(new Ref(Entity.TRACK, row.id), read.track(row));
            facts.put(new Ref(Entity.RECORDING, recording.id()), recording.facts());
            facts.put(
                    new Ref(Entity.WORK, recording.work().id()),
                    recording.work().facts());
        }
        return facts;
    }

    private Map<Ref, Map<Field<?>, List<String>>> names(Collection<Long> ids, List<Row> rows) {
        Map<Entity, List<Long>> targets = new LinkedHashMap<>();
        targets.put(Entity.RELEASE, List.copyOf(ids));
        targets.put(Entity.TRACK, rows.stream().map(Row::id).toList());
        targets.put(Entity.WORK, rows.stream().map(Row::workId).distinct().toList());
        Map<Ref, Map<Field<?>, List<String>>> names = new HashMap<>();
        jdbc.sql("""
                        SELECT c.entity, c.target_id, c.fact, p.name FROM credit c JOIN party p ON p.id = c.party_id
                        WHERE c.entity = 'release' AND c.target_id = ANY (:releases)
                           OR c.entity = 'track' AND c.target_id = ANY (:tracks)
                           OR c.entity = 'work' AND c.target_id = ANY (:works)
                        ORDER BY c.entity, c.target_id, c.fact, c.position""")
                .param("releases", targets.get(Entity.RELEASE).toArray(Long[]::new))
                .param("tracks", targets.get(Entity.TRACK).toArray(Long[]::new))
                .param("works", targets.get(Entity.WORK).toArray(Long[]::new))
                .query((row, n) -> {
                    String entity = row.getString("entity");
                    Field<?> field = Fields.byId(entity + "." + row.getString("fact"));
                    return names.computeIfAbsent(
                                    new Ref(field.entity(), row.getLong("target_id")), ref -> new LinkedHashMap<>())
                            .computeIfAbsent(field, fact -> new ArrayList<>())
                            .add(row.getString("name"));
                })
                .list();
        return names;
    }

    private static Facts with(Facts facts, Map<Ref, Map<Field<?>, List<String>>> names, Ref ref) {
        Facts more = facts;
        for (var credit : names.getOrDefault(ref, Map.of()).entrySet())
            more = more.withText(credit.getKey(), new Names(credit.getValue()).toString());
        return more;
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

    /** A new track of a recording that exists. */
    public long createTrack(long releaseId, long recordingId) {
        return jdbc.sql("INSERT INTO track (release_id, recording_id) VALUES (?, ?) RETURNING id")
                .params(releaseId, recordingId)
                .query(Long.class)
                .single();
    }

    /** Stores one fact. The change has been checked. */
    void store(Change change) {
        Field<?> field = change.field();
        Ref target = change.target();
        if (field.type() == ValueTypes.NAMES) {
            storeNames(change);
            return;
        }
        // table and column come from the registry, never from a request
        jdbc.sql("UPDATE %s SET %s = ? WHERE id = ?".formatted(target.entity().id(), field.column()))
                .params(java.util.Arrays.asList(change.after(), target.id()))
                .update();
    }

    private void storeNames(Change change) {
        Ref target = change.target();
        jdbc.sql("DELETE FROM credit WHERE entity = ? AND target_id = ? AND fact = ?")
                .params(target.entity().id(), target.id(), change.field().key())
                .update();
        if (change.after() == null) return;
        int position = 0;
        for (String name : Names.parse(change.after()).list()) {
            jdbc.sql("INSERT INTO party (name) VALUES (?) ON CONFLICT (name) DO NOTHING")
                    .param(name)
                    .update();
            jdbc.sql("""
                            INSERT INTO credit (entity, target_id, fact, position, party_id)
                            SELECT ?, ?, ?, ?, id FROM party WHERE name = ?""")
                    .params(target.entity().id(), target.id(), change.field().key(), position++, name)
                    .update();
        }
    }

    /** Counts an accepted batch; the new revision. */
    int advance(long releaseId) {
        return jdbc.sql("UPDATE release SET revision = revision + 1 WHERE id = ? RETURNING revision")
                .param(releaseId)
                .query(Integer.class)
                .single();
    }

    /** Other releases that hold one of these recordings. */
    List<Long> sharing(long releaseId, Collection<Long> recordings) {
        if (recordings.isEmpty()) return List.of();
        return jdbc.sql(
                        "SELECT DISTINCT release_id FROM track WHERE recording_id IN (:recordings) AND release_id <> :release")
                .param("recordings", recordings)
                .param("release", releaseId)
                .query(Long.class)
                .list();
    }
}

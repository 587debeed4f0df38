package app.entrada.server.context;

import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.write.Proof;
import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileStore;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;
import tools.jackson.databind.json.JsonMapper;

/** Copies that were written, with their proofs. */
@Repository
public class CopyRepository {
    private final JdbcClient jdbc;
    private final JsonMapper json;
    private final Clock clock;

    CopyRepository(JdbcClient jdbc, JsonMapper json, Clock clock) {
        this.jdbc = jdbc;
        this.json = json;
        this.clock = clock;
    }

    /** What copies by one recipe there are, by track. */
    public Map<Long, StoredCopy> written(long releaseId, String recipe) {
        Map<Long, StoredCopy> written = new HashMap<>();
        jdbc.sql("SELECT * FROM copy WHERE release_id = ? AND recipe = ?")
                .params(releaseId, recipe)
                .query((row, n) -> written(row))
                .list()
                .forEach(copy -> written.put(copy.trackId(), copy));
        return written;
    }

    /** All copies of these releases. */
    Map<Long, List<StoredCopy>> of(Collection<Long> releases) {
        Map<Long, List<StoredCopy>> copies = new HashMap<>();
        jdbc.sql("SELECT * FROM copy WHERE release_id = ANY (?) ORDER BY id")
                .param(releases.toArray(Long[]::new))
                .query(row -> {
                    copies.computeIfAbsent(row.getLong("release_id"), id -> new ArrayList<>())
                            .add(written(row));
                });
        return copies;
    }

    /** All copies of a release. */
    public List<StoredCopy> written(long releaseId) {
        return of(List.of(releaseId)).getOrDefault(releaseId, List.of());
    }

    private StoredCopy written(ResultSet row) throws SQLException {
        Timestamp checked = row.getTimestamp("checked_at");
        return new StoredCopy(
                row.getLong("track_id"),
                row.getString("recipe"),
                new Sha256(row.getString("fingerprint")),
                row.getString("file_name"),
                new Sha256(row.getString("sha256")),
                row.getLong("bytes"),
                json.readValue(row.getString("proof"), Proof.class),
                row.getTimestamp("written_at").toInstant().toString(),
                Optional.ofNullable(row.getString("master")).map(Sha256::new),
                Optional.ofNullable(row.getString("encoding")),
                row.getBoolean("altered"),
                checked == null
                        ? Optional.empty()
                        : Optional.of(checked.toInstant().toString()));
    }

    /** Enters a copy in place of the one before it. */
    public void enter(long releaseId, long trackId, TagPlan plan, Sha256 master, FileStore.Stored stored, Proof proof) {
        jdbc.sql("""
                        INSERT INTO copy (release_id, track_id, recipe, fingerprint, file_name, sha256, bytes, proof,
                            written_at, master, encoding)
                        VALUES (?, ?, ?, ?, ?, ?, ?, ?::jsonb, ?, ?, ?)
                        ON CONFLICT (track_id, recipe) DO UPDATE SET fingerprint = excluded.fingerprint,
                            file_name = excluded.file_name, sha256 = excluded.sha256, bytes = excluded.bytes,
                            proof = excluded.proof, written_at = excluded.written_at, master = excluded.master,
                            encoding = excluded.encoding, checked_at = NULL, altered = false""")
                .params(
                        releaseId,
                        trackId,
                        plan.recipe().id(),
                        plan.fingerprint(master).hex(),
                        plan.fileName(),
                        stored.sha256().hex(),
                        stored.bytes(),
                        json.writeValueAsString(proof),
                        Timestamp.from(clock.instant()),
                        master.hex(),
                        plan.recipe().encoding().toString())
                .update();
    }

    /** A copy of a release. */
    public record CopyOf(long release, StoredCopy copy) {}

    /** Copies that were written and last read a while ago, those that nobody has looked at for longest first. */
    public List<CopyOf> notReadFor(Duration time, int most) {
        return jdbc.sql("""
                        SELECT * FROM copy WHERE coalesce(checked_at, written_at) < ?
                        ORDER BY coalesce(checked_at, written_at) LIMIT ?""")
                .params(Timestamp.from(clock.instant().minus(time)), most)
                .query((row, n) -> new CopyOf(row.getLong("release_id"), written(row)))
                .list();
    }

    /** Notes what a re-check found. */
    public void checked(StoredCopy copy, boolean altered) {
        jdbc.sql("UPDATE copy SET checked_at = ?, altered = ? WHERE track_id = ? AND recipe = ? AND sha256 = ?")
                .params(
                        Timestamp.from(clock.instant()),
                        altered,
                        copy.trackId(),
                        copy.recipe(),
                        copy.sha256().hex())
                .update();
    }

    /** Names under which files came in. */
    public Map<Sha256, String> names(Collection<Sha256> files) {
        Map<Sha256, String> names = new HashMap<>();
        jdbc.sql("SELECT sha256, name FROM received WHERE sha256 = ANY (:files) ORDER BY id DESC")
                .param("files", files.stream().map(Sha256::hex).toArray(String[]::new))
                .query(row -> {
                    names.put(new Sha256(row.getString("sha256")), row.getString("name"));
                });
        return names;
    }
}

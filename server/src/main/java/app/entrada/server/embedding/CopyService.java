package app.entrada.server.embedding;

import app.entrada.core.audio.AudioFacts;
import app.entrada.core.embed.Comparison;
import app.entrada.core.embed.CopyWriter;
import app.entrada.core.embed.Proof;
import app.entrada.core.embed.Recipe;
import app.entrada.core.embed.Source;
import app.entrada.core.embed.TagPlan;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Sha256;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.rule.Subject;
import app.entrada.server.checks.CheckService;
import app.entrada.server.files.FileBook;
import app.entrada.server.files.FileStore;
import app.entrada.server.files.ScaledPictures;
import app.entrada.server.platform.Announcer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.json.JsonMapper;

/** Tagged copies: what would be written, what was written, whether it still says what the release says. */
@Service
public class CopyService {
    private final CheckService checks;
    private final FileStore store;
    private final FileBook files;
    private final CopyWriter writer;
    private final JdbcClient jdbc;
    private final JsonMapper json;
    private final TransactionTemplate transactions;
    private final Announcer announcer;
    private final ScaledPictures pictures;
    private final Clock clock;

    CopyService(
            CheckService checks,
            FileStore store,
            FileBook files,
            CopyWriter writer,
            JdbcClient jdbc,
            JsonMapper json,
            TransactionTemplate transactions,
            Announcer announcer,
            ScaledPictures pictures,
            Clock clock) {
        this.checks = checks;
        this.store = store;
        this.files = files;
        this.writer = writer;
        this.jdbc = jdbc;
        this.json = json;
        this.transactions = transactions;
        this.announcer = announcer;
        this.pictures = pictures;
        this.clock = clock;
    }

    /** A copy that was written and proved. */
    public record Written(
            long trackId,
            String recipe,
            Sha256 fingerprint,
            String fileName,
            Sha256 sha256,
            long bytes,
            Proof proof,
            String at) {}

    /**
     * A track's copy by one recipe as it stands.
     *
     * @param state {@code written}, {@code stale}, {@code missing}, {@code no master}, {@code damaged master} or
     *     {@code measuring} while a file that goes into it is not measured yet
     */
    public record Standing(Track track, String state, Optional<TagPlan> plan, Optional<Written> written) {}

    /** How all copies of a recipe stand. */
    public List<Standing> standings(Release release, Recipe recipe) {
        Subject subject = checks.subject(release);
        Optional<byte[]> cover = cover(release, recipe);
        Map<Long, Written> written = written(release.id(), recipe.id());
        boolean measuring = measuring(release);
        return release.tracks().stream()
                .map(track -> measuring
                        ? new Standing(
                                track, "measuring", Optional.empty(), Optional.ofNullable(written.get(track.id())))
                        : standing(subject, track, recipe, cover, Optional.ofNullable(written.get(track.id()))))
                .toList();
    }

    /** Whether the cover or a master is still being measured: nothing is planned from what is not known yet. */
    public boolean measuring(Release release) {
        return files.find(release.files()).values().stream().anyMatch(entry -> !entry.measured());
    }

    private static Standing standing(
            Subject subject, Track track, Recipe recipe, Optional<byte[]> cover, Optional<Written> written) {
        Optional<AudioFacts> master = subject.master(track);
        if (master.isEmpty()) return new Standing(track, "no master", Optional.empty(), written);
        if (!master.get().faults().isEmpty()) return new Standing(track, "damaged master", Optional.empty(), written);
        TagPlan plan = TagPlan.of(recipe, new Source(subject, track, master), cover);
        Sha256 now = plan.fingerprint(master.get().fileSha256());
        String state = written.map(copy -> copy.fingerprint().equals(now) ? "written" : "stale")
                .orElse("missing");
        return new Standing(track, state, Optional.of(plan), written);
    }

    /** How many copies are missing or stale. */
    public int missing(Release release, Recipe recipe) {
        return (int) standings(release, recipe).stream()
                .filter(standing -> !standing.state().equals("written"))
                .count();
    }

    /** The file as it is against the plan. */
    public Comparison compare(Standing standing) throws IOException {
        Sha256 master = standing.track()
                .recording()
                .facts()
                .get(Fields.RECORDING_MASTER)
                .orElseThrow();
        return Comparison.of(
                TagReading.of(store.path(master)).entries(), standing.plan().orElseThrow());
    }

    /** Writes and proves one copy; a copy that stands already is not written again. */
    public void write(Release release, Track track, Recipe recipe) throws IOException {
        Standing standing = standings(release, recipe).stream()
                .filter(each -> each.track().id() == track.id())
                .findFirst()
                .orElseThrow();
        if (standing.state().equals("written")) return;
        TagPlan plan = standing.plan().orElseThrow(() -> new IOException("the track has no whole master"));
        Sha256 master = track.master().orElseThrow();
        AudioFacts facts = files.find(master).flatMap(FileBook.Entry::audio).orElseThrow();
        Path target = Files.createTempFile(store.workshop(), "copy", ".part");
        try {
            Proof proof = writer.write(store.path(master), facts, plan, target);
            if (!proof.holds())
                throw new IOException("the copy did not prove: " + String.join("; ", proof.different()));
            FileStore.Stored stored = store.adopt(target);
            transactions.executeWithoutResult(status -> {
                enter(release.id(), track.id(), recipe.id(), plan, plan.fingerprint(master), stored, proof);
                announcer.announce("release", Map.of("id", release.id()));
            });
        } finally {
            Files.deleteIfExists(target);
        }
    }

    private void enter(
            long releaseId,
            long trackId,
            String recipe,
            TagPlan plan,
            Sha256 fingerprint,
            FileStore.Stored stored,
            Proof proof) {
        jdbc.sql("""
                        INSERT INTO copy (release_id, track_id, recipe, fingerprint, file_name, sha256, bytes, proof, written_at)
                        VALUES (?, ?, ?, ?, ?, ?, ?, ?::jsonb, ?)
                        ON CONFLICT (track_id, recipe) DO UPDATE SET fingerprint = excluded.fingerprint,
                            file_name = excluded.file_name, sha256 = excluded.sha256, bytes = excluded.bytes,
                            proof = excluded.proof, written_at = excluded.written_at""")
                .params(
                        releaseId,
                        trackId,
                        recipe,
                        fingerprint.hex(),
                        plan.fileName(),
                        stored.sha256().hex(),
                        stored.bytes(),
                        json.writeValueAsString(proof),
                        Timestamp.from(clock.instant()))
                .update();
    }

    private Map<Long, Written> written(long releaseId, String recipe) {
        Map<Long, Written> written = new HashMap<>();
        jdbc.sql("SELECT * FROM copy WHERE release_id = ? AND recipe = ?")
                .params(releaseId, recipe)
                .query((row, n) -> written.put(
                        row.getLong("track_id"),
                        new Written(
                                row.getLong("track_id"),
                                row.getString("recipe"),
                                new Sha256(row.getString("fingerprint")),
                                row.getString("file_name"),
                                new Sha256(row.getString("sha256")),
                                row.getLong("bytes"),
                                json.readValue(row.getString("proof"), Proof.class),
                                row.getTimestamp("written_at").toInstant().toString())))
                .list();
        return written;
    }

    /** The cover scaled for a recipe. */
    private Optional<byte[]> cover(Release release, Recipe recipe) {
        Optional<Sha256> cover = release.facts().get(Fields.RELEASE_COVER);
        if (!recipe.picture().wanted()) return Optional.empty();
        boolean whole = cover.flatMap(files::find)
                .flatMap(FileBook.Entry::picture)
                .map(picture -> picture.faults().isEmpty())
                .orElse(false);
        if (!whole) return Optional.empty();
        try {
            return Optional.of(Files.readAllBytes(pictures.jpeg(
                    cover.get(), recipe.picture().side(), recipe.picture().bytes())));
        } catch (IOException unscalable) {
            return Optional.empty();
        }
    }
}

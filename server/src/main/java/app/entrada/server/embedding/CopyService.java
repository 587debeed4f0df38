package app.entrada.server.embedding;

import app.entrada.core.copy.plan.Comparison;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.copy.write.CopyWriter;
import app.entrada.core.copy.write.Proof;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CopyState;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.checks.CheckService;
import app.entrada.server.codes.CodeBook;
import app.entrada.server.files.FileBook;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Announcer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Tagged copies: what would be written, what was written, whether it still says what the release says. */
@Service
public class CopyService {
    private final CheckService checks;
    private final FileStore store;
    private final FileCare care;
    private final FileBook files;
    private final CopyWriter writer;
    private final CopyBook book;
    private final TransactionTemplate transactions;
    private final Announcer announcer;
    private final CopyPlans plans;
    private final CopyLooks looks;
    private final CodeBook codes;

    CopyService(
            CheckService checks,
            FileStore store,
            FileCare care,
            FileBook files,
            CopyWriter writer,
            CopyBook book,
            TransactionTemplate transactions,
            Announcer announcer,
            CopyPlans plans,
            CopyLooks looks,
            CodeBook codes) {
        this.checks = checks;
        this.store = store;
        this.care = care;
        this.files = files;
        this.writer = writer;
        this.book = book;
        this.transactions = transactions;
        this.announcer = announcer;
        this.plans = plans;
        this.looks = looks;
        this.codes = codes;
    }

    /**
     * A copy that was written and proved.
     *
     * @param fingerprint of the plan it was written by
     * @param master whose sound it holds
     * @param encoding how that is coded
     * @param altered whether its bytes were others when they were last read
     * @param checkedAt when that was
     */
    public record Written(
            long trackId,
            String recipe,
            Sha256 fingerprint,
            String fileName,
            Sha256 sha256,
            long bytes,
            Proof proof,
            String at,
            Optional<Sha256> master,
            Optional<String> encoding,
            boolean altered,
            Optional<String> checkedAt) {}

    /** A track's copy by one recipe as it stands. */
    public record CopyOfTrack(Track track, CopyState state, Optional<TagPlan> plan, Optional<Written> written) {}

    /** How all copies of a recipe stand. */
    public List<CopyOfTrack> standings(Release release, Recipe recipe) {
        return standings(checks.subject(release), recipe, measuring(release));
    }

    /** The same, where what is known of the release has been brought together already. */
    public List<CopyOfTrack> standings(ReleaseContext subject, Recipe recipe, boolean measuring) {
        Map<Long, Written> written = book.written(subject.release().id(), recipe.id());
        Map<Integer, TagPlan> planned = measuring ? Map.of() : plans.named(subject, recipe);
        return subject.release().tracks().stream()
                .map(track -> standing(subject, track, planned, written, measuring))
                .toList();
    }

    /** How one copy stands, its plan with the bytes of the cover. */
    private CopyOfTrack whole(Release release, Track track, Recipe recipe) throws IOException {
        ReleaseContext subject = checks.subject(release);
        Map<Integer, TagPlan> plan = measuring(release) ? Map.of() : plans.whole(subject, recipe);
        return standing(subject, track, plan, book.written(release.id(), recipe.id()), measuring(release));
    }

    private CopyOfTrack standing(
            ReleaseContext subject,
            Track track,
            Map<Integer, TagPlan> plans,
            Map<Long, Written> written,
            boolean measuring) {
        Optional<Written> copy = Optional.ofNullable(written.get(track.id()));
        Optional<TagPlan> plan = Optional.ofNullable(plans.get(track.number()));
        boolean damaged =
                subject.master(track).map(master -> !master.faults().isEmpty()).orElse(false);
        CopyState state = measuring
                ? CopyState.MEASURING
                : plan.isEmpty()
                        ? CopyState.NO_MASTER
                        : damaged
                                ? CopyState.DAMAGED_MASTER
                                : copy.map(one -> looks.state(track, one, plan)).orElse(CopyState.MISSING);
        return new CopyOfTrack(track, state, damaged ? Optional.empty() : plan, copy);
    }

    /** Whether the cover or a master is still being measured: nothing is planned from what is not known yet. */
    public boolean measuring(Release release) {
        return files.find(release.files()).values().stream().anyMatch(entry -> !entry.measured());
    }

    /** How many copies are missing, stale or altered. */
    public int missing(Release release, Recipe recipe) {
        return (int) standings(release, recipe).stream()
                .filter(standing -> standing.state() != CopyState.WRITTEN)
                .count();
    }

    /** The master as it is against the plan; empty where nothing can be planned. */
    Comparison compare(Release release, Track track, Recipe recipe) throws IOException {
        CopyOfTrack standing = whole(release, track, recipe);
        if (standing.plan().isEmpty()) return new Comparison(List.of());
        Sha256 master = standing.track().master().orElseThrow();
        return Comparison.of(
                TagReading.of(store.path(master)).entries(), standing.plan().orElseThrow());
    }

    /** Writes and proves one copy; a copy that stands already is not written again. */
    public void write(Release release, Track track, Recipe recipe) throws IOException {
        CopyOfTrack standing = whole(release, track, recipe);
        if (standing.state() == CopyState.WRITTEN) return;
        TagPlan plan = standing.plan().orElseThrow(() -> new IOException("the track has no whole master"));
        Sha256 master = track.master().orElseThrow();
        AudioFacts facts = files.find(master).flatMap(FileBook.Entry::audio).orElseThrow();
        Path target = Files.createTempFile(store.workshop(), "copy", ".part");
        try {
            Proof proof = writer.write(care.whole(master), facts, plan, target, coded(standing, recipe, master));
            if (!proof.holds())
                throw new IOException("the copy did not prove: " + String.join("; ", proof.different()));
            FileStore.Stored stored = store.adopt(target);
            transactions.executeWithoutResult(status -> {
                book.enter(release.id(), track.id(), plan, master, stored, proof);
                // a copy may be handed on by anybody who fetches it
                codes.left(release);
                announcer.announce("release", Map.of("id", release.id()));
            });
        } finally {
            Files.deleteIfExists(target);
        }
    }

    /** The copy of yesterday, where its sound is this master's in this coding and nobody has touched it. */
    private Optional<Path> coded(CopyOfTrack standing, Recipe recipe, Sha256 master) throws IOException {
        Optional<Written> before = standing.written()
                .filter(copy -> copy.master().equals(Optional.of(master))
                        && copy.encoding().equals(Optional.of(recipe.encoding().toString())));
        if (before.isEmpty() || standing.state() == CopyState.ALTERED) return Optional.empty();
        Path copy = store.path(before.get().sha256());
        return ChecksumList.sum(copy).equals(before.get().sha256()) ? Optional.of(copy) : Optional.empty();
    }

    /** All copies of a release. */
    List<Written> written(long releaseId) {
        return book.all(releaseId);
    }

    /** Reads a copy's bytes again; true when they are others. */
    boolean recheck(long releaseId, Written copy) {
        boolean altered;
        try {
            altered = !ChecksumList.sum(store.path(copy.sha256())).equals(copy.sha256());
        } catch (IOException gone) {
            altered = true;
        }
        book.checked(copy, altered);
        announcer.announce("release", Map.of("id", releaseId));
        return altered;
    }
}

package app.entrada.server.copies;

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
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.text.Sha256;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.CopyRepository;
import app.entrada.server.context.CopyStates;
import app.entrada.server.context.StoredCopy;
import app.entrada.server.context.TrackCopy;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileStore;
import app.entrada.server.files.StoreAway;
import app.entrada.server.platform.Announcer;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Tagged copies: what would be written, what was written, whether it still says what the release says. */
@Service
public class CopyService {
    private final ContextLoader contexts;
    private final FileStore store;
    private final FileCare care;
    private final FileIndex files;
    private final CopyWriter writer;
    private final CopyRepository book;
    private final TransactionTemplate transactions;
    private final Announcer announcer;
    private final CopyStates states;
    private final CodeBook codes;

    CopyService(
            ContextLoader contexts,
            FileStore store,
            FileCare care,
            FileIndex files,
            CopyWriter writer,
            CopyRepository book,
            TransactionTemplate transactions,
            Announcer announcer,
            CopyStates states,
            CodeBook codes) {
        this.contexts = contexts;
        this.store = store;
        this.care = care;
        this.files = files;
        this.writer = writer;
        this.book = book;
        this.transactions = transactions;
        this.announcer = announcer;
        this.states = states;
        this.codes = codes;
    }

    /** The master as it is against the plan; empty where nothing can be planned. */
    Comparison compare(Release release, Track track, Recipe recipe) throws IOException {
        TrackCopy standing = states.whole(contexts.of(release), track, recipe);
        if (standing.plan().isEmpty()) return new Comparison(List.of());
        Sha256 master = standing.track().master().orElseThrow();
        return Comparison.of(
                TagReading.of(store.path(master)).entries(), standing.plan().orElseThrow());
    }

    /** What would be written into a copy otherwise than it stands there, also its name; empty where none was written. */
    List<Comparison.RewrittenFact> changed(Release release, Track track, Recipe recipe) throws IOException {
        TrackCopy standing = states.whole(contexts.of(release), track, recipe);
        if (standing.plan().isEmpty() || standing.written().isEmpty()) return List.of();
        TagPlan plan = standing.plan().get();
        StoredCopy copy = standing.written().get();
        List<Comparison.RewrittenFact> changed = new ArrayList<>();
        if (!copy.master().equals(track.master()))
            changed.add(new Comparison.RewrittenFact("Master", List.of("another file"), List.of("the one in place")));
        if (!copy.fileName().equals(plan.fileName()))
            changed.add(new Comparison.RewrittenFact("File name", List.of(copy.fileName()), List.of(plan.fileName())));
        if (!copy.encoding().equals(Optional.of(recipe.encoding().toString())))
            changed.add(new Comparison.RewrittenFact(
                    "Encoding",
                    List.of("another one"),
                    List.of(recipe.encoding().label())));
        changed.addAll(Comparison.of(TagReading.of(store.path(copy.sha256())).entries(), plan)
                .changes());
        return changed;
    }

    /** Writes and proves one copy; a copy that stands already is not written again. */
    public void write(Release release, Track track, Recipe recipe) throws IOException {
        TrackCopy standing = states.whole(contexts.of(release), track, recipe);
        if (standing.state() == CopyState.WRITTEN) return;
        TagPlan plan = standing.plan().orElseThrow(() -> new IOException("the track has no usable master"));
        Sha256 master = track.master().orElseThrow();
        AudioFacts facts =
                files.find(master).flatMap(FileIndex.StoredFile::audio).orElseThrow();
        Path target = Files.createTempFile(store.workshop(), "copy", ".part");
        try {
            Proof proof = writer.write(care.whole(master), facts, plan, target, coded(standing, recipe, master));
            if (!proof.holds())
                throw new IOException("the copy could not be verified: " + String.join("; ", proof.different()));
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
    private Optional<Path> coded(TrackCopy standing, Recipe recipe, Sha256 master) throws IOException {
        Optional<StoredCopy> before = standing.written()
                .filter(copy -> copy.master().equals(Optional.of(master))
                        && copy.encoding().equals(Optional.of(recipe.encoding().toString())));
        if (before.isEmpty() || standing.state() == CopyState.ALTERED) return Optional.empty();
        Path copy = store.path(before.get().sha256());
        return ChecksumList.sum(copy).equals(before.get().sha256()) ? Optional.of(copy) : Optional.empty();
    }

    /** All copies of a release. */
    List<StoredCopy> written(long releaseId) {
        return book.written(releaseId);
    }

    /**
     * Reads a copy's bytes again, where they are kept; true when they are others.
     *
     * @throws UncheckedIOException when the store cannot be reached: nothing is known of them then
     */
    boolean recheck(long releaseId, StoredCopy copy) {
        boolean altered;
        try {
            altered = store.sumNow(copy.sha256()).filter(copy.sha256()::equals).isEmpty();
        } catch (StoreAway away) {
            throw new UncheckedIOException(away);
        } catch (IOException unreadable) {
            altered = true;
        }
        book.checked(copy, altered);
        announcer.announce("release", Map.of("id", releaseId));
        return altered;
    }
}

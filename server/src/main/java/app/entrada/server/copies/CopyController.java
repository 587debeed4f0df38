package app.entrada.server.copies;

import app.entrada.core.copy.plan.Comparison;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.copy.write.Proof;
import app.entrada.core.field.Field;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.CopyState;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.tag.map.EmbeddingMap;
import app.entrada.core.tag.map.TagFacts;
import app.entrada.core.text.Sha256;
import app.entrada.core.title.TitleStyle;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.CopyRepository;
import app.entrada.server.context.CopyStates;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.RecipeRepository;
import app.entrada.server.context.StoredCopy;
import app.entrada.server.context.TrackCopy;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileCare;
import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.JobBoard;
import app.entrada.server.platform.Problem;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.transaction.support.TransactionTemplate;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** Comparing, writing, checking and fetching copies. */
@RestController
class CopyController {
    private final ReleaseRepository releases;
    private final CopyService copies;
    private final CopyRepository book;
    private final RecipeRepository recipes;
    private final Background background;
    private final JobBoard board;
    private final FileCare care;
    private final TransactionTemplate transactions;
    private final ContextLoader contexts;
    private final CopyStates states;

    CopyController(
            ReleaseRepository releases,
            CopyService copies,
            CopyRepository book,
            RecipeRepository recipes,
            Background background,
            JobBoard board,
            FileCare care,
            TransactionTemplate transactions,
            ContextLoader contexts,
            CopyStates states) {
        this.states = states;
        this.contexts = contexts;
        this.releases = releases;
        this.copies = copies;
        this.book = book;
        this.recipes = recipes;
        this.background = background;
        this.board = board;
        this.care = care;
        this.transactions = transactions;
    }

    /**
     * A recipe with how its files stand.
     *
     * @param encoding in a few words
     * @param foreseen bytes of sound that all its copies will have, tags not counted
     */
    record RecipeView(String id, String name, String purpose, String encoding, long foreseen, List<FileView> files) {}

    /**
     * One file of a recipe.
     *
     * @param state written, stale, altered, missing, no master, damaged master or measuring
     * @param original name under which the master came in, null when it has none
     * @param fileName what the copy is or will be called
     * @param cannot facts that the containers cannot hold, by container
     */
    record FileView(
            long trackId,
            int track,
            String title,
            CopyState state,
            @Nullable String original,
            String fileName,
            long foreseen,
            Map<String, List<String>> cannot,
            @Nullable Certificate proof) {}

    /**
     * One entry of the comparison.
     *
     * @param take what may be taken from the file into the release, null where there is nothing to take
     */
    record LineView(
            String fact,
            String container,
            String id,
            String language,
            String state,
            List<String> now,
            List<String> planned,
            @Nullable TakeView take) {}

    /**
     * A fact that a file gives otherwise than the release.
     *
     * @param before canonical text of what the release says, null when it says nothing
     */
    record TakeView(
            String entity,
            long target,
            String field,
            String name,
            @Nullable String before,
            String value,
            String source) {}

    /** The proof of a written copy. */
    record Certificate(
            boolean holds,
            int fields,
            List<String> dropped,
            String audioBefore,
            String audioAfter,
            String compared,
            String sha256,
            long bytes,
            String at,
            @Nullable String checkedAt) {}

    @GetMapping("/api/releases/{id}/copies")
    List<RecipeView> copies(@PathVariable long id) {
        Release release = release(id);
        LoadedRelease loaded = contexts.of(release);
        Map<Sha256, String> names = book.names(release.files());
        List<RecipeView> views = new ArrayList<>();
        for (Recipe recipe : recipes.all()) {
            List<FileView> files = new ArrayList<>();
            for (TrackCopy standing : states.of(loaded, recipe))
                files.add(file(loaded.context(), recipe, standing, names));
            views.add(new RecipeView(
                    recipe.id(),
                    recipe.name(),
                    recipe.purpose(),
                    recipe.encoding().label(),
                    files.stream().mapToLong(FileView::foreseen).sum(),
                    files));
        }
        return views;
    }

    private Release release(long id) {
        return releases.find(id).orElseThrow(() -> Problem.missing("release"));
    }

    private static FileView file(ReleaseContext context, Recipe recipe, TrackCopy standing, Map<Sha256, String> names) {
        Track track = standing.track();
        Map<String, List<String>> cannot = new LinkedHashMap<>();
        standing.plan()
                .ifPresent(plan -> plan.cannot()
                        .forEach(one -> cannot.computeIfAbsent(one.container().label(), kind -> new ArrayList<>())
                                .add(one.fact())));
        return new FileView(
                track.id(),
                track.number(),
                TitleStyle.PLAIN.track(context.release(), track),
                standing.state(),
                track.master().map(names::get).orElse(null),
                standing.plan().map(plan -> plan.fileName()).orElse(""),
                standing.plan().isEmpty()
                        ? 0
                        : context.master(track)
                                .map(master -> recipe.encoding().foreseen(master))
                                .orElse(0L),
                cannot,
                standing.written().map(CopyController::certificate).orElse(null));
    }

    private static Certificate certificate(StoredCopy written) {
        Proof proof = written.proof();
        return new Certificate(
                proof.holds(),
                proof.fields(),
                proof.dropped(),
                proof.audioBefore().hex(),
                proof.audioAfter().hex(),
                proof.compared(),
                written.sha256().hex(),
                written.bytes(),
                written.at(),
                written.checkedAt().orElse(null));
    }

    /** The master of a track against what a recipe would write. */
    @GetMapping("/api/releases/{id}/copies/{recipe}/{trackId}/comparison")
    List<LineView> comparison(@PathVariable long id, @PathVariable String recipe, @PathVariable long trackId)
            throws IOException {
        Release release = release(id);
        Track track = release.track(trackId).orElseThrow(() -> Problem.missing("track"));
        String file = track.master()
                .map(master -> book.names(List.of(master)).getOrDefault(master, "the master"))
                .orElse("the master");
        return copies.compare(release, track, recipes.byId(recipe)).lines().stream()
                .map(line -> line(release, track, file, line))
                .toList();
    }

    /** What changed since a copy was written. */
    @GetMapping("/api/releases/{id}/copies/{recipe}/{trackId}/changed")
    List<Comparison.RewrittenFact> changed(
            @PathVariable long id, @PathVariable String recipe, @PathVariable long trackId) throws IOException {
        Release release = release(id);
        Track track = release.track(trackId).orElseThrow(() -> Problem.missing("track"));
        return copies.changed(release, track, recipes.byId(recipe));
    }

    private static LineView line(Release release, Track track, String file, Comparison.ComparedTag line) {
        return new LineView(
                line.fact(),
                line.container().label(),
                line.id(),
                line.language(),
                line.state().name(),
                line.now(),
                line.planned(),
                line.take().map(found -> take(release, track, file, found)).orElse(null));
    }

    private static @Nullable TakeView take(Release release, Track track, String file, TagFacts.FoundValue found) {
        Field<?> field = found.field();
        String before = release.factsOf(track, field.entity()).text(field);
        if (found.value().equals(before) || before == null && found.value().equals(release.text(track, field)))
            return null;
        Ref target = release.ref(track, field.entity());
        return new TakeView(
                field.entity().name().toLowerCase(java.util.Locale.ROOT),
                target.id(),
                field.id(),
                field.name(),
                before,
                found.value(),
                "%s, %s".formatted(file, found.source()));
    }

    /**
     * Writes all copies of one or more recipes in the background.
     *
     * @param track id of the only track wanted, 0 for all
     */
    @PostMapping("/api/releases/{id}/copies")
    Map<String, Long> write(
            @PathVariable long id, @RequestParam List<String> recipe, @RequestParam(defaultValue = "0") long track) {
        Release release = release(id);
        List<String> chosen =
                recipe.stream().distinct().map(each -> recipes.byId(each).id()).toList();
        if (track != 0 && release.track(track).isEmpty()) throw Problem.missing("track");
        if (release.tracks().isEmpty() || chosen.isEmpty())
            throw Problem.conflict("no-tracks", "The release has no tracks to copy.");
        return transactions.execute(status -> {
            long job = board.open(
                    "copies",
                    "Writing copies of " + release.name(),
                    id,
                    (long) chosen.size() * (track == 0 ? release.tracks().size() : 1));
            background.schedule(CopyWork.class, CopyWork.id(id, chosen, track, job));
            return Map.of("job", job);
        });
    }

    /** Reads all copies again in the background. */
    @PostMapping("/api/releases/{id}/copies/check")
    Map<String, Long> recheck(@PathVariable long id) {
        Release release = release(id);
        int count = copies.written(id).size();
        if (count == 0) throw Problem.conflict("no-copies", "There are no copies to verify yet.");
        return transactions.execute(status -> {
            long job = board.open("copies", "Verifying copies of " + release.name(), id, count);
            background.schedule(RecheckWork.class, "%d:%d".formatted(id, job));
            return Map.of("job", job);
        });
    }

    @GetMapping("/api/releases/{id}/copies/{recipe}/{trackId}")
    ResponseEntity<Resource> download(@PathVariable long id, @PathVariable String recipe, @PathVariable long trackId)
            throws IOException {
        StoredCopy written = Optional.ofNullable(
                        book.written(release(id).id(), recipe).get(trackId))
                .orElseThrow(() -> Problem.missing("copy"));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .headers(headers -> headers.setContentDisposition(ContentDisposition.attachment()
                        .filename(written.fileName(), StandardCharsets.UTF_8)
                        .build()))
                .body(new FileSystemResource(care.whole(written.sha256())));
    }

    /** Written copies of some recipes, or of all, in one archive with their checksums. */
    @GetMapping("/api/releases/{id}/copies.zip")
    ResponseEntity<StreamingResponseBody> archive(
            @PathVariable long id, @RequestParam(required = false) @Nullable List<String> recipe) {
        Release release = release(id);
        List<CopyArchive.Folder> folders = new ArrayList<>();
        for (Recipe each : recipes.all())
            if (recipe == null || recipe.contains(each.id())) {
                Map<Long, StoredCopy> of = book.written(id, each.id());
                List<StoredCopy> written = release.tracks().stream()
                        .flatMap(track -> Optional.ofNullable(of.get(track.id())).stream())
                        .toList();
                if (!written.isEmpty()) folders.add(new CopyArchive.Folder(each.name(), written));
            }
        if (folders.isEmpty())
            throw Problem.conflict(
                    "no-copies", "No copies have been written yet. Write them first, then download them.");
        String name = CopyArchive.name(release);
        Map<Sha256, String> originals = new LinkedHashMap<>();
        for (Sha256 file : release.files()) originals.put(file, "");
        originals.putAll(book.names(release.files()));
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType("application/zip"))
                .headers(headers -> headers.setContentDisposition(ContentDisposition.attachment()
                        .filename(name + ".zip", StandardCharsets.UTF_8)
                        .build()))
                .body(out -> CopyArchive.write(name, folders, originals, care, out));
    }

    /** Names of the facts that a recipe may leave out. */
    @GetMapping("/api/recipes/facts")
    List<String> facts() {
        return EmbeddingMap.names();
    }
}

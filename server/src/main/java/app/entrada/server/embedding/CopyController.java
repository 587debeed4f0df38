package app.entrada.server.embedding;

import app.entrada.core.embed.Comparison;
import app.entrada.core.embed.Proof;
import app.entrada.core.embed.Recipe;
import app.entrada.core.release.Release;
import app.entrada.core.text.TitleStyle;
import app.entrada.server.files.FileStore;
import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.JobBoard;
import app.entrada.server.platform.Problem;
import app.entrada.server.releases.ReleaseRepository;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
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

/** Comparing, writing and fetching copies. */
@RestController
class CopyController {
    private final ReleaseRepository releases;
    private final CopyService copies;
    private final Background background;
    private final JobBoard board;
    private final FileStore store;
    private final TransactionTemplate transactions;

    CopyController(
            ReleaseRepository releases,
            CopyService copies,
            Background background,
            JobBoard board,
            FileStore store,
            TransactionTemplate transactions) {
        this.releases = releases;
        this.copies = copies;
        this.background = background;
        this.board = board;
        this.store = store;
        this.transactions = transactions;
    }

    /** A recipe with how its files stand. */
    record RecipeView(String id, String name, String purpose, List<FileView> files) {}

    /**
     * One file of a recipe.
     *
     * @param state written, stale, missing, no master or damaged master
     * @param lines the comparison of the master with the plan
     */
    record FileView(
            long trackId,
            int track,
            String title,
            String state,
            String fileName,
            List<LineView> lines,
            @Nullable Certificate proof) {}

    record LineView(String fact, String container, String id, String state, List<String> now, List<String> planned) {}

    /** The proof of a written copy. */
    record Certificate(
            boolean holds,
            int fields,
            List<String> dropped,
            String audioBefore,
            String audioAfter,
            String compared,
            long bytes,
            String at) {}

    @GetMapping("/api/releases/{id}/copies")
    List<RecipeView> copies(@PathVariable long id) throws IOException {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        List<RecipeView> recipes = new ArrayList<>();
        for (Recipe recipe : Recipe.shipped()) {
            List<FileView> files = new ArrayList<>();
            for (CopyService.Standing standing : copies.standings(release, recipe)) files.add(file(release, standing));
            recipes.add(new RecipeView(recipe.id(), recipe.name(), recipe.purpose(), files));
        }
        return recipes;
    }

    private FileView file(Release release, CopyService.Standing standing) throws IOException {
        List<LineView> lines = standing.plan().isEmpty()
                ? List.of()
                : copies.compare(standing).lines().stream()
                        .map(CopyController::line)
                        .toList();
        return new FileView(
                standing.track().id(),
                standing.track().number(),
                TitleStyle.PLAIN.track(release, standing.track()),
                standing.state(),
                standing.plan().map(plan -> plan.fileName()).orElse(""),
                lines,
                standing.written().map(CopyController::certificate).orElse(null));
    }

    private static LineView line(Comparison.Line line) {
        return new LineView(
                line.fact(), line.container().says(), line.id(), line.state().name(), line.now(), line.planned());
    }

    private static Certificate certificate(CopyService.Written written) {
        Proof proof = written.proof();
        return new Certificate(
                proof.holds(),
                proof.fields(),
                proof.dropped(),
                proof.audioBefore().hex(),
                proof.audioAfter().hex(),
                proof.compared(),
                written.bytes(),
                written.at());
    }

    @PostMapping("/api/releases/{id}/copies")
    Map<String, Long> write(@PathVariable long id, @RequestParam String recipe) {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        Recipe chosen;
        try {
            chosen = Recipe.byId(recipe);
        } catch (IllegalArgumentException unknown) {
            throw Problem.missing("recipe");
        }
        if (release.tracks().isEmpty()) throw Problem.conflict("no-tracks", "The release has no track to copy.");
        return transactions.execute(status -> {
            long job = board.open(
                    "copies",
                    "Writing copies of " + release.name(),
                    id,
                    release.tracks().size());
            background.schedule(CopyWork.class, "%d:%s:%d".formatted(id, chosen.id(), job));
            return Map.of("job", job);
        });
    }

    @GetMapping("/api/releases/{id}/copies/{recipe}/{trackId}")
    ResponseEntity<Resource> download(@PathVariable long id, @PathVariable String recipe, @PathVariable long trackId) {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        Recipe chosen = Recipe.shipped().stream()
                .filter(each -> each.id().equals(recipe))
                .findFirst()
                .orElseThrow(() -> Problem.missing("recipe"));
        CopyService.Written written = copies.standings(release, chosen).stream()
                .filter(standing -> standing.track().id() == trackId)
                .flatMap(standing -> standing.written().stream())
                .findFirst()
                .orElseThrow(() -> Problem.missing("copy"));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .headers(headers -> headers.setContentDisposition(ContentDisposition.attachment()
                        .filename(written.fileName(), StandardCharsets.UTF_8)
                        .build()))
                .body(new FileSystemResource(store.path(written.sha256())));
    }
}

package app.entrada.server.copies;

import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.RecipeRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.jobs.JobBoard;
import app.entrada.server.jobs.Work;
import app.entrada.server.platform.DiskFull;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.Settings;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/**
 * Writes copies by one or more recipes in the background. Copies that stand are passed over, so that after a restart it goes
 * on where it was.
 */
@Component
public class CopyWork implements Work {
    private static final Duration UNTIL_MEASURED = Duration.ofMillis(500);
    private static final int MOST_SAID = 5;

    private final ReleaseRepository releases;
    private final CopyService copies;
    private final RecipeRepository recipes;
    private final JobBoard board;
    private final Settings settings;
    private final ContextLoader contexts;

    CopyWork(
            ReleaseRepository releases,
            CopyService copies,
            RecipeRepository recipes,
            JobBoard board,
            Settings settings,
            ContextLoader contexts) {
        this.contexts = contexts;
        this.settings = settings;
        this.releases = releases;
        this.copies = copies;
        this.recipes = recipes;
        this.board = board;
    }

    @Override
    public String name() {
        return "copies";
    }

    /** The work's id, as {@link #run} takes it apart; {@code track} 0 for all. */
    static String id(long release, List<String> recipes, long track, long job) {
        return "%d:%s:%d:%d".formatted(release, String.join(",", recipes), track, job);
    }

    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        String[] parts = id.split(":");
        List<String> chosen = List.of(parts[1].split(","));
        long only = parts.length > 3 ? Long.parseLong(parts[2]) : 0;
        long job = Long.parseLong(parts[parts.length - 1]);
        Release release = releases.find(Long.parseLong(parts[0])).orElseThrow();
        if (contexts.of(release).measuring()) return Optional.of(Instant.now().plus(UNTIL_MEASURED));
        List<String> problems = new ArrayList<>();
        int done = 0;
        for (String recipe : chosen)
            for (Track track : release.tracks()) {
                if (only != 0 && track.id() != only) continue;
                if (!board.progress(job, done)) return Optional.empty();
                write(release, track, recipe, problems);
                done++;
            }
        if (problems.isEmpty()) board.done(job);
        else board.failed(job, said(problems));
        return Optional.empty();
    }

    private void write(Release release, Track track, String id, List<String> problems) {
        try {
            Recipe recipe = recipes.byId(id);
            // facts may have become others since the work was asked for: the copy says those of now
            Release now = releases.find(release.id()).orElse(release);
            Optional<Track> there = now.track(track.id());
            if (there.isPresent()) copies.write(now, there.get(), recipe);
        } catch (IOException | Problem problem) {
            String said = DiskFull.in(problem, settings.var()).orElse(problem.getMessage());
            problems.add("%s, track %d: %s".formatted(id, track.number(), said));
        }
    }

    private static String said(List<String> problems) {
        String first = String.join(" · ", problems.subList(0, Math.min(MOST_SAID, problems.size())));
        return problems.size() <= MOST_SAID ? first : first + " · and %d more".formatted(problems.size() - MOST_SAID);
    }
}

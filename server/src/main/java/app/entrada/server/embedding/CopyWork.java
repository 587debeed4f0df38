package app.entrada.server.embedding;

import app.entrada.core.embed.Recipe;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.server.jobs.JobBoard;
import app.entrada.server.jobs.Work;
import app.entrada.server.releases.ReleaseRepository;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Writes all copies of a recipe in the background. After a restart it goes on with those not yet written. */
@Component
public class CopyWork implements Work {
    private static final Duration UNTIL_MEASURED = Duration.ofMillis(500);

    private final ReleaseRepository releases;
    private final CopyService copies;
    private final JobBoard board;

    CopyWork(ReleaseRepository releases, CopyService copies, JobBoard board) {
        this.releases = releases;
        this.copies = copies;
        this.board = board;
    }

    @Override
    public String name() {
        return "copies";
    }

    /** @param id release, recipe and the number of its entry on the board, with colons between */
    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        String[] parts = id.split(":");
        long job = Long.parseLong(parts[2]);
        Recipe recipe = Recipe.byId(parts[1]);
        Release release = releases.find(Long.parseLong(parts[0])).orElseThrow();
        if (copies.measuring(release)) return Optional.of(Instant.now().plus(UNTIL_MEASURED));
        List<String> problems = new ArrayList<>();
        int done = 0;
        for (Track track : release.tracks()) {
            if (!board.progress(job, done)) return Optional.empty();
            try {
                copies.write(release, track, recipe);
            } catch (IOException problem) {
                problems.add("Track %d: %s".formatted(track.number(), problem.getMessage()));
            }
            done++;
        }
        if (problems.isEmpty()) board.done(job);
        else board.failed(job, String.join(" · ", problems));
        return Optional.empty();
    }
}

package app.entrada.server.copies;

import app.entrada.server.context.StoredCopy;
import app.entrada.server.jobs.JobBoard;
import app.entrada.server.jobs.Work;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;

/** Reads all copies of a release again, to see whether anybody has changed their bytes. */
@Component
public class RecheckWork implements Work {
    private final CopyService copies;
    private final JobBoard board;

    RecheckWork(CopyService copies, JobBoard board) {
        this.copies = copies;
        this.board = board;
    }

    @Override
    public String name() {
        return "recheck";
    }

    /** @param id release and the number of its entry on the board, with a colon between */
    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        String[] parts = id.split(":");
        long release = Long.parseLong(parts[0]);
        long job = Long.parseLong(parts[1]);
        List<StoredCopy> all = copies.written(release);
        int altered = 0;
        for (int done = 0; done < all.size(); done++) {
            if (!board.progress(job, done)) return Optional.empty();
            if (copies.recheck(release, all.get(done))) altered++;
        }
        if (altered == 0) board.done(job);
        else
            board.failed(
                    job,
                    "%d of %d copies were modified outside Entrada. Write them again; nothing else was changed."
                            .formatted(altered, all.size()));
        return Optional.empty();
    }
}

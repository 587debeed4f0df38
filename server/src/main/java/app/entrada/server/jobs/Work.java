package app.entrada.server.jobs;

import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.time.Instant;
import java.util.Optional;

/** A kind of background work. Each run may be the second for the same piece: steps are idempotent. */
public interface Work {
    /** Stable name. */
    String name();

    /** Whether it waits for others, outside; that is done in a place of its own. */
    default boolean leavesTheHouse() {
        return false;
    }

    /**
     * Does the piece of work with this id.
     *
     * @return when to come back to it; empty when it is finished, well or badly
     */
    Optional<Instant> run(String id, ExecutionContext context);
}

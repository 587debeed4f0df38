package app.entrada.server.backup;

import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.Work;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.Map;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Backs up every day, where a plan says so; one that failed is tried again in an hour. */
@Component
class BackupWork implements Work {
    private static final Logger LOG = LoggerFactory.getLogger(BackupWork.class);
    private static final Duration A_DAY = Duration.ofDays(1);
    private static final Duration AGAIN = Duration.ofHours(1);
    /** How long after a plan was set it is noticed. */
    private static final Duration LOOKED_FOR_EVERY = Duration.ofMinutes(1);

    private final BackupRuns runs;
    private final Background background;
    private final Announcer announcer;

    BackupWork(BackupRuns runs, @Lazy Background background, Announcer announcer) {
        this.runs = runs;
        this.background = background;
        this.announcer = announcer;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        background.schedule(BackupWork.class, "daily", Instant.now().plus(LOOKED_FOR_EVERY));
    }

    @Override
    public String name() {
        return "backup";
    }

    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        Optional<BackupRuns.BackupPlan> plan = runs.plan();
        Instant due = runs.lastGood().map(last -> last.began().plus(A_DAY)).orElse(Instant.MIN);
        if (plan.isEmpty() || due.isAfter(Instant.now()))
            return Optional.of(Instant.now().plus(LOOKED_FOR_EVERY));
        try {
            runs.makePlanned(plan.get());
            LOG.info("Backed up to {}", plan.get().folder());
            return Optional.of(Instant.now().plus(LOOKED_FOR_EVERY));
        } catch (IOException | Problem failed) {
            LOG.warn("The backup to {} failed: {}", plan.get().folder(), failed.getMessage());
            return Optional.of(Instant.now().plus(AGAIN));
        } finally {
            announcer.announce("backup", Map.of());
        }
    }
}

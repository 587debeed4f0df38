package app.entrada.server.backup;

import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** What is known of backups. */
@RestController
class BackupController {
    private static final int LATEST = 10;

    private final BackupRuns runs;

    BackupController(BackupRuns runs) {
        this.runs = runs;
    }

    /**
     * Backups.
     *
     * @param plan where the server backs up to every day, null when it does not
     * @param lastGood the last that was verified, null when there is none
     * @param tooOld whether there was none for a week
     * @param latest the latest ones first, good or not
     */
    record BackupView(
            BackupRuns.@Nullable BackupPlan plan,
            BackupRuns.@Nullable BackupRun lastGood,
            boolean tooOld,
            List<BackupRuns.BackupRun> latest) {}

    @GetMapping("/api/backups")
    BackupView view() {
        return new BackupView(
                runs.plan().orElse(null), runs.lastGood().orElse(null), runs.isTooOld(), runs.latest(LATEST));
    }
}

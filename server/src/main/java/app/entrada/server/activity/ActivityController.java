package app.entrada.server.activity;

import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The history over HTTP: newest first, by release and by person. */
@RestController
class ActivityController {
    private final ActivityRepository history;
    private final ChangeService changes;

    ActivityController(ActivityRepository history, ChangeService changes) {
        this.history = history;
        this.changes = changes;
    }

    @GetMapping("/api/activity")
    ActivityRepository.ActivityView activity(
            @RequestParam(defaultValue = "0") long release,
            @RequestParam(defaultValue = "") String who,
            @RequestParam(defaultValue = "0") long before) {
        return history.page(release, who, before);
    }

    /** What undoing an earlier change would change; nothing is undone by asking. */
    @GetMapping("/api/activity/{batch}/undo")
    ChangeService.Undoable undoable(@PathVariable long batch) {
        return changes.undoable(batch);
    }

    @PostMapping("/api/activity/{batch}/undo")
    void undo(@PathVariable long batch, @AuthenticationPrincipal Account account) {
        changes.undoEarlier(batch, account);
    }
}

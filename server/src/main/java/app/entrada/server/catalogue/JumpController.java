package app.entrada.server.catalogue;

import app.entrada.server.accounts.Account;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Going anywhere by typing, over HTTP. */
@RestController
class JumpController {
    private static final int MOST = 50;

    private final Jump jump;

    JumpController(Jump jump) {
        this.jump = jump;
    }

    /**
     * Something that may be meant.
     *
     * @param kind release, track, work, person, delivery, file, destination or view
     * @param id of it; of its release for a track, a work, a delivery and a file
     * @param track number in the running order, 0 for none
     * @param address what else its page needs: id of a destination, table and query of a view
     * @param fit 0 to 1
     */
    record JumpGoal(
            String kind, long id, int track, @Nullable String address, String says, String more, double fit) {}

    @GetMapping("/api/jump")
    List<JumpGoal> jump(
            @RequestParam String typed,
            @RequestParam(defaultValue = "12") int count,
            @AuthenticationPrincipal Account account) {
        return jump.find(typed, Math.max(1, Math.min(count, MOST)), account).stream()
                .map(goal -> new JumpGoal(
                        goal.kind().id(),
                        goal.id(),
                        goal.track(),
                        goal.address(),
                        goal.says(),
                        goal.more(),
                        goal.fit()))
                .toList();
    }
}

package app.entrada.server.masters;

import app.entrada.server.accounts.Account;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Masters: confirming what is proposed, taking what tags offer. */
@RestController
class MastersController {
    private final MastersService masters;

    MastersController(MastersService masters) {
        this.masters = masters;
    }

    @GetMapping("/api/releases/{id}/masters")
    MastersView view(@PathVariable long id) {
        return masters.view(id);
    }

    /**
     * What a person confirms.
     *
     * @param certain all that are certain; else the ones listed
     */
    record Confirmation(boolean certain, List<Placed> placements) {}

    /** Puts proposed files on their tracks: one batch, one undo. */
    @PostMapping("/api/releases/{id}/placements")
    MastersView confirm(
            @PathVariable long id, @RequestBody Confirmation confirmation, @AuthenticationPrincipal Account account) {
        masters.confirm(
                id,
                confirmation.certain(),
                confirmation.placements() == null ? List.of() : confirmation.placements(),
                account);
        return masters.view(id);
    }

    record Takings(List<TakenOffer> offers) {}

    /** Takes offered facts. */
    @PostMapping("/api/releases/{id}/offers")
    MastersView take(@PathVariable long id, @RequestBody Takings takings, @AuthenticationPrincipal Account account) {
        masters.take(id, takings.offers() == null ? List.of() : takings.offers(), account);
        return masters.view(id);
    }

    /** A recording of the catalogue for a track. */
    record Reuse(long track, long recording, String file) {}

    /** Puts a known recording, with its code and its master, in the place of a track's own. */
    @PostMapping("/api/releases/{id}/reuse")
    MastersView reuse(@PathVariable long id, @RequestBody Reuse reuse, @AuthenticationPrincipal Account account) {
        masters.reuse(id, reuse.track(), reuse.recording(), reuse.file(), account);
        return masters.view(id);
    }
}

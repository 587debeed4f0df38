package app.entrada.server.releases;

import app.entrada.server.accounts.Account;
import java.util.List;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RestController;

/** Deleting drafts, archiving the rest, and taking both back. */
@RestController
class ReleaseShelfController {
    private final ReleaseShelf shelf;

    ReleaseShelfController(ReleaseShelf shelf) {
        this.shelf = shelf;
    }

    @GetMapping("/api/shelf")
    List<ReleaseShelf.Shelved> all() {
        return shelf.all();
    }

    @DeleteMapping("/api/releases/{id}")
    void delete(@PathVariable long id, @AuthenticationPrincipal Account account) {
        shelf.delete(id, account);
    }

    @PostMapping("/api/releases/{id}/archive")
    void archive(@PathVariable long id, @AuthenticationPrincipal Account account) {
        shelf.archive(id, account);
    }

    /** Codes that it no longer has: they were given to something else meanwhile. */
    @PostMapping("/api/releases/{id}/restore")
    List<String> restore(@PathVariable long id, @AuthenticationPrincipal Account account) {
        return shelf.restore(id, account);
    }
}

package app.entrada.server.intake;

import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.platform.Problem;
import java.util.List;
import java.util.Map;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What was received for no release yet. */
@RestController
class IntakeController {
    private final IntakeService intake;

    IntakeController(IntakeService intake) {
        this.intake = intake;
    }

    /** Everything in the intake, in the order in which it came. */
    @GetMapping("/api/intake")
    List<IntakeItem> items() {
        return intake.items();
    }

    /** Files to make a release of. */
    record Chosen(List<String> files) {
        List<Sha256> sha256() {
            if (files == null || files.isEmpty())
                throw Problem.input("no-files", "Choose files first. Nothing was created.");
            return files.stream().map(Sha256::new).toList();
        }
    }

    /** What these files would make. */
    @PostMapping("/api/intake/draft")
    DraftView draft(@RequestBody Chosen chosen) {
        return intake.draft(chosen.sha256());
    }

    /** A draft that a person has looked at. */
    record WantedRelease(List<String> files, String title, String artists, String kind) {}

    /** Makes the release. Its files come along, proposed for their tracks. */
    @PostMapping("/api/intake/release")
    Map<String, Long> make(@RequestBody WantedRelease wanted, @AuthenticationPrincipal Account account) {
        return Map.of(
                "id",
                intake.make(
                        new Chosen(wanted.files()).sha256(),
                        wanted.title() == null ? "" : wanted.title().strip(),
                        wanted.artists() == null ? "" : wanted.artists().strip(),
                        wanted.kind(),
                        account));
    }

    /** Gives files to a release that is there. */
    @PostMapping("/api/releases/{id}/intake")
    Map<String, Integer> give(
            @PathVariable long id, @RequestBody Chosen chosen, @AuthenticationPrincipal Account account) {
        return Map.of("given", intake.give(id, chosen.sha256(), account));
    }

    /** Takes a file out of the intake; its bytes are kept. */
    @DeleteMapping("/api/intake/{sha256}")
    void putAway(@PathVariable String sha256) {
        intake.putAway(new Sha256(sha256));
    }
}

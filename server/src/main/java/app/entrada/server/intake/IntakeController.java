package app.entrada.server.intake;

import app.entrada.core.intake.ReleaseDraft;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.files.FileKind;
import app.entrada.server.platform.Problem;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
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

    /**
     * A received file.
     *
     * @param folder where it lay in what was dropped
     * @param kind audio, picture, document, text or other
     * @param belongs what a paper is for, empty for sound and pictures
     * @param alike what it sounds like, best first
     * @param problem why it is no use, null when it is whole
     */
    record IntakeItem(
            String sha256,
            String name,
            String folder,
            FileKind kind,
            String belongs,
            long bytes,
            boolean measured,
            String says,
            @Nullable String time,
            String title,
            List<Likeness> alike,
            @Nullable String problem) {}

    /**
     * What a file sounds like.
     *
     * @param verdict same, other-version or excerpt
     * @param recording of the catalogue, 0 when the other file is no master
     * @param says one sentence
     */
    record Likeness(String verdict, double confidence, long recording, String says) {}

    /** Everything in the intake, in the order in which it came. */
    @GetMapping("/api/intake")
    List<IntakeItem> items() {
        return intake.items();
    }

    /** Files to make a release of. */
    record Chosen(List<String> files) {
        List<Sha256> sha256() {
            if (files == null || files.isEmpty())
                throw Problem.input("no-files", "Choose files first. Nothing was made.");
            return files.stream().map(Sha256::new).toList();
        }
    }

    /**
     * A release as the files suggest it.
     *
     * @param others files that are no sound, by what becomes of them
     */
    record DraftView(
            ReleaseDraft.ReadValue title,
            ReleaseDraft.ReadValue artists,
            String kind,
            List<DraftTrack> tracks,
            List<DraftPaper> others) {}

    /**
     * A track of a draft.
     *
     * @param reuses the recording of the catalogue that sounds the same, in words; null for a new one
     */
    record DraftTrack(
            int number,
            String file,
            String name,
            String time,
            String title,
            String version,
            String featured,
            String artists,
            String source,
            List<String> others,
            @Nullable String reuses) {}

    /** A paper or picture and where it goes. */
    record DraftPaper(String name, String goes) {}

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

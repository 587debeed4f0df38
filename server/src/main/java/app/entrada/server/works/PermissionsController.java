package app.entrada.server.works;

import app.entrada.core.release.Release;
import app.entrada.server.accounts.Account;
import app.entrada.server.context.PermissionRepository;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Permissions that a release needs: which document shows each, confirmed by a person. */
@RestController
class PermissionsController {
    private final ReleaseRepository releases;
    private final PermissionRepository permissions;
    private final CodeBook codes;
    private final Announcer announcer;

    PermissionsController(
            ReleaseRepository releases, PermissionRepository permissions, CodeBook codes, Announcer announcer) {
        this.releases = releases;
        this.permissions = permissions;
        this.codes = codes;
        this.announcer = announcer;
    }

    /** A use that somebody has to permit, and the document that was confirmed for it. */
    record PermissionLine(PermissionRepository.Needed needed, PermissionRepository.@Nullable Confirmed confirmed) {}

    /** All permissions a release needs, and the documents to choose from. */
    record PermissionsView(List<PermissionLine> lines, List<PermissionRepository.Document> documents) {}

    /**
     * What a person confirms.
     *
     * @param document number of the received document; 0 takes the confirmation back
     * @param party who permits it
     */
    record PermissionConfirmation(
            long work,
            long recording,
            String use,
            String title,
            long document,
            @Nullable String party) {}

    @GetMapping("/api/releases/{id}/permissions")
    PermissionsView of(@PathVariable long id) {
        return view(releases.find(id).orElseThrow(() -> Problem.missing("release")));
    }

    private PermissionsView view(Release release) {
        List<PermissionRepository.Confirmed> confirmed = permissions.confirmed(release);
        return new PermissionsView(
                permissions.needed(release, codes.label().name()).stream()
                        .map(needed -> new PermissionLine(
                                needed,
                                confirmed.stream()
                                        .filter(needed::is)
                                        .findFirst()
                                        .orElse(null)))
                        .toList(),
                permissions.documents(release));
    }

    @PostMapping("/api/releases/{id}/permissions")
    @Transactional
    public PermissionsView confirm(
            @PathVariable long id,
            @RequestBody PermissionConfirmation confirmation,
            @AuthenticationPrincipal Account account) {
        Release release = releases.locked(id).orElseThrow(() -> Problem.missing("release"));
        PermissionRepository.Needed needed = permissions
                .needed(release, codes.label().name())
                .stream()
                .filter(each -> each.work() == confirmation.work()
                        && each.recording() == confirmation.recording()
                        && each.use().equals(confirmation.use())
                        && each.title().equals(confirmation.title()))
                .findFirst()
                .orElseThrow(() -> Problem.conflict(
                        "not-needed", "The release no longer contains this original. Nothing was changed."));
        if (confirmation.document() == 0) permissions.withdraw(needed);
        else {
            String party =
                    confirmation.party() == null ? "" : confirmation.party().strip();
            if (party.isEmpty() || party.length() > 200)
                throw Problem.input("party", "Enter who gives the permission (1 to 200 characters).")
                        .with("field", "party");
            PermissionRepository.Document document = permissions.documents(release).stream()
                    .filter(each -> each.id() == confirmation.document())
                    .findFirst()
                    .orElseThrow(() -> Problem.input("document", "The document is not attached to this release."));
            permissions.confirm(needed, document, party, account);
        }
        announcer.announce("release", Map.of("id", id, "by", account.name()));
        return view(release);
    }
}

package app.entrada.server.checks;

import app.entrada.core.check.Finding;
import app.entrada.core.check.SafeFixes;
import app.entrada.core.check.rules.Fix;
import app.entrada.core.check.rules.Place;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Release;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.ReleaseService;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Applies safe fixes: one, or those of several findings in one batch. */
@Service
public class SafeFixService {
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final CodeBook codes;
    private final CheckService checks;
    private final ContextLoader contexts;
    private final ProfileRepository profiles;
    private final ReleaseService codesOf;

    SafeFixService(
            ReleaseRepository releases,
            ChangeService changes,
            CodeBook codes,
            CheckService checks,
            ContextLoader contexts,
            ProfileRepository profiles,
            ReleaseService codesOf) {
        this.releases = releases;
        this.changes = changes;
        this.codes = codes;
        this.checks = checks;
        this.contexts = contexts;
        this.profiles = profiles;
        this.codesOf = codesOf;
    }

    /** Applies the safe fix of a finding that still stands. */
    @Transactional
    @For(Role.ASSISTANT)
    public Release fix(long releaseId, String findingId, Account account) {
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        Finding finding = checks.findings(release).stream()
                .filter(each -> each.id().equals(findingId))
                .findFirst()
                .orElseThrow(
                        () -> Problem.conflict("finding-gone", "This has already been resolved. Nothing was changed."));
        Fix fix = finding.fix().orElseThrow(() -> Problem.conflict("no-fix", "This finding has no automatic fix."));
        if (fix instanceof Fix.Edit edit)
            return changes.apply(
                    releaseId, new ChangeService.Batch(edit.label(), ChangeSource.SAFE_FIX, edit.changes()), account);
        if (fix instanceof Fix.Picture)
            throw Problem.conflict("see-first", "Preview the new picture in Artwork first. Nothing was changed.");
        return codesOf.allocate(
                releaseId, finding.place().target(), finding.place().field(), account);
    }

    /** Applies the safe fixes of several findings as one batch; findings that no longer stand are left out. */
    @Transactional
    @For(Role.ASSISTANT)
    public Release fixAll(long releaseId, Set<String> findings, Account account) {
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        ReleaseContext subject = contexts.of(release).context();
        SafeFixes plan = SafeFixes.plan(subject, profiles.meantBy(release), checks.findings(subject), findings);
        List<Change> batch = new ArrayList<>(plan.changes());
        for (Place place : plan.codes())
            batch.add(new Change(place.target(), place.field(), null, codes.next(place.field(), account.id())));
        if (batch.isEmpty())
            throw Problem.conflict(
                    "nothing-to-fix", "None of these has an automatic fix any more. Nothing was changed.");
        String says = "%d safe fixes".formatted(batch.size());
        return changes.apply(releaseId, new ChangeService.Batch(says, ChangeSource.SAFE_FIX, batch), account);
    }
}

package app.entrada.server.readiness;

import app.entrada.core.check.Finding;
import app.entrada.core.release.Release;
import app.entrada.server.accounts.Account;
import app.entrada.server.checks.AcceptedRiskRepository;
import app.entrada.server.checks.CheckService;
import app.entrada.server.checks.SafeFixService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import app.entrada.server.views.ReleaseDelta;
import app.entrada.server.views.ReleaseViews;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** The readiness board over HTTP. */
@RestController
class ReadinessController {
    private static final int MOST = 5000;

    private final ReleaseRepository releases;
    private final ReleaseViews views;
    private final ReadinessViews board;
    private final CheckService checks;
    private final AcceptedRiskRepository risks;
    private final Announcer announcer;
    private final SafeFixService fixes;

    ReadinessController(
            ReleaseRepository releases,
            ReleaseViews views,
            ReadinessViews board,
            CheckService checks,
            AcceptedRiskRepository risks,
            Announcer announcer,
            SafeFixService fixes) {
        this.fixes = fixes;
        this.releases = releases;
        this.views = views;
        this.board = board;
        this.checks = checks;
        this.risks = risks;
        this.announcer = announcer;
    }

    record RiskOf(List<String> findings, @Nullable String reason) {}

    record FixesOf(List<String> findings) {}

    private Release find(long id) {
        return releases.find(id).orElseThrow(() -> Problem.missing("release"));
    }

    @GetMapping("/api/releases/{id}/readiness")
    ReadinessView readiness(@PathVariable long id) {
        return board.view(find(id));
    }

    /** Takes the risk of findings, all for one reason; all of them or none. */
    @PostMapping("/api/releases/{id}/readiness/risks")
    ReadinessView accept(@PathVariable long id, @RequestBody RiskOf taken, @AuthenticationPrincipal Account account) {
        Release release = find(id);
        Set<String> wanted = wanted(taken.findings());
        List<Finding> findings = checks.findings(release).stream()
                .filter(each -> wanted.contains(each.id()))
                .toList();
        if (findings.size() < wanted.size())
            throw Problem.conflict("finding-gone", "This has already been resolved. Nothing was changed.");
        risks.take(id, findings, taken.reason(), account);
        announcer.announce("release", Map.of("id", id, "by", account.name()));
        return board.view(release);
    }

    /** Takes it back: the risks are open again. */
    @PostMapping("/api/releases/{id}/readiness/risks/withdraw")
    ReadinessView withdraw(@PathVariable long id, @RequestBody RiskOf taken, @AuthenticationPrincipal Account account) {
        Release release = find(id);
        risks.withdraw(id, wanted(taken.findings()));
        announcer.announce("release", Map.of("id", id, "by", account.name()));
        return board.view(release);
    }

    /** What safe fixes would do; nothing is changed. */
    @PostMapping("/api/releases/{id}/readiness/plan")
    ReadinessView.FixPlan plan(@PathVariable long id, @RequestBody FixesOf wanted) {
        return board.plan(find(id), wanted(wanted.findings()));
    }

    /** Applies them as one batch, which is one undo. */
    @PostMapping("/api/releases/{id}/readiness/fixes")
    ReleaseDelta fix(@PathVariable long id, @RequestBody FixesOf wanted, @AuthenticationPrincipal Account account) {
        return views.delta(fixes.fixAll(id, wanted(wanted.findings()), account), account);
    }

    private static Set<String> wanted(@Nullable List<String> findings) {
        if (findings == null || findings.isEmpty() || findings.size() > MOST)
            throw Problem.input("nothing-chosen", "Choose at least one finding; nothing was changed.");
        return Set.copyOf(findings);
    }
}

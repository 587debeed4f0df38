package app.entrada.server.checks;

import app.entrada.core.check.Checker;
import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.release.Release;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.ProfileRepository;
import com.github.benmanes.caffeine.cache.Cache;
import com.github.benmanes.caffeine.cache.Caffeine;
import java.time.LocalDate;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;

/** Runs the rules. A check of a release that was checked before runs only those that have something new to see. */
@Service
public class CheckService {
    private final ContextLoader contexts;
    private final ProfileRepository profiles;
    private final AcceptedRiskRepository risks;
    /** Of releases that are being worked on: each keeps its release whole, with all that the rules saw of it. */
    private static final int MOST_KEPT = 80;

    private final Cache<Long, Checker> checkers =
            Caffeine.newBuilder().maximumSize(MOST_KEPT).build();

    CheckService(ContextLoader contexts, ProfileRepository profiles, AcceptedRiskRepository risks) {
        this.contexts = contexts;
        this.profiles = profiles;
        this.risks = risks;
    }

    /**
     * What a check has found.
     *
     * @param turnsOn the first later day on which something else may be found, though nothing is changed; null for never
     */
    public record Checked(List<Finding> findings, @Nullable LocalDate turnsOn) {}

    /** All findings of a release for all destinations that it is meant for. */
    public List<Finding> findings(Release release) {
        return findings(contexts.of(release).context());
    }

    /** The same, where what rules look at has been brought together already. */
    public List<Finding> findings(ReleaseContext context) {
        long id = context.release().id();
        return checked(context, risks.of(List.of(id)).getOrDefault(id, Map.of())).findings;
    }

    /** Several releases by id; the risks that were taken are asked for once. */
    public Map<Long, Checked> check(Collection<LoadedRelease> releases) {
        Map<Long, Map<String, AcceptedRiskRepository.Taken>> taken =
                risks.of(releases.stream().map(each -> each.release().id()).toList());
        Map<Long, Checked> checked = new HashMap<>();
        for (LoadedRelease each : releases) {
            long id = each.release().id();
            checked.put(id, checked(each.context(), taken.getOrDefault(id, Map.of())));
        }
        return checked;
    }

    private Checked checked(ReleaseContext context, Map<String, AcceptedRiskRepository.Taken> taken) {
        List<Profile> meant = profiles.meantBy(context.release());
        Checker checker = checkers.asMap()
                .compute(
                        context.release().id(),
                        (id, before) ->
                                before != null && before.profiles().equals(meant) ? before : new Checker(meant));
        synchronized (checker) {
            List<Finding> findings = checker.check(context);
            return new Checked(accepted(findings, taken), checker.turnsOn().orElse(null));
        }
    }

    private static List<Finding> accepted(List<Finding> findings, Map<String, AcceptedRiskRepository.Taken> taken) {
        if (taken.isEmpty()) return findings;
        return findings.stream()
                .map(finding -> Optional.ofNullable(taken.get(finding.id()))
                        // what is said now must be what was said when somebody took the risk
                        .filter(one -> one.says().equals(finding.says()) && finding.weight() != Weight.STOP)
                        .map(one -> finding.accepted(one.accepted()))
                        .orElse(finding))
                .toList();
    }
}

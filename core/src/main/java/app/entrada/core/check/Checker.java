package app.entrada.core.check;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.check.rules.Observation;
import app.entrada.core.check.rules.Params;
import app.entrada.core.check.rules.Rule;
import app.entrada.core.release.context.ReleaseContext;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;

/**
 * Runs the rules of destinations over a release and gathers what they see. It remembers what each rule looked at: the next
 * check of the same release repeats only rules that looked at something which is different now. Costs one set of what was
 * read for each rule. Not safe for several threads at once.
 */
public final class Checker {
    /** Heaviest first, then by track; the same order in which pages sort what comes to them piece by piece. */
    private static final Comparator<Finding> ORDER = Comparator.comparing(Finding::weight)
            .reversed()
            .thenComparing(finding -> finding.place().track())
            .thenComparing(Finding::id);

    /** A rule with one set of parameters, and the weight that each destination gives it. */
    private record Job(Rule rule, Params params, Map<String, Weight> destinations) {}

    private record Run(Set<Object> reads, List<Observation> seen) {}

    private record SeenObservation(Rule rule, Observation observation, Map<String, Weight> destinations) {}

    private final List<Profile> profiles;
    private final List<Job> jobs;
    private final List<Run> runs = new ArrayList<>();
    private @Nullable ReleaseContext last;
    private List<Finding> findings = List.of();
    private int ran;

    public Checker(List<Profile> profiles) {
        this.profiles = List.copyOf(profiles);
        Map<List<Object>, Job> jobs = new LinkedHashMap<>();
        for (Profile profile : profiles)
            for (Profile.Applied applied : profile.rules())
                jobs.computeIfAbsent(
                                List.of(applied.rule().id(), applied.params()),
                                key -> new Job(applied.rule(), applied.params(), new LinkedHashMap<>()))
                        .destinations
                        .put(profile.id(), applied.weight());
        this.jobs = List.copyOf(jobs.values());
    }

    /** All findings from scratch. */
    public static List<Finding> check(ReleaseContext subject, List<Profile> profiles) {
        return new Checker(profiles).check(subject);
    }

    /** The destinations whose rules these are. */
    public List<Profile> profiles() {
        return profiles;
    }

    /** All findings, heaviest first, then by track; the same sight of several destinations is one finding. */
    public List<Finding> check(ReleaseContext subject) {
        Set<Object> different = last == null ? null : last.differences(subject).orElse(null);
        Set<Object> reads = new HashSet<>();
        ReleaseContext watched = subject.watched(read -> reads.add(read));
        ran = 0;
        for (int i = 0; i < jobs.size(); i++) {
            if (different != null && disjoint(runs.get(i).reads, different)) continue;
            reads.clear();
            Job job = jobs.get(i);
            List<Observation> seen = job.rule.check(watched, job.params).toList();
            Run run = new Run(Set.copyOf(reads), seen);
            if (i < runs.size()) runs.set(i, run);
            else runs.add(run);
            ran++;
        }
        if (ran > 0) findings = gathered();
        last = subject;
        return findings;
    }

    /** The first day after that of the last check on which a rule may see something else, though nothing was changed. */
    public Optional<LocalDate> turnsOn() {
        return runs.stream()
                .flatMap(run -> run.reads.stream())
                .filter(ReleaseContext.Turn.class::isInstance)
                .map(read -> ((ReleaseContext.Turn) read).on())
                .min(Comparator.naturalOrder());
    }

    /** How many rules the last check had to run. */
    public int ran() {
        return ran;
    }

    private static boolean disjoint(Set<Object> reads, Set<Object> different) {
        for (Object each : different) if (reads.contains(each)) return false;
        return true;
    }

    private List<Finding> gathered() {
        Map<List<Object>, SeenObservation> seen = new LinkedHashMap<>();
        for (int i = 0; i < jobs.size(); i++) {
            Job job = jobs.get(i);
            for (Observation observation : runs.get(i).seen)
                seen.computeIfAbsent(
                                List.of(job.rule.id(), observation.place(), observation.says()),
                                key -> new SeenObservation(job.rule, observation, new LinkedHashMap<>()))
                        .destinations
                        .putAll(job.destinations);
        }
        Map<String, Integer> times = new LinkedHashMap<>();
        List<Finding> all = new ArrayList<>();
        for (SeenObservation each : seen.values()) {
            String id = each.rule.id() + "@" + each.observation.place();
            int time = times.merge(id, 1, Integer::sum);
            all.add(new Finding(
                    time == 1 ? id : id + "#" + time,
                    each.rule.id(),
                    each.rule.family(),
                    each.destinations.values().stream()
                            .max(Comparator.naturalOrder())
                            .orElseThrow(),
                    each.destinations,
                    each.observation.place(),
                    each.observation.says(),
                    each.rule.reason(),
                    each.observation.fix(),
                    each.observation.person(),
                    Optional.empty()));
        }
        all.sort(ORDER);
        return List.copyOf(all);
    }
}

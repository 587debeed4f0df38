package app.entrada.core.rule;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Runs the rules of destinations over a release and gathers what they see. */
public final class Checker {
    private Checker() {}

    private static final Comparator<Finding> ORDER = Comparator.comparing(Finding::weight)
            .reversed()
            .thenComparing(finding -> finding.place().track())
            .thenComparing(finding -> finding.place().field().id())
            .thenComparing(Finding::rule);

    private record Seen(Rule rule, Observation observation, Map<String, Weight> destinations) {}

    /** All findings, heaviest first, then by track; the same sight of several destinations is one finding. */
    public static List<Finding> check(Subject subject, List<Profile> profiles) {
        Map<List<Object>, Seen> seen = new LinkedHashMap<>();
        for (Profile profile : profiles)
            for (Profile.Applied applied : profile.rules())
                applied.rule()
                        .check(subject, applied.params())
                        .forEach(observation -> seen.computeIfAbsent(
                                        List.of(applied.rule().id(), observation.place(), observation.says()),
                                        key -> new Seen(applied.rule(), observation, new LinkedHashMap<>()))
                                .destinations
                                .put(profile.id(), applied.weight()));
        Map<String, Integer> times = new LinkedHashMap<>();
        List<Finding> findings = new ArrayList<>();
        for (Seen each : seen.values()) {
            String id = each.rule.id() + "@" + each.observation.place();
            int time = times.merge(id, 1, Integer::sum);
            findings.add(new Finding(
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
                    each.observation.fix()));
        }
        findings.sort(ORDER);
        return findings;
    }
}

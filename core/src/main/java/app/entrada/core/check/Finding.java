package app.entrada.core.check;

import app.entrada.core.check.profile.Weight;
import app.entrada.core.check.rules.Fix;
import app.entrada.core.check.rules.Place;
import app.entrada.core.check.rules.RuleFamily;
import java.util.Collection;
import java.util.HashSet;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.SortedMap;
import java.util.TreeMap;

/**
 * What a check says.
 *
 * @param id stable while the fault stands: rule and place
 * @param rule id of the rule
 * @param family rules' family
 * @param weight the heaviest of the destinations'
 * @param destinations weight by destination id
 * @param reason why a destination wants it
 * @param person whom it concerns, when it is about somebody
 * @param accepted that somebody takes the risk; a stop stays one all the same
 */
public record Finding(
        String id,
        String rule,
        RuleFamily family,
        Weight weight,
        Map<String, Weight> destinations,
        Place place,
        String says,
        String reason,
        Optional<Fix> fix,
        Optional<String> person,
        Optional<Accepted> accepted) {
    /**
     * That somebody takes the risk.
     *
     * @param reason in their words
     * @param at when, ISO 8601
     */
    public record Accepted(String reason, String by, String at) {}

    /** The same, its risk taken. */
    public Finding accepted(Accepted taken) {
        return new Finding(
                id, rule, family, weight, destinations, place, says, reason, fix, person, Optional.of(taken));
    }

    /**
     * How many things of each weight are open for a destination, the lightest first; weights without any are absent. A rule that
     * objects in several places is one thing; of what destinations answered each sentence is one of its own.
     */
    public static SortedMap<Weight, Integer> counts(Collection<Finding> findings, String destination) {
        SortedMap<Weight, Set<String>> rules = new TreeMap<>();
        for (Finding finding : findings)
            finding.open(destination)
                    .ifPresent(weight -> rules.computeIfAbsent(weight, none -> new HashSet<>())
                            .add(finding.family() == RuleFamily.ANSWERS ? finding.id() : finding.rule()));
        SortedMap<Weight, Integer> counts = new TreeMap<>();
        rules.forEach((weight, those) -> counts.put(weight, those.size()));
        return counts;
    }

    /** The weight it still has for a destination: none where it does not apply, and none for a risk that was taken. */
    public Optional<Weight> open(String destination) {
        return Optional.ofNullable(destinations.get(destination))
                .filter(its -> accepted.isEmpty() || its == Weight.STOP);
    }
}

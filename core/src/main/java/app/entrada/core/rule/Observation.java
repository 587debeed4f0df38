package app.entrada.core.rule;

import java.util.Optional;

/**
 * What a rule saw, before a destination gives it a weight.
 *
 * @param says one plain sentence: what is there and what is wanted
 * @param person whom it concerns, when it is about somebody
 */
public record Observation(Place place, String says, Optional<Fix> fix, Optional<String> person) {
    /** Without a fix. */
    public static Observation at(Place place, String says) {
        return new Observation(place, says, Optional.empty(), Optional.empty());
    }

    /** The same with a safe fix. */
    public Observation with(Fix safe) {
        return new Observation(place, says, Optional.of(safe), person);
    }

    /** The same about somebody. */
    public Observation about(String name) {
        return new Observation(place, says, fix, Optional.of(name));
    }
}

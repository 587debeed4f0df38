package app.entrada.core.rule;

import java.util.Optional;

/**
 * What a rule saw, before a destination gives it a weight.
 *
 * @param says one plain sentence: what is there and what is wanted
 */
public record Observation(Place place, String says, Optional<Fix> fix) {
    /** Without a fix. */
    public static Observation at(Place place, String says) {
        return new Observation(place, says, Optional.empty());
    }

    /** The same with a safe fix. */
    public Observation with(Fix safe) {
        return new Observation(place, says, Optional.of(safe));
    }
}

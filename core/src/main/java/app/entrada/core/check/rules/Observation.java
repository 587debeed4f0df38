package app.entrada.core.check.rules;

import app.entrada.core.field.Field;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.ReleaseContext;
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

    /** A sentence about a fact of the release, in the manner of {@link String#format}. */
    public static Observation at(ReleaseContext s, Field<?> field, String says, Object... values) {
        return at(Place.of(s.release(), field), says.formatted(values));
    }

    /** A sentence about a fact of a track, in the manner of {@link String#format}. */
    public static Observation at(ReleaseContext s, Track track, Field<?> field, String says, Object... values) {
        return at(Place.of(s.release(), track, field), says.formatted(values));
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

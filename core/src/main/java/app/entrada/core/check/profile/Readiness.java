package app.entrada.core.check.profile;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;
import java.util.SortedMap;

/**
 * How ready something is for a destination: the heaviest open finding, or that there is none; and that there is none so far,
 * because files are still being measured.
 */
public enum Readiness {
    READY,
    MEASURING,
    NOTE,
    RISK,
    STOP;

    /**
     * From the number of open findings of each weight.
     *
     * @param measuring whether what was found is not all that there is to be found
     */
    public static Readiness of(SortedMap<Weight, Integer> open, boolean measuring) {
        if (open.isEmpty()) return measuring ? MEASURING : READY;
        return of(open.lastKey());
    }

    /** Of the heaviest thing that is open. */
    public static Readiness of(Weight heaviest) {
        return valueOf(heaviest.name());
    }

    /** As pages write it: {@code ready}. */
    @JsonValue
    public String label() {
        return name().toLowerCase(Locale.ROOT);
    }
}

package app.entrada.core.check.profile;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;
import java.util.SortedMap;

/** How ready something is for a destination: the heaviest open finding, or that there is none. */
public enum Readiness {
    READY,
    NOTE,
    RISK,
    STOP;

    /** From the number of open findings of each weight. */
    public static Readiness of(SortedMap<Weight, Integer> open) {
        return open.isEmpty() ? READY : of(open.lastKey());
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

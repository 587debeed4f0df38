package app.entrada.core.check.profile;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.Locale;

/** How much a finding weighs for a destination; the lightest first. */
public enum Weight {
    /** Worth knowing. */
    NOTE,
    /** May be rejected; can be accepted with a written reason. */
    RISK,
    /** Makes delivery impossible. */
    STOP;

    /** As profiles, documents and pages write it: {@code stop}. */
    @JsonValue
    public String label() {
        return name().toLowerCase(Locale.ROOT);
    }
}

package app.entrada.core.rule;

/** How much a finding weighs for a destination; the lightest first. */
public enum Weight {
    /** Worth knowing. */
    NOTE,
    /** May be rejected; can be accepted with a written reason. */
    RISK,
    /** Makes delivery impossible. */
    STOP
}

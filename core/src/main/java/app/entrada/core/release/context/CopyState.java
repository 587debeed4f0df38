package app.entrada.core.release.context;

import com.fasterxml.jackson.annotation.JsonValue;

/** How a copy of a master stands against what it should be. */
public enum CopyState {
    /** As its recipe and the facts of today want it. */
    WRITTEN("written"),
    /** Written from facts, a recipe or a master that are different now. */
    STALE("stale"),
    /** Its bytes are not those that were written. */
    ALTERED("altered"),
    /** Wanted, and not written yet. */
    MISSING("missing"),
    /** There is no master to write it from. */
    NO_MASTER("no master"),
    /** The master cannot be read to its end. */
    DAMAGED_MASTER("damaged master"),
    /** The master is still being measured. */
    MEASURING("measuring");

    private final String label;

    CopyState(String label) {
        this.label = label;
    }

    /** Name for reading, also on the wire. */
    @JsonValue
    public String label() {
        return label;
    }
}

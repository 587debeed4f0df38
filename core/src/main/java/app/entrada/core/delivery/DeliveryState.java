package app.entrada.core.delivery;

import java.util.Set;

/** States of a delivery and the ways between them. What is sealed is never changed; only its state is. */
public enum DeliveryState {
    /** Hashed, numbered, to be sent. */
    SEALED("sealed"),
    /** The destination has it whole and gave a receipt. */
    RECEIVED("received"),
    /** Somebody looks at it there. */
    IN_REVIEW("in review"),
    /** Taken. */
    ACCEPTED("accepted"),
    /** Refused with reasons. */
    REJECTED("rejected"),
    /** Could not be handed over after many tries. */
    FAILED("failed");

    private final String says;

    DeliveryState(String says) {
        this.says = says;
    }

    /** The word for it, as stored and shown. */
    public String says() {
        return says;
    }

    /** The state with this word. */
    public static DeliveryState of(String word) {
        for (DeliveryState state : values()) if (state.says.equals(word)) return state;
        throw new IllegalArgumentException("There is no state “%s”".formatted(word));
    }

    /** States that may follow. */
    public Set<DeliveryState> next() {
        return switch (this) {
            case SEALED -> Set.of(RECEIVED, REJECTED, FAILED);
            case RECEIVED -> Set.of(IN_REVIEW, ACCEPTED, REJECTED);
            case IN_REVIEW -> Set.of(ACCEPTED, REJECTED);
            case FAILED -> Set.of(SEALED);
            case ACCEPTED, REJECTED -> Set.of();
        };
    }

    /** Whether the destination has yet to answer. */
    public boolean underWay() {
        return this == SEALED || this == RECEIVED || this == IN_REVIEW;
    }
}

package app.entrada.core.delivery;

/**
 * Why something cannot be sent now.
 *
 * @param message one sentence for a person; nothing is decided by it
 */
public record Hindrance(Cause cause, String message) {
    /** What has to be different before it can be sent; it decides where a person is sent to. */
    public enum Cause {
        /** Findings of the destination's rules stop it. */
        FINDINGS,
        /** A master or the cover is measured at this moment, and what is asked of it is not answered yet. */
        MEASURING,
        /** Copies are not written with the facts of today. */
        COPIES,
        /** The destination has no address, no secret, or nothing is sent to its kind. */
        CONNECTION,
        /** Another delivery to it has not ended. */
        UNDER_WAY,
        /** What was ordered grants what the label does not hold, or is of something that was never taken. */
        ORDER,
        /** The facts cannot be put into its message. */
        MESSAGE
    }
}

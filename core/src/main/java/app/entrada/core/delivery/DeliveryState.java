package app.entrada.core.delivery;

import com.fasterxml.jackson.annotation.JsonValue;
import java.util.EnumSet;
import java.util.Set;

/** States of a delivery and the ways between them. What is sealed is never changed; only its state is. */
public enum DeliveryState {
    /** Hashed, numbered, to be sent. */
    SEALED("sealed"),
    /** The destination has it whole and gave a receipt. */
    RECEIVED("received"),
    /** Somebody looks at it there. */
    IN_REVIEW("in review"),
    /** Somebody there wants to know something first. */
    QUESTIONS("questions"),
    /** Taken. */
    ACCEPTED("accepted"),
    /** Refused with reasons. */
    REJECTED("rejected"),
    /** Somebody has to look: it could not be handed over after many tries, or is not known there any more. */
    FAILED("failed"),
    /** To be heard or bought there. */
    LIVE("live"),
    /** Gone from sale, as was asked. */
    TAKEN_DOWN("taken down"),
    /** Called off by its sender: before it left, or without waiting for an answer any longer. */
    CALLED_OFF("called off");

    private final String says;

    DeliveryState(String says) {
        this.says = says;
    }

    /** The word for it, as stored, sent and shown. */
    @JsonValue
    public String label() {
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
            case SEALED -> EnumSet.of(RECEIVED, REJECTED, FAILED, CALLED_OFF);
            case RECEIVED -> EnumSet.of(IN_REVIEW, QUESTIONS, ACCEPTED, REJECTED, TAKEN_DOWN, FAILED, CALLED_OFF);
            case IN_REVIEW -> EnumSet.of(QUESTIONS, ACCEPTED, REJECTED, TAKEN_DOWN, FAILED, CALLED_OFF);
            case QUESTIONS -> EnumSet.of(IN_REVIEW, ACCEPTED, REJECTED, TAKEN_DOWN, FAILED, CALLED_OFF);
            case FAILED -> EnumSet.of(SEALED, CALLED_OFF);
            case ACCEPTED -> EnumSet.of(LIVE, TAKEN_DOWN);
            case LIVE -> EnumSet.of(TAKEN_DOWN);
            case REJECTED, TAKEN_DOWN, CALLED_OFF -> EnumSet.noneOf(DeliveryState.class);
        };
    }

    /**
     * The state that a destination's word stands for; a word that is not known, or that leads back, is no news.
     *
     * @param word {@code received}, {@code in_review}, {@code questions}, {@code accepted}, {@code rejected},
     *     {@code live} or {@code taken_down}
     */
    public DeliveryState heard(String word) {
        for (DeliveryState state : next())
            if (state != FAILED
                    && state != CALLED_OFF
                    && state.says.replace(' ', '_').equals(word)) return state;
        return this;
    }

    /** Whether the destination has yet to answer. */
    public boolean underWay() {
        return this == SEALED || this == RECEIVED || this == IN_REVIEW || this == QUESTIONS;
    }

    /** Whether the destination has it now. */
    public boolean taken() {
        return this == ACCEPTED || this == LIVE;
    }

    /** Whether what was said there is an objection that somebody has to answer. */
    public boolean objects() {
        return this == REJECTED || this == QUESTIONS;
    }
}

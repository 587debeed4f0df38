package app.entrada.core.text;

import java.util.Objects;

/** A typed value that a field cannot take. The message says what is wanted; nothing was stored. */
public final class MalformedValue extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;

    /** @param message one sentence: what was given and what is wanted */
    public MalformedValue(String message) {
        super(message);
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}

package app.entrada.core.text;

/** A typed value that a field cannot take. The message says what is wanted; nothing was stored. */
public final class MalformedValue extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;

    /** @param message one sentence: what was given and what is wanted */
    public MalformedValue(String message) {
        super(message);
    }
}

package app.entrada.core.code;

import java.util.Objects;

/** A text that is not the code it was read as. Says what was given and what would have been right. */
public final class MalformedCode extends IllegalArgumentException {
    private static final long serialVersionUID = 1L;

    private final String kind;
    private final String wanted;

    /**
     * @param kind name of the code, for example {@code ISRC}
     * @param given what was typed
     * @param wanted the right form, in words that can follow "wanted:"
     */
    public MalformedCode(String kind, String given, String wanted) {
        super("“%s” is not a valid %s; expected: %s".formatted(given, kind, wanted));
        this.kind = kind;
        this.wanted = wanted;
    }

    /** Name of the code. */
    public String kind() {
        return kind;
    }

    /** The right form in words. */
    public String wanted() {
        return wanted;
    }

    @Override
    public String getMessage() {
        return Objects.requireNonNull(super.getMessage());
    }
}

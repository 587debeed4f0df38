package app.entrada.core.rule;

/** What rules are about. */
public enum Family {
    CODES("Codes"),
    TITLES("Titles, names"),
    RELEASE("Release"),
    AUDIO("Audio"),
    ARTWORK("Artwork"),
    WORKS("Works, shares"),
    FILES("Files, disc"),
    ANSWERS("Answers");

    private final String says;

    Family(String says) {
        this.says = says;
    }

    /** Name for reading. */
    public String says() {
        return says;
    }
}

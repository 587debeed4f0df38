package app.entrada.core.check.rules;

/** What rules are about. */
public enum RuleFamily {
    CODES("Codes"),
    TITLES("Titles, names"),
    RELEASE("Release"),
    AUDIO("Audio"),
    ARTWORK("Artwork"),
    WORKS("Works, shares"),
    FILES("Files, disc"),
    ANSWERS("Answers");

    private final String says;

    RuleFamily(String says) {
        this.says = says;
    }

    /** Name for reading. */
    public String label() {
        return says;
    }
}

package app.entrada.server.platform;

/** What was typed, as a pattern of SQL's {@code LIKE}: signs that would stand for others stand for themselves. */
public final class LikePattern {
    private LikePattern() {}

    /** Fits every text in which what was typed stands. */
    public static String containing(String typed) {
        return "%" + typed.replaceAll("([\\\\%_])", "\\\\$1") + "%";
    }
}

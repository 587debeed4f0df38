package app.entrada.server.platform;

/** What was typed, as a pattern of SQL's {@code LIKE}: signs that would stand for others stand for themselves. */
public final class LikePattern {
    private LikePattern() {}

    /** Fits every text in which what was typed stands. */
    public static String containing(String typed) {
        return "%" + itself(typed) + "%";
    }

    /** Fits every text that begins with what was typed. */
    public static String beginning(String typed) {
        return itself(typed) + "%";
    }

    private static String itself(String typed) {
        return typed.replaceAll("([\\\\%_])", "\\\\$1");
    }
}

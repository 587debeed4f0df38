package app.entrada.core.code;

import java.util.regex.Pattern;

/** How people write a code's name in front of it. */
final class Typed {
    private Typed() {}

    /** The text without its outer white space and without the code's own name and a colon in front. */
    static String withoutWord(String typed, String word) {
        return Pattern.compile("^\\s*" + word + "\\s*:?\\s*", Pattern.CASE_INSENSITIVE)
                .matcher(typed)
                .replaceFirst("")
                .strip();
    }

    /** Digits only: drops spaces, hyphens and full stops. */
    static String digits(String typed) {
        return typed.replaceAll("[\\s\\p{Pd}.]", "");
    }
}

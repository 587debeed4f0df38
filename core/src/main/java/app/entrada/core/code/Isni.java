package app.entrada.core.code;

import java.util.Locale;

/**
 * International Standard Name Identifier, ISO 27729: fifteen digits and a check character, ISO 7064 MOD 11-2.
 *
 * @param compact sixteen characters, the last may be X
 */
public record Isni(String compact) {
    private static final String WANTED = "sixteen digits, the last may be X (0000 0001 2150 090X)";

    public Isni {
        if (!compact.matches("\\d{15}[\\dX]")) throw new MalformedCode("ISNI", compact, WANTED);
        char wanted = checkCharacter(compact.substring(0, 15));
        if (compact.charAt(15) != wanted)
            throw new MalformedCode("ISNI", compact, "a number whose last character is %s".formatted(wanted));
    }

    /** Reads what people type, in groups or not. */
    public static Isni parse(String typed) {
        String plain = Typed.digits(Typed.withoutWord(typed, "ISNI")).toUpperCase(Locale.ROOT);
        if (!plain.matches("\\d{15}[\\dX]")) throw new MalformedCode("ISNI", typed.strip(), WANTED);
        return new Isni(plain);
    }

    /** Check character of fifteen digits: 0–9 or X. */
    public static char checkCharacter(String fifteen) {
        int sum = 0;
        for (int i = 0; i < 15; i++) sum = (sum + fifteen.charAt(i) - '0') * 2 % 11;
        int check = (12 - sum) % 11;
        return check == 10 ? 'X' : (char) ('0' + check);
    }

    @Override
    public String toString() {
        return compact.replaceAll("(.{4})(?=.)", "$1 ");
    }
}

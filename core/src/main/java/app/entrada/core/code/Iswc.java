package app.entrada.core.code;

import java.util.Locale;

/**
 * International Standard Musical Work Code, ISO 15707: the letter T, nine digits, a check digit.
 *
 * @param compact eleven characters such as {@code T0345246801}
 */
public record Iswc(String compact) {
    private static final String WANTED = "T and ten digits (T-034.524.680-1)";

    public Iswc {
        if (!compact.matches("T\\d{10}")) throw new MalformedCode("ISWC", compact, WANTED);
        int wanted = checkDigit(compact.substring(1, 10));
        if (compact.charAt(10) - '0' != wanted)
            throw new MalformedCode("ISWC", compact, "a number whose last digit is %d".formatted(wanted));
    }

    /** Reads what people type, with or without separators. */
    public static Iswc parse(String typed) {
        String plain = Typed.digits(Typed.withoutWord(typed, "ISWC")).toUpperCase(Locale.ROOT);
        if (!plain.matches("T\\d{10}")) throw new MalformedCode("ISWC", typed.strip(), WANTED);
        return new Iswc(plain);
    }

    /** Check digit, 0–9, of nine digits: (10 − (1 + Σ i·dᵢ) mod 10) mod 10. */
    public static int checkDigit(String nine) {
        int sum = 1;
        for (int i = 0; i < 9; i++) sum += (i + 1) * (nine.charAt(i) - '0');
        return (10 - sum % 10) % 10;
    }

    @Override
    public String toString() {
        return "T-" + compact.substring(1, 4) + "." + compact.substring(4, 7) + "." + compact.substring(7, 10) + "-"
                + compact.substring(10);
    }
}

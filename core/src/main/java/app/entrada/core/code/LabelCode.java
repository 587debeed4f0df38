package app.entrada.core.code;

import java.util.Locale;

/**
 * Label code (LC): the letters LC and four or five digits. It has no check digit.
 *
 * @param number the digits, with their leading zeros
 */
public record LabelCode(String number) {
    public LabelCode {
        if (!number.matches("\\d{4,5}")) throw new MalformedCode("label code", number, "LC and four or five digits");
    }

    /** Reads what people type, with or without the letters LC. */
    public static LabelCode parse(String typed) {
        String plain = Typed.digits(typed).toUpperCase(Locale.ROOT).replaceFirst("^LC", "");
        if (!plain.matches("\\d{4,5}"))
            throw new MalformedCode("label code", typed.strip(), "LC and four or five digits");
        return new LabelCode(plain);
    }

    @Override
    public String toString() {
        return "LC " + number;
    }
}

package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A P-line (℗, rights in the sound recording) or C-line (©, rights in the work or artwork): a year and an owner.
 *
 * @param year four digits
 * @param owner never blank
 */
public record RightsLine(int year, String owner) {
    private static final Pattern SHAPE = Pattern.compile("[℗©\\s]*(?:\\([PpCc]\\)\\s*)?(\\d{4})\\s+(\\S.*)");

    /** Reads {@code 2026 Ninth Weir Records}, with or without the sign in front. */
    public static RightsLine parse(String typed) {
        Matcher parts = SHAPE.matcher(typed.strip());
        if (!parts.matches())
            throw new MalformedValue("“%s” has no year and owner; expected: 2026 Ninth Weir Records".formatted(typed));
        return new RightsLine(Integer.parseInt(parts.group(1)), parts.group(2).strip());
    }

    @Override
    public String toString() {
        return "%04d %s".formatted(year, owner);
    }
}

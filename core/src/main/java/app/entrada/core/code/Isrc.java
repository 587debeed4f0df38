package app.entrada.core.code;

import java.util.regex.Pattern;

/**
 * International Standard Recording Code, ISO 3901:2019: prefix of two letters and three letters or digits, two digits of
 * the year in which the code was <em>assigned</em>, five digits of designation. It has no check digit.
 *
 * @param compact twelve characters, upper case, without hyphens; {@link #toString} gives the hyphenated form
 */
public record Isrc(String compact) {
    private static final Pattern SHAPE = Pattern.compile("[A-Z]{2}[A-Z0-9]{3}\\d{7}");
    static final String WANTED = "two letters, three letters or digits, then seven digits (XA-NW9-26-00041)";

    public Isrc {
        if (!SHAPE.matcher(compact).matches()) throw new MalformedCode("ISRC", compact, WANTED);
    }

    /**
     * Reads what people type: any case, with or without hyphens, spaces or the word ISRC in front.
     *
     * @throws MalformedCode when what remains is not an ISRC
     */
    public static Isrc parse(String typed) {
        String plain = Typed.plain(Typed.withoutWord(typed, "ISRC"));
        if (!SHAPE.matcher(plain).matches()) {
            String slip = plain.length() == 12 ? Typed.explained(plain, 5) : "";
            throw new MalformedCode("ISRC", typed.strip(), slip.isEmpty() ? WANTED : slip);
        }
        return new Isrc(plain);
    }

    /** Country or agency and registrant: the first five characters. */
    public String prefix() {
        return compact.substring(0, 5);
    }

    /** Year of assignment, 0–99. */
    public int year() {
        return Integer.parseInt(compact.substring(5, 7));
    }

    /** Designation, 0–99999. */
    public int designation() {
        return Integer.parseInt(compact.substring(7));
    }

    /** The form for reading, {@code XA-NW9-26-00041}. */
    @Override
    public String toString() {
        return compact.substring(0, 2) + "-" + compact.substring(2, 5) + "-" + compact.substring(5, 7) + "-"
                + compact.substring(7);
    }
}

package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A length or a point of time in a recording, to the millisecond: {@code 3:07}, {@code 3:07.250}, {@code 1:02:03}.
 *
 * @param milliseconds 0 to 99 hours
 */
public record PlayingTime(long milliseconds) {
    private static final Pattern SHAPE = Pattern.compile("(?:(\\d{1,2}):)?(\\d{1,3}):([0-5]?\\d)(?:[.,](\\d{1,3}))?");
    private static final Pattern SECONDS = Pattern.compile("(\\d{1,5})(?:[.,](\\d{1,3}))?\\s*s?");

    /** Reads what people type: m:ss, h:mm:ss, with or without a fraction, or plain seconds. */
    public static PlayingTime parse(String typed) {
        Matcher clock = SHAPE.matcher(typed.strip());
        if (clock.matches()) {
            long hours = clock.group(1) == null ? 0 : Long.parseLong(clock.group(1));
            return new PlayingTime(
                    ((hours * 60 + Long.parseLong(clock.group(2))) * 60 + Long.parseLong(clock.group(3))) * 1000
                            + fraction(clock.group(4)));
        }
        Matcher plain = SECONDS.matcher(typed.strip());
        if (plain.matches()) return new PlayingTime(Long.parseLong(plain.group(1)) * 1000 + fraction(plain.group(2)));
        throw new MalformedValue(
                "“%s” is not a valid time; expected: minutes and seconds such as 3:07 or 3:07.250".formatted(typed));
    }

    private static long fraction(String digits) {
        return digits == null ? 0 : Long.parseLong((digits + "00").substring(0, 3));
    }

    /** Seconds. */
    public double seconds() {
        return milliseconds / 1000.0;
    }

    /** Canonical text: m:ss, with thousandths where there are any. */
    @Override
    public String toString() {
        long whole = milliseconds / 1000;
        String text = whole < 3600
                ? "%d:%02d".formatted(whole / 60, whole % 60)
                : "%d:%02d:%02d".formatted(whole / 3600, whole / 60 % 60, whole % 60);
        return milliseconds % 1000 == 0 ? text : text + String.format(Locale.ROOT, ".%03d", milliseconds % 1000);
    }
}

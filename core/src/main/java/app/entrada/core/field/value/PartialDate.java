package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.time.DateTimeException;
import java.time.LocalDate;
import java.time.YearMonth;
import java.util.OptionalInt;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A date of which the day, or month and day, may be unknown: {@code 1998}, {@code 1998-03}, {@code 1998-03-12} (ISO 8601).
 *
 * @param month 1–12, when known
 * @param day of the month, only with a month
 */
public record PartialDate(int year, OptionalInt month, OptionalInt day) {
    private static final Pattern SHAPE = Pattern.compile("(\\d{4})(?:-(\\d{2}))?");

    public PartialDate {
        if (year < 1877) throw new MalformedValue("There were no recordings in %d".formatted(year));
        try {
            YearMonth known = YearMonth.of(year, month.orElse(1));
            if (day.isPresent() && !known.isValidDay(day.getAsInt()))
                throw new MalformedValue("Invalid date: %s has %d days".formatted(known, known.lengthOfMonth()));
        } catch (DateTimeException none) {
            throw new MalformedValue("Invalid date: " + none.getMessage());
        }
    }

    /** A day that is known whole. */
    public static PartialDate of(LocalDate day) {
        return new PartialDate(day.getYear(), OptionalInt.of(day.getMonthValue()), OptionalInt.of(day.getDayOfMonth()));
    }

    /** Reads a year, a year and a month, or a day in any form that {@link ValueTypes#DATE} reads. */
    public static PartialDate parse(String typed) {
        Matcher part = SHAPE.matcher(typed.strip());
        if (part.matches())
            return new PartialDate(
                    Integer.parseInt(part.group(1)),
                    part.group(2) == null ? OptionalInt.empty() : OptionalInt.of(Integer.parseInt(part.group(2))),
                    OptionalInt.empty());
        try {
            return of(ValueTypes.DATE.parse(typed));
        } catch (MalformedValue noDay) {
            throw new MalformedValue(
                    "“%s” is not a valid date; expected: 1998, 1998-03 or 1998-03-12".formatted(typed.strip()));
        }
    }

    /** The first day it can mean. */
    public LocalDate earliest() {
        return LocalDate.of(year, month.orElse(1), day.orElse(1));
    }

    @Override
    public String toString() {
        if (month.isEmpty()) return "%04d".formatted(year);
        if (day.isEmpty()) return "%04d-%02d".formatted(year, month.getAsInt());
        return earliest().toString();
    }
}

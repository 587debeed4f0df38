package app.entrada.core.catalogue;

import app.entrada.core.field.Field;
import app.entrada.core.field.value.PartialDate;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.field.value.ValueType;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.text.MalformedValue;
import java.util.Arrays;
import java.util.List;
import java.util.Optional;
import java.util.OptionalLong;
import org.jspecify.annotations.Nullable;

/**
 * A column of the catalogue: a field of the registry, or something that is computed of a release and its tracks.
 *
 * @param key by which it is asked for
 * @param name the trade's word for it
 * @param scale how its values are put in order and compared
 * @param field of the registry; null when it is computed
 */
public record CatalogueColumn(
        String key, String name, Scale scale, @Nullable Field<?> field) {
    /** How values are put in order and compared. */
    public enum Scale {
        /** By the alphabet. */
        TEXT,
        /** Whole numbers. */
        NUMBER,
        /** ISO 8601 days, months or years. */
        DATE,
        /** Minutes and seconds; compared in milliseconds. */
        TIME
    }

    private static final long MONTHS = 100;
    private static final long YEARS = 10_000;

    /** The column of a field. */
    static CatalogueColumn of(Field<?> field) {
        ValueType<?> type = field.type();
        Scale scale = type == ValueTypes.DATE || type == ValueTypes.PARTIAL_DATE
                ? Scale.DATE
                : type == ValueTypes.TIME ? Scale.TIME : type.name().equals("number") ? Scale.NUMBER : Scale.TEXT;
        return new CatalogueColumn(field.key(), field.name(), scale, field);
    }

    /** Something that is computed. */
    static CatalogueColumn computed(String key, String name, Scale scale) {
        return new CatalogueColumn(key, name, scale, null);
    }

    /** Text for reading of a canonical text; one that cannot be read is shown as it stands. */
    public String shown(String text) {
        return field == null ? text : field.shown(text);
    }

    /** What stands in a canonical text side by side: names, words; the whole of it for anything else. */
    public List<String> elements(String text) {
        if (field == null) return Arrays.asList(text.split("; "));
        try {
            if (field.type() instanceof PeopleType<?> people)
                return people.entriesIn(text).stream()
                        .map(PeopleType.PersonEntry::name)
                        .distinct()
                        .toList();
            if (field.type() == ValueTypes.TERMS)
                return ValueTypes.TERMS.parse(text).list();
            return List.of(field.shown(text));
        } catch (IllegalArgumentException unreadable) {
            return List.of(text);
        }
    }

    /** What a filter takes behind the name of this column, in words. */
    String takes() {
        return switch (scale) {
            case TEXT -> "a word or more";
            case NUMBER ->
                this == CatalogueSubject.YEAR
                        ? "a year such as 2021, or a span such as 2019 to 2021"
                        : "a number such as 120, or a span such as 100 to 140";
            case DATE -> "a year or a day such as 2021 or 2021-05-14, or a span such as 2019 to 2021";
            case TIME -> "a time such as 6:00, or a span such as 2:00 to 4:00";
        };
    }

    /** Whether several values can stand in one cell. */
    public boolean several() {
        return field != null && (field.type() instanceof PeopleType<?> || field.type() == ValueTypes.TERMS);
    }

    /** The least number that a text can mean, for comparing; empty when it is none. */
    OptionalLong least(String text) {
        return number(text, false);
    }

    /** The greatest number that a text can mean: a year alone goes to its last day, a minute alone to its last second. */
    OptionalLong greatest(String text) {
        return number(text, true);
    }

    private OptionalLong number(String text, boolean greatest) {
        try {
            return switch (scale) {
                case TEXT -> OptionalLong.empty();
                case NUMBER -> OptionalLong.of(Long.parseLong(text.strip()));
                case TIME -> OptionalLong.of(PlayingTime.parse(text).milliseconds());
                case DATE -> OptionalLong.of(day(PartialDate.parse(text), greatest));
            };
        } catch (MalformedValue | NumberFormatException none) {
            return OptionalLong.empty();
        }
    }

    private static long day(PartialDate date, boolean last) {
        return date.year() * YEARS
                + date.month().orElse(last ? 12 : 0) * MONTHS
                + date.day().orElse(last ? 31 : 0);
    }

    /** The field, when it is one of the registry. */
    public Optional<Field<?>> ofField() {
        return Optional.ofNullable(field);
    }
}

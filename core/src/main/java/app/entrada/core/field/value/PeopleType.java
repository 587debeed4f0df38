package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A type of value that names people, groups or companies, each with a word about it. The names are those of parties: one
 * who is renamed or merged with another is so wherever the name stands.
 *
 * @param <T> the value
 */
public interface PeopleType<T> extends ValueType<T> {
    /**
     * One name of a value.
     *
     * @param detail what is said of the name there, canonical; empty for nothing
     * @param via a second name, such as the publisher of a writer; null for none
     */
    record PersonEntry(String name, String detail, @Nullable String via) {
        /**
         * Somebody with a role and shares as they were typed.
         *
         * @param role code of the role; empty for the type's own first one
         * @param performing share of the performing right in per cent; null or empty for none agreed
         * @param mechanical share of the mechanical right in per cent; null or empty for none agreed
         * @param via who publishes their part; null or empty for nobody
         */
        public static PersonEntry withShares(
                String name,
                String role,
                @Nullable String performing,
                @Nullable String mechanical,
                @Nullable String via) {
            String shares = given(performing) + "/" + given(mechanical);
            String detail = (role.strip() + (shares.equals("/") ? "" : " " + shares)).strip();
            return new PersonEntry(name.strip(), detail, given(via).isEmpty() ? null : given(via));
        }

        private static String given(@Nullable String typed) {
            return typed == null ? "" : typed.strip();
        }

        /** The entry as it is written in a list. */
        public String line() {
            String line = detail.isEmpty() ? name : name + ": " + detail;
            return via == null ? line : line + " via " + via;
        }
    }

    /** More names than this are a mistake: a choir is credited as one. */
    int MOST_NAMES = 500;

    /** The entries, when there are not too many and each name in them can be that of somebody. */
    static List<PersonEntry> bounded(List<PersonEntry> entries) {
        if (entries.size() > MOST_NAMES)
            throw new MalformedValue("%,d names; at most %,d fit".formatted(entries.size(), MOST_NAMES));
        for (PersonEntry entry : entries) {
            ValueTypes.NAME.parse(entry.name());
            if (entry.via() != null) ValueTypes.NAME.parse(entry.via());
        }
        return entries;
    }

    /** The names of a value in order. */
    List<PersonEntry> entries(T value);

    /**
     * The value that these entries make.
     *
     * @throws MalformedValue when one of them is no entry of this type
     */
    T of(List<PersonEntry> entries);

    /** What is said of a name there, for reading. */
    default String said(PersonEntry entry) {
        return entry.detail();
    }

    /** The names in a text of this type. */
    default List<PersonEntry> entriesIn(String text) {
        return entries(parse(text));
    }

    /** The canonical text that these entries make. */
    default String textOf(List<PersonEntry> entries) {
        return format(of(entries));
    }
}

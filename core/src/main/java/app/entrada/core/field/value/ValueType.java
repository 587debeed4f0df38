package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;

/**
 * How one kind of value is read, stored and shown. The canonical text of {@link #format} is what documents, the change
 * log and the database hold; {@code parse(format(v))} equals {@code v}.
 *
 * @param <T> the value
 */
public interface ValueType<T> {
    /** Stable name, for schemas and editors. */
    String name();

    /**
     * Reads what was typed or stored.
     *
     * @param typed never blank
     * @throws MalformedValue when it is not a value of this type
     */
    T parse(String typed);

    /** The canonical text. */
    String format(T value);

    /** Whether values are numbers of this installation, which mean nothing outside it: no document holds them. */
    default boolean internal() {
        return false;
    }

    /** The text for reading. */
    default String display(T value) {
        return format(value);
    }
}

package app.entrada.core.field;

import app.entrada.core.field.value.ValueType;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;

/**
 * One fact: what it belongs to, how it is read, where it is carried from, what it means. Declared in {@link Fields} and
 * nowhere else; the sheet's columns, the change log, documents, the database's columns and rules' places come from here.
 *
 * @param <T> type of the value
 */
public final class Field<T> {
    /** Which set of the sheet's columns a field belongs to. */
    public enum ColumnSet {
        IDENTITY,
        TIMES,
        RIGHTS,
        SYNC,
        /** Not a column of the sheet: structure, such as the running order. */
        NONE
    }

    private final Entity entity;
    private final String id;
    private final String key;
    private final String column;
    private final String name;
    private final ValueType<T> type;
    private final @Nullable Field<T> carriedFrom;
    private final ColumnSet columns;
    private final String help;

    Field(
            Entity entity,
            String key,
            String name,
            ValueType<T> type,
            @Nullable Field<T> carriedFrom,
            ColumnSet columns,
            String help) {
        this.entity = entity;
        this.id = entity.id() + "." + key;
        this.key = key;
        this.column = key.replaceAll("([A-Z])", "_$1").toLowerCase(Locale.ROOT);
        this.name = name;
        this.type = type;
        this.carriedFrom = carriedFrom;
        this.columns = columns;
        this.help = help;
    }

    /** Stable id: entity and key, for example {@code track.title}. */
    public String id() {
        return id;
    }

    /** What the fact belongs to. */
    public Entity entity() {
        return entity;
    }

    /** Name within the entity; fields of several entities with one key share a column of the sheet. */
    public String key() {
        return key;
    }

    /** Name of the database column. */
    public String column() {
        return column;
    }

    /** The trade's word for it. */
    public String name() {
        return name;
    }

    /** How it is read and written. */
    public ValueType<T> type() {
        return type;
    }

    /** The release's field whose value holds here until this one says otherwise. */
    public Optional<Field<T>> carriedFrom() {
        return Optional.ofNullable(carriedFrom);
    }

    /** Set of columns it is shown in. */
    public ColumnSet columns() {
        return columns;
    }

    /** One or two sentences for the person who fills it in. */
    public String help() {
        return help;
    }

    /** Text for reading of a canonical text; one that cannot be read is shown as it stands. */
    public String shown(String text) {
        try {
            return type.display(type.parse(text));
        } catch (IllegalArgumentException unreadable) {
            return text;
        }
    }

    @Override
    public String toString() {
        return id();
    }
}

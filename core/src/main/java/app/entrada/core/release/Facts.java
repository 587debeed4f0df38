package app.entrada.core.release;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;

/** The facts stored for one thing, by field. Immutable; a fact that is not given is absent, never blank. */
public final class Facts {
    /** No facts. */
    public static final Facts NONE = new Facts(Map.of());

    private final Map<Field<?>, Object> values;

    private Facts(Map<Field<?>, Object> values) {
        this.values = values;
    }

    /**
     * Reads canonical texts by field id.
     *
     * @throws app.entrada.core.field.MalformedValue when an id or a value is unknown
     */
    public static Facts read(Map<String, String> texts) {
        Facts facts = NONE;
        for (var entry : texts.entrySet()) facts = facts.withText(Fields.byId(entry.getKey()), entry.getValue());
        return facts;
    }

    /** The value, when given. */
    @SuppressWarnings("unchecked") // withText stores only what the field's own type has read
    public <T> Optional<T> get(Field<T> field) {
        return Optional.ofNullable((T) values.get(field));
    }

    /** Canonical text of the value, or null when not given. */
    public String text(Field<?> field) {
        return formatted(field);
    }

    private <T> String formatted(Field<T> field) {
        return get(field).map(field.type()::format).orElse(null);
    }

    /** Text for reading, or null when not given. */
    public <T> String display(Field<T> field) {
        return get(field).map(field.type()::display).orElse(null);
    }

    /** These facts with one given as typed text; null or blank removes it. */
    public Facts withText(Field<?> field, String text) {
        Map<Field<?>, Object> changed = new LinkedHashMap<>(values);
        if (text == null || text.isBlank()) changed.remove(field);
        else changed.put(field, field.type().parse(text));
        return new Facts(changed);
    }
}

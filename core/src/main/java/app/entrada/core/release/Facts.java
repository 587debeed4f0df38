package app.entrada.core.release;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Written;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;

/** The facts stored for one thing, by field. Immutable; a fact that is not given is absent, never blank. */
public final class Facts {
    /** No facts. */
    public static final Facts NONE = new Facts(Map.of(), read -> {});

    private final Map<Field<?>, Object> values;
    private final Consumer<Object> watch;

    private Facts(Map<Field<?>, Object> values, Consumer<Object> watch) {
        this.values = values;
        this.watch = watch;
    }

    /**
     * Reads canonical texts by field id.
     *
     * @throws app.entrada.core.field.MalformedValue when an id or a value is unknown
     */
    public static Facts read(Map<String, String> texts) {
        Map<Field<?>, String> byField = new LinkedHashMap<>();
        texts.forEach((id, text) -> byField.put(Fields.byId(id), text));
        return of(byField);
    }

    /** Facts from their texts; null or blank is no fact. */
    public static Facts of(Map<Field<?>, String> texts) {
        Map<Field<?>, Object> values = new LinkedHashMap<>();
        texts.forEach((field, text) -> {
            if (text != null && !text.isBlank()) values.put(field, field.type().parse(text));
        });
        return values.isEmpty() ? NONE : new Facts(values, NONE.watch);
    }

    /** The value, when given. */
    @SuppressWarnings("unchecked") // withText stores only what the field's own type has read
    public <T> Optional<T> get(Field<T> field) {
        watch.accept(field);
        return Optional.ofNullable((T) values.get(field));
    }

    /** The code, when one is given that is right. */
    public <C> Optional<C> code(Field<Written<C>> field) {
        return get(field).flatMap(Written::code);
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
        return new Facts(changed, watch);
    }

    /** The same facts; each field that is looked at is told to the watch. */
    public Facts watched(Consumer<Object> by) {
        return new Facts(values, by);
    }

    /** Fields whose value is another one there. */
    public Set<Field<?>> differences(Facts there) {
        Set<Field<?>> different = new HashSet<>();
        values.forEach((field, value) -> {
            if (!value.equals(there.values.get(field))) different.add(field);
        });
        for (Field<?> field : there.values.keySet()) if (!values.containsKey(field)) different.add(field);
        return different;
    }
}

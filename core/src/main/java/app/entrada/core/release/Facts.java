package app.entrada.core.release;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.DraftCode;
import app.entrada.core.field.value.PeopleType;
import java.util.Collections;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * The facts stored for one thing, by field. Immutable; a fact that is not given is absent, never blank. A stored text that
 * its field cannot read, from a damaged row or an older version, is kept beside them: it holds nothing, but is never lost.
 */
public final class Facts {
    /** No facts. */
    public static final Facts NONE = new Facts(Map.of(), Map.of(), read -> {});

    private final Map<Field<?>, Object> values;
    private final Map<Field<?>, Unreadable> unreadable;
    private final Consumer<Object> watch;

    private Facts(Map<Field<?>, Object> values, Map<Field<?>, Unreadable> unreadable, Consumer<Object> watch) {
        this.values = values;
        this.unreadable = unreadable;
        this.watch = watch;
    }

    /**
     * A stored text that its field cannot read.
     *
     * @param text as it is stored
     * @param why it cannot be read, in words for people
     */
    public record Unreadable(String text, String why) {}

    /**
     * Reads canonical texts by field id.
     *
     * @throws app.entrada.core.text.MalformedValue when an id or a value is unknown
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
        return values.isEmpty() ? NONE : new Facts(values, Map.of(), NONE.watch);
    }

    /** Facts from their stored texts; one that cannot be read stands under {@link #unreadable()} and fails nothing else. */
    public static Facts stored(Map<Field<?>, String> texts) {
        Map<Field<?>, Object> values = new LinkedHashMap<>();
        Map<Field<?>, Unreadable> unreadable = new LinkedHashMap<>();
        texts.forEach((field, text) -> {
            if (text == null || text.isBlank()) return;
            try {
                values.put(field, field.type().parse(text));
            } catch (IllegalArgumentException wrong) {
                unreadable.put(field, new Unreadable(text, Objects.requireNonNullElse(wrong.getMessage(), "")));
            }
        });
        return values.isEmpty() && unreadable.isEmpty() ? NONE : new Facts(values, unreadable, NONE.watch);
    }

    /** These facts with one that names people, from its stored entries; read or kept aside as in {@link #stored}. */
    public <T> Facts withEntries(Field<T> field, List<PeopleType.PersonEntry> entries) {
        PeopleType<T> type = (PeopleType<T>) field.type();
        Map<Field<?>, Object> values = new LinkedHashMap<>(this.values);
        Map<Field<?>, Unreadable> unreadable = new LinkedHashMap<>(this.unreadable);
        try {
            values.put(field, type.of(entries));
        } catch (IllegalArgumentException wrong) {
            unreadable.put(
                    field,
                    new Unreadable(
                            entries.stream().map(PeopleType.PersonEntry::line).collect(Collectors.joining("; ")),
                            Objects.requireNonNullElse(wrong.getMessage(), "")));
        }
        return new Facts(values, unreadable, watch);
    }

    /** The names that a fact holds, each with what is said of it; none when it is not given or names nobody. */
    public List<PeopleType.PersonEntry> entries(Field<?> field) {
        return field.type() instanceof PeopleType<?> type ? entries(type, get(field)) : List.of();
    }

    @SuppressWarnings("unchecked") // a value is of the type of its own field
    private static <T> List<PeopleType.PersonEntry> entries(PeopleType<T> type, Optional<?> value) {
        return value.map(held -> type.entries((T) held)).orElse(List.of());
    }

    /** Stored texts that cannot be read, by field; usually none. */
    public Map<Field<?>, Unreadable> unreadable() {
        watch.accept(Looked.AT_UNREADABLE);
        return Collections.unmodifiableMap(unreadable);
    }

    /**
     * Whether every fact would be read again as it is from its canonical text. Names that people are given later may break
     * that: one with a stroke of the list's own grammar in it reads as two.
     */
    public Optional<Field<?>> changedByWriting() {
        return values.keySet().stream().filter(this::changes).findFirst();
    }

    private boolean changes(Field<?> field) {
        try {
            return !field.type().parse(Objects.requireNonNull(text(field))).equals(values.get(field));
        } catch (IllegalArgumentException unreadable) {
            return true;
        }
    }

    /** The value, when given. */
    @SuppressWarnings("unchecked") // withText stores only what the field's own type has read
    public <T> Optional<T> get(Field<T> field) {
        watch.accept(field);
        return Optional.ofNullable((T) values.get(field));
    }

    /** The code, when one is given that is right. */
    public <C> Optional<C> code(Field<DraftCode<C>> field) {
        return get(field).flatMap(DraftCode::code);
    }

    /** Canonical text of the value, or null when not given. */
    public @Nullable String text(Field<?> field) {
        String formatted = formatted(field);
        return formatted == null && unreadable.containsKey(field)
                ? unreadable.get(field).text()
                : formatted;
    }

    private <T> @Nullable String formatted(Field<T> field) {
        return get(field).map(field.type()::format).orElse(null);
    }

    /** Text for reading, or null when not given. */
    public <T> String display(Field<T> field) {
        return get(field).map(field.type()::display).orElseGet(() -> text(field));
    }

    /** These facts with one given as typed text; null or blank removes it. */
    public Facts withText(Field<?> field, @Nullable String text) {
        Map<Field<?>, Object> changed = new LinkedHashMap<>(values);
        if (text == null || text.isBlank()) changed.remove(field);
        else changed.put(field, field.type().parse(text));
        Map<Field<?>, Unreadable> others = new LinkedHashMap<>(unreadable);
        others.remove(field);
        return new Facts(changed, others, watch);
    }

    /** The same facts; each field that is looked at is told to the watch. */
    public Facts watched(Consumer<Object> by) {
        return new Facts(values, unreadable, by);
    }

    /** Whether both say the same; who watches is no matter. */
    @Override
    public boolean equals(Object other) {
        return other instanceof Facts facts && values.equals(facts.values) && unreadable.equals(facts.unreadable);
    }

    @Override
    public int hashCode() {
        return values.hashCode() * 31 + unreadable.hashCode();
    }

    /** What a watch is told beside fields, and what may be different beside them. */
    private enum Looked {
        AT_UNREADABLE
    }

    /** Fields whose value is another one there; and a mark of its own when others cannot be read there. */
    public Set<Object> differences(Facts there) {
        Set<Object> different = new HashSet<>();
        values.forEach((field, value) -> {
            if (!value.equals(there.values.get(field))) different.add(field);
        });
        for (Field<?> field : there.values.keySet()) if (!values.containsKey(field)) different.add(field);
        if (!unreadable.equals(there.unreadable)) {
            different.addAll(unreadable.keySet());
            different.addAll(there.unreadable.keySet());
            different.add(Looked.AT_UNREADABLE);
        }
        return different;
    }
}

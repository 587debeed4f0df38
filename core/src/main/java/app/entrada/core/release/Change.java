package app.entrada.core.release;

import app.entrada.core.field.Field;
import app.entrada.core.text.MalformedValue;
import java.util.Objects;
import org.jspecify.annotations.Nullable;

/**
 * One fact that becomes another. Everything that edits is a batch of these: typing, safe fixes, placing a file, moving a
 * track, undo.
 *
 * @param before canonical text that the writer saw, null for no value; when the stored one differs, it is a conflict
 * @param after text to store, null for no value
 */
public record Change(
        Ref target,
        Field<?> field,
        @Nullable String before,
        @Nullable String after) {
    public Change {
        if (target.entity() != field.entity())
            throw new MalformedValue(
                    "%s is not a fact of a %s".formatted(field, target.entity().id()));
        before = before == null || before.isBlank() ? null : before;
        after = after == null || after.isBlank() ? null : canonical(field, after);
    }

    /** The text to store. Whatever is stored can be read again as the same value, or it is refused here. */
    private static <T> String canonical(Field<T> field, String text) {
        T value = field.type().parse(text);
        String canonical = field.type().format(value);
        if (!field.type().parse(canonical).equals(value))
            throw new MalformedValue("“%s” would be read differently from how it was entered; enter it more simply"
                    .formatted(canonical.length() <= 80 ? canonical : canonical.substring(0, 80) + "…"));
        return canonical;
    }

    /** The change that takes this one back. */
    public Change inverse() {
        return new Change(target, field, after, before);
    }

    /** True when nothing becomes different. */
    public boolean isEmpty() {
        return Objects.equals(before, after);
    }
}

package app.entrada.core.release;

import app.entrada.core.field.Field;
import app.entrada.core.field.MalformedValue;
import java.util.Objects;

/**
 * One fact that becomes another. Everything that edits is a batch of these: typing, safe fixes, placing a file, moving a
 * track, undo.
 *
 * @param before canonical text that the writer saw, null for no value; when the stored one differs, it is a conflict
 * @param after text to store, null for no value
 */
public record Change(Ref target, Field<?> field, String before, String after) {
    public Change {
        if (target.entity() != field.entity())
            throw new MalformedValue(
                    "%s is no fact of a %s".formatted(field, target.entity().id()));
        before = before == null || before.isBlank() ? null : before;
        after = after == null || after.isBlank() ? null : canonical(field, after);
    }

    private static <T> String canonical(Field<T> field, String text) {
        return field.type().format(field.type().parse(text));
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

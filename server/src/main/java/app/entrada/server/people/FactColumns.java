package app.entrada.server.people;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.PeopleType;
import app.entrada.core.release.Facts;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.List;
import java.util.stream.Collectors;

/** Columns of the database as the field registry names them; facts that name people have none, see {@link PeopleBook}. */
public final class FactColumns {
    private FactColumns() {}

    private static List<Field<?>> of(Entity entity) {
        return Fields.of(entity).stream()
                .filter(field -> !(field.type() instanceof PeopleType<?>))
                .toList();
    }

    /** The columns of a table under a short name, for a SELECT. */
    public static String selected(Entity entity, String alias) {
        return of(entity).stream()
                .map(field -> "%s.%s AS %s_%s".formatted(alias, field.column(), entity.id(), field.column()))
                .collect(Collectors.joining(", "));
    }

    /** The facts of a row so selected. */
    public static Facts read(ResultSet row, Entity entity) throws SQLException {
        Facts facts = Facts.NONE;
        for (Field<?> field : of(entity))
            facts = facts.withText(field, row.getString(entity.id() + "_" + field.column()));
        return facts;
    }
}

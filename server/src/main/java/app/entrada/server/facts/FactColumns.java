package app.entrada.server.facts;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.release.Facts;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.util.EnumMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;

/** Columns of the database as the field registry names them; facts that name people have none, see {@link CreditRepository}. */
public final class FactColumns {
    private FactColumns() {}

    /** A fact of a table, and what its column is called in a SELECT of several tables. */
    private record Selected(Field<?> field, String label) {}

    private static final Map<Entity, List<Selected>> BY_ENTITY = new EnumMap<>(Entity.class);

    static {
        for (Entity entity : Entity.values())
            BY_ENTITY.put(
                    entity,
                    Fields.of(entity).stream()
                            .filter(field -> !(field.type() instanceof PeopleType<?>))
                            .map(field -> new Selected(field, entity.id() + "_" + field.column()))
                            .toList());
    }

    /** The columns of a table under a short name, for a SELECT. */
    public static String selected(Entity entity, String alias) {
        return requireNonNull(BY_ENTITY.get(entity)).stream()
                .map(each -> "%s.%s AS %s".formatted(alias, each.field.column(), each.label))
                .collect(Collectors.joining(", "));
    }

    /** The facts of a row so selected; one that cannot be read fails no list. */
    public static Facts read(ResultSet row, Entity entity) throws SQLException {
        Map<Field<?>, String> texts = new LinkedHashMap<>();
        for (Selected each : requireNonNull(BY_ENTITY.get(entity))) texts.put(each.field, row.getString(each.label));
        return Facts.stored(texts);
    }
}

package app.entrada.core.release;

import app.entrada.core.field.Entity;

/**
 * Which thing a fact belongs to.
 *
 * @param entity its kind
 * @param id its number, unique within the kind
 */
public record Ref(Entity entity, long id) {
    @Override
    public String toString() {
        return entity.id() + " " + id;
    }
}

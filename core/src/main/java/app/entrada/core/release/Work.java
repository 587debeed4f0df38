package app.entrada.core.release;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Writer;
import java.util.List;

/** A composition. */
public record Work(long id, Facts facts) {
    /** Who wrote it, in order; empty when nobody is named. */
    public List<Writer> writers() {
        return facts.get(Fields.WORK_WRITERS).orElse(List.of());
    }
}

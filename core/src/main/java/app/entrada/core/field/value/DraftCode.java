package app.entrada.core.field.value;

import java.util.Optional;

/**
 * A code as it stands in a draft. A draft may be wrong: what cannot be read as the code is kept as typed, and a rule says
 * so, rather than being thrown away.
 *
 * @param text the stored form when right, else what was typed
 * @param code the code when right
 */
public record DraftCode<C>(String text, Optional<C> code) {}

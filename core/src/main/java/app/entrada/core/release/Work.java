package app.entrada.core.release;

/** A composition. */
public record Work(long id, Facts facts) {}

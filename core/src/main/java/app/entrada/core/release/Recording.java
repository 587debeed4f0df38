package app.entrada.core.release;

/** A sound recording of a work; on every release it appears on it is the same one. */
public record Recording(long id, Facts facts, Work work) {}

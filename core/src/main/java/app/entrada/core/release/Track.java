package app.entrada.core.release;

/**
 * A position in a release's running order.
 *
 * @param number from 1
 */
public record Track(long id, int number, Facts facts, Recording recording) {}

package app.entrada.core.container;

/**
 * Something found wrong on the walk through a file; the walk goes on as far as it can.
 *
 * @param what one sentence
 * @param where offset, bytes from the beginning of the file
 */
public record Fault(String what, long where) {}

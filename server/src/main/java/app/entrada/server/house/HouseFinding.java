package app.entrada.server.house;

/**
 * Something that is not as it has to be.
 *
 * @param says what it is, and where
 * @param remedy what to do about it
 */
public record HouseFinding(String says, String remedy) {}

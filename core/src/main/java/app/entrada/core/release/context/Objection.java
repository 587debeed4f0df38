package app.entrada.core.release.context;

/**
 * Something a destination objected to, or asked.
 *
 * @param destination its id
 * @param track number of the track, 0 for the release
 * @param field id of the field it is about; one that is not known stands for the title
 * @param message in its words
 */
public record Objection(String destination, int track, String field, String message) {}

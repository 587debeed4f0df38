package app.entrada.core.release.context;

/**
 * A sound file that came in for a release and is on no track.
 *
 * @param proposed number of the track it is proposed for, 0 for none
 */
public record LooseFile(String name, int proposed) {}

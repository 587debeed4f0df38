package app.entrada.core.release.context;

import java.util.List;

/**
 * A copy that is wanted, or was written, of a track's master.
 *
 * @param name of the file
 * @param sameAudio whether the sound is that of the master, bit for bit
 * @param dropped names of facts that its container could not hold
 */
public record WrittenCopy(
        int track, String recipe, CopyState state, String name, boolean sameAudio, List<String> dropped) {}

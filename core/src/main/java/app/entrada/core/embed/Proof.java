package app.entrada.core.embed;

import app.entrada.core.field.Sha256;
import java.util.List;

/**
 * What a read-back of a written copy found.
 *
 * @param fields how many planned entries were read back and compared
 * @param different those that were not found as planned, in sentences
 * @param dropped facts that a container cannot hold
 * @param audioBefore SHA-256 of the master's audio
 * @param audioAfter SHA-256 of the copy's audio, of the same kind as before
 * @param compared {@code payload} when both are of one format, {@code decoded samples} when they are not
 * @param copy SHA-256 of the whole copy
 * @param bytes its size
 */
public record Proof(
        int fields,
        List<String> different,
        List<String> dropped,
        Sha256 audioBefore,
        Sha256 audioAfter,
        String compared,
        Sha256 copy,
        long bytes) {
    /** Whether the copy says what was planned and sounds bit for bit like the master. */
    public boolean holds() {
        return different.isEmpty() && audioBefore.equals(audioAfter);
    }
}

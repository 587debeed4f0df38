package app.entrada.core.copy.write;

import app.entrada.core.text.Sha256;
import java.util.List;

/**
 * What a read-back of a written copy found.
 *
 * @param fields how many planned entries were read back and compared
 * @param different those that were not found as planned, in sentences
 * @param dropped facts that a container cannot hold
 * @param audioBefore SHA-256 of the sound that went in
 * @param audioAfter SHA-256 of the copy's sound, of the same kind as before
 * @param compared {@code payload} when both are of one format, {@code decoded samples} when both are lossless,
 *     {@code coded sound} when the copy is coded anew and its sound is held against what the coder made
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
    static final String PAYLOAD = "payload";
    static final String SAMPLES = "decoded samples";
    static final String CODED = "coded sound";

    /** Whether the copy says what was planned and its sound is bit for bit what went in. */
    public boolean holds() {
        return different.isEmpty() && audioBefore.equals(audioAfter);
    }
}

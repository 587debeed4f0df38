package app.entrada.server.context;

import app.entrada.core.copy.write.Proof;
import app.entrada.core.text.Sha256;
import java.util.Optional;

/**
 * A copy that was written and proved.
 *
 * @param fingerprint of the plan it was written by
 * @param master whose sound it holds
 * @param encoding how that is coded
 * @param altered whether its bytes were others when they were last read
 * @param checkedAt when that was
 */
public record StoredCopy(
        long trackId,
        String recipe,
        Sha256 fingerprint,
        String fileName,
        Sha256 sha256,
        long bytes,
        Proof proof,
        String at,
        Optional<Sha256> master,
        Optional<String> encoding,
        boolean altered,
        Optional<String> checkedAt) {}

package app.entrada.server.files;

import app.entrada.core.text.Sha256;
import java.io.IOException;

/** A file of the store that is missing, or whose bytes are not those that were received. It is not handed to anybody. */
public final class DamagedFile extends IOException {
    private static final long serialVersionUID = 1L;

    /** @param received whether it came in from outside; else it was written here */
    DamagedFile(Sha256 sha256, String what, boolean received) {
        super("The file %s… %s. %s Nothing else was changed."
                .formatted(
                        sha256.hex().substring(0, 12),
                        what,
                        received ? "Upload the same file again to replace it." : "Write the copies again."));
    }
}

package app.entrada.server.files;

import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;

/** Where bytes are kept, by their checksum. What is in the store is never changed. */
public interface FileStore {
    /** How many first bytes of a file are asked what it is. */
    int HEAD = app.entrada.core.container.SoundFile.HEAD;

    /** What was received. */
    record Stored(Sha256 sha256, long bytes, byte[] head) {}

    /** Thrown when more bytes come than are taken. Nothing is kept. */
    final class TooLarge extends IOException {
        private static final long serialVersionUID = 1L;

        TooLarge(long most) {
            super("The file is larger than the limit of %,d bytes. Nothing was saved.".formatted(most));
        }
    }

    /**
     * Takes bytes in, in constant memory, and makes them durable.
     *
     * @param most bytes at most
     */
    Stored receive(InputStream in, long most) throws IOException;

    /** Takes a file over that lies on the same machine; it is gone from where it was. */
    Stored adopt(Path file) throws IOException;

    /** What is in the store under this checksum. */
    Optional<Stored> find(Sha256 sha256) throws IOException;

    /**
     * A readable path of the bytes; nothing lies there when the store does not have them. It is to be opened soon: what lies
     * elsewhere is brought nearby for a while.
     */
    Path path(Sha256 sha256);

    /**
     * Whether nothing speaks against the bytes being there, as far as it is seen at once. What lies elsewhere was there when it
     * was confirmed; {@link FileCare} and its like read it again from time to time.
     */
    boolean seemsThere(Sha256 sha256, long bytes);

    /** A readable path, after what lay nearby was found to be different: brought anew. */
    Path again(Sha256 sha256) throws IOException;

    /** The checksum of the bytes where they are kept, read to their end now; nothing when they are not there. */
    Optional<Sha256> sumNow(Sha256 sha256) throws IOException;

    /** Whether the bytes lie outside of the data folder. */
    boolean isElsewhere();

    /** Where the bytes lie, in words. */
    String place(Sha256 sha256);

    /**
     * Asks for a sign of life of what keeps the bytes.
     *
     * @throws IOException with what hinders it
     */
    void reach() throws IOException;

    /** A file that is kept. */
    record Kept(Sha256 sha256, long bytes) {}

    /** Every file that is in the store now; none is ever taken out of it. */
    List<Kept> all() throws IOException;

    /** A folder on the same disk for files in the making. */
    Path workshop() throws IOException;
}

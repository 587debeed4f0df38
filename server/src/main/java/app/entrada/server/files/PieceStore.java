package app.entrada.server.files;

import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Path;
import java.time.Instant;
import java.util.List;
import java.util.OptionalLong;

/**
 * Pieces of files on their way in, where every node reads them. A piece is kept whole under a name of its own, and is never
 * changed; which of them count is noted in the database.
 */
public interface PieceStore {
    /**
     * Keeps a piece; it is durable from here on.
     *
     * @param part lies in {@link FileStore#workshop()} and is gone from there afterwards
     */
    void keep(String name, Path part) throws IOException;

    /** How many bytes a piece has; nothing when it is not there. */
    OptionalLong bytes(String name) throws IOException;

    /** The bytes of a piece, from its beginning. */
    InputStream read(String name) throws IOException;

    /** Forgets a piece; one that is not there is no error. */
    void remove(String name) throws IOException;

    /** Names of all pieces that were kept before a moment. */
    List<String> keptBefore(Instant moment) throws IOException;
}

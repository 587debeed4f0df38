package app.entrada.server.backup;

import java.io.Closeable;
import java.io.IOException;
import java.nio.file.Path;

/** Where a backup is written to. */
interface BackupPlace extends Closeable {
    /** Whether a file of this length is there already, from an earlier backup. */
    boolean holds(String name, long bytes) throws IOException;

    /** A folder on the same disk, for what is made before it is put in. */
    Path workshop();

    /** Puts a file in; it appears there whole or not at all. */
    void put(String name, Path file) throws IOException;

    void put(String name, byte[] bytes) throws IOException;

    /** Takes a file away again. */
    void withdraw(String name) throws IOException;

    /**
     * Reads back what was put in, and ends the writing.
     *
     * @throws IOException when something is not there, or is not what was put in; what, is said
     */
    void verify(BackupManifest manifest, Progress progress) throws IOException;

    /** Leaves the newest backups only. */
    void keep(int newest) throws IOException;

    /** Is told how far it is. */
    interface Progress {
        /** @param doing what is done, in words */
        void at(String doing, long files, long ofFiles, long bytes, long ofBytes);
    }
}

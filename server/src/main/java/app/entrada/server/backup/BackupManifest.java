package app.entrada.server.backup;

import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * What a backup holds. It is written last: without it, what lies there is no backup.
 *
 * @param format 1
 * @param name of the backup within a folder of several: when it was begun, in UTC
 * @param schema number of the last migration of its database; a program that knows fewer cannot use it
 * @param rows how many each table has
 * @param database the database, in PostgreSQL's custom format
 * @param keys the keys that its secrets are sealed with, themselves sealed with a passphrase; null when they were left out
 * @param files every file of the store, by its checksum
 */
record BackupManifest(
        int format,
        String name,
        Instant begun,
        int schema,
        Map<String, Long> rows,
        Part database,
        @Nullable Part keys,
        List<Part> files) {
    static final int FORMAT = 1;

    /** A file within a backup. */
    record Part(String sha256, long bytes) {}

    String databaseName() {
        return name + "/database.dump";
    }

    String keysName() {
        return name + "/keys.sealed";
    }

    static String manifestName(String backup) {
        return backup + "/manifest.json";
    }

    /** Where a file of the store lies: under its checksum, once for all backups of a folder. */
    static String fileName(String sha256) {
        return "files/%s/%s".formatted(sha256.substring(0, 2), sha256.substring(2));
    }

    long fileBytes() {
        return files.stream().mapToLong(Part::bytes).sum();
    }
}

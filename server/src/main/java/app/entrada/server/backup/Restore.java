package app.entrada.server.backup;

import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.text.Sha256;
import app.entrada.media.PostgresTools;
import app.entrada.server.platform.DataFolder;
import app.entrada.server.platform.DurableMove;
import app.entrada.server.platform.SecretFile;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.attribute.PosixFilePermissions;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;

/**
 * Restores a backup into an installation without data: all of it is checked before anything is touched, and what is there
 * afterwards is counted and held against the manifest.
 */
final class Restore {
    private final PostgresTools postgres;
    private final PostgresTools.Database database;
    private final Path data;
    private final Path secrets;
    private final PrintStream out;

    /**
     * @param data folder of everything made at run time
     * @param secrets folder of the keys
     */
    Restore(PostgresTools postgres, PostgresTools.Database database, Path data, Path secrets, PrintStream out) {
        this.postgres = postgres;
        this.database = database;
        this.data = data;
        this.secrets = secrets;
        this.out = out;
    }

    /**
     * @param from a folder of backups, or an archive
     * @param name which of several in a folder; null for the newest
     * @param passphrase of its keys; null to go without them
     * @param newestSchema the newest migration that this program knows
     * @throws IOException with the reason; the installation is as empty as before then
     */
    BackupManifest restore(Path from, @Nullable String name, @Nullable String passphrase, int newestSchema)
            throws IOException {
        if (!Files.isDirectory(from)) return unpacked(from, name, passphrase, newestSchema);
        List<String> names = BackupFolder.namesIn(from);
        if (names.isEmpty()) throw new IOException("There is no complete backup in %s.".formatted(from));
        String chosen = name == null ? names.get(names.size() - 1) : name;
        if (!names.contains(chosen))
            throw new IOException(
                    "There is no backup %s here. Available: %s".formatted(chosen, String.join(", ", names)));
        BackupManifest manifest = ManifestFile.read(from.resolve(BackupManifest.manifestName(chosen)));
        out.printf("Backup %s: checking all of it before anything is changed…%n", chosen);
        if (manifest.schema() > newestSchema)
            throw new IOException(
                    "This backup was made by a newer version of Entrada (its database is at %d, this version knows %d). Restore it with that version."
                            .formatted(manifest.schema(), newestSchema));
        boolean again = Files.exists(mark());
        if (again && isFilled()) {
            wasFilledWith(chosen);
            counted(manifest);
            Files.delete(mark());
            return manifest;
        }
        if (!again) empty();
        Map<String, byte[]> keys = keys(from, manifest, passphrase);
        check(from, manifest);
        if (again) {
            out.println("An earlier restore was interrupted here. What it left is removed.");
            undone(keys);
        }
        out.println("The backup is intact. Restoring…");
        Files.createDirectories(data);
        Files.writeString(mark(), chosen);
        try {
            fill(from, manifest, keys);
        } catch (IOException | RuntimeException failed) {
            undone(keys);
            Files.delete(mark());
            throw failed;
        }
        Files.delete(mark());
        return manifest;
    }

    /** Lies there from before the first file until all is counted. */
    private Path mark() {
        return data.resolve(DataFolder.RESTORING);
    }

    /** The folder held no files before: those that are there now were put there by what failed. */
    private void undone(Map<String, byte[]> keys) throws IOException {
        for (String key : keys.keySet()) Files.deleteIfExists(key(key));
        Path files = data.resolve("files");
        if (Files.exists(files)) BackupFolder.remove(files);
    }

    /** The database is filled last and in one transaction: when it is, so is all the rest. */
    private boolean isFilled() throws IOException {
        try (Connection connection = open()) {
            return !Backups.rows(connection).isEmpty();
        } catch (SQLException away) {
            throw new IOException("The database cannot be reached: " + away.getMessage(), away);
        }
    }

    private void wasFilledWith(String chosen) throws IOException {
        String was = Files.readString(mark());
        if (!was.equals(chosen))
            throw new IOException(
                    "%s holds backup %s, whose restore was interrupted right before its end. Restore that one, or empty the data folder and its database first."
                            .formatted(data, was));
    }

    private Path key(String name) {
        return secrets.resolve(Path.of(name).getFileName().toString());
    }

    private BackupManifest unpacked(Path archive, @Nullable String name, @Nullable String passphrase, int newestSchema)
            throws IOException {
        // always the same one, so that what was interrupted is not left lying there
        Path folder = data.resolve("unpacked");
        if (Files.exists(folder)) BackupFolder.remove(folder);
        Files.createDirectories(folder);
        try {
            out.println("Unpacking the archive…");
            BackupArchive.unpack(archive, folder);
            return restore(folder, name, passphrase, newestSchema);
        } finally {
            BackupFolder.remove(folder);
        }
    }

    private void empty() throws IOException {
        Path files = data.resolve("files");
        if (Files.exists(files))
            try (Stream<Path> there = Files.walk(files)) {
                if (there.anyMatch(Files::isRegularFile))
                    throw new IOException(
                            "%s already contains files. Restore into an empty data folder.".formatted(data));
            }
        if (isFilled())
            throw new IOException("The database already contains tables. Restore into an empty data folder.");
    }

    private Connection open() throws SQLException {
        return DriverManager.getConnection(database.url(), database.user(), database.password());
    }

    private static Map<String, byte[]> keys(Path from, BackupManifest manifest, @Nullable String passphrase)
            throws IOException {
        if (manifest.keys() == null) return Map.of();
        same(from, manifest.keysName(), manifest.keys());
        if (passphrase == null)
            throw new IOException(
                    "The keys of this backup are sealed. Give the passphrase in ENTRADA_BACKUP_PASSPHRASE.");
        return KeySeal.open(Files.readAllBytes(from.resolve(manifest.keysName())), passphrase);
    }

    private void check(Path from, BackupManifest manifest) throws IOException {
        same(from, manifest.databaseName(), manifest.database());
        Steps steps = new Steps(out);
        long files = 0;
        long bytes = 0;
        List<String> wrong = new ArrayList<>();
        for (BackupManifest.Part each : manifest.files()) {
            try {
                same(from, BackupManifest.fileName(each.sha256()), each);
            } catch (IOException damaged) {
                wrong.add(damaged.getMessage());
            }
            steps.at("Checking", ++files, manifest.files().size(), bytes += each.bytes(), manifest.fileBytes());
        }
        if (!wrong.isEmpty())
            throw new IOException("%d files of this backup are missing or damaged; nothing was changed:%n  %s"
                    .formatted(wrong.size(), String.join("\n  ", wrong.subList(0, Math.min(20, wrong.size())))));
    }

    private static void same(Path from, String name, BackupManifest.Part part) throws IOException {
        Path file = from.resolve(name);
        if (!Files.exists(file) || !ChecksumList.sum(file).equals(new Sha256(part.sha256())))
            throw new IOException("%s is missing or damaged".formatted(name));
    }

    private void fill(Path from, BackupManifest manifest, Map<String, byte[]> keys) throws IOException {
        Path files = data.resolve("files");
        Steps steps = new Steps(out);
        long count = 0;
        long bytes = 0;
        for (BackupManifest.Part each : manifest.files()) {
            Path place = files.resolve(each.sha256().substring(0, 2))
                    .resolve(each.sha256().substring(2));
            Files.createDirectories(place.getParent());
            Path part = place.resolveSibling(place.getFileName() + ".part");
            Files.copy(from.resolve(BackupManifest.fileName(each.sha256())), part, StandardCopyOption.REPLACE_EXISTING);
            DurableMove.replace(part, place);
            Files.setPosixFilePermissions(place, PosixFilePermissions.fromString("r--------"));
            steps.at("Restoring files", ++count, manifest.files().size(), bytes += each.bytes(), manifest.fileBytes());
        }
        Files.createDirectories(secrets);
        for (Map.Entry<String, byte[]> key : keys.entrySet()) SecretFile.write(key(key.getKey()), key.getValue());
        postgres.restore(database, from.resolve(manifest.databaseName()));
        counted(manifest);
    }

    private void counted(BackupManifest manifest) throws IOException {
        try (Connection connection = open()) {
            Map<String, Long> now = Backups.rows(connection);
            if (!now.equals(manifest.rows()))
                throw new IOException(
                        "The database does not match the manifest: %s instead of %s".formatted(now, manifest.rows()));
        } catch (SQLException away) {
            throw new IOException("The database could not be counted: " + away.getMessage(), away);
        }
        out.printf(
                "Restored: %,d files, %,d rows in %d tables, each as many as the manifest says.%n",
                manifest.files().size(),
                manifest.rows().values().stream().mapToLong(Long::longValue).sum(),
                manifest.rows().size());
    }
}

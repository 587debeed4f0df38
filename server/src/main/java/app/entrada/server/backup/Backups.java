package app.entrada.server.backup;

import app.entrada.core.copy.write.ChecksumList;
import app.entrada.core.text.Sha256;
import app.entrada.media.PostgresTools;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.SecretFile;
import app.entrada.server.platform.Secrets;
import app.entrada.server.platform.Settings;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Connection;
import java.sql.ResultSet;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import javax.sql.DataSource;
import org.jspecify.annotations.Nullable;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.jdbc.autoconfigure.JdbcConnectionDetails;
import org.springframework.stereotype.Component;

/**
 * Makes backups while everything runs: the database as it is at one moment, then every file of the store. Nothing is ever taken
 * out of the store, so what the database of that moment refers to is there.
 */
@Component
class Backups {
    /** Rows that mean nothing a moment later, or whose bytes are no files of the store yet. */
    private static final List<String> OF_THE_MOMENT = List.of(
            "spring_session",
            "spring_session_attributes",
            "backup_run",
            "backup_plan",
            "wrong_password",
            "upload",
            "upload_piece");

    private static final DateTimeFormatter NAME =
            DateTimeFormatter.ofPattern("yyyy-MM-dd'T'HH-mm-ss'Z'").withZone(ZoneOffset.UTC);

    private final DataSource database;
    private final JdbcConnectionDetails details;
    private final FileStore store;
    private final Settings settings;
    private final PostgresTools postgres;

    Backups(
            DataSource database,
            JdbcConnectionDetails details,
            FileStore store,
            Settings settings,
            @Value("${entrada.postgres-programs:}") String programs) {
        this.database = database;
        this.details = details;
        this.store = store;
        this.settings = settings;
        this.postgres = new PostgresTools(programs);
    }

    /**
     * Writes a backup, reads it back, and puts its manifest beside it last.
     *
     * @param passphrase that the keys are sealed with; null to leave them out: then access tokens and second factors are lost
     *     when the installation is
     * @throws IOException when it did not come to its end; what is there already is no backup, and does no harm
     */
    BackupManifest make(BackupPlace place, @Nullable String passphrase, BackupPlace.Progress progress)
            throws IOException {
        return make(place, passphrase, true, progress);
    }

    /** The same without keys, which are not touched by an upgrade, and without files that lie outside of the data folder. */
    BackupManifest beforeUpgrade(BackupPlace place) throws IOException {
        return make(place, null, !store.isElsewhere(), (doing, files, of, bytes, ofBytes) -> {});
    }

    private BackupManifest make(
            BackupPlace place, @Nullable String passphrase, boolean withFiles, BackupPlace.Progress progress)
            throws IOException {
        Instant begun = Instant.now();
        String name = NAME.format(begun);
        Path dump = place.workshop().resolve("database.dump");
        Map<String, Long> rows;
        int schema;
        try (Connection connection = database.getConnection()) {
            connection.setAutoCommit(false);
            connection.setReadOnly(true);
            connection.setTransactionIsolation(Connection.TRANSACTION_REPEATABLE_READ);
            progress.at("Reading the database", 0, 0, 0, 0);
            String snapshot = text(connection, "SELECT pg_export_snapshot()");
            rows = rows(connection);
            schema = Integer.parseInt(
                    text(connection, "SELECT max(CAST(version AS integer)) FROM flyway_schema_history WHERE success"));
            // the snapshot is good as long as this transaction lasts
            postgres.dump(
                    new PostgresTools.Database(
                            details.getJdbcUrl(),
                            String.valueOf(details.getUsername()),
                            String.valueOf(details.getPassword())),
                    snapshot,
                    OF_THE_MOMENT,
                    dump);
            connection.rollback();
        } catch (SQLException away) {
            throw new IOException("The database could not be read: " + away.getMessage(), away);
        }
        BackupManifest.Part inDatabase = part(dump);
        List<BackupManifest.Part> files = withFiles ? files(place, progress) : List.of();
        place.put(name + "/database.dump", dump);
        Files.delete(dump);
        BackupManifest.Part keys = null;
        if (passphrase != null) {
            byte[] sealed = KeySeal.seal(keys(), passphrase);
            place.put(name + "/keys.sealed", sealed);
            keys = new BackupManifest.Part(Sha256.of(sealed).hex(), sealed.length);
        }
        BackupManifest manifest =
                new BackupManifest(BackupManifest.FORMAT, name, begun, schema, rows, inDatabase, keys, files);
        place.put(BackupManifest.manifestName(name), ManifestFile.bytes(manifest));
        try {
            place.verify(manifest, progress);
        } catch (IOException different) {
            place.withdraw(BackupManifest.manifestName(name));
            throw different;
        }
        return manifest;
    }

    private static String text(Connection connection, String sql) throws SQLException {
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery(sql)) {
            row.next();
            return row.getString(1);
        }
    }

    /** How many rows each table has, of those whose rows are kept. */
    static Map<String, Long> rows(Connection connection) throws SQLException {
        List<String> tables = new ArrayList<>();
        try (Statement statement = connection.createStatement();
                ResultSet row = statement.executeQuery("""
                        SELECT quote_ident(tablename) FROM pg_tables
                        WHERE schemaname = current_schema() ORDER BY tablename""")) {
            while (row.next()) tables.add(row.getString(1));
        }
        tables.removeAll(OF_THE_MOMENT);
        Map<String, Long> rows = new TreeMap<>();
        for (String table : tables) rows.put(table, Long.parseLong(text(connection, "SELECT count(*) FROM " + table)));
        return rows;
    }

    private static BackupManifest.Part part(Path file) throws IOException {
        return new BackupManifest.Part(ChecksumList.sum(file).hex(), Files.size(file));
    }

    private List<BackupManifest.Part> files(BackupPlace place, BackupPlace.Progress progress) throws IOException {
        List<BackupManifest.Part> all = store.all().stream()
                .map(each -> new BackupManifest.Part(each.sha256().hex(), each.bytes()))
                .toList();
        long bytes = all.stream().mapToLong(BackupManifest.Part::bytes).sum();
        Set<String> wanted = new HashSet<>();
        long missing = 0;
        for (BackupManifest.Part each : all)
            if (!place.holds(BackupManifest.fileName(each.sha256()), each.bytes())) {
                wanted.add(each.sha256());
                missing += each.bytes();
            }
        long free = Files.getFileStore(place.workshop()).getUsableSpace();
        if (missing > free)
            throw new IOException(
                    "The backup needs %,d MB more, and %,d MB are free there. Nothing was changed; choose another place or free up space."
                            .formatted(missing >> 20, free >> 20));
        long count = 0;
        long done = 0;
        for (BackupManifest.Part each : all) {
            String name = BackupManifest.fileName(each.sha256());
            if (wanted.contains(each.sha256())) place.put(name, store.path(new Sha256(each.sha256())));
            progress.at("Copying files", ++count, all.size(), done += each.bytes(), bytes);
        }
        return all;
    }

    private Map<String, byte[]> keys() throws IOException {
        Map<String, byte[]> keys = new LinkedHashMap<>();
        keys.put(Secrets.FILE, Files.readAllBytes(settings.secretsFolder().resolve(Secrets.FILE)));
        return keys;
    }

    /** Where the backups lie that are taken before upgrades. */
    Path beforeUpgrades() {
        return settings.var().resolve("before-upgrades").toAbsolutePath();
    }

    /** Where the passphrase of backups lies that the server makes by itself. */
    private Path passphraseFile() {
        return settings.secretsFolder().resolve("backup-passphrase");
    }

    /** The passphrase for backups that the server makes by itself. */
    String ownPassphrase() {
        try {
            String kept = Files.readString(passphraseFile()).strip();
            if (!kept.isEmpty()) return kept;
        } catch (IOException none) {
            // said below
        }
        throw Problem.conflict(
                "no-passphrase",
                "There is no passphrase for the keys. Set one with “./entrada backup --every day FOLDER”.");
    }

    void keepPassphrase(String passphrase) throws IOException {
        SecretFile.write(passphraseFile(), passphrase.getBytes(StandardCharsets.UTF_8));
    }
}

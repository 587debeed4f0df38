package app.entrada.server.backup;

import app.entrada.server.platform.DataFolder;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.Arrays;
import org.flywaydb.core.Flyway;
import org.flywaydb.core.api.MigrationInfo;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.flyway.autoconfigure.FlywayMigrationStrategy;
import org.springframework.stereotype.Component;

/**
 * Takes a backup before a database is brought to what this program wants, and says how to go back; refuses a database that a
 * newer program has upgraded, which this one would not understand.
 */
@Component
class Upgrade implements FlywayMigrationStrategy {
    private static final Logger LOG = LoggerFactory.getLogger(Upgrade.class);

    /** Of those that are taken before upgrades. */
    private static final int KEPT = 3;

    private final Backups backups;
    private final DataFolder folder;

    /** @param folder is held before anything is upgraded in it */
    Upgrade(Backups backups, DataFolder folder) {
        this.backups = backups;
        this.folder = folder;
    }

    @Override
    public void migrate(Flyway flyway) {
        int there = Arrays.stream(flyway.info().applied())
                .map(MigrationInfo::getVersion)
                .filter(version -> version != null)
                .mapToInt(version -> version.getMajor().intValue())
                .max()
                .orElse(0);
        int known = Migrations.newest();
        if (there > known)
            throw new IllegalStateException(
                    "This database was upgraded by a newer version of Entrada (it is at %d, this version knows %d). Nothing was changed. Start the newer version, or restore the backup that was taken before the upgrade."
                            .formatted(there, known));
        if (there > 0 && there < known && folder.isBeside())
            throw new IllegalStateException(
                    "This database is of an older version of Entrada (it is at %d, this version wants %d). Nothing was changed. Start the server once, which backs it up and upgrades it; then do this again."
                            .formatted(there, known));
        if (there > 0 && there < known) before(there, known);
        flyway.migrate();
    }

    private void before(int there, int known) {
        Path folder = backups.beforeUpgrades();
        LOG.info("Backing up before the database is upgraded from {} to {}…", there, known);
        // on the same disk: files of the store need no second copy, no migration touches them
        try (BackupPlace place = new BackupFolder(folder, true)) {
            BackupManifest made = backups.beforeUpgrade(place);
            place.keep(KEPT);
            LOG.info(
                    "The database is upgraded from {} to {}. To go back: stop, take the version before, and run “./entrada restore {} {}”.",
                    there,
                    known,
                    folder,
                    made.name());
        } catch (IOException failed) {
            throw new UncheckedIOException(
                    "The database was not upgraded, because it could not be backed up before: " + failed.getMessage()
                            + " Nothing was changed.",
                    failed);
        }
    }
}

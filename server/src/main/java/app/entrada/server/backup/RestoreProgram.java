package app.entrada.server.backup;

import app.entrada.media.PostgresTools;
import java.io.IOException;
import java.nio.file.Path;
import java.util.Objects;

/** Restores a backup before any server has been started on the data folder. */
public final class RestoreProgram {
    private RestoreProgram() {}

    /**
     * Arguments: the backup, and which of several where it is a folder. What is said is for people; it ends with 1 when nothing
     * was restored.
     */
    public static void main(String[] arguments) {
        var environment = System.getenv();
        PostgresTools.Database database = new PostgresTools.Database(
                wanted("ENTRADA_DB_URL"), wanted("ENTRADA_DB_USER"), wanted("ENTRADA_DB_PASSWORD"));
        PostgresTools postgres = new PostgresTools(environment.getOrDefault("ENTRADA_POSTGRES_PROGRAMS", ""));
        Path data = Path.of(wanted("ENTRADA_VAR"));
        String secrets = environment.getOrDefault("ENTRADA_SECRETS", "");
        try {
            new Restore(
                            postgres,
                            database,
                            data,
                            secrets.isBlank() ? data.resolve("secrets") : Path.of(secrets),
                            System.out)
                    .restore(
                            Path.of(arguments[0]),
                            arguments.length > 1 ? arguments[1] : null,
                            environment.get("ENTRADA_BACKUP_PASSPHRASE"),
                            Migrations.newest());
        } catch (IOException failed) {
            System.out.println(failed.getMessage());
            System.exit(1);
        }
    }

    private static String wanted(String name) {
        return Objects.requireNonNull(System.getenv(name), name);
    }
}

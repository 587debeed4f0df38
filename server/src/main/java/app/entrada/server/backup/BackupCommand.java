package app.entrada.server.backup;

import app.entrada.server.platform.Problem;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.file.Files;
import java.nio.file.Path;
import org.jspecify.annotations.Nullable;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.ExitCodeGenerator;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.core.env.Environment;
import org.springframework.stereotype.Component;

/** Makes a backup at the command line, beside whatever runs; or sets the plan of the server. */
@Component
@ConditionalOnProperty(name = "entrada.doctor", havingValue = "backup")
class BackupCommand implements ApplicationRunner, ExitCodeGenerator {
    private final BackupRuns runs;
    private final Backups backups;
    private final Environment asked;
    private final PrintStream out = System.out;
    private int exitCode;

    BackupCommand(BackupRuns runs, Backups backups, Environment asked) {
        this.runs = runs;
        this.backups = backups;
        this.asked = asked;
    }

    @Override
    public void run(ApplicationArguments arguments) throws IOException {
        String to = asked.getRequiredProperty("entrada.backup-to");
        String passphrase = asked.getProperty("ENTRADA_BACKUP_PASSPHRASE");
        Integer keep = asked.getProperty("entrada.backup-keep", Integer.class);
        try {
            if (keep != null) {
                if (passphrase != null) backups.keepPassphrase(passphrase);
                passphrase = backups.ownPassphrase();
            }
            made(to, passphrase);
            if (keep != null) {
                runs.plan(new BackupRuns.BackupPlan(Path.of(to).toString(), keep));
                out.printf("The server backs up there every day from now on and keeps the newest %d.%n", keep);
            }
        } catch (IOException | Problem failed) {
            exitCode = 1;
            out.printf("The backup failed. %s%n", failed.getMessage());
        }
    }

    private void made(String to, @Nullable String passphrase) throws IOException {
        Path target = Path.of(to);
        boolean archive = to.endsWith(".tar") && !Files.isDirectory(target);
        Steps steps = new Steps(out);
        try (BackupPlace place = archive ? new BackupArchive(target) : new BackupFolder(target, false)) {
            BackupManifest made = runs.make(to, place, passphrase, steps);
            out.printf(
                    "Backup %s is complete and verified: %,d files, %,d MB, %,d rows in %d tables.%n",
                    made.name(),
                    made.files().size(),
                    made.fileBytes() + made.database().bytes() >> 20,
                    made.rows().values().stream().mapToLong(Long::longValue).sum(),
                    made.rows().size());
            if (made.keys() == null)
                out.println(
                        "Its keys are NOT in it: no passphrase was given. Access tokens have to be entered again after a restore.");
        }
    }

    @Override
    public int getExitCode() {
        return exitCode;
    }
}

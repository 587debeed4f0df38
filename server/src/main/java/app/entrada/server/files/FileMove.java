package app.entrada.server.files;

import app.entrada.core.text.Sha256;
import app.entrada.server.platform.Settings;
import java.io.IOException;
import java.io.PrintStream;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.ExitCodeGenerator;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Moves a label from a folder to a bucket, at the command line: every file of the data folder is read, sent unless it is there,
 * and compared; then everything that the database knows is looked for in the bucket. Nothing is taken out of the folder. Done
 * again, it goes on where it was.
 */
@Component
@ConditionalOnProperty(name = "entrada.doctor", havingValue = "move-files")
class FileMove implements ApplicationRunner, ExitCodeGenerator {
    private static final int SAID_EVERY = 100;
    private static final int MOST_SAID = 20;

    private final FileStore store;
    private final Settings settings;
    private final JdbcClient jdbc;
    private final PrintStream out = System.out;
    private int exitCode;

    FileMove(FileStore store, Settings settings, JdbcClient jdbc) {
        this.store = store;
        this.settings = settings;
        this.jdbc = jdbc;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (!(store instanceof BucketFileStore bucket)) {
            exitCode = 1;
            out.println("No bucket is named. Give ENTRADA_BUCKET and what belongs to it; see ./entrada help settings.");
            return;
        }
        try {
            move(bucket, new DirectoryFileStore(settings.var()));
        } catch (IOException hindered) {
            exitCode = 1;
            out.printf(
                    "%s. What was moved stays moved and nothing was taken out of the folder; run it again to go on.%n",
                    hindered.getMessage());
        }
    }

    private void move(BucketFileStore bucket, DirectoryFileStore folder) throws IOException {
        List<FileStore.Kept> all = folder.all();
        long sent = 0;
        long bytes = 0;
        int looked = 0;
        for (FileStore.Kept each : all) {
            // a damaged one stays where it is; if the bucket lacks it as well, it is named below
            if (folder.sumNow(each.sha256()).filter(each.sha256()::equals).isPresent()
                    && bucket.send(folder.path(each.sha256()), each.sha256(), each.bytes())) {
                sent++;
                bytes += each.bytes();
            }
            if (++looked % SAID_EVERY == 0) out.printf("  %,d of %,d files…%n", looked, all.size());
        }
        out.printf("%,d files, %,d MB, were sent to %s.%n", sent, bytes >> 20, settings.bucket());
        Set<Sha256> there = new HashSet<>();
        for (FileStore.Kept each : bucket.all()) there.add(each.sha256());
        List<Sha256> missing =
                known().stream().filter(each -> !there.contains(each)).toList();
        if (missing.isEmpty()) {
            out.printf("Everything in the database is in the bucket: %,d files.%n", there.size());
            return;
        }
        exitCode = 1;
        out.printf("%,d files in the database are NOT in the bucket:%n", missing.size());
        for (Sha256 each : missing.subList(0, Math.min(MOST_SAID, missing.size()))) out.printf("  %s%n", each);
        out.println("“./entrada doctor --deep” says what each of them is and what brings it back.");
    }

    private List<Sha256> known() {
        return jdbc
                .sql("SELECT sha256 FROM file UNION SELECT sha256 FROM copy UNION SELECT sha256 FROM disc_image")
                .query(String.class)
                .list()
                .stream()
                .map(Sha256::new)
                .toList();
    }

    @Override
    public int getExitCode() {
        return exitCode;
    }
}

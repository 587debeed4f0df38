package app.entrada.server.backup;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.text.Sha256;
import app.entrada.media.PostgresTools;
import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import app.entrada.server.files.BucketStandin;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.UUID;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;

@TestInstance(TestInstance.Lifecycle.PER_CLASS)
@DisplayName("P3 A backup holds everything, is verified, and becomes the same house again")
class BackupTest {
    private static final String PASSPHRASE = "seven osier baskets";
    private static final BackupPlace.Progress QUIET = (doing, files, of, bytes, ofBytes) -> {};

    private final List<String> settings = RunningServer.nothingYet();
    private ConfigurableApplicationContext server;
    private Client manager;
    private BackupRuns runs;

    @TempDir
    Path folder;

    @BeforeAll
    void house() {
        server = RunningServer.with(settings);
        RunningServer.label(server);
        manager = RunningServer.manager(server);
        runs = server.getBean(BackupRuns.class);
        for (String title : List.of("Low Bridge", "Osier Beds")) file(Client.id(manager.draft("single", title)));
        assertThat(manager.put(
                                "/api/destinations/lumenfold/secret",
                                Map.of(
                                        "url",
                                        "http://127.0.0.1:9",
                                        "secret",
                                        "lf-very-secret",
                                        "ownNetwork",
                                        true,
                                        "password",
                                        RunningServer.PASSWORD))
                        .status())
                .isEqualTo(200);
    }

    @AfterAll
    void end() {
        server.close();
    }

    private int noted;

    private void file(long release) {
        byte[] notes = ("Notes on the running order, " + ++noted).getBytes(StandardCharsets.UTF_8);
        assertThat(manager.upload("/api/releases/" + release + "/files?name=notes.txt", notes)
                        .status())
                .isLessThan(300);
    }

    private BackupManifest backUp(Path to) throws IOException {
        try (BackupPlace place = to.toString().endsWith(".tar") ? new BackupArchive(to) : new BackupFolder(to, false)) {
            return runs.make(to.toString(), place, PASSPHRASE, QUIET);
        }
    }

    private static String restore(List<String> into, Path from, String passphrase, int schema) throws IOException {
        ByteArrayOutputStream said = new ByteArrayOutputStream();
        restoreSaying(into, new PrintStream(said, true, StandardCharsets.UTF_8))
                .restore(from, null, passphrase, schema);
        return said.toString(StandardCharsets.UTF_8);
    }

    private static Restore restoreSaying(List<String> into, PrintStream out) {
        return new Restore(
                new PostgresTools(""),
                new PostgresTools.Database(
                        RunningServer.setting(into, "spring.datasource.url"),
                        RunningServer.setting(into, "spring.datasource.username"),
                        RunningServer.setting(into, "spring.datasource.password")),
                Path.of(RunningServer.setting(into, "entrada.var")),
                Path.of(RunningServer.setting(into, "entrada.var"), "secrets"),
                out);
    }

    /** Ends a restore as a machine that goes down does: nothing is cleared away. */
    private static final class Down extends Error {
        private static final long serialVersionUID = 1;
    }

    private static void restoreUntilItSays(String words, List<String> into, Path from) {
        PrintStream out = new PrintStream(OutputStream.nullOutputStream(), true, StandardCharsets.UTF_8) {
            @Override
            public PrintStream printf(String format, Object... arguments) {
                if (format.formatted(arguments).contains(words)) throw new Down();
                return this;
            }
        };
        assertThatThrownBy(() -> restoreSaying(into, out).restore(from, null, PASSPHRASE, Migrations.newest()))
                .isInstanceOf(Down.class);
    }

    private static Set<String> filesIn(Path folder) throws IOException {
        try (Stream<Path> all = Files.walk(folder)) {
            return new TreeSet<>(all.filter(Files::isRegularFile)
                    .filter(each -> !each.toString().matches(".*/(workshop|pieces)/.*"))
                    .map(each -> folder.relativize(each).toString())
                    .toList());
        }
    }

    @ParameterizedTest
    @ValueSource(strings = {"backups", "house.tar"})
    void becomes_the_same_house_again(String to) throws IOException {
        // its pieces are not in the backup, so it must not say that they are there
        String underWay = manager.send("POST", "/api/uploads", Map.of("Upload-Length", "9"), new byte[0])
                .headers()
                .get("location")
                .get(0);
        manager.send(
                "PATCH",
                underWay,
                Map.of("Upload-Offset", "0", "Content-Type", "application/offset+octet-stream"),
                new byte[4]);
        BackupManifest made = backUp(folder.resolve(to));
        assertThat(runs.lastGood().orElseThrow().files()).isEqualTo(made.files().size());
        List<String> other = RunningServer.nothingYet();
        String said = restore(other, folder.resolve(to), PASSPHRASE, Migrations.newest());
        assertThat(said).contains("each as many as the manifest says");
        assertThat(filesIn(Path.of(RunningServer.setting(other, "entrada.var"), "files")))
                .isEqualTo(filesIn(Path.of(RunningServer.setting(settings, "entrada.var"), "files")))
                .isNotEmpty();
        try (var again = RunningServer.with(other)) {
            Client client = RunningServer.client(again);
            assertThat(client.signIn("manager", RunningServer.PASSWORD).status())
                    .isEqualTo(200);
            assertThat(client.send("HEAD", underWay, Map.of(), new byte[0]).status())
                    .isEqualTo(404);
            assertThat(again.getBean(JdbcClient.class)
                            .sql("SELECT count(*) FROM upload_piece")
                            .query(Integer.class)
                            .single())
                    .isZero();
            for (String path : List.of("/api/releases", "/api/label", "/api/people", "/api/codes", "/api/destinations"))
                assertThat(client.get(path).text())
                        .as(path)
                        .isEqualTo(manager.get(path).text());
            // what was sealed opens
            assertThat(again.getBean(app.entrada.server.connections.DestinationService.class)
                            .secret("lumenfold"))
                    .contains("lf-very-secret");
        }
    }

    @Test
    void under_load_it_is_the_house_of_one_moment() throws Exception {
        AtomicBoolean enough = new AtomicBoolean();
        AtomicInteger releases = new AtomicInteger();
        CompletableFuture<Void> busy = CompletableFuture.runAsync(() -> {
            while (!enough.get()) {
                file(Client.id(manager.draft("single", "Reach " + releases.incrementAndGet())));
            }
        });
        while (releases.get() < 3) Thread.onSpinWait();
        backUp(folder.resolve("busy"));
        enough.set(true);
        busy.get();
        List<String> other = RunningServer.nothingYet();
        assertThat(restore(other, folder.resolve("busy"), PASSPHRASE, Migrations.newest()))
                .contains("each as many as the manifest says");
        try (var again = RunningServer.with(other)) {
            // every file that a fact refers to is there
            for (String file : again.getBean(JdbcClient.class)
                    .sql("SELECT sha256 FROM file")
                    .query(String.class)
                    .list())
                assertThat(Path.of(
                                RunningServer.setting(other, "entrada.var"),
                                "files",
                                file.substring(0, 2),
                                file.substring(2)))
                        .exists();
        }
    }

    @Test
    void a_second_one_copies_only_what_is_new_and_old_ones_go() throws Exception {
        Path to = folder.resolve("topped");
        BackupManifest first = backUp(to);
        Path kept = to.resolve(BackupManifest.fileName(first.files().get(0).sha256()));
        Object before = Files.readAttributes(kept, java.nio.file.attribute.BasicFileAttributes.class)
                .fileKey();
        file(Client.id(manager.draft("single", "Newer")));
        next(first);
        BackupManifest second = backUp(to);
        assertThat(second.files()).hasSize(first.files().size() + 1);
        assertThat(Files.readAttributes(kept, java.nio.file.attribute.BasicFileAttributes.class)
                        .fileKey())
                .isEqualTo(before);
        assertThat(BackupFolder.namesIn(to)).containsExactly(first.name(), second.name());
        // a file that no backup refers to any more goes with the last that did
        Files.createDirectories(to.resolve("files/00"));
        Files.writeString(to.resolve("files/00").resolve("0".repeat(62)), "of an older one");
        try (BackupPlace place = new BackupFolder(to, false)) {
            place.keep(1);
        }
        assertThat(BackupFolder.namesIn(to)).containsExactly(second.name());
        assertThat(filesIn(to.resolve("files"))).hasSize(second.files().size());
    }

    /** They are called by the second in which they begin. */
    private static void next(BackupManifest before) {
        while (Instant.now().getEpochSecond() <= before.begun().getEpochSecond()) Thread.onSpinWait();
    }

    @Test
    void one_that_is_damaged_is_refused_before_anything_is_touched() throws IOException {
        Path to = folder.resolve("damaged");
        BackupManifest made = backUp(to);
        Path file = to.resolve(BackupManifest.fileName(made.files().get(0).sha256()));
        file.toFile().setWritable(true);
        byte[] bytes = Files.readAllBytes(file);
        bytes[bytes.length / 2] ^= 1;
        Files.write(file, bytes);
        List<String> other = RunningServer.nothingYet();
        assertThatThrownBy(() -> restore(other, to, PASSPHRASE, Migrations.newest()))
                .hasMessageContaining("1 files of this backup are missing or damaged; nothing was changed");
        assertThat(filesIn(Path.of(RunningServer.setting(other, "entrada.var"))))
                .isEmpty();
    }

    @Test
    void nobody_restores_over_data_nor_with_another_passphrase_nor_what_is_newer() throws IOException {
        Path to = folder.resolve("guarded");
        backUp(to);
        assertThatThrownBy(() -> restore(settings, to, PASSPHRASE, Migrations.newest()))
                .hasMessageContaining("already");
        List<String> other = RunningServer.nothingYet();
        assertThatThrownBy(() -> restore(other, to, "eight osier baskets", Migrations.newest()))
                .hasMessage("The passphrase does not open the keys of this backup.");
        assertThatThrownBy(() -> restore(other, to, null, Migrations.newest()))
                .hasMessageContaining("ENTRADA_BACKUP_PASSPHRASE");
        assertThatThrownBy(() -> restore(other, to, PASSPHRASE, Migrations.newest() - 1))
                .hasMessageContaining("newer version");
        assertThat(filesIn(Path.of(RunningServer.setting(other, "entrada.var"))))
                .isEmpty();
    }

    @Test
    void two_at_once_into_one_folder_do_not_meet() throws IOException {
        Path to = folder.resolve("one at a time");
        try (BackupPlace first = new BackupFolder(to, false)) {
            assertThatThrownBy(() -> new BackupFolder(to, false))
                    .hasMessageContaining("Another backup is being written");
            runs.make("first", first, PASSPHRASE, QUIET);
            first.keep(1);
        }
        assertThat(BackupFolder.namesIn(to)).hasSize(1);
    }

    @Test
    void where_the_database_does_not_take_it_the_installation_is_as_empty_as_before() throws IOException {
        Path to = folder.resolve("half");
        backUp(to);
        List<String> other = RunningServer.nothingYet();
        // an object in the way that is no table: found by the restore itself only
        database(other).sql("CREATE SEQUENCE release_id_seq").update();
        assertThatThrownBy(() -> restore(other, to, PASSPHRASE, Migrations.newest()))
                .hasMessageContaining("pg_restore stopped");
        assertThat(filesIn(Path.of(RunningServer.setting(other, "entrada.var"))))
                .isEmpty();
        database(other).sql("DROP SEQUENCE release_id_seq").update();
        assertThat(restore(other, to, PASSPHRASE, Migrations.newest())).contains("each as many as the manifest says");
    }

    @ParameterizedTest
    @ValueSource(strings = {"Restoring files", "Restored:"})
    void a_restore_that_was_killed_is_known_and_the_next_one_makes_it_whole(String said) throws IOException {
        Path to = folder.resolve("killed at " + said.length());
        backUp(to);
        List<String> other = RunningServer.nothingYet();
        restoreUntilItSays(said, other, to);
        assertThatThrownBy(() -> RunningServer.with(other)).rootCause().hasMessageContaining("was interrupted");
        assertThat(restore(other, to, PASSPHRASE, Migrations.newest())).contains("each as many as the manifest says");
        assertThat(filesIn(Path.of(RunningServer.setting(other, "entrada.var"), "files")))
                .isEqualTo(filesIn(Path.of(RunningServer.setting(settings, "entrada.var"), "files")));
        try (var again = RunningServer.with(other)) {
            Client client = RunningServer.client(again);
            client.signIn("manager", RunningServer.PASSWORD);
            assertThat(client.get("/api/releases").text())
                    .isEqualTo(manager.get("/api/releases").text());
        }
    }

    @Test
    void over_a_restore_that_was_killed_at_its_end_no_other_backup_is_restored() throws IOException {
        Path to = folder.resolve("one of two");
        BackupManifest first = backUp(to);
        List<String> other = RunningServer.nothingYet();
        restoreUntilItSays("Restored:", other, to);
        Path second = folder.resolve("two of two");
        next(first);
        backUp(second);
        assertThatThrownBy(() -> restore(other, second, PASSPHRASE, Migrations.newest()))
                .hasMessageContaining("Restore that one");
        assertThat(restore(other, to, PASSPHRASE, Migrations.newest())).contains("each as many as the manifest says");
    }

    @Test
    void a_house_without_files_is_backed_up_and_old_backups_of_it_go() throws IOException {
        try (var apart = RunningServer.apart()) {
            BackupRuns its = apart.getBean(BackupRuns.class);
            Path to = folder.resolve("no files");
            BackupManifest made;
            try (BackupPlace place = new BackupFolder(to, false)) {
                made = its.make("no files", place, null, QUIET);
            }
            next(made);
            try (BackupPlace place = new BackupFolder(to, false)) {
                its.make("no files", place, null, QUIET);
                place.keep(1);
            }
            assertThat(BackupFolder.namesIn(to)).hasSize(1).doesNotContain(made.name());
        }
    }

    @Test
    void one_that_was_broken_off_is_none() throws IOException {
        Path to = folder.resolve("broken");
        BackupManifest made = backUp(to);
        Files.delete(to.resolve(BackupManifest.manifestName(made.name())));
        assertThatThrownBy(() -> restore(RunningServer.nothingYet(), to, PASSPHRASE, Migrations.newest()))
                .hasMessageContaining("no complete backup");
    }

    @Test
    void a_file_of_the_store_that_is_not_what_it_is_called_fails_the_backup_and_says_which() throws IOException {
        List<String> own = RunningServer.nothingYet();
        try (var apart = RunningServer.with(own)) {
            RunningServer.label(apart);
            Client client = RunningServer.manager(apart);
            long release = Client.id(client.draft("single", "Spoilt"));
            client.upload(
                    "/api/releases/" + release + "/files?name=notes.txt",
                    "Spoilt notes".getBytes(StandardCharsets.UTF_8));
            Path files = Path.of(RunningServer.setting(own, "entrada.var"), "files");
            Path file = files.resolve(filesIn(files).iterator().next());
            file.toFile().setWritable(true);
            Files.write(file, new byte[] {1}, StandardOpenOption.APPEND);
            BackupRuns its = apart.getBean(BackupRuns.class);
            try (BackupPlace place = new BackupFolder(folder.resolve("spoilt"), false)) {
                assertThatThrownBy(() -> its.make("spoilt", place, PASSPHRASE, QUIET))
                        .hasMessageContaining("damaged");
            }
            assertThat(BackupFolder.namesIn(folder.resolve("spoilt"))).isEmpty();
            assertThat(its.lastGood()).isEmpty();
            assertThat(its.latest(1).get(0).says()).contains("damaged");
        }
    }

    private static JdbcClient database(List<String> of) {
        return JdbcClient.create(new DriverManagerDataSource(
                RunningServer.setting(of, "spring.datasource.url"),
                RunningServer.setting(of, "spring.datasource.username"),
                RunningServer.setting(of, "spring.datasource.password")));
    }

    @Test
    void a_database_that_a_newer_version_has_upgraded_is_refused_and_left_as_it_is() {
        List<String> own = RunningServer.nothingYet();
        RunningServer.with(own).close();
        JdbcClient database = database(own);
        database.sql("""
                        INSERT INTO flyway_schema_history
                            (installed_rank, version, description, type, script, checksum, installed_by, execution_time, success)
                        SELECT max(installed_rank) + 1, '9999', 'of a newer one', 'SQL', 'V9999__of_a_newer_one.sql', 1, 'x', 1, true
                        FROM flyway_schema_history""").update();
        assertThatThrownBy(() -> RunningServer.with(own))
                .rootCause()
                .hasMessageContaining("upgraded by a newer version");
    }

    @Test
    void what_became_another_file_in_the_backup_is_found_within_two_weeks_and_brought_anew() throws IOException {
        Path to = folder.resolve("rusting");
        BackupManifest made = backUp(to);
        String name = BackupManifest.fileName(made.files().get(0).sha256());
        Path rusted = to.resolve(name);
        byte[] bytes = Files.readAllBytes(rusted);
        byte[] other = bytes.clone();
        other[0] ^= 1;
        Files.delete(rusted);
        Files.write(rusted, other);
        int found = 0;
        try (BackupPlace place = new BackupFolder(to, false)) {
            for (int day = 0; day < BackupFolder.TURNS; day++) {
                BackupManifest then = new BackupManifest(
                        made.format(),
                        made.name(),
                        made.begun().plus(Duration.ofDays(day)),
                        made.schema(),
                        made.rows(),
                        made.database(),
                        made.keys(),
                        made.files());
                try {
                    place.verify(then, QUIET);
                } catch (IOException damaged) {
                    found++;
                    assertThat(damaged).hasMessageContaining(name);
                    Files.write(rusted, bytes);
                }
            }
        }
        assertThat(found).isEqualTo(1);
        Files.delete(rusted);
        backUp(to);
        assertThat(rusted).hasBinaryContent(bytes);
    }

    @Test
    void a_house_whose_files_lie_in_a_bucket_is_backed_up_with_them_and_upgraded_without() throws Exception {
        List<String> own = new ArrayList<>(RunningServer.nothingYet());
        own.addAll(BucketStandin.running().settings("backed-up"));
        byte[] notes = "Notes that lie in a bucket".getBytes(StandardCharsets.UTF_8);
        Path to = folder.resolve("of-a-bucket");
        try (var house = RunningServer.with(own)) {
            Client client = RunningServer.manager(house);
            long release = Client.id(client.draft("single", "Mooring"));
            assertThat(client.upload("/api/releases/" + release + "/files?name=notes.txt", notes)
                            .status())
                    .isEqualTo(200);
            Backups backups = house.getBean(Backups.class);
            try (BackupPlace place = new BackupFolder(to, false)) {
                assertThat(backups.make(place, PASSPHRASE, QUIET).files()).hasSize(1);
            }
            try (BackupPlace place = new BackupFolder(folder.resolve("before-upgrade"), true)) {
                BackupManifest before = backups.beforeUpgrade(place);
                assertThat(before.files()).isEmpty();
                assertThat(before.rows()).containsEntry("received", 1L);
            }
        }
        List<String> back = RunningServer.nothingYet();
        restore(back, to, PASSPHRASE, Migrations.newest());
        try (var again = RunningServer.with(back)) {
            Client client = RunningServer.client(again);
            client.signIn("manager", RunningServer.PASSWORD);
            assertThat(client.bytes("/api/files/" + Sha256.of(notes).hex())).isEqualTo(notes);
        }
    }

    @Test
    void before_an_upgrade_a_backup_is_taken_that_restores() throws IOException {
        List<String> own = RunningServer.nothingYet();
        try (var before = RunningServer.with(own)) {
            RunningServer.label(before);
            RunningServer.manager(before).draft("single", "Before");
        }
        // as it was a while ago: an upload under way lay in one file
        JdbcClient database = database(own);
        int then = 25;
        database.sql("DROP VIEW standing_due").update();
        database.sql("ALTER TABLE standing_mark DROP COLUMN after").update();
        database.sql("DROP FUNCTION wait_for_look CASCADE").update();
        database.sql("ALTER TABLE standing ADD COLUMN named text[]").update();
        database.sql("DROP TABLE house").update();
        database.sql("DROP TABLE wrong_password").update();
        database.sql("DROP TABLE upload_piece").update();
        database.sql("ALTER TABLE upload ADD COLUMN here bigint NOT NULL DEFAULT 0, ADD COLUMN stored_sha256 text")
                .update();
        UUID underWay = UUID.randomUUID();
        database.sql("""
                        INSERT INTO upload (id, account_id, name, folder, bytes, here, at)
                        SELECT ?, min(id), '07 Saltings.wav', '', 100, 60, now() FROM account""").param(underWay).update();
        Path workshop = Path.of(RunningServer.setting(own, "entrada.var"), "files", "workshop");
        Files.write(workshop.resolve("upload-" + underWay + ".part"), new byte[64]);
        database.sql("DELETE FROM flyway_schema_history WHERE CAST(version AS integer) > ?")
                .param(then)
                .update();
        List<String> beside = new ArrayList<>(own);
        beside.add("--entrada.doctor=nothing");
        assertThatThrownBy(() -> RunningServer.with(beside))
                .rootCause()
                .hasMessageContaining("of an older version of Entrada (it is at " + then)
                .hasMessageContaining("Start the server once");
        try (var upgraded = RunningServer.with(own)) {
            Client sender = RunningServer.client(upgraded);
            sender.signIn("manager", RunningServer.PASSWORD);
            String place = "/api/uploads/" + underWay;
            assertThat(sender.send("HEAD", place, Map.of(), new byte[0])
                            .headers()
                            .get("upload-offset"))
                    .containsExactly("60");
            Client.Answer last = sender.send(
                    "PATCH",
                    place,
                    Map.of("Upload-Offset", "60", "Content-Type", "application/offset+octet-stream"),
                    new byte[40]);
            assertThat(last.headers()).containsKey("entrada-received");
        }
        Path folder = Path.of(RunningServer.setting(own, "entrada.var"), "before-upgrades");
        assertThat(BackupFolder.namesIn(folder)).hasSize(1);
        List<String> back = RunningServer.nothingYet();
        assertThat(restore(back, folder, null, then)).contains("each as many as the manifest says");
    }
}

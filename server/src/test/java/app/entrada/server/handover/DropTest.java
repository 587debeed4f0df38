package app.entrada.server.handover;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.standins.OpenSshServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Random;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

@DisplayName("B0 An archive is put where it is fetched, whole under its name or not at all")
class DropTest {
    private static final String NAME = "nw-031-plant-7.zip";

    private static OpenSshServer ssh;

    @TempDir
    Path folder;

    private final FolderDrop folders = new FolderDrop();
    private final SftpDrop sftp = new SftpDrop();
    private Path archive;
    private byte[] bytes;

    @BeforeAll
    static void a_server() throws IOException, InterruptedException {
        ssh = OpenSshServer.start();
    }

    @AfterAll
    static void end() throws IOException {
        ssh.close();
    }

    @BeforeEach
    void an_archive() throws IOException {
        bytes = new byte[3_000_000];
        new Random(7).nextBytes(bytes);
        archive = Files.write(folder.resolve("archive.zip"), bytes);
        try (Stream<Path> left = Files.list(ssh.in())) {
            for (Path each : left.toList()) Files.delete(each);
        }
    }

    private Path target() throws IOException {
        return Files.createDirectories(folder.resolve("plant"));
    }

    private static List<String> names(Path in) throws IOException {
        try (Stream<Path> all = Files.list(in)) {
            return all.map(each -> each.getFileName().toString()).toList();
        }
    }

    private static Drop.Target to(Path folder) {
        return new Drop.Target(folder.toString(), "", "");
    }

    private static Drop.Target server() throws IOException, InterruptedException {
        return new Drop.Target(ssh.address(ssh.in().toString()), ssh.accountKey(), ssh.fingerprint());
    }

    @Test
    void into_a_folder_it_comes_whole_and_a_second_time_changes_nothing() throws IOException {
        Path plant = target();
        folders.put(archive, NAME, to(plant));
        folders.put(archive, NAME, to(plant));
        assertThat(plant.resolve(NAME)).hasBinaryContent(bytes);
        assertThat(names(plant)).containsExactly(NAME);
    }

    @Test
    void another_file_of_its_name_is_left_alone() throws IOException {
        Path plant = target();
        Files.writeString(plant.resolve(NAME), "somebody else's");
        assertThatThrownBy(() -> folders.put(archive, NAME, to(plant)))
                .isInstanceOf(Drop.Refused.class)
                .hasMessageContaining("was left unchanged");
        assertThat(plant.resolve(NAME)).hasContent("somebody else's");
        assertThat(names(plant)).containsExactly(NAME);
    }

    @Test
    void a_folder_that_is_gone_is_not_made() {
        Path gone = folder.resolve("stick");
        assertThatThrownBy(() -> folders.put(archive, NAME, to(gone)))
                .isNotInstanceOf(Drop.Refused.class)
                .hasMessageContaining("does not exist; its drive may not be mounted");
        assertThat(gone).doesNotExist();
    }

    @Test
    void a_disk_that_is_full_keeps_nothing_of_it() {
        // the one place on every Linux where nothing can be written, whatever the permissions
        assertThatThrownBy(() -> folders.put(archive, NAME, to(Path.of("/proc"))))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("Nothing was left there");
    }

    @Test
    void onto_a_server_it_comes_whole_and_a_second_time_changes_nothing() throws Exception {
        sftp.put(archive, NAME, server());
        sftp.put(archive, NAME, server());
        assertThat(ssh.in().resolve(NAME)).hasBinaryContent(bytes);
        assertThat(names(ssh.in())).containsExactly(NAME);
    }

    @Test
    void a_server_s_key_reads_as_its_own_program_writes_it() throws Exception {
        assertThat(sftp.keyOf(ssh.address("/"))).isEqualTo(ssh.fingerprint());
    }

    @Test
    void a_server_that_shows_another_key_gets_nothing() throws Exception {
        Drop.Target before = server();
        ssh.otherHostKey();
        assertThatThrownBy(() -> sftp.put(archive, NAME, before))
                .isInstanceOf(Drop.Refused.class)
                .hasMessageContaining(before.hostKey())
                .hasMessageContaining(ssh.fingerprint())
                .hasMessageContaining("Nothing was sent");
        assertThat(names(ssh.in())).isEmpty();
        // and one whose key nobody has confirmed neither
        assertThatThrownBy(() -> sftp.put(archive, NAME, new Drop.Target(before.address(), before.secret(), "")))
                .isInstanceOf(Drop.Refused.class);
        assertThat(names(ssh.in())).isEmpty();
    }

    @Test
    void a_key_that_is_not_known_there_is_refused_once_and_for_all() throws Exception {
        Drop.Target stranger = new Drop.Target(ssh.address(ssh.in().toString()), ssh.strangersKey(), ssh.fingerprint());
        assertThatThrownBy(() -> sftp.put(archive, NAME, stranger))
                .isInstanceOf(Drop.Refused.class)
                .hasMessageContaining("rejected the user name or secret");
    }

    @Test
    void a_folder_that_is_not_on_the_server_is_told() throws Exception {
        Drop.Target nowhere = new Drop.Target(ssh.address("/nowhere/at/all"), ssh.accountKey(), ssh.fingerprint());
        assertThatThrownBy(() -> sftp.put(archive, NAME, nowhere))
                .isInstanceOf(Drop.Refused.class)
                .hasMessageContaining("/nowhere/at/all");
    }

    @Test
    void a_server_that_does_not_answer_is_tried_again() throws Exception {
        Drop.Target target = server();
        ssh.end();
        try {
            assertThatThrownBy(() -> sftp.put(archive, NAME, target))
                    .isInstanceOf(IOException.class)
                    .isNotInstanceOf(Drop.Refused.class)
                    .hasMessageContaining("cannot be reached");
        } finally {
            ssh.otherHostKey();
        }
    }
}

package app.entrada.server.files;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import app.entrada.core.text.Sha256;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

@ExtendWith(RunningServer.class)
@DisplayName("P4 A label moves from a folder to a bucket, and nothing is lost on the way")
class FileMoveTest {
    @TempDir
    Path folder;

    private final List<String> inTheFolder = RunningServer.nothingYet();
    // a real server keeps buckets of earlier runs
    private final String name = "moved-" + Long.toHexString(System.nanoTime());

    private byte[] wav(long seed) throws IOException {
        Path wav = folder.resolve(seed + ".wav");
        Synthesiser.write(new Piece(seed, 96, 2, false, 1, Piece.Layers.BELLS, 0), wav);
        return Files.readAllBytes(wav);
    }

    private static List<String> and(List<String> settings, List<String> more) {
        List<String> all = new ArrayList<>(settings);
        all.addAll(more);
        return all;
    }

    private static int move(List<String> settings) {
        try (var beside = RunningServer.with(and(settings, List.of("--entrada.doctor=move-files")))) {
            return beside.getBean(FileMove.class).getExitCode();
        }
    }

    /** The folder as one has it whose machine was lost. */
    private static void empty(Path files) throws IOException {
        try (Stream<Path> all = Files.walk(files)) {
            for (Path each : all.filter(Files::isRegularFile).toList()) Files.delete(each);
        }
    }

    @Test
    void all_of_it_is_in_the_bucket_afterwards_and_not_before() throws Exception {
        byte[] first = wav(951);
        byte[] second = wav(952);
        try (var server = RunningServer.with(inTheFolder)) {
            Client manager = RunningServer.manager(server);
            long release = Client.id(manager.draft("single", "Ferry Steps"));
            for (byte[] each : List.of(first, second))
                assertThat(manager.upload("/api/releases/" + release + "/files?name=a.wav", each)
                                .status())
                        .isEqualTo(200);
        }
        assertThat(move(inTheFolder)).as("without a bucket").isEqualTo(1);
        List<String> bucket = and(inTheFolder, BucketStandin.running().settings(name));
        assertThatThrownBy(() -> RunningServer.with(bucket))
                .rootCause()
                .hasMessageContaining("contains none of the files in this database")
                .hasMessageContaining("./entrada move-files");

        assertThatThrownBy(() -> RunningServer.with(bucket.stream()
                        .map(each -> each.equals("--entrada.bucket.name=" + name) ? each + "-elsewhere" : each)
                        .toList()))
                .rootCause()
                .hasMessageContaining(name + "-elsewhere cannot be used: there is none of that name");

        assertThat(move(bucket)).isZero();
        assertThat(move(bucket)).as("once more").isZero();
        Path files = Path.of(RunningServer.setting(inTheFolder, "entrada.var"), "files");
        assertThat(new DirectoryFileStore(files.getParent()).all()).hasSize(2);
        empty(files);
        try (var server = RunningServer.with(bucket)) {
            Client manager = RunningServer.client(server);
            manager.signIn("manager", RunningServer.PASSWORD);
            for (byte[] each : List.of(first, second))
                assertThat(manager.bytes("/api/files/" + Sha256.of(each).hex())).isEqualTo(each);
        }
    }

    @Test
    void what_the_folder_had_lost_is_named_and_the_rest_is_moved() throws Exception {
        byte[] kept = wav(953);
        byte[] rusted = wav(954);
        try (var server = RunningServer.with(inTheFolder)) {
            Client manager = RunningServer.manager(server);
            long release = Client.id(manager.draft("single", "Rust on the Sluice"));
            for (byte[] each : List.of(kept, rusted))
                manager.upload("/api/releases/" + release + "/files?name=a.wav", each);
        }
        DirectoryFileStore store = new DirectoryFileStore(Path.of(RunningServer.setting(inTheFolder, "entrada.var")));
        Path damaged = store.path(Sha256.of(rusted));
        Files.delete(damaged);
        Files.write(damaged, kept);
        BucketStandin standin = BucketStandin.running();
        assertThat(move(and(inTheFolder, standin.settings(name)))).isEqualTo(1);
        try (Bucket bucket = new Bucket(standin.bucket(name))) {
            assertThat(new BucketFileStore(bucket, new DirectoryFileStore(folder), 1 << 20).all())
                    .extracting(FileStore.Kept::sha256)
                    .containsExactly(Sha256.of(kept));
        }
    }
}

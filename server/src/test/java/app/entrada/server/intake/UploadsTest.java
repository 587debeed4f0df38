package app.entrada.server.intake;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;
import static org.mockito.AdditionalAnswers.delegatesTo;
import static org.mockito.ArgumentMatchers.anyString;
import static org.mockito.Mockito.doAnswer;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.times;
import static org.mockito.Mockito.verify;

import app.entrada.core.text.Sha256;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import app.entrada.server.Client;
import app.entrada.server.InTheStore;
import app.entrada.server.RunningServer;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileStore;
import app.entrada.server.files.PieceStore;
import app.entrada.server.jobs.Background;
import app.entrada.server.receiving.ReceivedFiles;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.security.MessageDigest;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.concurrent.atomic.AtomicBoolean;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(RunningServer.class)
@DisplayName("G1 Files come in piece by piece and go on where they were cut off")
class UploadsTest {
    @TempDir
    Path folder;

    private final Client manager = RunningServer.signedIn("manager");

    private byte[] wav(long seed) throws IOException {
        Path wav = folder.resolve(seed + ".wav");
        Synthesiser.write(new Piece(seed, 96, 2, false, 1.2, Piece.Layers.BELLS, 0), wav);
        return Files.readAllBytes(wav);
    }

    private static String hash(byte[] bytes) throws Exception {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    }

    private static String metadata(Map<String, String> said) {
        return said.entrySet().stream()
                .map(each -> each.getKey() + " "
                        + Base64.getEncoder().encodeToString(each.getValue().getBytes(StandardCharsets.UTF_8)))
                .collect(Collectors.joining(","));
    }

    private Client.Answer begin(long length, Map<String, String> said) {
        return manager.send(
                "POST",
                "/api/uploads",
                Map.of("Tus-Resumable", "1.0.0", "Upload-Length", "" + length, "Upload-Metadata", metadata(said)),
                new byte[0]);
    }

    private Client.Answer piece(String place, long offset, byte[] bytes) {
        return manager.send(
                "PATCH",
                place,
                Map.of(
                        "Tus-Resumable",
                        "1.0.0",
                        "Upload-Offset",
                        "" + offset,
                        "Content-Type",
                        "application/offset+octet-stream"),
                bytes);
    }

    private static String header(Client.Answer answer, String name) {
        return answer.headers().getOrDefault(name, java.util.List.of("")).get(0);
    }

    private static JsonNode received(Client.Answer last) {
        return new JsonMapper().readTree(Base64.getDecoder().decode(header(last, "entrada-received")));
    }

    private static UUID id(String place) {
        return UUID.fromString(place.substring(place.lastIndexOf('/') + 1));
    }

    private static Account sender() {
        return RunningServer.bean(AccountService.class)
                .byId(RunningServer.bean(JdbcClient.class)
                        .sql("SELECT id FROM account WHERE name = 'manager'")
                        .query(Long.class)
                        .single());
    }

    private boolean inIntake(String sha256) {
        for (JsonNode item : manager.get("/api/intake").json())
            if (item.path("sha256").asString().equals(sha256)) return true;
        return false;
    }

    @Test
    void a_file_in_three_pieces_is_the_file() throws Exception {
        byte[] wav = wav(701);
        String place =
                header(begin(wav.length, Map.of("name", "Κύμα.wav", "folder", "Tidewrack/../Texts")), "location");
        assertThat(header(piece(place, 0, Arrays.copyOf(wav, 1000)), "upload-offset"))
                .isEqualTo("1000");
        piece(place, 1000, Arrays.copyOfRange(wav, 1000, 50_000));
        Client.Answer asked = manager.send("HEAD", place, Map.of("Tus-Resumable", "1.0.0"), new byte[0]);
        assertThat(header(asked, "upload-offset")).isEqualTo("50000");
        assertThat(header(asked, "upload-length")).isEqualTo("" + wav.length);
        JsonNode received = received(piece(place, 50_000, Arrays.copyOfRange(wav, 50_000, wav.length)));
        assertThat(received.path("name").asString()).isEqualTo("Κύμα.wav");
        assertThat(received.path("sha256").asString()).isEqualTo(hash(wav));
        assertThat(Files.readAllBytes(RunningServer.bean(FileStore.class).path(new Sha256(hash(wav)))))
                .isEqualTo(wav);
        for (JsonNode item : manager.get("/api/intake").json())
            if (item.path("sha256").asString().equals(hash(wav)))
                assertThat(item.path("folder").asString()).isEqualTo("Tidewrack/Texts");
    }

    @Test
    void a_piece_that_does_not_follow_is_refused_and_nothing_is_lost() throws Exception {
        byte[] wav = wav(702);
        String place = header(begin(wav.length, Map.of("name", "a.wav")), "location");
        piece(place, 0, Arrays.copyOf(wav, 500));
        assertThat(piece(place, 100, new byte[10]).status()).isEqualTo(409);
        assertThat(piece(place, 501, new byte[10]).status()).isEqualTo(409);
        assertThat(received(piece(place, 500, Arrays.copyOfRange(wav, 500, wav.length)))
                        .path("sha256")
                        .asString())
                .isEqualTo(hash(wav));
    }

    @Test
    void a_file_that_was_damaged_on_its_way_is_not_placed() throws Exception {
        byte[] wav = wav(703);
        String place = header(begin(wav.length, Map.of("name", "a.wav", "sha256", hash(wav))), "location");
        byte[] odd = wav.clone();
        odd[5000] ^= 1;
        Client.Answer last = piece(place, 0, odd);
        assertThat(last.status()).isEqualTo(422);
        assertThat(last.problem()).isEqualTo("damaged-on-the-way");
        assertThat(inIntake(hash(odd))).isFalse();
    }

    @Test
    void more_than_was_announced_and_more_than_is_taken_are_refused() throws Exception {
        String place = header(begin(10, Map.of("name", "a.wav")), "location");
        assertThat(piece(place, 0, new byte[11]).problem()).isEqualTo("too-long");
        assertThat(begin(Long.MAX_VALUE / 2, Map.of("name", "a.wav")).problem()).isEqualTo("too-large");
    }

    @Test
    void a_file_given_up_leaves_nothing_behind() throws Exception {
        String place = header(begin(1000, Map.of("name", "a.wav")), "location");
        piece(place, 0, new byte[400]);
        List<String> pieces = pieces(place);
        assertThat(pieces).hasSize(1);
        PieceStore kept = RunningServer.bean(PieceStore.class);
        assertThat(kept.bytes(pieces.get(0))).hasValue(400);
        assertThat(manager.send("DELETE", place, Map.of("Tus-Resumable", "1.0.0"), new byte[0])
                        .status())
                .isEqualTo(204);
        assertThat(kept.bytes(pieces.get(0))).isEmpty();
        assertThat(manager.send("HEAD", place, Map.of(), new byte[0]).status()).isEqualTo(404);
    }

    @Test
    void nobody_goes_on_with_somebody_else_s_file() {
        String place = header(begin(1000, Map.of("name", "a.wav")), "location");
        assertThat(RunningServer.signedIn("assistant")
                        .send("HEAD", place, Map.of(), new byte[0])
                        .status())
                .isEqualTo(404);
        assertThat(RunningServer.signedIn("reader")
                        .send("POST", "/api/uploads", Map.of("Upload-Length", "5"), new byte[0])
                        .status())
                .isEqualTo(403);
    }

    @Test
    void bytes_that_are_here_are_not_asked_for_again() throws Exception {
        byte[] wav = other(704);
        Map<String, Object> offered =
                Map.of("sha256", hash(wav), "name", "again.wav", "folder", "", "release", 0, "track", 0);
        assertThat(manager.post("/api/intake/known", offered).status()).isEqualTo(204);
        String place = header(begin(wav.length, Map.of("name", "first.wav")), "location");
        piece(place, 0, wav);
        JsonNode known = manager.post("/api/intake/known", offered).json();
        assertThat(known.path("known").asBoolean()).isTrue();
        assertThat(known.path("name").asString()).isEqualTo("again.wav");
        assertThat(manager.post("/api/intake/known", Map.of("sha256", "../../etc", "release", 0, "track", 0))
                        .status())
                .isEqualTo(422);
    }

    /** Sound that no other test has. */
    private byte[] other(int seed) throws IOException {
        byte[] wav = wav(seed);
        wav[wav.length - 3] ^= (byte) seed;
        return wav;
    }

    private static List<String> pieces(String place) {
        return RunningServer.bean(JdbcClient.class)
                .sql("SELECT name FROM upload_piece WHERE upload_id = ? ORDER BY begins")
                .param(id(place))
                .query(String.class)
                .list();
    }

    /** As a kill leaves it: all bytes have come, and none of the last steps, or only the first of them, was done. */
    private void cutOff(byte[] wav, String name, boolean inTheStore) throws Exception {
        String place = header(begin(wav.length, Map.of("name", name)), "location");
        piece(place, 0, Arrays.copyOf(wav, 1000));
        FileStore store = RunningServer.bean(FileStore.class);
        String last = "upload-" + name;
        Path part = store.workshop().resolve("piece of " + name);
        Files.write(part, Arrays.copyOfRange(wav, 1000, wav.length));
        RunningServer.bean(PieceStore.class).keep(last, part);
        RunningServer.bean(JdbcClient.class)
                .sql("""
                        INSERT INTO upload_piece (upload_id, begins, bytes, name, at)
                        VALUES (?, 1000, ?, ?, now() - interval '1 hour')""")
                .params(id(place), wav.length - 1000, last)
                .update();
        RunningServer.bean(JdbcClient.class)
                .sql("UPDATE upload_piece SET at = at - interval '1 hour' WHERE upload_id = ?")
                .param(id(place))
                .update();
        if (inTheStore) store.receive(new ByteArrayInputStream(wav), wav.length);
    }

    @Test
    void what_had_come_whole_before_a_kill_is_entered_by_whatever_node_and_once() throws Exception {
        byte[] untouched = other(731);
        byte[] moved = other(732);
        cutOff(untouched, "cut off.wav", false);
        cutOff(moved, "cut off later.wav", true);
        UploadService uploads = RunningServer.bean(UploadService.class);
        uploads.run("all", null);
        uploads.run("all", null);
        assertThat(inIntake(hash(untouched))).isTrue();
        assertThat(inIntake(hash(moved))).isTrue();
        assertThat(manager.bytes("/api/files/" + hash(moved))).isEqualTo(moved);
        assertThat(RunningServer.bean(JdbcClient.class)
                        .sql("SELECT count(*) FROM upload WHERE name LIKE 'cut off%'")
                        .query(Integer.class)
                        .single())
                .isZero();
        PieceStore pieces = RunningServer.bean(PieceStore.class);
        assertThat(pieces.bytes("upload-cut off.wav")).isEmpty();
        assertThat(pieces.bytes("upload-cut off later.wav")).isEmpty();
    }

    /** A sender whose connection hung sends a piece again while the server still waits for the rest of the first. */
    @Test
    void of_two_pieces_at_one_place_one_counts_and_the_file_is_whole() throws Exception {
        byte[] wav = other(761);
        String place = header(begin(wav.length, Map.of("name", "twice.wav", "sha256", hash(wav))), "location");
        UploadService uploads = RunningServer.bean(UploadService.class);
        byte[] slowly = Arrays.copyOf(wav, 3000);
        AtomicBoolean between = new AtomicBoolean();
        InputStream hanging = new ByteArrayInputStream(slowly) {
            @Override
            public synchronized int read(byte[] into, int at, int most) {
                // in the middle of it the second one comes, whole
                if (between.compareAndSet(false, true))
                    assertThat(piece(place, 0, Arrays.copyOf(wav, 5000)).status())
                            .isEqualTo(204);
                return super.read(into, at, most);
            }
        };
        assertThatThrownBy(() -> uploads.piece(id(place), 0, hanging, sender()))
                .hasMessageContaining("5,000 bytes are here");
        assertThat(pieces(place)).hasSize(1);
        assertThat(piece(place, 5000, Arrays.copyOfRange(wav, 5000, wav.length)).status())
                .isEqualTo(204);
        assertThat(manager.bytes("/api/files/" + hash(wav))).isEqualTo(wav);
    }

    @Test
    void a_file_of_which_a_piece_was_lost_is_said_to_be_and_starts_again() throws Exception {
        byte[] wav = other(762);
        String place = header(begin(wav.length, Map.of("name", "lost.wav")), "location");
        piece(place, 0, Arrays.copyOf(wav, 5000));
        RunningServer.bean(PieceStore.class).remove(pieces(place).get(0));
        Client.Answer last = piece(place, 5000, Arrays.copyOfRange(wav, 5000, wav.length));
        assertThat(last.problem()).isEqualTo("piece-lost");
        assertThat(last.text()).contains("drop the file again");
        assertThat(manager.send("HEAD", place, Map.of(), new byte[0]).status()).isEqualTo(404);
        assertThat(inIntake(hash(wav))).isFalse();
    }

    @Test
    void a_file_that_another_node_enters_while_this_one_puts_it_together_is_not_called_lost() throws Exception {
        byte[] wav = other(763);
        String place = header(begin(wav.length, Map.of("name", "twice.wav", "sha256", hash(wav))), "location");
        piece(place, 0, Arrays.copyOf(wav, 5000));
        PieceStore kept = RunningServer.bean(PieceStore.class);
        PieceStore slow = mock(PieceStore.class, delegatesTo(kept));
        doAnswer(asked -> {
                    // as if it had taken longer than a minute
                    RunningServer.bean(JdbcClient.class)
                            .sql("UPDATE upload_piece SET at = at - interval '1 hour'")
                            .update();
                    RunningServer.bean(UploadService.class).run("all", mock(ExecutionContext.class));
                    return kept.read(asked.getArgument(0));
                })
                .when(slow)
                .read(anyString());
        UploadService here = new UploadService(
                RunningServer.bean(FileStore.class),
                slow,
                RunningServer.bean(AccountService.class),
                RunningServer.bean(TransactionTemplate.class),
                RunningServer.bean(ReceivedFiles.class),
                RunningServer.bean(JdbcClient.class),
                RunningServer.bean(Clock.class),
                RunningServer.bean(Background.class));
        InputStream rest = new ByteArrayInputStream(wav, 5000, wav.length - 5000);
        UploadService.Progress progress = here.piece(id(place), 5000, rest, sender());
        assertThat(progress.received().orElseThrow().sha256()).isEqualTo(hash(wav));
        assertThat(inIntake(hash(wav))).isTrue();
        verify(slow, times(1)).read(anyString());
    }

    @Test
    void a_piece_that_nobody_noted_goes_and_one_that_was_stays() throws Exception {
        String place = header(begin(9000, Map.of("name", "waits.wav")), "location");
        piece(place, 0, new byte[400]);
        PieceStore kept = RunningServer.bean(PieceStore.class);
        Path part = RunningServer.bean(FileStore.class).workshop().resolve("piece9.part");
        kept.keep("upload-nobody-s", Files.write(part, new byte[9]));
        Path folder = RunningServer.folder().resolve("files/pieces");
        for (String name : List.of("upload-nobody-s", pieces(place).get(0)))
            Files.setLastModifiedTime(
                    folder.resolve(name), FileTime.from(Instant.now().minus(Duration.ofDays(1))));
        RunningServer.bean(UploadService.class).forgetOld();
        assertThat(kept.bytes("upload-nobody-s")).isEmpty();
        assertThat(kept.bytes(pieces(place).get(0))).hasValue(400);
        assertThat(manager.delete(place).status()).isEqualTo(204);
    }

    @Test
    void a_master_that_became_another_file_is_handed_to_nobody_and_healed_by_the_same_upload() throws Exception {
        byte[] wav = other(741);
        String name = "/files?name=master.wav";
        long release = Client.id(manager.draft("single", "Rust on the Sluice"));
        assertThat(manager.upload("/api/releases/" + release + name, wav).status())
                .isEqualTo(200);
        FileCare care = RunningServer.bean(FileCare.class);
        assertThat(manager.get("/api/files/" + hash(wav)).status()).isEqualTo(200);

        InTheStore.overwrite(new Sha256(hash(wav)), InTheStore.rusted(wav));
        Client.Answer refused = manager.get("/api/files/" + hash(wav));
        assertThat(refused.problem()).isEqualTo("damaged-file");
        assertThat(refused.text()).contains("Upload the same file again");
        assertThat(care.isWhole(new Sha256(hash(wav)))).isFalse();
        app.entrada.server.ReadyRelease.until(
                () -> manager.get("/api/releases/" + release).text().contains("is damaged in the file store"),
                () -> manager.get("/api/releases/" + release).text());
        // offering it by its checksum alone does not pass for having it
        assertThat(manager.postPlainly(
                                "/api/intake/known",
                                Map.of(
                                        "sha256",
                                        hash(wav),
                                        "name",
                                        "master.wav",
                                        "folder",
                                        "",
                                        "release",
                                        0,
                                        "track",
                                        0))
                        .status())
                .isEqualTo(204);

        manager.upload("/api/releases/" + release + name, wav);
        assertThat(manager.bytes("/api/files/" + hash(wav))).isEqualTo(wav);
        assertThat(manager.get("/api/releases/" + release).text()).doesNotContain("is damaged in the file store");

        Files.delete(RunningServer.bean(FileStore.class).path(new Sha256(hash(wav))));
        assertThat(manager.get("/api/files/" + hash(wav)).text()).contains("is missing from the file store");
        manager.upload("/api/releases/" + release + name, wav);
        assertThat(manager.bytes("/api/files/" + hash(wav))).isEqualTo(wav);
    }

    @Test
    void the_background_finds_what_nobody_asked_for() throws Exception {
        byte[] wav = other(751);
        manager.upload("/api/releases/" + Client.id(manager.draft("single", "Low Shelf")) + "/files?name=m.wav", wav);
        Path stored = RunningServer.bean(FileStore.class).path(new Sha256(hash(wav)));
        Files.delete(stored);
        var jdbc = RunningServer.bean(JdbcClient.class);
        jdbc.sql("UPDATE file SET verified_at = CASE WHEN sha256 = ? THEN NULL ELSE now() END")
                .param(hash(wav))
                .update();
        RunningServer.bean(FileCare.class).run("all", null);
        assertThat(jdbc.sql("SELECT damage FROM file WHERE sha256 = ?")
                        .param(hash(wav))
                        .query(String.class)
                        .single())
                .contains("missing");
    }
}

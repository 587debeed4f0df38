package app.entrada.server.files;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.text.Sha256;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.stream.Stream;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("G1 What was received is kept unaltered, for ever")
class FilesTest {
    @TempDir
    Path folder;

    private final Client manager = RunningServer.signedIn("manager");
    private JsonNode view;
    private long id;

    @BeforeEach
    void a_release() {
        view = manager.begin("single", "Received");
        id = Client.id(view);
    }

    private byte[] wav(long seed) throws IOException {
        Path wav = folder.resolve(seed + ".wav");
        Synthesiser.write(new Piece(seed, 100, 0, false, 1.5, Piece.Layers.BEATS, 0), wav);
        return Files.readAllBytes(wav);
    }

    private Client.Answer upload(String name, byte[] file) {
        return manager.upload("/api/releases/" + id + "/files?name=" + name, file);
    }

    @Test
    void a_master_is_stored_under_its_hash_placed_and_measured_in_the_background() throws Exception {
        byte[] wav = wav(501);
        JsonNode received = upload("a.wav", wav).json();
        assertThat(received.path("place").asString()).isEqualTo("track 1");
        Sha256 sha256 = new Sha256(received.path("sha256").asString());
        assertThat(Files.readAllBytes(RunningServer.bean(FileStore.class).path(sha256)))
                .isEqualTo(wav);
        FileIndex files = RunningServer.bean(FileIndex.class);
        ReadyRelease.until(() -> files.find(sha256).orElseThrow().measured(), sha256::toString);
        var audio = files.find(sha256).orElseThrow().audio().orElseThrow();
        assertThat(audio.samples()).isEqualTo(66_150);
        assertThat(audio.fileSha256()).isEqualTo(sha256);
        assertThat(audio.sound().orElseThrow().outline()).hasSize(240);
        assertThat(manager.get("/api/files/" + sha256 + "?name=back.wav").status())
                .isEqualTo(200);
    }

    @Test
    void the_same_bytes_twice_are_known_and_kept_once() throws IOException {
        byte[] wav = wav(502);
        assertThat(upload("a.wav", wav).json().path("known").asBoolean()).isFalse();
        assertThat(upload("b.wav", wav).json().path("known").asBoolean()).isTrue();
    }

    @Test
    void a_name_is_shown_and_never_a_path() throws IOException {
        assertThat(upload("passwd%00.wav", wav(503)).status()).isEqualTo(400);
        JsonNode received = upload("..%2F..%2Fetc%2Fpasswd.wav", wav(503)).json();
        assertThat(received.path("name").asString()).isEqualTo("passwd.wav");
        assertThat(manager.get("/api/files/..%2F..%2Fsecrets").status()).isIn(400, 404);
    }

    @Test
    void a_file_over_the_limit_is_refused_with_the_limit() throws IOException {
        Client.Answer answer = upload("large.wav", new byte[9_000_001]);
        assertThat(answer.problem()).isEqualTo("too-large");
        assertThat(answer.json().path("detail").asString()).contains("9,000,000");
        try (Stream<Path> left = Files.list(RunningServer.bean(FileStore.class).workshop())) {
            // uploads that wait to be gone on with may lie there
            assertThat(left.filter(path -> path.getFileName().toString().startsWith("received")))
                    .isEmpty();
        }
    }

    static Stream<byte[]> anything() {
        SplittableRandom chance = new SplittableRandom(9);
        return Stream.of(
                        "RIFF",
                        "RIFF\0\0\0\0WAVE",
                        "RIFF\377\377\377\377WAVEdata\377\377\377\377",
                        "fLaC",
                        "\377\330\377",
                        "\211PNG\r\n\32\n",
                        "GIF89a",
                        "")
                .map(head -> {
                    byte[] start = head.getBytes(java.nio.charset.StandardCharsets.ISO_8859_1);
                    byte[] bytes = java.util.Arrays.copyOf(start, start.length + (start.length == 0 ? 0 : 400));
                    for (int i = start.length; i < bytes.length; i++) bytes[i] = (byte) chance.nextInt();
                    return bytes;
                });
    }

    @ParameterizedTest
    @MethodSource("anything")
    void any_bytes_are_taken_said_and_lead_to_no_error_of_the_server(byte[] bytes) {
        Client.Answer answer = upload("odd.bin", bytes);
        assertThat(answer.status()).isEqualTo(200);
        Sha256 sha256 = new Sha256(answer.json().path("sha256").asString());
        FileIndex files = RunningServer.bean(FileIndex.class);
        ReadyRelease.until(() -> files.find(sha256).orElseThrow().measured(), sha256::toString);
        for (String path : new String[] {"", "/copies", "/deliveries"})
            assertThat(manager.get("/api/releases/" + id + path).status()).isEqualTo(200);
        assertThat(manager.get("/api/desk").status()).isEqualTo(200);
    }

    @Test
    void a_request_that_is_no_json_or_asks_for_nothing_is_answered_with_a_problem() {
        assertThat(manager.post("/api/releases", "{nonsense").status()).isEqualTo(400);
        assertThat(manager.post("/api/releases", Map.of("kind", "opera")).status())
                .isEqualTo(422);
        assertThat(manager.get("/api/releases/999999").problem()).isEqualTo("missing");
        assertThat(manager.get("/api/files/xyz").problem()).isEqualTo("missing");
        assertThat(manager.post("/api/releases/" + id + "/copies?recipe=none", Map.of())
                        .problem())
                .isEqualTo("missing");
        assertThat(manager.post(
                                "/api/releases/" + id + "/deliveries",
                                Map.of(
                                        "destination",
                                        "lumenfold",
                                        "declaresRights",
                                        true,
                                        "password",
                                        RunningServer.PASSWORD))
                        .problem())
                .isEqualTo("not-ready");
        assertThat(manager.post(
                                "/api/releases/" + id + "/changes",
                                Map.of(
                                        "changes",
                                        List.of(Map.of("entity", "release", "target", id, "field", "release.nothing"))))
                        .status())
                .isEqualTo(422);
    }
}

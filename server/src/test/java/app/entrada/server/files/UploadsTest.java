package app.entrada.server.files;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.field.Sha256;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.Arrays;
import java.util.Base64;
import java.util.HexFormat;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
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
        String id = place.substring(place.lastIndexOf('/') + 1);
        Path part = RunningServer.bean(FileStore.class).workshop().resolve("upload-" + id + ".part");
        assertThat(part).hasSize(400);
        assertThat(manager.send("DELETE", place, Map.of("Tus-Resumable", "1.0.0"), new byte[0])
                        .status())
                .isEqualTo(204);
        assertThat(part).doesNotExist();
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
        byte[] wav = wav(704);
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
}

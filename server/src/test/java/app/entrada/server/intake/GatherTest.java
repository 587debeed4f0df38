package app.entrada.server.intake;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.demo.CoverDrawing;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("G2, G4–G7, E11 From received files to masters in their place")
class GatherTest {
    @TempDir
    Path folder;

    private final Client manager = RunningServer.signedIn("manager");

    private byte[] wav(long seed, double seconds, double voice) throws IOException {
        Path wav = folder.resolve(seed + ".wav");
        Piece piece = new Piece(seed, 104, 3, false, seconds, Piece.Layers.STRINGS, 0);
        Synthesiser.write(voice > 0 ? piece.sung(voice) : piece, wav);
        return Files.readAllBytes(wav);
    }

    /** Receives a file for a release, or with 0 for the intake through the upload protocol's last step. */
    private String receive(long release, String name, byte[] bytes) {
        if (release > 0)
            return manager.upload("/api/releases/" + release + "/files?name=" + name, bytes)
                    .json()
                    .path("sha256")
                    .asString();
        String place = manager.send(
                        "POST",
                        "/api/uploads",
                        Map.of(
                                "Upload-Length",
                                "" + bytes.length,
                                "Upload-Metadata",
                                "name " + java.util.Base64.getEncoder().encodeToString(name.getBytes(UTF_8))),
                        new byte[0])
                .headers()
                .get("location")
                .get(0);
        Client.Answer last = manager.send(
                "PATCH", place, Map.of("Upload-Offset", "0", "Content-Type", "application/offset+octet-stream"), bytes);
        byte[] said = java.util.Base64.getDecoder()
                .decode(last.headers().get("entrada-received").get(0));
        return new tools.jackson.databind.json.JsonMapper()
                .readTree(said)
                .path("sha256")
                .asString();
    }

    private JsonNode masters(long release) {
        return manager.get("/api/releases/" + release + "/masters").json();
    }

    /** An album of empty tracks with these titles. */
    private long album(String title, String... tracks) {
        JsonNode view = manager.begin("album", title);
        long id = Client.id(view);
        for (int i = 0; i < tracks.length; i++) {
            view = manager.post("/api/releases/" + id + "/tracks", Map.of()).json();
            view = manager.write(view, i + 1, "title", tracks[i]).json();
        }
        return id;
    }

    private void measured(long release, int proposals) {
        ReadyRelease.until(
                () -> {
                    int count = 0;
                    for (JsonNode row : masters(release).path("rows"))
                        if (row.path("proposal").isObject()) count++;
                    return count == proposals;
                },
                () -> masters(release).toString());
    }

    @Test
    void files_are_proposed_and_only_confirmed_ones_are_masters() throws IOException {
        long id = album("Proposed", "Neap", "Undertow", "Gannet");
        receive(id, "02_Undertow_FINAL.wav", wav(811, 3, 0));
        receive(id, "01_Neap_FINAL.wav", wav(812, 4, 0));
        measured(id, 2);
        JsonNode view = masters(id);
        assertThat(view.path("certain").asInt()).isEqualTo(2);
        JsonNode first = view.path("rows").path(0);
        assertThat(first.path("file").isNull()).isTrue();
        assertThat(first.path("proposal").path("file").path("name").asString()).isEqualTo("01_Neap_FINAL.wav");
        assertThat(first.path("proposal").path("name").asDouble()).isEqualTo(1);
        assertThat(first.path("proposal").path("sound").isNull()).isTrue();
        assertThat(manager.get("/api/releases/" + id).text()).contains("but not confirmed");
        JsonNode after = manager.post(
                        "/api/releases/" + id + "/placements", Map.of("certain", true, "placements", List.of()))
                .json();
        assertThat(after.path("rows").path(0).path("file").path("name").asString())
                .isEqualTo("01_Neap_FINAL.wav");
        assertThat(after.path("rows").path(1).path("file").path("name").asString())
                .isEqualTo("02_Undertow_FINAL.wav");
        assertThat(after.path("rows").path(2).path("file").isNull()).isTrue();
        // one move back for both
        manager.post("/api/releases/" + id + "/undo", Map.of());
        assertThat(masters(id).path("certain").asInt()).isEqualTo(2);
        assertThat(manager.post(
                                "/api/releases/" + id + "/placements",
                                Map.of("certain", false, "placements", List.of()))
                        .status())
                .isEqualTo(409);
    }

    @Test
    void known_sound_is_recognised_in_other_bytes_and_its_recording_can_be_used_again() throws Exception {
        byte[] wav = wav(821, 24, 0);
        JsonNode single = manager.begin("single", "First Home");
        receive(Client.id(single), "home.wav", wav);
        String code = Client.cell(single, 1, "isrc").path("value").asString();
        long id = album("Second Home", "Again", "Afterwards");
        // the same samples with a chunk behind them: other bytes, the same sound
        byte[] other = java.util.Arrays.copyOf(wav, wav.length + 12);
        System.arraycopy("note\4\0\0\0abcd".getBytes(UTF_8), 0, other, wav.length, 12);
        receive(id, "bounce.wav", other);
        ReadyRelease.until(
                () -> masters(id).toString().contains("the same recording as “First Home”"),
                () -> masters(id).toString());
        JsonNode loose = masters(id).path("loose").path(0);
        JsonNode alike = loose.path("alike").path(0);
        assertThat(alike.path("verdict").asString()).isEqualTo("same");
        long track = masters(id).path("rows").path(0).path("trackId").asLong();
        manager.post(
                "/api/releases/" + id + "/reuse",
                Map.of(
                        "track",
                        track,
                        "recording",
                        alike.path("recording").asLong(),
                        "file",
                        loose.path("sha256").asString()));
        JsonNode view = manager.get("/api/releases/" + id).json();
        assertThat(Client.cell(view, 1, "isrc").path("value").asString()).isEqualTo(code);
        assertThat(Client.cell(view, 1, "title").path("value").asString()).isEqualTo("Again");
        assertThat(masters(id)
                        .path("rows")
                        .path(0)
                        .path("beside")
                        .path(0)
                        .path("name")
                        .asString())
                .isEqualTo("bounce.wav");
    }

    @Test
    void an_instrumental_is_told_from_the_sung_version_with_the_stretch() throws IOException {
        long sung = Client.id(manager.begin("single", "Sung"));
        long plain = Client.id(manager.begin("single", "Unsung"));
        receive(sung, "sung.wav", wav(831, 40, 20));
        receive(plain, "plain.wav", wav(831, 40, 0));
        ReadyRelease.until(
                () -> masters(plain).toString().contains("another version of"),
                () -> masters(plain).toString());
        JsonNode alike =
                masters(plain).path("rows").path(0).path("file").path("alike").path(0);
        assertThat(alike.path("verdict").asString()).isEqualTo("other-version");
        double from = alike.path("differs").path(0).path("from").asDouble();
        // the voice enters at 20 s, softly
        assertThat(from).isBetween(19.0, 30.0);
        assertThat(manager.get("/api/releases/" + plain).text()).contains("and differs elsewhere");
    }

    @Test
    void a_release_is_made_of_files_and_its_papers_find_their_tracks() throws IOException {
        List<String> files = new ArrayList<>();
        files.add(receive(0, "02 Mooring.wav", wav(841, 3, 0)));
        files.add(receive(0, "01 Inlet.wav", wav(842, 3.5, 0)));
        files.add(receive(0, "Inlet lyrics.txt", "low over water, once again".getBytes(UTF_8)));
        ReadyRelease.until(
                () -> manager.post("/api/intake/draft", Map.of("files", files)).status() == 200,
                () -> manager.post("/api/intake/draft", Map.of("files", files)).text());
        JsonNode draft =
                manager.post("/api/intake/draft", Map.of("files", files)).json();
        assertThat(draft.path("tracks").findValuesAsString("title")).containsExactly("Inlet", "Mooring");
        assertThat(draft.path("others").path(0).path("goes").asString()).isEqualTo("lyrics of track 1");
        long id = manager.post(
                        "/api/intake/release",
                        Map.of("files", files, "title", "Quay Songs", "artists", "Mira Tollgate", "kind", "single"))
                .json()
                .path("id")
                .asLong();
        JsonNode view = masters(id);
        assertThat(view.path("rows").findValuesAsString("title")).containsExactly("Inlet", "Mooring");
        assertThat(view.path("certain").asInt()).isEqualTo(2);
        assertThat(view.path("rows")
                        .path(0)
                        .path("beside")
                        .path(0)
                        .path("belongs")
                        .asString())
                .isEqualTo("lyrics");
        assertThat(manager.get("/api/intake").text()).doesNotContain("Mooring");
        assertThat(manager.post("/api/intake/draft", Map.of("files", files)).problem())
                .isEqualTo("gone-meanwhile");
    }

    @Test
    void pictures_of_a_heap_keep_what_their_names_say_that_they_show() throws IOException {
        List<String> files = new ArrayList<>();
        files.add(receive(0, "01 Wharf.wav", wav(861, 3, 0)));
        Map<String, String> pictures = new java.util.LinkedHashMap<>();
        for (String name : List.of("Wharf back.jpg", "Wharf front.jpg", "Wharf booklet.jpg")) {
            Path picture = folder.resolve(name);
            CoverDrawing.write(picture, 800, 861 + pictures.size(), CoverDrawing.Style.TIDE, List.of("WHARF"));
            pictures.put(name, receive(0, name, Files.readAllBytes(picture)));
        }
        files.addAll(pictures.values());
        ReadyRelease.until(
                () -> manager.post("/api/intake/draft", Map.of("files", files)).status() == 200,
                () -> manager.post("/api/intake/draft", Map.of("files", files)).text());
        long id = manager.post(
                        "/api/intake/release",
                        Map.of("files", files, "title", "Wharf", "artists", "Mira Tollgate", "kind", "single"))
                .json()
                .path("id")
                .asLong();
        JsonNode shown = manager.get("/api/releases/" + id + "/pictures").json().path("pictures");
        Map<String, String> kinds = new java.util.HashMap<>();
        for (JsonNode each : shown)
            kinds.put(each.path("sha256").asString(), each.path("kind").asString());
        assertThat(kinds)
                .hasSize(3)
                .containsEntry(pictures.get("Wharf front.jpg"), "front")
                .containsEntry(pictures.get("Wharf back.jpg"), "back")
                .containsEntry(pictures.get("Wharf booklet.jpg"), "booklet");
    }

    @Test
    void sound_is_heard_from_anywhere_and_its_outline_drawn() throws IOException {
        long id = Client.id(manager.begin("single", "Heard"));
        String sha256 = receive(id, "heard.wav", wav(851, 6, 0));
        ReadyRelease.until(
                () -> manager.get("/api/files/" + sha256 + "/waveform").status() == 200,
                () -> manager.get("/api/files/" + sha256 + "/waveform").text());
        Client.Answer part = manager.send(
                "GET", "/api/files/" + sha256 + "/sound?form=preview", Map.of("Range", "bytes=100-199"), new byte[0]);
        assertThat(part.status()).isEqualTo(206);
        assertThat(part.headers().get("content-length")).containsExactly("100");
        assertThat(part.headers().get("content-type")).containsExactly("audio/mpeg");
        Client.Answer original = manager.send(
                "GET", "/api/files/" + sha256 + "/sound?form=original", Map.of("Range", "bytes=0-3"), new byte[0]);
        assertThat(original.text()).isEqualTo("RIFF");
        assertThat(manager.get("/api/files/" + "0".repeat(64) + "/sound").status())
                .isEqualTo(404);
    }

    @Test
    void any_file_can_be_looked_at_without_being_kept() throws IOException {
        byte[] wav = wav(861, 1, 0);
        JsonNode seen = manager.upload("/api/inspect?name=a.wav", wav).json();
        assertThat(seen.path("format").asString()).isEqualTo("WAV");
        assertThat(seen.path("samples").asLong()).isEqualTo(44_100);
        assertThat(manager.get("/api/files/" + seen.path("sha256").asString()).status())
                .isEqualTo(404);
        Client.Answer none = manager.upload("/api/inspect?name=a.wav", "Dear label".getBytes(UTF_8));
        assertThat(none.status()).isEqualTo(422);
        assertThat(none.text()).contains("cannot be read as an audio file", "Nothing was saved");
    }
}

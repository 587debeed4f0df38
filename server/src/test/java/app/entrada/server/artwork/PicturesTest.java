package app.entrada.server.artwork;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.demo.CoverDrawing;
import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("E4 A picture has a kind, and a front cover is never replaced without a word")
class PicturesTest {
    private final Client manager = RunningServer.signedIn("manager");

    private void upload(long release, String name, long seed) throws IOException {
        Path file = Files.createTempFile("picture", ".jpg");
        CoverDrawing.write(file, 700, seed, CoverDrawing.Style.BLOCKS, List.of(name));
        manager.upload("/api/releases/" + release + "/files?name=" + name, Files.readAllBytes(file));
    }

    private JsonNode pictures(long release) {
        return manager.get("/api/releases/" + release + "/pictures").json();
    }

    private JsonNode say(long release, String sha256, String kind, Integer position) {
        Map<String, Object> shows = new HashMap<>();
        shows.put("kind", kind);
        shows.put("position", position);
        Client.Answer answer = manager.postPlainly("/api/releases/" + release + "/pictures/" + sha256, shows);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static List<String> kinds(JsonNode view) {
        return view.path("pictures")
                .valueStream()
                .map(each -> each.path("kind").asString("none"))
                .toList();
    }

    @Test
    void a_second_picture_waits_until_somebody_says_what_it_shows() throws IOException {
        long id = Client.id(manager.begin("single", "Two Pictures"));
        upload(id, "front.jpg", 7001);
        ReadyRelease.until(
                () -> pictures(id).path("hasFront").asBoolean(),
                () -> pictures(id).toString());
        String front = pictures(id).path("pictures").path(0).path("sha256").asString();
        upload(id, "press-shot.jpg", 7002);
        upload(id, "other.jpg", 7003);
        ReadyRelease.until(
                () -> pictures(id).path("pictures").size() == 3,
                () -> pictures(id).toString());
        JsonNode view = pictures(id);
        assertThat(view.path("pictures").path(0).path("sha256").asString()).isEqualTo(front);
        assertThat(kinds(view)).as("a name that says it is believed").containsExactly("front", "artist", "none");

        String second = view.path("pictures").path(1).path("sha256").asString();
        String third = view.path("pictures").path(2).path("sha256").asString();
        view = say(id, third, "back", 0);
        assertThat(kinds(view)).containsExactly("front", "back", "artist");

        // another front, by somebody's word: the old one is still to be had
        view = say(id, third, "front", null);
        assertThat(view.path("pictures").path(0).path("sha256").asString()).isEqualTo(third);
        assertThat(view.path("pictures")
                        .valueStream()
                        .map(each -> each.path("sha256").asString()))
                .contains(front);
        view = say(id, second, null, null);
        assertThat(kinds(view)).doesNotContain("artist");
    }
}

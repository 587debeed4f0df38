package app.entrada.server.works;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.nio.charset.StandardCharsets;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("K5 A document permits one use of one original, once a person has said so")
class PermissionsTest {
    private static final byte[] PAPER = "%PDF-1.4\n%%EOF\n".getBytes(StandardCharsets.ISO_8859_1);

    private final Client manager = RunningServer.signedIn("manager");

    private boolean stopped(long release) {
        for (JsonNode finding : manager.get("/api/releases/" + release).json().path("findings"))
            if (finding.path("rule").asString().equals("sample.uncleared")) return true;
        return false;
    }

    @Test
    void a_file_s_name_permits_nothing_and_a_confirmation_only_what_it_is_for() {
        JsonNode view = manager.begin("single", "Borrowed Bells");
        long id = Client.id(view);
        Client.Answer written = manager.write(
                view, 1, "origins", "sample: Ferry Bell / Tomas Reedmace; sample: Night Toll / Ada Fenwright");
        assertThat(written.status()).as(written.text()).isEqualTo(200);
        assertThat(manager.destinations(id, "lumenfold").status()).isEqualTo(200);
        assertThat(stopped(id)).isTrue();

        String path = "/api/releases/" + id + "/permissions";
        manager.upload("/api/releases/" + id + "/files?name=permission%20for%20everything.pdf", PAPER);
        assertThat(stopped(id)).as("a name clears nothing").isTrue();

        JsonNode asked = manager.get(path).json();
        assertThat(asked.path("lines")).hasSize(2);
        long document = asked.path("documents").path(0).path("id").asLong();
        confirm(path, asked.path("lines").path(0).path("needed"), document, "Reedmace Estate");
        assertThat(stopped(id)).as("the other original is not permitted").isTrue();
        JsonNode both = confirm(path, asked.path("lines").path(1).path("needed"), document, "Ada Fenwright");
        assertThat(stopped(id)).isFalse();
        assertThat(both.path("lines").path(0).path("confirmed").path("party").asString())
                .isEqualTo("Reedmace Estate");
        assertThat(both.path("lines").path(0).path("confirmed").path("by").asString())
                .isEqualTo("manager");

        confirm(path, asked.path("lines").path(0).path("needed"), 0, "");
        assertThat(stopped(id)).as("taken back").isTrue();
    }

    @Test
    void what_is_not_named_or_not_there_is_refused() {
        JsonNode view = manager.begin("single", "Unasked");
        long id = Client.id(view);
        Client.Answer answer = manager.postPlainly(
                "/api/releases/" + id + "/permissions",
                Map.of("work", 1, "recording", 0, "use", "sample", "title", "Nothing", "document", 1, "party", "X"));
        assertThat(answer.problem()).isEqualTo("not-needed");
        assertThat(RunningServer.signedIn("reader")
                        .postPlainly("/api/releases/" + id + "/permissions", Map.of())
                        .status())
                .isEqualTo(403);
    }

    private JsonNode confirm(String path, JsonNode needed, long document, String party) {
        Client.Answer answer = manager.postPlainly(
                path,
                Map.of(
                        "work", needed.path("work").asLong(),
                        "recording", needed.path("recording").asLong(),
                        "use", needed.path("use").asString(),
                        "title", needed.path("title").asString(),
                        "document", document,
                        "party", party));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }
}

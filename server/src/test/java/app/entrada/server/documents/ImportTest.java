package app.entrada.server.documents;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName(
        "C12 What a document says otherwise than the catalogue is told, and a known recording is the known recording")
class ImportTest {
    private final Client manager = RunningServer.signedIn("manager");

    private Client.Answer read(String document) {
        return manager.postPlainly("/api/documents", Map.of("text", document));
    }

    @Test
    void a_known_code_is_the_known_recording_and_what_differs_is_left_and_told() {
        JsonNode first = read("""
                {"entrada": 1, "release": {"title": "First Sluice", "kind": "single"},
                 "tracks": [{"title": "Sluice", "isrc": "XANW92688001", "recordedOn": "2025-05", "writers": "Tamsin Quoyle"}],
                 "people": [{"name": "Tamsin Quoyle", "legalName": "Thomasina Quoyle"}]}
                """).json();
        assertThat(first.path("left")).isEmpty();
        JsonNode second = read("""
                {"entrada": 1, "release": {"title": "Second Sluice", "kind": "single"},
                 "tracks": [{"title": "Sluice", "isrc": "XANW92688001", "recordedOn": "2024-01"}],
                 "people": [{"name": "Tamsin Quoyle", "legalName": "Tess Quoyle"}]}
                """).json();
        long one =
                first.path("release").path("rows").path(1).path("recordingId").asLong();
        assertThat(second.path("release")
                        .path("rows")
                        .path(1)
                        .path("recordingId")
                        .asLong())
                .isPositive()
                .isEqualTo(one);
        assertThat(Client.cell(second.path("release"), 1, "recordedOn")
                        .path("value")
                        .asString())
                .isEqualTo("2025-05");
        assertThat(second.path("left").toString()).contains("2024-01", "Tess Quoyle");
    }

    @Test
    void a_key_that_the_schema_does_not_know_is_refused_with_its_place() {
        for (String document : new String[] {
            "{\"entrada\": 1, \"release\": {\"title\": \"X\"}, \"tracks\": [], \"flotsam\": 1}",
            "{\"entrada\": 1, \"label\": {\"flotsam\": \"x\"}, \"release\": {\"title\": \"X\"}, \"tracks\": []}",
            "{\"entrada\": 1, \"release\": {\"title\": \"X\"}, \"tracks\": [{\"title\": \"X\", \"flotsam\": \"x\"}]}"
        }) {
            Client.Answer answer = read(document);
            assertThat(answer.status()).as(document).isEqualTo(422);
            assertThat(answer.text()).contains("flotsam");
        }
    }
}

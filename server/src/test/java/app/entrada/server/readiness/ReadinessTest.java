package app.entrada.server.readiness;

import static app.entrada.server.Client.cell;
import static app.entrada.server.Client.id;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@DisplayName("K2–K4, K9, S9 The readiness board")
@ExtendWith(RunningServer.class)
class ReadinessTest {
    private final Client manager = RunningServer.signedIn("manager");

    private JsonNode board(JsonNode view) {
        return manager.get("/api/releases/" + id(view) + "/readiness").json();
    }

    private static JsonNode finding(JsonNode board, String id) {
        for (JsonNode each : board.path("findings"))
            if (each.path("id").asString().equals(id)) return each;
        return board.path("none");
    }

    private static JsonNode destination(JsonNode board, String id) {
        for (JsonNode each : board.path("destinations"))
            if (each.path("id").asString().equals(id)) return each;
        return board.path("none");
    }

    private JsonNode sendTo(JsonNode view, String ids) {
        Map<String, Object> change = new java.util.HashMap<>(
                Map.of("entity", "release", "target", id(view), "field", "release.destinations", "after", ids));
        return manager.post(
                        "/api/releases/" + id(view) + "/changes",
                        Map.of("says", "Destinations", "source", "typed", "changes", List.of(change)))
                .json();
    }

    @Test
    void a_release_is_checked_against_the_destinations_it_is_meant_for() {
        JsonNode view = manager.begin("single", "Meant");
        assertThat(destination(board(view), "ostra").path("meant").asBoolean()).isFalse();
        assertThat(view.path("findings").toString()).doesNotContain("work.no-writer");
        view = sendTo(view, "lumenfold; ostra");
        assertThat(view.path("findings").toString()).contains("work.no-writer");
        assertThat(view.path("head").path("marks")).hasSize(2);
        JsonNode board = board(view);
        assertThat(destination(board, "ostra").path("stops").asInt()).isPositive();
        assertThat(board.path("families").toString()).contains("Works, shares");
    }

    @Test
    void a_destination_that_the_release_does_not_name_is_asked_all_the_same_before_anything_is_sent() {
        JsonNode view = sendTo(manager.begin("single", "Elsewhere"), "pebblewave");
        Client.Answer sent = manager.post(
                "/api/releases/" + id(view) + "/deliveries",
                Map.of("destination", "lumenfold", "declaresRights", true, "password", RunningServer.PASSWORD));
        assertThat(sent.problem()).isEqualTo("not-ready");
        assertThat(sent.text()).contains("findings stop the delivery");
    }

    @Test
    void a_risk_is_taken_with_a_reason_and_comes_back_when_the_fact_changes() {
        JsonNode view = manager.begin("single", "LOUD TITLE");
        String path = "/api/releases/" + id(view) + "/readiness/risks";
        String risk = "title.all-caps@track.title:track 1";
        assertThat(finding(board(view), risk).path("accepted").isNull()).isTrue();
        assertThat(manager.post(path, Map.of("findings", List.of(risk), "reason", " "))
                        .problem())
                .isEqualTo("no-reason");
        JsonNode board = manager.post(path, Map.of("findings", List.of(risk), "reason", "Written so on the sleeve"))
                .json();
        assertThat(finding(board, risk).path("accepted").path("reason").asString())
                .isEqualTo("Written so on the sleeve");
        assertThat(finding(board, risk).path("accepted").path("by").asString()).isEqualTo("manager");
        int risks = destination(board, "lumenfold").path("risks").asInt();
        manager.write(view, 1, "title", "LOUDER TITLE");
        board = board(view);
        assertThat(finding(board, risk).path("accepted").isNull())
                .as("another value, another question")
                .isTrue();
        assertThat(destination(board, "lumenfold").path("risks").asInt()).isGreaterThan(risks);
        manager.post("/api/releases/" + id(view) + "/undo", Map.of());
        assertThat(finding(board(view), risk).path("accepted").isNull())
                .as("the same value again")
                .isFalse();
        String stop = "artist.missing@release.artists:release";
        assertThat(manager.post(path, Map.of("findings", List.of(stop), "reason", "never mind"))
                        .problem())
                .isEqualTo("stops");
        assertThat(RunningServer.signedIn("reader")
                        .post(path, Map.of("findings", List.of(risk), "reason", "reading only"))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void risks_of_one_kind_are_taken_together_or_not_at_all_and_count_as_one_thing() {
        JsonNode view = manager.begin("single", "LOUD TITLE");
        String path = "/api/releases/" + id(view);
        view = manager.post(path + "/tracks", Map.of()).json();
        view = manager.write(view, 2, "title", "Low Bridge").json();
        int before = destination(board(view), "lumenfold").path("risks").asInt();
        manager.write(view, 2, "title", "LOUDER TITLE");
        assertThat(destination(board(view), "lumenfold").path("risks").asInt()).isEqualTo(before);
        String one = "title.all-caps@track.title:track 1";
        String other = "title.all-caps@track.title:track 2";
        assertThat(manager.post(
                                path + "/readiness/risks",
                                Map.of("findings", List.of(one, "gone@track.title:track 9"), "reason", "On the sleeve"))
                        .problem())
                .isEqualTo("finding-gone");
        assertThat(finding(board(view), one).path("accepted").isNull()).isTrue();
        JsonNode board = manager.post(
                        path + "/readiness/risks", Map.of("findings", List.of(one, other), "reason", "On the sleeve"))
                .json();
        assertThat(finding(board, one).path("accepted").path("reason").asString())
                .isEqualTo("On the sleeve");
        assertThat(finding(board, other).path("accepted").isNull()).isFalse();
        assertThat(destination(board, "lumenfold").path("risks").asInt()).isEqualTo(before - 1);
        manager.post(path + "/readiness/risks/withdraw", Map.of("findings", List.of(one, other)));
        assertThat(destination(board(view), "lumenfold").path("risks").asInt()).isEqualTo(before);
    }

    @Test
    void all_safe_fixes_are_seen_first_and_are_one_undo() {
        JsonNode view = manager.begin("EP", "Fixes");
        String path = "/api/releases/" + id(view);
        for (int i = 0; i < 2; i++)
            view = manager.post(path + "/tracks", Map.of()).json();
        view = manager.write(view, 1, "title", "SLACK  WATER (feat. Petra Vann)")
                .json();
        view = manager.write(view, 2, "title", "LOW BRIDGE").json();
        List<String> all = new ArrayList<>();
        for (JsonNode each : board(view).path("fixable")) all.add(each.asString());
        JsonNode plan =
                manager.post(path + "/readiness/plan", Map.of("findings", all)).json();
        assertThat(plan.path("lines").toString())
                .contains("\"before\":\"SLACK  WATER (feat. Petra Vann)\",\"after\":\"Slack Water\"")
                .contains("Petra Vann");
        assertThat(cell(manager.get(path).json(), 2, "title").path("value").asString())
                .isEqualTo("LOW BRIDGE");
        JsonNode mended =
                manager.post(path + "/readiness/fixes", Map.of("findings", all)).json();
        assertThat(cell(mended, 1, "title").path("value").asString()).isEqualTo("Slack Water");
        assertThat(cell(mended, 1, "featured").path("value").asString()).isEqualTo("Petra Vann");
        assertThat(cell(mended, 2, "title").path("value").asString()).isEqualTo("Low Bridge");
        assertThat(cell(mended, 2, "isrc").path("value").asString()).startsWith("XANW9");
        JsonNode back = manager.post(path + "/undo", Map.of()).json();
        assertThat(back.path("rows").toString()).isEqualTo(view.path("rows").toString());
        assertThat(manager.post(path + "/readiness/fixes", Map.of("findings", List.of("no@such")))
                        .problem())
                .isEqualTo("nothing-to-fix");
    }

    @Test
    void a_date_says_which_destinations_it_loses() {
        JsonNode view =
                sendTo(manager.begin("single", "Soon"), "lumenfold; crate-and-lantern; ferrous-lane; pebblewave");
        String today = manager.get("/api/desk").json().path("today").asString();
        java.time.LocalDate day = java.time.LocalDate.parse(today).plusDays(14);
        manager.write(view, 0, "releaseDate", day.toString());
        JsonNode board = board(view);
        assertThat(destination(board, "lumenfold").path("standing").asString()).isEqualTo("EXPRESS");
        assertThat(destination(board, "lumenfold").path("says").asString()).contains("40 EUR");
        assertThat(destination(board, "crate-and-lantern").path("standing").asString())
                .isEqualTo("IN_TIME");
        assertThat(destination(board, "ferrous-lane").path("standing").asString())
                .isEqualTo("LOST");
        assertThat(destination(board, "ferrous-lane").path("earliest").asString())
                .isEqualTo(java.time.LocalDate.parse(today).plusDays(42).toString());
    }

    @Test
    void a_label_adjusts_a_destination_s_rules_from_a_day_on_and_goes_back_to_the_shipped_ones() {
        JsonNode view = sendTo(manager.begin("single", "A Title of Twenty-Nine Letters"), "pebblewave");
        assertThat(view.path("findings").toString()).doesNotContain("title.too-long");
        Map<String, Object> rules = Map.of(
                "dated",
                "2020-01-01",
                "leadDays",
                2,
                "rules",
                List.of(Map.of("id", "title.too-long", "weight", "risk", "limits", Map.of("max", "12"))));
        assertThat(RunningServer.signedIn("assistant")
                        .put("/api/destinations/pebblewave/rules", rules)
                        .status())
                .isEqualTo(403);
        JsonNode adjusted =
                manager.put("/api/destinations/pebblewave/rules", rules).json();
        try {
            assertThat(adjusted.path("ownFrom").asString()).isEqualTo("2020-01-01");
            assertThat(adjusted.path("rules")).hasSize(1);
            String findings = board(view).path("findings").toString();
            assertThat(findings)
                    .contains("title.too-long")
                    .contains("at most 12")
                    .doesNotContain("artwork.missing");
            Client.Answer wrong = manager.put(
                    "/api/destinations/pebblewave/rules",
                    Map.of(
                            "dated",
                            "2020-01-01",
                            "leadDays",
                            2,
                            "rules",
                            List.of(Map.of(
                                    "id", "title.too-long", "weight", "risk", "limits", Map.of("max", "many")))));
            assertThat(wrong.problem()).isEqualTo("malformed-rules");
            assertThat(wrong.text()).contains("expected: a number");
        } finally {
            manager.delete("/api/destinations/pebblewave/rules");
        }
        assertThat(board(view).path("findings").toString()).contains("artwork.missing");
    }

    @Test
    void a_cover_is_made_anew_under_a_ceiling_and_undo_brings_the_old_one_back() throws IOException {
        long id = ReadyRelease.make(manager, "Derived");
        String path = "/api/releases/" + id + "/artwork";
        JsonNode before = manager.get(path).json();
        assertThat(before.path("state").asString()).isEqualTo("whole");
        JsonNode asked = before.path("asks").path(0);
        assertThat(before.path("asks")).hasSize(1);
        assertThat(asked.path("name").asString()).isEqualTo("Lumenfold");
        assertThat(asked.path("minPixels").asInt()).isEqualTo(3000);
        assertThat(asked.path("fails")).isEmpty();
        assertThat(asked.path("readiness").asString()).isEqualTo("ready");
        JsonNode pictures =
                manager.get("/api/releases/" + id + "/pictures").json().path("pictures");
        assertThat(pictures.path(0).path("goes").path(0).asString()).isEqualTo("Lumenfold");
        JsonNode view = manager.post(
                        path, Map.of("x", 0, "y", 0, "size", 1500, "side", 900, "bytes", 60_000, "says", "Cropped"))
                .json();
        JsonNode after = manager.get(path).json();
        assertThat(after.path("width").asInt())
                .isLessThanOrEqualTo(900)
                .isEqualTo(after.path("height").asInt());
        assertThat(after.path("bytes").asLong()).isLessThanOrEqualTo(60_000);
        assertThat(after.path("colours").asString()).isEqualTo("RGB");
        assertThat(view.path("findings").toString()).contains("artwork.pixels");
        JsonNode small = after.path("asks").path(0);
        assertThat(small.path("fails").toString()).isEqualTo("[\"pixels\"]");
        assertThat(small.path("readiness").asString()).isEqualTo("stop");
        // nothing is ever enlarged
        assertThat(small.path("made").isNull()).isTrue();
        manager.post("/api/releases/" + id + "/undo", Map.of());
        assertThat(manager.get(path).json().path("sha256")).isEqualTo(before.path("sha256"));
        assertThat(manager.get(path + "/derived?side=-4").status()).isEqualTo(422);
    }
}

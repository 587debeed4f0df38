package app.entrada.server.hold;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("Several write at the same moment, and no value is lost without a word")
class TogetherTest {
    private final Client manager = RunningServer.signedIn("manager");

    /** Values that were written over something else than what their writer saw; there must be none. */
    private static List<String> lost(String entity, long target, String field) {
        record Step(String before, String after) {}
        List<Step> steps = RunningServer.bean(JdbcClient.class)
                .sql("""
                        SELECT before, after FROM change WHERE entity = ? AND target_id = ? AND field = ?
                        ORDER BY batch_id, position""")
                .params(entity, target, field)
                .query((row, n) -> new Step(row.getString("before"), row.getString("after")))
                .list();
        List<String> lost = new ArrayList<>();
        String stands = null;
        for (Step step : steps) {
            if (stands != null && !stands.equals(step.before)) lost.add(stands + " ≠ " + step.before);
            stands = step.after;
        }
        return lost;
    }

    @Test
    void two_releases_that_show_one_recording() throws Exception {
        JsonNode single = manager.begin("single", "Slack Water");
        JsonNode album = manager.draft("album", "Towpath Songs");
        long recording = Client.target(single, 1, "isrc");
        manager.post("/api/releases/" + Client.id(album) + "/recordings", Map.of("tracks", List.of(Client.target(single, 1, "title"))));
        JsonNode view = manager.get("/api/releases/" + Client.id(album)).json();
        long onAlbum = 0;
        int row = 0;
        for (JsonNode each : view.path("rows")) {
            if (each.path("recordingId").asLong() == recording) onAlbum = row;
            row++;
        }
        assertThat(onAlbum).as(view.path("rows").toString()).isPositive();
        var hands = Executors.newFixedThreadPool(8);
        List<Future<Integer>> answers = new ArrayList<>();
        for (int hand = 0; hand < 8; hand++) {
            int number = hand;
            long release = hand % 2 == 0 ? Client.id(single) : Client.id(album);
            answers.add(hands.submit(() -> {
                Client client = RunningServer.signedIn("manager");
                int taken = 0;
                for (int i = 0; i < 12; i++) {
                    String seen = RunningServer.bean(JdbcClient.class)
                            .sql("SELECT coalesce(p_line, '') FROM recording WHERE id = ?")
                            .param(recording)
                            .query(String.class)
                            .single();
                    Map<String, Object> change = new java.util.HashMap<>(Map.of(
                            "entity", "recording", "target", recording, "field", "recording.pLine",
                            "after", "2027 Ninth Weir Records %d.%d".formatted(number, i)));
                    change.put("before", seen.isEmpty() ? null : seen);
                    Client.Answer answer = client.postPlainly(
                            "/api/releases/" + release + "/changes",
                            Map.of("says", "P-line", "source", "typed", "changes", List.of(change)));
                    assertThat(answer.status()).as(answer.text()).isIn(200, 409);
                    if (answer.status() == 200) taken++;
                }
                return taken;
            }));
        }
        int taken = 0;
        for (Future<Integer> each : answers) taken += each.get(120, TimeUnit.SECONDS);
        hands.shutdown();
        assertThat(taken).isPositive();
        assertThat(lost("recording", recording, "recording.pLine")).isEmpty();
    }

    @Test
    void merging_people_while_somebody_credits_them() throws Exception {
        JsonNode view = manager.draft("single", "Low Bridge");
        long release = Client.id(view);
        JdbcClient jdbc = RunningServer.bean(JdbcClient.class);
        var hands = Executors.newFixedThreadPool(2);
        for (int round = 0; round < 8; round++) {
            String one = "Wessel Aldgate " + round;
            String other = "Wessel Aldgatte " + round;
            JsonNode now = manager.get("/api/releases/" + release).json();
            manager.write(now, 1, "writers", one + "; " + other + " B");
            now = manager.get("/api/releases/" + release).json();
            manager.write(now, 1, "credits", other + ": vocals");
            JsonNode seen = manager.get("/api/releases/" + release).json();
            long from = id(jdbc, other);
            long into = id(jdbc, one);
            Client hers = RunningServer.signedIn("manager");
            Future<Client.Answer> merged =
                    hands.submit(() -> manager.postPlainly("/api/people/" + from + "/merge", Map.of("into", into)));
            String mine = other + ": vocals, guitar";
            Future<Client.Answer> written = hands.submit(() -> hers.write(seen, 1, "credits", mine));
            Client.Answer merge = merged.get(60, TimeUnit.SECONDS);
            Client.Answer write = written.get(60, TimeUnit.SECONDS);
            assertThat(merge.status()).as(merge.text()).isIn(200, 409);
            assertThat(write.status()).as(write.text()).isIn(200, 409);
            String stands = Client.cell(
                            manager.get("/api/releases/" + release).json(), 1, "credits")
                    .path("value")
                    .asString();
            if (write.status() == 200) assertThat(stands).contains("guitar");
            if (merge.status() == 200)
                assertThat(stands).as("the one who is merged stands nowhere").startsWith(one + ":");
        }
        hands.shutdown();
    }

    private static long id(JdbcClient jdbc, String name) {
        return jdbc.sql("SELECT id FROM party WHERE name = ?")
                .param(name)
                .query(Long.class)
                .single();
    }
}

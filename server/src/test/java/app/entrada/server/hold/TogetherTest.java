package app.entrada.server.hold;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.facts.ChangeService;
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
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("Several write at the same moment, and no value is lost without a word")
class TogetherTest {
    private final Client manager = RunningServer.signedIn("manager");

    @Test
    void two_releases_that_show_one_recording() throws Exception {
        JsonNode single = manager.begin("single", "Slack Water");
        JsonNode album = manager.draft("album", "Towpath Songs");
        long recording = Client.target(single, 1, "isrc");
        manager.post(
                "/api/releases/" + Client.id(album) + "/recordings",
                Map.of("tracks", List.of(Client.target(single, 1, "title"))));
        JsonNode view = manager.get("/api/releases/" + Client.id(album)).json();
        long onAlbum = 0;
        int row = 0;
        for (JsonNode each : view.path("rows")) {
            if (each.path("recordingId").asLong() == recording) onAlbum = row;
            row++;
        }
        assertThat(onAlbum).as(view.path("rows").toString()).isPositive();
        Map<String, Object> change = pLine(recording, "2027 Low Shelf Records");
        JdbcClient jdbc = RunningServer.bean(JdbcClient.class);
        var hands = Executors.newSingleThreadExecutor();
        // the first has written and not yet committed when the second, who saw the same, writes
        Future<Client.Answer> second = RunningServer.bean(TransactionTemplate.class)
                .execute(status -> {
                    RunningServer.bean(ChangeService.class)
                            .apply(
                                    Client.id(single),
                                    new ChangeService.Batch(
                                            "P-line",
                                            ChangeSource.TYPED,
                                            List.of(new Change(
                                                    new Ref(Entity.RECORDING, recording),
                                                    Fields.RECORDING_P_LINE,
                                                    stored(recording),
                                                    "2027 Ninth Weir Records"))),
                                    RunningServer.bean(AccountService.class).named("manager"));
                    Future<Client.Answer> writing = hands.submit(() -> manager.postPlainly(
                            "/api/releases/" + Client.id(album) + "/changes",
                            Map.of("says", "P-line", "source", "typed", "changes", List.of(change))));
                    while (jdbc.sql("SELECT count(*) FROM pg_locks WHERE NOT granted")
                                    .query(Integer.class)
                                    .single()
                            == 0) assertThat(writing.isDone()).isFalse();
                    return writing;
                });
        assertThat(second.get(30, TimeUnit.SECONDS).problem()).isEqualTo("changed-meanwhile");
        assertThat(stored(recording)).isEqualTo("2027 Ninth Weir Records");
        hands.shutdown();
    }

    @Test
    void those_who_stand_in_each_other_s_way_are_never_sent_away_as_busy() throws Exception {
        JsonNode single = manager.begin("single", "Wrack Line");
        long recording = Client.target(single, 1, "isrc");
        List<Long> showing = new ArrayList<>(List.of(Client.id(single)));
        for (int i = 0; i < 2; i++) {
            JsonNode album = manager.draft("album", "Towpath Songs " + i);
            manager.post(
                    "/api/releases/" + Client.id(album) + "/recordings",
                    Map.of("tracks", List.of(Client.target(single, 1, "title"))));
            showing.add(Client.id(album));
        }
        var hands = Executors.newFixedThreadPool(3);
        List<Future<Integer>> taken = new ArrayList<>();
        for (long release : showing)
            taken.add(hands.submit(() -> {
                Client hers = RunningServer.signedIn("manager");
                int count = 0;
                for (int i = 0; i < 10; i++) {
                    Map<String, Object> change =
                            pLine(recording, "2027 Ninth Weir Records %d.%d".formatted(release, i));
                    Client.Answer answer = hers.postPlainly(
                            "/api/releases/" + release + "/changes",
                            Map.of("says", "P-line", "source", "typed", "changes", List.of(change)));
                    if (answer.status() == 200) count++;
                    else assertThat(answer.problem()).isEqualTo("changed-meanwhile");
                }
                return count;
            }));
        int all = 0;
        for (Future<Integer> each : taken) all += each.get(120, TimeUnit.SECONDS);
        hands.shutdown();
        assertThat(RunningServer.bean(JdbcClient.class)
                        .sql("SELECT count(*) FROM change WHERE target_id = ? AND field = 'recording.pLine'")
                        .param(recording)
                        .query(Integer.class)
                        .single())
                .as("every value that was confirmed stands in the history")
                .isEqualTo(all);
    }

    /** The P-line as it would be typed by one who sees what stands there now. */
    private static Map<String, Object> pLine(long recording, String after) {
        Map<String, Object> change = new java.util.HashMap<>(
                Map.of("entity", "recording", "target", recording, "field", "recording.pLine", "after", after));
        change.put("before", stored(recording));
        return change;
    }

    private static String stored(long recording) {
        return RunningServer.bean(JdbcClient.class)
                .sql("SELECT p_line FROM recording WHERE id = ?")
                .param(recording)
                .query((row, n) -> java.util.Optional.ofNullable(row.getString(1)))
                .single()
                .orElse(null);
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
            String stands = Client.cell(manager.get("/api/releases/" + release).json(), 1, "credits")
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

package app.entrada.server.activity;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("F4 The history tells what somebody did in one go, the most telling first")
class ActivityTest {
    private final JdbcClient jdbc = RunningServer.bean(JdbcClient.class);
    private Client manager;
    private long release;

    @BeforeEach
    void a_single_that_is_worked_at() {
        manager = RunningServer.signedIn("manager");
        JsonNode view = manager.begin("single", "Slow Ferry");
        release = Client.id(view);
        write(0, "genre", "Fokl");
        write(0, "label", "Low Lock");
        write(0, "genre", "Folk");
        write(0, "title", "Slow Ferries");
    }

    private void write(int row, String key, String after) {
        Client.Answer answer =
                manager.write(manager.get("/api/releases/" + release).json(), row, key, after);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
    }

    private List<JsonNode> sittings(String more) {
        Client.Answer answer = manager.get("/api/activity?release=" + release + more);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().path("sittings").valueStream().toList();
    }

    @Test
    void edits_in_a_row_are_one_and_what_became_of_the_facts_is_told_once() {
        JsonNode last = sittings("").get(0);
        assertThat(last.path("deeds")).hasSize(4);
        // the genre was filled in and mended: for whoever looks it went from nothing to Folk
        List<JsonNode> telling = last.path("telling").valueStream().toList();
        assertThat(telling).extracting(each -> each.path("where").asString()).startsWith("Title");
        assertThat(telling.get(0).path("before").asString()).isEqualTo("Slow Ferry");
        assertThat(telling.get(0).path("after").asString()).isEqualTo("Slow Ferries");
        assertThat(telling)
                .filteredOn(each -> each.path("where").asString().equals("Genre"))
                .singleElement()
                .satisfies(each -> {
                    assertThat(each.path("before").isNull()).isTrue();
                    assertThat(each.path("after").asString()).isEqualTo("Folk");
                });
        assertThat(last.path("facts").asInt()).isEqualTo(3);
    }

    @Test
    void a_pause_of_a_quarter_of_an_hour_or_another_person_begins_another() {
        jdbc.sql("UPDATE batch SET at = at - interval '20 minutes' WHERE release_id = ?")
                .param(release)
                .update();
        write(0, "genre", "Jazz");
        Client assistant = RunningServer.signedIn("assistant");
        assistant.write(assistant.get("/api/releases/" + release).json(), 0, "genre", "Chamber");
        assertThat(sittings("")).extracting(each -> each.path("deeds").size()).startsWith(1, 1, 4);
    }

    @Test
    void two_who_work_at_the_same_time_are_two_sittings_each_whole() {
        Client assistant = RunningServer.signedIn("assistant");
        for (String genre : List.of("Jazz", "Chamber")) {
            assistant.write(assistant.get("/api/releases/" + release).json(), 0, "genre", genre);
            write(0, "title", "Slow " + genre);
        }
        assertThat(sittings("")).extracting(each -> each.path("deeds").size()).startsWith(6, 2);
    }

    @Test
    void an_order_is_told_by_its_tracks() {
        manager.post("/api/releases/" + release + "/tracks", Map.of("count", 1));
        assertThat(manager.get("/api/activity?release=" + release + "&field=release.runningOrder")
                        .text())
                .contains("\"before\":\"1 track\",\"after\":\"2 tracks\"");
    }

    @Test
    void it_is_asked_for_by_fact_source_and_day() {
        assertThat(sittings("&field=release.title&source=typed"))
                .flatExtracting(each -> each.path("deeds").valueStream().toList())
                .hasSize(1);
        assertThat(sittings("&source=safe-fix")).isEmpty();
        assertThat(sittings("&source=delivery")).isEmpty();
        jdbc.sql(
                        "UPDATE batch SET at = '2026-03-04 23:59:59' WHERE id = (SELECT max(id) FROM batch WHERE release_id = ?)")
                .param(release)
                .update();
        assertThat(sittings("&day=2026-03-04"))
                .singleElement()
                .satisfies(each -> assertThat(each.path("deeds")).hasSize(1));
        assertThat(sittings("&day=2026-03-05")).isEmpty();
        assertThat(manager.get("/api/activity?day=yesterday").status()).isEqualTo(422);
    }

    @Test
    void what_is_said_of_a_track_names_the_track() {
        write(1, "title", "Slow Ferry (Reprise)");
        assertThat(sittings("").get(0).at("/deeds/0/facts/0/where").asString()).isEqualTo("Title, track 1");
        assertThat(manager.get("/api/activity").json().path("fields").toString())
                .contains("\"id\":\"party.ipi\",\"name\":\"IPI (person)\"");
    }

    @Test
    void codes_are_told_as_people_read_them() {
        write(1, "iswc", "T0345246801");
        assertThat(sittings("").get(0).at("/deeds/0/facts/0/after").asString()).isEqualTo("T-034.524.680-1");
    }

    @Test
    void what_undoing_would_change_is_told_as_in_the_history() {
        write(1, "iswc", "T0345246801");
        List<JsonNode> deeds = sittings("").get(0).path("deeds").valueStream().toList();
        JsonNode undo = undo(deeds.get(0));
        assertThat(undo.path("possible").asBoolean()).isTrue();
        assertThat(undo.path("changes")).singleElement().satisfies(each -> {
            assertThat(each.path("where").asString()).isEqualTo("ISWC, track 1");
            assertThat(each.path("now").asString()).isEqualTo("T-034.524.680-1");
            assertThat(each.path("restored").isNull()).isTrue();
        });
        // the genre was mended since
        JsonNode later = undo(deeds.get(4));
        assertThat(later.path("possible").asBoolean()).isFalse();
        assertThat(later.at("/changes/0/changedSince").asBoolean()).isTrue();
        assertThat(manager.post(
                                "/api/activity/%d/undo"
                                        .formatted(deeds.get(4).path("id").asLong()),
                                Map.of())
                        .status())
                .isEqualTo(409);
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "writers | Joss Amberley: CA 60.00/60.00 | Joss Amberley: CA 40.00/40.00",
                "credits | Joss Amberley: guitar | Joss Amberley: guitar, vocals"
            })
    void what_became_different_is_seen_before_and_after(String key, String before, String after) {
        write(1, key, before);
        write(1, key, after);
        JsonNode fact = sittings("").get(0).at("/deeds/0/facts/0");
        assertThat(fact.path("before").asString()).contains(before);
        assertThat(fact.path("after").asString()).contains(after);
    }

    @Test
    void destinations_are_told_by_name() {
        manager.destinations(release, "ostra; lumenfold");
        assertThat(sittings("").get(0).at("/deeds/0/facts/0/after").asString()).isEqualTo("OSTRA, Lumenfold");
    }

    private JsonNode undo(JsonNode deed) {
        return manager.get("/api/activity/%d/undo".formatted(deed.path("id").asLong()))
                .json();
    }
}

package app.entrada.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("F1 The desk over all releases")
class DeskTest {
    private final Client manager = RunningServer.signedIn("manager");

    private List<JsonNode> moves(long release) {
        return manager.get("/api/desk?releases=300")
                .json()
                .path("moves")
                .valueStream()
                .filter(move -> move.path("releaseId").asLong() == release)
                .toList();
    }

    @Test
    void a_release_asks_for_its_facts_then_its_copies_then_to_be_sent() throws IOException {
        long bare = Client.id(manager.begin("single", "Bare"));
        assertThat(moves(bare))
                .isNotEmpty()
                .allSatisfy(move -> assertThat(move.path("weight").asString()).isEqualTo("stop"));
        long ready = ReadyRelease.make(manager, "Desk");
        assertThat(moves(ready)).singleElement().satisfies(move -> {
            assertThat(move.path("panel").asString()).isEqualTo("files");
            assertThat(move.path("slackDays").asInt()).isEqualTo(60);
        });
        ReadyRelease.copies(manager, ready, "store-flac");
        assertThat(moves(ready))
                .singleElement()
                .satisfies(move -> assertThat(move.path("says").asString()).isEqualTo("Ready to send."));
    }

    @Test
    void dates_ahead_are_the_release_s_own_and_the_last_day_of_each_destination() throws IOException {
        long id = ReadyRelease.make(manager, "Dated");
        List<String> dates = manager.get("/api/desk?releases=300")
                .json()
                .path("ahead")
                .valueStream()
                .filter(date -> date.path("releaseId").asLong() == id)
                .map(date ->
                        date.path("kind").asString() + " " + date.path("date").asString())
                .toList();
        assertThat(dates).containsExactly("deliver 2027-01-22", "release 2027-02-12");
    }

    @Test
    void the_list_of_releases_shows_what_each_lacks() {
        long id = Client.id(manager.begin("single", "Listed"));
        JsonNode head = manager.get("/api/releases?find=listed")
                .json()
                .path("releases")
                .valueStream()
                .filter(each -> each.path("id").asLong() == id)
                .findFirst()
                .orElseThrow();
        assertThat(head.path("title").asString()).isEqualTo("Listed");
        assertThat(head.path("marks").path(0).path("readiness").asString()).isEqualTo("stop");
        assertThat(head.path("marks").path(0).path("says").asString()).endsWith("stop delivery");
    }
}

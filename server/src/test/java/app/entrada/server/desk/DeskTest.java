package app.entrada.server.desk;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import java.io.IOException;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("F1 The desk over all releases")
class DeskTest {
    private final Client manager = RunningServer.signedIn("manager");

    private List<JsonNode> moves(long release) {
        return moves(manager, release);
    }

    private static List<JsonNode> moves(Client who, long release) {
        return who.get("/api/desk?releases=300")
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
            assertThat(move.path("lateOn").asString()).isEqualTo("2027-01-22");
        });
        ReadyRelease.copies(manager, ready, "store-flac");
        assertThat(moves(ready))
                .singleElement()
                .satisfies(move -> assertThat(move.path("says").asString()).isEqualTo("Ready to send."));
    }

    @Test
    void the_year_reaches_further_than_the_desk() throws IOException {
        JsonNode view = manager.begin("single", "Far Ferry");
        LocalDate today =
                LocalDate.parse(manager.get("/api/year").json().path("today").asString());
        manager.write(view, 0, "releaseDate", today.plusWeeks(40).toString());
        assertThat(manager.get("/api/desk").json().path("ahead").toString()).doesNotContain("Far Ferry");
        JsonNode year = manager.get("/api/year").json();
        assertThat(year.path("dates")
                        .valueStream()
                        .filter(date -> date.path("release").asString().equals("Far Ferry")))
                .isNotEmpty()
                .allSatisfy(date -> assertThat(LocalDate.parse(date.path("date").asString()))
                        .isBetween(today, today.plusWeeks(40)))
                .anySatisfy(date -> assertThat(date.path("kind").asString()).isEqualTo("release"));
        manager.write(
                manager.get("/api/releases/" + Client.id(view)).json(),
                0,
                "releaseDate",
                today.plusWeeks(60).toString());
        assertThat(manager.get("/api/year")
                        .json()
                        .path("dates")
                        .valueStream()
                        .filter(date -> date.path("release").asString().equals("Far Ferry")
                                && date.path("kind").asString().equals("release")))
                .isEmpty();
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

    @Test
    void a_release_is_put_off_until_a_day_for_oneself_or_for_all_and_brought_back() {
        long id = Client.id(manager.begin("single", "Waiting"));
        Client other = RunningServer.signedIn("assistant");
        Map<String, Object> wanted = new HashMap<>(
                Map.of("release", id, "until", "2027-03-01", "reason", "The masters come in March.", "forAll", false));
        assertThat(moves(id)).isNotEmpty();
        JsonNode put = manager.post("/api/desk/put-off", wanted)
                .json()
                .valueStream()
                .filter(each -> each.path("release").asLong() == id)
                .findFirst()
                .orElseThrow();
        assertThat(put.path("reason").asString()).isEqualTo("The masters come in March.");
        assertThat(moves(id)).isEmpty();
        assertThat(moves(other, id)).isNotEmpty();
        wanted.put("forAll", true);
        assertThat(manager.post("/api/desk/put-off", wanted).status()).isEqualTo(200);
        assertThat(moves(other, id)).isEmpty();
        for (JsonNode each : manager.get("/api/desk").json().path("putOff"))
            if (each.path("release").asLong() == id)
                assertThat(manager.delete("/api/desk/put-off/" + each.path("id").asLong())
                                .status())
                        .isEqualTo(200);
        assertThat(moves(id)).isNotEmpty();
    }

    @Test
    void what_cannot_be_put_off_is_said() {
        long id = Client.id(manager.begin("single", "Not waiting"));
        for (String until : List.of("yesterday", "2020-01-01", "2999-01-01"))
            assertThat(manager.post(
                                    "/api/desk/put-off",
                                    Map.of("release", id, "until", until, "reason", "x", "forAll", false))
                            .problem())
                    .isEqualTo("until");
        assertThat(manager.post(
                                "/api/desk/put-off",
                                Map.of("release", id, "until", "2027-03-01", "reason", " ", "forAll", false))
                        .problem())
                .isEqualTo("reason");
        assertThat(manager.post(
                                "/api/desk/put-off",
                                Map.of("release", 999_999, "until", "2027-03-01", "reason", "x", "forAll", false))
                        .status())
                .isEqualTo(404);
        assertThat(RunningServer.signedIn("reader")
                        .post(
                                "/api/desk/put-off",
                                Map.of("release", id, "until", "2027-03-01", "reason", "x", "forAll", false))
                        .status())
                .isEqualTo(403);
    }

    @Test
    void dates_are_read_as_a_calendar_until_its_address_is_withdrawn() throws IOException {
        ReadyRelease.make(manager, "Calendar");
        String path =
                manager.post("/api/calendar", Map.of()).json().path("path").asString();
        Client anybody = RunningServer.client();
        Client.Answer read = anybody.get(path);
        assertThat(read.status()).isEqualTo(200);
        assertThat(read.headers().get("content-type").get(0)).startsWith("text/calendar");
        // RFC 5545: lines end with CR LF and are folded at 75 octets
        assertThat(read.text()).startsWith("BEGIN:VCALENDAR\r\nVERSION:2.0\r\n");
        String unfolded = read.text().replace("\r\n ", "");
        assertThat(unfolded)
                .contains("DTSTART;VALUE=DATE:20270212\r\n")
                .contains("SUMMARY:Calendar: release date\r\n")
                .contains("SUMMARY:Last day to deliver Calendar to ");
        assertThat(read.text().lines())
                .allSatisfy(line -> assertThat(line.length()).isLessThanOrEqualTo(75));
        assertThat(manager.get("/api/calendar").json().path("since").asString()).isNotEmpty();
        assertThat(manager.get("/api/calendar").json().path("path").isNull()).isTrue();

        String later =
                manager.post("/api/calendar", Map.of()).json().path("path").asString();
        assertThat(anybody.get(path).status()).isEqualTo(404);
        assertThat(anybody.get(later).status()).isEqualTo(200);
        assertThat(manager.delete("/api/calendar").status()).isEqualTo(200);
        assertThat(anybody.get(later).status()).isEqualTo(404);
    }
}

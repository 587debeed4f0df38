package app.entrada.server.facts;

import static app.entrada.server.Client.cell;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("C8 Never the same code for two things")
class CodeBookTest {
    @Test
    void twenty_at_once_get_twenty_codes() throws Exception {
        Client manager = RunningServer.signedIn("manager");
        ExecutorService people = Executors.newFixedThreadPool(20);
        try {
            List<Callable<JsonNode>> begin = IntStream.range(0, 20)
                    .<Callable<JsonNode>>mapToObj(i -> () -> manager.begin("single", "Parallel " + i))
                    .toList();
            List<JsonNode> views = people.invokeAll(begin).stream()
                    .map(each -> {
                        try {
                            return each.get();
                        } catch (Exception failed) {
                            throw new IllegalStateException(failed);
                        }
                    })
                    .toList();
            for (String[] code : new String[][] {{"1", "isrc"}, {"0", "barcode"}, {"0", "catalogueNumber"}})
                assertThat(views.stream()
                                .map(view -> cell(view, Integer.parseInt(code[0]), code[1])
                                        .path("value")
                                        .asString())
                                .toList())
                        .doesNotHaveDuplicates()
                        .doesNotContain("");
        } finally {
            people.shutdownNow();
        }
    }

    private static String announced(Client manager, String field) {
        for (JsonNode strip : manager.get("/api/codes").json())
            if (strip.path("field").asString().equals(field))
                return strip.path("next").asString().replaceAll("[- ]", "");
        throw new AssertionError("no block of " + field);
    }

    @Test
    void the_code_that_is_announced_is_the_one_that_is_given() {
        Client manager = RunningServer.signedIn("manager");
        for (String key : List.of("barcode", "catalogueNumber", "isrc")) {
            String field = (key.equals("isrc") ? "recording." : "release.") + key;
            int row = key.equals("isrc") ? 1 : 0;
            String first = announced(manager, field);
            JsonNode view = manager.begin("single", "Announced " + key);
            String given = cell(view, row, key).path("value").asString();
            assertThat(given.replaceAll("[- ]", "")).isEqualTo(first);
            // one that comes back is announced, and given, before those that were never given
            String second = announced(manager, field);
            manager.write(view, row, key, null);
            assertThat(announced(manager, field)).isEqualTo(first).isNotEqualTo(second);
            JsonNode again = manager.begin("single", "Again " + key);
            assertThat(cell(again, row, key).path("value").asString()).isEqualTo(given);
            assertThat(announced(manager, field)).isEqualTo(second);
            // one that is reserved is not announced any more
            Map<String, Object> reserve = Map.of("field", field, "count", 1, "reservedFor", "the next album");
            assertThat(manager.post("/api/codes/reserve", reserve).status()).isEqualTo(200);
            String third = announced(manager, field);
            assertThat(third).isNotIn(first, second);
            assertThat(cell(manager.begin("single", "Third " + key), row, key)
                            .path("value")
                            .asString()
                            .replaceAll("[- ]", ""))
                    .isEqualTo(third);
        }
    }

    @Test
    void a_code_that_was_typed_is_not_handed_out() {
        Client manager = RunningServer.signedIn("manager");
        JsonNode view = manager.begin("single", "Typed");
        String isrc = cell(view, 1, "isrc").path("value").asString();
        String next = isrc.substring(0, 7) + "%05d".formatted(Integer.parseInt(isrc.substring(7)) + 1);
        manager.write(view, 1, "isrc", next);
        JsonNode after = manager.begin("single", "After");
        // the code that was overwritten never left the house: it is the next one again
        assertThat(cell(after, 1, "isrc").path("value").asString()).isEqualTo(isrc);
        assertThat(cell(manager.begin("single", "Behind both"), 1, "isrc")
                        .path("value")
                        .asString())
                .isNotIn(isrc, next);
    }

    @Test
    @DisplayName("C2, C8 A draft costs nothing: no code until asked, and its codes are free again when it is deleted")
    void a_draft_costs_nothing() {
        Client manager = RunningServer.signedIn("manager");
        JsonNode draft = manager.draft("single", "Perhaps");
        for (String key : List.of("barcode", "catalogueNumber"))
            assertThat(cell(draft, 0, key).path("value").asString("")).isEmpty();
        assertThat(cell(draft, 1, "isrc").path("value").asString("")).isEmpty();

        String path = "/api/releases/" + Client.id(draft);
        String named = next(manager, "recording.isrc");
        JsonNode coded = manager.post(path + "/codes/missing", Map.of()).json();
        String isrc = cell(coded, 1, "isrc").path("value").asString();
        String barcode = cell(coded, 0, "barcode").path("value").asString();
        assertThat(isrc).isEqualTo(named);
        // asked again, nothing more is taken
        assertThat(cell(manager.post(path + "/codes/missing", Map.of()).json(), 1, "isrc")
                        .path("value")
                        .asString())
                .isEqualTo(isrc);

        assertThat(manager.delete(path).status()).isEqualTo(200);
        assertThat(manager.get(path).status()).isEqualTo(404);
        assertThat(manager.get("/api/releases?count=500").text()).doesNotContain("\"Perhaps\"");
        assertThat(next(manager, "recording.isrc")).isEqualTo(isrc);

        JsonNode other = manager.begin("single", "Instead");
        assertThat(cell(other, 1, "isrc").path("value").asString()).isEqualTo(isrc);
        assertThat(cell(other, 0, "barcode").path("value").asString()).isEqualTo(barcode);

        // back again, it has lost what is another's now, and says so
        Client.Answer back = manager.postPlainly(path + "/restore", Map.of());
        assertThat(back.text()).contains(isrc, barcode);
        assertThat(cell(manager.get(path).json(), 1, "isrc").path("value").asString(""))
                .isEmpty();
    }

    @Test
    void three_tracks_get_three_codes_in_one_move_and_the_same_three_after_an_undo() {
        Client manager = RunningServer.signedIn("manager");
        JsonNode draft = manager.draft("album", "Three Reaches");
        String path = "/api/releases/" + Client.id(draft);
        for (int i = 0; i < 3; i++) manager.post(path + "/tracks", Map.of("count", 1));
        List<String> given =
                isrcs(manager.post(path + "/codes/missing", Map.of()).json());
        assertThat(given).hasSize(3).doesNotHaveDuplicates().doesNotContain("");
        manager.post(path + "/undo", Map.of());
        assertThat(isrcs(manager.post(path + "/codes/missing", Map.of()).json()))
                .isEqualTo(given);
    }

    private static List<String> isrcs(JsonNode view) {
        return java.util.stream.IntStream.range(1, view.path("rows").size())
                .mapToObj(row -> cell(view, row, "isrc").path("value").asString(""))
                .toList();
    }

    @Test
    void a_draft_whose_codes_left_on_a_copy_has_them_again_when_it_is_taken_back() throws Exception {
        Client manager = RunningServer.signedIn("manager");
        long id = app.entrada.server.ReadyRelease.make(manager, "Left with Copies");
        app.entrada.server.ReadyRelease.copies(manager, id, "store-wav");
        String path = "/api/releases/" + id;
        JsonNode before = manager.get(path).json();
        assertThat(manager.delete(path).status()).isEqualTo(200);
        assertThat(manager.postPlainly(path + "/restore", Map.of()).json()).isEmpty();
        JsonNode after = manager.get(path).json();
        assertThat(cell(after, 1, "isrc")).isEqualTo(cell(before, 1, "isrc"));
        assertThat(cell(after, 0, "barcode")).isEqualTo(cell(before, 0, "barcode"));
    }

    @Test
    @DisplayName("C2 Whoever stands on nothing can be put away, whoever stands somewhere cannot")
    void people_are_put_away() {
        Client manager = RunningServer.signedIn("manager");
        JsonNode view = manager.begin("single", "With somebody");
        manager.write(view, 0, "artists", "Ottilie Vance");
        long id = person(manager, "Ottilie Vance");
        assertThat(manager.delete("/api/people/" + id).problem()).isEqualTo("still-named");
        JsonNode now = manager.get("/api/releases/" + Client.id(view)).json();
        manager.write(now, 0, "artists", "Joss Amberley");
        assertThat(manager.delete("/api/people/" + id).status()).isEqualTo(200);
        assertThat(person(manager, "Ottilie Vance")).isZero();
        manager.postPlainly("/api/people/" + id + "/restore", Map.of());
        assertThat(person(manager, "Ottilie Vance")).isEqualTo(id);
    }

    private static long person(Client client, String name) {
        for (JsonNode person : client.get("/api/people?count=500").json().path("people"))
            if (person.path("name").asString().equals(name))
                return person.path("id").asLong();
        return 0;
    }

    private static String next(Client client, String field) {
        for (JsonNode block : client.get("/api/codes").json())
            if (block.path("field").asString().equals(field))
                return block.path("next").asString().replace("-", "");
        throw new AssertionError(client.get("/api/codes").text());
    }

    @Test
    void a_recording_that_has_a_code_gets_no_second() {
        Client manager = RunningServer.signedIn("manager");
        JsonNode view = manager.begin("single", "Second");
        Client.Answer answer =
                manager.post("/api/releases/" + Client.id(view) + "/codes", Client.place(view, 1, "isrc"));
        assertThat(answer.problem()).isEqualTo("has-code");
    }

    @Test
    void a_wrong_prefix_is_refused_with_the_right_form() {
        Client manager = RunningServer.signedIn("manager");
        Client.Answer answer = manager.put(
                "/api/label",
                Map.of(
                        "name",
                        "Ninth Weir Records",
                        "isrcPrefix",
                        "NW",
                        "barcodePrefix",
                        "952123450",
                        "cataloguePrefix",
                        "NW"));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().path("detail").asString()).contains("two letters and three letters or digits");
    }

    @ParameterizedTest
    @CsvSource({"name, 200", "publisher, 200", "cataloguePrefix, 12"})
    void what_is_too_long_for_the_label_is_refused_with_its_place_and_limit(String field, int longest) {
        Client manager = RunningServer.signedIn("manager");
        JsonNode before = manager.get("/api/label").json();
        Map<String, Object> typed = new HashMap<>();
        for (String each : List.of("name", "isrcPrefix", "barcodePrefix", "cataloguePrefix", "publisher", "societyId"))
            typed.put(each, before.path(each).asString());
        typed.put(field, "W".repeat(longest + 1));
        Client.Answer answer = manager.put("/api/label", typed);
        assertThat(answer.status()).as(answer.text()).isEqualTo(422);
        assertThat(answer.json().path("field").asString()).isEqualTo(field);
        assertThat(answer.json().path("detail").asString())
                .contains("at most %d characters. Nothing was changed.".formatted(longest));
        assertThat(manager.get("/api/label").json()).isEqualTo(before);
    }
}

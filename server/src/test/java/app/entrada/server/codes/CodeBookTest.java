package app.entrada.server.codes;

import static app.entrada.server.Client.cell;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
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

    @Test
    void a_code_that_was_typed_is_not_handed_out_and_one_that_was_taken_back_is_not_handed_out_again() {
        Client manager = RunningServer.signedIn("manager");
        JsonNode view = manager.begin("single", "Typed");
        String isrc = cell(view, 1, "isrc").path("value").asString();
        String next = isrc.substring(0, 7) + "%05d".formatted(Integer.parseInt(isrc.substring(7)) + 1);
        manager.write(view, 1, "isrc", next);
        JsonNode after = manager.begin("single", "After");
        assertThat(cell(after, 1, "isrc").path("value").asString()).isNotIn(isrc, next);
        assertThat(Integer.parseInt(
                        cell(after, 1, "isrc").path("value").asString().substring(7)))
                .isGreaterThan(Integer.parseInt(next.substring(7)));
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
}

package app.entrada.server.contract;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.CountingDriver;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import java.io.IOException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.springframework.context.ConfigurableApplicationContext;
import tools.jackson.databind.JsonNode;

@DisplayName("How many statements a call takes does not depend on how much there is")
class StatementCountsTest {
    private static ConfigurableApplicationContext server;
    private static Client manager;
    private static long release;

    @BeforeAll
    static void a_catalogue_with_copies_people_and_works() throws IOException {
        server = RunningServer.counted();
        manager = RunningServer.manager(server);
        release = ReadyRelease.everywhere(manager, "Weir Hum", List.of("lumenfold", "ferrous-lane", "ostra"));
    }

    @AfterAll
    static void end() {
        server.close();
    }

    private static List<String> statements(Supplier<Client.Answer> call) {
        CountingDriver.forget();
        Client.Answer answer = call.get();
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return CountingDriver.ofTheApplication();
    }

    /** One edit of the first track, its recording or its work, as the page sends it. */
    private static Supplier<Client.Answer> edit(String entity, String field, String after) {
        JsonNode row =
                manager.get("/api/releases/" + release).json().path("rows").path(1);
        JsonNode value = row.path("cells").path(field).path("value");
        Map<String, Object> change = new HashMap<>();
        change.put("entity", entity);
        change.put("target", row.path(entity + "Id").asLong());
        change.put("field", entity + "." + field);
        change.put("before", value.isString() ? value.asString() : null);
        change.put("after", after);
        return () -> manager.postPlainly(
                "/api/releases/" + release + "/changes",
                Map.of("says", "Edit", "source", "typed", "changes", List.of(change)));
    }

    @Test
    void a_release_takes_fifteen_at_most() {
        assertThat(statements(() -> manager.get("/api/releases/" + release))).hasSizeBetween(5, 15);
    }

    @Test
    void the_label_rules_and_recipes_are_not_read_again_by_whoever_comes_right_after() {
        List<Integer> reads = new ArrayList<>();
        for (int n = 0; n < 20; n++) {
            statements(() -> manager.get("/api/releases/" + release));
            reads.add(CountingDriver.ofWhatIsKept().size());
        }
        assertThat(reads).allMatch(each -> each <= KEPT_FOR_A_SECOND).contains(0);
    }

    private static void twentyAtMost(String entity, String field, List<String> afters) {
        for (String after : afters) {
            assertThat(statements(edit(entity, field, after))).hasSizeBetween(5, 20);
            assertThat(CountingDriver.ofWhatIsKept()).hasSizeLessThanOrEqualTo(KEPT_FOR_A_SECOND);
        }
    }

    private static final int KEPT_FOR_A_SECOND = 4;

    @Test
    void an_edit_of_a_title_takes_twenty_at_most() {
        twentyAtMost("track", "title", List.of("Weir Hum at Noon", "Weir Hum at Two", "Weir Hum at Six", "Weir Hum"));
    }

    @Test
    void an_edit_of_what_other_releases_share_takes_twenty_at_most() {
        twentyAtMost("recording", "moods", List.of("calm; patient", "calm", "patient", "calm; warm"));
    }

    @Test
    void desk_and_releases_take_ten_at_most_however_many_releases_there_are() {
        manager.get("/api/desk");
        int few = statements(() -> manager.get("/api/desk")).size();
        for (int i = 1; i <= 12; i++) {
            JsonNode begun = manager.begin("single", "Reach " + i);
            manager.write(begun, 0, "artists", "Hanna Veil");
        }
        manager.get("/api/desk");
        assertThat(statements(() -> manager.get("/api/desk")))
                .hasSizeBetween(3, 10)
                .hasSizeLessThanOrEqualTo(few + 1);
        assertThat(statements(() -> manager.get("/api/releases"))).hasSizeBetween(2, 10);
    }

    @Test
    void codes_take_ten_at_most() {
        assertThat(statements(() -> manager.get("/api/codes"))).hasSizeBetween(4, 10);
    }

    @Test
    void the_session_takes_one() {
        manager.get("/api/codes");
        CountingDriver.forget();
        manager.get("/api/codes");
        assertThat(CountingDriver.ofTheSession()).hasSize(1);
    }
}

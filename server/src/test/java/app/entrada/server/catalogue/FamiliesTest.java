package app.entrada.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.demo.large.LargeCatalogue;
import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import app.entrada.server.demo.LargeDemo;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

@DisplayName("Spelling families: planted ones are found, made one, taken back, or kept apart")
class FamiliesTest {
    private static ConfigurableApplicationContext server;
    private static Client manager;
    private static JdbcClient jdbc;
    private static LargeCatalogue.Made made;

    @BeforeAll
    static void a_catalogue() {
        server = RunningServer.apart();
        manager = RunningServer.manager(server);
        jdbc = server.getBean(JdbcClient.class);
        made = server.getBean(TransactionTemplate.class)
                .execute(status -> server.getBean(LargeDemo.class).make(120, LocalDate.of(2026, 11, 23), 1));
        JsonNode window;
        do window = ok(manager.get("/api/catalogue/recordings?count=1"));
        while (window.path("lookedOver").asInt() > 0);
    }

    @AfterAll
    static void end() {
        server.close();
    }

    private static JsonNode ok(Client.Answer answer) {
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static List<JsonNode> families(String kind) {
        List<JsonNode> families = new ArrayList<>();
        for (JsonNode family : ok(manager.get("/api/families?kind=" + kind)).path("families")) families.add(family);
        return families;
    }

    private static List<String> texts(JsonNode family) {
        return family.path("members").findValuesAsString("text");
    }

    private static Map<String, Object> wanted(JsonNode family) {
        List<String> ids = new ArrayList<>(family.path("members").findValuesAsString("id"));
        Map<String, Object> wanted = new HashMap<>();
        wanted.put("kind", family.path("kind").asString());
        wanted.put("right", ids.remove(0));
        wanted.put("ids", ids);
        return wanted;
    }

    private static List<String> column(String sql) {
        return jdbc.sql(sql).query(String.class).list();
    }

    /** Names that the demo writes in capitals or with the last name first: each has exactly one right one. */
    private static final String OTHERWISE = """
            SELECT name FROM party WHERE name = upper(name) AND name ~ '[A-Z]{4}' OR name LIKE '%, %' ORDER BY name""";

    @Test
    void planted_people_are_found_and_nothing_else_is_sure() {
        List<String> planted = column(OTHERWISE);
        assertThat(planted).hasSizeGreaterThan(1);
        List<String> found = families("people").stream()
                .flatMap(family -> texts(family).stream())
                .toList();
        assertThat(found).containsAll(planted);
        // every family that is found holds somebody who was planted: the demo's own names are all of others
        int spellings = made.planted().spellings();
        assertThat(families("people")).hasSizeLessThanOrEqualTo(spellings);
    }

    @Test
    void a_genre_becomes_one_and_is_taken_back() {
        JsonNode folk = families("genres").stream()
                .filter(family -> texts(family).contains("Folk"))
                .findFirst()
                .orElseThrow();
        assertThat(texts(folk).get(0)).isEqualTo("Folk");
        assertThat(folk.path("evidence").toString()).contains("“Folk” is the standard term.");
        String wrong = texts(folk).get(1);
        int before = Integer.parseInt(column("SELECT count(*)::text FROM release WHERE genre = '" + wrong + "'")
                .get(0));
        assertThat(before).isPositive();
        Map<String, Object> wanted = wanted(folk);
        JsonNode preview = ok(manager.post("/api/families/preview", wanted));
        assertThat(preview.path("places").size())
                .isEqualTo(folk.path("places").asInt())
                .isGreaterThanOrEqualTo(before);
        assertThat(preview.path("places").path(0).path("after").asString()).isEqualTo("Folk");

        wanted.put("places", preview.path("places").size() + 1);
        Client.Answer otherwise = manager.post("/api/families/one", wanted);
        assertThat(otherwise.status()).isEqualTo(409);
        assertThat(otherwise.problem()).isEqualTo("changed-meanwhile");
        assertThat(column("SELECT genre FROM release WHERE genre = '" + wrong + "'"))
                .hasSize(before);

        wanted.put("places", preview.path("places").size());
        ok(manager.post("/api/families/one", wanted));
        assertThat(column("SELECT genre FROM release WHERE genre = '" + wrong + "'"))
                .isEmpty();
        assertThat(families("genres")).noneMatch(family -> texts(family).contains(wrong));
        assertThat(ok(manager.post("/api/catalogue/undo", Map.of()))
                        .path("redo")
                        .asString())
                .isEqualTo("Spelling of “Folk”");
        assertThat(column("SELECT genre FROM release WHERE genre = '" + wrong + "'"))
                .hasSize(before);
        assertThat(families("genres")).anyMatch(family -> texts(family).contains(wrong));
    }

    @Test
    void people_become_one_wherever_they_are_named_in_one_undo() {
        String wrong = column(OTHERWISE).get(0);
        JsonNode family = families("people").stream()
                .filter(each -> texts(each).contains(wrong))
                .findFirst()
                .orElseThrow();
        String credits =
                "SELECT count(*)::text FROM credit c JOIN party p ON p.id = c.party_id WHERE c.fact <> 'mergedInto' AND p.name = '"
                        + wrong + "'";
        String before = column(credits).get(0);
        Map<String, Object> wanted = wanted(family);
        JsonNode preview = ok(manager.post("/api/families/preview", wanted));
        // what is said of a person names the person
        assertThat(preview.path("places").valueStream())
                .filteredOn(place -> place.path("where").asString().equals("Merged into"))
                .extracting(place -> place.path("title").asString())
                .contains(wrong);
        wanted.put("places", preview.path("places").size());
        ok(manager.post("/api/families/one", wanted));
        assertThat(column(credits).get(0)).isEqualTo("0");
        assertThat(column("SELECT spellings FROM party WHERE name = '"
                                + texts(family).get(0) + "'")
                        .get(0))
                .contains(wrong);
        ok(manager.post("/api/catalogue/undo", Map.of()));
        assertThat(column(credits).get(0)).isEqualTo(before);
        assertThat(families("people")).anyMatch(each -> texts(each).contains(wrong));
    }

    /** Ids of those that somebody's page proposes as the same. */
    private List<String> alike(String person) {
        return ok(manager.get("/api/people/" + person)).path("alike").findValuesAsString("id");
    }

    @Test
    void what_is_kept_apart_stays_so_until_it_is_withdrawn() {
        String wrong = column(OTHERWISE).get(1);
        JsonNode family = families("people").stream()
                .filter(each -> texts(each).contains(wrong))
                .findFirst()
                .orElseThrow();
        List<String> ids = family.path("members").findValuesAsString("id");
        assertThat(alike(ids.get(0))).contains(ids.get(1));
        assertThat(manager.post("/api/families/apart", Map.of("kind", "people", "ids", ids))
                        .status())
                .isEqualTo(200);
        assertThat(families("people")).noneMatch(each -> texts(each).contains(wrong));
        // nor does anybody's page propose them
        assertThat(alike(ids.get(0))).doesNotContainAnyElementsOf(ids);
        assertThat(alike(ids.get(1))).doesNotContainAnyElementsOf(ids);
        JsonNode apart = ok(manager.get("/api/families")).path("apart").path(0);
        assertThat(apart.path("by").asString()).isEqualTo("manager");
        assertThat(List.of(apart.path("one").asString(), apart.path("other").asString()))
                .contains(wrong);
        assertThat(manager.delete("/api/families/apart/" + apart.path("id").asLong())
                        .status())
                .isEqualTo(200);
        assertThat(families("people")).anyMatch(each -> texts(each).contains(wrong));
    }

    @Test
    void bad_input_is_answered_in_words() {
        assertThat(manager.get("/api/families?kind=colours").status()).isEqualTo(404);
        assertThat(manager.post("/api/families/preview", Map.of("kind", "people", "ids", List.of("x"), "right", "1"))
                        .status())
                .isEqualTo(404);
        assertThat(manager.post("/api/families/preview", Map.of("kind", "genres", "ids", List.of(), "right", "Folk"))
                        .status())
                .isEqualTo(422);
        assertThat(manager.post("/api/families/apart", Map.of("kind", "genres", "ids", List.of("Folk")))
                        .status())
                .isEqualTo(422);
        assertThat(manager.delete("/api/families/apart/999999").status()).isEqualTo(404);
    }
}

package app.entrada.server.hold;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import java.util.stream.IntStream;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.core.json.JsonWriteFeature;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@DisplayName("Whatever is typed into whatever fact, every screen can be read afterwards")
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class OddValuesTest {
    /** Halves of characters go over the wire only as escapes. */
    private static final JsonMapper ASCII =
            JsonMapper.builder().enable(JsonWriteFeature.ESCAPE_NON_ASCII).build();

    private static final List<String> ODD = List.of(
            "x".repeat(2001),
            "x".repeat(2001) + ": vocals",
            "Somebody: CA 100/100 via " + "y".repeat(2001),
            "z".repeat(25_000),
            "a\u0000b",
            "\ud800",
            "a\udc00: vocals",
            "\u202eabc",
            "; ; ;",
            IntStream.range(0, 600).mapToObj(i -> "n" + i).collect(Collectors.joining(";")),
            IntStream.range(0, 600).mapToObj(i -> "n" + i + ": vocals").collect(Collectors.joining(";")),
            "A via B: vocals; B: vocals",
            "Nobody: 2019–2014",
            "X: vocals as A as B as C",
            "-1",
            "99999999999999999999",
            "1e309",
            "=1+1",
            "\ud83d\ude00".repeat(1200),
            "https://" + "a".repeat(3000),
            "0000-00-00",
            "<script>alert(1)</script>",
            "null",
            "\ufffe\uffff",
            "a\tb\nc\r\nd\u007f\u0085");

    private ConfigurableApplicationContext server;
    private Client manager;

    @BeforeAll
    void start() {
        server = RunningServer.apart();
        RunningServer.destinations(server);
        manager = RunningServer.manager(server);
    }

    @AfterAll
    void stop() {
        server.close();
    }

    private List<String> screens(long release, long person) {
        return List.of(
                "/api/releases",
                "/api/desk",
                "/api/people",
                "/api/people/" + person,
                "/api/people/find?typed=x",
                "/api/series",
                "/api/activity?release=0&who=&before=0",
                "/api/releases/" + release,
                "/api/releases/" + release + "/credits",
                "/api/releases/" + release + "/works",
                "/api/releases/" + release + "/masters",
                "/api/releases/" + release + "/readiness");
    }

    private void readable(List<String> screens, String after) {
        for (String screen : screens) {
            Client.Answer answer = manager.get(screen);
            assertThat(answer.status())
                    .as("%s after %s: %s", screen, after, answer.text())
                    .isEqualTo(200);
        }
    }

    private Client.Answer write(String path, Field<?> field, long target, String before, String after) {
        Map<String, Object> change = new HashMap<>();
        change.put("entity", field.entity().id());
        change.put("target", target);
        change.put("field", field.id());
        change.put("before", before);
        change.put("after", after);
        Object body = path.endsWith("changes") && field.entity() != Entity.PARTY && field.entity() != Entity.SERIES
                ? Map.of("says", field.name(), "source", "typed", "changes", List.of(change))
                : change;
        return manager.postPlainly(path, ASCII.writeValueAsString(body));
    }

    @Test
    void every_fact_takes_or_refuses_every_odd_value_and_nothing_becomes_unreadable() {
        JsonNode view = manager.draft("single", "Slack Water");
        long release = Client.id(view);
        manager.write(view, 1, "writers", "Joss Amberley");
        Map<Entity, Long> targets = new LinkedHashMap<>();
        targets.put(Entity.RELEASE, release);
        targets.put(Entity.TRACK, Client.target(view, 1, "title"));
        targets.put(Entity.RECORDING, Client.target(view, 1, "isrc"));
        targets.put(Entity.WORK, Client.target(view, 1, "writers"));
        JdbcClient jdbc = server.getBean(JdbcClient.class);
        long person = jdbc.sql("SELECT id FROM party WHERE name = 'Joss Amberley'")
                .query(Long.class)
                .single();
        targets.put(Entity.PARTY, person);

        List<String> taken = new ArrayList<>();
        for (Field<?> field : Fields.all()) {
            Long target = targets.get(field.entity());
            if (target == null) continue;
            String path = field.entity() == Entity.PARTY
                    ? "/api/people/" + person + "/changes"
                    : "/api/releases/" + release + "/changes";
            for (String odd : ODD) {
                String stored = stored(field, target);
                Client.Answer answer = write(path, field, target, stored, odd);
                String what = field.id() + " ← " + odd.substring(0, Math.min(40, odd.length()));
                assertThat(answer.status())
                        .as("%s: %s", what, answer.text())
                        .isLessThan(500)
                        .isIn(200, 400, 404, 409, 422);
                if (answer.status() != 200) continue;
                taken.add(what);
                Client.Answer shown = manager.get(
                        field.entity() == Entity.PARTY ? "/api/people/" + person : "/api/releases/" + release);
                assertThat(shown.status()).as("%s: %s", what, shown.text()).isEqualTo(200);
            }
            readable(screens(release, person), field.id());
            String stored = stored(field, target);
            if (stored != null && field != Fields.PARTY_NAME) write(path, field, target, stored, null);
        }
        assertThat(taken).as("values that were taken").hasSizeGreaterThan(200);
    }

    private String stored(Field<?> field, long target) {
        return server.getBean(app.entrada.server.facts.ReleaseRepository.class)
                .facts(List.of(new app.entrada.core.release.Ref(field.entity(), target)))
                .values()
                .iterator()
                .next()
                .text(field);
    }

    @Test
    void a_name_that_would_break_a_list_it_stands_in_is_refused_and_nothing_is_changed() {
        JsonNode view = manager.draft("single", "Towpath Songs");
        manager.write(view, 1, "writers", "Kestrel Loam: CA 50/50; Hanna Veil: CA 50/50 via Kestrel Loam");
        long person = server.getBean(JdbcClient.class)
                .sql("SELECT id FROM party WHERE name = 'Kestrel Loam'")
                .query(Long.class)
                .single();
        for (String name : List.of("Kestrel; Loam", "Kestrel: Loam", "k".repeat(2001))) {
            Client.Answer answer =
                    write("/api/people/" + person + "/changes", Fields.PARTY_NAME, person, "Kestrel Loam", name);
            assertThat(answer.status())
                    .as(name.substring(0, 10) + answer.text())
                    .isEqualTo(422);
        }
        JsonNode now = manager.get("/api/releases/" + Client.id(view)).json();
        assertThat(Client.cell(now, 1, "writers").path("value").asString()).startsWith("Kestrel Loam: CA 50");
    }

    @Test
    void a_row_that_cannot_be_read_is_shown_as_that_fails_no_list_and_can_be_mended() {
        JsonNode view = manager.draft("single", "Low Bridge");
        long release = Client.id(view);
        Client.Answer named = manager.write(view, 1, "writers", "Ines Quillon: CA 100/100");
        assertThat(named.text()).contains("Ines Quillon");
        JdbcClient jdbc = server.getBean(JdbcClient.class);
        long person = jdbc.sql("SELECT id FROM party WHERE name = 'Ines Quillon'")
                .query(Long.class)
                .single();
        // looked at while it was whole; then as an older version could leave it behind
        assertThat(manager.get("/api/releases/" + release).text()).doesNotContain("cannot be read");
        String endless = "q".repeat(2500);
        jdbc.sql("UPDATE party SET name = ? WHERE id = ?")
                .params(endless, person)
                .update();

        readable(screens(release, person), "a damaged row");
        assertThat(manager.get("/api/releases/" + release).text())
                .contains("cannot be read and is left out everywhere")
                .contains("Enter it again.");
        assertThat(manager.get("/api/people/" + person).text()).contains("at most 2,000 fit. Enter it again.");

        Client.Answer mended =
                write("/api/people/" + person + "/changes", Fields.PARTY_NAME, person, endless, "Ines Quillon");
        assertThat(mended.status()).as(mended.text()).isEqualTo(200);
        assertThat(manager.get("/api/releases/" + release).text()).doesNotContain("cannot be read");
    }

    @Test
    void undo_takes_along_whom_the_edit_had_brought() {
        JsonNode view = manager.draft("single", "Night Ferry");
        manager.write(view, 1, "writers", "Tamsin Oversluice");
        assertThat(manager.get("/api/people?find=Oversluice").text()).contains("Tamsin Oversluice");
        manager.post("/api/releases/" + Client.id(view) + "/undo", Map.of());
        assertThat(manager.get("/api/people?find=Oversluice").text()).doesNotContain("Tamsin Oversluice");
        manager.post("/api/releases/" + Client.id(view) + "/redo", Map.of());
        assertThat(manager.get("/api/people?find=Oversluice").text()).contains("Tamsin Oversluice");
    }
}

package app.entrada.server.catalogue;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.demo.large.LargeCatalogue;
import app.entrada.server.Client;
import app.entrada.server.CountingDriver;
import app.entrada.server.RunningServer;
import app.entrada.server.demo.LargeDemo;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;

@DisplayName("F4 The whole catalogue in one table: found, counted, written in, taken back")
class CatalogueTest {
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 23);
    private static final String RECORDINGS = "/api/catalogue/recordings";

    private static ConfigurableApplicationContext server;
    private static Client manager;
    private static JdbcClient jdbc;
    private static LargeCatalogue.Made made;

    @BeforeAll
    static void a_catalogue() {
        server = RunningServer.counted();
        manager = RunningServer.manager(server);
        jdbc = server.getBean(JdbcClient.class);
        made = server.getBean(TransactionTemplate.class)
                .execute(status -> server.getBean(LargeDemo.class).make(100, TODAY, 1));
        window("");
    }

    @AfterAll
    static void end() {
        server.close();
    }

    private static String encoded(String text) {
        return URLEncoder.encode(text, StandardCharsets.UTF_8);
    }

    /** As soon as no release is being looked over any more. */
    private static JsonNode window(String find) {
        JsonNode window;
        do window = get(RECORDINGS + "?count=500&find=" + encoded(find));
        while (window.path("lookedOver").asInt() > 0);
        return window;
    }

    private static JsonNode post(String path, Object body) {
        Client.Answer answer = manager.post(path, body);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static JsonNode get(String path) {
        Client.Answer answer = manager.get(path);
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    private static int counted(String sql) {
        return jdbc.sql(sql).query(Integer.class).single();
    }

    private static List<Long> ids(JsonNode window, String of) {
        List<Long> ids = new ArrayList<>();
        for (JsonNode row : window.path("rows")) ids.add(row.path(of).asLong());
        return ids;
    }

    @Test
    void holds_every_recording_release_and_work_once() {
        assertThat(window("").path("total").asInt())
                .isEqualTo(made.recordings())
                .isEqualTo(counted("SELECT count(*) FROM recording"));
        assertThat(get("/api/catalogue/releases").path("total").asInt()).isEqualTo(100);
        assertThat(get("/api/catalogue/works").path("total").asInt()).isEqualTo(made.works());
    }

    @Test
    void finds_what_the_database_counts() {
        assertThat(window("without isrc").path("total").asInt())
                .isEqualTo(made.planted().withoutIsrc())
                .isPositive();
        assertThat(window("without isrc, year 2019 to 2021").path("total").asInt())
                .isEqualTo(made.planted().withoutIsrc2019To2021());
        assertThat(window("explicit").path("total").asInt())
                .isEqualTo(counted("SELECT count(*) FROM track WHERE explicit = 'explicit'"));
        assertThat(get("/api/catalogue/releases?find=" + encoded("sent to lumenfold"))
                        .path("total")
                        .asInt())
                .isEqualTo(counted("""
                        SELECT count(*) FROM delivery WHERE destination = 'lumenfold' AND state = 'accepted'"""));
        JsonNode half = window("genre folk, year of the flood");
        assertThat(half.path("parts").path(1).path("problem").asString()).startsWith("Year needs a year");
    }

    @Test
    void windows_follow_one_another_in_the_order_that_was_asked_for() {
        List<String> titles = new ArrayList<>();
        for (int from = 0; from < made.recordings(); from += 300)
            for (JsonNode row : get(RECORDINGS + "?sort=title&columns=title&count=300&from=" + from)
                    .path("rows")) {
                assertThat(row.path("cells").size()).isEqualTo(1);
                titles.add(row.path("cells").path("title").path("value").asString());
            }
        assertThat(titles).hasSize(made.recordings());
        assertThat(titles.stream().filter(title -> title.matches("[A-Za-z ]+")).toList())
                .hasSizeGreaterThan(300)
                .isSortedAccordingTo(Comparator.comparing(
                        title -> title.toLowerCase(Locale.ROOT).replaceFirst("^the ", "")));
    }

    @Test
    void values_are_counted() {
        JsonNode values = get(RECORDINGS + "/values?column=explicit");
        assertThat(values.path("values").path(0).path("value").asString()).isEqualTo("no");
        assertThat(values.path("values").path(0).path("count").asInt()
                        + values.path("values").path(1).path("count").asInt())
                .isEqualTo(made.recordings());
        assertThat(manager.get(RECORDINGS + "/values?column=barnacles").status())
                .isEqualTo(404);
    }

    @Test
    void what_is_edited_elsewhere_stands_here_at_once() {
        JsonNode view = get("/api/releases/" + (LargeCatalogue.FIRST + 7));
        manager.write(view, 1, "title", "Ondergang Quay");
        assertThat(window("ondergang").path("total").asInt()).isEqualTo(1);
        manager.write(view, 0, "genre", "Jazz Noir");
        assertThat(window("genre noir")
                        .path("rows")
                        .path(0)
                        .path("cells")
                        .path("genre")
                        .path("carried")
                        .asBoolean())
                .isTrue();
        manager.post("/api/releases/" + Client.id(view) + "/undo", Map.of());
        assertThat(window("genre noir").path("total").asInt()).isZero();
        long gone = LargeCatalogue.FIRST + 8;
        int before = window("").path("total").asInt();
        int tracks = get("/api/releases/" + gone).path("rows").size() - 1;
        manager.post("/api/releases/" + gone + "/archive", Map.of());
        assertThat(window("").path("total").asInt()).isEqualTo(before - tracks);
        manager.post("/api/releases/" + gone + "/restore", Map.of());
        assertThat(window("").path("total").asInt()).isEqualTo(before);
    }

    private static Map<String, Object> edit(JsonNode preview) {
        List<Map<String, Object>> places = new ArrayList<>();
        for (JsonNode place : preview.path("places")) {
            Map<String, Object> seen = new HashMap<>();
            seen.put("target", place.path("target").asLong());
            seen.put("before", place.path("before").asString(null));
            places.add(seen);
        }
        Map<String, Object> edit = new HashMap<>();
        edit.put("field", preview.path("field").asString());
        edit.put("after", preview.path("after").asString(null));
        edit.put("places", places);
        return edit;
    }

    private static JsonNode preview(String find, String column, String value) {
        Client.Answer answer =
                manager.post(RECORDINGS + "/preview", Map.of("find", find, "column", column, "value", value));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json();
    }

    @Test
    void one_fact_is_written_in_all_rows_that_the_filter_finds_and_taken_back_in_one_move() {
        String found = "year 2020 to 2022, country de";
        JsonNode preview = preview(found, "country", "nl");
        int count = window(found).path("total").asInt();
        assertThat(count).isGreaterThan(100);
        assertThat(preview.path("after").asString()).isEqualTo("NL");
        assertThat(preview.path("places").size()).isEqualTo(count);
        assertThat(preview.path("releases").asInt()).isGreaterThan(5);
        JsonNode stack = post("/api/catalogue/changes", edit(preview));
        assertThat(stack.path("undo").asString()).isEqualTo("Country of %d recordings".formatted(count));
        assertThat(window("country nl").path("total").asInt()).isEqualTo(count);
        post("/api/catalogue/undo", Map.of());
        assertThat(window("country nl").path("total").asInt()).isZero();
        post("/api/catalogue/redo", Map.of());
        assertThat(window("country nl").path("total").asInt()).isEqualTo(count);
        post("/api/catalogue/undo", Map.of());
    }

    @Test
    void what_the_release_says_stays_carried_unless_told_otherwise() {
        String on = "on \"%s\""
                .formatted(get("/api/releases/" + (LargeCatalogue.FIRST + 11))
                        .path("head")
                        .path("title")
                        .asString());
        JsonNode left = preview(on, "genre", "Drone");
        assertThat(left.path("places").size()).isZero();
        assertThat(left.path("carried").asInt()).isPositive();
        JsonNode told = manager.post(
                        RECORDINGS + "/preview",
                        Map.of("find", on, "column", "genre", "value", "Drone", "carried", true))
                .json();
        assertThat(told.path("places").size()).isEqualTo(left.path("carried").asInt());
        // a fact of the release is written once, however many of its tracks are found
        assertThat(preview(on, "label", "Tenth Weir").path("places").size())
                .isEqualTo(told.path("releases").asInt());
    }

    @Test
    void where_somebody_was_quicker_nothing_is_written_and_both_are_told() {
        JsonNode preview = preview("year 2017", "country", "fr");
        long other = preview.path("places").path(3).path("target").asLong();
        manager.post(
                "/api/catalogue/changes",
                Map.of(
                        "field",
                        "recording.country",
                        "after",
                        "BE",
                        "places",
                        List.of(Map.of("target", other, "before", "DE"))));
        Client.Answer refused = manager.post("/api/catalogue/changes", edit(preview));
        assertThat(refused.status()).isEqualTo(409);
        JsonNode conflict = refused.json().path("conflicts").path(0);
        assertThat(conflict.path("target").asLong()).isEqualTo(other);
        assertThat(conflict.path("stored").asString()).isEqualTo("BE");
        assertThat(conflict.path("wanted").asString()).isEqualTo("FR");
        assertThat(window("country fr").path("total").asInt()).isZero();
        post("/api/catalogue/undo", Map.of());
    }

    @Test
    void bad_edits_are_refused_with_what_is_wrong() {
        assertThat(manager.post(RECORDINGS + "/preview", Map.of("column", "time", "value", "3:00"))
                        .problem())
                .isEqualTo("computed");
        assertThat(manager.post(RECORDINGS + "/preview", Map.of("column", "tempo", "value", "quick"))
                        .problem())
                .isEqualTo("malformed-value");
        assertThat(manager.post("/api/catalogue/changes", Map.of("field", "recording.country", "after", "FR"))
                        .problem())
                .isEqualTo("nothing-chosen");
        assertThat(manager.post("/api/catalogue/isrcs", Map.of("recordings", List.of(4711L)))
                        .status())
                .isEqualTo(404);
        assertThat(manager.get("/api/catalogue/barnacles").status()).isEqualTo(404);
    }

    @Test
    void missing_isrcs_are_given_in_one_move_and_taken_back() {
        List<Long> without = ids(window("without isrc"), "recordingId");
        JsonNode given = manager.post("/api/catalogue/isrcs", Map.of("recordings", without))
                .json();
        assertThat(given.path("count").asInt()).isEqualTo(without.size());
        assertThat(window("without isrc").path("total").asInt()).isZero();
        assertThat(counted("SELECT count(*) - count(DISTINCT isrc) FROM recording WHERE id IN (%s)"
                        .formatted(String.join(
                                ",", without.stream().map(String::valueOf).toList()))))
                .isZero();
        post("/api/catalogue/undo", Map.of());
        assertThat(window("without isrc").path("total").asInt()).isEqualTo(without.size());
        String then = "year 2019 to 2021";
        assertThat(post("/api/catalogue/isrcs", Map.of("find", then))
                        .path("count")
                        .asInt())
                .isEqualTo(made.planted().withoutIsrc2019To2021());
        assertThat(window("without isrc, " + then).path("total").asInt()).isZero();
        post("/api/catalogue/undo", Map.of());
    }

    @Test
    void what_is_found_is_exported() {
        String path = RECORDINGS + "/export?columns=title,isrc,time&find=" + encoded("without isrc") + "&format=";
        String[] csv = manager.get(path + "csv").text().split("\r\n");
        assertThat(csv[0]).isEqualTo("Title,ISRC,Time");
        assertThat(csv).hasSize(made.planted().withoutIsrc() + 1);
        assertThat(manager.get(path + "tsv").text()).startsWith("Title\tISRC\tTime\r\n");
        assertThat(manager.get(path + "json").json().size())
                .isEqualTo(made.planted().withoutIsrc());
        assertThat(manager.get(path + "pdf").status()).isEqualTo(422);
    }

    @Test
    void selected_recordings_are_taken_to_a_release_as_they_stand_on_their_newest() {
        JsonNode rows = get("/api/catalogue/recordings?find=with+isrc&count=40").path("rows");
        List<Long> wanted = new ArrayList<>();
        List<String> titles = new ArrayList<>();
        for (JsonNode row : rows)
            if (wanted.size() < 3 && !wanted.contains(row.path("recordingId").asLong())) {
                wanted.add(0, row.path("recordingId").asLong());
                titles.add(0, row.path("cells").path("title").path("value").asString());
            }
        long best = Client.id(manager.begin("compilation", "Best of the Weir"));
        Map<String, Object> body = Map.of("recordings", wanted);
        assertThat(manager.postPlainly("/api/releases/" + best + "/recordings", body)
                        .status())
                .isEqualTo(200);
        JsonNode taken = get("/api/releases/" + best).path("rows");
        assertThat(taken.valueStream()
                        .skip(1)
                        .map(row -> row.path("recordingId").asLong()))
                .endsWith(wanted.toArray(Long[]::new));
        assertThat(taken.valueStream()
                        .skip(1)
                        .map(row ->
                                row.path("cells").path("title").path("value").asString()))
                .endsWith(titles.toArray(String[]::new));
        assertThat(manager.postPlainly("/api/releases/" + best + "/recordings", Map.of("recordings", List.of(-7)))
                        .status())
                .isEqualTo(404);
        assertThat(manager.postPlainly("/api/releases/" + best + "/recordings", Map.of())
                        .status())
                .isEqualTo(422);
    }

    @Test
    void views_have_a_name_and_an_address_and_are_one_s_own_or_everybody_s() {
        Map<String, Object> view = Map.of(
                "name",
                "No ISRC",
                "subject",
                "recordings",
                "find",
                "without isrc",
                "sort",
                "-year",
                "columns",
                "title");
        JsonNode saved = manager.post("/api/catalogue/views", view).json();
        Client reader = RunningServer.signedIn(server, "reader");
        assertThat(reader.get("/api/catalogue/views").json()).isEmpty();
        Map<String, Object> shared = new HashMap<>(view);
        shared.put("forAll", true);
        manager.post("/api/catalogue/views", shared);
        assertThat(reader.get("/api/catalogue/views")
                        .json()
                        .path(0)
                        .path("find")
                        .asString())
                .isEqualTo("without isrc");
        assertThat(reader.get("/api/catalogue/views").json().path(0).path("own").asBoolean())
                .isFalse();
        String path = "/api/catalogue/views/" + saved.path("id").asLong();
        assertThat(reader.delete(path).status()).isEqualTo(404);
        // who only reads has views of his own, and leaves everybody's alone
        assertThat(reader.post("/api/catalogue/views", shared).status()).isEqualTo(403);
        JsonNode own = reader.post("/api/catalogue/views", view).json();
        assertThat(own.path("own").asBoolean()).isTrue();
        assertThat(reader.delete("/api/catalogue/views/" + own.path("id").asLong())
                        .status())
                .isEqualTo(200);
        assertThat(manager.delete(path).status()).isEqualTo(200);
        assertThat(get("/api/catalogue/views")).isEmpty();
    }

    @Test
    void a_window_takes_ten_statements_at_most() {
        window("");
        CountingDriver.forget();
        window("genre folk");
        assertThat(CountingDriver.ofTheApplication()).hasSizeBetween(1, 10);
    }
}

package app.entrada.server.overview;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.demo.large.LargeCatalogue;
import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.demo.LargeDemo;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.sql.Connection;
import java.sql.DriverManager;
import java.sql.SQLException;
import java.sql.Statement;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.SplittableRandom;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@DisplayName("F2 How releases stand is kept, and is what would be computed at this moment")
class StandingTest {
    private static final int RELEASES = 40;
    private static final LocalDate TODAY = LocalDate.of(2026, 11, 23);

    private static final JsonMapper JSON = new JsonMapper();

    private static List<String> settings;
    private static ConfigurableApplicationContext server;
    private static Client manager;
    private static Standings standings;
    private static StandingRepository kept;
    private static JdbcClient jdbc;

    @BeforeAll
    static void a_catalogue_of_forty() {
        settings = RunningServer.nothingYet();
        server = RunningServer.with(settings);
        manager = RunningServer.manager(server);
        RunningServer.label(server);
        standings = server.getBean(Standings.class);
        kept = server.getBean(StandingRepository.class);
        jdbc = server.getBean(JdbcClient.class);
        server.getBean(TransactionTemplate.class)
                .executeWithoutResult(status -> server.getBean(LargeDemo.class).make(RELEASES, TODAY, 1));
        settle();
    }

    @AfterAll
    static void end() {
        server.close();
    }

    /** Looks at everything that can be looked at now. */
    private static void look() {
        do standings.look(50);
        while (kept.waiting(TODAY, 1) > 0);
    }

    /** Looks until nothing is marked, not even for when others have ended, in whatever database of the cluster they write. */
    private static void settle() {
        ReadyRelease.until(
                () -> {
                    look();
                    return marks() == 0;
                },
                () -> marks() + " marks are left");
    }

    private static int marks() {
        return jdbc.sql("SELECT count(*) FROM standing_mark")
                .query(Integer.class)
                .single();
    }

    private static List<Long> ids() {
        return jdbc.sql("SELECT id FROM release WHERE deleted_at IS NULL ORDER BY id")
                .query(Long.class)
                .list();
    }

    private static void keptIsFresh() {
        settle();
        List<KeptRelease> fresh = standings.fresh(ids());
        List<KeptRelease> now = kept.kept(ids());
        assertThat(now).hasSizeGreaterThanOrEqualTo(RELEASES).hasSameSizeAs(fresh);
        for (int i = 0; i < now.size(); i++) assertThat(now.get(i)).isEqualTo(fresh.get(i));
    }

    /** One who sits at a desk and changes this and that. */
    private record Somebody(Client client, SplittableRandom chance) {
        private long release() {
            return LargeCatalogue.FIRST + chance.nextInt(RELEASES);
        }

        private JsonNode view() {
            return client.get("/api/releases/" + release()).json();
        }

        private String one(String... of) {
            return of[chance.nextInt(of.length)];
        }

        /** What another release has there. */
        private String elsewhere(int row, String key) {
            return Client.cell(view(), row, key).path("value").asString("");
        }

        void act() {
            JsonNode view = view();
            switch (chance.nextInt(14)) {
                case 0 -> client.write(view, 0, "title", one("Salt Ledger", "Slow Ferry", "Quiet Lock"));
                case 1 -> client.write(view, 1, "title", elsewhere(1, "title"));
                case 2 -> client.write(view, 1, "isrc", elsewhere(1, "isrc"));
                case 3 -> client.write(view, 0, "barcode", elsewhere(0, "barcode"));
                case 4 -> client.write(view, 0, "catalogueNumber", elsewhere(0, "catalogueNumber"));
                case 5 -> client.write(view, 0, "releaseDate", one("2027-01-15", "2026-12-04", "2019-05-01"));
                case 6 ->
                    client.write(
                            view, 1, "writers", one("Vera Lockgate: CA", "Vera Lokgate: CA", "Ash Weir: C 100/100"));
                case 7 -> client.write(view, 1, "explicit", one("clean", "explicit", "no"));
                case 8 -> sound(view);
                case 9 -> client.write(view, 1, "workTitle", elsewhere(1, "title"));
                case 10 -> client.write(view, 0, "genre", one("Folk", "Fokl", "Jazz"));
                case 11 -> client.post("/api/releases/" + Client.id(view) + "/undo", Map.of());
                case 12 -> person();
                default -> risk(Client.id(view));
            }
        }

        private void person() {
            long id = LargeCatalogue.FIRST + chance.nextInt(90);
            String field = one("party.ipi", "party.society", "party.name", "party.kind");
            String after = switch (field) {
                case "party.ipi" -> one("00123456786", "00000000000");
                case "party.society" -> one("OSTRA", "");
                case "party.kind" -> one("person", "group");
                default -> one("Vera Lockgate", "Ash Weir", "Mill " + id);
            };
            Map<String, Object> change = new HashMap<>();
            change.put("field", field);
            for (JsonNode fact : client.get("/api/people/" + id).json().path("facts"))
                if (fact.path("field").asString().equals(field))
                    change.put("before", fact.path("value").asString(null));
            change.put("after", after.isEmpty() ? null : after);
            client.post("/api/people/" + id + "/changes", change);
        }

        /** Gives a track the sound of another one. */
        private void sound(JsonNode view) {
            JsonNode row = view.path("rows").path(1);
            Map<String, Object> change = new HashMap<>();
            change.put("entity", "recording");
            change.put("target", row.path("recordingId").asLong());
            change.put("field", "recording.master");
            change.put("before", row.path("master").path("sha256").asString(null));
            change.put(
                    "after",
                    view().path("rows").path(1).path("master").path("sha256").asString(null));
            client.post(
                    "/api/releases/" + Client.id(view) + "/changes",
                    Map.of("says", "sound", "source", "typed", "changes", List.of(change)));
        }

        private void risk(long release) {
            for (JsonNode finding :
                    client.get("/api/releases/" + release + "/readiness").json().path("findings"))
                if (finding.path("weight").asString().equals("risk")) {
                    client.post(
                            "/api/releases/" + release + "/readiness/risks",
                            Map.of("findings", List.of(finding.path("id").asString()), "reason", "We know."));
                    return;
                }
        }
    }

    @Test
    void kept_is_fresh_after_hundreds_of_edits_by_several_at_once() throws ExecutionException, InterruptedException {
        int before = jdbc.sql("SELECT count(*) FROM batch").query(Integer.class).single();
        ExecutorService desks = Executors.newFixedThreadPool(4);
        List<Future<?>> all = new ArrayList<>();
        for (int desk = 0; desk < 4; desk++) {
            Client client = RunningServer.client(server);
            client.signIn("manager", RunningServer.PASSWORD);
            Somebody somebody = new Somebody(client, new SplittableRandom(400 + desk));
            all.add(desks.submit(() -> {
                for (int edit = 0; edit < 60; edit++) somebody.act();
            }));
        }
        for (Future<?> each : all) each.get();
        desks.shutdown();
        assertThat(jdbc.sql("SELECT count(*) FROM batch").query(Integer.class).single() - before)
                .as("edits that were taken")
                .isGreaterThan(90);
        keptIsFresh();
    }

    @Test
    void a_rule_adjusted_a_label_renamed_and_a_release_put_away_are_seen() {
        rules("lumenfold", TODAY, 2);
        keptIsFresh();
        manager.post("/api/releases/" + (LargeCatalogue.FIRST + 3) + "/archive", Map.of());
        assertThat(manager.get("/api/releases?count=500").text())
                .doesNotContain("\"id\":" + (LargeCatalogue.FIRST + 3));
        manager.post("/api/releases/" + (LargeCatalogue.FIRST + 3) + "/restore", Map.of());
        assertThat(manager.get("/api/releases?count=500").text()).contains("\"id\":" + (LargeCatalogue.FIRST + 3));
        keptIsFresh();
    }

    @Test
    void one_who_edits_sees_it_in_the_list_and_others_that_share_it_follow() {
        JsonNode first = manager.begin("single", "Kept One");
        JsonNode second = manager.begin("single", "Kept Two");
        String code = Client.cell(first, 0, "barcode").path("value").asString();
        assertThat(stops("kept one")).isEqualTo(stops("kept two"));
        int alone = stops("kept one");
        manager.write(second, 0, "barcode", code);
        assertThat(stops("kept one")).isEqualTo(alone + 1);
        assertThat(stops("kept two")).isEqualTo(alone + 1);
        manager.post("/api/releases/" + Client.id(second) + "/undo", Map.of());
        assertThat(stops("kept one")).isEqualTo(alone);
    }

    private static int stops(String title) {
        JsonNode found =
                manager.get("/api/releases?find=" + title.replace(' ', '+')).json();
        assertThat(found.path("total").asInt()).isEqualTo(1);
        return found.path("releases")
                .path(0)
                .path("marks")
                .path(0)
                .path("count")
                .asInt();
    }

    @Test
    void the_list_goes_on_behind_a_release_until_all_were_shown() {
        List<Long> shown = new ArrayList<>();
        String after = "";
        while (true) {
            JsonNode part = manager.get("/api/releases?count=7" + after).json().path("releases");
            if (part.isEmpty()) break;
            part.forEach(head -> shown.add(head.path("id").asLong()));
            after = "&after=" + shown.get(shown.size() - 1);
        }
        assertThat(shown).doesNotHaveDuplicates().containsExactlyInAnyOrderElementsOf(ids());
        JsonNode odd = manager.get("/api/releases?find=%25_%5C").json();
        assertThat(odd.path("total").asInt()).isZero();
    }

    @Test
    void a_program_with_other_rules_looks_at_everything_again() {
        settle();
        standings.begin();
        assertThat(kept.waiting(TODAY, 10_000)).isZero();
        kept.rules("of a later program");
        assertThat(kept.waiting(TODAY, 10_000)).isEqualTo(ids().size());
        settle();
        kept.rules("of a later program");
        assertThat(kept.waiting(TODAY, 10_000)).isZero();
        keptIsFresh();
    }

    @Test
    void what_is_kept_wrongly_is_found_and_looked_over_anew() {
        StandingCheck check = server.getBean(StandingCheck.class);
        List<Integer> told = new ArrayList<>();
        StandingCheck.Compared whole = check.compare(told::add);
        assertThat(whole.different()).isEmpty();
        assertThat(whole.releases()).isEqualTo(ids().size());
        assertThat(told).isNotEmpty().last().isEqualTo(ids().size());
        // as a fault of the program, or of a disk, might leave it
        long spoilt = LargeCatalogue.FIRST + 3;
        long gone = LargeCatalogue.FIRST + 5;
        jdbc.sql("UPDATE standing SET rows = '[]' WHERE release_id = ?")
                .param(spoilt)
                .update();
        jdbc.sql("DELETE FROM standing WHERE release_id = ?").param(gone).update();
        assertThat(check.compare(told::add).different())
                .extracting(StandingCheck.Different::release)
                .containsExactlyInAnyOrder(spoilt, gone);
        keptIsFresh();
        assertThat(check.compare(told::add).different()).isEmpty();
    }

    /** The same installation on another day; nothing works in its background. */
    private static ConfigurableApplicationContext on(LocalDate day) {
        List<String> there = new ArrayList<>(settings);
        there.replaceAll(each -> each.startsWith("--entrada.today=") ? "--entrada.today=" + day : each);
        there.add("--entrada.doctor=nothing");
        return RunningServer.with(there);
    }

    private static long dated(String title, LocalDate date) {
        JsonNode view = manager.begin("single", title);
        manager.write(view, 0, "releaseDate", date.toString());
        return Client.id(view);
    }

    @ParameterizedTest
    @CsvSource({"1, 15", "8, 40", "39, 1000", "400, 1000"})
    void another_day_concerns_only_those_that_it_makes_different(int days, int most) {
        // in nine days, with fewer days left each morning; far off; long out
        long near = dated("Morning Ferry " + days, TODAY.plusDays(9));
        long far = dated("Far Ferry " + days, TODAY.plusDays(300));
        long out = dated("Old Ferry " + days, TODAY.minusDays(900));
        settle();
        LocalDate then = TODAY.plusDays(days);
        try (ConfigurableApplicationContext later = on(then)) {
            List<Long> concerned = jdbc.sql("SELECT release_id FROM standing WHERE turns_on <= ?")
                    .param(then)
                    .query(Long.class)
                    .list();
            assertThat(kept.waiting(then, 10_000)).isEqualTo(concerned.size()).isLessThanOrEqualTo(most);
            assertThat(concerned).contains(near);
            if (days < 39) assertThat(concerned).doesNotContain(far);
            if (days < 39) assertThat(concerned).doesNotContain(out);
            List<Long> others = new ArrayList<>(ids());
            others.removeAll(concerned);
            assertThat(kept.kept(others))
                    .isEqualTo(later.getBean(Standings.class).fresh(others));
        }
    }

    @Test
    void rules_of_a_destination_concern_only_those_that_are_meant_for_it() {
        JsonNode one = manager.begin("single", "For Ostra");
        manager.destinations(Client.id(one), "ostra");
        JsonNode other = manager.begin("single", "For Everybody");
        settle();
        long before = looked(Client.id(one));
        long usual = looked(Client.id(other));
        rules("lumenfold", TODAY, 4);
        keptIsFresh();
        assertThat(looked(Client.id(one))).isEqualTo(before);
        assertThat(looked(Client.id(other))).isGreaterThan(usual);
        // as it was, for the tests behind this one
        assertThat(manager.delete("/api/destinations/lumenfold/rules").status()).isEqualTo(200);
        rules("ostra", TODAY, 3);
        keptIsFresh();
        assertThat(looked(Client.id(one))).isGreaterThan(before);
    }

    @Test
    void rules_that_begin_later_are_waited_for_by_those_that_are_meant_for_it() {
        JsonNode one = manager.begin("single", "From Advent On");
        manager.destinations(Client.id(one), "ferrous-lane");
        rules("ferrous-lane", TODAY.plusDays(6), 9);
        keptIsFresh();
        assertThat(jdbc.sql("SELECT turns_on FROM standing WHERE release_id = ?")
                        .param(Client.id(one))
                        .query(LocalDate.class)
                        .single())
                .isEqualTo(TODAY.plusDays(6));
        try (ConfigurableApplicationContext later = on(TODAY.plusDays(6))) {
            assertThat(kept.kept(List.of(Client.id(one))))
                    .isNotEqualTo(later.getBean(Standings.class).fresh(List.of(Client.id(one))));
        }
    }

    @Test
    void rules_that_another_node_has_just_written_are_those_that_are_looked_by() {
        long one = Client.id(manager.begin("single", "By New Rules"));
        manager.destinations(one, "hearthcast");
        settle();
        try (ConfigurableApplicationContext node = on(TODAY)) {
            Client there = RunningServer.client(node);
            there.signIn("manager", RunningServer.PASSWORD);
            server.getBean(ProfileRepository.class).all();
            rules(there, "hearthcast", TODAY.plusDays(6), 9);
            settle();
            assertThat(kept.kept(List.of(one)))
                    .isEqualTo(node.getBean(Standings.class).fresh(List.of(one)));
        }
    }

    private static Connection connection() throws SQLException {
        return DriverManager.getConnection(
                RunningServer.setting(settings, "spring.datasource.url"),
                RunningServer.setting(settings, "spring.datasource.username"),
                RunningServer.setting(settings, "spring.datasource.password"));
    }

    /** Of two who write at once neither is seen by the other's triggers; the release is looked at between them. */
    @Test
    void a_recording_that_is_taken_over_while_somebody_writes_to_it_is_looked_at_again() throws SQLException {
        JsonNode first = manager.begin("single", "Written There");
        long other = Client.id(manager.begin("single", "Taken Over Here"));
        long recording = first.path("rows").path(1).path("recordingId").asLong();
        try (Connection writing = connection();
                Statement statement = writing.createStatement()) {
            writing.setAutoCommit(false);
            statement.execute("UPDATE recording SET recorded_in = 'Quay Hall' WHERE id = " + recording);
            manager.post("/api/releases/" + other + "/recordings", Map.of("recordings", List.of(recording)));
            look();
            assertThat(rows(other)).doesNotContain("Quay Hall");
            writing.commit();
        }
        keptIsFresh();
        assertThat(rows(other)).contains("Quay Hall");
    }

    private static String rows(long release) {
        return jdbc.sql("SELECT rows FROM standing WHERE release_id = ?")
                .param(release)
                .query(String.class)
                .single();
    }

    @Test
    void a_spelling_that_becomes_the_usual_one_is_looked_by_though_no_name_has_come() {
        manager.write(manager.begin("single", "By One Spelling"), 0, "artists", "Orla Fenndale");
        manager.write(manager.begin("single", "By Another"), 0, "artists", "Órla Fenndale");
        settle();
        manager.write(manager.begin("single", "By Another Again"), 0, "artists", "Órla Fenndale");
        manager.write(manager.begin("single", "By Another Still"), 0, "artists", "Órla Fenndale");
        keptIsFresh();
        try (ConfigurableApplicationContext other = on(TODAY)) {
            assertThat(other.getBean(StandingCheck.class).compare(count -> {}).different())
                    .isEmpty();
        }
    }

    /**
     * The look has read the rules of before and is not stored yet; what is kept of the release does not name the destination
     * either. It waits for a lock of the test, whoever writes the rules for the look or for nothing.
     */
    @Test
    void rules_that_are_written_while_a_release_is_looked_at_are_looked_at_too() throws Exception {
        JsonNode one = manager.begin("single", "Looked At Meanwhile");
        settle();
        CompletableFuture<Integer> look;
        CompletableFuture<Void> rules;
        try (Connection holding = connection();
                Statement statement = holding.createStatement()) {
            holding.setAutoCommit(false);
            statement.execute("LOCK TABLE standing IN SHARE MODE");
            manager.destinations(Client.id(one), "ferrous-lane");
            look = CompletableFuture.supplyAsync(() -> standings.look(50));
            ReadyRelease.until(() -> waiting("relation = 'standing'::regclass"), () -> "no look is stored");
            rules = CompletableFuture.runAsync(() -> rules("ferrous-lane", TODAY.plusDays(4), 9));
            ReadyRelease.until(
                    () -> rules.isDone() || waitsInTurn(), () -> "the rules are neither written nor do they wait");
            holding.rollback();
        }
        rules.get();
        look.get();
        keptIsFresh();
        assertThat(jdbc.sql("SELECT turns_on FROM standing WHERE release_id = ?")
                        .param(Client.id(one))
                        .query(LocalDate.class)
                        .single())
                .isEqualTo(TODAY.plusDays(4));
    }

    /** Whether a writer waits for the look's turn, beside looks that wait for one another. */
    private static boolean waitsInTurn() {
        return jdbc.sql("""
                        SELECT EXISTS (SELECT FROM pg_stat_activity WHERE datname = current_database()
                            AND wait_event_type = 'Lock' AND wait_event = 'advisory' AND query LIKE '%profile%')""").query(Boolean.class).single();
    }

    private static boolean waiting(String what) {
        return jdbc.sql("SELECT EXISTS (SELECT FROM pg_locks WHERE NOT granted AND " + what + ")")
                .query(Boolean.class)
                .single();
    }

    private static long looked(long release) {
        return jdbc.sql("SELECT looked FROM standing WHERE release_id = ?")
                .param(release)
                .query(Long.class)
                .single();
    }

    private static void rules(String destination, LocalDate from, int leadDays) {
        rules(manager, destination, from, leadDays);
    }

    private static void rules(Client client, String destination, LocalDate from, int leadDays) {
        assertThat(client.put(
                                "/api/destinations/" + destination + "/rules",
                                Map.of(
                                        "dated",
                                        from.toString(),
                                        "leadDays",
                                        leadDays,
                                        "rules",
                                        List.of(Map.of("id", "title.missing", "weight", "note"))))
                        .status())
                .isEqualTo(200);
    }

    @Test
    void a_page_is_told_how_a_release_stands_now_and_whose_deed_it_was() throws IOException {
        JsonNode view = manager.begin("single", "Told One");
        settle();
        String page = "0a1b2c3d-0000-4000-8000-00000000000f";
        try (BufferedReader told =
                new BufferedReader(new InputStreamReader(manager.stream("/api/events"), StandardCharsets.UTF_8))) {
            assertThat(manager.send(
                                    "POST",
                                    "/api/releases/" + Client.id(view) + "/changes",
                                    Map.of("Content-Type", "application/json", "Entrada-Page", page),
                                    JSON.writeValueAsBytes(Map.of(
                                            "says",
                                            "Title",
                                            "source",
                                            "typed",
                                            "changes",
                                            List.of(Map.of(
                                                    "entity",
                                                    "release",
                                                    "target",
                                                    Client.id(view),
                                                    "field",
                                                    "release.title",
                                                    "before",
                                                    "Told One",
                                                    "after",
                                                    "Told Two")))))
                            .status())
                    .isEqualTo(200);
            JsonNode edit = next(told, "release");
            assertThat(edit.path("page").asString()).isEqualTo(page);
            JsonNode stands = next(told, "stands").path("data");
            assertThat(stands.path("release").asLong()).isEqualTo(Client.id(view));
            assertThat(stands.path("head").path("title").asString()).isEqualTo("Told Two");
            assertThat(stands.path("head").path("marks")).isNotEmpty();
            assertThat(stands.path("things").asInt())
                    .isEqualTo(stands.path("was").asInt());
            // as the list says it
            assertThat(manager.get("/api/releases?find=told+two")
                            .json()
                            .path("releases")
                            .path(0))
                    .isEqualTo(stands.path("head"));
            manager.delete("/api/releases/" + Client.id(view));
            JsonNode gone = next(told, "stands").path("data");
            assertThat(gone.path("gone").asBoolean()).isTrue();
            assertThat(gone.path("looked").asLong())
                    .isGreaterThan(stands.path("looked").asLong());
        }
    }

    private static JsonNode next(BufferedReader told, String kind) throws IOException {
        while (true) {
            String line = told.readLine();
            if (line.startsWith("data:")) {
                JsonNode said = JSON.readTree(line.substring(5));
                if (said.path("kind").asString().equals(kind)) return said;
            }
        }
    }
}

package app.entrada.server.destinations;

import static org.assertj.core.api.Assertions.assertThat;
import static org.mockito.Mockito.mock;
import static org.mockito.Mockito.when;

import app.entrada.core.check.profile.Profile;
import app.entrada.demo.DemoReceivers;
import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.sql.Connection;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import javax.sql.DataSource;
import org.flywaydb.core.api.migration.Context;
import org.flywaydb.core.api.migration.JavaMigration;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("B0 Destinations of one's own, from patterns and from files")
class ReceiversTest {
    private final Client manager = RunningServer.signedIn("manager");

    private static Map<String, Object> typed(String pattern, String name) {
        Map<String, Object> typed = new HashMap<>();
        typed.put("pattern", pattern);
        typed.put("name", name);
        typed.put("leadDays", 30);
        typed.put("featuredInTitle", true);
        typed.put("version", "DASH");
        typed.put("usual", false);
        typed.put("expressDays", null);
        typed.put("expressFee", null);
        typed.put("genreWords", Map.of("Rock", "Alternative Rock"));
        return typed;
    }

    private String add(String name) {
        Client.Answer answer = manager.post("/api/destinations", typed("distributor", name));
        assertThat(answer.status()).as(answer.json().toString()).isEqualTo(200);
        return answer.json().path("id").asString();
    }

    private List<String> ids() {
        List<String> ids = new ArrayList<>();
        for (JsonNode each : manager.get("/api/destinations").json())
            ids.add(each.path("id").asString());
        return ids;
    }

    @Test
    void an_installation_of_one_s_own_begins_without_any_and_offers_eleven_kinds() {
        try (var own = RunningServer.apart()) {
            Client fresh = RunningServer.manager(own);
            assertThat(fresh.get("/api/destinations").json()).isEmpty();
            assertThat(fresh.get("/api/destinations/patterns").json()).hasSize(11);
            JsonNode release = fresh.begin("single", "Nowhere Yet");
            assertThat(fresh.get("/api/releases/" + Client.id(release) + "/readiness")
                            .status())
                    .isEqualTo(200);
            assertThat(fresh.get("/api/desk").status()).isEqualTo(200);
        }
    }

    @Test
    void an_installation_that_has_releases_already_keeps_the_destinations_that_it_showed() throws Exception {
        try (var own = RunningServer.apart()) {
            Client fresh = RunningServer.manager(own);
            fresh.begin("single", "Old Water");
            JdbcClient jdbc = own.getBean(JdbcClient.class);
            try (Connection connection = own.getBean(DataSource.class).getConnection()) {
                Context context = mock(Context.class);
                when(context.getConnection()).thenReturn(connection);
                own.getBean(JavaMigration.class).migrate(context);
            }
            assertThat(jdbc.sql("SELECT id FROM receiver ORDER BY number")
                            .query(String.class)
                            .list())
                    .containsExactlyElementsOf(
                            DemoReceivers.all().stream().map(Profile::id).toList());
        }
    }

    @Test
    void a_destination_begins_with_its_pattern_and_with_what_was_answered() {
        String id = add("Hollow Quay Distribution");
        assertThat(id).startsWith("hollow-quay-distribution");
        assertThat(ids()).contains(id);
        Profile made =
                Profile.read(manager.get("/api/destinations/" + id + "/profile").text());
        assertThat(made.name()).isEqualTo("Hollow Quay Distribution");
        assertThat(made.kind()).isEqualTo("distributor");
        assertThat(made.leadDays()).isEqualTo(30);
        assertThat(made.genreWords()).containsExactly(Map.entry("Rock", "Alternative Rock"));
        Map<String, Object> more = typed("download-shop", "Lantern Downloads");
        more.put("recipe", "store-flac");
        more.put("longestTitle", 90);
        more.put("sells", "DE, AT");
        String shop = manager.post("/api/destinations", more).json().path("id").asString();
        Profile limited = Profile.read(
                manager.get("/api/destinations/" + shop + "/profile").text());
        assertThat(limited.recipe()).isEqualTo("store-flac");
        assertThat(limited.applied("title.too-long").orElseThrow().set()).containsEntry("max", 90);
        assertThat(limited.applied("territory.deal-outside-rights")
                        .orElseThrow()
                        .set())
                .containsEntry("sells", List.of("AT", "DE"));
        more.put("name", "Lantern Two");
        more.put("sells", "Atlantis");
        assertThat(manager.post("/api/destinations", more).status()).isEqualTo(422);
        assertThat(made.applied("isrc.missing")).isPresent();
        // a release is meant for it when somebody says so, and then its rules ask
        JsonNode view = manager.begin("single", "Hollow");
        Map<String, Object> meant =
                Map.of("entity", "release", "target", Client.id(view), "field", "release.destinations", "after", id);
        assertThat(manager.post(
                                "/api/releases/" + Client.id(view) + "/changes",
                                Map.of("says", "Destinations", "source", "typed", "changes", List.of(meant)))
                        .status())
                .isEqualTo(200);
        JsonNode board =
                manager.get("/api/releases/" + Client.id(view) + "/readiness").json();
        assertThat(board.toString()).contains("Hollow Quay Distribution");
    }

    @Test
    void two_of_one_name_have_two_ids() {
        String first = add("Sluice Gate");
        assertThat(add("Sluice Gate")).isEqualTo(first + "-2");
    }

    @Test
    void a_profile_goes_to_another_label_as_a_file_and_comes_back() {
        String id = add("Mill Race");
        String file = manager.get("/api/destinations/" + id + "/profile").text();
        Client.Answer twice = manager.post("/api/destinations/file", Map.of("text", file));
        assertThat(twice.status()).isEqualTo(409);
        assertThat(twice.problem()).isEqualTo("there-already");
        assertThat(manager.delete("/api/destinations/" + id).status()).isEqualTo(200);
        assertThat(ids()).doesNotContain(id);
        Client.Answer again = manager.post("/api/destinations/file", Map.of("text", file));
        assertThat(again.json().path("id").asString()).isEqualTo(id);
        assertThat(manager.get("/api/destinations/" + id + "/profile").text()).isEqualTo(file);
    }

    @Test
    void what_is_wrong_with_a_file_is_told_in_its_line_and_nothing_is_added() {
        int before = ids().size();
        Client.Answer wrong = manager.post(
                "/api/destinations/file",
                Map.of("text", "pattern: promo-list\nid: night-post\nname: Night Post\nversion: 1\nleadDays: soon\n"));
        assertThat(wrong.status()).isEqualTo(422);
        assertThat(wrong.json().path("detail").asString())
                .isEqualTo(
                        "Line 5, leadDays: a profile needs “leadDays” as a whole number; it says soon. Nothing was added.");
        Client.Answer caption = manager.post("/api/destinations/file", Map.of("text", """
                pattern: promo-list
                id: night-post
                name: Night Post
                version: 1
                dated: "2026-12-01"
                captions: [{ caption: Smell, fact: release.smell }]
                """));
        assertThat(caption.json().path("detail").asString()).contains("There is no fact “release.smell”");
        assertThat(ids()).hasSize(before);
    }

    @Test
    void one_that_is_put_away_is_asked_no_longer_and_comes_back_as_it_was() {
        String id = add("Night Ferry");
        assertThat(manager.post("/api/destinations/" + id + "/archive", Map.of())
                        .status())
                .isEqualTo(200);
        assertThat(ids()).doesNotContain(id);
        assertThat(manager.get("/api/destinations/archived").json().toString()).contains(id);
        assertThat(manager.post("/api/destinations/" + id + "/restore", Map.of())
                        .status())
                .isEqualTo(200);
        assertThat(ids()).contains(id);
        assertThat(manager.get("/api/destinations/archived").json().toString()).doesNotContain("\"" + id + "\"");
    }

    @Test
    void one_to_which_something_was_sent_can_be_put_away_only() {
        String id = add("Old Lock");
        JsonNode view = manager.begin("single", "Sent Once");
        JdbcClient jdbc = RunningServer.bean(JdbcClient.class);
        jdbc.sql("INSERT INTO destination (id, url) VALUES (?, 'https://old-lock.example')")
                .param(id)
                .update();
        jdbc.sql("""
                        INSERT INTO delivery (release_id, destination, idempotency_key, state, sealed_at, account_id, occasion,
                            terms, contents)
                        SELECT ?, ?, gen_random_uuid(), 'accepted', now(), min(id), 'delivery', '{}', '[]' FROM account""").params(Client.id(view), id).update();
        Client.Answer refused = manager.delete("/api/destinations/" + id);
        assertThat(refused.status()).isEqualTo(409);
        assertThat(refused.json().path("detail").asString()).contains("Archive it instead. Nothing was removed.");
        assertThat(ids()).contains(id);
        jdbc.sql("DELETE FROM delivery WHERE destination = ?").param(id).update();
        assertThat(manager.delete("/api/destinations/" + id).status()).isEqualTo(200);
        assertThat(jdbc.sql("SELECT count(*) FROM destination WHERE id = ?")
                        .param(id)
                        .query(Integer.class)
                        .single())
                .isZero();
    }

    @Test
    void only_managers_say_where_the_label_sends() {
        Client assistant = RunningServer.signedIn("assistant");
        assertThat(assistant
                        .post("/api/destinations", typed("distributor", "Theirs"))
                        .status())
                .isEqualTo(403);
        assertThat(assistant.get("/api/destinations/patterns").status()).isEqualTo(200);
    }
}

package app.entrada.server.facts;

import static app.entrada.server.Client.cell;
import static app.entrada.server.Client.id;
import static app.entrada.server.Client.target;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PeopleType;
import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("C4, C11, C15, P3 Every edit is a change: carried, logged, undone, never lost to another's")
class ChangesTest {
    private final Client manager = RunningServer.signedIn("manager");

    @Test
    void every_fact_of_the_registry_has_its_column_and_no_column_is_without_one() {
        JdbcClient jdbc = RunningServer.bean(JdbcClient.class);
        Set<String> keys =
                Set.of("id", "revision", "created_at", "release_id", "recording_id", "archived_at", "deleted_at");
        for (Entity entity : Entity.values()) {
            Set<String> columns =
                    new HashSet<>(jdbc.sql("SELECT column_name FROM information_schema.columns WHERE table_name = ?")
                            .param(entity.id())
                            .query(String.class)
                            .list());
            columns.removeAll(keys);
            if (entity == Entity.SERIES) columns.remove("key");
            List<String> declared = Fields.of(entity).stream()
                    .filter(field -> !(field.type() instanceof PeopleType<?>))
                    .map(Field::column)
                    .toList();
            assertThat(columns).as(entity.id()).containsExactlyInAnyOrderElementsOf(declared);
        }
    }

    @Test
    @DisplayName("P3 An edit that is sent again because its answer was lost is no conflict with itself")
    void what_stands_there_already_is_no_conflict() {
        JsonNode view = manager.begin("single", "Sent Twice");
        assertThat(manager.write(view, 0, "genre", "Folk").status()).isEqualTo(200);
        // seen as it was before, as the page saw it when the answer did not come
        assertThat(manager.write(view, 0, "genre", "Folk").status()).isEqualTo(200);
        assertThat(manager.write(view, 0, "genre", "Rock").problem()).isEqualTo("changed-meanwhile");
        assertThat(
                        manager
                                .get("/api/activity?release=" + Client.id(view))
                                .json()
                                .path("sittings")
                                .findValues("deeds")
                                .stream()
                                .flatMap(JsonNode::valueStream)
                                .filter(deed -> deed.path("facts").toString().contains("Folk")))
                .hasSize(1);
    }

    @Test
    @DisplayName("C6 People with shares travel part by part; the fact's own grammar puts them together")
    void people_with_shares_travel_part_by_part() {
        JsonNode view = manager.begin("single", "In Parts");
        long id = Client.id(view);
        Map<String, Object> change = new java.util.HashMap<>(Client.place(view, 1, "writers"));
        change.put(
                "people",
                List.of(
                        Map.of("name", "Mira Tollgate", "role", "CA", "performing", "25", "mechanical", "50"),
                        Map.of("name", "Weir: Live", "role", "C", "performing", "25", "publisher", "Low Lock Music")));
        JsonNode after = manager.post(
                        "/api/releases/" + id + "/changes",
                        Map.of("says", "Writers", "source", "typed", "changes", List.of(change)))
                .json();
        assertThat(after.toString()).contains("Mira Tollgate: CA 25.00/50.00; Weir: Live: C 25.00/ via Low Lock Music");
        JsonNode now = manager.get("/api/releases/" + id).json();
        Map<String, Object> nobody = new java.util.HashMap<>(Client.place(now, 1, "writers"));
        nobody.put("before", "Mira Tollgate: CA 25.00/50.00; Weir: Live: C 25.00/ via Low Lock Music");
        nobody.put("people", List.of());
        assertThat(manager.post(
                                "/api/releases/" + id + "/changes",
                                Map.of("says", "Writers", "source", "typed", "changes", List.of(nobody)))
                        .status())
                .isEqualTo(200);
        Map<String, Object> genre = new java.util.HashMap<>(Client.place(now, 0, "genre"));
        genre.put("people", List.of());
        Client.Answer refused = manager.post(
                "/api/releases/" + id + "/changes",
                Map.of("says", "Genre", "source", "typed", "changes", List.of(genre)));
        assertThat(refused.status()).isEqualTo(422);
        assertThat(refused.problem()).isEqualTo("malformed-value");
    }

    @Test
    @DisplayName("P3 Where a change came from is the server's word, whatever a page says")
    void a_source_cannot_be_forged() {
        JsonNode view = manager.begin("single", "Forged");
        long id = Client.id(view);
        Map<String, Object> change = new java.util.HashMap<>(Client.place(view, 0, "genre"));
        change.put("after", "Folk");
        Client.Answer answer = manager.post(
                "/api/releases/" + id + "/changes",
                Map.of("says", "Genre", "source", "acknowledgement of OSTRA", "changes", List.of(change)));
        assertThat(answer.status()).isEqualTo(200);
        JsonNode deed = manager.get("/api/activity?release=" + id).json().at("/sittings/0/deeds/0");
        assertThat(deed.path("source").asString()).startsWith("typed").contains("acknowledgement of OSTRA");
        assertThat(RunningServer.bean(JdbcClient.class)
                        .sql("SELECT source FROM batch WHERE release_id = ? ORDER BY id DESC LIMIT 1")
                        .param(id)
                        .query(String.class)
                        .single())
                .isEqualTo("typed");
    }

    @Test
    @DisplayName(
            "P3 Undo reaches back through one's own sitting; what is older is looked at first and undone from Activity")
    void undo_ends_with_the_sitting() {
        JsonNode view = manager.begin("single", "Two sittings");
        long id = Client.id(view);
        manager.write(view, 0, "genre", "Folk");
        Client later = RunningServer.signedIn("manager");
        JsonNode seen = later.get("/api/releases/" + id).json();
        assertThat(seen.path("stack").path("undo").asString("")).isEmpty();
        assertThat(later.post("/api/releases/" + id + "/undo", Map.of()).status())
                .isEqualTo(409);
        assertThat(cell(later.get("/api/releases/" + id).json(), 0, "genre")
                        .path("value")
                        .asString())
                .isEqualTo("Folk");

        long deed = later.get("/api/activity?release=" + id)
                .json()
                .at("/sittings/0/deeds/0/id")
                .asLong();
        JsonNode would = later.get("/api/activity/" + deed + "/undo").json();
        assertThat(would.path("changes").path(0).path("now").asString()).isEqualTo("Folk");
        assertThat(cell(later.get("/api/releases/" + id).json(), 0, "genre")
                        .path("value")
                        .asString())
                .isEqualTo("Folk");
        assertThat(later.postPlainly("/api/activity/" + deed + "/undo", Map.of())
                        .status())
                .isEqualTo(200);
        assertThat(cell(later.get("/api/releases/" + id).json(), 0, "genre")
                        .path("value")
                        .asString(""))
                .isEmpty();
    }

    @Test
    void a_new_single_is_filled_from_the_label_s_defaults() {
        JsonNode view = manager.begin("single", "Slack Water");
        assertThat(cell(view, 0, "label").path("value").asString()).isEqualTo("Ninth Weir Records");
        assertThat(cell(view, 0, "pLine").path("value").asString()).isEqualTo("2026 Ninth Weir Records");
        assertThat(cell(view, 0, "barcode").path("value").asString()).startsWith("952123450");
        assertThat(cell(view, 0, "catalogueNumber").path("value").asString()).startsWith("NW-");
        assertThat(cell(view, 1, "isrc").path("value").asString()).startsWith("XANW926");
        assertThat(cell(view, 1, "title").path("value").asString()).isEqualTo("Slack Water");
    }

    @Test
    void what_the_release_says_holds_for_a_track_until_it_says_otherwise() {
        JsonNode view = manager.begin("single", "Carried");
        view = manager.write(view, 0, "artists", "Mira Tollgate; Kestrel & Loam")
                .json();
        assertThat(cell(view, 1, "artists").path("carried").asBoolean()).isTrue();
        assertThat(cell(view, 1, "artists").path("shown").asString()).isEqualTo("Mira Tollgate & Kestrel & Loam");
        view = manager.write(view, 1, "artists", "Petra Vann").json();
        assertThat(cell(view, 1, "artists").path("carried").asBoolean()).isFalse();
        assertThat(cell(view, 0, "artists").path("value").asString()).isEqualTo("Mira Tollgate; Kestrel & Loam");
        view = manager.write(view, 1, "artists", null).json();
        assertThat(cell(view, 1, "artists").path("carried").asBoolean()).isTrue();
    }

    @Test
    void undo_and_redo_walk_back_and_forth_and_a_new_edit_ends_the_redo() {
        JsonNode view = manager.begin("single", "One");
        long id = id(view);
        view = manager.write(view, 1, "title", "Two").json();
        manager.write(view, 1, "title", "Three").json();
        JsonNode back = manager.post("/api/releases/" + id + "/undo", Map.of()).json();
        assertThat(cell(back, 1, "title").path("value").asString()).isEqualTo("Two");
        back = manager.post("/api/releases/" + id + "/undo", Map.of()).json();
        assertThat(cell(back, 1, "title").path("value").asString()).isEqualTo("One");
        JsonNode forth = manager.post("/api/releases/" + id + "/redo", Map.of()).json();
        assertThat(cell(forth, 1, "title").path("value").asString()).isEqualTo("Two");
        assertThat(forth.path("stack").path("redo").asString()).isEqualTo("title");
        JsonNode other = manager.write(forth, 1, "version", "Live").json();
        assertThat(other.path("stack").path("redo").isNull()).isTrue();
        assertThat(manager.post("/api/releases/" + id + "/redo", Map.of()).problem())
                .isEqualTo("nothing-to-redo");
    }

    @Test
    void what_was_taken_back_before_a_later_edit_is_not_done_again_though_that_is_taken_back_too() {
        JsonNode view = manager.begin("single", "Ebb");
        String path = "/api/releases/" + id(view);
        manager.write(view, 1, "title", "First");
        view = manager.post(path + "/undo", Map.of()).json();
        manager.write(view, 1, "title", "Second");
        manager.post(path + "/undo", Map.of());
        JsonNode again = manager.post(path + "/redo", Map.of()).json();
        assertThat(cell(again, 1, "title").path("value").asString()).isEqualTo("Second");
        assertThat(manager.post(path + "/redo", Map.of()).problem()).isEqualTo("nothing-to-redo");
    }

    @Test
    void undoing_everything_and_redoing_it_gives_the_same_release() {
        JsonNode view = manager.begin("EP", "Whole");
        long id = id(view);
        view = manager.post("/api/releases/" + id + "/tracks", Map.of()).json();
        view = manager.write(view, 1, "title", "Κύμα").json();
        view = manager.write(view, 1, "writers", "Mirabel Tollgate-Osei; Petra Vann")
                .json();
        view = manager.write(view, 0, "releaseDate", "12 Feb 2027").json();
        String whole = view.path("rows").toString();
        int steps = 0;
        while (manager.post("/api/releases/" + id + "/undo", Map.of()).status() == 200) steps++;
        JsonNode empty = manager.get("/api/releases/" + id).json();
        assertThat(empty.path("rows")).hasSize(1);
        for (int i = 0; i < steps; i++) manager.post("/api/releases/" + id + "/redo", Map.of());
        assertThat(manager.get("/api/releases/" + id).json().path("rows").toString())
                .isEqualTo(whole);
    }

    @Test
    void two_people_at_once_see_both_values_and_neither_is_overwritten() {
        JsonNode seen = manager.begin("single", "Shared");
        Client assistant = RunningServer.signedIn("assistant");
        assertThat(assistant.write(seen, 1, "title", "Hers").status()).isEqualTo(200);
        Client.Answer mine = manager.write(seen, 1, "title", "Mine");
        assertThat(mine.status()).isEqualTo(409);
        assertThat(mine.problem()).isEqualTo("changed-meanwhile");
        JsonNode conflict = mine.json().path("conflicts").path(0);
        assertThat(conflict.path("stored").asString()).isEqualTo("Hers");
        assertThat(conflict.path("wanted").asString()).isEqualTo("Mine");
        // another cell is no conflict
        assertThat(manager.write(seen, 1, "version", "Live").status()).isEqualTo(200);
    }

    @Test
    void a_batch_with_one_wrong_value_changes_nothing() {
        JsonNode view = manager.begin("single", "Batch");
        long release = id(view);
        Map<String, Object> right =
                Map.of("entity", "release", "target", release, "field", "release.genre", "before", "", "after", "Folk");
        Map<String, Object> wrong = Map.of(
                "entity", "release", "target", release, "field", "release.releaseDate", "before", "", "after", "soon");
        Client.Answer answer =
                manager.post("/api/releases/" + release + "/changes", Map.of("changes", List.of(right, wrong)));
        assertThat(answer.status()).isEqualTo(422);
        assertThat(answer.json().path("field").asString()).isEqualTo("release.releaseDate");
        assertThat(cell(manager.get("/api/releases/" + release).json(), 0, "genre")
                        .path("value")
                        .isMissingNode())
                .isTrue();
    }

    @Test
    void a_thing_of_another_release_cannot_be_changed_through_this_one() {
        JsonNode mine = manager.begin("single", "Mine");
        JsonNode other = manager.begin("single", "Other");
        long track = target(other, 1, "title");
        Map<String, Object> change =
                Map.of("entity", "track", "target", track, "field", "track.title", "before", "Other", "after", "Taken");
        assertThat(manager.post("/api/releases/" + id(mine) + "/changes", Map.of("changes", List.of(change)))
                        .problem())
                .isEqualTo("foreign-target");
        Map<String, Object> order = Map.of(
                "entity",
                "release",
                "target",
                id(mine),
                "field",
                "release.runningOrder",
                "before",
                String.valueOf(target(mine, 1, "title")),
                "after",
                String.valueOf(track));
        assertThat(manager.post("/api/releases/" + id(mine) + "/changes", Map.of("changes", List.of(order)))
                        .problem())
                .isEqualTo("foreign-track");
    }

    @Test
    void each_change_keeps_who_when_before_after_and_where_from() {
        JsonNode view = manager.begin("single", "History");
        manager.write(view, 1, "title", "Later");
        List<String> log = new ArrayList<>();
        RunningServer.bean(JdbcClient.class)
                .sql("""
                        SELECT a.name || ' ' || b.source || ' ' || c.field || ' ' || c.before || ' ' || c.after AS line FROM change c
                        JOIN batch b ON b.id = c.batch_id JOIN account a ON a.id = b.account_id WHERE b.release_id = ? AND b.at IS NOT NULL
                          AND c.before IS NOT NULL""")
                .param(id(view))
                .query(String.class)
                .list()
                .forEach(log::add);
        assertThat(log).containsExactly("manager typed track.title History Later");
    }

    @Test
    void findings_come_and_go_with_the_edit() {
        JsonNode view = manager.begin("single", "Findings");
        assertThat(view.path("findings").toString()).contains("artist.missing");
        view = manager.write(view, 0, "artists", "Mira Tollgate").json();
        assertThat(view.path("findings").toString()).doesNotContain("artist.missing");
        view = manager.write(view, 1, "title", "Findings (feat. Petra Vann)").json();
        String finding = "title.contains-feature@track.title:track 1";
        assertThat(view.path("findings").toString()).contains(finding);
        view = manager.post("/api/releases/" + id(view) + "/fixes", Map.of("finding", finding))
                .json();
        assertThat(cell(view, 1, "title").path("value").asString()).isEqualTo("Findings");
        assertThat(cell(view, 1, "featured").path("value").asString()).isEqualTo("Petra Vann");
        assertThat(manager.post("/api/releases/" + id(view) + "/fixes", Map.of("finding", finding))
                        .problem())
                .isEqualTo("finding-gone");
    }

    @Test
    void an_edit_answers_with_what_became_different_and_nothing_else() {
        JsonNode view = manager.begin("EP", "Difference");
        String path = "/api/releases/" + id(view);
        for (int i = 0; i < 3; i++)
            view = manager.post(path + "/tracks", Map.of()).json();
        Map<String, Object> change = new java.util.HashMap<>(Client.place(view, 2, "title"));
        change.put("after", "Slack (feat. Petra Vann)");
        Map<String, Object> edit = Map.of("says", "title", "source", "typed", "changes", List.of(change));
        JsonNode delta = manager.postPlainly(path + "/changes", edit).json();
        assertThat(delta.path("from")).isEqualTo(view.path("tag"));
        assertThat(delta.path("rows")).hasSize(1);
        assertThat(delta.path("rows")
                        .path(0)
                        .path("cells")
                        .path("title")
                        .path("value")
                        .asString())
                .isEqualTo("Slack (feat. Petra Vann)");
        assertThat(delta.path("came").toString())
                .contains("title.contains-feature")
                .doesNotContain("track 1");
        assertThat(delta.path("went").toString())
                .contains("title.missing@track.title:track 2")
                .doesNotContain("track 1");
        JsonNode after = manager.get(path).json();
        assertThat(after.path("tag")).isEqualTo(delta.path("tag"));
        // the release's own fact is carried by every track: all rows are different
        JsonNode artists = manager.write(after, 0, "artists", "Mira Tollgate").json();
        assertThat(artists.path("tag")).isNotEqualTo(after.path("tag"));
        JsonNode back = manager.postPlainly(path + "/undo", Map.of()).json();
        assertThat(back.path("rows")).hasSize(4);
        assertThat(back.path("order")).hasSize(3);
    }

    @Test
    void an_edit_of_a_track_that_somebody_took_out_meanwhile_can_still_be_undone() {
        JsonNode view = manager.begin("EP", "Taken out");
        long id = id(view);
        manager.post("/api/releases/" + id + "/tracks", Map.of());
        view = manager.post("/api/releases/" + id + "/tracks", Map.of()).json();
        manager.write(view, 2, "title", "Second");
        long first = target(view, 1, "title");
        long second = target(view, 2, "title");
        Client assistant = RunningServer.signedIn("assistant");
        Map<String, Object> out = Map.of(
                "entity",
                "release",
                "target",
                id,
                "field",
                "release.runningOrder",
                "before",
                first + " " + second,
                "after",
                "" + first);
        assertThat(assistant
                        .post("/api/releases/" + id + "/changes", Map.of("changes", List.of(out)))
                        .status())
                .isEqualTo(200);
        assertThat(manager.post("/api/releases/" + id + "/undo", Map.of()).status())
                .isEqualTo(200);
        JsonNode back =
                assistant.post("/api/releases/" + id + "/undo", Map.of()).json();
        assertThat(back.path("rows")).hasSize(3);
        assertThat(cell(back, 2, "title").path("value").isMissingNode()).isTrue();
    }
}

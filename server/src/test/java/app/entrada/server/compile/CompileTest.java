package app.entrada.server.compile;

import static app.entrada.server.Client.cell;
import static app.entrada.server.Client.id;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.MissingNode;

@ExtendWith(RunningServer.class)
@DisplayName("C2, C5, C6, C9–C12, C15 Compiling a release without typing anything twice")
class CompileTest {
    private static final String LIST = """
            1. Almanac 3:07
            2. Eelgrass (feat. Kestrel & Loam) 4:12
            3. Saltings – Live 2:59
            mastered in March""";

    private final Client manager = RunningServer.signedIn("manager");

    private JsonNode take(long id, String text, List<String> columns, List<Integer> lines) {
        return manager.post(
                        "/api/releases/" + id + "/tracklist/take",
                        Map.of("text", text, "columns", columns, "lines", lines, "source", "mail of 20 Nov"))
                .json();
    }

    private JsonNode album(String title) {
        JsonNode view = manager.begin("album", title);
        return take(id(view), LIST, List.of("TITLE", "VERSION", "FEATURED", "TIME"), List.of(1, 2, 3));
    }

    @Test
    void a_track_list_is_compared_before_anything_is_taken_and_is_one_undo() {
        JsonNode view = manager.begin("album", "Read");
        JsonNode plan = manager.post("/api/releases/" + id(view) + "/tracklist", Map.of("text", LIST))
                .json();
        assertThat(plan.path("rows")).hasSize(3);
        assertThat(plan.path("rows").path(0).path("track").isNull()).isTrue();
        assertThat(plan.path("notUnderstood").path(0).path("line").asInt()).isEqualTo(4);
        assertThat(manager.get("/api/releases/" + id(view)).json().path("rows")).hasSize(1);
        view = take(id(view), LIST, List.of("TITLE", "TIME"), List.of(1, 3));
        assertThat(view.path("rows")).hasSize(3);
        assertThat(cell(view, 2, "title").path("value").asString()).isEqualTo("Saltings");
        assertThat(cell(view, 2, "version").path("value").isMissingNode())
                .as("a column that was switched off")
                .isTrue();
        assertThat(cell(view, 2, "givenTime").path("value").asString()).isEqualTo("2:59");
        JsonNode back =
                manager.post("/api/releases/" + id(view) + "/undo", Map.of()).json();
        assertThat(back.path("rows")).hasSize(1);
    }

    @Test
    void a_list_is_matched_by_title_even_in_another_order() {
        JsonNode view = album("Matched");
        JsonNode plan = manager.post(
                        "/api/releases/" + id(view) + "/tracklist",
                        Map.of("text", "1. Eelgrass 4:20\n2. Almanac 3:07\n3. Something Else 1:11"))
                .json();
        assertThat(plan.path("rows").path(0).path("track").asInt()).isEqualTo(2);
        assertThat(plan.path("rows").path(1).path("track").asInt()).isEqualTo(1);
        assertThat(plan.path("rows").path(2).path("doubtful").asBoolean()).isTrue();
        assertThat(plan.path("rows")
                        .path(1)
                        .path("cells")
                        .path("TIME")
                        .path("differs")
                        .asBoolean())
                .isFalse();
    }

    @Test
    void undoing_to_the_empty_release_and_redoing_gives_the_same_document_byte_for_byte() {
        JsonNode view = album("There and Back");
        long id = id(view);
        view = manager.write(view, 0, "artists", "Mira Tollgate").json();
        view = manager.write(view, 1, "credits", "Mira Tollgate: vocals, guitar; Hanna Veil: mastering")
                .json();
        view = manager.write(view, 1, "writers", "Mira Tollgate: CA 50/50 via Low Lock Music")
                .json();
        manager.write(view, 2, "genre", "Folk; Song").json();
        manager.post(
                "/api/releases/" + id + "/credits",
                Map.of("name", "Lio Brandt-Achterberg", "tracks", List.of(1, 2, 3), "detail", "producer, mix"));
        String document = manager.get("/api/releases/" + id + "/document").text();
        assertThat(document).contains("Lio Brandt-Achterberg: producer, mix", "Mira Tollgate: CA 50.00/50.00");
        int steps = 0;
        while (manager.post("/api/releases/" + id + "/undo", Map.of()).status() == 200) steps++;
        // the last of them is the giving of codes
        assertThat(steps).isEqualTo(8);
        JsonNode empty = manager.get("/api/releases/" + id).json();
        assertThat(empty.path("rows")).hasSize(1);
        empty.path("rows")
                .path(0)
                .path("cells")
                .forEach(cell -> assertThat(cell.path("value").isNull()).isTrue());
        for (int i = 0; i < steps; i++)
            assertThat(manager.post("/api/releases/" + id + "/redo", Map.of()).status())
                    .isEqualTo(200);
        assertThat(manager.get("/api/releases/" + id + "/document").text()).isEqualTo(document);
    }

    @Test
    void a_document_and_a_table_make_the_same_release_again() {
        JsonNode view = album("Out and In");
        manager.write(view, 1, "writers", "Joss Amberley: CA 100/100");
        String document = manager.get("/api/releases/" + id(view) + "/document").text();
        JsonNode again =
                manager.post("/api/documents", Map.of("text", document)).json().path("release");
        assertThat(id(again)).isNotEqualTo(id(view));
        assertThat(manager.get("/api/releases/" + id(again) + "/document").text())
                .isEqualTo(document);
        String table = manager.get("/api/releases/" + id(view) + "/table").text();
        JsonNode third =
                manager.post("/api/documents", Map.of("text", table)).json().path("release");
        assertThat(manager.get("/api/releases/" + id(third) + "/table").text()).isEqualTo(table);
        Client.Answer wrong = manager.post("/api/documents", Map.of("text", "title;mystery\nAlmanac;x"));
        assertThat(wrong.problem()).isEqualTo("unreadable-document");
        assertThat(wrong.json().path("detail").asString()).contains("line 2, column 2");
    }

    @Test
    void somebody_in_another_spelling_is_the_same_and_two_names_become_one_and_part_again() {
        JsonNode view = manager.begin("single", "Spelling");
        long release = id(view);
        view = manager.write(view, 0, "artists", "Ondrej Zeravy").json();
        manager.write(view, 1, "credits", "Ondřej Žeravý: piano");
        JsonNode found = manager.get("/api/people/find?typed=zerav").json();
        long wrong = 0;
        long right = 0;
        for (JsonNode each : found) {
            if (each.path("name").asString().equals("Ondrej Zeravy"))
                wrong = each.path("id").asLong();
            if (each.path("name").asString().equals("Ondřej Žeravý"))
                right = each.path("id").asLong();
        }
        assertThat(manager.get("/api/people/" + wrong + "/merge?into=" + right).json())
                .anyMatch(line -> line.path("after").asString("").equals("Ondřej Žeravý"));
        JsonNode merged = manager.post("/api/people/" + wrong + "/merge", Map.of("into", right))
                .json();
        assertThat(merged.path("releases").path(0).path("places")).hasSize(2);
        JsonNode after = manager.get("/api/releases/" + release).json();
        assertThat(cell(after, 0, "artists").path("value").asString()).isEqualTo("Ondřej Žeravý");
        // typed again in the old spelling it means the same person
        after = manager.write(after, 1, "featured", "Ondrej Zeravy").json();
        assertThat(cell(after, 1, "featured").path("value").asString()).isEqualTo("Ondřej Žeravý");
        manager.write(after, 1, "featured", null);
        assertThat(manager.post("/api/people/undo", Map.of()).status()).isEqualTo(200);
        assertThat(cell(manager.get("/api/releases/" + release).json(), 0, "artists")
                        .path("value")
                        .asString())
                .isEqualTo("Ondrej Zeravy");
        assertThat(manager.post("/api/people/redo", Map.of()).status()).isEqualTo(200);
    }

    @Test
    void a_name_that_is_somebody_s_already_is_refused() {
        JsonNode view = manager.begin("single", "Names");
        manager.write(view, 0, "artists", "Sunniva Dray; Emil Castor-Bright");
        long id = manager.get("/api/people/find?typed=Sunniva")
                .json()
                .path(0)
                .path("id")
                .asLong();
        Map<String, Object> edit = new HashMap<>();
        edit.put("field", "party.name");
        edit.put("before", "Sunniva Dray");
        edit.put("after", "Emil Castor-Bright");
        assertThat(manager.post("/api/people/" + id + "/changes", edit).problem())
                .isEqualTo("name-taken");
        edit.put("after", "Sunniva Dray-Lisle");
        assertThat(manager.post("/api/people/" + id + "/changes", edit).status())
                .isEqualTo(200);
        assertThat(cell(manager.get("/api/releases/" + id(view)).json(), 0, "artists")
                        .path("value")
                        .asString())
                .isEqualTo("Sunniva Dray-Lisle; Emil Castor-Bright");
    }

    @Test
    void shares_are_divided_equally_and_the_verdict_names_who_else_must_agree() {
        JsonNode view = manager.begin("single", "Shares");
        view = manager.write(
                        view, 1, "writers", "Mira Tollgate: CA via Low Lock Music; Joss Amberley: C; Ines Quillon: A")
                .json();
        String path = "/api/releases/" + id(view) + "/works";
        JsonNode works = manager.get(path).json();
        long work = works.path("works").path(0).path("id").asLong();
        works = manager.post(path + "/" + work + "/equal", Map.of()).json();
        JsonNode card = works.path("works").path(0);
        assertThat(card.path("performing").path("closes").asBoolean()).isTrue();
        assertThat(card.path("writers").path(0).path("performing").asString()).isEqualTo("16.67");
        assertThat(card.path("publishers").path(0).path("performing").asString())
                .isEqualTo("16.67");
        assertThat(works.path("incomes").path(0).path("oneStop").asBoolean()).isFalse();
        assertThat(works.path("incomes").path(0).path("reasons").toString())
                .contains("Joss Amberley, Ines Quillon have no publisher");
    }

    @Test
    void two_recordings_of_one_work_share_its_writers_until_they_are_parted_again() {
        JsonNode view = album("One Work");
        view = manager.write(view, 1, "writers", "Mira Tollgate: CA 100/100").json();
        String path = "/api/releases/" + id(view);
        JsonNode works = manager.get(path + "/works").json().path("works");
        assertThat(works).hasSize(3);
        JsonNode other = works.path(1).path("recorded").path(0);
        Map<String, Object> change = Map.of(
                "entity", "recording",
                "target", other.path("target").asLong(),
                "field", "recording.workId",
                "before", other.path("value").asString(),
                "after", works.path(0).path("id").asString());
        view = manager.post(
                        path + "/changes", Map.of("says", "one work", "source", "typed", "changes", List.of(change)))
                .json();
        assertThat(cell(view, 2, "writers").path("value").asString()).isEqualTo("Mira Tollgate: CA 100.00/100.00");
        assertThat(manager.get(path + "/works").json().path("works")).hasSize(2);
        view = manager.post(path + "/undo", Map.of()).json();
        assertThat(cell(view, 2, "writers").path("value").isMissingNode()).isTrue();
    }

    @Test
    void a_recording_taken_from_the_catalogue_keeps_its_code_and_gets_a_title_of_its_own() {
        JsonNode single = manager.begin("single", "Quay Lamp");
        String isrc = cell(single, 1, "isrc").path("value").asString();
        JsonNode found = manager.get("/api/recordings?typed=Quay%20Lamp").json();
        assertThat(found).hasSize(1);
        JsonNode compilation = manager.begin("compilation", "Ten Winters");
        compilation = manager.post(
                        "/api/releases/" + id(compilation) + "/recordings",
                        Map.of("tracks", List.of(found.path(0).path("track").asLong())))
                .json();
        assertThat(cell(compilation, 1, "isrc").path("value").asString()).isEqualTo(isrc);
        manager.write(compilation, 1, "title", "Quay Lamp, 2026").json();
        assertThat(cell(manager.get("/api/releases/" + id(single)).json(), 1, "title")
                        .path("value")
                        .asString())
                .isEqualTo("Quay Lamp");
    }

    @Test
    void a_template_fills_a_new_release_and_its_own_codes_stay_its_own() {
        JsonNode view = manager.begin("single", "Pattern");
        view = manager.write(view, 0, "genre", "Folk; Song").json();
        view = manager.write(view, 0, "priceTier", "middle").json();
        manager.post("/api/releases/" + id(view) + "/template", Map.of("name", "winter singles"));
        JsonNode made = manager.post(
                        "/api/releases", Map.of("kind", "single", "title", "Next", "template", "winter singles"))
                .json();
        assertThat(cell(made, 0, "genre").path("value").asString()).isEqualTo("Folk; Song");
        assertThat(cell(made, 0, "priceTier").path("value").asString()).isEqualTo("middle");
        assertThat(cell(made, 0, "barcode").path("value").asString())
                .isNotEqualTo(cell(view, 0, "barcode").path("value").asString());
        assertThat(cell(made, 0, "title").path("value").asString()).isEqualTo("Next");
    }

    @Test
    void a_template_tells_what_it_fills_in_until_it_is_removed_and_releases_keep_what_they_have() {
        JsonNode view = manager.begin("single", "Pattern");
        view = manager.write(view, 0, "genre", "Jazz").json();
        manager.destinations(id(view), "ostra");
        // a name that would be two parts of an address
        manager.post("/api/releases/" + id(view) + "/template", Map.of("name", "singles / digital"));
        JsonNode template = template("singles / digital");
        assertThat(template.path("facts").valueStream())
                .extracting(fact ->
                        fact.path("name").asString() + " " + fact.path("value").asString())
                .contains("Genre Jazz", "Kind single", "Destinations OSTRA")
                .noneMatch(fact -> fact.startsWith("Title") || fact.startsWith("Barcode"));
        JsonNode made = manager.post(
                        "/api/releases", Map.of("kind", "single", "title", "Next", "template", "singles / digital"))
                .json();
        String named = "/api/templates?name=singles%20%2F%20digital";
        assertThat(manager.delete(named).status()).isEqualTo(200);
        assertThat(template("singles / digital").isMissingNode()).isTrue();
        assertThat(manager.delete(named).status()).isEqualTo(404);
        assertThat(cell(manager.get("/api/releases/" + id(made)).json(), 0, "genre")
                        .path("value")
                        .asString())
                .isEqualTo("Jazz");
    }

    private JsonNode template(String name) {
        for (JsonNode each : manager.get("/api/templates").json())
            if (each.path("name").asString().equals(name)) return each;
        return MissingNode.getInstance();
    }

    @Test
    void codes_are_kept_for_something_given_free_and_then_the_next_to_go() {
        JsonNode strips = manager.post(
                        "/api/codes/reserve",
                        Map.of("field", "recording.isrc", "count", 2, "reservedFor", "the winter single"))
                .json();
        List<String> kept = new ArrayList<>();
        strips.path(0).path("kept").forEach(each -> {
            if (each.path("reservedFor").asString().equals("the winter single"))
                kept.add(each.path("code").asString());
        });
        assertThat(kept).hasSize(2);
        JsonNode other = manager.begin("single", "Between");
        assertThat(cell(other, 1, "isrc").path("value").asString()).isNotIn(kept);
        manager.post("/api/codes/release", Map.of("field", "recording.isrc", "code", kept.get(0)));
        assertThat(cell(manager.begin("single", "After"), 1, "isrc")
                        .path("value")
                        .asString())
                .isEqualTo(kept.get(0));
        assertThat(manager.post("/api/codes/release", Map.of("field", "recording.isrc", "code", kept.get(0)))
                        .problem())
                .isEqualTo("not-reserved");
    }

    @Test
    void a_pasted_list_of_codes_is_judged_and_placed() {
        JsonNode view = manager.begin("single", "Judged");
        String isrc = cell(view, 1, "isrc").path("value").asString();
        JsonNode lines = manager.post(
                        "/api/codes/check", Map.of("text", isrc + "\nT-034.524.680-1\nT-034.524.680-2\n00014107338"))
                .json();
        assertThat(lines.path(0).path("on").toString()).contains("Judged");
        assertThat(lines.path(1).path("valid").asBoolean()).isTrue();
        assertThat(lines.path(2).path("valid").asBoolean()).isFalse();
        assertThat(lines.path(3).path("kind").asString()).isEqualTo("IPI");
    }

    @Test
    void everything_stands_in_the_history_with_before_after_and_source() {
        JsonNode view = album("History");
        manager.write(view, 1, "title", "Almanac Again");
        manager.post("/api/releases/" + id(view) + "/undo", Map.of());
        List<JsonNode> deeds =
                manager.get("/api/activity?release=" + id(view)).json().path("sittings").findValues("deeds").stream()
                        .flatMap(JsonNode::valueStream)
                        .toList();
        assertThat(deeds.get(0).path("kind").asString()).isEqualTo("undo");
        assertThat(deeds.get(1).path("undone").asBoolean()).isTrue();
        assertThat(deeds.get(1).path("facts").path(0).path("before").asString()).isEqualTo("Almanac");
        assertThat(deeds.get(1).path("facts").path(0).path("after").asString()).isEqualTo("Almanac Again");
        assertThat(deeds.get(2).path("source").asString()).isEqualTo("track list: mail of 20 Nov");
        assertThat(manager.get("/api/activity?release=" + id(view) + "&who=nobody")
                        .json()
                        .path("sittings"))
                .isEmpty();
    }

    @Test
    void texts_are_reworded_after_a_preview() {
        JsonNode view = album("Reworded");
        JsonNode proposed = manager.post(
                        "/api/releases/" + id(view) + "/rewording",
                        Map.of(
                                "move",
                                "REPLACE",
                                "find",
                                "eelgrass",
                                "with",
                                "Glasswort",
                                "matchCase",
                                false,
                                "wholeWords",
                                true,
                                "columns",
                                List.of()))
                .json();
        assertThat(proposed).hasSize(1);
        assertThat(proposed.path(0).path("after").asString()).isEqualTo("Glasswort");
        assertThat(proposed.path(0).path("where").asString()).isEqualTo("Title of track 2");
    }

    @Test
    void a_label_copy_is_a_pdf_and_a_reader_may_look_and_not_change() {
        JsonNode view = album("Paper");
        assertThat(manager.get("/api/releases/" + id(view) + "/label-copy").text())
                .startsWith("%PDF-");
        Client reader = RunningServer.signedIn("reader");
        assertThat(reader.get("/api/people").status()).isEqualTo(200);
        assertThat(reader.post("/api/people/undo", Map.of()).status()).isEqualTo(403);
        assertThat(reader.post("/api/codes/reserve", Map.of("field", "recording.isrc", "count", 1, "reservedFor", "x"))
                        .status())
                .isEqualTo(403);
    }
}

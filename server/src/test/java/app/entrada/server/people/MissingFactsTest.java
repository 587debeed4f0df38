package app.entrada.server.people;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.net.URLEncoder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("What others will ask of somebody is seen in the list of people")
class MissingFactsTest {
    private final Client manager = RunningServer.signedIn("manager");

    private JsonNode line(String name) {
        for (JsonNode person : manager.get("/api/people?find=" + URLEncoder.encode(name, StandardCharsets.UTF_8))
                .json()
                .path("people")) if (person.path("name").asString().equals(name)) return person;
        throw new AssertionError(name + " is not in the list");
    }

    private List<String> missing(String name) {
        List<String> missing = new ArrayList<>();
        for (JsonNode each : line(name).path("missing")) missing.add(each.asString());
        return missing;
    }

    private List<String> wanting(String field) {
        List<String> names = new ArrayList<>();
        for (JsonNode each : manager.get("/api/people/wanting").json())
            if (each.path("field").asString().equals(field)) {
                assertThat(each.path("people").size()).isLessThanOrEqualTo(50);
                for (JsonNode person : each.path("people"))
                    names.add(person.path("name").asString());
                assertThat(each.path("count").asInt()).isGreaterThanOrEqualTo(names.size());
            }
        return names;
    }

    @Test
    void a_page_tells_members_with_their_years_and_releases_with_the_places() {
        JsonNode view = manager.begin("single", "Songs of the Slipway");
        manager.write(view, 0, "artists", "Slipway Choir");
        manager.write(view, 1, "credits", "Slipway Choir: vocals");
        long choir = line("Slipway Choir").path("id").asLong();
        Map<String, Object> members = new HashMap<>();
        members.put("field", "party.members");
        members.put("before", null);
        members.put("after", "Anno Slipley: 2014–2019; Beda Slipley: 2016–");
        JsonNode page =
                manager.post("/api/people/" + choir + "/changes", members).json();
        assertThat(page.path("members"))
                .extracting(each -> each.path("name").asString() + " "
                        + each.path("since").asInt() + " " + each.path("until").asInt(0))
                .containsExactly("Anno Slipley 2014 2019", "Beda Slipley 2016 0");
        assertThat(page.path("releases")).hasSize(1);
        JsonNode release = page.path("releases").path(0);
        assertThat(release.path("title").asString()).isEqualTo("Songs of the Slipway");
        assertThat(release.path("places"))
                .extracting(each ->
                        each.path("track").asInt() + " " + each.path("says").asString())
                .containsExactly("0 Artists", "1 Credits: vocals");
        JsonNode anno = manager.get(
                        "/api/people/" + line("Anno Slipley").path("id").asLong())
                .json();
        assertThat(anno.path("groups").path(0).path("name").asString()).isEqualTo("Slipway Choir");
        assertThat(anno.path("groups").path(0).path("until").asInt()).isEqualTo(2019);
    }

    @Test
    void the_list_is_of_one_kind_when_that_is_wanted() {
        JsonNode view = manager.begin("single", "Kinds of the Wharf");
        manager.write(view, 0, "artists", "Quay Consort; Rosk Quayle");
        Map<String, Object> group = new HashMap<>();
        group.put("field", "party.kind");
        group.put("before", null);
        group.put("after", "group");
        assertThat(manager.post("/api/people/" + line("Quay Consort").path("id").asLong() + "/changes", group)
                        .status())
                .isEqualTo(200);
        assertThat(manager.get("/api/people?find=quay&kind=group").json().path("people"))
                .extracting(each -> each.path("name").asString())
                .contains("Quay Consort")
                .doesNotContain("Rosk Quayle");
        assertThat(manager.get("/api/people?kind=group&count=500").json().path("people"))
                .isNotEmpty()
                .allSatisfy(each -> assertThat(each.path("kind").asString()).isEqualTo("group"));
        assertThat(manager.get("/api/people?kind=barnacle").json().path("people"))
                .isEmpty();
    }

    @Test
    void writers_need_a_society_and_performers_an_isni() {
        JsonNode view = manager.begin("single", "Wharf Song");
        view = manager.write(view, 0, "artists", "The Wharf Lanterns").json();
        view = manager.write(view, 1, "writers", "Tamsel Umberwick: CA 100/100; Traditional: CA")
                .json();
        manager.write(view, 1, "credits", "Rosk Umberham: piano; Deli Umberside: mix");
        assertThat(missing("The Wharf Lanterns")).containsExactly("ISNI");
        assertThat(missing("Tamsel Umberwick")).containsExactly("IPI", "Legal name", "Society");
        // a society pays performers under their legal names; nobody asks a pianist for more, nor a mixer for that
        assertThat(missing("Rosk Umberham")).containsExactly("Legal name");
        assertThat(missing("Deli Umberside")).isEmpty();
        assertThat(missing("Traditional")).isEmpty();

        Map<String, Object> edit = new HashMap<>();
        edit.put("field", "party.society");
        edit.put("before", null);
        edit.put("after", "OSTRA");
        long id = line("Tamsel Umberwick").path("id").asLong();
        assertThat(manager.post("/api/people/" + id + "/changes", edit).status())
                .isEqualTo(200);
        assertThat(missing("Tamsel Umberwick")).containsExactly("IPI", "Legal name");
        assertThat(wanting("party.ipi")).contains("Tamsel Umberwick").doesNotContain("Rosk Umberham", "Traditional");
        assertThat(wanting("party.society")).doesNotContain("Tamsel Umberwick");
        assertThat(wanting("party.legalName")).contains("Tamsel Umberwick", "Rosk Umberham");
        assertThat(wanting("party.isni")).contains("The Wharf Lanterns");
    }
}

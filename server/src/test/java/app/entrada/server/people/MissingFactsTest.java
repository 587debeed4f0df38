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
        manager.write(view, 1, "credits", "Rosk Umberham: piano");
        assertThat(missing("The Wharf Lanterns")).containsExactly("ISNI");
        assertThat(missing("Tamsel Umberwick")).containsExactly("Legal name", "IPI", "Society");
        // nobody asks a pianist for a society, nor anybody in particular for anything
        assertThat(missing("Rosk Umberham")).isEmpty();
        assertThat(missing("Traditional")).isEmpty();

        Map<String, Object> edit = new HashMap<>();
        edit.put("field", "party.society");
        edit.put("before", null);
        edit.put("after", "OSTRA");
        long id = line("Tamsel Umberwick").path("id").asLong();
        assertThat(manager.post("/api/people/" + id + "/changes", edit).status())
                .isEqualTo(200);
        assertThat(missing("Tamsel Umberwick")).containsExactly("Legal name", "IPI");
    }
}

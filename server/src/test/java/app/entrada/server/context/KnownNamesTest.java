package app.entrada.server.context;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("K3 A name one letter off a name that is used much is a slip")
class KnownNamesTest {
    private final Client manager = RunningServer.signedIn("manager");

    private JsonNode by(String artist) {
        JsonNode view = manager.draft("single", "By " + artist);
        return manager.write(view, 0, "artists", artist).json();
    }

    private static String told(JsonNode view) {
        for (JsonNode finding : view.path("findings"))
            if (finding.path("rule").asString().equals("spelling.family"))
                return finding.path("says").asString();
        return "";
    }

    @Test
    void it_is_told_beside_the_usual_spelling() {
        for (int i = 0; i < 3; i++) by("Meridew Sallow");
        assertThat(told(by("Meridew Sallaw"))).contains("Meridew Sallow");
        assertThat(told(by("Meridew Salow"))).contains("Meridew Sallow");
        assertThat(told(by("Meridew Slalow"))).contains("Meridew Sallow");
        assertThat(told(by("Meridew Sallow"))).isEmpty();
    }

    @Test
    void a_last_name_in_front_of_a_comma_is_the_same_name() {
        for (int i = 0; i < 3; i++) by("Ilsabe Marrendyke");
        assertThat(told(by("Marrendyke, Ilsabé"))).contains("Ilsabe Marrendyke");
    }

    @Test
    void the_usual_one_is_that_which_is_used_most_now_though_no_name_has_come_since() {
        JsonNode first = by("Tamsin Orrell");
        assertThat(told(by("Tamsín Orrell"))).contains("Tamsin Orrell");
        String page = "/api/releases/" + Client.id(first);
        assertThat(told(manager.get(page).json())).isEmpty();
        for (int i = 0; i < 2; i++) by("Tamsín Orrell");
        assertThat(told(manager.get(page).json())).contains("Tamsín Orrell");
    }

    @Test
    void short_names_and_names_of_their_own_are_left_alone() {
        for (int i = 0; i < 3; i++) by("Ada Ro");
        assertThat(told(by("Ida Ro"))).isEmpty();
        for (int i = 0; i < 3; i++) by("Corwin Hallam");
        assertThat(told(by("Corinne Hallman"))).isEmpty();
    }
}

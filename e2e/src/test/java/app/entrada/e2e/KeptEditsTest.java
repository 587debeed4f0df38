package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.json.JsonMapper;

@DisplayName("P3 What is typed is kept until the server has it")
class KeptEditsTest extends InTheBrowser {
    private String genre() {
        String id = browser.address().replaceAll(".*/releases/(\\d+)/.*", "$1");
        return new JsonMapper()
                .readTree(browser.call("GET", "/api/releases/" + id))
                .path("rows")
                .path(0)
                .path("cells")
                .path("genre")
                .path("value")
                .asString("");
    }

    @Test
    void two_quick_saves_of_one_cell_follow_each_other() throws Exception {
        desk.signIn();
        desk.begin("Quick Hands");
        browser.cell("0.genre", "Folk");
        browser.cell("0.genre", "Rock");
        browser.see("[data-cell='0.genre']:not(.waiting)", "Rock");
        assertThat(browser.count(".conflict")).isZero();
        assertThat(genre()).isEqualTo("Rock");
    }

    @Test
    void edits_of_a_lost_connection_go_out_when_it_is_back_and_outlive_the_page() throws Exception {
        desk.signIn();
        desk.begin("Kept Words");
        String sheet = browser.address();
        entrada.killServer();
        browser.cell("0.genre", "Folk");
        browser.see(".conflict", "One edit is kept on this computer");
        browser.see("[data-cell='0.genre'].waiting", "Folk");
        browser.cell("0.genre", "Rock");
        browser.cell("0.language", "en");
        browser.see(".conflict", "3 edits are kept");
        // the page is gone, what was typed is not
        browser.go("about:blank");
        entrada.run("demo");
        browser.go(sheet);
        browser.see("[data-cell='0.language']:not(.waiting)", "en");
        browser.see("[data-cell='0.genre']:not(.waiting)", "Rock");
        browser.seeNoLonger(".conflict", "wait");
        assertThat(genre()).isEqualTo("Rock");
    }

    @Test
    void conflicts_are_settled_one_by_one() throws Exception {
        desk.signIn();
        desk.begin("Two Hands");
        browser.see("[data-cell='0.title']", "Two Hands");
        String id = browser.address().replaceAll(".*/releases/(\\d+)/.*", "$1");
        entrada.killServer();
        browser.cell("0.genre", "Folk");
        browser.cell("0.language", "de");
        browser.see(".conflict", "2 edits are kept");
        browser.go("about:blank");
        entrada.run("demo");
        // somebody else writes the same facts meanwhile
        Browser other = new Browser();
        try {
            Desk hers = new Desk(other, entrada);
            hers.signIn();
            other.go(entrada.address() + "/releases/" + id + "/sheet");
            other.cell("0.genre", "Jazz");
            other.cell("0.language", "fr");
            other.see("[data-cell='0.language']:not(.waiting)", "fr");
        } finally {
            other.close();
        }
        browser.go(entrada.address() + "/releases/" + id + "/sheet");
        browser.see(".conflict", "It now says Jazz; you entered Folk");
        browser.see(".conflict", "It now says fr; you entered de");
        browser.click(".conflict .act", "Keep theirs");
        browser.seeNoLonger(".conflict", "Jazz");
        browser.see(".conflict", "It now says fr; you entered de");
        browser.click(".conflict .act", "Use mine");
        browser.see("[data-cell='0.language']:not(.waiting)", "de");
        assertThat(genre()).isEqualTo("Jazz");
    }
}

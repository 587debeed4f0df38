package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("F6 Pages apply what they are told")
class ToldPagesTest extends InTheBrowser {
    /** What a page has asked the server for since the last time. */
    @SuppressWarnings("unchecked")
    private static List<String> asked(Browser page) {
        return (List<String>) page.script("""
                const asked = performance.getEntriesByType('resource').map((each) => new URL(each.name).pathname)
                performance.clearResourceTimings()
                return asked.filter((path) => path.startsWith('/api/'))""");
    }

    @Test
    void an_edit_is_one_call_and_lists_of_others_show_it_without_any() throws Exception {
        desk.signIn();
        desk.begin("Told Water");
        browser.cell("0.genre", "Folk");
        browser.see("[data-cell='0.genre']:not(.waiting)", "Folk");
        String id = browser.address().replaceAll(".*/releases/(\\d+)/.*", "$1");
        Browser other = new Browser();
        try {
            Desk hers = new Desk(other, entrada);
            hers.signIn();
            other.go(entrada.address() + "/releases");
            other.see("ul b", "Told Water");
            other.seeNoLonger("[role=status]", "looked over");
            // covers of the list may still be on their way
            other.seePictures();
            asked(other);
            asked(browser);
            browser.cell("0.title", "Told Water at Night");
            other.see("ul b", "Told Water at Night");
            assertThat(asked(other)).isEmpty();
            browser.see("[data-cell='0.title']:not(.waiting)", "Told Water at Night");
            assertThat(asked(browser)).containsExactly("/api/releases/" + id + "/changes");
        } finally {
            other.close();
        }
    }
}

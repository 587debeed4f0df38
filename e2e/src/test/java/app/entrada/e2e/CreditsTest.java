package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

@DisplayName("C6, C8 Who did what, under which name; and who stands on nothing")
class CreditsTest extends InTheBrowser {
    @Test
    void a_name_is_credited_as_another_taken_off_again_and_put_away() throws Exception {
        desk.signIn();
        desk.begin("Sluice Song");
        browser.click(".tabs a", "Credits");
        browser.type(".credits .add input", "Tamsin Oversluice");
        browser.press(Keys.ENTER, Keys.ENTER);
        browser.see("[data-credit='0.1']", "voc");
        // the cell has opened for what was done; it is left as it is
        browser.press(Keys.ESCAPE);
        browser.see(".as input");
        browser.type(".as input", "The Weir Sisters");
        browser.press(Keys.ENTER);
        String id = browser.address().replaceAll(".*/releases/(\\d+)/.*", "$1");
        browser.see("[data-credit='0.1']", "voc");
        browser.click(".tabs a", "Sheet");
        browser.click(".set", "Rights");
        browser.see("[data-cell='1.credits']", "The Weir Sisters");
        assertThat(browser.call("GET", "/api/releases/" + id + "/credits")).contains("\"as\":\"The Weir Sisters\"");

        browser.click(".tabs a", "Credits");
        browser.click("[data-credit='0.1']");
        browser.press(Keys.DELETE);
        browser.seeNoLonger(".credits tbody", "voc");
        browser.click("nav a", "People");
        browser.click(".list a", "Tamsin Oversluice");
        browser.click(".person .act", "Put away");
        browser.see("[role=status]", "Tamsin Oversluice is put away");
        browser.seeNoLonger(".list ul", "Tamsin Oversluice");
        browser.click(".person .act", "Bring back");
        browser.see(".list ul", "Tamsin Oversluice");
    }
}

package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;

@ExtendWith(RunningEntrada.class)
@DisplayName("P2 Everybody can use it")
class AccessibleTest {
    private final Installation entrada = RunningEntrada.get();

    private static void check(Browser browser, String view) throws IOException {
        Path axe = Path.of(System.getProperty("entrada.root", ".."), "web/node_modules/axe-core/axe.min.js");
        browser.script(Files.readString(axe));
        Object found = browser.scriptLater("""
                const done = arguments[arguments.length - 1];
                axe.run({runOnly: ['wcag2a', 'wcag2aa', 'wcag21aa', 'wcag22aa']}).then(
                    (result) => done(result.violations.map((v) => v.id + ': ' + v.nodes.map((n) => n.html).join(' | '))))""");
        assertThat((List<?>) found).as(view).isEmpty();
        // what scrolls does so within the frame; text for readers alone must not make the page longer than the window
        assertThat(browser.script("return document.documentElement.scrollHeight - window.innerHeight"))
                .as("%s: pixels beyond the window", view)
                .isEqualTo(0L);
    }

    @Test
    void no_view_breaks_wcag_2_2_aa_in_light_or_dark() throws IOException {
        try (Browser browser = new Browser()) {
            browser.go(entrada.address());
            browser.see("#name");
            check(browser, "sign-in");
            new Desk(browser, entrada).signIn();
            for (String theme : List.of("light", "dark")) {
                browser.script("localStorage.setItem('entrada.theme', arguments[0])", theme);
                browser.go(entrada.address());
                browser.see(".desk li");
                check(browser, theme + " desk");
                browser.click("nav a", "Releases");
                browser.see("main li", "Tidewrack Almanac");
                check(browser, theme + " releases");
                browser.click("main li a", "Tidewrack Almanac");
                browser.see("[data-cell='6.title']");
                browser.click("[data-cell='6.title']");
                browser.see(".detail");
                check(browser, theme + " sheet");
                browser.click(".tool", "Read a track list");
                browser.type("#pasted", "1. Almanac 3:07\n2. Eelgrass 4:12");
                browser.see(".reader tr[data-line]");
                check(browser, theme + " track list");
                browser.click("button", "Cancel");
                browser.chord(Keys.ALT, "2");
                browser.click("[data-cell='1.4']");
                check(browser, theme + " credits");
                browser.chord(Keys.ALT, "3");
                browser.see(".line .bar");
                browser.click(".line .title");
                browser.see(".opened .bar");
                check(browser, theme + " works");
                browser.chord(Keys.ALT, "4");
                browser.see(".artwork dl");
                check(browser, theme + " artwork");
                browser.chord(Keys.ALT, "6");
                browser.see(".readiness .cell");
                check(browser, theme + " readiness");
                browser.chord(Keys.ALT, "5");
                browser.see(".masters .alike");
                check(browser, theme + " masters");
                browser.chord(Keys.ALT, "7");
                browser.click(".files li .open");
                check(browser, theme + " files");
                browser.chord(Keys.ALT, "8");
                browser.see(".send header");
                check(browser, theme + " send");
                browser.click("nav a", "People");
                browser.click(".start .opens");
                browser.see(".lacking input");
                check(browser, theme + " what is worth doing for people");
                browser.press("?");
                browser.see(".modal h1", "People");
                check(browser, theme + " guide");
                browser.press(Keys.ESCAPE);
                browser.seeNoLonger(".modal h1", "People");
                browser.type(".list input", "Tollgate"); // there may be more than fit into the first part
                browser.click(".list li a", "Mira Tollgate");
                browser.see(".person li");
                check(browser, theme + " people");
                browser.click("nav a", "Settings");
                browser.see("#isrcPrefix");
                check(browser, theme + " settings");
                browser.click("nav a", "Accounts");
                browser.click("button", "Add account");
                browser.see(".log tr");
                check(browser, theme + " accounts");
                browser.go(entrada.address() + "/account");
                browser.click(".act", "Set up…");
                browser.see("#factor-password");
                check(browser, theme + " account");
                browser.click("nav a", "Desk");
                browser.click(".year a");
                browser.see(".months h2");
                check(browser, theme + " year");
                browser.click("header a", "Desk");
                browser.click("nav a", "Catalogue");
                browser.click("[data-cell='2.title']");
                browser.see(".values li");
                check(browser, theme + " catalogue");
                browser.click(".tick input");
                browser.click(".found .act", "Add to a release");
                browser.see(".modal .way");
                check(browser, theme + " recordings taken to a release");
                browser.press(Keys.ESCAPE);
                browser.seeNoLonger(".modal .way", "A new release");
                browser.click("nav a", "Spelling families");
                browser.see(".kinds");
                check(browser, theme + " spelling families");
                browser.click("nav a", "Codes");
                browser.see(".block");
                check(browser, theme + " codes");
                browser.click("nav a", "Activity");
                browser.click(".sitting", "facts in"); // what was sent has no values to show
                browser.click(".deed");
                browser.see("ol td");
                check(browser, theme + " activity");
                browser.click("nav a", "Destinations");
                browser.see(".rule");
                check(browser, theme + " destinations");
                browser.click("nav a", "Intake");
                browser.see("h1", "Intake");
                browser.see(".empty, .row");
                check(browser, theme + " intake");
                browser.click("nav a", "Inspect");
                browser.see("h1", "Inspect");
                check(browser, theme + " inspect");
            }
        }
    }

    @Test
    void the_sheet_is_filled_with_the_keyboard_alone() throws IOException {
        try (Browser browser = new Browser()) {
            Desk desk = new Desk(browser, entrada);
            desk.signIn();
            browser.chord(Keys.CONTROL, "k");
            browser.see("#goals li", "New release");
            browser.press("new release", Keys.ENTER);
            browser.see("#new-title").sendKeys("Keyed Harbour", Keys.ENTER);
            browser.see("[data-cell='1.title']", "Keyed Harbour");
            // from the first cell down to the track, over to the version, typed at once
            browser.press(Keys.ARROW_DOWN);
            browser.see("[data-cell='0.title'].here");
            browser.press(Keys.ARROW_DOWN, Keys.ARROW_RIGHT);
            browser.see("[data-cell='1.version'].here");
            browser.press("Radio Edit", Keys.ENTER);
            browser.see("[data-cell='1.version']", "Radio Edit");
            browser.press(Keys.DELETE);
            browser.seeNoLonger("[data-cell='1.version']", "Radio Edit");
            browser.chord(Keys.CONTROL, "z");
            browser.see("[data-cell='1.version']", "Radio Edit");
            browser.press("?");
            browser.see(".modal h1", "Sheet");
            browser.click(".modal .act", "Keys");
            browser.see(".modal", "Undo, redo");
            assertThat(browser.complaints()).isEmpty();
        }
    }
}

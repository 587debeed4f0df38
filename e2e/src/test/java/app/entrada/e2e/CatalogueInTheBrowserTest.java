package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.demo.large.LargeCatalogue;
import java.nio.file.Path;
import java.time.LocalDate;
import java.util.List;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@DisplayName("F4 The whole catalogue in the browser: found, coded, changed in many rows, taken back, kept as a view")
class CatalogueInTheBrowserTest {
    private static final Installation ENTRADA =
            new Installation(Path.of("target", "var-large"), RunningEntrada.TODAY, 9300, "large");
    private static final JsonMapper JSON = new JsonMapper();

    private static Browser browser;

    @BeforeAll
    static void a_large_catalogue() throws Exception {
        ENTRADA.begin();
        browser = new Browser();
        signIn(browser, "M. Arden");
        ENTRADA.awaitWhole();
        Waiting.until(
                "all releases are looked over",
                () -> json("/api/desk").path("lookedOver").asInt() == 0);
    }

    private static void signIn(Browser who, String name) throws Exception {
        who.go(ENTRADA.address());
        who.type("#name", name);
        who.type("#password", ENTRADA.password());
        who.click("button[type=submit]");
        who.see(".desk h2");
    }

    @AfterAll
    static void end() throws Exception {
        assertThat(browser.complaints()).isEmpty();
        browser.close();
        ENTRADA.run("stop");
    }

    private static JsonNode json(String path) {
        return JSON.readTree(browser.call("GET", path));
    }

    /** What was planted, counted without the server. */
    private static LargeCatalogue.Planted planted() {
        return new LargeCatalogue(
                        Installation.RELEASES,
                        LocalDate.parse(RunningEntrada.TODAY),
                        1,
                        List.of(),
                        stored -> stored.getClass().getName())
                .fill((table, columns, rows) -> rows.accept(values -> {}))
                .planted();
    }

    private static void filter(String... parts) throws Exception {
        browser.go(ENTRADA.address() + "/catalogue");
        browser.see(".all .line .text");
        for (String part : parts) {
            browser.type(".filter input", part);
            browser.press(Keys.ENTER);
            browser.see(".part", part);
        }
    }

    @Test
    void those_without_isrc_of_three_years_get_their_codes_in_one_move_and_lose_them_in_one() throws Exception {
        int count = planted().withoutIsrc2019To2021();
        // those of the small catalogue beside it came out in other years
        assertThat(count).isPositive();
        filter("without isrc", "year 2019 to 2021");
        browser.see(".found b", String.valueOf(count));
        browser.click(".found .act", "Allocate missing ISRCs in all " + count);
        browser.see(".none", "No rows match this filter");
        browser.click(".undo .act", "Undo");
        browser.see(".found b", String.valueOf(count));
        browser.click(".undo .act", "Redo");
        browser.see(".none", "No rows match this filter");
        browser.click(".undo .act", "Undo");
        browser.see(".found b", String.valueOf(count));
    }

    @Test
    void a_view_is_saved_found_again_after_a_reload_and_its_address_works_for_somebody_else() throws Exception {
        filter("year 2018", "genre folk");
        browser.click(".caption button", "Title");
        browser.see(".caption [aria-sort=ascending]");
        browser.click(".views .act", "Save view");
        browser.type(".modal.show input.form-control", "Folk of 2018");
        browser.click(".modal.show label", "for everyone");
        browser.click(".modal.show button", "Save");
        browser.see(".views select option", "Folk of 2018");
        String found = browser.text(".found b");
        browser.go(browser.address());
        browser.see(".part", "genre folk");
        browser.see(".found b", found);
        String address = browser.address();
        try (Browser other = new Browser()) {
            signIn(other, "Sol Pereira-Finch");
            other.go(address);
            other.see(".part", "year 2018");
            other.see(".caption [aria-sort=ascending]");
            other.see(".found b", found);
            other.go(ENTRADA.address() + "/catalogue");
            other.choose(".views select", "Folk of 2018 (M. Arden)");
            other.see(".found b", found);
        }
    }

    @Test
    void one_field_is_set_on_hundreds_of_recordings_and_their_standings_follow() throws Exception {
        filter("year 2016");
        int count = json("/api/catalogue/recordings?find=year+2016&count=1")
                .path("total")
                .asInt();
        int releases = json("/api/catalogue/recordings?find=year+2016&count=1")
                .path("releases")
                .asInt();
        assertThat(count).isGreaterThanOrEqualTo(300);
        assertThat(releases).isGreaterThanOrEqualTo(25);
        String number = json("/api/catalogue/releases?find=year+2016&count=1&columns=catalogueNumber")
                .path("rows")
                .path(0)
                .path("cells")
                .path("catalogueNumber")
                .path("value")
                .asString();
        String before = marks(number);
        browser.click(".found .act", "Set a field in all");
        browser.choose(".modal.show select", "ISRC");
        browser.click(".modal.show label", "Clear the field");
        browser.see(".modal.show [role=status]", "will change");
        browser.click(".modal.show .btn-primary");
        browser.see(".undo .act", "ISRC of");
        Waiting.until("the release stands otherwise", () -> !marks(number).equals(before));
        browser.click(".undo .act", "Undo");
        browser.see(".undo .act", "Redo ISRC of");
        Waiting.until("the release stands as before", () -> marks(number).equals(before));
    }

    /** How a release stands, as lists show it. */
    private static String marks(String number) {
        return json("/api/releases?find=" + number)
                .path("releases")
                .path(0)
                .path("marks")
                .toString();
    }

    @Test
    void a_cell_is_found_by_half_a_misspelled_name_and_typed_in_by_keyboard_alone() throws Exception {
        filter("artist zelda");
        // the part stands there before its rows do, and in a row that is not here yet nobody can type
        browser.see("[data-cell='0.artists']", "Zelda");
        browser.click("[data-cell='0.version']");
        String title = browser.text("[data-cell='0.title']");
        browser.press("Demo", Keys.ENTER);
        browser.see(".undo .act", "Undo Version of a track");
        browser.see("[data-cell='0.version']", "Demo");
        assertThat(browser.text("[data-cell='0.title']")).isEqualTo(title);
        browser.click(".undo .act", "Undo");
        browser.seeNoLonger("[data-cell='0.version']", "Demo");
        browser.click("[data-cell='0.title']");
        browser.chord(Keys.ALT, Keys.ENTER);
        browser.see(".sheet, [data-cell='1.title']");
    }

    /** A title as somebody types it who is in a hurry: two letters of its first word change places, the second is cut short. */
    private static String hurried(String title) {
        String[] words = title.split(" ");
        String first = words[0];
        return first.substring(0, 2) + first.charAt(3) + first.charAt(2) + first.substring(4) + " "
                + words[1].substring(0, words[1].length() - 2);
    }

    @Test
    void a_recording_is_found_from_anywhere_by_half_a_misspelled_name() throws Exception {
        JsonNode row = json("/api/catalogue/recordings?count=500&columns=title,release")
                .path("rows")
                .valueStream()
                .filter(each -> each.path("cells")
                        .path("title")
                        .path("value")
                        .asString()
                        .matches("[A-Z][a-z]{5,} [A-Z][a-z]{4,}"))
                .findFirst()
                .orElseThrow();
        String title = row.path("cells").path("title").path("value").asString();
        browser.go(ENTRADA.address() + "/codes");
        browser.see("h1", "Codes");
        browser.type(".jump input", hurried(title));
        browser.see("#goals li", title);
        browser.click("#goals li", title);
        browser.see("[data-cell]", title);
        // what was opened last is offered before anything is typed
        browser.click(".jump input");
        browser.see("#goals li", title);
        browser.press(Keys.ESCAPE);
    }

    @Test
    void a_planted_family_is_chosen_seen_made_one_and_taken_back() throws Exception {
        browser.go(ENTRADA.address() + "/catalogue/families?kind=genres");
        browser.see(".family .chip.right", "Folk");
        browser.see(".family .chip", "Folk-");
        browser.click(".family .btn", "Merge");
        browser.see(".changed", "one undo");
        int planted = planted().genres();
        assertThat(browser.text(".changed [role=status]")).contains("What changes");
        browser.seeCount(".changed tbody tr", planted);
        browser.click(".changed .btn", "Change " + planted);
        browser.see(".undo .act", "Undo Spelling of “Folk”");
        assertThat(json("/api/catalogue/releases?find=genre%20%22Folk-%22")
                        .path("total")
                        .asInt())
                .isZero();
        browser.click(".undo .act", "Undo Spelling");
        browser.see(".family .chip", "Folk-");
        browser.see(".undo .act", "Redo Spelling of “Folk”");
    }

    @Test
    void of_two_who_look_alike_somebody_says_that_they_are_two() throws Exception {
        browser.go(ENTRADA.address() + "/catalogue/families?kind=people");
        browser.see(".family");
        int families = browser.count(".family");
        String name = browser.text(".family .chip.right button")
                .replaceAll("[●0-9,]", "")
                .strip();
        browser.click(".family .act", "These are different people");
        browser.see(".kinds .apart", "1 marked as different");
        browser.seeCount(".family", families - 1);
        browser.click(".kinds .apart");
        browser.see(".decided", name);
        browser.see(".decided", "M. Arden");
        browser.click(".decided .act", "Withdraw");
        browser.seeCount(".family", families);
    }
}

package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.openqa.selenium.Keys;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@DisplayName("K1–K4 From findings to ready, by jumps and fixes alone")
@ExtendWith(RunningEntrada.class)
class ReadinessTest {
    private final Installation entrada = RunningEntrada.get();

    /** Jumps from the board to the cell of a finding, types there, and comes back. */
    /** Where a rule objects in several places they stand below one line, which is opened first. */
    private static void open(Browser browser, String finding) {
        String group = "[data-open^='" + finding.substring(0, finding.indexOf('@')) + " '][aria-expanded=false]";
        if (browser.count(group) > 0) browser.click(group);
    }

    private static void mend(Browser browser, String finding, String cell, String text) {
        open(browser, finding);
        browser.click("[data-jump='" + finding + "']");
        browser.see("[data-cell='" + cell + "'].here");
        browser.press(Keys.F2);
        browser.see("[data-cell='" + cell + "'] input").sendKeys(Keys.chord(Keys.CONTROL, "a"), text, Keys.ENTER);
        browser.seeNoLonger("[data-finding='" + finding + "']", "");
        browser.chord(Keys.ALT, "6");
        browser.see(".readiness .cell");
        open(browser, finding);
        browser.seeNoLonger("[data-jump='" + finding + "']", "");
    }

    @Test
    void the_album_becomes_ready_for_all_its_destinations() throws java.io.IOException {
        try (Browser browser = new Browser()) {
            browser.go(entrada.address());
            new Desk(browser, entrada).signIn();
            browser.go(entrada.address() + "/releases");
            browser.click("main li a", "Tidewrack Almanac");
            browser.click(".tabs a", "Readiness");
            browser.see(".readiness thead", "OSTRA");
            assertThat(browser.text(".readiness thead"))
                    .contains("Lumenfold", "Crate & Lantern", "Commonshelf", "Ferrous Lane");

            // all safe ones in one move, each value seen before, and one undo takes all of it back
            browser.click("button", "Fix 4 safe ones");
            browser.see(".modal td.before", "Glasswort (feat. Joss Amberley)");
            browser.see(".modal td", "the next free code");
            browser.click(".modal .btn-primary", "Change");
            browser.seeNoLonger(".readiness header", "safe ones");
            browser.chord(Keys.CONTROL, "z");
            browser.see("button", "Fix 4 safe ones");
            browser.chord(Keys.CONTROL, Keys.SHIFT, "z");
            browser.seeNoLonger(".readiness header", "safe ones");

            mend(browser, "price-tier.missing@release.priceTier:release", "0.priceTier", "full");
            mend(browser, "work.no-writer@work.writers:track 3", "3.writers", "Mira Tollgate: CA 100/100");
            for (int track : new int[] {5, 6, 8})
                mend(
                        browser,
                        "work.shares-total@work.writers:track " + track,
                        track + ".writers",
                        "Mira Tollgate: CA 100/100");
            mend(
                    browser,
                    "work.public-domain-arrangement-only@work.writers:track 9",
                    "9.writers",
                    "Mira Tollgate: AR 100/100");

            // what is left cannot be mended here: it is taken on, with a reason each
            while (browser.count("[data-accept]") > 0) {
                int left = browser.count("[data-accept]");
                browser.click("[data-accept]");
                browser.type(".taking input", "Agreed with the artist on 20 November");
                browser.click(".taking button[type=submit]");
                browser.seeCount("[data-accept]", left - 1);
            }
            browser.see(".taken", "Agreed with the artist");
            for (String name : new String[] {"Lumenfold", "Crate & Lantern", "OSTRA", "Commonshelf", "Ferrous Lane"})
                browser.see(".readiness thead th", name);
            assertThat(browser.text(".readiness thead")).doesNotContain("stop", "risk", "note");
            browser.seeNoLonger(".release .marks", "■");
        }
    }

    /** What was planted in the demo catalogue, by release; lettering that could not be read is no fault and left out. */
    static final Map<String, List<String>> PLANTED = Map.of(
            "Slack Water", List.of(),
            "Nocturnes for an Unlit Quay", List.of("audio.true-peak 1", "disc.cdtext-charset 2"),
            "Towpath Songs", List.of(),
            "Lamplighter's Round", List.of("price-tier.missing 0"),
            "Weirside Talks",
                    List.of("artwork.bytes 0", "description.length 0", "keywords.count 1", "podcast.fields 1"),
            "Weir Sessions",
                    List.of(
                            "isrc.shared 2",
                            "isrc.shared 3",
                            "spelling.family 4",
                            "title.all-lower 1",
                            "title.brackets-unbalanced 3",
                            "title.production-debris 2"),
            "Ten Winters of Ninth Weir",
                    List.of(
                            "artwork.missing 0",
                            "audio.true-peak 6",
                            "barcode.missing 0",
                            "c-line.missing 0",
                            "catalogue-number.missing 0",
                            "genre.count 0"));

    @Test
    void what_was_planted_in_the_catalogue_is_found_and_nothing_else() throws java.io.IOException {
        JsonMapper json = new JsonMapper();
        try (Browser browser = new Browser()) {
            new Desk(browser, entrada).signIn();
            Map<String, List<String>> found = new TreeMap<>();
            for (JsonNode head :
                    json.readTree(browser.call("GET", "/api/releases")).path("releases")) {
                String title = head.path("title").asString();
                if (!PLANTED.containsKey(title)) continue;
                found.put(title, faults(browser, head.path("id").asLong()));
            }
            assertThat(found).isEqualTo(new TreeMap<>(PLANTED));
        }
    }

    /** Rule and track of what is found in a release, each once. */
    static List<String> faults(Browser browser, long release) {
        List<String> faults = new ArrayList<>();
        for (JsonNode finding : new JsonMapper()
                .readTree(browser.call("GET", "/api/releases/" + release + "/readiness"))
                .path("findings"))
            // lettering that cannot be read, copies that are still to be written and what a format cannot hold were not
            // planted
            if (!finding.path("rule").asString().matches("artwork\\.text-.*|file\\.(not-written|field-dropped)"))
                faults.add(finding.path("rule").asString() + " "
                        + finding.path("track").asInt());
        return faults.stream().distinct().sorted().toList();
    }

    @Test
    void any_destination_says_what_it_wants_in_words_with_examples() throws java.io.IOException {
        try (Browser browser = new Browser()) {
            browser.go(entrada.address());
            new Desk(browser, entrada).signIn();
            browser.go(entrada.address() + "/destinations");
            browser.click(".destinations nav a", "OSTRA");
            browser.click(".rule button", "Publishers’ shares too high");
            browser.see(".rule dd", "Low Lock Music: E 60/60");
            browser.click(".destinations nav a", "Hearthcast");
            browser.see(".rule", "max 300,000");
        }
    }
}

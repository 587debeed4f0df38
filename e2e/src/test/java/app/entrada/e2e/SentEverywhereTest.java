package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.util.List;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Comes behind the other tests of the demo catalogue: the album is made ready and goes out for good. */
@ExtendWith(RunningEntrada.class)
@DisplayName("S1–S7 From ready to accepted at every destination, with a rejection and a society's conflict on the way")
class SentEverywhereTest {
    private final Installation entrada = RunningEntrada.get();
    private Browser browser;
    private Desk desk;

    @BeforeEach
    void a_browser() throws IOException {
        browser = new Browser();
        desk = new Desk(browser, entrada);
        desk.signIn();
    }

    @AfterEach
    void no_complaints() {
        List<String> complaints = browser.complaints();
        browser.close();
        assertThat(complaints).isEmpty();
    }

    private void fact(String set, String cell, String text, String shown) {
        browser.click(".tabs a", "Sheet");
        browser.click(".set", set);
        browser.cell(cell, text);
        browser.see("[data-cell='" + cell + "']", shown);
    }

    /** Writes all copies that are not of today by these recipes. */
    private void copies(String... recipes) {
        browser.click(".tabs a", "Files");
        browser.see("[aria-label=Recipes] li");
        for (String recipe : recipes) browser.click("[aria-label='Tick " + recipe + "']");
        if (!browser.text(".files .btn").contains("All written")) browser.click(".files .btn", "Write");
        browser.see(".files .btn", "All written", 240);
    }

    /** All safe fixes in one move, where any are left. */
    private void fixAll() {
        browser.click(".tabs a", "Readiness");
        browser.see(".readiness thead", "OSTRA");
        if (!browser.text(".readiness header").contains("safe one")) return;
        browser.click(".readiness header button", "safe one");
        browser.click(".modal .btn-primary", "Change");
        browser.seeNoLonger(".readiness header", "safe one");
    }

    private void choose(String destination) {
        browser.click(".send nav button", destination);
        browser.see(".send h2", destination);
    }

    private void seal() throws IOException {
        browser.click("#declares");
        browser.type("#again", entrada.password());
        browser.click(".modal button", "Seal and send");
        browser.seeNoLonger(".modal", "Seal and send");
    }

    private void answered(String destination, String state) {
        choose(destination);
        browser.see(".delivery[data-state='" + state + "']", "Delivery", 60);
    }

    private List<JsonNode> has(String destination, String title) throws Exception {
        return new JsonMapper()
                .readTree(entrada.stateOf(destination))
                .path("taken")
                .valueStream()
                .filter(each -> each.path("title").asString().equals(title))
                .toList();
    }

    @Test
    void the_album_is_accepted_everywhere_after_a_rejection_and_a_conflict() throws Exception {
        desk.open("Tidewrack Almanac");
        fixAll();
        fact("Rights", "0.priceTier", "full", "full");
        for (int track : new int[] {3, 5, 6, 8})
            fact("Rights", track + ".writers", "Mira Tollgate: CA 100/100", "Mira");
        fact("Rights", "9.writers", "Mira Tollgate: AR 100/100", "Mira");
        copies("Store master, FLAC", "Store master, WAV", "Disc");

        // what leaves is read in place: the society's columns named one by one
        browser.click(".tabs a", "Send");
        choose("OSTRA");
        browser.click(".contents .act", "CW2");
        browser.see(".ruler .lines", "SALTINGS");
        browser.click(".ruler .lines > div:nth-child(3)");
        browser.see(".ruler dl", "submitter work number");
        assertThat(browser.text(".ruler dl")).contains("distribution category", "POP");

        entrada.order("crate-and-lantern", "reject", 1, 0);
        browser.click(".send .top .act", "all");
        browser.click(".send .together", "Send to 5 together");
        seal();
        answered("Lumenfold", "accepted");
        answered("Commonshelf", "accepted");
        answered("Ferrous Lane", "accepted");
        answered("Crate & Lantern", "rejected");
        answered("OSTRA", "rejected");
        browser.see(".delivery", "“Saltings”: conflict");
        browser.click(".delivery .more .act", ".ACK");
        browser.see(".ruler .lines", "ACK");

        // the rejection leads to the picture, the conflict to the writers of its track
        choose("Crate & Lantern");
        browser.see(".delivery", "Our editors found the cover too dark.");
        browser.click(".findings .unfold");
        browser.see(".findings", "Our editors found the cover too dark.");
        choose("OSTRA");
        browser.click(".delivery .reasons a", "Go to track 3");
        browser.see("[data-cell='3.writers'].here");
        browser.see(".detail", "“Saltings”: conflict: another claim of 10.00 per cent");

        // codes that came back with the works the society took
        browser.see("[data-cell='1.iswc']", "T-");

        // the claimant is named; the copies say so, too
        fact("Rights", "3.writers", "Mira Tollgate: CA 90/90; Kestrel Loam: A 10/10", "Kestrel Loam");
        copies("Store master, FLAC", "Store master, WAV");
        browser.click(".tabs a", "Send");
        choose("OSTRA");
        browser.click(".send header button", "Send to OSTRA…");
        seal();
        answered("OSTRA", "accepted");
        browser.seeNoLonger(".findings", "conflict");
        // the last work has its code now, and copies carry it
        copies("Store master, FLAC", "Store master, WAV");
        browser.click(".tabs a", "Send");
        choose("Crate & Lantern");
        browser.click(".send header button", "Send to Crate & Lantern…");
        seal();
        answered("Crate & Lantern", "accepted");
        browser.seeNoLonger(".findings", "too dark");

        // once each where it was taken at once; the refused ones twice
        assertThat(has("lumenfold", "Tidewrack Almanac")).hasSize(1);
        assertThat(has("commonshelf", "Tidewrack Almanac")).hasSize(1);
        assertThat(has("ferrous-lane", "Tidewrack Almanac")).hasSize(1);
        assertThat(has("crate-and-lantern", "Tidewrack Almanac")).hasSize(2);

        // a fact that changes after it was taken is said
        fact("Identity", "0.version", "Second Tide", "Second Tide");
        browser.click(".tabs a", "Send");
        choose("Lumenfold");
        browser.see(".changes", "Version: empty → Second Tide");

        browser.click("nav a", "Desk");
        browser.see("[aria-label=Ahead]", "Tidewrack Almanac accepted at Crate & Lantern");
        browser.click("nav a", "Activity");
        browser.see("main ol", "Accepted by Crate & Lantern.");
    }

    @Test
    void a_spoken_episode_is_fetched_by_its_directory() throws Exception {
        desk.open("Weirside Talks");
        fact("Sync", "1.summary", "Hanna Veil on mastering records beside a weir.", "Hanna");
        fact("Sync", "1.keywords", "mastering; water; work; night", "mastering");
        fact("Sync", "0.description", "Talks by the water with people who work at night.", "Talks by");
        browser.click(".tabs a", "Readiness");
        browser.click(".readiness .act", "Compress");
        browser.click("button", "Preview");
        browser.click("button", "Use as front cover");
        browser.seeNoLonger(".findings", "at most 300,000 are accepted");
        copies("Spoken episode");
        browser.click(".tabs a", "Send");
        choose("Hearthcast");
        browser.click(".contents .act", "feed.xml");
        browser.see(".reader pre", "<enclosure");
        browser.click(".send header button", "Send to Hearthcast…");
        seal();
        answered("Hearthcast", "accepted");
        assertThat(has("hearthcast", "Weirside Talks")).hasSize(1);
    }

    @Test
    void a_disc_is_laid_out_and_taken_by_the_plant() throws Exception {
        desk.open("Nocturnes");
        // CD-Text holds no kanji, and nobody guesses how they are read: it is asked for
        browser.see(".findings", "CD-Text");
        fact("Rights", "2.latinTitle", "Yoru no kishi", "Yoru no kishi");
        copies("Disc");
        browser.click("[aria-label=Recipes] button", "Disc layout");
        browser.see(".files .main", "The disc can be made.");
        browser.see(".files pre", "PQ LIST");
        browser.click(".tabs a", "Send");
        choose("Ferrous Lane");
        browser.click(".send header button", "Send to Ferrous Lane…");
        seal();
        answered("Ferrous Lane", "accepted");
        assertThat(has("ferrous-lane", "Nocturnes for an Unlit Quay")).hasSize(1);
    }
}

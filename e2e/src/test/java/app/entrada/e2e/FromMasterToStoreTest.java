package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.demo.Piece;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.CsvSource;
import org.openqa.selenium.Keys;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@DisplayName("From a finished master to an accepting store, in the browser")
class FromMasterToStoreTest extends InTheBrowser {
    private JsonNode storeHas(String title) throws Exception {
        JsonNode state = new JsonMapper().readTree(entrada.storeState());
        var found = new JsonMapper().createArrayNode();
        for (JsonNode taken : state.path("taken"))
            if (taken.path("title").asString().equals(title)) found.add(taken);
        return found;
    }

    @Test
    void a_single_goes_the_whole_way() throws Exception {
        desk.signIn();
        browser.see(".desk .block", "Weirside Talks");
        browser.see(".desk li", "The release has no description");
        desk.begin("Glass Harbour");

        // the label's defaults have filled in what they know, its blocks what was asked for
        browser.see("[data-cell='1.isrc']", "XA-NW9-26-000");
        assertThat(browser.text("[data-cell='0.label']")).contains("Ninth Weir Records");
        assertThat(browser.text("[data-cell='0.barcode']")).contains("9 521234 50");
        browser.see(".findings", "has no master");
        browser.see(".findings", "no front cover");

        Path[] song = Desk.song(folder, 77, "GLASS HARBOUR", "PAPER FERRYMEN");
        browser.drop(".release", song);
        browser.see(".upload", "Now track 1.");
        browser.see(".upload", "Now front cover.");
        browser.see("[data-cell='1.master']", "0:04");
        browser.seeNoLonger(".findings", "has no master");

        // typed facts: findings go as they are given
        browser.see(".findings", "has no composer");
        desk.compile();
        browser.seeNoLonger(".findings", "has no composer");
        browser.see(".findings h2", "1 for 1 destination");
        browser.see(".findings", "No copy of “Glass Harbour” has been written.");

        // a wrong code is seen at once, its finding leads to the cell, undo takes it back
        browser.cell("1.isrc", "XANW926");
        browser.see(".findings", "“XANW926” is not a valid ISRC");
        browser.click("[data-cell='0.title']");
        browser.press("j");
        browser.see("[data-cell='1.isrc'].here");
        browser.see(".detail", "is not a valid ISRC");
        browser.chord(Keys.CONTROL, "z");
        browser.see(".findings h2", "1 for 1 destination");
        browser.see(".findings", "No copy of “Glass Harbour” has been written.");
        browser.see("[data-cell='1.isrc']", "XA-NW9-26-000");

        // a featured artist typed into the title moves to the credits in one move
        browser.cell("1.title", "Glass Harbour (feat. Mira Tollgate)");
        browser.click(".findings .act", "Move to credits");
        browser.see("[data-cell='1.featured']", "Mira Tollgate");
        browser.see("[data-cell='1.title']", "Glass Harbour");
        browser.see(".findings h2", "1 for 1 destination");
        browser.see(".findings", "No copy of “Glass Harbour” has been written.");

        desk.writeCopies("Store master, WAV");
        browser.see(".files .state", "tags verified · audio identical");
        browser.click(".files .open", "Glass Harbour");
        browser.see(".certificate", "tags as planned");
        desk.writeCopies("FLAC");
        browser.click(".files .open", "Glass Harbour");
        browser.see(".certificate", "decoded samples");
        browser.see(".findings", "No findings.");
        Path flac = Files.write(folder.resolve("fetched.flac"), browser.fetch(browser.link(".file a")));
        assertThat(run("metaflac", "--export-tags-to=-", "--no-utf8-convert", flac.toString()))
                .contains("TITLE=Glass Harbour", "FEATURED=Mira Tollgate", "COMPOSER=Ines Quillon", "ISRC=XANW926");
        assertThat(run("flac", "-t", "-s", flac.toString())).doesNotContain("ERROR");

        // nothing leaves without the right password
        browser.click(".tabs a", "Send");
        browser.click("button", "Send to Lumenfold…");
        browser.click("#declares");
        browser.type("#again", "not the password");
        browser.click(".modal button", "Seal and send");
        browser.see(".modal", "The password is incorrect. Nothing was sent.");
        browser.type("#again", entrada.password());
        browser.click(".modal button", "Seal and send");
        browser.see(".delivery", "Lumenfold received the complete package: receipt LF-");
        browser.see(".delivery", "in review");
        browser.see(".delivery", "Accepted by Lumenfold.");
        assertThat(storeHas("Glass Harbour")).hasSize(1);

        browser.click("nav a", "Desk");
        browser.see("[aria-label=Ahead]", "Glass Harbour accepted at Lumenfold");
    }

    private static String run(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
        return said;
    }

    @Test
    void a_store_that_answers_503_twice_gets_the_delivery_once() throws Exception {
        desk.signIn();
        desk.open("Lamplighter's Round");
        desk.writeCopies("FLAC");
        entrada.order("unavailable", 2, 0);
        desk.send();
        browser.see(".delivery", "Lumenfold answered 503.");
        browser.see(".delivery", "Accepted by Lumenfold.");
        assertThat(storeHas("Lamplighter's Round")).hasSize(1);
    }

    @Test
    void a_rejection_is_shown_with_its_reason_and_can_be_sent_anew() throws Exception {
        desk.signIn();
        desk.begin("Ebb Ledger");
        browser.drop(".release", Desk.song(folder, 79, "EBB"));
        browser.see(".upload", "Now front cover.");
        desk.compile();
        desk.writeCopies("FLAC");
        entrada.order("reject", 1, 0);
        desk.send();
        browser.see(".delivery", "Our editors found the cover too dark.");
        browser.click("nav a", "Desk");
        browser.see(".desk li", "Lumenfold rejected it: Our editors found the cover too dark.");
        browser.click(".desk li a", "Lumenfold rejected it");
        desk.send();
        browser.see(".delivery", "Accepted by Lumenfold.");
        assertThat(storeHas("Ebb Ledger")).hasSize(2);
    }

    @ParameterizedTest(name = "killed while it is {0}")
    @CsvSource({"sealed, 81, 140, QUARTET", "received, 82, 72, BELLS", "in review, 83, 91, STRINGS"})
    void a_server_killed_at_any_state_goes_on_after_its_restart_and_doubles_nothing(
            String state, int seed, int bpm, Piece.Layers layers) throws Exception {
        desk.signIn();
        String title = "Night Ferry Ledger " + seed;
        desk.begin(title);
        browser.drop(".release", Desk.song(folder, new Piece(seed, bpm, seed % 12, true, 12, layers, 3), "NIGHT"));
        browser.see(".upload", "Now front cover.");
        desk.compile();
        desk.writeCopies("FLAC");
        int before = tries();
        if (state.equals("sealed")) entrada.order("delay", 1, 6000);
        // received for a quarter of the time, in review for the rest
        entrada.order("review", 0, state.equals("received") ? 24_000 : 12_000);
        desk.send();
        if (state.equals("sealed")) Waiting.until("the store is tried", () -> tries() > before);
        else browser.see(".delivery[data-state='" + state + "']", "Delivery");
        entrada.killServer();
        browser.see("header", "No connection to the server…");
        entrada.order("review", 0, 4000);
        entrada.run("demo");
        browser.go(browser.address());
        browser.see(".delivery", "Accepted by Lumenfold.", 60);
        assertThat(storeHas(title)).hasSize(1);
    }

    private int tries() throws Exception {
        return new JsonMapper().readTree(entrada.storeState()).path("tries").asInt();
    }
}

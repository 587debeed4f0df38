package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.e2e.SomebodysForm.FormField;
import app.entrada.standins.OpenSshServer;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;

@DisplayName("B0 A label with nothing of the demo's brings a release to a form, a server and a folder")
class OwnDestinationsTest {
    private static final String PASSWORD = "weir-and-quay-71";
    private static final Installation ENTRADA =
            new Installation(Path.of("target", "var-own"), RunningEntrada.TODAY, 9200, "own");

    /** A caption: for each release, track or writer; the fact; pasted, chosen or ticked; what a form of ours has for it. */
    private record Asked(String per, String fact, String entered, FormField field) {}

    private static final List<Asked> FORM = List.of(
            new Asked("release", "title", "pasted", FormField.typed("Album title")),
            new Asked("release", "artists", "pasted", FormField.typed("Primary artist")),
            new Asked("release", "Label (release)", "pasted", FormField.typed("Label name")),
            new Asked("release", "Barcode (release)", "pasted", FormField.typed("UPC / EAN")),
            new Asked("release", "Catalogue no. (release)", "pasted", FormField.typed("Catalogue no.")),
            new Asked("release", "C-line (release)", "pasted", FormField.typed("Copyright line")),
            new Asked("release", "Release date (release)", "pasted", FormField.typed("Release date (mm/dd/yyyy)")),
            new Asked("release", "genre", "chosen", FormField.chosen("Primary genre", "Pop", "Rock", "Folk")),
            new Asked("release", "outlets", "pasted", FormField.lines("Stores")),
            new Asked("release", "cover file", "pasted", FormField.typed("Cover file")),
            new Asked("track", "title", "pasted", FormField.typed("Track title")),
            new Asked("track", "artists", "pasted", FormField.typed("Track artist")),
            new Asked("track", "ISRC (recording)", "pasted", FormField.typed("ISRC")),
            new Asked("track", "length", "pasted", FormField.typed("Length")),
            new Asked("track", "Explicit (track)", "ticked", FormField.box("Parental advisory")),
            new Asked("track", "composers", "pasted", FormField.lines("Composers")),
            new Asked("track", "sound file", "pasted", FormField.typed("Audio file")),
            new Asked("writer", "writer", "pasted", FormField.typed("Songwriter")),
            new Asked("writer", "writer's role", "chosen", FormField.chosen("Function", "A", "C", "CA")),
            new Asked("writer", "performing share", "pasted", FormField.typed("Share in %")));

    private static final List<String> WRITERS = List.of("Joss Amberley", "Ines Quillon");

    @TempDir
    static Path folder;

    private static OpenSshServer ssh;
    private static SomebodysForm form;
    private static Browser browser;
    private static Desk desk;

    @BeforeAll
    static void a_label_s_own_installation() throws Exception {
        ENTRADA.begin();
        ssh = OpenSshServer.start();
        List<FormField> fields = new ArrayList<>();
        for (Asked each : FORM) if (!each.per().equals("writer")) fields.add(each.field());
        for (int writer = 1; writer <= WRITERS.size(); writer++)
            for (Asked each : FORM)
                if (each.per().equals("writer")) fields.add(each.field().of(writer));
        form = new SomebodysForm(fields);
        browser = new Browser();
        desk = new Desk(browser, ENTRADA);
    }

    @AfterAll
    static void end() throws Exception {
        browser.close();
        form.close();
        ssh.close();
        ENTRADA.run("stop");
    }

    @Test
    void one_release_leaves_in_three_ways_and_every_answer_comes_back() throws Exception {
        begins();
        distributor();
        society();
        Path plant = plant();
        release();

        String house = browser.window();
        String sheet = sheetWindow();
        String theirs = browser.window(form.address());
        worked(sheet, theirs);
        assertThat(form.last()).containsExactlyInAnyOrderEntriesOf(expected("02/12/2027"));
        handedOver(sheet);

        browser.look(house);
        refused();
        mended();
        browser.look(sheet);
        browser.go(browser.address());
        browser.see(".sheet header", "what changed since submission");
        assertThat(browser.count("[data-caption]")).isEqualTo(1);
        assertThat(browser.text("li.current")).contains("02/19/2027", "Submitted last: 02/12/2027");
        browser.press(Keys.SPACE);
        browser.see("footer", "Everything is in the form");
        handedOver(sheet);
        browser.look(house);
        accepted();

        sent("Sluicegate Authors");
        Path works = only(ssh.in());
        sent("Iron Paddle Pressing");
        assertThat(only(plant).getFileName().toString()).startsWith("nw-0").endsWith(".zip");
        answered(works);
        assertThat(browser.complaints()).isEmpty();
    }

    private static void begins() throws IOException {
        browser.go(ENTRADA.address());
        browser.see(".sign-in", "There is no account yet");
        browser.type("#name", "Vera Locke");
        browser.type("#password", PASSWORD);
        browser.click("button[type=submit]");
        browser.click("nav a", "Settings");
        for (Map.Entry<String, String> fact : Map.of(
                        "name", "Ninth Weir Records",
                        "isrcPrefix", "XANW9",
                        "barcodePrefix", "952123450",
                        "cataloguePrefix", "NW",
                        "publisher", "Low Lock Music",
                        "societyId", "000000952")
                .entrySet()) browser.type("#" + fact.getKey(), fact.getValue());
        browser.click("form button[type=submit]", "Save");
        browser.see(".saved", "aved");
    }

    private static void add(String kind, String name, String way) {
        begun(kind, name);
        added(name, way);
    }

    private static void begun(String kind, String name) {
        browser.click("nav a", "Destinations");
        browser.click("button", "Add a destination");
        browser.choose("#pattern", kind);
        browser.type("#destination-name", name);
        browser.type("#lead", "10");
        browser.click(".modal .tick", "A default destination of every release");
    }

    private static void added(String name, String way) {
        browser.click(".modal button", "Add");
        browser.see("h2", name);
        browser.seeNoLonger(".modal-title", "Add a destination");
        browser.choose(".connection select", way);
    }

    private static void saved() {
        browser.click(".connection button", "Save connection");
        browser.see(".connection [role=status]", "Saved.");
    }

    private static void distributor() {
        begun("distributor", "Hollow Quay Distribution");
        browser.type("#outlets", "Tidebox\nLantern\nOsier Row");
        added("Hollow Quay Distribution", "by hand, into a web form");
        saved();
        browser.see(".paste textarea");
        browser.type(
                ".paste textarea",
                String.join(
                        "\n", FORM.stream().map(each -> each.field().caption()).toList()));
        browser.click(".form .act", "Add 20");
        browser.seeCount(".captions tr.line", 20);
        for (Asked each : FORM) {
            String caption = each.field().caption();
            browser.choose("[aria-label='" + caption + ": asked per']", each.per());
            browser.choose("[aria-label='" + caption + ": what goes into it']", each.fact());
            browser.choose("[aria-label='" + caption + ": is']", each.entered());
        }
        writing("Release date (mm/dd/yyyy)", "Days", "month/day/year");
        writing("Stores", "Several", "lines");
        writing("Composers", "Several", "lines");
        writing("Songwriter", "Names", "last, first");
        browser.click(".form button", "Save captions");
        browser.see(".form [role=status]", "Saved.");
    }

    private static void writing(String caption, String what, String how) {
        int line = FORM.stream().map(each -> each.field().caption()).toList().indexOf(caption) + 1;
        String body = ".captions tbody:nth-of-type(" + line + ")";
        browser.click(body + " .deeds .act", "Writing");
        int nth = List.of("Days", "Names", "Several", "Times").indexOf(what) + 1;
        browser.choose(body + " .writing label:nth-of-type(" + nth + ") select", how);
        browser.click(body + " .deeds .act", "Writing");
    }

    private static void society() throws Exception {
        add("authors' society", "Sluicegate Authors", "as a package, by SFTP");
        browser.type("[id^=url-]", ssh.address(ssh.in().toString()));
        browser.see("textarea[id^=secret-]").sendKeys(ssh.accountKey());
        browser.click(".connection .own", "In our own network");
        browser.click(".connection .act", "Show its fingerprint");
        browser.see(".connection [role=status]", "saving confirms it");
        assertThat(browser.script("return document.querySelector('[id^=key-]').value"))
                .isEqualTo(ssh.fingerprint());
        saved();
    }

    private static Path plant() throws IOException {
        Path plant = Files.createDirectory(folder.resolve("plant"));
        add("pressing plant", "Iron Paddle Pressing", "as a package, into a folder");
        browser.type("[id^=url-]", plant.toString());
        saved();
        return plant;
    }

    private static void release() throws IOException {
        desk.begin("Reed and Rush");
        browser.drop(".release", Desk.song(folder, 71, "REED", "AND", "RUSH"));
        browser.see("[data-cell='1.master']", "0:04");
        browser.see(".head img.cover");
        desk.compile();
        browser.click(".set", "Rights");
        browser.cell("1.writers", "Joss Amberley: CA 60/60; Ines Quillon: A 40/40");
        browser.see("[data-cell='1.writers']", "Joss Amberley, Ines Quillon");
        browser.click(".set", "Identity");
        copies();
    }

    private static void copies() {
        browser.click(".tabs a", "Files");
        browser.see("[aria-label=Recipes] li");
        for (String recipe : List.of("Store master, FLAC", "Disc")) browser.click("[aria-label='Tick " + recipe + "']");
        if (!browser.text(".files .btn").contains("All written")) browser.click(".files .btn", "Write");
        browser.see(".files .btn", "All written", 120);
    }

    private static void send(String destination) {
        browser.click(".tabs a", "Send");
        browser.click(".send nav button", destination);
        browser.see(".send h2", destination);
    }

    private static String sheetWindow() {
        send("Hollow Quay Distribution");
        browser.see(".outlets", "Goes on to all 3 outlets.");
        browser.click(".outlets .act", "Choose");
        browser.click(".outlets label", "Lantern");
        browser.see(".outlets", "Goes on to 2 of 3 outlets: Tidebox, Osier Row.");
        String address = browser.link("a[href^='/copy-sheets']");
        String window = browser.window(address);
        browser.size(360, 800);
        browser.see("li.current");
        return window;
    }

    /** Value by value: Space in the sheet, over to the form, Tab to the field, paste; back again. */
    private static void worked(String sheet, String theirs) {
        while (true) {
            browser.look(sheet);
            if (browser.text("footer").contains("Everything is in the form")) break;
            String key = (String) browser.script("return document.querySelector('li.current').dataset.caption");
            String[] place = key.split("\u203a");
            String caption = place[2].strip();
            String value = browser.text("li.current .value");
            browser.press(Keys.SPACE);
            Waiting.until(
                    caption + " is copied",
                    () -> browser.text("footer").contains("Everything is in the form")
                            || !key.equals(
                                    browser.script("return document.querySelector('li.current').dataset.caption")));
            browser.look(theirs);
            into(caption, place[1].strip(), value);
        }
        browser.look(theirs);
        browser.click("#hand");
        browser.see("#thanks");
    }

    /** Goes to a field with Tab, and does there what the sheet said. */
    private static void into(String caption, String writer, String value) {
        FormField field = FORM.stream()
                .map(Asked::field)
                .filter(each -> each.caption().equals(caption))
                .findFirst()
                .orElseThrow();
        String name = writer.isEmpty()
                ? caption
                : field.of(WRITERS.indexOf(writer) + 1).caption();
        int tabs = 0;
        while (!name.equals(browser.script("return document.activeElement.getAttribute('aria-label')"))) {
            assertThat(tabs++).as("Tab leads to " + name).isLessThan(40);
            browser.press(Keys.TAB);
        }
        if (field.ticked()) browser.press(Keys.SPACE);
        else if (!field.choices().isEmpty()) browser.press(value);
        else browser.chord(Keys.CONTROL, "v");
    }

    private static Map<String, String> expected(String day) {
        Map<String, String> values = new LinkedHashMap<>();
        values.put("Album title", "Reed and Rush");
        values.put("Primary artist", "The Paper Ferrymen");
        values.put("Label name", "Ninth Weir Records");
        values.put("UPC / EAN", "9521234500001");
        values.put("Catalogue no.", "NW-000");
        values.put("Copyright line", "2026 Ninth Weir Records");
        values.put("Release date (mm/dd/yyyy)", day);
        values.put("Primary genre", "Rock");
        values.put("Stores", "Tidebox\nOsier Row");
        values.put("Cover file", "cover.jpg");
        values.put("Track title", "Reed and Rush");
        values.put("Track artist", "The Paper Ferrymen");
        values.put("ISRC", "XANW92600001");
        values.put("Length", "0:04");
        values.put("Composers", "Joss Amberley");
        values.put("Audio file", "01 Reed and Rush.flac");
        values.put("Songwriter (1)", "Amberley, Joss");
        values.put("Function (1)", "CA");
        values.put("Share in % (1)", "60.00");
        values.put("Songwriter (2)", "Quillon, Ines");
        values.put("Function (2)", "A");
        values.put("Share in % (2)", "40.00");
        return values;
    }

    private static void handedOver(String sheet) {
        browser.look(sheet);
        browser.click("footer .act", "Mark as submitted…");
        browser.click("#declares");
        browser.type("#hand-password", PASSWORD);
        browser.click("button[type=submit]", "Mark as submitted");
        browser.see(".sheet header", "by Vera Locke");
    }

    private static void refused() {
        send("Hollow Quay Distribution");
        browser.see(".delivery", "received");
        browser.choose(".steps select", "rejected");
        browser.type(".steps input[maxlength='100']", "HQ-7781");
        browser.type("[aria-label='Reason 1']", "The day is a holiday with us.");
        browser.choose(".reason select", "Release: Release date");
        browser.click(".steps button", "Save");
        browser.see(".delivery h3", "rejected");
        browser.click(".reasons a", "Go there");
        browser.see(".findings", "The day is a holiday with us.");
    }

    private static void mended() {
        browser.cell("0.releaseDate", "19 Feb 2027");
        browser.see("[data-cell='0.releaseDate']", "2027-02-19");
        copies();
    }

    private static void accepted() {
        send("Hollow Quay Distribution");
        browser.see(".delivery h3", "received");
        noteAccepted();
        browser.click(".steps button", "Undo the last step");
        browser.see(".delivery h3", "received");
        noteAccepted();
        browser.click(".findings .unfold");
        browser.see(".findings h2");
        browser.seeNoLonger(".findings", "holiday");
    }

    private static void noteAccepted() {
        browser.choose(".steps select", "accepted");
        browser.click(".steps button", "Save");
        browser.see(".delivery h3", "accepted");
    }

    private static void sent(String destination) {
        send(destination);
        browser.click("button", "Send to " + destination + "…");
        browser.click("#declares");
        browser.type("#again", PASSWORD);
        browser.click(".modal button", "Seal and send");
        browser.see(".delivery", "is complete in");
    }

    private static Path only(Path in) throws IOException {
        try (Stream<Path> all = Files.list(in)) {
            List<Path> files = all.toList();
            assertThat(files).hasSize(1);
            return files.get(0);
        }
    }

    /** The society's answer, put together by the columns of its records from what it was sent. */
    private static void answered(Path archive) throws IOException {
        Map<String, String> numbers = new TreeMap<>();
        try (ZipFile zip = new ZipFile(archive.toFile())) {
            var works = zip.stream()
                    .filter(each -> each.getName().matches("data/CW.*\\.V.*"))
                    .findFirst()
                    .orElseThrow();
            String text = new String(zip.getInputStream(works).readAllBytes(), StandardCharsets.ISO_8859_1);
            text.lines()
                    .filter(line -> line.startsWith("NWR"))
                    .forEach(line -> numbers.put(line.substring(81, 95), line.substring(19, 79)));
        }
        StringBuilder answer = new StringBuilder("HDRSO000000034SLUICEGATE\r\n");
        numbers.forEach((number, title) -> answer.append("ACK0000000000000000")
                .append("20261123120000")
                .append("0000100000000NWR")
                .append(title)
                .append("%-20s%-20s".formatted(number, "SG-44"))
                .append("20261123AS\r\n")
                .append("NWR0000000000000001")
                .append(title)
                .append("  ")
                .append(number)
                .append("T0345246801\r\n"));
        Path file = Files.writeString(folder.resolve("answer.ACK"), answer + "TRL000010000000100000004\r\n");
        browser.click("nav a", "Destinations");
        browser.click(".two nav a", "Sluicegate Authors");
        browser.see("h2", "Sluicegate Authors");
        browser.drop(".drop", file);
        browser.see(".drop [role=status]", "accepted");
        browser.click(".drop [role=status] a", "Reed and Rush");
        browser.click(".send nav button", "Sluicegate Authors");
        browser.see(".delivery h3", "accepted");
        browser.click(".tabs a", "Sheet");
        browser.click(".set", "Rights");
        browser.see("[data-cell='1.iswc']", "T-034.524.680-1");
    }
}

package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.regex.Pattern;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

@DisplayName("C1–C15 An album of ten tracks, forty credits and eleven writers, with the keyboard alone")
class KeyboardAloneTest extends InTheBrowser {
    private static final List<String> TITLES = List.of(
            "Lock Keeper",
            "Ferry Bell",
            "Low Water",
            "Nine Weirs",
            "Osier Bed",
            "Towpath",
            "Mooring",
            "Sluice",
            "Heron",
            "Estuary");
    private static final List<String> WRITERS = List.of(
            "Mira Tollgate",
            "Joss Amberley",
            "Ines Quillon",
            "Tobit Marrow",
            "Wanda Sleet",
            "Petra Vann",
            "Ruben Okafor-Lisle",
            "Sunniva Dray",
            "Emil Castor-Bright",
            "Corin Ashgrove",
            "Lio Brandt-Achterberg");

    private final Map<String, Integer> strokes = new LinkedHashMap<>();
    private String phase = "";

    private void phase(String name) {
        phase = name;
    }

    private void press(CharSequence... keys) {
        strokes.merge(phase, keys.length, Integer::sum);
        browser.press(keys);
    }

    private void typed(String text) {
        strokes.merge(phase, text.length(), Integer::sum);
        browser.press(text);
    }

    /** Walks with Tab until the focus is on something of this CSS. */
    private void tabTo(String css) {
        walkTo(css, () -> press(Keys.TAB));
    }

    /** Walks backwards, as to what stands above. */
    private void tabBackTo(String css) {
        walkTo(css, () -> {
            strokes.merge(phase, 1, Integer::sum);
            browser.chord(Keys.SHIFT, Keys.TAB);
        });
    }

    private void walkTo(String css, Runnable step) {
        for (int i = 0; i < 80; i++) {
            if (Boolean.TRUE.equals(browser.script("return document.activeElement?.matches(arguments[0])", css)))
                return;
            step.run();
        }
        throw new AssertionError("the keyboard does not reach " + css);
    }

    /** What a mail or a spreadsheet program has put on the clipboard, pasted where the focus is. */
    private void paste(String text) {
        strokes.merge(phase, 2, Integer::sum);
        browser.script("""
                const data = new DataTransfer()
                data.setData('text/plain', arguments[0])
                const target = document.activeElement
                const event = new ClipboardEvent('paste', {clipboardData: data, bubbles: true, cancelable: true})
                if (target.dispatchEvent(event)) document.execCommand('insertText', false, arguments[0])""", text);
    }

    private void goTo(String goal) {
        browser.chord(Keys.CONTROL, "k");
        browser.see("#goals");
        typed(goal);
        browser.see("#goals li[aria-selected='true']", goal);
        press(Keys.ENTER);
    }

    private Path masters() throws IOException {
        Path heap = Files.createDirectory(folder.resolve("Nine Weirs"));
        for (int i = 0; i < TITLES.size(); i++)
            Synthesiser.write(
                    new Piece(300 + i, 80 + 7 * i, i, i % 2 == 0, 4, Piece.Layers.BAND, 1),
                    heap.resolve("%02d %s.wav".formatted(i + 1, TITLES.get(i))));
        return heap;
    }

    /** Credits, three columns of nothing, writers: as five columns of a spreadsheet. */
    private static String spreadsheet() {
        List<String> lines = new ArrayList<>();
        for (int i = 0; i < TITLES.size(); i++) {
            String credits = "Mira Tollgate: vocals; %s: guitar; %s: drums; Hanna Veil: mastering"
                    .formatted(WRITERS.get(1 + i % 5), WRITERS.get(6 + i % 4));
            String writers = i == 0 ? WRITERS.get(0) + "; " + WRITERS.get(10) : WRITERS.get(i);
            lines.add(credits + "\t\t\t\t" + writers);
        }
        return String.join("\n", lines);
    }

    private String document() {
        String id = browser.address().replaceAll(".*/releases/(\\d+)/.*", "$1");
        return browser.call("GET", "/api/releases/" + id + "/document");
    }

    private static long count(String text, String regex) {
        return Pattern.compile(regex).matcher(text).results().count();
    }

    @Test
    void from_a_folder_a_mail_and_a_spreadsheet() throws IOException {
        long began = System.nanoTime();
        phase("signing in");
        browser.go(entrada.address());
        browser.see("#name");
        tabTo("#name");
        typed("M. Arden");
        press(Keys.TAB);
        typed(entrada.password());
        press(Keys.ENTER);
        browser.see(".desk h1");

        phase("beginning the release");
        goTo("New release");
        browser.see(".modal #new-title");
        tabTo("input[name=kind]");
        press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT);
        tabTo("#new-title");
        typed("Nine Weirs");
        press(Keys.ENTER);
        browser.see("h1", "Nine Weirs");
        browser.see(".sheet");

        phase("reading the mail");
        goTo("Read a track list");
        browser.see("#pasted");
        String mail = "Hello, here is the order:\n\n";
        for (int i = 0; i < TITLES.size(); i++) mail += "%d. %s – 0:0%d%n".formatted(i + 1, TITLES.get(i), 4);
        paste(mail);
        browser.see(".reader tr[data-line]", "Estuary");
        tabTo("#source");
        typed("mail of 20 Nov");
        tabTo(".reader .end .btn-primary");
        press(Keys.ENTER);
        browser.see("[data-cell='10.title']", "Estuary");

        phase("facts of the release");
        press(Keys.ARROW_DOWN, Keys.ARROW_RIGHT, Keys.ARROW_RIGHT);
        browser.see("[data-cell='0.artists'].here");
        typed("Mira Tollgate");
        press(Keys.ENTER);
        browser.see("[data-cell='0.artists']", "Mira Tollgate");

        phase("the spreadsheet");
        press(Keys.ARROW_UP);
        press(Keys.ARROW_DOWN);
        browser.chord(Keys.CONTROL, Keys.ARROW_RIGHT);
        browser.chord(Keys.CONTROL, Keys.ARROW_RIGHT);
        browser.see(".set.here", "Rights");
        browser.see("[data-cell='1.title'].here");
        press(Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_RIGHT, Keys.ARROW_RIGHT);
        browser.see("[data-cell='1.credits'].here");
        paste(spreadsheet());
        browser.see("[data-cell='10.writers']", WRITERS.get(9));

        phase("the folder");
        tabBackTo(".head input[type=file]");
        try (var files = Files.list(masters())) {
            browser.pick(".head input[type=file]", files.sorted().toArray(Path[]::new));
        }
        browser.chord(Keys.ALT, "5");
        browser.see(".masters, .panel", "01 Lock Keeper.wav");
        browser.see(".masters .btn-primary", "Confirm all 10 certain ones");
        tabTo(".masters .btn-primary");
        press(Keys.ENTER);
        browser.see(".masters .top", "10 of 10");

        String document = document();
        assertThat(count(document, "(?<=[\"; ])[^\":;]+: (?:vocals|guitar|drums|mastering)"))
                .isEqualTo(40);
        for (String writer : WRITERS) assertThat(document).contains(writer + ": CA");
        assertThat(count(document, "\"master\" : \"[0-9a-f]{64}\"")).isEqualTo(10);

        phase("undo and redo");
        // the release, the mail, the artist, the spreadsheet, the folder
        int moves = 5;
        browser.chord(Keys.ALT, "1");
        browser.see("[data-cell='10.title']", "Estuary");
        for (int i = 0; i < moves; i++) browser.chord(Keys.CONTROL, "z");
        browser.see("h1", "Untitled release");
        browser.see(".sheet", "No tracks yet");
        for (int i = 0; i < moves; i++) browser.chord(Keys.CONTROL, Keys.SHIFT, "z");
        browser.see("[data-cell='10.master']", "0:04");
        assertThat(document()).isEqualTo(document);
        long minutes = (System.nanoTime() - began) / 60_000_000_000L;
        assertThat(minutes).as("minutes").isLessThan(10);
        System.out.println("Keystrokes: " + strokes);
    }
}

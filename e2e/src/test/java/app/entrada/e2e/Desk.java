package app.entrada.e2e;

import app.entrada.demo.CoverDrawing;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;

/** What a person does again and again at the desk. */
final class Desk {
    private final Browser browser;
    private final Installation entrada;

    Desk(Browser browser, Installation entrada) {
        this.browser = browser;
        this.entrada = entrada;
    }

    void signIn() throws IOException {
        browser.go(entrada.address());
        browser.type("#name", "M. Arden");
        browser.type("#password", entrada.password());
        browser.click("button[type=submit]");
        browser.see(".desk h1");
    }

    /** A master and a cover of an invented song in a folder. */
    static Path[] song(Path folder, long seed, String... lines) throws IOException {
        return song(folder, new Piece(seed, 110, 4, false, 4, Piece.Layers.BAND, 1), lines);
    }

    /** The same of a piece that sounds otherwise: short pieces of one band and tempo are taken for each other. */
    static Path[] song(Path folder, Piece piece, String... lines) throws IOException {
        Path wav = folder.resolve("master " + piece.seed() + ".wav");
        Synthesiser.write(piece, wav);
        Path cover = folder.resolve("cover " + piece.seed() + ".jpg");
        CoverDrawing.write(cover, 3000, piece.seed(), CoverDrawing.Style.STRIPES, List.of(lines));
        return new Path[] {wav, cover};
    }

    /** Opens the list of releases. The Desk names releases, too, with links that lead elsewhere: it has to be gone. */
    void releases() {
        browser.click("nav a", "Releases");
        browser.see("h1", "Releases");
    }

    /** Opens a release from the list. */
    void open(String title) {
        releases();
        browser.click("main li a", title);
        browser.see("h1", title);
    }

    /** Begins a single, waits for its sheet and gives it the label's next codes. */
    void begin(String title) {
        releases();
        browser.click("button", "New release");
        browser.type("#new-title", title);
        browser.click(".modal button", "Create");
        browser.see("h1", title);
        browser.see("[data-cell='1.title']", title);
        browser.click(".deeds .act", "Allocate codes");
        browser.see("[data-cell='0.barcode']", "9 521234");
    }

    /** Types what a single needs beyond its defaults. */
    void compile() {
        browser.cell("0.artists", "The Paper Ferrymen");
        browser.see("[data-cell='0.artists']", "The Paper Ferrymen");
        browser.cell("0.genre", "Rock");
        browser.cell("0.language", "en");
        browser.cell("1.explicit", "no");
        browser.cell("0.releaseDate", "12 Feb 2027");
        browser.see("[data-cell='0.releaseDate']", "2027-02-12");
        browser.click(".set", "Rights");
        browser.cell("1.writers", "Joss Amberley; Ines Quillon");
        browser.see("[data-cell='1.writers']", "Joss Amberley, Ines Quillon");
        browser.click(".set", "Identity");
    }

    /** Writes all copies of the recipe that is shown. */
    void writeCopies(String recipe) {
        browser.click(".tabs a", "Files");
        browser.click("[aria-label=Recipes] button", recipe);
        browser.see("[aria-label=Recipes] .here", recipe);
        browser.click(".files .btn", "Write");
        browser.see(".files .btn", "All written");
    }

    /** Seals and sends to Lumenfold, as the password's owner. */
    void send() throws IOException {
        browser.click(".tabs a", "Send");
        browser.click("button", "Send to Lumenfold…");
        browser.click("#declares");
        browser.type("#again", entrada.password());
        browser.click(".modal button", "Seal and send");
        browser.see(".delivery", "sealed");
    }

    static byte[] half(Path file) throws IOException {
        byte[] whole = Files.readAllBytes(file);
        return java.util.Arrays.copyOf(whole, whole.length / 2);
    }
}

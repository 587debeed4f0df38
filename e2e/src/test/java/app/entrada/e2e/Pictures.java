package app.entrada.e2e;

import java.nio.file.Files;
import java.nio.file.Path;

/** Takes the pictures of the main views for the documentation from a running demo installation. */
final class Pictures {
    private Pictures() {}

    /** Arguments: address, password, folder. */
    public static void main(String[] arguments) throws Exception {
        Path folder = Path.of(arguments[2]);
        Files.createDirectories(folder);
        try (Browser browser = new Browser()) {
            browser.go(arguments[0]);
            browser.see("#name");
            browser.picture(folder.resolve("sign-in.png"));
            browser.type("#name", "M. Arden");
            browser.type("#password", arguments[1]);
            browser.click("button[type=submit]");
            browser.see(".desk ol li");
            browser.see("[aria-label=Ahead] li");
            browser.picture(folder.resolve("desk.png"));
            browser.go(arguments[0] + "/releases");
            browser.see("main li");
            browser.seePictures();
            browser.picture(folder.resolve("releases.png"));
            browser.click("main li a", "Tidewrack Almanac");
            browser.see("[data-cell='6.title']");
            browser.click("[data-cell='6.title']");
            browser.see(".detail");
            browser.seePictures();
            browser.picture(folder.resolve("sheet.png"));
            browser.click(".tabs a", "Files");
            browser.see(".files li .open");
            browser.click(".files li .open");
            browser.see(".lines tr");
            browser.picture(folder.resolve("files.png"));
            browser.go(arguments[0] + "/releases");
            browser.click("main li a", "Slack Water");
            browser.click(".tabs a", "Send");
            browser.see(".delivery");
            browser.picture(folder.resolve("send.png"));
            browser.go(arguments[0] + "/destinations");
            browser.see(".rule");
            browser.picture(folder.resolve("destinations.png"));
            browser.go(arguments[0] + "/codes");
            browser.see("#isrcPrefix");
            browser.picture(folder.resolve("codes.png"));
            browser.go(arguments[0] + "/releases");
            browser.script("localStorage.setItem('entrada.theme', 'dark')");
            browser.click("main li a", "Tidewrack Almanac");
            browser.see("[data-cell='6.title']");
            browser.go(browser.address());
            browser.see("[data-cell='6.title']");
            browser.click("[data-cell='6.title']");
            browser.seePictures();
            browser.picture(folder.resolve("sheet-dark.png"));
            browser.complaints().forEach(System.err::println);
        }
    }
}

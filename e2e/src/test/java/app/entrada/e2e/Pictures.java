package app.entrada.e2e;

import static java.nio.charset.StandardCharsets.UTF_8;

import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.openqa.selenium.Keys;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

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
            compiling(browser, arguments[0], folder);
            browser.click(".tabs a", "Artwork");
            browser.see(".artwork dl");
            browser.seePictures();
            browser.picture(folder.resolve("artwork.png"));
            browser.click(".tabs a", "Readiness");
            browser.see(".readiness .cell");
            browser.picture(folder.resolve("readiness.png"));
            browser.click(".tabs a", "Masters");
            browser.see(".masters .alike");
            browser.seeOutlines();
            browser.picture(folder.resolve("masters.png"));
            browser.click(".tabs a", "Files");
            browser.see(".files li .open");
            browser.click(".files li .open");
            browser.see(".lines tr");
            browser.picture(folder.resolve("files.png"));
            browser.go(arguments[0] + "/releases");
            browser.click("main li a", "Lamplighter's Round");
            browser.click(".tabs a", "Send");
            browser.click("nav[aria-label=Destinations] th button", "Crate & Lantern");
            browser.see(".delivery");
            browser.picture(folder.resolve("send.png"));
            browser.go(arguments[0] + "/destinations");
            browser.see(".rule");
            browser.picture(folder.resolve("destinations.png"));
            form(browser, arguments[0], folder);
            gathering(browser, arguments[0], folder);
            browser.go(arguments[0] + "/catalogue?find=year+2019+to+2027,+not+instrumental");
            browser.see(".values li");
            browser.click("[data-cell='2.isrc']");
            browser.see("footer b");
            browser.picture(folder.resolve("catalogue.png"));
            browser.go(arguments[0] + "/codes");
            browser.see("section.block rect");
            browser.picture(folder.resolve("codes.png"));
            browser.go(arguments[0] + "/series");
            browser.see("section h2");
            browser.picture(folder.resolve("series.png"));
            browser.go(arguments[0] + "/releases");
            browser.complaints().forEach(System.err::println);
        }
    }

    /** A track list beside the sheet, credits, works, people, the history. */
    private static void compiling(Browser browser, String address, Path folder) throws Exception {
        String sheet = browser.address();
        browser.click(".tool", "Read a track list");
        browser.type("#pasted", """
                Running order, as of Friday

                1. Almanac 0:58
                2. Eelgrass feat. Kestrel & Loam 1:24
                3. Saltings – Demo 1:02
                4. Knot and Dunlin 1:11
                mastered by Hanna Veil
                10. Harbour Light 2:40
                """);
        browser.type("#source", "email from M. Tollgate, 20 Nov");
        browser.see(".reader .strange");
        browser.click("button", "Cancel");
        browser.click(".tabs a", "Credits");
        browser.see("[data-cell='1.4']");
        browser.click("[data-cell='1.4']");
        browser.click(".fold");
        browser.picture(folder.resolve("credits.png"));
        browser.click(".tabs a", "Works");
        browser.click(".line .title");
        browser.see(".opened .bar");
        browser.picture(folder.resolve("works.png"));
        browser.go(address + "/people");
        browser.click(".list li a", "Mira Tollgate");
        browser.see(".person li");
        browser.picture(folder.resolve("people.png"));
        browser.go(address + "/activity");
        browser.click(".sitting", "facts in");
        browser.click(".deed");
        browser.see("ol td");
        browser.picture(folder.resolve("activity.png"));
        browser.go(sheet);
        browser.see("[data-cell='6.title']");
    }

    /** A destination that has a form only, read from a file, and its copy sheet as it stands beside the form. */
    private static void form(Browser browser, String address, Path folder) throws Exception {
        Path file = Files.createTempFile("hollow-quay", ".yaml");
        try (var profile = Pictures.class.getResourceAsStream("/hollow-quay.yaml")) {
            Files.write(file, profile.readAllBytes());
        }
        browser.click("button", "Add a destination");
        browser.see(".modal");
        browser.pick(".modal input[type=file]", file);
        browser.see("h2", "Hollow Quay Distribution");
        browser.see(".captions tr.line");
        for (JsonNode head :
                new JsonMapper().readTree(browser.call("GET", "/api/releases")).path("releases"))
            if (head.path("title").asString().equals("Tidewrack Almanac"))
                browser.go(address + "/copy-sheets/" + head.path("id").asString() + "/hollow-quay");
        browser.see("li.current");
        browser.size(400, 800);
        browser.look(browser.window());
        for (String next : List.of("Primary artist", "UPC / EAN", "© line")) {
            browser.press(Keys.SPACE);
            browser.see("li.current", next);
        }
        browser.picture(folder.resolve("copy-sheet.png"));
        browser.size(1280, 800);
    }

    /** A folder in the intake, the release it suggests, and a file taken apart. */
    private static void gathering(Browser browser, String address, Path folder) throws Exception {
        JsonMapper json = new JsonMapper();
        Path heap = Files.createTempDirectory("pictures");
        Path known = heap.resolve("known.wav");
        for (JsonNode head : json.readTree(browser.call("GET", "/api/releases")).path("releases"))
            if (head.path("title").asString().equals("Slack Water")) {
                String masters = "/api/releases/" + head.path("id").asString() + "/masters";
                String sha256 = json.readTree(browser.call("GET", masters))
                        .path("rows")
                        .path(0)
                        .path("file")
                        .path("sha256")
                        .asString();
                Files.write(known, browser.fetch(address + "/api/files/" + sha256));
            }
        Path made = SixtyFiles.make(heap, List.of(known, known));
        browser.go(address + "/intake");
        browser.see("h1", "Intake");
        browser.drop("main", made);
        browser.see(".moves", " chosen");
        browser.see(".row", "the same recording as “Slack Water”");
        browser.seeNoLonger(".moves", "still being analysed");
        browser.seeNoLonger(".uploads", "files uploaded");
        browser.picture(folder.resolve("intake.png"));
        browser.click("button", "Create a release…");
        browser.see(".modal td", "Anchor Bell");
        browser.click(".modal button", "Cancel");

        Path mp3 = heap.resolve("anchor bell.mp3");
        new ProcessBuilder(
                        "ffmpeg",
                        "-nostdin",
                        "-loglevel",
                        "error",
                        "-y",
                        "-i",
                        known.toString(),
                        "-id3v2_version",
                        "3",
                        "-write_id3v1",
                        "1",
                        "-metadata",
                        "title=Anchor Bell",
                        "-metadata",
                        "artist=Ondřej Žeravý",
                        "-metadata",
                        "album=Forty Fathoms of Quiet",
                        "-metadata",
                        "track=1/40",
                        mp3.toString())
                .inheritIO()
                .start()
                .waitFor();
        // a third tag that says otherwise, as an older program left it
        byte[] text = "Anchor Bells".getBytes(UTF_8);
        ByteBuffer ape = ByteBuffer.allocate(8 + 6 + text.length + 32).order(ByteOrder.LITTLE_ENDIAN);
        ape.putInt(text.length).putInt(0).put("Title\0".getBytes(UTF_8)).put(text);
        ape.put("APETAGEX".getBytes(UTF_8)).putInt(2000).putInt(ape.capacity()).putInt(1);
        byte[] bytes = Files.readAllBytes(mp3);
        byte[] all = new byte[bytes.length + ape.capacity()];
        System.arraycopy(bytes, 0, all, 0, bytes.length - 128);
        System.arraycopy(ape.array(), 0, all, bytes.length - 128, ape.capacity());
        System.arraycopy(bytes, bytes.length - 128, all, all.length - 128, 128);
        Files.write(mp3, all);
        browser.go(address + "/inspect");
        browser.pick("input[type=file]", mp3);
        browser.see("h2", "anchor bell.mp3");
        browser.picture(folder.resolve("inspect.png"));
    }
}

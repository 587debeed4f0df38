package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@DisplayName("G1–G7 A folder of sixty mixed files becomes a release with two confirmations")
class FromFolderToReleaseTest extends InTheBrowser {
    private JsonNode json(String path) {
        return new JsonMapper().readTree(browser.call("GET", path));
    }

    /** A master of the demo catalogue, fetched as anybody would. */
    private Path master(String release, int track) throws IOException, InterruptedException {
        for (JsonNode head : json("/api/releases").path("releases"))
            if (head.path("title").asString().equals(release)) {
                JsonNode masters = json("/api/releases/" + head.path("id").asString() + "/masters");
                String sha256 = masters.path("rows")
                        .get(track - 1)
                        .path("file")
                        .path("sha256")
                        .asString();
                byte[] sound = browser.fetch(entrada.address() + "/api/files/" + sha256);
                return Files.write(folder.resolve(release + ".wav"), sound);
            }
        throw new IOException("there is no release " + release);
    }

    @Test
    void every_file_finds_its_place() throws Exception {
        desk.signIn();
        List<Path> known = List.of(master("Nocturnes for an Unlit Quay", 1), master("Slack Water", 1));
        Path heap = SixtyFiles.make(folder, known);
        try (Stream<Path> all = Files.walk(heap)) {
            assertThat(all.filter(Files::isRegularFile)).hasSize(60);
        }

        browser.drop("main", heap);
        browser.see("h1", "Intake");
        browser.see(".moves", "60 of 60 chosen");
        browser.seeNoLonger(".moves", "still being analysed", 180);
        browser.see(".row", "the same recording as “Slack Water”");

        // first confirmation: the release
        browser.click("button", "Create a release…");
        browser.see(".modal td", "Anchor Bell");
        browser.see(".modal .known", "Slack Water");
        browser.click(".modal button", "Create release");

        // second: all that is certain
        browser.see("h1", SixtyFiles.TITLE);
        browser.click("button", "Confirm all 38 certain ones");
        browser.see(".top", "40 of 40 masters in place");

        String id = browser.address().replaceAll(".*/releases/(\\d+)/.*", "$1");
        JsonNode masters = json("/api/releases/" + id + "/masters");
        for (int track = 1; track <= SixtyFiles.fresh(); track++) {
            JsonNode row = masters.path("rows").get(track - 1);
            String name = row.path("file").path("name").asString();
            assertThat(row.path("title").asString())
                    .as("track %d, %s", track, name)
                    .isEqualTo(SixtyFiles.title(track));
            assertThat(name)
                    .startsWith(
                            SixtyFiles.tagged(track)
                                    ? "take %03d.".formatted(track * 7 % 100 + 100)
                                    : "%02d_".formatted(track));
        }
        // the known recordings keep their codes, and what came now stands beside them
        JsonNode release = json("/api/releases/" + id);
        assertThat(release.path("rows")
                        .get(40)
                        .path("cells")
                        .path("isrc")
                        .path("value")
                        .asString())
                .startsWith("XANW9");
        assertThat(masters.path("rows")
                        .get(39)
                        .path("beside")
                        .get(0)
                        .path("name")
                        .asString())
                .isEqualTo("40 bonus.flac");
        assertThat(masters.path("rows")
                        .get(0)
                        .path("beside")
                        .get(0)
                        .path("belongs")
                        .asString())
                .isEqualTo("lyrics");
        assertThat(masters.path("beside").toString()).contains("forty fathoms.cue");
        assertThat(masters.path("loose").findValuesAsString("name")).containsOnly("session.bin");
        // a picture whose name says what it shows is what it says
        assertThat(json("/api/releases/" + id + "/pictures").path("pictures").findValuesAsString("kind"))
                .contains("front", "back");
        browser.see(".cover img, img.cover");
        browser.picture(Path.of("target", "masters.png"));
    }
}

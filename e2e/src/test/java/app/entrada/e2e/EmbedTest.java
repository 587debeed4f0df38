package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(RunningEntrada.class)
@DisplayName("E2, E6, E10 An album goes out in six kinds of file; a changed fact makes its copies stale and only those")
class EmbedTest {
    private static final List<String> RECIPES = List.of(
            "Store master, WAV", "Store master, FLAC", "Store master, AIFF", "Promo, MP3", "Sync pitch", "Promo, M4A");

    @TempDir
    Path folder;

    private final Installation entrada = RunningEntrada.get();
    private Browser browser;
    private Desk desk;

    @BeforeEach
    void a_browser() throws IOException {
        browser = new Browser();
        desk = new Desk(browser, entrada);
    }

    @AfterEach
    void no_complaints() {
        List<String> complaints = browser.complaints();
        browser.close();
        assertThat(complaints).isEmpty();
    }

    private static String run(String... command) throws Exception {
        Process process = new ProcessBuilder(command).redirectErrorStream(true).start();
        String said = new String(process.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
        assertThat(process.waitFor()).as(said).isZero();
        return said;
    }

    private void tick(String recipe) {
        browser.click("[aria-label='Tick " + recipe + "']");
    }

    private Map<String, Path> unpacked(byte[] zip) throws IOException {
        Map<String, Path> files = new TreeMap<>();
        try (ZipInputStream in = new ZipInputStream(new java.io.ByteArrayInputStream(zip), StandardCharsets.UTF_8)) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                Path file = folder.resolve(entry.getName());
                assertThat(file.normalize()).startsWithRaw(folder);
                Files.createDirectories(file.getParent());
                Files.copy((InputStream) in, file);
                files.put(entry.getName().substring(entry.getName().indexOf('/') + 1), file);
            }
        }
        return files;
    }

    @Test
    void an_album_is_compared_written_in_one_batch_proved_read_by_others_and_goes_stale_in_part() throws Exception {
        desk.signIn();
        desk.open("Tidewrack Almanac");
        browser.click(".tabs a", "Files");

        // compared before anything is written
        browser.click(".files .open", "Almanac");
        browser.see(".lines", "added");
        browser.see(".lines", "Mira Tollgate: Almanac");
        browser.see(".lines", "cannot hold");

        RECIPES.forEach(this::tick);
        browser.click(".files .btn", "Write 54 copies by 6 recipes");
        browser.see(".files .btn", "All written", 240);
        for (String recipe : RECIPES) {
            browser.click("[aria-label=Recipes] button", recipe);
            browser.see("[aria-label=Recipes] .here", "9 of 9");
            browser.seeCount(".files .state.proved", 9);
            browser.see(".files .state.proved", "tags verified · audio identical");
        }

        Map<String, Path> files = unpacked(browser.fetch(browser.link(".files .top a")));
        assertThat(files).hasSize(56);
        Path sums = files.get("SHA256SUMS");
        assertThat(run(
                        "bash",
                        "-c",
                        "cd \"$0\" && sha256sum --quiet -c SHA256SUMS",
                        sums.getParent().toString()))
                .isEmpty();
        List<String> titles = List.of(
                "Almanac", "Eelgrass", "Saltings", "Knot and Dunlin", "Κύμα", "Glasswort", "Eelgrass (Instrumental)");
        for (String recipe : RECIPES) read(recipe, files, titles);

        // one fact of one track: of each recipe one copy is stale, and only that is written again
        browser.click(".tabs a", "Sheet");
        browser.cell("2.title", "Eelgrass Meadow");
        browser.see("[data-cell='2.title']", "Eelgrass Meadow");
        browser.click(".tabs a", "Files");
        for (String recipe : RECIPES) {
            browser.click("[aria-label=Recipes] button", recipe);
            browser.see("[aria-label=Recipes] .here", "8 of 9");
            browser.see(".files .state", "changed since it was written");
            browser.click(".files .open", "Eelgrass Meadow");
            browser.see(".files .changes", "Eelgrass is now");
            browser.see(".files .certificate", "before and after");
        }
        List<String> before = fingerprints();
        RECIPES.forEach(this::tick);
        browser.click(".files .btn", "Write 6 copies by 6 recipes");
        browser.see(".files .btn", "All written", 120);
        List<String> after = fingerprints();
        assertThat(before).hasSize(54);
        assertThat(after).hasSize(54);
        assertThat(after.stream().filter(each -> !before.contains(each))).hasSize(6);

        // as it was, for the tests that come after
        browser.click(".tabs a", "Sheet");
        browser.cell("2.title", "Eelgrass");
        browser.see("[data-cell='2.title']", "Eelgrass");
    }

    /** Checksums of all copies that stand. */
    private List<String> fingerprints() {
        JsonNode all = new JsonMapper()
                .readTree(browser.call(
                        "GET", "/api" + browser.address().replaceFirst(".*(/releases/\\d+).*", "$1") + "/copies"));
        List<String> sums = new ArrayList<>();
        for (JsonNode recipe : all)
            for (JsonNode file : recipe.path("files"))
                if (RECIPES.contains(recipe.path("name").asString()))
                    sums.add(file.path("track") + " "
                            + file.path("proof").path("sha256").asString());
        return sums;
    }

    /** Nine files of a recipe, in order, as programs that are not ours read them. */
    private void read(String recipe, Map<String, Path> files, List<String> titles) throws Exception {
        List<Path> of;
        try (Stream<Path> list = Files.list(files.keySet().stream()
                .filter(name -> name.startsWith(recipe + "/"))
                .map(files::get)
                .findFirst()
                .orElseThrow()
                .getParent())) {
            of = list.sorted().toList();
        }
        assertThat(of).hasSize(9);
        List<String> found = new ArrayList<>();
        for (Path file : of) {
            JsonNode probed = new JsonMapper()
                    .readTree(run(
                            "ffprobe",
                            "-v",
                            "error",
                            "-of",
                            "json",
                            "-show_entries",
                            "format=duration:format_tags",
                            file.toString()));
            JsonNode tags = probed.path("format").path("tags");
            Map<String, String> low = new TreeMap<>();
            tags.properties()
                    .forEach(tag -> low.put(
                            tag.getKey().toLowerCase(Locale.ROOT),
                            tag.getValue().asString()));
            found.add(low.get("title"));
            assertThat(low.get("artist")).as(file.toString()).startsWith("Mira Tollgate");
            assertThat(low.get("album")).isEqualTo("Tidewrack Almanac");
            // every piece of the demo is cut to 31 s for these tests; encoders add a little
            assertThat(probed.path("format").path("duration").asDouble()).isBetween(30.9, 31.5);
            if (file.toString().endsWith(".flac"))
                assertThat(run("flac", "-t", "-s", file.toString())).doesNotContain("ERROR");
            if (file.toString().endsWith(".mp3")) {
                byte[] head = Files.readAllBytes(file);
                assertThat(head[3]).isEqualTo((byte) (recipe.equals("Sync pitch") ? 4 : 3));
            }
        }
        // of a WAV that program reads INFO only, which is silent where Latin-1 does not hold a title
        boolean latin = of.get(0).toString().endsWith(".wav");
        assertThat(found)
                .containsAll(titles.subList(0, 5).stream()
                        .filter(title -> !latin
                                || StandardCharsets.ISO_8859_1.newEncoder().canEncode(title))
                        .toList())
                .contains("Eelgrass (Instrumental)");
    }
}

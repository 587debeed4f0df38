package app.entrada.cli;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.demo.DemoReceivers;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardOpenOption;
import java.util.List;
import java.util.zip.ZipFile;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

class CommandLineTest {
    @TempDir
    Path folder;

    private String said;
    private String complained;

    private int run(String... arguments) {
        PrintStream out = System.out;
        PrintStream err = System.err;
        ByteArrayOutputStream heard = new ByteArrayOutputStream();
        ByteArrayOutputStream heardOfErrors = new ByteArrayOutputStream();
        System.setOut(new PrintStream(heard, true, StandardCharsets.UTF_8));
        System.setErr(new PrintStream(heardOfErrors, true, StandardCharsets.UTF_8));
        try {
            return Main.run(arguments);
        } finally {
            System.setOut(out);
            System.setErr(err);
            said = heard.toString(StandardCharsets.UTF_8);
            complained = heardOfErrors.toString(StandardCharsets.UTF_8);
        }
    }

    /** The profile of one of the demo's receivers, as a file that another label sent. */
    private String receiver(String id) throws IOException {
        Profile profile = DemoReceivers.all().stream()
                .filter(each -> each.id().equals(id))
                .findFirst()
                .orElseThrow();
        return Files.writeString(folder.resolve(id + ".yaml"), profile.yaml()).toString();
    }

    private JsonNode json() {
        return new JsonMapper().readTree(said);
    }

    @Test
    void codes_are_told_one_a_line() {
        assertThat(run("codes", "--lines", "XA-NW9-26-00041", "9521234500316")).isZero();
        String[] lines = said.split("\n");
        assertThat(lines).hasSize(2);
        assertThat(lines[0]).contains("\"kind\":\"ISRC\"", "\"valid\":true", "\"canonical\":\"XANW92600041\"");
        assertThat(lines[1]).contains("\"valid\":false", "last digit is 5");
    }

    @Test
    void the_example_of_the_page_is_read_as_it_stands_there() throws IOException {
        String page = Files.readString(Path.of("..", "docs", "command-line.md"));
        String example = page.substring(page.indexOf("```json") + 7, page.indexOf("```", page.indexOf("```json") + 7));
        Synthesiser.write(new Piece(23, 100, 2, false, 5, Piece.Layers.BAND, 1), folder.resolve("slack.wav"));
        app.entrada.demo.CoverDrawing.write(
                folder.resolve("slack.jpg"),
                600,
                5,
                app.entrada.demo.CoverDrawing.Style.TIDE,
                java.util.List.of("SLACK"));
        Path document = Files.writeString(folder.resolve("example.json"), example);
        assertThat(run("check", document.toString())).as(said).isIn(0, 1);
        assertThat(said).contains("findings").doesNotContain("\"error\"");
    }

    @Test
    void the_schema_is_one_document() {
        assertThat(run("schema")).isZero();
        assertThat(json().path("$schema").asString()).contains("2020-12");
    }

    @Test
    void bad_usage_and_unreadable_input_have_codes_of_their_own() throws IOException {
        assertThat(run("codes")).isEqualTo(2);
        assertThat(run("check", "none.json", "--destination", "nowhere")).isEqualTo(2);
        assertThat(run("inspect", folder.resolve("none.wav").toString())).isEqualTo(3);
        assertThat(json().path("error").path("what").asString()).contains("no such file");
        Path bad =
                Files.writeString(folder.resolve("bad.json"), "{\"entrada\":1,\"release\":{\"releaseDate\":\"soon\"}}");
        assertThat(run("check", bad.toString())).isEqualTo(3);
        assertThat(json().path("error").path("where").asString()).isEqualTo("release.releaseDate");
    }

    @Test
    void a_document_is_checked_embedded_and_its_copies_inspected() throws IOException {
        Synthesiser.write(new Piece(21, 124, 8, false, 3, Piece.Layers.BAND, 1), folder.resolve("slack.wav"));
        Path document = Files.writeString(folder.resolve("release.json"), """
                {"entrada": 1, "label": {"name": "Ninth Weir Records", "isrcPrefix": "XANW9"},
                 "release": {"title": "Slack Water", "artists": "The Paper Ferrymen", "kind": "single"},
                 "tracks": [{"title": "Slack Water", "isrc": "XANW92600031", "writers": "Joss Amberley", "master": "slack.wav"}]}
                """);
        assertThat(run("check", document.toString(), "--today", "2026-11-23")).isEqualTo(1);
        assertThat(said)
                .contains("\"rule\" : \"barcode.missing\"", "\"weight\" : \"stop\"", "streaming-store", "promo-list");

        for (String recipe : new String[] {"store-wav", "store-flac"}) {
            assertThat(run(
                            "embed",
                            document.toString(),
                            "--recipe",
                            recipe,
                            "--out",
                            folder.resolve("out").toString()))
                    .isZero();
            assertThat(json().path("proof").path("equal").asBoolean()).isTrue();
            assertThat(json().path("audioSha256Before").asString())
                    .isEqualTo(json().path("audioSha256After").asString());
            String written = json().path("written").asString();
            assertThat(run("inspect", written)).isZero();
            assertThat(json().path("samples").asLong()).isEqualTo(3 * 44100);
            assertThat(said).contains("XANW92600031");
            assertThat(json().path("problems")).isEmpty();
        }
        assertThat(run("embed", document.toString(), "--recipe", "none", "--out", folder.toString()))
                .isEqualTo(2);
    }

    @Test
    void a_sheet_is_checked_for_the_destinations_that_are_named() throws IOException {
        Path sheet = Files.writeString(folder.resolve("sheet.csv"), """
                title;artists;writers;isrc
                Low Bridge;The Paper Ferrymen;;XANW92600032
                """);
        assertThat(run("check", sheet.toString(), "--destination", "authors-society", "--today", "2026-11-23"))
                .isEqualTo(1);
        assertThat(said).contains("work.no-writer").doesNotContain("artwork.missing", "streaming-store");
        Path own = Files.writeString(folder.resolve("mill-race.yaml"), """
                pattern: promo-list
                id: mill-race
                name: Mill Race
                version: 1
                dated: "2026-12-01"
                rules: { work.no-writer: { weight: note } }
                """);
        assertThat(run("check", sheet.toString(), "--destination", own.toString(), "--today", "2026-11-23"))
                .isEqualTo(1);
        assertThat(said).contains("work.no-writer", "mill-race").doesNotContain("authors-society");
        Files.writeString(own, Files.readString(own).replace("version: 1", "version: one"));
        assertThat(run("check", sheet.toString(), "--destination", own.toString()))
                .isEqualTo(2);
        assertThat(complained).contains("mill-race.yaml” is not a destination", "Line 4", "a whole number");
        Path bad = Files.writeString(folder.resolve("bad.csv"), "title;mystery\nLow Bridge;x\n");
        assertThat(run("check", bad.toString())).isEqualTo(3);
    }

    private Path piece(String name, long seed, double seconds) throws IOException {
        Path wav = folder.resolve(name);
        Synthesiser.write(new Piece(seed, 96, 0, false, seconds, Piece.Layers.STRINGS, 0), wav);
        return wav;
    }

    @Test
    void measuring_gives_every_field_of_the_contract() throws IOException {
        assertThat(run("measure", piece("m.wav", 71, 12).toString())).isZero();
        for (String field : new String[] {
            "file",
            "integratedLufs",
            "rangeLu",
            "momentaryMaxLufs",
            "shortTermMaxLufs",
            "truePeakDbtp",
            "samplePeakDbfs",
            "clippings",
            "silence",
            "dcOffset",
            "falseStereo",
            "bandwidthHz",
            "lossySource",
            "upsampled",
            "tempo",
            "key",
            "excerpt"
        }) assertThat(json().has(field)).as(field).isTrue();
        assertThat(json().path("samplePeakDbfs").asDouble()).isEqualTo(-3.1);
        assertThat(json().path("silence").path("inside").isArray()).isTrue();
        assertThat(json().path("excerpt").path("seconds").asDouble()).isEqualTo(12);
    }

    @Test
    void what_was_fingerprinted_is_identified_and_a_stranger_is_not() throws IOException {
        String index = folder.resolve("index").toString();
        assertThat(run("fingerprint", piece("a.wav", 72, 20).toString(), "--index", index, "--as", "NW-1"))
                .isZero();
        assertThat(json().path("id").asString()).isEqualTo("NW-1");
        assertThat(json().path("seconds").asDouble()).isBetween(19.5, 20.5);
        assertThat(run(
                        "identify",
                        "--lines",
                        folder.resolve("a.wav").toString(),
                        piece("b.wav", 73, 20).toString(),
                        "--index",
                        index))
                .isZero();
        String[] lines = said.split("\n");
        JsonNode match = new JsonMapper().readTree(lines[0]).path("matches").path(0);
        assertThat(match.path("id").asString()).isEqualTo("NW-1");
        assertThat(match.path("verdict").asString()).isEqualTo("same");
        assertThat(match.path("offsetSeconds").asDouble()).isZero();
        assertThat(match.path("speed").asDouble()).isEqualTo(1);
        assertThat(match.path("agrees").path(0).path("to").asDouble()).isGreaterThan(18);
        assertThat(match.path("differs").isEmpty()).isTrue();
        assertThat(new JsonMapper().readTree(lines[1]).path("matches").isEmpty())
                .isTrue();
    }

    @Test
    void an_index_that_is_not_there_and_a_name_for_two_files_are_wrong_usage() throws IOException {
        String file = piece("c.wav", 74, 2).toString();
        assertThat(run("identify", file, "--index", folder.resolve("nowhere").toString()))
                .isEqualTo(2);
        assertThat(run("fingerprint", file, file, "--index", folder.toString(), "--as", "x"))
                .isEqualTo(2);
        assertThat(run("measure", folder.resolve("none.wav").toString())).isEqualTo(3);
    }

    @ParameterizedTest
    @MethodSource("recipes")
    void every_recipe_writes_a_proved_copy_that_is_read_again(String recipe) throws IOException {
        Synthesiser.write(new Piece(23, 124, 8, false, 3, Piece.Layers.BAND, 1), folder.resolve("reed.wav"));
        Path document = Files.writeString(folder.resolve("reed.json"), """
                {"entrada": 1, "release": {"title": "Reed Telegraph", "artists": "The Paper Ferrymen", "kind": "single"},
                 "tracks": [{"title": "Reed Telegraph", "isrc": "XANW92600031", "writers": "Ines Quillon", "master": "reed.wav"}]}
                """);
        Path out = folder.resolve("reed-" + recipe);
        assertThat(run("embed", document.toString(), "--recipe", recipe, "--out", out.toString()))
                .isZero();
        assertThat(json().path("proof").path("equal").asBoolean()).isTrue();
        assertThat(json().path("audioSha256Before").asString())
                .isEqualTo(json().path("audioSha256After").asString());
        Path copy = Path.of(json().path("written").asString());
        assertThat(run("prove", out.toString())).isZero();
        assertThat(run("inspect", copy.toString())).isZero();
        assertThat(json().path("problems").isEmpty()).isTrue();
        Files.write(copy, new byte[] {1}, StandardOpenOption.APPEND);
        assertThat(run("prove", out.toString())).isNotZero();
    }

    static List<String> recipes() {
        return Recipe.shipped().stream().map(Recipe::id).toList();
    }

    @Test
    void a_package_is_written_that_its_receiver_could_open() throws IOException {
        Synthesiser.write(new Piece(22, 124, 8, false, 5, Piece.Layers.BAND, 1), folder.resolve("low.wav"));
        Path document = Files.writeString(folder.resolve("low.json"), """
                {"entrada": 1, "label": {"name": "Ninth Weir Records", "isrcPrefix": "XANW9", "publisher": "Low Lock Music"},
                 "release": {"title": "Low Water", "artists": "The Paper Ferrymen", "kind": "single", "catalogueNumber": "NW-040",
                   "barcode": "9521234500292", "releaseDate": "2027-02-12"},
                 "tracks": [{"title": "Low Water", "isrc": "XANW92600031", "writers": "Joss Amberley: C 100/100", "master": "low.wav"}]}
                """);
        Path out = folder.resolve("out");
        assertThat(run("message", document.toString(), "--destination", "nowhere", "--out", out.toString()))
                .isEqualTo(2);
        run(
                "message",
                document.toString(),
                "--destination",
                receiver("ostra"),
                "--out",
                out.toString(),
                "--today",
                "2026-11-23");
        assertThat(json().path("documents").path(0).asString()).isEqualTo("CW260001NW9_OST.V21");
        assertThat(Files.readString(out.resolve("CW260001NW9_OST.V21")))
                .startsWith("HDRPB")
                .contains("NWR0000000000000000LOW WATER");
        run("message", document.toString(), "--destination", "pressing-plant", "--out", out.toString());
        try (ZipFile zip = new ZipFile(out.resolve("pressing-plant.zip").toFile())) {
            // 5 s are 375 frames of 588 samples of 4 bytes, behind a head of 44
            assertThat(zip.getEntry("data/disc/image.wav").getSize()).isEqualTo(375 * 588 * 4 + 44);
            assertThat(zip.getEntry("data/disc/image.cdt").getSize() % 18).isZero();
        }
        // a feed is of a series, and this single is of none yet
        assertThat(run(
                        "message",
                        document.toString(),
                        "--destination",
                        receiver("hearthcast"),
                        "--out",
                        out.toString()))
                .isEqualTo(3);
        assertThat(said).contains("has no series");
        Files.writeString(
                document, Files.readString(document).replace("\"kind\":", "\"series\": \"Weirside Talks\", \"kind\":"));
        for (String each : new String[] {"lumenfold", "pebblewave", "ppo", "commonshelf", "hearthcast", "aldermoor"}) {
            assertThat(run("message", document.toString(), "--destination", receiver(each), "--out", out.toString()))
                    .as(each + ": " + said)
                    .isIn(0, 1);
            assertThat(out.resolve(each + ".zip")).exists();
        }
    }
}

package app.entrada.server.copies;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.text.Sha256;
import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.ReleaseService;
import app.entrada.server.files.FileStore;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

@ExtendWith(RunningServer.class)
@DisplayName("E2, E3, E10 Copies are compared, written, proved, and known when they are stale")
class CopiesTest {
    private final Client manager = RunningServer.signedIn("manager");

    @Test
    void copies_are_written_and_proved_and_go_stale_only_when_a_fact_of_theirs_changes() throws IOException {
        long id = ReadyRelease.make(manager, "Copied");
        assertThat(ReadyRelease.state(manager, id, "store-wav")).isEqualTo("missing");
        ReadyRelease.copies(manager, id, "store-wav");
        ReadyRelease.copies(manager, id, "store-flac");
        for (JsonNode recipe : manager.get("/api/releases/" + id + "/copies").json()) {
            if (!recipe.path("id").asString().matches("store-(wav|flac)")) continue;
            JsonNode proof = recipe.path("files").path(0).path("proof");
            assertThat(proof.path("holds").asBoolean()).isTrue();
            assertThat(proof.path("audioBefore").asString())
                    .isEqualTo(proof.path("audioAfter").asString());
        }
        JsonNode view = manager.get("/api/releases/" + id).json();
        // territories are in no tag
        view = manager.write(view, 0, "territories", "DE AT").json();
        assertThat(ReadyRelease.state(manager, id, "store-wav")).isEqualTo("written");
        manager.write(view, 1, "version", "Live");
        assertThat(ReadyRelease.state(manager, id, "store-wav")).isEqualTo("stale");
        assertThat(ReadyRelease.state(manager, id, "store-flac")).isEqualTo("stale");
        for (String recipe : List.of("store-wav", "store-flac"))
            assertThat(changed(id, recipe))
                    .as(recipe)
                    .anySatisfy(each -> assertThat(each).contains("Live"))
                    .noneSatisfy(each -> assertThat(each).contains("DE AT"))
                    .hasSizeLessThan(5);
        ReadyRelease.copies(manager, id, "store-wav");
        assertThat(changed(id, "store-wav")).isEmpty();
        assertThat(changed(id, "promo-mp3")).as("never written").isEmpty();
        assertThat(ReadyRelease.state(manager, id, "store-flac")).isEqualTo("stale");
        try (Stream<Path> left = Files.list(RunningServer.bean(FileStore.class).workshop())) {
            // other tests may have uploads on their way there
            assertThat(left.filter(file -> file.getFileName().toString().startsWith("copy")))
                    .isEmpty();
        }
    }

    /** What changed since a copy was written: {@code Title: Saltings → Saltings (Live)}. */
    private List<String> changed(long id, String recipe) {
        long track = file(id, recipe).path("trackId").asLong();
        List<String> says = new ArrayList<>();
        for (JsonNode each : manager.get("/api/releases/%d/copies/%s/%d/changed".formatted(id, recipe, track))
                .json())
            says.add("%s: %s → %s".formatted(each.path("fact").asString(), each.path("now"), each.path("planned")));
        return says;
    }

    private JsonNode file(long id, String recipe) {
        for (JsonNode each : manager.get("/api/releases/" + id + "/copies").json())
            if (each.path("id").asString().equals(recipe))
                return each.path("files").path(0);
        throw new AssertionError("no recipe " + recipe);
    }

    @Test
    void several_recipes_are_written_in_one_batch_and_fetched_in_one_archive_with_its_checksums() throws Exception {
        long id = ReadyRelease.make(manager, "Batch");
        ReadyRelease.copies(manager, id, "store-flac,promo-mp3,bare-wav");
        assertThat(ReadyRelease.state(manager, id, "promo-mp3")).isEqualTo("written");
        assertThat(ReadyRelease.state(manager, id, "archive")).isEqualTo("missing");
        assertThat(file(id, "promo-mp3").path("original").asString()).isEqualTo("master.wav");
        assertThat(file(id, "promo-mp3").path("fileName").asString()).isEqualTo("The Paper Ferrymen - Batch.mp3");
        // 320 kbit/s: foreseen within 2 %, the tag beside it
        long tag = 0x1000 + 200_000;
        assertThat(file(id, "promo-mp3").path("proof").path("bytes").asLong())
                .isBetween(
                        (long) (file(id, "promo-mp3").path("foreseen").asLong() * 0.98),
                        (long) (file(id, "promo-mp3").path("foreseen").asLong() * 1.02) + tag);

        byte[] zip = manager.bytes("/api/releases/" + id + "/copies.zip?recipe=store-flac,promo-mp3");
        Map<String, String> sums = new HashMap<>();
        String list = "";
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                byte[] bytes = in.readAllBytes();
                if (entry.getName().endsWith("NAMES.csv"))
                    assertThat(new String(bytes, StandardCharsets.UTF_8))
                            .contains("\"Promo, MP3/The Paper Ferrymen - Batch.mp3\",master.wav,");
                else if (entry.getName().endsWith("SHA256SUMS")) list = new String(bytes, StandardCharsets.UTF_8);
                else
                    sums.put(
                            entry.getName().substring(entry.getName().indexOf('/') + 1),
                            HexFormat.of()
                                    .formatHex(
                                            MessageDigest.getInstance("SHA-256").digest(bytes)));
            }
        }
        assertThat(sums.keySet())
                .containsExactlyInAnyOrder(
                        "Store master, FLAC/01 Batch.flac", "Promo, MP3/The Paper Ferrymen - Batch.mp3");
        for (Map.Entry<String, String> each : sums.entrySet())
            assertThat(list).contains(each.getValue() + "  " + each.getKey() + "\n");
    }

    @Test
    void bytes_changed_behind_our_back_are_found_on_demand_and_written_again() throws IOException {
        long id = ReadyRelease.make(manager, "Altered");
        ReadyRelease.copies(manager, id, "promo-mp3");
        String sha256 = file(id, "promo-mp3").path("proof").path("sha256").asString();
        Path copy = RunningServer.bean(FileStore.class).path(new Sha256(sha256));
        byte[] whole = Files.readAllBytes(copy);
        byte[] spoilt = whole.clone();
        spoilt[whole.length / 2] ^= 1;
        copy.toFile().setWritable(true);
        Files.write(copy, spoilt);
        ReadyRelease.job(manager, "/api/releases/" + id + "/copies/check");
        assertThat(ReadyRelease.state(manager, id, "promo-mp3")).isEqualTo("altered");
        assertThat(manager.get("/api/releases/" + id).json().path("findings").toString())
                .contains("file.altered");
        ReadyRelease.copies(manager, id, "promo-mp3");
        assertThat(ReadyRelease.state(manager, id, "promo-mp3")).isEqualTo("written");
    }

    @Test
    void the_background_finds_a_copy_that_nobody_asked_for() throws IOException {
        long id = ReadyRelease.make(manager, "Altered Unseen");
        ReadyRelease.copies(manager, id, "promo-mp3");
        Sha256 sha256 =
                new Sha256(file(id, "promo-mp3").path("proof").path("sha256").asString());
        JdbcClient jdbc = RunningServer.bean(JdbcClient.class);
        // it is the one that has waited for longest
        jdbc.sql(
                        "UPDATE copy SET checked_at = CASE WHEN sha256 = ? THEN timestamptz '2020-01-01' ELSE timestamptz '2100-01-01' END")
                .param(sha256.hex())
                .update();
        CopyCare care = RunningServer.bean(CopyCare.class);
        care.run("all", null);
        assertThat(ReadyRelease.state(manager, id, "promo-mp3")).isEqualTo("written");
        Path copy = RunningServer.bean(FileStore.class).path(sha256);
        byte[] spoilt = Files.readAllBytes(copy);
        spoilt[spoilt.length / 2] ^= 1;
        copy.toFile().setWritable(true);
        Files.write(copy, spoilt);
        care.run("all", null);
        assertThat(ReadyRelease.state(manager, id, "promo-mp3"))
                .as("read a moment ago")
                .isEqualTo("written");
        jdbc.sql("UPDATE copy SET checked_at = timestamptz '2020-01-01' WHERE sha256 = ?")
                .param(sha256.hex())
                .update();
        care.run("all", null);
        assertThat(ReadyRelease.state(manager, id, "promo-mp3")).isEqualTo("altered");
        ReadyRelease.copies(manager, id, "promo-mp3");
        jdbc.sql("UPDATE copy SET checked_at = NULL").update();
    }

    @Test
    void what_the_master_says_is_taken_into_the_release_as_a_change_with_its_source() throws IOException {
        long id = ReadyRelease.make(manager, "Taken");
        ReadyRelease.copies(manager, id, "store-wav");
        String tagged = file(id, "store-wav").path("proof").path("sha256").asString();
        byte[] wav = Files.readAllBytes(RunningServer.bean(FileStore.class).path(new Sha256(tagged)));
        long second = ReadyRelease.make(manager, "Other");
        JsonNode view = manager.get("/api/releases/" + second).json();
        long track = view.path("rows").path(1).path("trackId").asLong();
        manager.upload("/api/releases/" + second + "/files?name=tagged.wav&track=" + track, wav);
        ReadyRelease.until(
                () -> !file(second, "store-wav").path("state").asString().equals("measuring"), () -> "measuring");
        JsonNode lines = manager.get("/api/releases/" + second + "/copies/store-wav/" + track + "/comparison")
                .json();
        JsonNode title = lines.valueStream()
                .filter(line -> line.path("id").asString().equals("TIT2"))
                .findFirst()
                .orElseThrow();
        assertThat(title.path("state").asString()).isEqualTo("REPLACED");
        JsonNode take = title.path("take");
        assertThat(take.path("value").asString()).isEqualTo("Taken");
        assertThat(take.path("before").asString()).isEqualTo("Other");
        assertThat(take.path("source").asString()).isEqualTo("tagged.wav, ID3v2 TIT2");
    }

    @Test
    void a_recipe_is_adjusted_by_a_manager_refused_when_wrong_and_given_back() {
        String own = "name: Radio\npurpose: For one station.\nformat: MP3\nkbps: 192\nfileName: '{isrc}'\n";
        assertThat(manager.put("/api/recipes/radio", Map.of("text", own)).status())
                .isEqualTo(200);
        assertThat(manager.get("/api/recipes").text()).contains("\"Radio\"");
        assertThat(manager.put("/api/recipes/radio", Map.of("text", own.replace("192", "190")))
                        .text())
                .contains("no bit rate of 190", "Nothing was changed");
        assertThat(manager.put("/api/recipes/radio", Map.of("text", own.replace("{isrc}", "{melody}")))
                        .text())
                .contains("There is no fact “{melody}”");
        assertThat(RunningServer.signedIn("reader")
                        .put("/api/recipes/radio", Map.of("text", own))
                        .status())
                .isEqualTo(403);
        assertThat(manager.delete("/api/recipes/radio").status()).isEqualTo(200);
        assertThat(manager.get("/api/recipes").text()).doesNotContain("\"Radio\"");
    }

    @Test
    void the_original_is_the_same_bytes_after_all_of_it() throws IOException {
        long id = ReadyRelease.make(manager, "Original");
        String master = manager.get("/api/releases/" + id)
                .json()
                .path("rows")
                .path(1)
                .path("master")
                .path("sha256")
                .asString();
        Path file = RunningServer.bean(FileStore.class).path(new Sha256(master));
        byte[] before = Files.readAllBytes(file);
        ReadyRelease.copies(manager, id, "store-wav");
        assertThat(Files.readAllBytes(file)).isEqualTo(before);
        assertThat(file.toFile().canWrite() && !System.getProperty("user.name").equals("root"))
                .isFalse();
    }

    @Test
    void a_recording_on_two_releases_is_one_recording() throws IOException {
        long first = ReadyRelease.make(manager, "Shared Recording");
        JsonNode view = manager.get("/api/releases/" + first).json();
        long recording = Client.target(view, 1, "isrc");
        JsonNode other = manager.begin("compilation", "Ten Winters");
        var account = RunningServer.bean(app.entrada.server.accounts.AccountService.class)
                .named("manager");
        RunningServer.bean(ReleaseService.class).addRecording(Client.id(other), recording, account);
        JsonNode taken = manager.get("/api/releases/" + Client.id(other)).json();
        assertThat(Client.cell(taken, 1, "isrc").path("value"))
                .isEqualTo(Client.cell(view, 1, "isrc").path("value"));
        assertThat(taken.path("rows").path(1).path("master").path("sha256"))
                .isEqualTo(view.path("rows").path(1).path("master").path("sha256"));
        // its title there is its own, its writers are the work's
        assertThat(Client.cell(taken, 1, "title").path("value").isMissingNode()).isTrue();
        manager.write(taken, 1, "writers", "Ines Quillon");
        assertThat(Client.cell(manager.get("/api/releases/" + first).json(), 1, "writers")
                        .path("value")
                        .asString())
                .isEqualTo("Ines Quillon: CA");
        assertThat(taken.path("findings").toString()).doesNotContain("isrc.shared", "isrc.second");
    }

    @Test
    void releases_of_any_number_are_loaded_in_the_order_asked_for() {
        long one = Client.id(manager.begin("single", "One"));
        long two = Client.id(manager.begin("single", "Two"));
        ReleaseRepository releases = RunningServer.bean(ReleaseRepository.class);
        assertThat(releases.load(java.util.List.of(two, one, 999_999L)))
                .extracting(release -> release.id())
                .containsExactly(two, one);
        assertThat(releases.load(java.util.List.of())).isEmpty();
        assertThat(RunningServer.bean(JdbcClient.class)
                        .sql("SELECT count(*) FROM release WHERE deleted_at IS NULL AND archived_at IS NULL")
                        .query(Long.class)
                        .single())
                .isEqualTo(releases.ids().size());
    }
}

package app.entrada.server.embedding;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.field.Sha256;
import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import app.entrada.server.files.FileStore;
import app.entrada.server.releases.ReleaseRepository;
import app.entrada.server.releases.ReleaseService;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
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
        ReadyRelease.copies(manager, id, "store-wav");
        assertThat(ReadyRelease.state(manager, id, "store-flac")).isEqualTo("stale");
        try (Stream<Path> left = Files.list(RunningServer.bean(FileStore.class).workshop())) {
            assertThat(left).isEmpty();
        }
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
                        .sql("SELECT count(*) FROM release")
                        .query(Long.class)
                        .single())
                .isEqualTo(releases.ids().size());
    }
}

package app.entrada.server.house;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.text.Sha256;
import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import app.entrada.server.files.FileStore;
import app.entrada.server.files.PieceStore;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.FileTime;
import java.nio.file.attribute.PosixFilePermissions;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.mockito.Mockito;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;
import tools.jackson.databind.JsonNode;

@DisplayName("P3 The house looks itself over, and says what is not as it has to be and how to mend it")
class HouseTest {
    private static ConfigurableApplicationContext server;
    private static Client manager;
    private static JdbcClient jdbc;
    private static FileStore store;
    private static long release;

    @BeforeAll
    static void a_release_with_copies() throws IOException {
        server = RunningServer.apart();
        RunningServer.label(server);
        manager = RunningServer.manager(server);
        jdbc = server.getBean(JdbcClient.class);
        store = server.getBean(FileStore.class);
        release = ReadyRelease.make(manager, "House");
        ReadyRelease.copies(manager, release, "store-flac");
    }

    @AfterAll
    static void end() {
        server.close();
    }

    private static <L extends HouseLook> List<String> found(Class<L> look) throws IOException {
        return server.getBean(look).look(progress -> {}).stream()
                .map(each -> each.says() + " → " + each.remedy())
                .toList();
    }

    private static void write(Path file, byte[] bytes) throws IOException {
        Files.setPosixFilePermissions(file, PosixFilePermissions.fromString("rw-------"));
        Files.write(file, bytes);
    }

    @Test
    void files_of_the_store_are_read_and_each_says_what_brings_it_back() throws IOException {
        assertThat(found(FilesLook.class)).isEmpty();
        Path master = store.path(sum("SELECT master FROM recording WHERE master IS NOT NULL LIMIT 1"));
        Path copy = store.path(sum("SELECT sha256 FROM copy LIMIT 1"));
        byte[] sound = Files.readAllBytes(master);
        byte[] other = sound.clone();
        other[other.length / 2] ^= 1;
        write(master, other);
        byte[] written = Files.readAllBytes(copy);
        Files.delete(copy);
        Path stray = store.path(new Sha256("ab".repeat(32)));
        Files.createDirectories(stray.getParent());
        Files.writeString(stray, "nobody knows me");
        assertThat(found(FilesLook.class))
                .hasSize(3)
                .anySatisfy(each -> assertThat(each)
                        .contains("is missing or damaged in the store")
                        .contains("Add the same file again"))
                .anySatisfy(each -> assertThat(each)
                        .contains("The copy ")
                        .contains("“House”")
                        .contains("Write the copies"))
                .anySatisfy(each -> assertThat(each)
                        .contains("An unused file does not match its checksum")
                        .contains("Nothing is lost. Remove it: " + stray));
        // and it turns the health of the server red, by its name alone
        Client anybody = RunningServer.client(server);
        ReadyRelease.until(() -> anybody.get("/actuator/health").status() == 503, () -> "it stays green");
        Client.Answer health = anybody.get("/actuator/health");
        JsonNode house = health.json().path("components").path("house").path("components");
        assertThat(house.path("files").path("status").asString()).isEqualTo("DOWN");
        assertThat(house.path("room").path("status").asString()).isEqualTo("UP");
        assertThat(health.text()).doesNotContain("details");
        write(master, sound);
        Files.write(copy, written);
        Files.delete(stray);
        assertThat(found(FilesLook.class)).isEmpty();
        ReadyRelease.until(() -> anybody.get("/actuator/health").status() == 200, () -> "it stays red");
    }

    private static Sha256 sum(String statement) {
        return new Sha256(jdbc.sql(statement).query(String.class).single());
    }

    @Test
    void half_files_are_found_when_nobody_makes_them_any_more_and_uploads_that_lost_pieces() throws IOException {
        assertThat(found(HalvesLook.class)).isEmpty();
        Path half = Files.writeString(store.workshop().resolve("received123.part"), "half");
        assertThat(found(HalvesLook.class)).as("it may be in the making").isEmpty();
        Files.setLastModifiedTime(half, FileTime.from(Instant.now().minus(Duration.ofDays(3))));
        UUID upload = UUID.randomUUID();
        jdbc.sql("""
                        INSERT INTO upload (id, account_id, name, folder, bytes, at)
                        SELECT ?, min(id), '07 Saltings.wav', '', 100, now() FROM account""").param(upload).update();
        jdbc.sql("INSERT INTO upload_piece (upload_id, begins, bytes, name) VALUES (?, 0, 60, 'upload-half')")
                .param(upload)
                .update();
        assertThat(found(HalvesLook.class))
                .hasSize(2)
                .anySatisfy(each -> assertThat(each).contains("received123.part"))
                .anySatisfy(each -> assertThat(each)
                        .contains("Part of the upload “07 Saltings.wav” is missing")
                        .contains("Drop the file again"));
        PieceStore pieces = server.getBean(PieceStore.class);
        pieces.keep("upload-half", Files.write(store.workshop().resolve("piece1.part"), new byte[60]));
        Files.delete(half);
        assertThat(found(HalvesLook.class)).isEmpty();
        jdbc.sql("DELETE FROM upload WHERE id = ?").param(upload).update();
        pieces.remove("upload-half");
    }

    @Test
    void references_that_lead_nowhere_are_found() throws IOException {
        assertThat(found(ReferencesLook.class)).isEmpty();
        String order = jdbc.sql("SELECT running_order FROM release WHERE id = ?")
                .param(release)
                .query(String.class)
                .single();
        set("running_order", order + " 987654321");
        set("pictures", "booklet " + "cd".repeat(32));
        jdbc.sql("""
                        INSERT INTO credit (entity, target_id, fact, position, party_id)
                        SELECT 'recording', 987654321, 'recording.performers', 0, min(id) FROM party""").update();
        assertThat(found(ReferencesLook.class))
                .hasSize(3)
                .anySatisfy(each -> assertThat(each)
                        .contains("The running order of “House” lists a track that does not exist (987654321)"))
                .anySatisfy(each -> assertThat(each).contains("A picture of “House” is missing: " + "cd".repeat(32)))
                .anySatisfy(each ->
                        assertThat(each).contains("A credit belongs to a recording that does not exist (987654321)"));
        set("running_order", order);
        set("pictures", null);
        jdbc.sql("DELETE FROM credit WHERE target_id = 987654321").update();
        assertThat(found(ReferencesLook.class)).isEmpty();
    }

    private static void set(String column, String value) {
        jdbc.sql("UPDATE release SET " + column + " = ? WHERE id = ?")
                .params(java.util.Arrays.asList(value, release))
                .update();
    }

    @Test
    void a_code_that_stands_on_two_things_is_named_with_both() throws IOException {
        assertThat(found(CodesLook.class)).isEmpty();
        JsonNode other = manager.begin("single", "House by the Weir");
        String code = jdbc.sql("SELECT barcode FROM release WHERE id = ?")
                .param(release)
                .query(String.class)
                .single();
        manager.write(other, 0, "barcode", code);
        assertThat(found(CodesLook.class))
                .singleElement()
                .asString()
                .contains("The barcode " + code + " stands on “House”, “House by the Weir”.");
        manager.delete("/api/releases/" + Client.id(other));
        assertThat(found(CodesLook.class)).isEmpty();
    }

    @Test
    void what_is_found_in_the_background_stands_on_the_desk_of_managers_until_it_is_found_no_longer() throws Exception {
        HouseWork work = server.getBean(HouseWork.class);
        Client assistant = RunningServer.signedIn(server, "assistant");
        String order = jdbc.sql("SELECT running_order FROM release WHERE id = ?")
                .param(release)
                .query(String.class)
                .single();
        set("running_order", order + " 987654321");
        aDayLater();
        work.run("all", Mockito.mock(ExecutionContext.class));
        assertThat(found()).isEqualTo(1);
        assertThat(assistant.get("/api/desk").json().path("houseFound").asInt()).isZero();
        assertThat(assistant.get("/api/house").status()).isEqualTo(403);
        JsonNode house = manager.get("/api/house").json();
        assertThat(house.path("found").path(0).path("remedy").asString()).contains("write the running order again");
        assertThat(house.path("signs").valueStream())
                .extracting(sign -> sign.path("name").asString())
                .contains("Disk space", "Background work", "Deliveries", "Backup");
        set("running_order", order);
        work.run("all", Mockito.mock(ExecutionContext.class));
        assertThat(found()).as("it is looked for once a day").isEqualTo(1);
        aDayLater();
        work.run("all", Mockito.mock(ExecutionContext.class));
        assertThat(found()).isZero();
    }

    private static int found() {
        return manager.get("/api/desk").json().path("houseFound").asInt();
    }

    private static void aDayLater() {
        jdbc.sql("UPDATE house_look SET whole_at = whole_at - interval '25 hours'")
                .update();
    }

    @Test
    void how_releases_stand_is_compared_bit_by_bit_from_where_the_last_part_ended() {
        HouseWork work = server.getBean(HouseWork.class);
        HouseFindings findings = server.getBean(HouseFindings.class);
        jdbc.sql("DELETE FROM house_look WHERE name = 'standings'").update();
        manager.get("/api/releases");
        jdbc.sql("UPDATE standing SET rows = '[]' WHERE release_id = ?")
                .param(release)
                .update();
        work.run("all", Mockito.mock(ExecutionContext.class));
        assertThat(findings.latest(10))
                .extracting(HouseFindings.Noted::says)
                .contains("The stored standing of “House” (release %d) was out of date.".formatted(release));
        long reached = jdbc.sql("SELECT place FROM house_look WHERE name = 'standings'")
                .query(Long.class)
                .single();
        assertThat(reached).isGreaterThanOrEqualTo(release);
        // the round has ended, and begins again
        work.run("all", Mockito.mock(ExecutionContext.class));
        assertThat(jdbc.sql("SELECT place FROM house_look WHERE name = 'standings'")
                        .query(Long.class)
                        .single())
                .isZero();
        jdbc.sql("DELETE FROM house_finding").update();
    }

    @Test
    void a_program_reads_the_metrics_with_its_token_and_nothing_else() {
        String token = "paddle-7-sluice-41-quay";
        List<String> own = new ArrayList<>(RunningServer.nothingYet());
        own.add("--entrada.metrics-token=" + token);
        try (var watched = RunningServer.with(own)) {
            RunningServer.manager(watched);
            Client program = RunningServer.client(watched);
            for (String wrong : List.of("", "Bearer ", "Bearer " + token + "x", "Basic " + token, token))
                assertThat(asks(program, "/actuator/prometheus", wrong).status())
                        .as(wrong)
                        .isEqualTo(401);
            String shown = "Bearer " + token;
            Client.Answer read = asks(program, "/actuator/prometheus", shown);
            assertThat(read.status()).isEqualTo(200);
            assertThat(read.text())
                    .containsPattern("(?m)^entrada_room_free_bytes [1-9]")
                    .containsPattern("(?m)^entrada_deliveries_waiting 0")
                    .containsPattern("(?m)^hikaricp_connections_active\\{")
                    .doesNotContain(token);
            assertThat(asks(program, "/actuator/metrics/entrada.room.free", shown)
                            .status())
                    .isEqualTo(200);
            assertThat(read.headers().getOrDefault("set-cookie", List.of()))
                    .as("no session is begun")
                    .noneMatch(cookie -> cookie.startsWith("entrada="));
            for (String more : List.of("/api/releases", "/api/accounts", "/actuator/env", "/api/house"))
                assertThat(asks(program, more, shown).status()).as(more).isEqualTo(403);
            // and what it was allowed holds for nobody after it
            assertThat(program.get("/actuator/prometheus").status()).isEqualTo(401);
        }
        // an installation that gave no token lets nobody in with an empty one
        assertThat(asks(RunningServer.client(server), "/actuator/prometheus", "Bearer ")
                        .status())
                .isEqualTo(401);
    }

    private static Client.Answer asks(Client program, String path, String authorization) {
        return program.send("GET", path, Map.of("Authorization", authorization), new byte[0]);
    }

    @Test
    void metrics_answer_whether_it_is_well() {
        JsonNode free = manager.get("/actuator/metrics/entrada.room.free").json();
        assertThat(free.path("baseUnit").asString()).isEqualTo("bytes");
        assertThat(free.path("measurements").path(0).path("value").asLong()).isPositive();
        assertThat(manager.get("/actuator/metrics/entrada.work.oldest").status())
                .isEqualTo(200);
        assertThat(RunningServer.client(server)
                        .get("/actuator/metrics/entrada.room.free")
                        .status())
                .isEqualTo(401);
    }
}

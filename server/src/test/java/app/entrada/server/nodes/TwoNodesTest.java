package app.entrada.server.nodes;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.text.Sha256;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import app.entrada.server.ServerProcess;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.accounts.Role;
import app.entrada.server.files.BucketStandin;
import app.entrada.standins.Standins;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStream;
import java.io.InputStreamReader;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Base64;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.Timeout;
import org.junit.jupiter.api.io.TempDir;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.datasource.DriverManagerDataSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Two processes with data folders of their own, on one PostgreSQL and one bucket. */
@DisplayName("P4 Two servers on one database and one bucket are one house, and one of them may go down")
@Timeout(value = 5, unit = TimeUnit.MINUTES)
class TwoNodesTest {
    private static final List<String> DESTINATIONS =
            List.of("lumenfold", "pebblewave", "ostra", "ppo", "commonshelf", "ferrous-lane");
    private static final String SECRET = "sluice-and-paddle-72";

    @TempDir
    static Path folder;

    private static List<String> common;
    private static JdbcClient database;
    private static Standins standins;
    private static ServerProcess one;
    private static ServerProcess other;
    private static int begun;

    private Client here;
    private Client there;

    @BeforeAll
    static void a_house() throws Exception {
        common = new ArrayList<>(RunningServer.nothingYet());
        common.removeIf(each -> each.startsWith("--entrada.shared="));
        common.addAll(BucketStandin.running().settings("two-nodes"));
        common.add("--entrada.secrets=" + folder.resolve("keys"));
        try (var first = RunningServer.with(common)) {
            RunningServer.label(first);
            first.getBean(AccountService.class).create("manager", RunningServer.PASSWORD, Role.MANAGER);
        }
        database = JdbcClient.create(new DriverManagerDataSource(
                RunningServer.setting(common, "spring.datasource.url"),
                RunningServer.setting(common, "spring.datasource.username"),
                RunningServer.setting(common, "spring.datasource.password")));
        standins = new Standins(folder.resolve("standins"), SECRET);
        standins.start(0);
    }

    private static ServerProcess begin() throws IOException {
        Path own = Files.createDirectories(folder.resolve("node-" + ++begun));
        List<String> settings = new ArrayList<>();
        for (String each : common) if (!each.startsWith("--entrada.var=")) settings.add(each);
        settings.add("--entrada.var=" + own);
        return ServerProcess.start(settings);
    }

    @BeforeEach
    void both_run() throws Exception {
        if (one == null || !one.isAlive()) one = begin();
        if (other == null || !other.isAlive()) other = begin();
        one.ready();
        other.ready();
        here = one.client();
        here.signIn("manager", RunningServer.PASSWORD);
        there = here.at(other);
    }

    @AfterAll
    static void end() throws Exception {
        for (ServerProcess each : new ServerProcess[] {one, other}) if (each != null) each.end();
        standins.stop();
    }

    private static byte[] wav(long seed, double seconds) throws IOException {
        Path wav = folder.resolve(seed + ".wav");
        Synthesiser.write(new Piece(seed, 96, 2, false, seconds, Piece.Layers.BELLS, 0), wav);
        return Files.readAllBytes(wav);
    }

    private static String announce(Client at, int bytes, Sha256 sha256) {
        return at.send(
                        "POST",
                        "/api/uploads",
                        Map.of(
                                "Upload-Length",
                                "" + bytes,
                                "Upload-Metadata",
                                "sha256 "
                                        + Base64.getEncoder()
                                                .encodeToString(sha256.hex().getBytes(StandardCharsets.UTF_8))),
                        new byte[0])
                .headers()
                .get("location")
                .get(0);
    }

    private static Client.Answer piece(Client at, String place, long offset, byte[] bytes) {
        return at.send(
                "PATCH",
                place,
                Map.of("Upload-Offset", "" + offset, "Content-Type", "application/offset+octet-stream"),
                bytes);
    }

    private static long come(Client at, String place) {
        return Long.parseLong(at.send("HEAD", place, Map.of(), new byte[0])
                .headers()
                .get("upload-offset")
                .get(0));
    }

    private static int count(String statement) {
        return database.sql(statement).query(Integer.class).single();
    }

    @Test
    void who_signed_in_at_one_is_signed_in_at_the_other_until_leaving_either() {
        assertThat(there.get("/api/desk").status()).isEqualTo(200);
        assertThat(there.delete("/api/session").status()).isEqualTo(200);
        assertThat(here.get("/api/desk").status()).isEqualTo(401);
    }

    @Test
    void wrong_passwords_are_counted_for_both_together() {
        for (int n = 0; n < 5; n++)
            assertThat((n % 2 == 0 ? one : other)
                            .client()
                            .signIn("nobody of that name", "wrong-" + n)
                            .problem())
                    .isEqualTo("wrong-password");
        for (ServerProcess each : List.of(one, other))
            assertThat(each.client()
                            .signIn("nobody of that name", "wrong-again")
                            .problem())
                    .isEqualTo("too-many-tries");
    }

    @Test
    void what_is_changed_at_one_is_told_to_whoever_looks_at_the_other() throws IOException {
        JsonNode view = here.draft("single", "Low Water");
        try (BufferedReader told =
                new BufferedReader(new InputStreamReader(there.stream("/api/events"), StandardCharsets.UTF_8))) {
            // the stream has begun
            assertThat(told.readLine()).isNotNull();
            assertThat(here.write(view, 0, "title", "High Water").status()).isEqualTo(200);
            String line = told.readLine();
            while (line != null && !line.contains("\"id\":" + Client.id(view))) line = told.readLine();
            assertThat(line).isNotNull();
        }
        assertThat(Client.cell(there.get("/api/releases/" + Client.id(view)).json(), 0, "title")
                        .path("value")
                        .asString())
                .isEqualTo("High Water");
    }

    @Test
    void pieces_that_come_to_both_by_turns_are_one_file_and_either_plays_it() throws Exception {
        byte[] wav = wav(901, 2);
        Sha256 sha256 = Sha256.of(wav);
        String place = announce(here, wav.length, sha256);
        int length = wav.length / 5 + 1;
        Client.Answer last = null;
        for (int at = 0, n = 0; at < wav.length; at += length, n++)
            last = piece(
                    n % 2 == 0 ? here : there,
                    place,
                    at,
                    Arrays.copyOfRange(wav, at, Math.min(wav.length, at + length)));
        assertThat(last.headers()).containsKey("entrada-received");
        assertThat(here.bytes("/api/files/" + sha256.hex())).isEqualTo(wav);
        assertThat(there.bytes("/api/files/" + sha256.hex())).isEqualTo(wav);
        ReadyRelease.until(
                () -> count("SELECT count(*) FROM file WHERE waveform IS NOT NULL AND sha256 = '" + sha256.hex() + "'")
                        == 1,
                () -> "it was not measured");
        for (Client each : List.of(here, there)) {
            assertThat(each.get("/api/files/" + sha256.hex() + "/waveform").text())
                    .startsWith("wave");
            byte[] part =
                    each.bytes("/api/files/" + sha256.hex() + "/sound?form=original", Map.of("Range", "bytes=100-199"));
            assertThat(part).isEqualTo(Arrays.copyOfRange(wav, 100, 200));
        }
    }

    @Test
    void of_pieces_that_come_to_both_at_once_one_counts_and_the_file_is_the_file() throws Exception {
        byte[] wav = wav(902, 3);
        Sha256 sha256 = Sha256.of(wav);
        String place = announce(here, wav.length, sha256);
        long at = 0;
        int refused = 0;
        for (int n = 1; at < wav.length; n++) {
            int from = (int) at;
            byte[] shorter = Arrays.copyOfRange(wav, from, Math.min(wav.length, from + 20_000 + n * 1000));
            byte[] longer = Arrays.copyOfRange(wav, from, Math.min(wav.length, from + 40_000 + n * 1000));
            CompletableFuture<Client.Answer> first =
                    CompletableFuture.supplyAsync(() -> piece(here, place, from, shorter));
            Client.Answer second = piece(there, place, from, longer);
            int took = 0;
            for (Client.Answer each : List.of(first.join(), second)) {
                if (each.status() == 204) took++;
                else if (each.status() == 409) refused++;
            }
            if (count("SELECT count(*) FROM upload WHERE id = '" + place.substring(place.lastIndexOf('/') + 1) + "'")
                    == 0) break;
            assertThat(took).isEqualTo(1);
            at = come(there, place);
        }
        assertThat(refused).isPositive();
        assertThat(there.bytes("/api/files/" + sha256.hex())).isEqualTo(wav);
    }

    @Test
    void a_file_that_was_going_to_one_that_went_down_goes_on_at_the_other() throws Exception {
        byte[] wav = wav(903, 4);
        Sha256 sha256 = Sha256.of(wav);
        String place = announce(here, wav.length, sha256);
        assertThat(piece(here, place, 0, Arrays.copyOf(wav, 100_000)).status()).isEqualTo(204);
        // the next piece is under way there, and never ends
        try (Socket half = new Socket("127.0.0.1", one.port())) {
            half.getOutputStream()
                    .write("PATCH %s HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 50000\r\n\r\n"
                            .formatted(place)
                            .getBytes(StandardCharsets.US_ASCII));
            one.kill();
        }
        assertThat(come(there, place)).isEqualTo(100_000);
        Client.Answer last = piece(there, place, 100_000, Arrays.copyOfRange(wav, 100_000, wav.length));
        assertThat(last.headers()).containsKey("entrada-received");
        assertThat(there.bytes("/api/files/" + sha256.hex())).isEqualTo(wav);
    }

    @Test
    void what_one_was_measuring_when_it_went_down_the_other_measures_and_knows_again() throws Exception {
        byte[] first = wav(910, 8);
        here.upload("/api/releases/" + Client.id(here.draft("single", "Tide Table")) + "/files?name=a.wav", first);
        ReadyRelease.until(
                () -> count("SELECT count(*) FROM file WHERE compared AND sha256 = '"
                                + Sha256.of(first).hex() + "'")
                        == 1,
                () -> "it was not compared");
        long album = Client.id(here.draft("album", "Tide Tables"));
        List<String> sums = new ArrayList<>();
        for (int n = 0; n < 6; n++) {
            byte[] wav = n == 0 ? first.clone() : wav(911 + n, 8);
            // the same sound, and another file
            if (n == 0) wav[wav.length - 3] ^= 1;
            assertThat(here.upload("/api/releases/" + album + "/files?name=" + n + ".wav", wav)
                            .status())
                    .isEqualTo(200);
            sums.add("'" + Sha256.of(wav).hex() + "'");
        }
        one.kill();
        String all = String.join(",", sums);
        ReadyRelease.until(
                () -> count("SELECT count(*) FROM file WHERE measured AND compared AND problem IS NULL AND sha256 IN ("
                                + all + ")")
                        == 6,
                () -> database.sql("SELECT string_agg(concat(measured, ' ', compared, ' ', problem), '; ') FROM file")
                        .query(String.class)
                        .single());
        assertThat(count("SELECT count(*) FROM likeness WHERE sha256 = " + sums.get(0) + " AND known = '"
                        + Sha256.of(first).hex() + "'"))
                .isEqualTo(1);
        ReadyRelease.until(
                () -> count("SELECT count(*) FROM job WHERE state IN ('waiting', 'running') AND kind = 'measure'") == 0,
                () -> there.get("/api/jobs").text());
    }

    private static String address(String destination) {
        return "http://127.0.0.1:" + standins.port() + "/" + destination;
    }

    private static void enter(Client at, String destination) {
        Client.Answer entered = at.put(
                "/api/destinations/" + destination + "/secret",
                Map.of(
                        "url",
                        address(destination),
                        "secret",
                        destination + "-" + SECRET,
                        "ownNetwork",
                        true,
                        "password",
                        RunningServer.PASSWORD));
        assertThat(entered.status()).as(entered.problem()).isEqualTo(200);
    }

    private static void misbehave(String destination, String order) throws Exception {
        HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(address(destination) + "/control/faults"))
                                .POST(HttpRequest.BodyPublishers.ofString(order))
                                .build(),
                        HttpResponse.BodyHandlers.discarding());
    }

    private static long send(Client at, long release, String destination) {
        Client.Answer answer = at.post(
                "/api/releases/" + release + "/deliveries",
                Map.of("destination", destination, "declaresRights", true, "password", RunningServer.PASSWORD));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().path(0).path("id").asLong();
    }

    private static JsonNode held(String destination) throws Exception {
        try (InputStream in = java.net
                .URI
                .create(address(destination) + "/control/state")
                .toURL()
                .openStream()) {
            return new JsonMapper().readTree(in.readAllBytes());
        }
    }

    @Test
    void a_batch_of_deliveries_ends_though_one_of_them_goes_down_and_nothing_is_sent_twice() throws Exception {
        for (String each : DESTINATIONS) enter(here, each);
        List<Long> releases = List.of(
                ReadyRelease.everywhere(here, "Sluice Keepers", DESTINATIONS),
                ReadyRelease.everywhere(there, "Sluice Keepers at Night", DESTINATIONS));
        // they let their senders wait, so that some are under way at both when one goes down
        for (String each : DESTINATIONS) misbehave(each, "{\"kind\":\"delay\",\"times\":2,\"millis\":6000}");
        CompletableFuture<List<Long>> fromThere = CompletableFuture.supplyAsync(() -> DESTINATIONS.stream()
                .map(each -> send(there, releases.get(1), each))
                .toList());
        List<Long> sent = new ArrayList<>();
        for (String each : DESTINATIONS) sent.add(send(here, releases.get(0), each));
        sent.addAll(fromThere.join());
        ReadyRelease.until(
                () -> count("SELECT count(DISTINCT picked_by) FROM scheduled_deliveries WHERE picked") == 2,
                () -> "not both were sending");
        one.kill();
        ReadyRelease.until(
                () -> count("SELECT count(*) FROM delivery WHERE state IN ('sealed', 'received', 'in review')") == 0,
                () -> database.sql("SELECT string_agg(destination || ' ' || state, '; ') FROM delivery")
                        .query(String.class)
                        .single());
        assertThat(database.sql("SELECT DISTINCT state FROM delivery")
                        .query(String.class)
                        .list())
                .containsExactly("accepted");
        assertThat(count("SELECT count(*) FROM delivery")).isEqualTo(sent.size());
        Set<String> keys = new TreeSet<>();
        int taken = 0;
        for (String each : DESTINATIONS)
            for (JsonNode one : held(each).path("taken")) {
                keys.add(one.path("key").asString());
                taken++;
            }
        assertThat(taken).isEqualTo(sent.size());
        assertThat(keys).hasSize(sent.size());
    }
}

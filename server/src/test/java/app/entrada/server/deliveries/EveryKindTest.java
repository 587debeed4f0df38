package app.entrada.server.deliveries;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.text.Sha256;
import app.entrada.demo.CoverDrawing;
import app.entrada.server.Client;
import app.entrada.server.ReadyRelease;
import app.entrada.server.RunningServer;
import app.entrada.server.files.FileIndex;
import app.entrada.standins.Standins;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

@ExtendWith(RunningServer.class)
@DisplayName("S1–S8 Nine kinds of receiver, every fault at each of them, and nothing is sent twice")
class EveryKindTest {
    private static final List<String> ALL = List.of(
            "lumenfold",
            "crate-and-lantern",
            "pebblewave",
            "aldermoor",
            "ostra",
            "ppo",
            "commonshelf",
            "hearthcast",
            "ferrous-lane");
    private static final String SECRET = "sluice-and-paddle-71";
    private static final HttpClient HTTP = HttpClient.newHttpClient();
    private static final JsonMapper JSON = new JsonMapper();

    private static Standins standins;
    private static Client manager;
    private static long release;

    @BeforeAll
    static void a_release_that_every_one_of_them_takes() throws IOException {
        standins = new Standins(Files.createTempDirectory("standins"), SECRET);
        standins.start(0);
        manager = RunningServer.signedIn("manager");
        pricesIn("EUR");
        for (String each : ALL) {
            manager.put(
                    "/api/destinations/" + each + "/secret",
                    Map.of(
                            "url",
                            address(each),
                            "secret",
                            token(each),
                            "ownNetwork",
                            true,
                            "password",
                            RunningServer.PASSWORD));
            order(each, "review", 0, 60);
        }
        release = ReadyRelease.everywhere(manager, "Paddle and Sluice", ALL);
    }

    @AfterAll
    static void end() {
        standins.stop();
    }

    private static void pricesIn(String currency) {
        manager.put("/api/house/facts", Map.of("timeZone", "", "contact", "", "currency", currency));
    }

    private static String address(String destination) {
        return "http://127.0.0.1:" + standins.port() + "/" + destination;
    }

    private static String token(String destination) {
        return destination + "-" + SECRET;
    }

    private static void order(String destination, String kind, int times, long millis) {
        call(
                "POST",
                address(destination) + "/control/faults",
                "{\"kind\":\"%s\",\"times\":%d,\"millis\":%d}".formatted(kind, times, millis));
    }

    private static JsonNode call(String method, String url, String body) {
        try {
            return JSON.readTree(HTTP.send(
                            HttpRequest.newBuilder(URI.create(url))
                                    .method(method, HttpRequest.BodyPublishers.ofString(body))
                                    .build(),
                            HttpResponse.BodyHandlers.ofString())
                    .body());
        } catch (IOException failed) {
            throw new IllegalStateException(failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    private static JsonNode destination(String id) {
        for (JsonNode each :
                manager.get("/api/releases/" + release + "/deliveries").json())
            if (each.path("id").asString().equals(id)) return each;
        throw new AssertionError("no destination " + id);
    }

    private static JsonNode delivery(String destination, long id) {
        for (JsonNode each : destination(destination).path("deliveries"))
            if (each.path("id").asLong() == id) return each;
        throw new AssertionError("no delivery " + id);
    }

    private static Client.Answer sending(String destination, Map<String, Object> more) {
        Map<String, Object> order = new HashMap<>(Map.of(
                "destination",
                destination,
                "declaresRights",
                true,
                "password",
                RunningServer.PASSWORD,
                "again",
                true,
                "terms",
                Map.of("price", 400)));
        order.putAll(more);
        return manager.post("/api/releases/" + release + "/deliveries", order);
    }

    private static long send(String destination) {
        Client.Answer answer = sending(destination, Map.of());
        // the work's code came from a society meanwhile: it is a fact, and copies carry it
        if (answer.text().contains("\"cause\":\"COPIES\"")) {
            ReadyRelease.copies(manager, release, ReadyRelease.RECIPES);
            answer = sending(destination, Map.of());
        }
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        return answer.json().path(0).path("id").asLong();
    }

    private static JsonNode ended(String destination, long id, String state) {
        await(id, state);
        return delivery(destination, id);
    }

    /** Asks the repository: the page's answer is composed anew for all nine each time. */
    private static void await(long id, String state) {
        DeliveryRepository deliveries = RunningServer.bean(DeliveryRepository.class);
        ReadyRelease.until(
                () -> {
                    DeliveryState now = deliveries.find(id).orElseThrow().state();
                    assertThat(now.label().equals(state) || now.underWay())
                            .as("delivery %d is %s", id, now)
                            .isTrue();
                    return now.label().equals(state);
                },
                () -> deliveries.find(id).orElseThrow().toString());
    }

    /** How many deliveries with this one's key the destination has. */
    private static long held(String destination, long id) {
        String receipt = RunningServer.bean(DeliveryRepository.class)
                .find(id)
                .orElseThrow()
                .receipt();
        assertThat(receipt).isNotEmpty();
        List<String> keys = new ArrayList<>();
        String key = "";
        for (JsonNode each :
                call("GET", address(destination) + "/control/state", "").path("taken")) {
            keys.add(each.path("key").asString());
            if (each.path("receipt").asString().equals(receipt))
                key = each.path("key").asString();
        }
        String wanted = key;
        return keys.stream().filter(wanted::equals).count();
    }

    /** A fault at a destination, and how the delivery ends. */
    record Trouble(String destination, String fault, String end) {
        @Override
        public String toString() {
            return "%s: %s ends %s".formatted(destination, fault, end);
        }
    }

    static Stream<Trouble> troubles() {
        return ALL.stream().flatMap(EveryKindTest::troubles);
    }

    private static Stream<Trouble> troubles(String destination) {
        return Stream.of(
                new Trouble(destination, "none", "accepted"),
                new Trouble(destination, "unavailable", "accepted"),
                new Trouble(destination, "busy", "accepted"),
                new Trouble(destination, "drop-before", "accepted"),
                new Trouble(destination, "drop-after", "accepted"),
                new Trouble(destination, "delay", "accepted"),
                new Trouble(destination, "contradict", "accepted"),
                new Trouble(destination, "twice", "accepted"),
                new Trouble(destination, "reject", "rejected"),
                new Trouble(destination, "expired", "failed"));
    }

    private static final Map<Trouble, Future<?>> PLAYED = new HashMap<>();

    /**
     * Each destination's troubles in turn, those of different destinations side by side: most of it is waiting for tries.
     * The society is first, as what it answers makes copies stale.
     */
    private static void play() throws InterruptedException {
        List<String> others = new ArrayList<>(ALL);
        others.remove("ostra");
        for (List<String> together : List.of(List.of("ostra"), others)) {
            List<ExecutorService> each = new ArrayList<>();
            for (String destination : together) {
                ExecutorService one = Executors.newSingleThreadExecutor();
                each.add(one);
                troubles(destination).forEach(trouble -> PLAYED.put(trouble, one.submit(() -> there_once(trouble))));
            }
            for (ExecutorService one : each) {
                one.shutdown();
                assertThat(one.awaitTermination(5, TimeUnit.MINUTES)).isTrue();
            }
        }
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("troubles")
    void whatever_goes_wrong_the_delivery_is_there_once(Trouble trouble) throws Exception {
        if (PLAYED.isEmpty()) play();
        PLAYED.get(trouble).get();
    }

    private static void there_once(Trouble trouble) {
        String destination = trouble.destination();
        order(destination, trouble.fault(), 1, 300);
        long id = send(destination);
        await(id, trouble.end());
        if (trouble.end().equals("failed")) {
            // a new token, the same seal: it goes on where it stood
            assertThat(manager.post("/api/releases/" + release + "/deliveries/" + id + "/again", Map.of())
                            .status())
                    .isEqualTo(200);
            await(id, "accepted");
        }
        assertThat(held(destination, id)).isEqualTo(1);
        order(destination, "none", 0, 0);
    }

    @Test
    void an_objection_stands_at_its_cell_until_it_is_delivered_anew() {
        order("crate-and-lantern", "reject", 1, 0);
        long refused = send("crate-and-lantern");
        ended("crate-and-lantern", refused, "rejected");
        JsonNode finding = finding();
        assertThat(finding.path("says").asString()).isEqualTo("Our editors found the cover too dark.");
        assertThat(finding.path("panel").asString()).isEqualTo("artwork");
        ended("crate-and-lantern", send("crate-and-lantern"), "accepted");
        assertThat(finding()).isNull();
    }

    private static JsonNode finding() {
        for (JsonNode each : manager.get("/api/releases/" + release).json().path("findings"))
            if (each.path("rule").asString().equals("answer.objection")) return each;
        return null;
    }

    @Test
    void a_society_s_numbers_and_codes_come_back_and_what_stands_there_is_not_told_again() {
        ended("ostra", send("ostra"), "accepted");
        JsonNode view = manager.get("/api/releases/" + release).json();
        String iswc = Client.cell(view, 1, "iswc").path("value").asString("");
        assertThat(iswc).matches("T\\d{10}");
        String file = destination("ostra")
                .path("preview")
                .path("documents")
                .path(0)
                .path("path")
                .asString();
        String text = manager.get("/api/releases/" + release
                        + "/deliveries/preview?occasion=update&destination=ostra&path=" + file)
                .json()
                .path("text")
                .asString();
        assertThat(text.lines().map(line -> line.substring(0, 3))).containsExactly("HDR", "TRL");
    }

    @Test
    void an_update_sends_only_what_is_new_and_a_takedown_sends_no_file() {
        ended("lumenfold", send("lumenfold"), "accepted");
        long update = sending("lumenfold", Map.of("occasion", "update"))
                .json()
                .path(0)
                .path("id")
                .asLong();
        JsonNode sent = ended("lumenfold", update, "accepted");
        assertThat(paths(sent)).containsExactly("message.xml");
        long takedown = sending("lumenfold", Map.of("occasion", "takedown"))
                .json()
                .path(0)
                .path("id")
                .asLong();
        assertThat(paths(ended("lumenfold", takedown, "taken down"))).containsExactly("message.xml");
        assertThat(sending("lumenfold", Map.of("occasion", "update"))
                        .json()
                        .path("detail")
                        .asString())
                .contains("has not accepted this release");
        ended("lumenfold", send("lumenfold"), "accepted");
    }

    @Test
    void what_was_accepted_and_has_not_changed_goes_out_again_only_when_confirmed() {
        ended("pebblewave", send("pebblewave"), "accepted");
        Client.Answer plain = sending("pebblewave", Map.of("again", false));
        assertThat(plain.problem()).isEqualTo("unchanged");
        // two moves that end where they began are no change either
        JsonNode view = manager.get("/api/releases/" + release).json();
        String genre = Client.cell(view, 0, "genre").path("value").asString();
        view = manager.write(view, 0, "genre", "Folk").json();
        assertThat(destination("pebblewave").path("preview").path("changes").toString())
                .contains("Folk");
        manager.write(view, 0, "genre", genre);
        assertThat(destination("pebblewave").path("preview").path("changes")).isEmpty();
        assertThat(sending("pebblewave", Map.of("again", false)).problem()).isEqualTo("unchanged");
    }

    @Test
    void a_series_has_one_lasting_feed_that_holds_every_episode() throws IOException {
        ended("hearthcast", send("hearthcast"), "accepted");
        JsonNode series = series();
        String feed = series.path("feed").asString();
        long second = ReadyRelease.everywhere(manager, "Second Lock", List.of("hearthcast"));
        Client.Answer sent = manager.post(
                "/api/releases/" + second + "/deliveries",
                Map.of("destination", "hearthcast", "declaresRights", true, "password", RunningServer.PASSWORD));
        assertThat(sent.status()).as(sent.text()).isEqualTo(200);
        ReadyRelease.until(
                () -> manager.get("/api/releases/" + second + "/deliveries")
                        .text()
                        .contains("\"accepted\""),
                () -> manager.get("/api/releases/" + second + "/deliveries").text());

        JsonNode now = series();
        assertThat(now.path("feed").asString()).isEqualTo(feed);
        assertThat(now.path("episodes")
                        .valueStream()
                        .map(each -> each.path("title").asString()))
                .contains("Paddle and Sluice", "Second Lock");
        // whoever has the address reads it, without an account
        String text = RunningServer.client().get(URI.create(feed).getPath()).text();
        assertThat(text.split("<item>", -1)).hasSize(3);
        assertThat(text.split("<enclosure ", -1)).hasSize(3);
        assertThat(text).contains("<title>Weirside Talks</title>", "xmlns:hearth=", "rel=\"self\"", "dc:creator");
        assertThat(RunningServer.client()
                        .get("/feeds/00000000-0000-4000-8000-000000000000/feed.xml")
                        .status())
                .isEqualTo(404);

        long next = manager.postPlainly("/api/series/" + series.path("id").asLong() + "/episodes", Map.of())
                .json()
                .path("release")
                .asLong();
        JsonNode begun = manager.get("/api/releases/" + next).json();
        assertThat(Client.cell(begun, 0, "series").path("value").asString()).isEqualTo("Weirside Talks");
        assertThat(Client.cell(begun, 0, "kind").path("value").asString()).isEqualTo("spoken episode");
        // the last was number 3
        assertThat(Client.cell(begun, 1, "episode").path("value").asString()).isEqualTo("4");
        manager.delete("/api/releases/" + next);
    }

    @Test
    void what_a_series_says_of_itself_stands_in_its_feed() {
        ended("hearthcast", send("hearthcast"), "accepted");
        long id = series().path("id").asLong();
        Map<String, Object> edit = new HashMap<>();
        edit.put("field", "series.description");
        edit.put("before", null);
        edit.put("after", "Water, works and those who turn them.");
        assertThat(manager.postPlainly("/api/series/" + id + "/changes", edit).status())
                .isEqualTo(200);
        String feed = series().path("feed").asString();
        assertThat(RunningServer.client().get(URI.create(feed).getPath()).text())
                .contains("<description>Water, works and those who turn them.</description>");
    }

    @Test
    void the_cover_of_a_series_is_looked_at_before_it_is_taken() throws Exception {
        ended("hearthcast", send("hearthcast"), "accepted");
        String path = "/api/series/" + series().path("id").asLong() + "/cover";
        Path drawn = Files.createTempFile("series", ".jpg");
        CoverDrawing.write(drawn, 1500, 77, CoverDrawing.Style.BLOCKS, List.of("WT"));
        byte[] cover = Files.readAllBytes(drawn);
        Files.delete(drawn);
        Client.Answer cutOff = manager.upload(path, Arrays.copyOf(cover, 40));
        assertThat(cutOff.problem()).isEqualTo("no-picture");
        assertThat(cutOff.text()).contains("Nothing was changed: the picture");
        assertThat(series().path("cover").isNull()).isTrue();
        assertThat(manager.upload(path, cover).status()).isEqualTo(200);
        assertThat(series().path("cover").asString()).isEqualTo(Sha256.of(cover).hex());
        assertThat(RunningServer.bean(FileIndex.class)
                        .find(Sha256.of(cover))
                        .orElseThrow()
                        .picture()
                        .orElseThrow()
                        .width())
                .isEqualTo(1500);
    }

    private static JsonNode series() {
        for (JsonNode each : manager.get("/api/series").json())
            if (each.path("title").asString().equals("Weirside Talks")) return each;
        throw new AssertionError("no series");
    }

    @Test
    void nothing_is_granted_that_is_not_held() {
        JsonNode view = manager.get("/api/releases/" + release).json();
        String before = Client.cell(view, 0, "territories").path("value").asString();
        manager.write(view, 0, "territories", "worldwide except US");
        try {
            Client.Answer abroad = sending("lumenfold", Map.of("terms", Map.of("price", 400, "territories", "US")));
            assertThat(abroad.problem()).isEqualTo("not-ready");
            assertThat(abroad.json().path("detail").asString()).contains("would include US");
            Client.Answer early = sending("lumenfold", Map.of("terms", Map.of("price", 400, "from", "2026-12-01")));
            assertThat(early.problem()).isEqualTo("not-ready");
            // the servers of the tests live on 23 November 2026
            Client.Answer past = sending("lumenfold", Map.of("sendOn", "2026-11-20"));
            assertThat(past.status()).as(past.text()).isEqualTo(422);
        } finally {
            manager.write(manager.get("/api/releases/" + release).json(), 0, "territories", before);
        }
    }

    @Test
    void a_price_goes_out_in_the_currency_of_the_house_and_none_without_one() {
        assertThat(destination("aldermoor").path("rights").path("prices").toString())
                .isEqualTo("{\"min\":20,\"max\":5000,\"currency\":\"EUR\"}");
        assertThat(destination("lumenfold").path("rights").path("prices").isNull())
                .isTrue();
        Client.Answer unpriced = sending("aldermoor", Map.of("terms", Map.of()));
        assertThat(unpriced.problem()).isEqualTo("not-ready");
        assertThat(unpriced.json().path("detail").asString())
                .contains("Aldermoor Cues needs a price, from 20 to 5000. Enter it.");
        pricesIn("");
        try {
            Client.Answer unnamed = sending("aldermoor", Map.of());
            assertThat(unnamed.problem()).isEqualTo("currency-missing");
            assertThat(destination("aldermoor")
                            .path("rights")
                            .path("prices")
                            .path("currency")
                            .isNull())
                    .isTrue();
        } finally {
            pricesIn("SEK");
        }
        try {
            long id = send("aldermoor");
            JsonNode sealed = delivery("aldermoor", id);
            assertThat(sealed.path("events").path(0).path("says").asString())
                    .startsWith("Sealed: delivery at 400 SEK, ");
            assertThat(manager.get("/api/releases/" + release + "/deliveries/" + id + "/sealed?path=cues.csv")
                            .json()
                            .path("text")
                            .asString())
                    .contains("Price,Currency,Contact")
                    .contains(",400,SEK,");
            await(id, "accepted");
        } finally {
            pricesIn("EUR");
        }
    }

    private static List<String> paths(JsonNode delivery) {
        return delivery.path("contents")
                .valueStream()
                .map(content -> content.path("path").asString())
                .toList();
    }

    @Test
    void a_delivery_of_a_later_day_waits_and_can_be_called_off() {
        long id = sending("ppo", Map.of("sendOn", "2026-12-24"))
                .json()
                .path(0)
                .path("id")
                .asLong();
        assertThat(delivery("ppo", id).path("notBefore").asString()).startsWith("2026-12-24T06:00");
        assertThat(delivery("ppo", id).path("state").asString()).isEqualTo("sealed");
        assertThat(manager.post("/api/releases/" + release + "/deliveries/" + id + "/off", Map.of())
                        .status())
                .isEqualTo(200);
        assertThat(delivery("ppo", id).path("state").asString()).isEqualTo("called off");
        // called off is out of the way
        ended("ppo", send("ppo"), "accepted");
    }

    @Test
    void several_are_sent_in_one_move_and_one_that_cannot_does_not_hold_the_others_back() {
        Client.Answer answer = manager.post(
                "/api/releases/" + release + "/deliveries",
                Map.of(
                        "destinations",
                        List.of("ppo", "commonshelf", "nowhere"),
                        "declaresRights",
                        true,
                        "again",
                        true,
                        "password",
                        RunningServer.PASSWORD));
        assertThat(answer.status()).as(answer.text()).isEqualTo(200);
        for (JsonNode outcome : answer.json())
            if (outcome.path("destination").asString().equals("nowhere"))
                assertThat(outcome.path("problem").asString()).isNotEmpty();
            else
                ended(outcome.path("destination").asString(), outcome.path("id").asLong(), "accepted");
    }

    @Test
    void a_callback_is_believed_only_with_the_signature_of_its_destination() throws Exception {
        String body = "{\"receipt\":\"LF-00001\"}";
        Mac mac = Mac.getInstance("HmacSHA256");
        mac.init(new SecretKeySpec(token("lumenfold").getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
        String right = HexFormat.of().formatHex(mac.doFinal(body.getBytes(StandardCharsets.UTF_8)));
        assertThat(callback("lumenfold", right, body)).isEqualTo(204);
        assertThat(callback("lumenfold", right.replace(right.charAt(0), right.charAt(0) == 'a' ? 'b' : 'a'), body))
                .isEqualTo(403);
        assertThat(callback("ostra", right, body)).isEqualTo(403);
        assertThat(callback("lumenfold", "", body)).isEqualTo(403);
        assertThat(callback("nowhere", right, body)).isEqualTo(403);
    }

    private static int callback(String destination, String signature, String body) {
        return RunningServer.client()
                .send(
                        "POST",
                        "/api/callbacks/" + destination,
                        signature.isEmpty()
                                ? Map.of("Content-Type", "application/json")
                                : Map.of("Content-Type", "application/json", "Signature-SHA256", signature),
                        body.getBytes(StandardCharsets.UTF_8))
                .status();
    }

    @Test
    void a_feed_is_to_be_had_under_its_key_only_and_nothing_else_is_under_it() {
        long id = send("hearthcast");
        ended("hearthcast", id, "accepted");
        String key = call("GET", address("hearthcast") + "/control/state", "")
                .path("taken")
                .valueStream()
                .filter(each -> each.path("receipt")
                        .asString()
                        .equals(delivery("hearthcast", id).path("receipt").asString()))
                .findFirst()
                .orElseThrow()
                .path("key")
                .asString();
        Client nobody = RunningServer.client();
        assertThat(nobody.get("/feeds/" + key + "/feed.xml").text()).contains("<rss");
        assertThat(nobody.get("/feeds/" + key + "/resources/99.mp3").status()).isEqualTo(404);
        assertThat(nobody.get("/feeds/" + key + "/..%2f..%2fsecrets").status()).isGreaterThanOrEqualTo(400);
        assertThat(nobody.get("/feeds/00000000-0000-4000-8000-000000000000/feed.xml")
                        .status())
                .isEqualTo(404);
    }

    @Test
    void an_open_catalogue_is_asked_what_it_holds_that_sounds_the_same() {
        ended("commonshelf", send("commonshelf"), "accepted");
        JsonNode held = manager.get("/api/releases/" + release + "/deliveries/held?destination=commonshelf")
                .json();
        assertThat(held.path(0).path("answer").asString()).contains("Paddle and Sluice");
    }

    @Test
    void no_secret_stands_in_the_database_in_files_in_answers_or_in_exports() throws IOException {
        ended("ppo", send("ppo"), "accepted");
        String seen = manager.get("/api/releases/" + release + "/deliveries").text()
                + manager.get("/api/destinations").text()
                + manager.get("/api/releases/" + release + "/document").text()
                + manager.get("/api/activity").text();
        assertThat(seen).doesNotContain(SECRET);
        Path var = RunningServer.folder();
        try (Stream<Path> files = Files.walk(var)) {
            for (Path file : files.filter(Files::isRegularFile).toList())
                assertThat(new String(Files.readAllBytes(file), StandardCharsets.ISO_8859_1))
                        .as(file.toString())
                        .doesNotContain(SECRET);
        }
        assertThat(RunningServer.everythingStored()).doesNotContain(SECRET);
    }

    @Test
    void a_new_key_seals_all_secrets_and_deliveries_go_on() throws IOException {
        Path key = RunningServer.folder().resolve("secrets/destinations.key");
        byte[] before = Files.readAllBytes(key);
        assertThat(RunningServer.signedIn("assistant")
                        .post("/api/destinations/key", Map.of())
                        .status())
                .isEqualTo(403);
        assertThat(manager.post("/api/destinations/key", Map.of())
                        .json()
                        .path("secrets")
                        .asInt())
                .isGreaterThanOrEqualTo(ALL.size());
        assertThat(Files.readAllBytes(key)).hasSize(32).isNotEqualTo(before);
        ended("ppo", send("ppo"), "accepted");
    }

    @Test
    void two_nodes_on_one_database_send_each_delivery_once() {
        try (var second = RunningServer.secondNode()) {
            assertThat(second.isRunning()).isTrue();
            List<Long> ids = new ArrayList<>();
            for (String each : List.of("lumenfold", "pebblewave", "ostra", "ppo", "commonshelf", "ferrous-lane"))
                ids.add(send(each));
            List<String> of = List.of("lumenfold", "pebblewave", "ostra", "ppo", "commonshelf", "ferrous-lane");
            for (int i = 0; i < of.size(); i++) {
                ended(of.get(i), ids.get(i), "accepted");
                assertThat(held(of.get(i), ids.get(i))).isEqualTo(1);
            }
        }
    }

    @Test
    void metrics_are_for_managers_and_count_the_tries() {
        ended("ppo", send("ppo"), "accepted");
        assertThat(manager.get("/actuator/metrics/entrada.deliveries.tries").text())
                .contains("ppo");
        assertThat(RunningServer.signedIn("reader")
                        .get("/actuator/metrics/entrada.deliveries.tries")
                        .status())
                .isEqualTo(403);
    }
}

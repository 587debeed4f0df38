package app.entrada.standins;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.util.Base64;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.UUID;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;

class FrontDeskTest {
    private static final String MESSAGE = """
            <m><Party><PartyReference>P1</PartyReference></Party>
            <SoundRecording><ResourceReference>A1</ResourceReference><ISRC>XANW92600031</ISRC><DisplayTitleText>%s</DisplayTitleText>
            <DisplayArtist><ArtistPartyReference>%s</ArtistPartyReference></DisplayArtist>
            <File><URI>resources/01.flac</URI><HashSumValue>%s</HashSumValue><FileSize>3</FileSize></File></SoundRecording>
            <Image/><Release><ReleaseReference>R0</ReleaseReference><ICPN>9521234500292</ICPN><DisplayTitleText>Slack Water</DisplayTitleText>
            <GenreText>Rock</GenreText></Release></m>
            """;

    @TempDir
    Path folder;

    private Standins store;
    private final HttpClient http = HttpClient.newHttpClient();

    @BeforeEach
    void open() throws IOException {
        store = new Standins(folder, "token");
        store.start(0);
    }

    @AfterEach
    void close() {
        store.stop();
    }

    private static String hex(byte[] bytes) throws Exception {
        return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    }

    private static byte[] pack(String title, String artist, boolean spoilt) throws Exception {
        Map<String, byte[]> files = new LinkedHashMap<>();
        byte[] sound = "abc".getBytes(UTF_8);
        files.put(
                "data/message.xml", MESSAGE.formatted(title, artist, hex(sound)).getBytes(StandardCharsets.UTF_8));
        files.put("data/resources/01.flac", sound);
        StringBuilder manifest = new StringBuilder();
        for (var file : files.entrySet())
            manifest.append(hex(file.getValue()))
                    .append("  ")
                    .append(file.getKey())
                    .append('\n');
        if (spoilt) files.put("data/resources/01.flac", "abd".getBytes(UTF_8));
        files.put("bagit.txt", "BagIt-Version: 1.0\n".getBytes(UTF_8));
        files.put("manifest-sha256.txt", manifest.toString().getBytes(UTF_8));
        files.put(
                "tagmanifest-sha256.txt",
                (hex(manifest.toString().getBytes(UTF_8)) + "  manifest-sha256.txt\n").getBytes(UTF_8));
        ByteArrayOutputStream out = new ByteArrayOutputStream();
        try (ZipOutputStream zip = new ZipOutputStream(out)) {
            for (var file : files.entrySet()) {
                zip.putNextEntry(new ZipEntry(file.getKey()));
                zip.write(file.getValue());
            }
        }
        return out.toByteArray();
    }

    private HttpResponse<String> send(byte[] zip, String key, String token) throws Exception {
        String digest = Base64.getEncoder()
                .encodeToString(MessageDigest.getInstance("SHA-256").digest(zip));
        return http.send(
                HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + store.port() + "/lumenfold/v1/deliveries"))
                        .header("Authorization", "Bearer lumenfold-" + token)
                        .header("Idempotency-Key", key)
                        .header("Content-Digest", "sha-256=:" + digest + ":")
                        .POST(HttpRequest.BodyPublishers.ofByteArray(zip))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
    }

    private String call(String method, String path, String body) throws Exception {
        return http.send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + store.port() + "/lumenfold" + path))
                                .header("Authorization", "Bearer lumenfold-token")
                                .method(method, HttpRequest.BodyPublishers.ofString(body))
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
    }

    private String reviewed(byte[] zip) throws Exception {
        call("POST", "/control/faults", "{\"kind\":\"review\",\"millis\":0}");
        HttpResponse<String> taken = send(zip, UUID.randomUUID().toString(), "token");
        assertThat(taken.statusCode()).isEqualTo(202);
        return call("GET", "/v1/deliveries/" + taken.body().replaceAll(".*\"receipt\":\"([^\"]+)\".*", "$1"), "");
    }

    @Test
    void a_right_package_is_accepted() throws Exception {
        assertThat(reviewed(pack("Slack Water", "P1", false))).contains("\"status\":\"accepted\"");
    }

    @Test
    void the_same_key_is_taken_once_and_survives_a_restart() throws Exception {
        byte[] zip = pack("Slack Water", "P1", false);
        String key = UUID.randomUUID().toString();
        String receipt = send(zip, key, "token").body();
        assertThat(send(zip, key, "token").body()).isEqualTo(receipt);
        assertThat(send(pack("Low Water", "P1", false), key, "token").statusCode())
                .isEqualTo(422);
        store.stop();
        open();
        assertThat(send(zip, key, "token").body()).isEqualTo(receipt);
        assertThat(call("GET", "/control/state", "")).containsOnlyOnce("\"key\":\"" + key);
    }

    @Test
    void a_wrong_token_a_spoilt_file_a_dead_reference_and_a_feature_in_a_title_are_refused() throws Exception {
        assertThat(send(pack("Slack Water", "P1", false), UUID.randomUUID().toString(), "other")
                        .statusCode())
                .isEqualTo(401);
        assertThat(reviewed(pack("Slack Water", "P1", true))).contains("rejected", "checksum");
        assertThat(reviewed(pack("Slack Water", "P9", false))).contains("rejected", "P9 leads nowhere");
        assertThat(reviewed(pack("Slack Water (feat. Petra Vann)", "P1", false)))
                .contains("rejected", "featured-in-title");
        assertThat(reviewed("no zip".getBytes(UTF_8))).contains("rejected", "no readable ZIP");
    }

    @Test
    void ordered_faults_are_used_up() throws Exception {
        call("POST", "/control/faults", "{\"kind\":\"unavailable\",\"times\":2}");
        byte[] zip = pack("Slack Water", "P1", false);
        String key = UUID.randomUUID().toString();
        assertThat(send(zip, key, "token").statusCode()).isEqualTo(503);
        assertThat(send(zip, key, "token").headers().firstValue("Retry-After")).contains("1");
        assertThat(send(zip, key, "token").statusCode()).isEqualTo(202);
        assertThat(call("POST", "/control/faults", "{\"kind\":\"gremlins\"}")).contains("wanted");
    }

    @Test
    void a_question_that_was_ordered_is_asked_once_and_can_be_answered() throws Exception {
        call(
                "POST",
                "/control/faults",
                "{\"kind\":\"ask\",\"says\":\"Is the silence meant?\",\"track\":1,\"field\":\"track.gap\"}");
        String asked = reviewed(pack("Slack Water", "P1", false));
        assertThat(asked).contains("\"status\":\"questions\"", "Is the silence meant?", "track.gap");
        String receipt = asked.replaceAll(".*\"receipt\":\"([^\"]+)\".*", "$1");
        call("POST", "/v1/deliveries/" + receipt + "/answers", "{\"text\":\"It is.\"}");
        assertThat(call("GET", "/v1/deliveries/" + receipt, "")).contains("\"status\":\"accepted\"");
        assertThat(reviewed(pack("Low Water", "P1", false))).contains("\"status\":\"accepted\"");
    }

    @Test
    void whoever_looks_long_has_begun_to_look_after_a_few_seconds() {
        long ninetyDays = 90L * 24 * 60 * 60 * 1000;
        Taken taken = new Taken(
                "LF-00001",
                "",
                "",
                "",
                "",
                false,
                1_000,
                ninetyDays,
                false,
                List.of(),
                List.of(),
                Map.of(),
                Map.of(),
                0,
                "");
        assertThat(taken.status(1_000 + 4_000)).isEqualTo("received");
        assertThat(taken.status(1_000 + 6_000)).isEqualTo("in_review");
        assertThat(taken.status(1_000 + ninetyDays - 1)).isEqualTo("in_review");
        assertThat(taken.status(1_000 + ninetyDays)).isEqualTo("accepted");
    }

    @Test
    void after_an_order_it_takes_its_usual_time_again() throws Exception {
        call("POST", "/control/faults", "{\"kind\":\"review\",\"millis\":0}");
        call("POST", "/control/faults", "{\"kind\":\"usual\"}");
        String taken = send(pack("Slack Water", "P1", false), UUID.randomUUID().toString(), "token")
                .body();
        String receipt = taken.replaceAll(".*\"receipt\":\"([^\"]+)\".*", "$1");
        assertThat(call("GET", "/v1/deliveries/" + receipt, "")).doesNotContain("accepted");
    }
}

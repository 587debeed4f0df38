package app.entrada.server.deliveries;

import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.connections.OutsideAddress;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.BooleanSupplier;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Speaks with destinations over HTTP. Redirects are not followed: what is sent goes to the address that was entered, or nowhere.
 */
@Component
class DestinationClient {
    private static final Duration CONNECT = Duration.ofSeconds(10);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(10);
    private static final int LARGEST_ANSWER = 1 << 20;
    private static final int LARGEST_DOCUMENT = 16 << 20;
    private static final int MOST_REASONS = 500;
    private static final int MOST_DOCUMENTS = 50;
    private static final int LONGEST_SENTENCE = 2000;

    private final BoundedExchange exchange = new BoundedExchange(HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(CONNECT)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build());
    private final JsonMapper json;

    DestinationClient(JsonMapper json) {
        this.json = json;
    }

    /**
     * Where a destination is, and how we sign in.
     *
     * @param callback where it may tell us that there is news; empty for nowhere
     * @param calledOff whether somebody has ended this while it is under way
     */
    record Reach(URI address, boolean ownNetwork, String token, String callback, BooleanSupplier calledOff) {
        URI at(String path) {
            String base = address.toString();
            return URI.create((base.endsWith("/") ? base.substring(0, base.length() - 1) : base) + path);
        }
    }

    /** What it objects to or asks, at the place that it names. */
    record Reason(String code, String says, int track, String field) {}

    /**
     * What a destination said.
     *
     * @param status HTTP status
     * @param receipt its number for the delivery, empty when it gave none
     * @param state its word for how the delivery stands, empty when it said none
     * @param documents names of what came back with the answer
     * @param pause how long it asks to wait before the next try
     */
    record DestinationAnswer(
            int status,
            String receipt,
            String state,
            List<Reason> reasons,
            List<String> documents,
            Optional<Duration> pause) {
        boolean tryAgain() {
            return status == 429 || status >= 500 || status == 408;
        }
    }

    DestinationAnswer postPackage(Reach reach, String key, Path zip, String sha256) throws IOException {
        String digest = Base64.getEncoder().encodeToString(HexFormat.of().parseHex(sha256));
        return exchange(
                reach,
                request(reach, "/v1/deliveries")
                        .header("Content-Type", "application/zip")
                        .header("Idempotency-Key", key)
                        .header("Content-Digest", "sha-256=:" + digest + ":"),
                "POST",
                HttpRequest.BodyPublishers.ofFile(zip));
    }

    /** Puts a file under its checksum. */
    DestinationAnswer upload(Reach reach, Path file, String sha256) throws IOException {
        return exchange(
                reach,
                request(reach, "/v1/uploads/" + sha256).header("Content-Type", "application/octet-stream"),
                "PUT",
                HttpRequest.BodyPublishers.ofFile(file));
    }

    DestinationAnswer postJson(Reach reach, String path, String key, String body) throws IOException {
        return exchange(
                reach,
                request(reach, path).header("Content-Type", "application/json").header("Idempotency-Key", key),
                "POST",
                HttpRequest.BodyPublishers.ofString(body, StandardCharsets.UTF_8));
    }

    /** Answers what somebody there wanted to know. */
    @For(Role.MANAGER)
    DestinationAnswer reply(Reach reach, String receipt, String text) throws IOException {
        return exchange(
                reach,
                request(reach, "/v1/deliveries/" + receipt + "/answers").header("Content-Type", "application/json"),
                "POST",
                HttpRequest.BodyPublishers.ofString(
                        json.writeValueAsString(Map.of("text", text)), StandardCharsets.UTF_8));
    }

    DestinationAnswer ask(Reach reach, String receipt) throws IOException {
        return exchange(reach, request(reach, "/v1/deliveries/" + receipt), "GET", null);
    }

    /** A document that came back with an answer. */
    String document(Reach reach, String receipt, String name) throws IOException {
        HttpResponse<byte[]> response = exchange.send(
                request(reach, "/v1/deliveries/" + receipt + "/documents/" + name),
                "GET",
                null,
                LARGEST_DOCUMENT,
                reach.calledOff());
        if (response.statusCode() != 200)
            throw new IOException(
                    "the document %s could not be downloaded (%d)".formatted(name, response.statusCode()));
        return storable(new String(response.body(), StandardCharsets.UTF_8));
    }

    /** Asks an open catalogue what it holds that sounds like this. */
    String lookUp(Reach reach, String body) throws IOException {
        HttpResponse<byte[]> response = exchange.send(
                request(reach, "/v1/lookup").header("Content-Type", "application/json"),
                "POST",
                HttpRequest.BodyPublishers.ofString(body, StandardCharsets.UTF_8),
                LARGEST_ANSWER,
                reach.calledOff());
        if (response.statusCode() != 200) throw new IOException("the look-up answered " + response.statusCode());
        return new String(response.body(), StandardCharsets.UTF_8);
    }

    private static HttpRequest.Builder request(Reach reach, String path) throws IOException {
        // the name may lead elsewhere than on the day when it was entered
        String objection = OutsideAddress.objectionTo(reach.address(), reach.ownNetwork());
        if (objection != null) throw new IOException(objection);
        HttpRequest.Builder request =
                HttpRequest.newBuilder(reach.at(path)).header("Authorization", "Bearer " + reach.token());
        return reach.callback().isEmpty() ? request : request.header("Callback", reach.callback());
    }

    /** What came from outside, as the database can hold it. */
    private static String storable(String text) {
        return text.replace('\u0000', '\ufffd').replaceAll("\\p{Cs}", "\ufffd");
    }

    /** A sentence of theirs: one line, of bounded length. */
    private static String sentence(String text) {
        String plain = storable(text).replaceAll("[\\p{Cntrl}\\s]+", " ").strip();
        return plain.length() <= LONGEST_SENTENCE ? plain : plain.substring(0, LONGEST_SENTENCE) + "…";
    }

    private DestinationAnswer exchange(
            Reach reach, HttpRequest.Builder request, String method, HttpRequest.@Nullable BodyPublisher sent)
            throws IOException {
        HttpResponse<byte[]> response = exchange.send(request, method, sent, LARGEST_ANSWER, reach.calledOff());
        JsonNode body;
        try {
            body = json.readTree(response.body());
        } catch (JacksonException notJson) {
            body = json.createObjectNode();
        }
        List<Reason> reasons = new ArrayList<>();
        for (JsonNode reason : body.path("reasons")) {
            if (reasons.size() == MOST_REASONS) break;
            String where = sentence(reason.path("where").asString(""));
            String field = sentence(reason.path("field").asString(""));
            reasons.add(new Reason(
                    sentence(reason.path("code").asString("other")),
                    sentence(reason.path("says").asString(""))
                            + (where.isEmpty() || !field.isEmpty() ? "" : " (" + where + ")"),
                    Math.max(0, reason.path("track").asInt(0)),
                    field));
        }
        List<String> documents = new ArrayList<>();
        for (JsonNode name : body.path("documents"))
            // a name becomes part of an address: nothing but plain ones is asked for
            if (documents.size() < MOST_DOCUMENTS && name.asString("").matches("[A-Za-z0-9._-]{1,80}"))
                documents.add(name.asString());
        Optional<Duration> pause = response.headers()
                .firstValue("Retry-After")
                .filter(seconds -> seconds.matches("\\d{1,6}"))
                .map(seconds -> Duration.ofSeconds(Long.parseLong(seconds)))
                .map(asked -> asked.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : asked);
        String receipt = body.path("receipt").asString("");
        // A receipt becomes part of an address later; nothing but a plain number or word is taken for one.
        return new DestinationAnswer(
                response.statusCode(),
                receipt.matches("[A-Za-z0-9-]{1,64}") ? receipt : "",
                body.path("status").asString(""),
                reasons,
                documents,
                pause);
    }
}

package app.entrada.server.deliveries;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Component;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Speaks with a store over HTTP. Redirects are not followed: a package goes to the address that was entered, or nowhere. */
@Component
class StoreClient {
    private static final Duration CONNECT = Duration.ofSeconds(10);
    private static final Duration ANSWER = Duration.ofMinutes(10);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(10);

    private final HttpClient http = HttpClient.newBuilder()
            .version(HttpClient.Version.HTTP_1_1)
            .connectTimeout(CONNECT)
            .followRedirects(HttpClient.Redirect.NEVER)
            .build();
    private final JsonMapper json;

    StoreClient(JsonMapper json) {
        this.json = json;
    }

    /**
     * What a store said.
     *
     * @param status HTTP status
     * @param receipt its number for the delivery, empty when it gave none
     * @param state {@code received}, {@code in_review}, {@code accepted}, {@code rejected} or empty
     * @param reasons in sentences
     * @param pause how long it asks to wait before the next try
     */
    record Answer(int status, String receipt, String state, List<String> reasons, Optional<Duration> pause) {
        boolean tryAgain() {
            return status == 429 || status >= 500 || status == 408;
        }
    }

    Answer hand(URI store, String token, String key, Path zip, String sha256) throws IOException {
        String digest = Base64.getEncoder().encodeToString(HexFormat.of().parseHex(sha256));
        return exchange(request(store.resolve("/v1/deliveries"), token)
                .header("Content-Type", "application/zip")
                .header("Idempotency-Key", key)
                .header("Content-Digest", "sha-256=:" + digest + ":")
                .POST(HttpRequest.BodyPublishers.ofFile(zip))
                .build());
    }

    Answer ask(URI store, String token, String receipt) throws IOException {
        return exchange(
                request(store.resolve("/v1/deliveries/" + receipt), token).GET().build());
    }

    private static HttpRequest.Builder request(URI address, String token) {
        return HttpRequest.newBuilder(address).timeout(ANSWER).header("Authorization", "Bearer " + token);
    }

    private Answer exchange(HttpRequest request) throws IOException {
        try {
            HttpResponse<byte[]> response = http.send(request, HttpResponse.BodyHandlers.ofByteArray());
            return answer(response);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IOException("the sending was stopped", stopped);
        }
    }

    private Answer answer(HttpResponse<byte[]> response) {
        JsonNode body;
        try {
            body = json.readTree(response.body());
        } catch (JacksonException notJson) {
            body = json.createObjectNode();
        }
        List<String> reasons = new ArrayList<>();
        for (JsonNode reason : body.path("reasons")) {
            String where = reason.path("where").asString("");
            reasons.add(reason.path("says").asString("") + (where.isEmpty() ? "" : " (" + where + ")"));
        }
        Optional<Duration> pause = response.headers()
                .firstValue("Retry-After")
                .filter(seconds -> seconds.matches("\\d{1,6}"))
                .map(seconds -> Duration.ofSeconds(Long.parseLong(seconds)))
                .map(asked -> asked.compareTo(LONGEST_PAUSE) > 0 ? LONGEST_PAUSE : asked);
        String receipt = body.path("receipt").asString("");
        // A receipt becomes part of an address later; nothing but a plain number or word is taken for one.
        return new Answer(
                response.statusCode(),
                receipt.matches("[A-Za-z0-9-]{1,64}") ? receipt : "",
                body.path("status").asString(""),
                reasons,
                pause);
    }
}

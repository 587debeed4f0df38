package app.entrada.bench;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.net.http.HttpTimeoutException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Locale;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Somebody who is signed in at an installation's desk, or about to be. */
final class Person {
    private static final Duration LONGEST = Duration.ofSeconds(20);
    private static final JsonMapper JSON = new JsonMapper();

    /** File that says on which port the server listens; it may be another one after each start. */
    private final Path port;

    private final CookieManager cookies = new CookieManager();
    private final HttpClient http = HttpClient.newBuilder()
            .cookieHandler(cookies)
            .connectTimeout(Duration.ofSeconds(5))
            .build();

    private Map<String, String> next = Map.of();

    Person(Path port) {
        this.port = port;
    }

    /** Signs in. */
    void signIn(String name, String password) throws IOException, InterruptedException {
        get("/api/session");
        if (send("POST", "/api/session", Map.of("name", name, "password", password))
                        .statusCode()
                != 200) throw new IOException("not signed in");
        get("/api/session");
    }

    /** Headers of one's own for the next request. */
    Person with(Map<String, String> headers) {
        next = headers;
        return this;
    }

    HttpResponse<String> get(String path) throws IOException, InterruptedException {
        return send("GET", path, null);
    }

    JsonNode json(String method, String path, Object body) throws IOException, InterruptedException {
        HttpResponse<String> answer = send(method, path, body);
        if (answer.statusCode() != 200)
            throw new IOException("%s %s: %d %s".formatted(method, path, answer.statusCode(), answer.body()));
        return JSON.readTree(answer.body());
    }

    HttpResponse<String> send(String method, String path, Object body) throws IOException, InterruptedException {
        return answered(method, path, body, HttpResponse.BodyHandlers.ofString());
    }

    HttpResponse<byte[]> bytes(String path) throws IOException, InterruptedException {
        return answered("GET", path, null, HttpResponse.BodyHandlers.ofByteArray());
    }

    private <T> HttpResponse<T> answered(String method, String path, Object body, HttpResponse.BodyHandler<T> as)
            throws IOException, InterruptedException {
        try {
            return http.send(request(method, path, body), as);
        } catch (HttpTimeoutException none) {
            throw new IOException("%s %s: no answer within %d s".formatted(method, path, LONGEST.toSeconds()), none);
        }
    }

    private HttpRequest request(String method, String path, Object body) throws IOException {
        String port = Files.readString(this.port).strip();
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create("http://127.0.0.1:" + port + path))
                .timeout(LONGEST);
        for (HttpCookie cookie : cookies.getCookieStore().getCookies())
            if (cookie.getName().toUpperCase(Locale.ROOT).equals("XSRF-TOKEN"))
                request.header("X-XSRF-TOKEN", cookie.getValue());
        Map<String, String> own = next;
        next = Map.of();
        own.forEach(request::header);
        if (body == null)
            return request.method(method, HttpRequest.BodyPublishers.noBody()).build();
        if (body instanceof byte[] file)
            return (own.containsKey("Content-Type")
                            ? request
                            : request.header("Content-Type", "application/octet-stream"))
                    .method(method, HttpRequest.BodyPublishers.ofByteArray(file))
                    .build();
        return request.header("Content-Type", "application/json")
                .method(
                        method,
                        HttpRequest.BodyPublishers.ofString(JSON.writeValueAsString(body), StandardCharsets.UTF_8))
                .build();
    }
}

package app.entrada.server;

import java.io.IOException;
import java.net.CookieManager;
import java.net.HttpCookie;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Speaks HTTP with the server as a page does. */
public final class Client {
    private static final JsonMapper JSON = new JsonMapper();

    private final CookieManager cookies;
    private final HttpClient http;
    private final String root;
    private boolean withToken = true;

    Client(int port) {
        this(port, new CookieManager());
    }

    private Client(int port, CookieManager cookies) {
        this.cookies = cookies;
        http = HttpClient.newBuilder().cookieHandler(cookies).build();
        root = "http://127.0.0.1:" + port;
    }

    /** The same person, with the same session, at another server. */
    public Client at(ServerProcess other) {
        return new Client(other.port(), cookies);
    }

    /** An answer: status, text, headers. */
    public record Answer(int status, String text, Map<String, List<String>> headers) {
        public JsonNode json() {
            return JSON.readTree(text);
        }

        public String problem() {
            return json().path("type").asString("").replace("urn:entrada:problem:", "");
        }
    }

    /** The same person without the token against cross-site forgery. */
    public Client withoutToken() {
        withToken = false;
        return this;
    }

    public Answer signIn(String name, String password) {
        get("/api/session");
        Answer answer = post("/api/session", Map.of("name", name, "password", password));
        get("/api/session");
        return answer;
    }

    public Answer get(String path) {
        return send(request(path).GET());
    }

    /** Sends; where the answer is how a release became different, gives the whole view that it leads to. */
    public Answer post(String path, Object body) {
        Answer answer = postPlainly(path, body);
        if (answer.status() != 200 || !answer.text().contains("\"went\":")) return answer;
        return get("/api/releases/" + id(answer.json()));
    }

    /** Sends, and gives the answer as it came. */
    public Answer postPlainly(String path, Object body) {
        return json("POST", path, body);
    }

    public Answer put(String path, Object body) {
        return json("PUT", path, body);
    }

    public Answer delete(String path) {
        return send(request(path).DELETE());
    }

    private Answer json(String method, String path, Object body) {
        String text = body instanceof String raw ? raw : JSON.writeValueAsString(body);
        return send(request(path)
                .header("Content-Type", "application/json")
                .method(method, HttpRequest.BodyPublishers.ofString(text)));
    }

    public Answer upload(String path, byte[] file) {
        return send(request(path)
                .header("Content-Type", "application/octet-stream")
                .POST(HttpRequest.BodyPublishers.ofByteArray(file)));
    }

    /** A download, byte for byte. */
    public byte[] bytes(String path) {
        return bytes(path, Map.of());
    }

    /** A download with headers of one's own, byte for byte. */
    public byte[] bytes(String path, Map<String, String> headers) {
        HttpRequest.Builder request = request(path).GET();
        headers.forEach(request::header);
        return send(request, HttpResponse.BodyHandlers.ofByteArray()).body();
    }

    /** An answer as it comes, for streams that do not end by themselves. */
    public java.io.InputStream stream(String path) {
        return send(request(path).GET(), HttpResponse.BodyHandlers.ofInputStream())
                .body();
    }

    /** Any method with headers of one's own, as the upload protocol has them. */
    public Answer send(String method, String path, Map<String, String> headers, byte[] body) {
        HttpRequest.Builder request = request(path).method(method, HttpRequest.BodyPublishers.ofByteArray(body));
        headers.forEach(request::header);
        return send(request);
    }

    private HttpRequest.Builder request(String path) {
        HttpRequest.Builder request = HttpRequest.newBuilder(URI.create(root + path));
        for (HttpCookie cookie : cookies.getCookieStore().getCookies())
            if (withToken && cookie.getName().equals("XSRF-TOKEN")) request.header("X-XSRF-TOKEN", cookie.getValue());
        return request;
    }

    private Answer send(HttpRequest.Builder request) {
        HttpResponse<String> response = send(request, HttpResponse.BodyHandlers.ofString());
        return new Answer(
                response.statusCode(), response.body(), response.headers().map());
    }

    private <T> HttpResponse<T> send(HttpRequest.Builder request, HttpResponse.BodyHandler<T> read) {
        try {
            return http.send(request.build(), read);
        } catch (IOException failed) {
            throw new IllegalStateException(failed);
        } catch (InterruptedException stopped) {
            Thread.currentThread().interrupt();
            throw new IllegalStateException(stopped);
        }
    }

    // ---- what tests do again and again

    /** A new release with the label's next codes; its view. */
    public JsonNode begin(String kind, String title) {
        return post("/api/releases/" + id(draft(kind, title)) + "/codes/missing", Map.of())
                .json();
    }

    /** A new release as it begins, without codes; its view. */
    public JsonNode draft(String kind, String title) {
        return post("/api/releases", Map.of("kind", kind, "title", title)).json();
    }

    /** What stands in a cell of a view; missing when it is empty. */
    public static JsonNode cell(JsonNode view, int row, String key) {
        return view.path("rows").path(row).path("cells").path(key);
    }

    /** Where a fact of a row of a view stands: entity, target and field, as a change names them. */
    public static Map<String, Object> place(JsonNode view, int row, String key) {
        for (JsonNode column : view.path("columns"))
            if (column.path("key").asString().equals(key)) {
                String entity = row == 0 ? "release" : column.path("entity").asString();
                return Map.of(
                        "entity",
                        entity,
                        "target",
                        row == 0
                                ? id(view)
                                : view.path("rows")
                                        .path(row)
                                        .path(entity + "Id")
                                        .asLong(),
                        "field",
                        entity + "." + key);
            }
        throw new IllegalArgumentException("no column " + key);
    }

    /** Id of what a fact of a row of a view belongs to. */
    public static long target(JsonNode view, int row, String key) {
        return (Long) place(view, row, key).get("target");
    }

    /** Writes one cell of a view, seen as the view shows it. */
    public Answer write(JsonNode view, int row, String key, String after) {
        Map<String, Object> change = new java.util.HashMap<>(place(view, row, key));
        change.put("before", cell(view, row, key).path("value").asString(null));
        change.put("after", after);
        return post(
                "/api/releases/" + id(view) + "/changes",
                Map.of("says", key, "source", "typed", "changes", List.of(change)));
    }

    /** Says where a release is to go that said nothing of it yet. */
    public Answer destinations(long release, String named) {
        return meant(release, "release.destinations", null, named);
    }

    /** Writes a fact of a release that says where it is meant to go. */
    public Answer meant(long release, String field, String before, String after) {
        Map<String, Object> change = new java.util.HashMap<>();
        change.put("entity", "release");
        change.put("target", release);
        change.put("field", field);
        change.put("before", before);
        change.put("after", after);
        return post(
                "/api/releases/" + release + "/changes",
                Map.of("says", field, "source", "typed", "changes", List.of(change)));
    }

    public static long id(JsonNode view) {
        return view.path("head").path("id").asLong();
    }
}

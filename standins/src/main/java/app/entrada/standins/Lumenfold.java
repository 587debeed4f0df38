package app.entrada.standins;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.Base64;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * Lumenfold, an invented streaming store: takes packages over HTTP with a token and an idempotency key, gives a receipt,
 * reviews after a while, answers. Its state outlives it. Misbehaviour can be ordered on its control page.
 */
public final class Lumenfold {
    private static final long LARGEST = 8L << 30;
    private static final long REVIEW_MILLIS = 4_000;

    private final Path folder;
    private final String token;
    private final JsonMapper json = new JsonMapper();
    private final Faults faults = new Faults(REVIEW_MILLIS);
    /** By idempotency key. */
    private final Map<String, Taken> taken = new LinkedHashMap<>();

    private HttpServer server;
    private ExecutorService threads;
    private int tries;

    /**
     * A delivery it has.
     *
     * @param takenAt milliseconds since 1970
     * @param forced whether a rejection was ordered
     */
    public record Taken(
            String receipt,
            String key,
            String sha256,
            String title,
            String barcode,
            long takenAt,
            long reviewMillis,
            boolean forced,
            List<Map<String, String>> reasons) {}

    /**
     * @param folder for its state
     * @param token what senders must show
     */
    public Lumenfold(Path folder, String token) throws IOException {
        this.folder = folder;
        this.token = token;
        Files.createDirectories(folder);
        Path state = folder.resolve("taken.json");
        if (Files.exists(state)) {
            List<Taken> old = json.readValue(Files.readAllBytes(state), new TypeReference<>() {});
            old.forEach(each -> taken.put(each.key, each));
        }
    }

    /** Listens on loopback; port 0 takes any free one. */
    public void start(int port) throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), port), 16);
        threads = Executors.newFixedThreadPool(8);
        server.setExecutor(threads);
        server.createContext("/v1/deliveries", this::guarded);
        server.createContext("/control", this::control);
        server.start();
    }

    /** The port it listens on. */
    public int port() {
        return server.getAddress().getPort();
    }

    /** Ends it; what it has is kept. */
    public void stop() {
        server.stop(0);
        threads.shutdownNow();
    }

    private void guarded(HttpExchange exchange) throws IOException {
        try (exchange) {
            String shown = String.valueOf(exchange.getRequestHeaders().getFirst("Authorization"));
            byte[] wanted = ("Bearer " + token).getBytes(StandardCharsets.UTF_8);
            if (!MessageDigest.isEqual(wanted, shown.getBytes(StandardCharsets.UTF_8))) {
                answer(exchange, 401, Map.of("reasons", List.of(reason("token", "The token is not known.", ""))));
                return;
            }
            String path = exchange.getRequestURI().getPath();
            if (exchange.getRequestMethod().equals("POST") && path.equals("/v1/deliveries")) take(exchange);
            else if (exchange.getRequestMethod().equals("GET") && path.startsWith("/v1/deliveries/"))
                status(exchange, path.substring("/v1/deliveries/".length()));
            else answer(exchange, 404, Map.of());
        }
    }

    private void take(HttpExchange exchange) throws IOException {
        Faults.Kind fault;
        synchronized (this) {
            tries++;
            fault = faults.door();
        }
        if (fault == Faults.Kind.UNAVAILABLE) {
            exchange.getResponseHeaders().set("Retry-After", "1");
            answer(exchange, 503, Map.of("reasons", List.of(reason("unavailable", "Come back later.", ""))));
            return;
        }
        if (fault == Faults.Kind.DROP_BEFORE) {
            exchange.getRequestBody().readNBytes(1024);
            exchange.close();
            return;
        }
        String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
        String digest = exchange.getRequestHeaders().getFirst("Content-Digest");
        if (key == null || !key.matches("[0-9a-f-]{36}") || digest == null) {
            answer(
                    exchange,
                    400,
                    Map.of(
                            "reasons",
                            List.of(reason("headers", "Idempotency-Key and Content-Digest are wanted.", ""))));
            return;
        }
        Path part = Files.createTempFile(folder, "package", ".part");
        try {
            String sum = receive(exchange, part);
            if (fault == Faults.Kind.DELAY) sleep(faults.delayMillis());
            if (!digest.equals("sha-256=:" + sum + ":")) {
                answer(
                        exchange,
                        400,
                        Map.of(
                                "reasons",
                                List.of(reason("digest", "The package differs from its Content-Digest.", ""))));
                return;
            }
            Taken kept = keep(key, sum, part);
            if (fault == Faults.Kind.DROP_AFTER) {
                exchange.close();
                return;
            }
            if (!kept.sha256.equals(sum))
                answer(
                        exchange,
                        422,
                        Map.of("reasons", List.of(reason("key", "This key was used for another package.", ""))));
            else answer(exchange, 202, Map.of("receipt", kept.receipt, "status", "received"));
        } finally {
            Files.deleteIfExists(part);
        }
    }

    private String receive(HttpExchange exchange, Path part) throws IOException {
        MessageDigest digest;
        try {
            digest = MessageDigest.getInstance("SHA-256");
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
        long bytes = 0;
        byte[] buffer = new byte[1 << 16];
        try (InputStream in = exchange.getRequestBody();
                OutputStream out = Files.newOutputStream(part)) {
            for (int read; (read = in.read(buffer)) > 0; ) {
                bytes += read;
                if (bytes > LARGEST) throw new IOException("too large");
                digest.update(buffer, 0, read);
                out.write(buffer, 0, read);
            }
        }
        return Base64.getEncoder().encodeToString(digest.digest());
    }

    /** Keeps a package once a key; the same key again gives the same receipt. */
    private synchronized Taken keep(String key, String sum, Path part) throws IOException {
        Taken known = taken.get(key);
        if (known != null) return known;
        PackageReading reading = PackageReading.of(part);
        List<Map<String, String>> reasons = new ArrayList<>();
        reading.reasons().forEach(each -> reasons.add(reason(each.code(), each.says(), each.where())));
        Taken fresh = new Taken(
                "LF-%05d".formatted(taken.size() + 1),
                key,
                sum,
                reading.title(),
                reading.barcode(),
                System.currentTimeMillis(),
                faults.reviewMillis(),
                faults.rejectsReview(),
                reasons);
        taken.put(key, fresh);
        Path part2 = Files.createTempFile(folder, "taken", ".part");
        Files.write(part2, json.writeValueAsBytes(List.copyOf(taken.values())));
        Files.move(
                part2,
                folder.resolve("taken.json"),
                StandardCopyOption.ATOMIC_MOVE,
                StandardCopyOption.REPLACE_EXISTING);
        return fresh;
    }

    private void status(HttpExchange exchange, String receipt) throws IOException {
        Taken found;
        synchronized (this) {
            found = taken.values().stream()
                    .filter(each -> each.receipt.equals(receipt))
                    .findFirst()
                    .orElse(null);
        }
        if (found == null) {
            answer(exchange, 404, Map.of());
            return;
        }
        long passed = System.currentTimeMillis() - found.takenAt;
        List<Map<String, String>> reasons = new ArrayList<>(found.reasons);
        if (found.forced) reasons.add(reason("editor", "Our editors found the cover too dark.", "cover"));
        String status = passed < found.reviewMillis / 4
                ? "received"
                : passed < found.reviewMillis ? "in_review" : reasons.isEmpty() ? "accepted" : "rejected";
        answer(
                exchange,
                200,
                Map.of(
                        "receipt",
                        receipt,
                        "status",
                        status,
                        "reasons",
                        status.equals("rejected") ? reasons : List.of()));
    }

    private void control(HttpExchange exchange) throws IOException {
        try (exchange) {
            String path = exchange.getRequestURI().getPath();
            if (exchange.getRequestMethod().equals("POST") && path.equals("/control/faults")) {
                Map<String, Object> order;
                try (InputStream in = exchange.getRequestBody()) {
                    order = json.readValue(in.readNBytes(4096), new TypeReference<>() {});
                    faults.order(
                            String.valueOf(order.get("kind")),
                            ((Number) order.getOrDefault("times", 1)).intValue(),
                            ((Number) order.getOrDefault("millis", 0)).longValue());
                } catch (RuntimeException wrong) {
                    answer(
                            exchange,
                            400,
                            Map.of(
                                    "wanted",
                                    "{kind: unavailable | drop-before | drop-after | delay | reject | review | none, times, millis}"));
                    return;
                }
                answer(exchange, 200, Map.of("waiting", faults.waiting()));
            } else if (path.equals("/control/state")) {
                synchronized (this) {
                    answer(
                            exchange,
                            200,
                            Map.of("tries", tries, "taken", List.copyOf(taken.values()), "waiting", faults.waiting()));
                }
            } else page(exchange);
        }
    }

    private void page(HttpExchange exchange) throws IOException {
        String html;
        try (InputStream in = Lumenfold.class.getResourceAsStream("control.html")) {
            html = new String(in.readAllBytes(), StandardCharsets.UTF_8);
        }
        exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
        byte[] bytes = html.getBytes(StandardCharsets.UTF_8);
        exchange.sendResponseHeaders(200, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    private static Map<String, String> reason(String code, String says, String where) {
        return Map.of("code", code, "says", says, "where", where);
    }

    private static void sleep(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException ended) {
            Thread.currentThread().interrupt();
        }
    }

    private void answer(HttpExchange exchange, int status, Object body) throws IOException {
        byte[] bytes = json.writeValueAsBytes(body);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }
}

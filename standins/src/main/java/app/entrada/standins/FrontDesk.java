package app.entrada.standins;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.security.GeneralSecurityException;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HexFormat;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Executors;
import java.util.concurrent.ScheduledExecutorService;
import java.util.concurrent.ScheduledFuture;
import java.util.concurrent.TimeUnit;
import javax.crypto.Mac;
import javax.crypto.spec.SecretKeySpec;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.json.JsonMapper;

/**
 * The reception of a simulated destination: takes deliveries with a token and an idempotency key, gives a receipt, lets its
 * {@link Kind} read them, answers after a while, calls back where it was asked to. Its state outlives it. Misbehaviour can be
 * ordered on its control page.
 */
public final class FrontDesk {
    private static final long LARGEST = 8L << 30;

    private final Path folder;
    private final String token;
    private final Kind kind;
    private final JsonMapper json = new JsonMapper();
    private final Faults faults;
    private final ScheduledExecutorService clock = Executors.newSingleThreadScheduledExecutor(work -> {
        Thread thread = new Thread(work, "callbacks");
        thread.setDaemon(true);
        return thread;
    });
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5)).build();
    /** By idempotency key. */
    private final Map<String, Taken> taken = new LinkedHashMap<>();

    private int tries;

    FrontDesk(Kind kind, Path folder, String token) throws IOException {
        this.kind = kind;
        this.folder = folder;
        this.token = token;
        this.faults = new Faults(kind.reviewMillis());
        Files.createDirectories(folder);
        Path state = folder.resolve("taken.json");
        if (Files.exists(state)) {
            List<Taken> old = json.readValue(Files.readAllBytes(state), new TypeReference<>() {});
            old.forEach(each -> taken.put(each.key(), each));
        }
    }

    Path folder() {
        return folder;
    }

    /** Answers a request; {@code path} is what stands behind the destination's own address. */
    void answer(HttpExchange exchange, String path) throws IOException {
        if (path.startsWith("/control")) {
            control(exchange, path);
            return;
        }
        String shown = String.valueOf(exchange.getRequestHeaders().getFirst("Authorization"));
        byte[] wanted = ("Bearer " + token).getBytes(StandardCharsets.UTF_8);
        if (!MessageDigest.isEqual(wanted, shown.getBytes(StandardCharsets.UTF_8))) {
            refuse(exchange, 401, "token", "The token is not known.");
            return;
        }
        String method = exchange.getRequestMethod();
        if (kind.answers(this, exchange, path)) return;
        if (method.equals("POST") && path.equals("/v1/deliveries")) take(exchange);
        else if (method.equals("GET") && path.startsWith("/v1/deliveries/")) asked(exchange, path);
        else if (method.equals("POST") && path.matches("/v1/deliveries/[A-Za-z0-9-]+/answers"))
            answered(exchange, path);
        else say(exchange, 404, Map.of());
    }

    /** A misbehaviour at the door, carried out; false when the request is to be served. */
    boolean misbehaves(HttpExchange exchange, Faults.FaultKind fault) throws IOException {
        if (fault == null) return false;
        // an answer before the body is read would look like a broken connection to who is still sending
        if (List.of(Faults.FaultKind.UNAVAILABLE, Faults.FaultKind.BUSY, Faults.FaultKind.EXPIRED)
                .contains(fault)) exchange.getRequestBody().transferTo(OutputStream.nullOutputStream());
        switch (fault) {
            case UNAVAILABLE -> {
                exchange.getResponseHeaders().set("Retry-After", "1");
                refuse(exchange, 503, "unavailable", "Come back later.");
            }
            case BUSY -> {
                exchange.getResponseHeaders().set("Retry-After", "1");
                refuse(exchange, 429, "busy", "Too many deliveries at once.");
            }
            case EXPIRED -> refuse(exchange, 401, "token", "The token has run out.");
            case DROP_BEFORE -> {
                exchange.getRequestBody().readNBytes(1024);
                exchange.close();
            }
            default -> {
                return false;
            }
        }
        return true;
    }

    Faults.FaultKind door() {
        synchronized (this) {
            tries++;
        }
        return faults.door();
    }

    private void take(HttpExchange exchange) throws IOException {
        Faults.FaultKind fault = door();
        if (misbehaves(exchange, fault)) return;
        String key = exchange.getRequestHeaders().getFirst("Idempotency-Key");
        String digest = exchange.getRequestHeaders().getFirst("Content-Digest");
        if (key == null || !key.matches("[0-9a-f-]{36}") || digest == null) {
            refuse(exchange, 400, "headers", "Idempotency-Key and Content-Digest are wanted.");
            return;
        }
        Path part = Files.createTempFile(folder, "package", ".part");
        try {
            byte[] sum = receive(exchange, part);
            if (fault == Faults.FaultKind.DELAY) sleep(faults.delayMillis());
            if (!digest.equals("sha-256=:" + Base64.getEncoder().encodeToString(sum) + ":")) {
                refuse(exchange, 400, "digest", "The package differs from its Content-Digest.");
                return;
            }
            String hex = HexFormat.of().formatHex(sum);
            Taken kept = keep(key, hex, callback(exchange), () -> {
                try (Bagged bag = Bagged.open(part)) {
                    Verdict verdict = bag.faults().reasons().isEmpty() ? kind.read(bag, accepted()) : bag.faults();
                    return new Read(verdict, bag.sums());
                }
            });
            if (fault == Faults.FaultKind.DROP_AFTER) {
                exchange.close();
                return;
            }
            receipt(exchange, kept, hex);
        } finally {
            Files.deleteIfExists(part);
        }
    }

    /** Says that a delivery is here, or that its key was used for another. */
    void receipt(HttpExchange exchange, Taken kept, String sum) throws IOException {
        if (!kept.sha256().equals(sum)) refuse(exchange, 422, "key", "This key was used for another package.");
        else say(exchange, 202, Map.of("receipt", kept.receipt(), "status", "received"));
    }

    static String callback(HttpExchange exchange) {
        String callback = exchange.getRequestHeaders().getFirst("Callback");
        return callback == null ? "" : callback;
    }

    /** Takes a request's body in; its SHA-256. */
    static byte[] receive(HttpExchange exchange, Path part) throws IOException {
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
        return digest.digest();
    }

    /** What reading a delivery came to. */
    record Read(Verdict verdict, Map<String, String> sums) {}

    /** Reads a delivery. */
    interface Reading {
        Read read() throws IOException;
    }

    /** Keeps a delivery once a key; the same key again gives the same receipt. */
    synchronized Taken keep(String key, String sum, String callback, Reading reading) throws IOException {
        Taken known = taken.get(key);
        if (known != null) return known;
        Read read = reading.read();
        Verdict verdict = read.verdict();
        List<Verdict.Reason> questions = new ArrayList<>(verdict.questions());
        faults.question().ifPresent(questions::add);
        Taken fresh = new Taken(
                "%s-%05d".formatted(kind.letters(), taken.size() + 1),
                key,
                sum,
                verdict.title(),
                verdict.mark(),
                verdict.isTakedown(),
                System.currentTimeMillis(),
                faults.reviewMillis(),
                faults.rejectsReview(),
                verdict.reasons(),
                questions,
                verdict.documents(),
                read.sums(),
                0,
                callback);
        put(fresh);
        return fresh;
    }

    private synchronized void put(Taken one) throws IOException {
        taken.put(one.key(), one);
        Path part = Files.createTempFile(folder, "taken", ".part");
        Files.write(part, json.writeValueAsBytes(List.copyOf(taken.values())));
        Files.move(
                part,
                folder.resolve("taken.json"),
                StandardCopyOption.ATOMIC_MOVE,
                StandardCopyOption.REPLACE_EXISTING);
        if (!one.callback().isEmpty()) {
            call(one, one.reviewMillis() / 2 + 50);
            call(one, one.reviewMillis() + 50);
        }
    }

    /** Deliveries it took and did not refuse. */
    synchronized List<Taken> accepted() {
        return taken.values().stream()
                .filter(each -> each.reasons().isEmpty() && !each.forced())
                .toList();
    }

    private synchronized Taken byReceipt(String receipt) {
        return taken.values().stream()
                .filter(each -> each.receipt().equals(receipt))
                .findFirst()
                .orElse(null);
    }

    private void asked(HttpExchange exchange, String path) throws IOException {
        String[] parts = path.split("/");
        Taken found = byReceipt(parts[3]);
        if (found == null) {
            say(exchange, 404, Map.of());
            return;
        }
        if (parts.length == 6 && parts[4].equals("documents")) {
            document(exchange, found, parts[5]);
            return;
        }
        if (faults.contradicts()) {
            say(exchange, 200, Map.of("receipt", found.receipt(), "status", "perhaps", "reasons", List.of()));
            return;
        }
        String status = found.status(System.currentTimeMillis());
        List<Verdict.Reason> said = new ArrayList<>();
        if (status.equals("rejected")) {
            said.addAll(found.reasons());
            if (found.forced())
                said.add(new Verdict.Reason(
                        "editor", "Our editors found the cover too dark.", "cover", 0, "release.cover"));
        }
        if (status.equals("questions")) said.addAll(found.questions());
        boolean decided = List.of("accepted", "rejected", "taken_down").contains(status);
        say(
                exchange,
                200,
                Map.of(
                        "receipt",
                        found.receipt(),
                        "status",
                        status,
                        "reasons",
                        said,
                        "documents",
                        decided
                                ? found.documents().keySet().stream()
                                        .filter(name -> !name.startsWith("."))
                                        .toList()
                                : List.of()));
    }

    private static void document(HttpExchange exchange, Taken found, String name) throws IOException {
        String text = found.documents().get(name);
        if (text == null) {
            exchange.sendResponseHeaders(404, -1);
            return;
        }
        byte[] bytes = text.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "application/octet-stream");
        exchange.sendResponseHeaders(200, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    /** Its sender answers what was asked. */
    private void answered(HttpExchange exchange, String path) throws IOException {
        Taken found = byReceipt(path.split("/")[3]);
        Map<String, Object> said;
        try (InputStream in = exchange.getRequestBody()) {
            said = json.readValue(in.readNBytes(1 << 16), new TypeReference<>() {});
        } catch (RuntimeException noJson) {
            said = Map.of();
        }
        if (found == null || String.valueOf(said.getOrDefault("text", "")).isBlank()) {
            say(exchange, found == null ? 404 : 400, Map.of());
            return;
        }
        put(found.answered(System.currentTimeMillis()));
        say(exchange, 200, Map.of("status", "in_review"));
    }

    /** Tells the sender, signed with the token, that there is something to ask for; misbehaving, twice. */
    private void call(Taken one, long millis) {
        Runnable call = () -> {
            try {
                String body = json.writeValueAsString(Map.of("destination", kind.id(), "receipt", one.receipt()));
                Mac mac = Mac.getInstance("HmacSHA256");
                mac.init(new SecretKeySpec(token.getBytes(StandardCharsets.UTF_8), "HmacSHA256"));
                String signature = HexFormat.of().formatHex(mac.doFinal(body.getBytes(StandardCharsets.UTF_8)));
                http.send(
                        HttpRequest.newBuilder(URI.create(one.callback()))
                                .timeout(Duration.ofSeconds(5))
                                .header("Content-Type", "application/json")
                                .header("Signature-SHA256", signature)
                                .POST(HttpRequest.BodyPublishers.ofString(body))
                                .build(),
                        HttpResponse.BodyHandlers.discarding());
            } catch (IOException | IllegalArgumentException | GeneralSecurityException unreachable) {
                // the sender asks by itself, too
            } catch (InterruptedException ended) {
                Thread.currentThread().interrupt();
            }
        };
        ScheduledFuture<?> unused = clock.schedule(call, millis, TimeUnit.MILLISECONDS);
        if (faults.callsTwice()) unused = clock.schedule(call, millis + 20, TimeUnit.MILLISECONDS);
    }

    private void control(HttpExchange exchange, String path) throws IOException {
        if (exchange.getRequestMethod().equals("POST") && path.equals("/control/faults")) {
            try (InputStream in = exchange.getRequestBody()) {
                Map<String, Object> order = json.readValue(in.readNBytes(4096), new TypeReference<>() {});
                if ("ask".equals(order.get("kind")))
                    faults.ask(
                            String.valueOf(order.get("says")),
                            ((Number) order.getOrDefault("track", 0)).intValue(),
                            String.valueOf(order.getOrDefault("field", "")));
                else
                    faults.order(
                            String.valueOf(order.get("kind")),
                            ((Number) order.getOrDefault("times", 1)).intValue(),
                            ((Number) order.getOrDefault("millis", 0)).longValue());
            } catch (RuntimeException wrong) {
                say(
                        exchange,
                        400,
                        Map.of(
                                "wanted",
                                "{kind: unavailable | busy | expired | drop-before | drop-after | delay | reject | contradict"
                                        + " | twice | review | usual | none, times, millis} or {kind: ask, says, track, field}"));
                return;
            }
            say(exchange, 200, Map.of("waiting", faults.waiting()));
        } else if (path.equals("/control/state")) {
            synchronized (this) {
                say(
                        exchange,
                        200,
                        Map.of("tries", tries, "taken", List.copyOf(taken.values()), "waiting", faults.waiting()));
            }
        } else page(exchange);
    }

    private void page(HttpExchange exchange) throws IOException {
        String html;
        try (InputStream in = FrontDesk.class.getResourceAsStream("control.html")) {
            html = new String(in.readAllBytes(), StandardCharsets.UTF_8)
                    .replace("NAME", kind.name().replace("&", "&amp;"));
        }
        exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
        byte[] bytes = html.getBytes(StandardCharsets.UTF_8);
        exchange.sendResponseHeaders(200, bytes.length);
        exchange.getResponseBody().write(bytes);
    }

    void sleep(long millis) {
        try {
            Thread.sleep(millis);
        } catch (InterruptedException ended) {
            Thread.currentThread().interrupt();
        }
    }

    long delayMillis() {
        return faults.delayMillis();
    }

    void refuse(HttpExchange exchange, int status, String code, String says) throws IOException {
        say(exchange, status, Map.of("reasons", List.of(new Verdict.Reason(code, says, "", 0, ""))));
    }

    void say(HttpExchange exchange, int status, Object body) throws IOException {
        byte[] bytes = json.writeValueAsBytes(body);
        exchange.getResponseHeaders().set("Content-Type", "application/json");
        exchange.sendResponseHeaders(status, bytes.length);
        exchange.getResponseBody().write(bytes);
    }
}

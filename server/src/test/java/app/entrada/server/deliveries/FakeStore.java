package app.entrada.server.deliveries;

import static java.nio.charset.StandardCharsets.UTF_8;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.security.MessageDigest;
import java.util.ArrayDeque;
import java.util.Base64;
import java.util.Deque;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.Executors;

/** A store that answers as it is told, one answer a call, and remembers what it was asked. */
final class FakeStore implements AutoCloseable {
    /** An answer to give; status 0 closes the connection without one. */
    record Told(int status, String body, String retryAfter) {}

    /** A hand-over as it arrived. */
    record Arrived(String authorization, String key, String digest, String computed, int bytes) {}

    private final HttpServer server;
    private final Deque<Told> atTheDoor = new ArrayDeque<>();
    private final Deque<Told> whenAsked = new ArrayDeque<>();
    private volatile boolean hangs;
    final List<Arrived> arrived = new CopyOnWriteArrayList<>();

    FakeStore() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newFixedThreadPool(2));
        server.createContext("/v1/deliveries", this::answer);
        server.start();
    }

    String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort();
    }

    FakeStore door(int status, String body) {
        return door(status, body, null);
    }

    synchronized FakeStore door(int status, String body, String retryAfter) {
        atTheDoor.add(new Told(status, body, retryAfter));
        return this;
    }

    synchronized FakeStore asked(int status, String body) {
        whenAsked.add(new Told(status, body, null));
        return this;
    }

    /** What it was told to answer to questions is forgotten. */
    synchronized FakeStore forget() {
        whenAsked.clear();
        return this;
    }

    /** Takes everything and says nothing, until it is told otherwise. */
    FakeStore hang(boolean hangs) {
        this.hangs = hangs;
        return this;
    }

    private void answer(HttpExchange exchange) throws IOException {
        try (exchange) {
            boolean hand = exchange.getRequestMethod().equals("POST");
            if (hand) {
                byte[] body = exchange.getRequestBody().readAllBytes();
                arrived.add(new Arrived(
                        exchange.getRequestHeaders().getFirst("Authorization"),
                        exchange.getRequestHeaders().getFirst("Idempotency-Key"),
                        exchange.getRequestHeaders().getFirst("Content-Digest"),
                        sha256(body),
                        body.length));
            }
            while (hangs) java.util.concurrent.locks.LockSupport.parkNanos(20_000_000);
            Told told;
            synchronized (this) {
                Deque<Told> queue = hand ? atTheDoor : whenAsked;
                told = queue.size() > 1 ? queue.poll() : queue.peek();
            }
            if (told == null || told.status == 0) return;
            if (told.retryAfter != null) exchange.getResponseHeaders().set("Retry-After", told.retryAfter);
            byte[] text = told.body.getBytes(UTF_8);
            exchange.sendResponseHeaders(told.status, text.length == 0 ? -1 : text.length);
            exchange.getResponseBody().write(text);
        }
    }

    private static String sha256(byte[] body) {
        try {
            return "sha-256=:"
                    + Base64.getEncoder()
                            .encodeToString(MessageDigest.getInstance("SHA-256").digest(body)) + ":";
        } catch (java.security.NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    @Override
    public void close() {
        server.stop(0);
    }
}

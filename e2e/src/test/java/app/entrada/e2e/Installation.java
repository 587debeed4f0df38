package app.entrada.e2e;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.Comparator;
import java.util.HashMap;
import java.util.Map;

/** A whole installation with the demo data, set up and run by the project's own script. */
final class Installation {
    /** The project's own folder. */
    static final Path ROOT =
            Path.of(System.getProperty("entrada.root", "..")).toAbsolutePath().normalize();

    /** Invented releases of a large one: a tenth of what it has in earnest. */
    static final int RELEASES = 400;

    /** Deliveries wait for an answer each, and other tests run beside; a large one is made before its first page. */
    static final Duration LONGEST_MAKING = Duration.ofMinutes(8);

    private final Path var;
    private final String data;
    private final LocalDate today;
    private final int port;
    private boolean watched;
    private boolean whole;
    /** The day it really was when this was set up: a run over midnight goes on, it does not begin the pinned day again. */
    private final LocalDate setUp = LocalDate.now();

    /**
     * An installation that may not be there yet.
     *
     * @param port the first that is tried for the server; its stand-ins' lies a hundred higher
     */
    Installation(Path var, String today, int port) {
        this(var, today, port, "demo");
    }

    /** @param data {@code demo}, {@code large} for one with four hundred releases, {@code own} for one that begins with nothing */
    Installation(Path var, String today, int port, String data) {
        this.data = data;
        this.var = var.toAbsolutePath();
        this.port = port;
        this.today = LocalDate.parse(today);
    }

    /** Puts away what an earlier run left, and begins. */
    void begin() throws IOException, InterruptedException {
        run("stop");
        if (Files.exists(var))
            try (var files = Files.walk(var)) {
                files.sorted(Comparator.reverseOrder())
                        .forEach(path -> path.toFile().delete());
            }
        Files.createDirectories(var);
        switch (data) {
            case "demo" -> run("demo");
            case "large" -> run("demo", "--large");
            default -> run("start");
        }
    }

    /** Runs a command of the script and waits for its end. */
    void run(String... command) throws IOException, InterruptedException {
        Map<String, String> environment = new HashMap<>();
        environment.put("ENTRADA_VAR", var.toString());
        environment.put("ENTRADA_NO_BUILD", "1");
        environment.put("ENTRADA_FIRST_PORT", String.valueOf(port));
        environment.put("ENTRADA_TODAY", today());
        environment.put("ENTRADA_QUESTIONS_EVERY", "500ms");
        environment.put("ENTRADA_PASSWORD_MEMORY", "64");
        // a preview of 30 s can still be cut out of it
        environment.put("ENTRADA_DEMO_LONGEST", "31s");
        environment.put("ENTRADA_DEMO_BACK_CATALOGUE", String.valueOf(whole));
        // it ends before it pays to compile what it runs a second time
        environment.put("ENTRADA_JAVA_OPTIONS", "-XX:TieredStopAtLevel=1");
        if (data.equals("large")) environment.put("ENTRADA_DEMO_RELEASES", String.valueOf(RELEASES));
        if (!watched) environment.put("ENTRADA_NO_WATCH", "1");
        Script.Ended ended = Script.run(environment, LONGEST_MAKING, command);
        if (ended.code() != 0)
            throw new IOException("./entrada " + String.join(" ", command) + " failed:\n" + ended.said());
    }

    private String today() {
        return today.plusDays(ChronoUnit.DAYS.between(setUp, LocalDate.now())).toString();
    }

    String address() throws IOException {
        return "http://127.0.0.1:"
                + Files.readString(var.resolve(data + "/run/port")).strip();
    }

    String password() throws IOException {
        return Files.readString(var.resolve(data + "/secrets/demo-password")).strip();
    }

    /** The server's process; the pid file's second line says when it started. */
    ProcessHandle server() throws IOException {
        long pid = Long.parseLong(
                Files.readAllLines(var.resolve(data + "/run/server.pid")).get(0).strip());
        return ProcessHandle.of(pid).orElseThrow();
    }

    /** The demo gets its back catalogue, too, which most tests can do without. */
    Installation whole() {
        whole = true;
        return this;
    }

    /** Until all is made and sent that the demo makes behind the first page. */
    void awaitWhole() {
        Path log = var.resolve(data + "/log/server.log");
        Waiting.until(
                "the demo is whole", LONGEST_MAKING, () -> Files.readString(log).contains("The demo is whole"));
    }

    /** From here on what ends by itself is started again. */
    void watched(boolean watched) {
        this.watched = watched;
    }

    /** Ends the server as a failing machine would: without a word. */
    void killServer() throws IOException, InterruptedException {
        ProcessHandle server = server();
        server.destroyForcibly();
        Waiting.until("the server is gone", () -> !server.isAlive());
    }

    /** Orders misbehaviour at the stand-in store. */
    void order(String kind, int times, long millis) throws IOException, InterruptedException {
        order("lumenfold", kind, times, millis);
    }

    /** Orders misbehaviour at a simulated destination. */
    void order(String destination, String kind, int times, long millis) throws IOException, InterruptedException {
        String body = "{\"kind\":\"%s\",\"times\":%d,\"millis\":%d}".formatted(kind, times, millis);
        HttpRequest request = HttpRequest.newBuilder(URI.create(standins() + "/" + destination + "/control/faults"))
                .POST(HttpRequest.BodyPublishers.ofString(body))
                .build();
        HttpResponse<String> answer = HttpClient.newHttpClient().send(request, HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() != 200) throw new IOException(answer.body());
    }

    /** What the stand-in store has: JSON of tries and deliveries. */
    String storeState() throws IOException, InterruptedException {
        return stateOf("lumenfold");
    }

    /** What a simulated destination has. */
    String stateOf(String destination) throws IOException, InterruptedException {
        HttpRequest request = HttpRequest.newBuilder(URI.create(standins() + "/" + destination + "/control/state"))
                .build();
        return HttpClient.newHttpClient()
                .send(request, HttpResponse.BodyHandlers.ofString())
                .body();
    }

    private String standins() throws IOException {
        return "http://127.0.0.1:"
                + Files.readString(var.resolve(data + "/run/standins.port")).strip();
    }

    Path var() {
        return var;
    }
}

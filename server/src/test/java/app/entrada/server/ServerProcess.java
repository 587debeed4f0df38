package app.entrada.server;

import java.io.IOException;
import java.net.InetAddress;
import java.net.ServerSocket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Path;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.List;
import java.util.concurrent.TimeUnit;

/** A server in a process of its own, which can be killed. */
public final class ServerProcess {
    private static final Duration LONGEST_START = Duration.ofMinutes(3);
    private static final HttpClient HTTP = HttpClient.newHttpClient();

    private final int port;
    private final Process process;
    private final Path log;

    private ServerProcess(List<String> settings) throws IOException {
        try (ServerSocket free = new ServerSocket(0, 1, InetAddress.getLoopbackAddress())) {
            port = free.getLocalPort();
        }
        log = Path.of(RunningServer.setting(settings, "entrada.var"), "server-" + port + ".log");
        List<String> command = new ArrayList<>(List.of(
                Path.of(System.getProperty("java.home"), "bin", "java").toString(),
                "-Xmx384m",
                "-XX:+UseSerialGC",
                "-XX:TieredStopAtLevel=1",
                "-cp",
                System.getProperty("java.class.path"),
                Application.class.getName()));
        for (String each : settings) if (!each.startsWith("--server.port=")) command.add(each);
        command.add("--server.port=" + port);
        process = new ProcessBuilder(command)
                .redirectErrorStream(true)
                .redirectOutput(log.toFile())
                .start();
        Runtime.getRuntime().addShutdownHook(new Thread(process::destroyForcibly));
    }

    /** Starts one; {@link #ready} waits until it can work. */
    public static ServerProcess start(List<String> settings) throws IOException {
        return new ServerProcess(settings);
    }

    public int port() {
        return port;
    }

    /** Where it writes what it has to say. */
    public Path log() {
        return log;
    }

    public ServerProcess ready() throws IOException, InterruptedException {
        Instant given = Instant.now().plus(LONGEST_START);
        while (!isReady()) {
            if (!process.isAlive() || Instant.now().isAfter(given))
                throw new IOException("the server did not start; see " + log);
            process.waitFor(100, TimeUnit.MILLISECONDS);
        }
        return this;
    }

    private boolean isReady() throws InterruptedException {
        try {
            return HTTP.send(
                                    HttpRequest.newBuilder(URI.create(
                                                    "http://127.0.0.1:" + port + "/actuator/health/readiness"))
                                            .build(),
                                    HttpResponse.BodyHandlers.discarding())
                            .statusCode()
                    == 200;
        } catch (IOException notYet) {
            return false;
        }
    }

    /** A client that is not signed in. */
    public Client client() {
        return new Client(port);
    }

    public boolean isAlive() {
        return process.isAlive();
    }

    /** Ends it at once, as a machine that goes down does; it has no time for anything. */
    public void kill() throws InterruptedException {
        process.destroyForcibly().waitFor();
    }

    /** Asks it to end, and waits. */
    public void end() throws InterruptedException {
        process.destroy();
        if (!process.waitFor(30, TimeUnit.SECONDS)) kill();
    }
}

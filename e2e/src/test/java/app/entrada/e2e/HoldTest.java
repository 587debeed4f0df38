package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.ServerSocket;
import java.net.Socket;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.attribute.PosixFilePermission;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.api.io.TempDir;

@ExtendWith(RunningEntrada.class)
@DisplayName("P2 What ends is started again, and nothing that is not ours is ended")
class HoldTest {

    @TempDir
    Path folder;

    private final Installation entrada = RunningEntrada.get();

    private HttpResponse<String> get(String path) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create(entrada.address() + path))
                                .timeout(Duration.ofSeconds(10))
                                .build(),
                        HttpResponse.BodyHandlers.ofString());
    }

    /** What readiness answers with; 0 while nobody answers. */
    private int ready() {
        try {
            return get("/actuator/health/readiness").statusCode();
        } catch (IOException away) {
            return 0;
        } catch (InterruptedException stopped) {
            throw new IllegalStateException(stopped);
        }
    }

    private static void send(String signal, List<ProcessHandle> to) throws IOException, InterruptedException {
        List<String> line = new ArrayList<>(List.of("kill", "-" + signal));
        to.forEach(each -> line.add(String.valueOf(each.pid())));
        new ProcessBuilder(line).start().waitFor();
    }

    private static ProcessHandle process(Path pidFile) throws IOException {
        return ProcessHandle.of(
                        Long.parseLong(Files.readAllLines(pidFile).get(0).strip()))
                .orElseThrow();
    }

    @Test
    void a_database_and_a_server_that_are_killed_are_back_under_their_old_ports() throws Exception {
        Path run = entrada.var().resolve("demo/run");
        entrada.watched(true);
        entrada.run("demo");
        try {
            List<String> ports =
                    List.of(Files.readString(run.resolve("database.port")), Files.readString(run.resolve("port")));
            ProcessHandle database = process(entrada.var().resolve("demo/db/postmaster.pid"));
            Path starts = entrada.var().resolve("demo/db/start.log");
            long said = Files.size(starts);
            // its processes are slow to go, as on a busy machine, and hold the data folder meanwhile
            List<ProcessHandle> slow = database.children().toList();
            send("STOP", slow);
            database.destroyForcibly();
            Waiting.until("readiness tells that the database is away", () -> ready() == 503);
            HttpResponse<String> away = get("/api/session");
            assertThat(List.of(200, 503)).contains(away.statusCode());
            if (away.statusCode() == 503)
                assertThat(away.body()).contains("database-away", "What was saved before is safe");
            Waiting.until("a start has failed", () -> Files.size(starts) > said);
            send("CONT", slow);
            Waiting.until("it is ready again", () -> ready() == 200);
            assertThat(get("/api/session").statusCode()).isEqualTo(200);

            ProcessHandle server = entrada.server();
            entrada.killServer();
            Waiting.until("it is ready again", () -> ready() == 200);
            assertThat(entrada.server().pid()).isNotEqualTo(server.pid());
            assertThat(List.of(Files.readString(run.resolve("database.port")), Files.readString(run.resolve("port"))))
                    .isEqualTo(ports);
        } finally {
            entrada.watched(false);
            process(run.resolve("watch.pid")).destroyForcibly();
        }
    }

    @Test
    void a_database_that_has_to_move_takes_the_server_along() throws Exception {
        Path run = entrada.var().resolve("demo/run");
        entrada.watched(true);
        entrada.run("demo");
        int port =
                Integer.parseInt(Files.readString(run.resolve("database.port")).strip());
        ProcessHandle server = entrada.server();
        try (ServerSocket somebodyElse = new ServerSocket()) {
            somebodyElse.setReuseAddress(true);
            ProcessHandle database = process(entrada.var().resolve("demo/db/postmaster.pid"));
            database.destroyForcibly();
            database.onExit().get();
            Waiting.until("the port is taken", () -> takes(somebodyElse, port));
            Waiting.until("another server is ready", () -> !server.isAlive() && ready() == 200);
            assertThat(Files.readString(run.resolve("database.port")).strip()).isNotEqualTo(String.valueOf(port));
            assertThat(get("/api/session").statusCode()).isEqualTo(200);
        } finally {
            entrada.watched(false);
            process(run.resolve("watch.pid")).destroyForcibly();
        }
    }

    private static boolean takes(ServerSocket socket, int port) {
        try {
            socket.bind(new InetSocketAddress(InetAddress.getLoopbackAddress(), port));
            return true;
        } catch (IOException stillTaken) {
            return false;
        }
    }

    @Test
    void a_number_that_another_process_has_by_now_is_left_alone() throws Exception {
        Process stranger = new ProcessBuilder("sleep", "300").start();
        try {
            Path run = Files.createDirectories(folder.resolve("own/run"));
            Files.writeString(run.resolve("server.pid"), stranger.pid() + "\n1\n");
            Files.writeString(run.resolve("standins.pid"), stranger.pid() + "\n");
            new Installation(folder, RunningEntrada.TODAY, 9200).run("stop");
            assertThat(stranger.isAlive()).isTrue();
            assertThat(run.resolve("server.pid")).doesNotExist();
        } finally {
            stranger.destroyForcibly();
        }
    }

    /** Two installations that begin in the same seconds may find the same port free; one of them gets it. */
    @Test
    void health_that_another_program_answers_is_not_that_of_the_own_server() throws Exception {
        HttpServer answering = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        answering.createContext("/", call -> {
            call.sendResponseHeaders(200, -1);
            call.close();
        });
        answering.start();
        try {
            Path run = Files.createDirectories(folder.resolve("run"));
            Files.createDirectories(folder.resolve("log"));
            Files.writeString(folder.resolve("log/server.log"), "");
            Files.writeString(
                    run.resolve("port"), String.valueOf(answering.getAddress().getPort()));
            Script.Ended own = waitsForHealth(ProcessHandle.current());
            assertThat(own.code()).as(own.said()).isZero();
            // this one lives for a moment and never listens
            Script.Ended other =
                    waitsForHealth(new ProcessBuilder("sleep", "1").start().toHandle());
            assertThat(other.said()).contains("the server ended");
            assertThat(other.code()).isNotZero();
        } finally {
            answering.stop(0);
        }
    }

    /** @param server the process that is to become healthy */
    private Script.Ended waitsForHealth(ProcessHandle server) throws IOException, InterruptedException {
        return script("note_pid \"$DATA/run/server.pid\" %d; wait_healthy \"$DATA\"".formatted(server.pid()));
    }

    /** A connection to a server that is killed is reset; a program that writes to it is ended unless it expects that. */
    @Test
    void who_asks_a_server_that_is_killed_in_that_moment_lives_on() throws Exception {
        try (ServerSocket killed = new ServerSocket(0, 50, InetAddress.getLoopbackAddress())) {
            CompletableFuture<Void> resetting = CompletableFuture.runAsync(() -> reset(killed));
            Script.Ended watching = script("for i in $(seq 300); do healthy %d && echo well; done; echo watching"
                    .formatted(killed.getLocalPort()));
            assertThat(watching.said()).doesNotContain("well").endsWith("watching\n");
            assertThat(watching.code()).as(watching.said()).isZero();
            assertThat(resetting).isNotDone();
        }
    }

    /** Takes every connection and ends it without a word, until the socket is closed. */
    private static void reset(ServerSocket socket) {
        while (true)
            try (Socket connection = socket.accept()) {
                connection.setSoLinger(true, 0);
            } catch (IOException closed) {
                if (socket.isClosed()) return;
            }
    }

    private Script.Ended script(String commands) throws IOException, InterruptedException {
        return Script.part(Map.of("DATA", folder.toString()), Duration.ofMinutes(2), commands);
    }

    @Test
    void what_was_made_at_run_time_is_for_nobody_else() throws IOException {
        for (String of : List.of("files", "log", "run", "secrets", "outbox", "previews", "pictures")) {
            Path place = entrada.var().resolve("demo").resolve(of);
            if (!Files.exists(place)) continue;
            try (Stream<Path> all = Files.walk(place)) {
                for (Path each : all.toList())
                    assertThat(Files.getPosixFilePermissions(each))
                            .as(each.toString())
                            .doesNotContain(
                                    PosixFilePermission.GROUP_READ,
                                    PosixFilePermission.GROUP_WRITE,
                                    PosixFilePermission.OTHERS_READ,
                                    PosixFilePermission.OTHERS_WRITE);
            }
        }
    }
}

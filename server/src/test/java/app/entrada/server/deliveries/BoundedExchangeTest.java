package app.entrada.server.deliveries;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.assertThatThrownBy;

import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetAddress;
import java.net.InetSocketAddress;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.time.Duration;
import java.util.concurrent.CountDownLatch;
import java.util.concurrent.Executors;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

@DisplayName("Nobody outside decides how long we wait or how much we read")
class BoundedExchangeTest {
    private final CountDownLatch end = new CountDownLatch(1);
    private HttpServer server;
    private final BoundedExchange exchange = new BoundedExchange(HttpClient.newHttpClient(), Duration.ofSeconds(2));

    @BeforeEach
    void start() throws IOException {
        server = HttpServer.create(new InetSocketAddress(InetAddress.getLoopbackAddress(), 0), 0);
        server.setExecutor(Executors.newCachedThreadPool());
        server.createContext("/endless", call -> {
            call.sendResponseHeaders(200, 0);
            byte[] block = new byte[1 << 16];
            try (var out = call.getResponseBody()) {
                while (end.getCount() > 0) out.write(block);
            } catch (IOException gone) {
                call.close();
            }
        });
        server.createContext("/silent", call -> {
            try {
                end.await();
            } catch (InterruptedException stopped) {
                Thread.currentThread().interrupt();
            }
            call.close();
        });
        server.createContext("/plain", call -> {
            call.getRequestBody().readAllBytes();
            call.sendResponseHeaders(200, 2);
            call.getResponseBody().write("ok".getBytes(UTF_8));
            call.close();
        });
        server.start();
    }

    @AfterEach
    void stop() {
        end.countDown();
        server.stop(0);
    }

    private HttpRequest.Builder to(String path) {
        return HttpRequest.newBuilder(
                URI.create("http://127.0.0.1:" + server.getAddress().getPort() + path));
    }

    @Test
    void an_answer_of_any_length_is_read_to_its_bound() {
        assertThatThrownBy(() -> exchange.send(to("/endless"), "GET", null, 1 << 20, () -> false))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("larger than the 1,048,576 bytes");
    }

    @Test
    void one_who_says_nothing_is_left_after_a_while() {
        assertThatThrownBy(() -> exchange.send(
                        to("/silent"), "POST", HttpRequest.BodyPublishers.ofString("here"), 100, () -> false))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("no data for 2 s");
    }

    @Test
    void an_exchange_that_is_called_off_ends() {
        assertThatThrownBy(() -> exchange.send(to("/silent"), "GET", null, 100, () -> true))
                .isInstanceOf(IOException.class)
                .hasMessageContaining("called off");
    }

    @Test
    void what_is_sent_arrives_and_is_answered() throws IOException {
        var answer = exchange.send(
                to("/plain"), "PUT", HttpRequest.BodyPublishers.ofByteArray(new byte[5 << 20]), 100, () -> false);
        assertThat(answer.statusCode()).isEqualTo(200);
        assertThat(new String(answer.body(), UTF_8)).isEqualTo("ok");
    }
}

package app.entrada.server.accounts;

import static java.nio.charset.StandardCharsets.UTF_8;
import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.ValueSource;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.jdbc.core.simple.JdbcClient;

@ExtendWith(RunningServer.class)
@DisplayName("P1 Nothing is allowed that was not allowed")
class SecurityTest {
    @ParameterizedTest
    @ValueSource(
            strings = {
                "/api/releases",
                "/api/desk",
                "/api/jobs",
                "/api/destinations",
                "/api/label",
                "/api/events",
                "/api/openapi",
                "/actuator/env",
                "/api/nothing"
            })
    void nothing_is_told_to_somebody_who_is_not_signed_in(String path) {
        Client.Answer answer = RunningServer.client().get(path);
        assertThat(answer.status()).isEqualTo(401);
        assertThat(answer.problem()).isEqualTo("signed-out");
    }

    @Test
    void a_reader_reads_and_an_assistant_does_not_send() {
        Client reader = RunningServer.signedIn("reader");
        assertThat(reader.get("/api/releases").status()).isEqualTo(200);
        assertThat(reader.post("/api/releases", Map.of("kind", "single")).problem())
                .isEqualTo("not-allowed");
        Client assistant = RunningServer.signedIn("assistant");
        long id = Client.id(assistant.begin("single", "Assisted"));
        assertThat(assistant
                        .post("/api/releases/" + id + "/deliveries", Map.of("destination", "lumenfold"))
                        .problem())
                .isEqualTo("not-allowed");
        assertThat(assistant
                        .put("/api/destinations/lumenfold/secret", Map.of("url", "http://127.0.0.1:1"))
                        .problem())
                .isEqualTo("not-allowed");
    }

    @Test
    void a_request_without_the_page_s_token_is_refused() {
        Client forged = RunningServer.signedIn("manager").withoutToken();
        assertThat(forged.post("/api/releases", Map.of("kind", "single")).status())
                .isEqualTo(403);
        assertThat(forged.delete("/api/session").status()).isEqualTo(403);
    }

    @Test
    void the_session_is_a_cookie_no_script_and_no_other_site_gets_and_it_ends() {
        Client client = RunningServer.client();
        client.get("/api/session");
        List<String> cookies = client.post(
                        "/api/session", Map.of("name", "manager", "password", RunningServer.PASSWORD))
                .headers()
                .get("set-cookie");
        assertThat(cookies)
                .anySatisfy(
                        cookie -> assertThat(cookie).startsWith("entrada=").contains("HttpOnly", "SameSite=Strict"));
        client.get("/api/session");
        client.delete("/api/session");
        assertThat(client.get("/api/releases").status()).isEqualTo(401);
    }

    private static Client.Answer throughProxy(Client client) {
        client.get("/api/session");
        return client.send(
                "POST",
                "/api/session",
                Map.of(
                        "Content-Type",
                        "application/json",
                        "X-Forwarded-Proto",
                        "https",
                        "X-Forwarded-For",
                        "203.0.113.7"),
                "{\"name\":\"manager\",\"password\":\"%s\"}"
                        .formatted(RunningServer.PASSWORD)
                        .getBytes(StandardCharsets.UTF_8));
    }

    private static String lastAddress(ConfigurableApplicationContext server) {
        return server.getBean(JdbcClient.class)
                .sql("SELECT address FROM account_log WHERE deed = 'signed_in' ORDER BY id DESC LIMIT 1")
                .query(String.class)
                .single();
    }

    @Test
    void what_a_proxy_says_of_who_comes_is_believed_of_the_named_one_alone() {
        Client.Answer stranger = throughProxy(RunningServer.client());
        assertThat(stranger.headers().get("set-cookie"))
                .noneSatisfy(cookie -> assertThat(cookie).contains("Secure"));
        assertThat(stranger.headers()).doesNotContainKey("strict-transport-security");
        assertThat(lastAddress(RunningServer.server())).isEqualTo("127.0.0.1");

        List<String> own = new ArrayList<>(RunningServer.nothingYet());
        own.add("--server.tomcat.remoteip.internal-proxies=127.0.0.1");
        try (var behind = RunningServer.with(own)) {
            behind.getBean(AccountService.class).create("manager", RunningServer.PASSWORD, Role.MANAGER);
            Client.Answer known = throughProxy(RunningServer.client(behind));
            assertThat(known.headers().get("set-cookie"))
                    .anySatisfy(
                            cookie -> assertThat(cookie).startsWith("entrada=").contains("Secure", "HttpOnly"));
            assertThat(known.headers()).containsKey("strict-transport-security");
            assertThat(lastAddress(behind)).isEqualTo("203.0.113.7");
        }
    }

    @Test
    void every_answer_has_a_number_of_its_own_that_nobody_outside_chooses() {
        Client client = RunningServer.client();
        Set<String> numbers = new HashSet<>();
        for (String path : List.of("/api/session", "/api/releases", "/", "/nowhere.txt"))
            numbers.add(client.send("GET", path, Map.of("Entrada-Request", "00000000"), new byte[0])
                    .headers()
                    .get("entrada-request")
                    .get(0));
        assertThat(numbers)
                .hasSize(4)
                .allMatch(number -> number.matches("[0-9a-f]{8}"))
                .doesNotContain("00000000");
    }

    @Test
    void five_wrong_passwords_make_a_stranger_wait_and_never_the_owner() {
        RunningServer.bean(AccountService.class).create("hurried", RunningServer.PASSWORD, Role.READER);
        Client owner = RunningServer.client();
        assertThat(owner.signIn("hurried", RunningServer.PASSWORD).status()).isEqualTo(200);
        owner.delete("/api/session");
        Client stranger = RunningServer.client();
        for (int i = 0; i < 5; i++)
            assertThat(stranger.signIn("hurried", "wrong").problem()).isEqualTo("wrong-password");
        assertThat(stranger.signIn("hurried", RunningServer.PASSWORD).problem()).isEqualTo("too-many-tries");
        // in the owner's browser, where somebody signed in before, nothing of that matters
        assertThat(owner.signIn("hurried", RunningServer.PASSWORD).status()).isEqualTo(200);
    }

    @Test
    void a_name_that_does_not_exist_is_answered_like_one_that_does() {
        Client stranger = RunningServer.client();
        for (int i = 0; i < 5; i++)
            assertThat(stranger.signIn("nobody-of-that-name", "wrong").problem())
                    .isEqualTo("wrong-password");
        assertThat(stranger.signIn("nobody-of-that-name", "wrong").problem()).isEqualTo("too-many-tries");
    }

    @Test
    void forty_strangers_at_the_door_take_no_connection_from_those_inside() throws Exception {
        var server = RunningServer.withSlowPasswords();
        try (server) {
            Client manager = RunningServer.manager(server);
            var strangers = java.util.concurrent.Executors.newFixedThreadPool(40);
            var answers = new java.util.concurrent.ConcurrentHashMap<String, Integer>();
            for (int i = 0; i < 40; i++) {
                int number = i;
                strangers.execute(() -> answers.merge(
                        RunningServer.client(server)
                                .signIn("stranger " + number, "wrong")
                                .problem(),
                        1,
                        Integer::sum));
            }
            // a password that is hashed inside a transaction shows as one that does nothing
            int most = 0;
            for (int i = 0; i < 20; i++) {
                assertThat(manager.get("/api/label").status()).isEqualTo(200);
                most = Math.max(
                        most,
                        server.getBean(JdbcClient.class)
                                .sql("""
                                        SELECT count(*) FROM pg_stat_activity
                                        WHERE datname = current_database() AND state = 'idle in transaction'""")
                                .query(Integer.class)
                                .single());
            }
            strangers.shutdown();
            assertThat(strangers.awaitTermination(60, java.util.concurrent.TimeUnit.SECONDS))
                    .isTrue();
            assertThat(most).as("transactions that wait for a hash").isLessThan(5);
            assertThat(answers.keySet()).isSubsetOf("wrong-password", "crowded");
            assertThat(answers.get("crowded")).as("refused instead of queued").isPositive();
        }
    }

    @Test
    void a_session_ends_after_seven_days_however_busy_it_was() {
        Client busy = RunningServer.signedIn("reader");
        assertThat(busy.get("/api/releases").status()).isEqualTo(200);
        JdbcClient jdbc = RunningServer.bean(JdbcClient.class);
        long eightDays = java.time.Duration.ofDays(8).toMillis();
        jdbc.sql("""
                        UPDATE spring_session SET creation_time = creation_time - ?
                        WHERE principal_name = (SELECT id || ':' || version FROM account WHERE name = 'reader')""").param(eightDays).update();
        assertThat(busy.get("/api/releases").status()).isEqualTo(401);
    }

    @Test
    void the_stream_of_a_page_ends_with_its_session() throws Exception {
        Client leaving = RunningServer.signedIn("assistant");
        Client staying = RunningServer.signedIn("assistant");
        try (var ends = leaving.stream("/api/events");
                var goesOn = staying.stream("/api/events")) {
            assertThat(new String(ends.readNBytes(20), UTF_8)).contains("hello");
            assertThat(new String(goesOn.readNBytes(20), UTF_8)).contains("hello");
            leaving.delete("/api/session");
            var rest = java.util.concurrent.CompletableFuture.supplyAsync(() -> {
                try {
                    return new String(ends.readAllBytes(), UTF_8);
                } catch (java.io.IOException brokenOff) {
                    return "";
                }
            });
            assertThat(rest.get(20, java.util.concurrent.TimeUnit.SECONDS)).doesNotContain("Entrada");
            RunningServer.signedIn("manager").draft("single", "Heard by Those Who Stay");
            var heard = java.util.concurrent.CompletableFuture.supplyAsync(() -> {
                try {
                    StringBuilder all = new StringBuilder();
                    while (all.indexOf("release") < 0) all.append((char) goesOn.read());
                    return all.toString();
                } catch (java.io.IOException brokenOff) {
                    return "";
                }
            });
            assertThat(heard.get(20, java.util.concurrent.TimeUnit.SECONDS)).contains("release");
        }
    }

    @Test
    void the_first_account_is_made_once() {
        Client client = RunningServer.client();
        client.get("/api/session");
        assertThat(client.post("/api/accounts/first", Map.of("name", "Intruder", "password", "long-enough-now"))
                        .problem())
                .isEqualTo("not-first");
    }

    @Test
    void a_secret_is_encrypted_and_never_comes_back() {
        Client manager = RunningServer.signedIn("manager");
        Client.Answer answer = manager.put(
                "/api/destinations/lumenfold/secret",
                Map.of(
                        "url",
                        "http://127.0.0.1:9",
                        "secret",
                        "lf-very-secret",
                        "ownNetwork",
                        true,
                        "password",
                        RunningServer.PASSWORD));
        assertThat(answer.status()).isEqualTo(200);
        assertThat(answer.text()).doesNotContain("very-secret");
        assertThat(manager.get("/api/destinations").text())
                .doesNotContain("very-secret")
                .contains("\"secret\":true");
        byte[] stored = RunningServer.bean(JdbcClient.class)
                .sql("SELECT secret FROM destination WHERE id = 'lumenfold'")
                .query((row, n) -> row.getBytes(1))
                .single();
        assertThat(new String(stored, java.nio.charset.StandardCharsets.ISO_8859_1))
                .doesNotContain("very-secret");
        assertThat(RunningServer.bean(app.entrada.server.connections.DestinationService.class)
                        .secret("lumenfold"))
                .contains("lf-very-secret");
        assertThat(manager.put("/api/destinations/lumenfold/secret", Map.of("url", "file:///etc/passwd"))
                        .problem())
                .isEqualTo("address");
    }

    @Test
    void pages_carry_a_strict_policy_and_deep_links_are_the_page() {
        Client client = RunningServer.client();
        Client.Answer page = client.get("/releases/5/sheet");
        assertThat(page.status()).isEqualTo(200);
        assertThat(page.text()).contains("<div id=\"app\">");
        assertThat(page.headers().get("content-security-policy").get(0))
                .contains("default-src 'self'", "frame-ancestors 'none'");
        assertThat(client.get("/assets/nothing.js").status()).isEqualTo(404);
        assertThat(client.get("/..%2f..%2fetc/passwd").status()).isEqualTo(400);
    }
}

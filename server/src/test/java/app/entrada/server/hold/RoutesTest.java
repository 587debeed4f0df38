package app.entrada.server.hold;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.server.Client;
import app.entrada.server.RunningServer;
import app.entrada.server.accounts.Role;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.Set;
import java.util.TreeSet;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.TestInstance;
import org.springframework.context.ConfigurableApplicationContext;
import org.springframework.core.MethodParameter;
import org.springframework.core.ParameterNameDiscoverer;
import org.springframework.core.StandardReflectionParameterNameDiscoverer;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.method.HandlerMethod;
import org.springframework.web.servlet.mvc.method.RequestMappingInfo;
import org.springframework.web.servlet.mvc.method.annotation.RequestMappingHandlerMapping;

@DisplayName("Every route: whom it is for, and what it makes of anything at all")
@TestInstance(TestInstance.Lifecycle.PER_CLASS)
class RoutesTest {
    /** One route of the server. */
    private record Route(String method, String path, HandlerMethod handler) {
        @Override
        public String toString() {
            return method + " " + path;
        }
    }

    private static final List<String> ODD = List.of(
            "",
            "x",
            "0",
            "-1",
            "99999999999999999999",
            "NaN",
            "%00",
            "a%00b",
            "%ED%A0%80",
            "%C0%AF",
            "%FF",
            "%F0%9F%98%80",
            "..%2F..%2Fetc%2Fpasswd",
            "%27%20OR%201%3D1--",
            "x".repeat(3000),
            "null",
            "2027-02-30",
            "a".repeat(64));

    private static final List<String> BODIES = List.of(
            "",
            "{",
            "{}",
            "[]",
            "[null]",
            "null",
            "\"x\"",
            "7",
            "{\"\":\"\"}",
            "{\"changes\":[null]}",
            "{\"name\":\"\\u0000\"}",
            "{\"name\":\"\\ud800\"}",
            "[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[[]");

    /** What a member of a body may be instead of what is wanted. */
    private static final List<String> MEMBERS = List.of(
            "null",
            "\"\"",
            "\"x\"",
            "-1",
            "1e400",
            "[]",
            "[null]",
            "[\"x\"]",
            "[-1]",
            "{}",
            "{\"x\":null}",
            "true",
            "\"2027-02-30\"",
            "\"" + "x".repeat(5000) + "\"");

    private ConfigurableApplicationContext server;
    private Client manager;
    private final List<Route> routes = new ArrayList<>();
    private long release;

    @BeforeAll
    void start() {
        server = RunningServer.apart();
        manager = RunningServer.manager(server);
        release = Client.id(manager.draft("single", "Slack Water"));
        RequestMappingHandlerMapping mapping =
                server.getBean("requestMappingHandlerMapping", RequestMappingHandlerMapping.class);
        for (Map.Entry<RequestMappingInfo, HandlerMethod> each :
                mapping.getHandlerMethods().entrySet())
            for (String path : each.getKey().getPatternValues())
                if (path.startsWith("/api"))
                    each.getKey()
                            .getMethodsCondition()
                            .getMethods()
                            .forEach(method -> routes.add(new Route(method.name(), path, each.getValue())));
        assertThat(routes).hasSizeGreaterThan(100);
    }

    @AfterAll
    void stop() {
        server.close();
    }

    private static String fill(String path, String with) {
        return path.replaceAll("\\{[^}]+}", java.util.regex.Matcher.quoteReplacement(with));
    }

    private Client.Answer send(Client as, Route route, String path, String body) {
        return as.send(
                route.method, path, Map.of("Content-Type", "application/json"), body.getBytes(StandardCharsets.UTF_8));
    }

    // ---- whom each is for

    private String opensFor(Route route) {
        String path = fill(route.path, "999999");
        List<String> open = new ArrayList<>();
        for (String role : List.of("nobody", "reader", "assistant", "manager")) {
            Client.Answer answer = send(clients.get(role), route, path, "{}");
            if (answer.status() != 401 && answer.status() != 403) open.add(role);
        }
        return String.join(" ", open);
    }

    private final Map<String, Client> clients = new LinkedHashMap<>();

    @Test
    void every_route_is_for_whom_it_was_meant_and_writing_is_closed_unless_opened() {
        var accounts = server.getBean(app.entrada.server.accounts.AccountService.class);
        clients.put("nobody", RunningServer.client(server));
        clients.get("nobody").get("/api/session");
        for (String role : List.of("reader", "assistant", "manager")) {
            accounts.create("one " + role, RunningServer.PASSWORD, Role.of(role));
            Client client = RunningServer.client(server);
            client.signIn("one " + role, RunningServer.PASSWORD);
            clients.put(role, client);
        }
        Map<String, Set<String>> byRole = new LinkedHashMap<>();
        for (Route route : routes) {
            // who asks is answered with 403 for a signature that is missing; and a session must last to the end
            if (route.path.startsWith("/api/callbacks") || route.path.equals("/api/session")) continue;
            if (route.path.equals("/api/events")) continue;
            byRole.computeIfAbsent(opensFor(route), key -> new TreeSet<>()).add(route.toString());
        }
        assertThat(byRole.keySet())
                .containsExactlyInAnyOrder(
                        "nobody reader assistant manager", "reader assistant manager", "assistant manager", "manager");
        assertThat(byRole.get("nobody reader assistant manager")).containsExactly("POST /api/accounts/first");
        assertThat(byRole.get("reader assistant manager"))
                .allSatisfy(route -> assertThat(route)
                        .matches("(GET|HEAD) .*|(POST|DELETE) /api/catalogue/views(/\\{id})?"
                                + "|(POST|PUT|DELETE) /api/account/.*"));
        assertThat(byRole.get("manager"))
                .containsExactlyInAnyOrder(
                        "GET /api/accounts",
                        "GET /api/accounts/log",
                        "GET /api/backups",
                        "GET /api/house",
                        "POST /api/accounts",
                        "PUT /api/accounts/{id}",
                        "POST /api/accounts/{id}/password",
                        "POST /api/accounts/{id}/factor/off",
                        "DELETE /api/accounts/{id}/sessions",
                        "POST /api/releases/{id}/deliveries",
                        "POST /api/releases/{id}/deliveries/{delivery}/again",
                        "POST /api/releases/{id}/deliveries/{delivery}/off",
                        "POST /api/releases/{id}/deliveries/{delivery}/reply",
                        "POST /api/releases/{id}/deliveries/{delivery}/steps",
                        "POST /api/releases/{id}/deliveries/{delivery}/steps/back",
                        "POST /api/destinations/{id}/answers",
                        "POST /api/destinations/{id}/server-key",
                        "PUT /api/destinations/{id}/captions",
                        "PUT /api/destinations/{id}/outlets",
                        "POST /api/destinations",
                        "POST /api/destinations/file",
                        "POST /api/destinations/{id}/archive",
                        "POST /api/destinations/{id}/restore",
                        "DELETE /api/destinations/{id}",
                        "PUT /api/destinations/{id}/secret",
                        "PUT /api/destinations/{id}/rules",
                        "DELETE /api/destinations/{id}/rules",
                        "POST /api/destinations/key",
                        "PUT /api/recipes/{id}",
                        "DELETE /api/recipes/{id}",
                        "DELETE /api/templates",
                        "PUT /api/label",
                        "PUT /api/house/facts",
                        "POST /api/releases/{id}/readiness/risks",
                        "POST /api/releases/{id}/readiness/risks/withdraw");
        assertThat(byRole.get("assistant manager"))
                .allSatisfy(route -> assertThat(route).doesNotStartWith("GET"))
                .hasSizeGreaterThan(50);
        // looking without reading is reading
        assertThat(clients.get("reader")
                        .send("HEAD", "/api/releases", Map.of(), new byte[0])
                        .status())
                .isEqualTo(200);
        assertThat(clients.get("nobody")
                        .send("HEAD", "/api/releases", Map.of(), new byte[0])
                        .status())
                .isEqualTo(401);
    }

    // ---- anything at all

    private List<String> wrong = new ArrayList<>();

    private void answered(String what, Client.Answer answer) {
        boolean said = answer.status() < 400
                || answer.text().isEmpty()
                || !answer.headers()
                        .getOrDefault("content-type", List.of(""))
                        .get(0)
                        .contains("json")
                || !answer.json().path("type").asString("").isEmpty();
        if (answer.status() < 200 || answer.status() >= 500 || !said)
            wrong.add("%s: %d %s"
                    .formatted(
                            what.substring(0, Math.min(200, what.length())),
                            answer.status(),
                            answer.text()
                                    .substring(0, Math.min(200, answer.text().length()))));
    }

    @AfterEach
    void nothing_was_answered_wrongly() {
        List<String> all = wrong;
        wrong = new ArrayList<>();
        assertThat(all).isEmpty();
    }

    private boolean skipped(Route route) {
        // streams never end, and signing out or throttling would end the test
        return Set.of("/api/events", "/api/session", "/api/accounts/first").contains(route.path);
    }

    @Test
    void odd_addresses_and_parameters_are_answered_with_what_is_wrong() {
        ParameterNameDiscoverer names = new StandardReflectionParameterNameDiscoverer();
        for (Route route : routes) {
            if (skipped(route)) continue;
            for (String odd : ODD)
                if (route.path.contains("{") && !odd.isEmpty())
                    answered(route + " " + odd, send(manager, route, fill(route.path, odd), "{}"));
            for (MethodParameter parameter : route.handler.getMethodParameters()) {
                RequestParam asked = parameter.getParameterAnnotation(RequestParam.class);
                if (asked == null) continue;
                parameter.initParameterNameDiscovery(names);
                String name = asked.name().isEmpty() ? parameter.getParameterName() : asked.name();
                for (String odd : ODD)
                    answered(
                            route + " ?" + name + "=" + odd,
                            send(
                                    manager,
                                    route,
                                    fill(route.path, String.valueOf(release)) + "?" + name + "=" + odd,
                                    "{}"));
            }
        }
        for (String path : List.of("/error", "/api", "/api/", "/api/releases/", "/actuator", "/api/nothing?x=%zz"))
            answered(path, manager.get(path.replace("%zz", "%25zz")));
    }

    @Test
    void odd_bodies_are_answered_with_what_is_wrong() {
        Random order = new Random(14);
        for (Route route : routes) {
            if (skipped(route) || route.method.equals("GET") || route.method.equals("HEAD")) continue;
            // the release must be there to the end
            if (route.toString().equals("DELETE /api/releases/{id}") || route.path.endsWith("/archive")) continue;
            // and so must who asks
            if (route.path.equals("/api/accounts/{id}/sessions")) continue;
            String path = fill(route.path, String.valueOf(release));
            for (String body : BODIES) answered(route + " " + body, send(manager, route, path, body));
            for (MethodParameter parameter : route.handler.getMethodParameters()) {
                if (!parameter.hasParameterAnnotation(RequestBody.class)
                        || !parameter.getParameterType().isRecord()) continue;
                var members = parameter.getParameterType().getRecordComponents();
                for (var member : members)
                    for (String odd : MEMBERS) {
                        StringBuilder body = new StringBuilder("{");
                        for (var other : members) {
                            if (body.length() > 1) body.append(',');
                            body.append('"').append(other.getName()).append("\":");
                            body.append(other == member ? odd : MEMBERS.get(order.nextInt(MEMBERS.size())));
                        }
                        answered(route + " " + body, send(manager, route, path, body.append('}') + ""));
                    }
            }
        }
        for (String screen :
                List.of("/api/releases", "/api/desk", "/api/people", "/api/series", "/api/releases/" + release))
            assertThat(manager.get(screen).status()).as(screen).isEqualTo(200);
    }

    @Test
    void another_site_s_name_does_not_lead_here() throws Exception {
        int port = ((org.springframework.boot.web.server.context.WebServerApplicationContext) server)
                .getWebServer()
                .getPort();
        for (String host :
                List.of("127.0.0.1:" + port, "localhost", "elsewhere.example", "127.0.0.1.elsewhere.example"))
            try (var socket = new java.net.Socket("127.0.0.1", port)) {
                socket.getOutputStream()
                        .write(("GET /api/session HTTP/1.1\r\nHost: " + host + "\r\nConnection: close\r\n\r\n")
                                .getBytes(StandardCharsets.US_ASCII));
                String answer = new String(socket.getInputStream().readAllBytes(), StandardCharsets.UTF_8);
                assertThat(answer).as(host).startsWith(host.contains("elsewhere") ? "HTTP/1.1 421" : "HTTP/1.1 200");
            }
        assertThat(manager.get("/").headers())
                .containsEntry("referrer-policy", List.of("no-referrer"))
                .containsKey("permissions-policy");
    }

    @Test
    void a_doctype_makes_no_release() {
        int before = manager.get("/api/releases").json().path("total").asInt();
        for (String text : List.of(
                "{}",
                "title,artists",
                "<!DOCTYPE html><html><body>Slack Water</body></html>",
                "<?xml version=\"1.0\"?><!DOCTYPE x [<!ENTITY a SYSTEM \"file:///etc/passwd\">]><x>&a;</x>"))
            answered("a pasted document", manager.postPlainly("/api/documents", Map.of("text", text)));
        assertThat(manager.get("/api/releases").json().path("total").asInt()).isEqualTo(before);
    }
}

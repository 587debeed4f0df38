package app.entrada.e2e;

import com.sun.net.httpserver.HttpExchange;
import com.sun.net.httpserver.HttpServer;
import java.io.IOException;
import java.net.InetSocketAddress;
import java.net.URLDecoder;
import java.nio.charset.StandardCharsets;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CopyOnWriteArrayList;

/** Somebody else's web form, as plain as such forms are: what was typed into it is kept to the letter. */
final class SomebodysForm implements AutoCloseable {
    /**
     * A field.
     *
     * @param choices words of a list to choose from; empty for a field to type into
     * @param ticked whether it is a box to tick
     */
    record FormField(String caption, List<String> choices, boolean ticked, boolean lines) {
        /** The same for one of several people. */
        FormField of(int person) {
            return new FormField("%s (%d)".formatted(caption, person), choices, ticked, lines);
        }

        static FormField typed(String caption) {
            return new FormField(caption, List.of(), false, false);
        }

        static FormField lines(String caption) {
            return new FormField(caption, List.of(), false, true);
        }

        static FormField chosen(String caption, String... choices) {
            return new FormField(caption, List.of(choices), false, false);
        }

        static FormField box(String caption) {
            return new FormField(caption, List.of(), true, false);
        }
    }

    private final HttpServer server;
    private final List<Map<String, String>> received = new CopyOnWriteArrayList<>();

    SomebodysForm(List<FormField> fields) throws IOException {
        server = HttpServer.create(new InetSocketAddress("127.0.0.1", 0), 0);
        server.createContext("/", exchange -> {
            if (exchange.getRequestMethod().equals("POST")) receive(exchange);
            else say(exchange, page(fields));
        });
        server.start();
    }

    private void receive(HttpExchange exchange) throws IOException {
        Map<String, String> values = new LinkedHashMap<>();
        String body = new String(exchange.getRequestBody().readAllBytes(), StandardCharsets.UTF_8);
        for (String pair : body.split("&")) {
            String[] both = pair.split("=", 2);
            values.put(decoded(both[0]), decoded(both[1]).replace("\r\n", "\n"));
        }
        received.add(values);
        say(exchange, "<!doctype html><title>Thanks</title><p id=thanks>We have it.</p>");
    }

    private static String decoded(String text) {
        return URLDecoder.decode(text, StandardCharsets.UTF_8);
    }

    private static void say(HttpExchange exchange, String page) throws IOException {
        byte[] bytes = page.getBytes(StandardCharsets.UTF_8);
        exchange.getResponseHeaders().set("Content-Type", "text/html; charset=utf-8");
        exchange.sendResponseHeaders(200, bytes.length);
        exchange.getResponseBody().write(bytes);
        exchange.close();
    }

    private static String page(List<FormField> fields) {
        StringBuilder page = new StringBuilder(
                "<!doctype html><html lang=en><title>New release</title><link rel=icon href='data:,'><form method=post>");
        for (FormField field : fields) {
            page.append("<p><label>").append(field.caption()).append("<br>");
            String name = "name=\"" + field.caption() + "\" aria-label=\"" + field.caption() + "\"";
            if (field.ticked())
                page.append("<input type=checkbox ").append(name).append('>');
            else if (field.lines()) page.append("<textarea ").append(name).append("></textarea>");
            else if (field.choices().isEmpty())
                page.append("<input size=60 ").append(name).append('>');
            else {
                page.append("<select ").append(name).append("><option></option>");
                for (String choice : field.choices())
                    page.append("<option>").append(choice).append("</option>");
                page.append("</select>");
            }
            page.append("</label>");
        }
        return page.append("<p><button id=hand>Hand in</button></form></html>").toString();
    }

    String address() {
        return "http://127.0.0.1:" + server.getAddress().getPort() + "/";
    }

    /** What came in last, by caption; a box that was not ticked is not among it. */
    Map<String, String> last() {
        return received.get(received.size() - 1);
    }

    @Override
    public void close() {
        server.stop(0);
    }
}

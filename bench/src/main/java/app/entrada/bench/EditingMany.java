package app.entrada.bench;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes one fact into every recording of the catalogue at once, again and again; all of them say afterwards what was confirmed
 * last, or all of them what was sent last and not answered.
 */
final class EditingMany extends Hand {
    private static final JsonMapper JSON = new JsonMapper();
    private static final String COLUMN = "recordedIn";
    private static final String RECORDINGS = "/api/catalogue/recordings";
    private static final long PAUSE = 700_000_000;
    private static final int CONFLICT = 409;

    private String stands;
    private String sent;
    private int number;

    EditingMany(Ledger ledger) {
        super(ledger);
    }

    @Override
    void comesBack(Person person) throws IOException, InterruptedException {
        if (stands == null && sent == null) return;
        Set<String> now = values(person);
        if (now.size() != 1) ledger.wrong("a batch is half there: %s".formatted(now));
        String only = now.iterator().next();
        if (!only.equals(String.valueOf(sent)) && !only.equals(String.valueOf(stands)) && stands != null)
            ledger.wrong("recordings say “%s”; confirmed was “%s”, unanswered “%s”".formatted(only, stands, sent));
        if (sent != null) ledger.count("batches whose answer was lost; each stands there whole or not at all");
        stands = only.isEmpty() ? null : only;
        sent = null;
    }

    @Override
    void works(Person person) throws IOException, InterruptedException {
        String next = "Room %d".formatted(++number);
        HttpResponse<String> preview = person.send(
                "POST", RECORDINGS + "/preview", Map.of("find", "", "column", COLUMN, "value", next, "carried", true));
        if (!right(preview, "looking over a batch")) return;
        JsonNode planned = JSON.readTree(preview.body());
        List<Map<String, Object>> places = new ArrayList<>();
        for (JsonNode each : planned.path("places")) {
            Map<String, Object> place = new HashMap<>();
            place.put("target", each.path("target").asLong());
            place.put("before", each.path("before").asString(null));
            places.add(place);
        }
        sent = next;
        HttpResponse<String> answer = person.send(
                "POST",
                "/api/catalogue/changes",
                Map.of("field", planned.path("field").asString(), "after", next, "places", places));
        if (answer.statusCode() == CONFLICT)
            // the table in memory was not yet what the database holds
            ledger.count("batches that were refused because the table was a moment old");
        else if (right(answer, "a batch")) {
            stands = next;
            ledger.count("batches over the whole catalogue that were confirmed");
        }
        sent = null;
        LockSupport.parkNanos(PAUSE);
    }

    /** What recordings say, empty for nothing. */
    private Set<String> values(Person person) throws IOException, InterruptedException {
        Set<String> values = new TreeSet<>();
        for (int from = 0, of = 1; from < of; from += 100) {
            JsonNode window =
                    person.json("GET", "%s?columns=%s&count=100&from=%d".formatted(RECORDINGS, COLUMN, from), null);
            if (window.path("lookedOver").asInt() > 0) {
                from = -100;
                values.clear();
                continue;
            }
            of = window.path("total").asInt();
            for (JsonNode row : window.path("rows"))
                values.add(row.path("cells").path(COLUMN).path("value").asString(""));
        }
        return values;
    }
}

package app.entrada.bench;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Sends a release again and again; each delivery that was confirmed reaches its destination, and none twice. */
final class Delivering extends Hand {
    private static final JsonMapper JSON = new JsonMapper();
    private static final String DESTINATION = "lumenfold";
    private static final int CONFLICT = 409;

    private final long release;
    private final String password;
    private final Set<Long> confirmed = new TreeSet<>();

    Delivering(Ledger ledger, long release, String password) {
        super(ledger);
        this.release = release;
        this.password = password;
    }

    @Override
    void works(Person person) throws IOException, InterruptedException {
        HttpResponse<String> answer = person.send(
                "POST",
                "/api/releases/" + release + "/deliveries",
                Map.of("destination", DESTINATION, "declaresRights", true, "again", true, "password", password));
        // the one before is under way
        if (answer.statusCode() != CONFLICT && right(answer, "a delivery")) {
            confirmed.add(JSON.readTree(answer.body()).path(0).path("id").asLong());
            ledger.count("deliveries that were confirmed; each reached its destination once");
        }
        LockSupport.parkNanos(500_000_000);
    }

    /** What is wrong at the end, held against what the destination says that it has. */
    void held(Person person, JsonNode destination) throws IOException, InterruptedException {
        for (int i = 0; i < 120 && isUnderWay(person); i++) LockSupport.parkNanos(500_000_000);
        Set<String> taken = new TreeSet<>();
        int packages = 0;
        for (JsonNode each : destination.path("taken")) {
            taken.add(each.path("key").asString());
            packages++;
        }
        if (taken.size() != packages) ledger.wrong("the destination has a delivery twice");
        int ours = 0;
        for (JsonNode each : deliveries(person)) {
            if (each.path("receipt").asString("").isEmpty())
                ledger.wrong("delivery %d did not arrive: %s"
                        .formatted(each.path("id").asLong(), each.path("state")));
            ours++;
            confirmed.remove(each.path("id").asLong());
        }
        if (!confirmed.isEmpty()) ledger.wrong("deliveries that were confirmed are not known: " + confirmed);
        if (packages < ours) ledger.wrong("the destination has %d packages, sent were %d".formatted(packages, ours));
    }

    private JsonNode deliveries(Person person) throws IOException, InterruptedException {
        for (JsonNode each : person.json("GET", "/api/releases/" + release + "/deliveries", null))
            if (each.path("id").asString().equals(DESTINATION)) return each.path("deliveries");
        throw new IOException("the destination is not there");
    }

    private boolean isUnderWay(Person person) throws IOException, InterruptedException {
        for (JsonNode each : deliveries(person))
            if (Set.of("sealed", "received", "in review")
                    .contains(each.path("state").asString())) return true;
        return false;
    }
}

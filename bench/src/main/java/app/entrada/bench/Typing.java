package app.entrada.bench;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Writes titles of tracks, the same one into each of them at once, so that half a change is seen; uploads papers; and asks for
 * nonsense. What stands there is what was confirmed last, or what was sent last and not answered.
 */
final class Typing extends Hand {
    private static final JsonMapper JSON = new JsonMapper();
    private static final List<String> NONSENSE = List.of(
            "/api/releases/99999999999999999999",
            "/api/people/find?typed=%ED%A0%80",
            "/api/releases/1/deliveries/preview?destination=%00&path=x",
            "/api/files/nothing",
            "/error",
            "/api/activity?before=x");

    private final long release;
    private final List<Long> tracks;
    private final Random own;
    private String stands;
    private String sent;
    private int number;

    /** @param tracks of the release, that nobody else writes to */
    Typing(Ledger ledger, long release, List<Long> tracks, int seed) {
        super(ledger);
        this.release = release;
        this.tracks = tracks;
        this.own = new Random(seed);
    }

    @Override
    void comesBack(Person person) throws IOException, InterruptedException {
        List<String> titles = titles(person);
        String now = titles.get(0);
        if (titles.stream().anyMatch(each -> !each.equals(now)))
            ledger.wrong("half a change stands there: %s".formatted(titles));
        if (sent != null) {
            if (!now.equals(sent) && !now.equals(String.valueOf(stands)))
                ledger.wrong("tracks say “%s”; confirmed was “%s”, unanswered “%s”".formatted(now, stands, sent));
            ledger.count("changes whose answer was lost; each stands there whole or not at all");
            sent = null;
        } else if (!now.equals(String.valueOf(stands)))
            ledger.wrong("tracks say “%s”; confirmed was “%s”".formatted(now, stands));
        stands = now.equals("null") ? null : now;
    }

    @Override
    void works(Person person) throws IOException, InterruptedException {
        number++;
        String next = "Fathom %d.%d".formatted(tracks.get(0), number);
        List<Map<String, Object>> changes = new ArrayList<>();
        for (long track : tracks) {
            Map<String, Object> change =
                    new HashMap<>(Map.of("entity", "track", "target", track, "field", "track.title", "after", next));
            change.put("before", stands);
            changes.add(change);
        }
        sent = next;
        HttpResponse<String> answer = person.send(
                "POST",
                "/api/releases/" + release + "/changes",
                Map.of("says", "Title", "source", "typed", "changes", changes));
        if (right(answer, "a change")) {
            stands = next;
            ledger.count("changes of two tracks at once that were confirmed");
        }
        sent = null;
        if (number % 5 == 0) upload(person);
        HttpResponse<String> odd = person.send("GET", NONSENSE.get(own.nextInt(NONSENSE.size())), null);
        ledger.count("requests that were none, answered with what is wrong");
        if (odd.statusCode() >= 500 && odd.statusCode() != 503)
            ledger.wrong("nonsense was answered with %d: %s".formatted(odd.statusCode(), odd.body()));
    }

    private void upload(Person person) throws IOException, InterruptedException {
        byte[] file = new byte[2000 + own.nextInt(200_000)];
        own.nextBytes(file);
        HttpResponse<String> answer = person.send("POST", "/api/releases/" + release + "/files?name=notes.bin", file);
        if (right(answer, "a file"))
            ledger.file(JSON.readTree(answer.body()).path("sha256").asString(), file);
    }

    private List<String> titles(Person person) throws IOException, InterruptedException {
        List<String> titles = new ArrayList<>();
        for (JsonNode row : person.json("GET", "/api/releases/" + release, null).path("rows"))
            if (tracks.contains(row.path("trackId").asLong()))
                titles.add(row.path("cells").path("title").path("value").asString("null"));
        if (titles.size() != tracks.size()) throw new IOException("a track is not there");
        return titles;
    }
}

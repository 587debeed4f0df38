package app.entrada.standins;

import com.sun.net.httpserver.HttpExchange;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.util.ArrayList;
import java.util.Base64;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import tools.jackson.core.type.TypeReference;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * An invented open catalogue. It is searched by fingerprint, takes titles, times and fingerprints with a note of where they
 * come from, refuses those that no person confirmed, and shows how an edit differs from what it holds.
 */
final class Commonshelf implements Kind {
    private static final double SAME = 0.5;
    /** Kept with a delivery, not given back. */
    private static final String SHELF = ".shelf.json";

    private final JsonMapper json = new JsonMapper();

    @Override
    public String id() {
        return "commonshelf";
    }

    @Override
    public String name() {
        return "Commonshelf";
    }

    @Override
    public String letters() {
        return "CS";
    }

    @Override
    public long reviewMillis() {
        return 2_000;
    }

    @Override
    public boolean answers(FrontDesk desk, HttpExchange exchange, String path) throws IOException {
        if (!exchange.getRequestMethod().equals("POST") || !path.equals("/v1/lookup")) return false;
        List<Map<String, Object>> found = new ArrayList<>();
        try (InputStream in = exchange.getRequestBody()) {
            JsonNode asked = json.readTree(in.readNBytes(8 << 20));
            Set<Integer> words = words(asked.path("fingerprint").asString(""));
            for (Map<String, String> held : shelf(desk).values()) {
                double alike = alike(words, words(held.getOrDefault("fingerprint", "")));
                if (alike >= SAME) {
                    Map<String, Object> match = new LinkedHashMap<>(held);
                    match.remove("fingerprint");
                    match.put("likeness", alike);
                    found.add(match);
                }
            }
        } catch (RuntimeException noJson) {
            desk.refuse(exchange, 400, "json", "The question is no readable JSON.");
            return true;
        }
        desk.say(exchange, 200, Map.of("matches", found));
        return true;
    }

    private static Set<Integer> words(String base64) {
        Set<Integer> words = new HashSet<>();
        byte[] bytes = Base64.getDecoder().decode(base64);
        ByteBuffer buffer = ByteBuffer.wrap(bytes);
        while (buffer.remaining() >= 4) words.add(buffer.getInt());
        return words;
    }

    private static double alike(Set<Integer> one, Set<Integer> other) {
        if (one.isEmpty() || other.isEmpty()) return 0;
        long both = one.stream().filter(other::contains).count();
        return (double) both / Math.max(one.size(), other.size());
    }

    /** What it holds, the newest entry of each recording. */
    private Map<String, Map<String, String>> shelf(FrontDesk desk) {
        Map<String, Map<String, String>> shelf = new LinkedHashMap<>();
        for (Taken each : desk.accepted())
            if (each.documents().containsKey(SHELF))
                shelf.putAll(json.readValue(
                        each.documents().get(SHELF), new TypeReference<Map<String, Map<String, String>>>() {}));
        return shelf;
    }

    @Override
    public Verdict read(Bagged bag, List<Taken> before) throws IOException {
        Verdict verdict = new Verdict();
        Optional<String> text = bag.text("release.json");
        if (text.isEmpty()) return verdict.refuse("entry", "release.json is missing.", "");
        JsonNode entry;
        try {
            entry = json.readTree(text.get());
        } catch (RuntimeException noJson) {
            return verdict.refuse("entry", "release.json is no readable JSON.", "");
        }
        String title = entry.path("title").asString("");
        verdict.called(title, entry.path("barcode").asString(""));
        if (entry.path("source").path("note").asString("").isBlank())
            verdict.refuse("source", "It is not said where the entry comes from.", "");
        if (title.isBlank()) verdict.refuse("title", "The release has no title.", "", 0, "release.title");
        StringBuilder differences = new StringBuilder();
        Map<String, String> held = new LinkedHashMap<>();
        before.stream()
                .filter(each -> each.mark().equals(verdict.mark()))
                .forEach(each -> each.documents().forEach((name, said) -> {
                    if (name.equals("held.json"))
                        held.putAll(json.readValue(said, new TypeReference<Map<String, String>>() {}));
                }));
        Map<String, String> now = new LinkedHashMap<>();
        for (JsonNode track : entry.path("tracks")) track(track, verdict, held, now, differences);
        if (!verdict.reasons().isEmpty()) return verdict;
        Map<String, Map<String, String>> shelf = new LinkedHashMap<>();
        for (JsonNode track : entry.path("tracks")) {
            Map<String, String> one = new LinkedHashMap<>();
            for (String fact : List.of("title", "isrc", "milliseconds", "fingerprint"))
                one.put(fact, track.path(fact).asString(""));
            one.put("release", title);
            shelf.put(verdict.mark() + " " + track.path("position").asInt(), one);
        }
        verdict.give(SHELF, json.writeValueAsString(shelf));
        return verdict.give("held.json", json.writeValueAsString(now))
                .give(
                        "differences.txt",
                        differences.isEmpty() ? "Nothing is held otherwise.\n" : differences.toString());
    }

    private static void track(
            JsonNode track,
            Verdict verdict,
            Map<String, String> held,
            Map<String, String> now,
            StringBuilder differences) {
        int number = track.path("position").asInt();
        String title = track.path("title").asString("");
        if (!track.path("milliseconds").isNumber())
            verdict.refuse(
                    "time", "“%s” has no time to the millisecond.".formatted(title), "", number, "recording.master");
        if (!track.path("confirmed").asBoolean(false))
            verdict.refuse(
                    "unconfirmed",
                    "No person has confirmed that the file of “%s” is that recording.".formatted(title),
                    "",
                    number,
                    "recording.master");
        else if (track.path("fingerprint").asString("").isEmpty())
            verdict.refuse("fingerprint", "“%s” has no fingerprint.".formatted(title), "", number, "recording.master");
        for (String fact : List.of("title", "isrc", "milliseconds")) {
            String key = number + "." + fact;
            String value = track.path(fact).asString("");
            now.put(key, value);
            String old = held.get(key);
            if (old != null && !old.equals(value))
                differences.append("track %d, %s: %s → %s\n".formatted(number, fact, old, value));
        }
    }
}

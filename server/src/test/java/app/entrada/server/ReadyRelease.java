package app.entrada.server;

import app.entrada.demo.CoverDrawing;
import app.entrada.demo.Piece;
import app.entrada.demo.Synthesiser;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;
import java.util.function.BooleanSupplier;
import java.util.function.Supplier;
import tools.jackson.databind.JsonNode;

/** Makes a single that nothing is wrong with, through the API. */
public final class ReadyRelease {
    private static long seed = 900;

    /** Every copy that one of the destinations wants. */
    public static final String RECIPES = "store-flac,store-wav,sync-mp3,episode-mp3,disc-wav";

    private ReadyRelease() {}

    /** A single with master, cover and all facts; its id. */
    public static long make(Client manager, String title) throws IOException {
        return make(manager, title, 1, 3000);
    }

    private static synchronized long make(Client manager, String title, int seconds, int side) throws IOException {
        seed++;
        JsonNode view = manager.begin("single", title);
        long id = Client.id(view);
        Path wav = Files.createTempFile("master", ".wav");
        // of another tempo and key each, so that none is taken for another one's recording
        int tempo = 84 + (int) (seed * 11 % 53);
        Synthesiser.write(new Piece(seed, tempo, (int) (seed % 12), false, seconds, Piece.Layers.BEATS, 0), wav);
        Path cover = Files.createTempFile("cover", ".jpg");
        CoverDrawing.write(cover, side, seed, CoverDrawing.Style.BLOCKS, List.of("NW"));
        manager.upload("/api/releases/" + id + "/files?name=master.wav", Files.readAllBytes(wav));
        manager.upload("/api/releases/" + id + "/files?name=cover.jpg", Files.readAllBytes(cover));
        Files.delete(wav);
        Files.delete(cover);
        view = manager.write(view, 0, "artists", "The Paper Ferrymen").json();
        view = manager.write(view, 0, "genre", "Rock").json();
        view = manager.write(view, 0, "language", "en").json();
        view = manager.write(view, 0, "releaseDate", "2027-02-12").json();
        view = manager.write(view, 1, "explicit", "no").json();
        manager.write(view, 1, "writers", "Joss Amberley");
        until(
                () -> {
                    JsonNode now = manager.get("/api/releases/" + id).json();
                    return unhindered(now)
                            && !now.path("head").path("cover").path("measuring").asBoolean(true)
                            && now.path("rows")
                                    .path(1)
                                    .path("master")
                                    .path("state")
                                    .asString()
                                    .equals("whole");
                },
                () -> manager.get("/api/releases/" + id).text());
        return id;
    }

    /** Facts by which every kind of receiver takes a release. */
    private static final Map<String, String> FOR_ALL = Map.ofEntries(
            Map.entry("0.artists", "Joss Amberley"),
            Map.entry("0.licence", "all rights reserved"),
            Map.entry("0.priceTier", "full"),
            Map.entry("0.description", "A song about the works of a lock, sung by the people who turn them."),
            Map.entry("0.series", "Weirside Talks"),
            Map.entry("0.contact", "M. Arden, desk@ninth-weir.example"),
            Map.entry("1.summary", "How a lock is worked, told and sung."),
            Map.entry("1.episode", "3"),
            Map.entry("1.moods", "calm; bright"),
            Map.entry("1.instruments", "drums; bass"),
            Map.entry("1.tempoClass", "moderate"),
            Map.entry(
                    "1.keywords",
                    "lock; water; work; wheel; river; gate; paddle; chain; morning; mist; rope; boat; slow; turn"),
            Map.entry("1.recordedOn", "2026-06"),
            Map.entry("1.country", "DE"),
            Map.entry("1.instrumental", "no"),
            Map.entry("1.credits", "Joss Amberley: vocals, guitar; Hanna Veil: mastering"),
            Map.entry("1.splits", "Joss Amberley: artist 50; Ninth Weir Records: label 50"),
            Map.entry("1.writers", "Joss Amberley: C 50/50 via Low Lock Music"),
            Map.entry("1.publishers", "Low Lock Music: E 50/50"));

    /** A release that all of these destinations take, with every copy that they want; its id. */
    public static long everywhere(Client manager, String title, List<String> destinations) throws IOException {
        long id = make(manager, title, 8, 3000);
        JsonNode view = manager.get("/api/releases/" + id).json();
        for (Map.Entry<String, String> fact : FOR_ALL.entrySet()) {
            Client.Answer written = manager.write(
                    view, fact.getKey().charAt(0) - '0', fact.getKey().substring(2), fact.getValue());
            if (written.status() != 200) throw new AssertionError(fact + ": " + written.text());
        }
        Client.Answer named = manager.destinations(id, String.join("; ", destinations));
        if (named.status() != 200) throw new AssertionError(named.text());
        for (JsonNode person : manager.get("/api/people?count=500").json().path("people"))
            if (person.path("name").asString().equals("Joss Amberley"))
                manager.post(
                        "/api/people/" + person.path("id").asLong() + "/changes",
                        Map.of("field", "party.legalName", "after", "Jocelyn Amberley"));
        copies(manager, id, RECIPES);
        return id;
    }

    /** Whether nothing stops or endangers a delivery; what is only worth knowing may stand. */
    private static boolean unhindered(JsonNode view) {
        for (JsonNode finding : view.path("findings"))
            if (!finding.path("weight").asString().equals("note")) return false;
        return true;
    }

    /** Writes its copies by a recipe and waits for them. */
    public static void copies(Client manager, long id, String recipe) {
        Client.Answer asked = manager.post("/api/releases/" + id + "/copies?recipe=" + recipe, Map.of());
        if (asked.status() != 200) throw new AssertionError(asked.text());
        for (String each : recipe.split(","))
            until(
                    () -> state(manager, id, each).equals("written"),
                    () -> state(manager, id, each) + ", "
                            + manager.get("/api/jobs").text());
    }

    /** Asks for work and waits until the board says that it has ended, well or not. */
    public static void job(Client manager, String path) {
        long job = manager.post(path, Map.of()).json().path("job").asLong();
        until(
                () -> {
                    for (JsonNode each : manager.get("/api/jobs").json())
                        if (each.path("id").asLong() == job)
                            return each.path("state").asString().matches("done|failed");
                    return true;
                },
                () -> manager.get("/api/jobs").text());
    }

    /** Waits for something that the background does, on a busy machine too: two minutes at most. */
    public static void until(BooleanSupplier happened, Supplier<String> otherwise) {
        long end = System.nanoTime() + 120_000_000_000L;
        while (!happened.getAsBoolean()) {
            if (System.nanoTime() > end) throw new AssertionError("it did not come to pass: " + otherwise.get());
            LockSupport.parkNanos(20_000_000);
        }
    }

    /** How the first track's copy by a recipe stands. */
    public static String state(Client manager, long id, String recipe) {
        for (JsonNode each : manager.get("/api/releases/" + id + "/copies").json())
            if (each.path("id").asString().equals(recipe))
                return each.path("files").path(0).path("state").asString();
        return "";
    }
}

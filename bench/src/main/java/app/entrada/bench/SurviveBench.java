package app.entrada.bench;

import java.io.IOException;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Random;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.atomic.AtomicInteger;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Kills the server or PostgreSQL with -9 at random moments while several people type, upload and ask for nonsense, and holds
 * what is there after each restart against a ledger that is kept outside: what was confirmed stands there, and nothing that
 * nobody wrote. The installation is one of its own and is made and started again by the project's script.
 */
final class SurviveBench {
    private static final int PEOPLE = 4;
    private static final Duration LONGEST_RESTART = Duration.ofMinutes(2);
    private static final JsonMapper JSON = new JsonMapper();
    private static final List<String> NONSENSE = List.of(
            "/api/releases/99999999999999999999",
            "/api/people/find?typed=%ED%A0%80",
            "/api/releases/1/deliveries/preview?destination=%00&path=x",
            "/api/files/nothing",
            "/error",
            "/api/activity?before=x");

    private final Installation house;
    private final Random random = new Random(14);
    private final AtomicInteger confirmed = new AtomicInteger();
    private final AtomicInteger unanswered = new AtomicInteger();
    private final AtomicInteger files = new AtomicInteger();
    private final AtomicInteger nonsense = new AtomicInteger();
    private final List<String> wrong = new java.util.concurrent.CopyOnWriteArrayList<>();
    private final Map<String, byte[]> kept = new ConcurrentHashMap<>();
    private volatile boolean ending;

    private SurviveBench(Installation house) {
        this.house = house;
    }

    /** @param kills how many; half of them at the server, half at the database */
    static String run(Path folder, int kills) throws IOException {
        SurviveBench bench =
                new SurviveBench(new Installation(folder.resolve("survive"), Map.of("ENTRADA_FIRST_PORT", "8900")));
        try {
            return bench.run(kills);
        } catch (InterruptedException | ExecutionException stopped) {
            throw new IOException(stopped);
        } finally {
            bench.ending = true;
            bench.house.script("stop");
            // what went wrong is kept to be looked at
            if (bench.wrong.isEmpty()) bench.house.clear();
        }
    }

    private String run(int kills) throws IOException, InterruptedException, ExecutionException {
        house.script("stop");
        house.clear();
        house.script("start");
        Person first = new Person(house.at("own/run/port"));
        first.get("/api/session");
        String password = "survive-" + Long.toHexString(random.nextLong());
        if (first.send("POST", "/api/accounts/first", Map.of("name", "Kay", "password", password))
                        .statusCode()
                != 200) throw new IOException("the first account was not made");
        first.get("/api/session");
        JsonNode view = first.json("POST", "/api/releases", Map.of("kind", "album", "title", "Forty Fathoms"));
        long release = view.path("head").path("id").asLong();
        for (int i = 0; i < PEOPLE; i++) first.send("POST", "/api/releases/" + release + "/tracks", Map.of("count", 1));
        List<Long> tracks = new ArrayList<>();
        for (JsonNode row : first.json("GET", "/api/releases/" + release, null).path("rows"))
            if (row.path("trackId").asLong() > 0) tracks.add(row.path("trackId").asLong());
        if (tracks.size() < PEOPLE) throw new IOException("the release has only %d tracks".formatted(tracks.size()));

        ExecutorService hands = Executors.newFixedThreadPool(PEOPLE);
        List<Future<?>> typing = new ArrayList<>();
        for (int i = 0; i < PEOPLE; i++) {
            long track = tracks.get(i);
            Random own = new Random(i);
            typing.add(hands.submit(() -> {
                type(password, release, track, own);
                return null;
            }));
        }
        long slowest = 0;
        for (int i = 0; i < kills; i++) {
            LockSupport.parkNanos(Duration.ofMillis(2000 + random.nextInt(6000)).toNanos());
            kill(house.at(i % 2 == 0 ? "own/run/server.pid" : "own/db/postmaster.pid"));
            slowest = Math.max(slowest, ready());
        }
        LockSupport.parkNanos(Duration.ofSeconds(5).toNanos());
        ending = true;
        for (Future<?> each : typing) each.get();
        hands.shutdown();
        Person last = new Person(house.at("own/run/port"));
        last.signIn("Kay", password);
        for (Map.Entry<String, byte[]> each : kept.entrySet()) {
            HttpResponse<byte[]> back = last.bytes("/api/files/" + each.getKey());
            if (back.statusCode() != 200 || !java.util.Arrays.equals(back.body(), each.getValue()))
                wrong.add("file %s came back otherwise (%d)".formatted(each.getKey(), back.statusCode()));
        }
        String well = "nothing";
        try {
            house.script("doctor", "--deep");
        } catch (IOException different) {
            well = "something";
            wrong.add("./entrada doctor --deep found: " + different.getMessage());
        }
        wrong.forEach(System.err::println);
        return """
                | what | count |
                |---|---|
                | kills with -9, half at the server, half at PostgreSQL | %d |
                | edits that were confirmed | %,d |
                | edits whose answer was lost; each stands there whole or not at all | %,d |
                | files that were confirmed, read back byte for byte | %,d |
                | requests that were none, answered with what is wrong | %,d |
                | found by `./entrada doctor --deep`: files, halves, references, what is kept of how releases stand | %s |
                | slowest restart, without anybody's help | %.1f s |
                | **lost, doubled or answered wrongly** | **%d** |
                """.formatted(
                        kills,
                        confirmed.get(),
                        unanswered.get(),
                        files.get(),
                        nonsense.get(),
                        well,
                        slowest / 1e9,
                        wrong.size());
    }

    /** One person's ledger: the title of a track is what was confirmed last, or what was sent last and not answered. */
    private void type(String password, long release, long track, Random own) throws InterruptedException {
        Person person = null;
        String stands = null;
        String sent = null;
        for (int n = 0; !ending; n++)
            try {
                if (person == null) {
                    Person fresh = new Person(house.at("own/run/port"));
                    fresh.signIn("Kay", password);
                    person = fresh;
                    String now = title(person, release, track);
                    if (sent != null) {
                        if (!now.equals(sent) && !now.equals(String.valueOf(stands)))
                            wrong.add("track %d says “%s”; confirmed was “%s”, unanswered “%s”"
                                    .formatted(track, now, stands, sent));
                        unanswered.incrementAndGet();
                        sent = null;
                    }
                    stands = now.equals("null") ? null : now;
                }
                String next = "Fathom %d.%d".formatted(track, n);
                Map<String, Object> change = new HashMap<>(
                        Map.of("entity", "track", "target", track, "field", "track.title", "after", next));
                change.put("before", stands);
                sent = next;
                HttpResponse<String> answer = person.send(
                        "POST",
                        "/api/releases/" + release + "/changes",
                        Map.of("says", "Title", "source", "typed", "changes", List.of(change)));
                if (answer.statusCode() == 200) {
                    stands = next;
                    sent = null;
                    confirmed.incrementAndGet();
                } else if (answer.statusCode() != 503) {
                    wrong.add("an edit was answered with %d: %s".formatted(answer.statusCode(), answer.body()));
                    person = null;
                    continue;
                } else throw new IOException("not now");
                if (n % 5 == 0) upload(person, release, own);
                HttpResponse<String> odd = person.send("GET", NONSENSE.get(own.nextInt(NONSENSE.size())), null);
                nonsense.incrementAndGet();
                if (odd.statusCode() >= 500 && odd.statusCode() != 503)
                    wrong.add("nonsense was answered with %d: %s".formatted(odd.statusCode(), odd.body()));
            } catch (IOException away) {
                person = null;
                LockSupport.parkNanos(200_000_000);
            }
    }

    private void upload(Person person, long release, Random own) throws IOException, InterruptedException {
        byte[] file = new byte[2000 + own.nextInt(200_000)];
        own.nextBytes(file);
        HttpResponse<String> answer = person.send("POST", "/api/releases/" + release + "/files?name=notes.bin", file);
        if (answer.statusCode() == 503) throw new IOException("not now");
        if (answer.statusCode() != 200) {
            wrong.add("a file was answered with %d: %s".formatted(answer.statusCode(), answer.body()));
            return;
        }
        kept.put(JSON.readTree(answer.body()).path("sha256").asString(), file);
        files.incrementAndGet();
    }

    private static String title(Person person, long release, long track) throws IOException, InterruptedException {
        for (JsonNode row : person.json("GET", "/api/releases/" + release, null).path("rows"))
            if (row.path("trackId").asLong() == track)
                return row.path("cells").path("title").path("value").asString("null");
        throw new IOException("the track is not there");
    }

    // ---- the installation

    private static void kill(Path pidFile) throws IOException {
        if (!Files.exists(pidFile)) return;
        ProcessHandle.of(Long.parseLong(Files.readAllLines(pidFile).get(0).strip()))
                .ifPresent(ProcessHandle::destroyForcibly);
    }

    /** Waits until it works again; nanoseconds that took. */
    private long ready() throws IOException {
        long began = System.nanoTime();
        // first it has to be noticed
        LockSupport.parkNanos(500_000_000);
        while (System.nanoTime() - began < LONGEST_RESTART.toNanos())
            try {
                if (new Person(house.at("own/run/port"))
                                .send("GET", "/actuator/health/readiness", null)
                                .statusCode()
                        == 200) return System.nanoTime() - began;
                LockSupport.parkNanos(200_000_000);
            } catch (IOException away) {
                LockSupport.parkNanos(200_000_000);
            } catch (InterruptedException stopped) {
                throw new IOException(stopped);
            }
        throw new IOException("it was not back within %d s".formatted(LONGEST_RESTART.toSeconds()));
    }
}

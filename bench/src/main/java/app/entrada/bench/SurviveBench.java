package app.entrada.bench;

import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Random;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * Kills the server or PostgreSQL with -9 at random moments while several people type, upload, send, exchange the key, back up
 * and ask for nonsense, and holds what is there after each restart against a ledger that is kept outside: what was confirmed
 * stands there, and nothing that nobody wrote. At the end the newest backup is restored beside it. The installation is one of
 * its own and is made and started again by the project's script.
 */
final class SurviveBench {
    private static final int PEOPLE = 3;
    /** Of so many kills one is at the database. */
    private static final int DATABASE_EVERY = 7;

    /** Of so many kills one is followed by another without waiting until all runs again. */
    private static final int AT_ONCE_EVERY = 4;

    private static final Duration LONGEST_RESTART = Duration.ofMinutes(5);
    private static final Duration LONGEST_WORK = Duration.ofMinutes(2);
    private static final JsonMapper JSON = new JsonMapper();
    private static final Map<String, String> SETTINGS = Map.of(
            "ENTRADA_FIRST_PORT",
            "9800",
            "ENTRADA_DEMO_LONGEST",
            "5s",
            "ENTRADA_DEMO_BACK_CATALOGUE",
            "false",
            "ENTRADA_TODAY",
            "2026-11-23",
            "ENTRADA_BACKUP_PASSPHRASE",
            "survive-and-restore");

    private final Installation house;
    private final Path folder;
    private final Random random = new Random(14);
    private final Ledger ledger = new Ledger();

    /** One thread for each hand. */
    private final ExecutorService all = Executors.newCachedThreadPool();

    private int servers;
    private int databases;
    private int atOnce;
    private int restores;
    private long slowest;

    private SurviveBench(Path folder) {
        this.folder = folder;
        this.house = new Installation(folder.resolve("survive"), SETTINGS);
    }

    /**
     * @param kills how many; one of seven at the database, the others at the server
     * @param longest after which no other one follows
     */
    static String run(Path folder, int kills, Duration longest) throws IOException {
        SurviveBench bench = new SurviveBench(folder);
        try {
            return bench.run(kills, longest);
        } catch (InterruptedException | ExecutionException stopped) {
            throw new IOException(stopped);
        } catch (IOException ended) {
            bench.ledger.wrong("the campaign ended early: " + ended.getMessage());
            throw new IOException(
                    "after %d kills; what was there is kept in %s"
                            .formatted(bench.servers + bench.databases, bench.house.at("")),
                    ended);
        } finally {
            bench.ledger.end();
            bench.all.shutdown();
            bench.house.script("stop");
            // what went wrong is kept to be looked at
            if (bench.ledger.wrong().isEmpty()) bench.house.clear();
        }
    }

    private Person signedIn() throws IOException, InterruptedException {
        Person person = new Person(house.at("demo/run/port"));
        person.signIn("M. Arden", password());
        return person;
    }

    private String password() throws IOException {
        return Files.readString(house.at("demo/secrets/demo-password")).strip();
    }

    private String run(int most, Duration longest) throws IOException, InterruptedException, ExecutionException {
        house.script("stop");
        house.clear();
        house.script("demo");
        Person first = signedIn();
        house.awaitWhole("demo");
        waitForWork(first);
        long single = release(first, "Slack Water");
        // a destination that takes its time would be sent to a few times only
        http("POST", "/lumenfold/control/faults", "{\"kind\":\"review\",\"times\":0,\"millis\":300}");
        List<Hand> hands = new ArrayList<>();
        JsonNode view = first.json("POST", "/api/releases", Map.of("kind", "album", "title", "Forty Fathoms"));
        long release = view.path("head").path("id").asLong();
        for (int i = 0; i < 2 * PEOPLE; i++)
            first.send("POST", "/api/releases/" + release + "/tracks", Map.of("count", 1));
        List<Long> tracks = new ArrayList<>();
        for (JsonNode row : first.json("GET", "/api/releases/" + release, null).path("rows"))
            if (row.path("trackId").asLong() > 0) tracks.add(row.path("trackId").asLong());
        for (int i = 0; i < PEOPLE; i++) hands.add(new Typing(ledger, release, tracks.subList(2 * i, 2 * i + 2), i));
        Delivering delivering = new Delivering(ledger, single, password());
        WritingCopies copies = new WritingCopies(ledger, release(first, "Towpath Songs"));
        hands.addAll(List.of(
                new SendingPieces(ledger),
                new EditingMany(ledger),
                copies,
                delivering,
                new ExchangingKeys(ledger),
                new BackingUp(ledger, house)));

        List<Future<Void>> working = new ArrayList<>();
        for (Hand each : hands) working.add(all.submit(each.at(this::signedIn)));
        killing(most, longest);
        LockSupport.parkNanos(Duration.ofSeconds(5).toNanos());
        ledger.end();
        for (Future<Void> each : working) each.get();

        Person last = signedIn();
        delivering.held(last, JSON.readTree(http("GET", "/lumenfold/control/state", "")));
        last.send("POST", "/api/destinations/key", Map.of());
        copies.atLast(last);
        waitForWork(last);
        copies.held(last);
        if (last.get("/api/jobs").body().contains("\"state\":\"failed\""))
            ledger.wrong("work failed: " + last.get("/api/jobs").body());
        readBack(last);
        String well = lookOver("./entrada doctor --deep", () -> house.script("doctor", "--deep"));
        String restored = lookOver("restoring the newest backup", () -> restore(Math.min(10, 1 + most / 7)));
        ledger.wrong().forEach(System.err::println);
        return """
                | what | count |
                |---|---|
                | kills of the server with -9 | %d |
                | kills of PostgreSQL with -9 | %d |
                | of both, while it was still getting up from the one before | %d |
                | kills of a restore with -9, after which the next one made it whole | %d |
                %s| found by `./entrada doctor --deep`: files, halves, references, what is kept of how releases stand | %s |
                | found in the newest backup, restored beside it, by the same | %s |
                | slowest restart, without anybody's help | %.1f s |
                | **lost, doubled or answered wrongly** | **%d** |
                """.formatted(
                        servers,
                        databases,
                        atOnce,
                        restores,
                        ledger.rows(),
                        well,
                        restored,
                        slowest / 1e9,
                        ledger.wrong().size());
    }

    /** Kills one after the other, until there were as many as wanted or the time is over. */
    private void killing(int most, Duration longest) throws IOException {
        long end = System.nanoTime() + longest.toNanos();
        boolean up = true;
        while (servers + databases < most && System.nanoTime() < end) {
            LockSupport.parkNanos(
                    Duration.ofMillis((up ? 1500 : 500) + random.nextInt(5000)).toNanos());
            int next = servers + databases + 1;
            boolean database = next % DATABASE_EVERY == 0 || most < DATABASE_EVERY && next == most;
            // it may not run again yet
            if (!kill(house.at(database ? "demo/db/postmaster.pid" : "demo/run/server.pid"))) continue;
            if (database) databases++;
            else servers++;
            if (!up) atOnce++;
            up = next % AT_ONCE_EVERY != 0;
            if (up) slowest = Math.max(slowest, ready());
        }
        ready();
    }

    /** Something that finds what is not as it has to be. */
    private interface Look {
        void over() throws IOException;
    }

    private String lookOver(String what, Look look) {
        try {
            look.over();
            return "nothing";
        } catch (IOException different) {
            ledger.wrong("%s: %s".formatted(what, different.getMessage()));
            return "something";
        }
    }

    /**
     * Restores the newest backup into an installation of its own, which holds its counts against the manifest, and looks it over.
     *
     * @param kills how often restoring is killed before it may come to its end
     */
    private void restore(int kills) throws IOException {
        if (!Files.isDirectory(Path.of(BackingUp.folder(house)))
                || !ledger.rows().contains("that were complete")) return;
        Installation beside = new Installation(folder.resolve("restored"), SETTINGS);
        beside.clear();
        try {
            for (int i = 0; i < kills; i++)
                if (killed(beside.begin("restore", BackingUp.folder(house)))) restores++;
                else {
                    // it was quicker
                    beside.script("stop");
                    beside.clear();
                }
            beside.script("restore", BackingUp.folder(house));
            beside.script("doctor", "--deep");
        } finally {
            beside.script("stop");
        }
        beside.clear();
    }

    /** Kills the program that restores, at some moment while it works. */
    private boolean killed(Process script) throws IOException {
        try {
            Optional<ProcessHandle> program = Optional.empty();
            while (program.isEmpty() && script.isAlive()) {
                LockSupport.parkNanos(20_000_000);
                program = script.descendants()
                        .filter(each -> each.info().commandLine().orElse("").contains("RestoreProgram"))
                        .findFirst();
            }
            LockSupport.parkNanos(Duration.ofMillis(random.nextInt(3000)).toNanos());
            boolean killed = program.filter(ProcessHandle::isAlive).isPresent();
            program.ifPresent(ProcessHandle::destroyForcibly);
            return script.waitFor() != 0 && killed;
        } catch (InterruptedException stopped) {
            throw new IOException(stopped);
        }
    }

    private static long release(Person person, String title) throws IOException, InterruptedException {
        for (JsonNode each : person.json("GET", "/api/releases?count=100", null).path("releases"))
            if (each.path("title").asString().equals(title))
                return each.path("id").asLong();
        throw new IOException("the demo has no " + title);
    }

    /** Every job ends. */
    private void waitForWork(Person person) throws IOException, InterruptedException {
        long end = System.nanoTime() + LONGEST_WORK.toNanos();
        while (person.get("/api/jobs").body().matches("(?s).*\"state\":\"(waiting|running)\".*")) {
            if (System.nanoTime() > end) {
                ledger.wrong("work does not end: " + person.get("/api/jobs").body());
                return;
            }
            LockSupport.parkNanos(500_000_000);
        }
    }

    private void readBack(Person person) throws IOException, InterruptedException {
        for (Map.Entry<String, byte[]> each : ledger.files().entrySet()) {
            HttpResponse<byte[]> back = person.bytes("/api/files/" + each.getKey());
            if (back.statusCode() != 200 || !Arrays.equals(back.body(), each.getValue()))
                ledger.wrong("file %s came back otherwise (%d)".formatted(each.getKey(), back.statusCode()));
        }
    }

    private String http(String method, String path, String body) throws IOException, InterruptedException {
        return HttpClient.newHttpClient()
                .send(
                        HttpRequest.newBuilder(URI.create("http://127.0.0.1:"
                                        + Files.readString(house.at("demo/run/standins.port"))
                                                .strip()
                                        + path))
                                .method(method, HttpRequest.BodyPublishers.ofString(body))
                                .build(),
                        HttpResponse.BodyHandlers.ofString())
                .body();
    }

    // ---- the installation

    /** @return whether something ran there */
    private static boolean kill(Path pidFile) throws IOException {
        if (!Files.exists(pidFile)) return false;
        List<String> lines = Files.readAllLines(pidFile);
        return !lines.isEmpty()
                && lines.get(0).strip().matches("\\d+")
                && ProcessHandle.of(Long.parseLong(lines.get(0).strip()))
                        // a number may belong to another program by now
                        .filter(each -> each.info().command().orElse("").matches(".*/(java|postgres)"))
                        .map(ProcessHandle::destroyForcibly)
                        .orElse(false);
    }

    /** Waits until it works again; nanoseconds that took. */
    private long ready() throws IOException {
        long began = System.nanoTime();
        // first it has to be noticed
        LockSupport.parkNanos(500_000_000);
        while (System.nanoTime() - began < LONGEST_RESTART.toNanos())
            try {
                if (new Person(house.at("demo/run/port"))
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

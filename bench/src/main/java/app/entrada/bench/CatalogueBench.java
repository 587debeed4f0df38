package app.entrada.bench;

import static java.util.Objects.requireNonNull;

import app.entrada.demo.large.LargeCatalogue;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import java.util.concurrent.ExecutionException;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import java.util.concurrent.Future;
import java.util.concurrent.locks.LockSupport;
import tools.jackson.databind.JsonNode;

/**
 * How long calls take in a small and in a large catalogue, for one person and for twenty at once. Both installations are made
 * by the project's script and run one after the other on the same machine.
 */
final class CatalogueBench {
    private static final int CALLS = 60;
    private static final int WARM = 20;
    private static final int PEOPLE = 20;

    private static final Map<String, String> ROUTES = new LinkedHashMap<>();

    static {
        ROUTES.put("Desk", "/api/desk");
        ROUTES.put("Releases", "/api/releases");
        ROUTES.put("Releases, a word", "/api/releases?find=lantern");
        ROUTES.put("a release", "/api/releases/%d");
        ROUTES.put("its readiness", "/api/releases/%d/readiness");
        ROUTES.put("what would be sent", "/api/releases/%d/deliveries");
        ROUTES.put("People", "/api/people");
        ROUTES.put("a name, half typed", "/api/people/find?typed=sedgm");
        ROUTES.put("somebody", "/api/people/%d");
        ROUTES.put("recordings, a word", "/api/recordings?typed=lantern");
        ROUTES.put("Catalogue", "/api/catalogue/recordings");
        ROUTES.put("Catalogue, a filter", "/api/catalogue/recordings?find=without+isrc,+year+2019+to+2021");
        ROUTES.put("Catalogue, two words anywhere", "/api/catalogue/recordings?find=sedge+lantern");
        ROUTES.put("Catalogue, sorted by two", "/api/catalogue/recordings?sort=-year,title&from=200");
        ROUTES.put("Catalogue, values", "/api/catalogue/recordings/values?column=artists");
        ROUTES.put("Spelling families, again", "/api/families");
        ROUTES.put("jump box, a word mistyped", "/api/jump?typed=lantrn");
        ROUTES.put("jump box, half two words", "/api/jump?typed=sedgmere+lan");
        ROUTES.put("jump box, half a code", "/api/jump?typed=XANW926");
        ROUTES.put("Codes", "/api/codes");
        ROUTES.put("Activity", "/api/activity");
    }

    private static final String EDIT = "an edit, answered";

    private final Installation house;
    private final int size;

    private CatalogueBench(Path folder, int size) {
        this.size = size;
        house = new Installation(
                folder.resolve("catalogue-" + size),
                Map.of(
                        "ENTRADA_DEMO_RELEASES",
                        String.valueOf(size),
                        "ENTRADA_DEMO_LONGEST",
                        "10s",
                        "ENTRADA_DEMO_BACK_CATALOGUE",
                        "false"));
    }

    /** @param sizes numbers of releases, the small one first */
    static String run(Path folder, int... sizes) throws IOException {
        List<Measured> all = new ArrayList<>();
        for (int size : sizes) {
            CatalogueBench bench = new CatalogueBench(folder, size);
            try {
                bench.house.clear();
                all.add(bench.measure());
            } catch (InterruptedException | ExecutionException stopped) {
                throw new IOException(stopped);
            } finally {
                bench.house.script("stop");
                bench.house.clear();
            }
        }
        return table(all);
    }

    /** Milliseconds in order, and how much the last answer held. */
    private record Timed(List<Double> millis, int bytes) {
        double at(double part) {
            return millis.get((int) Math.min(millis.size() - 1, Math.round(part * (millis.size() - 1))));
        }
    }

    private record Measured(
            int size,
            double made,
            double lookedOver,
            Map<String, Timed> alone,
            Map<String, Timed> together,
            Map<String, Integer> statements) {}

    private static String table(List<Measured> all) {
        Measured small = all.get(0);
        Measured large = all.get(all.size() - 1);
        StringBuilder table = new StringBuilder("""
                Made in %.0f and %.0f s, looked over whole in the background in %.0f and %.0f s; %d and %d releases. Milliseconds: median / 99th.

                | call | %d, one person | %d, one person | ratio | %d, twenty at once | %d, twenty at once | statements | kB |
                |---|---|---|---|---|---|---|---|
                """.formatted(
                        small.made,
                        large.made,
                        small.lookedOver,
                        large.lookedOver,
                        small.size,
                        large.size,
                        small.size,
                        large.size,
                        small.size,
                        large.size));
        for (String call : large.alone.keySet()) {
            Timed one = small.alone.get(call);
            Timed other = large.alone.get(call);
            Timed many = small.together.get(call);
            Timed others = large.together.get(call);
            table.append("| %s | %.0f / %.0f | %.0f / %.0f | %.1f | %.0f / %.0f | %.0f / %.0f | %d | %d |%n"
                    .formatted(
                            call,
                            one.at(0.5),
                            one.at(0.99),
                            other.at(0.5),
                            other.at(0.99),
                            other.at(0.5) / one.at(0.5),
                            many.at(0.5),
                            many.at(0.99),
                            others.at(0.5),
                            others.at(0.99),
                            large.statements.get(call),
                            other.bytes / 1024));
        }
        return table.toString();
    }

    private Measured measure() throws IOException, InterruptedException, ExecutionException {
        double before = seconds();
        house.script("demo", "--large");
        double made = seconds() - before;
        house.awaitWhole("large");
        String password =
                Files.readString(house.at("large/secrets/demo-password")).strip();
        List<Person> people = new ArrayList<>();
        for (int i = 0; i < PEOPLE; i++) {
            Person person = new Person(house.at("large/run/port"));
            person.signIn("M. Arden", password);
            people.add(person);
        }
        before = seconds();
        while (people.get(0).json("GET", "/api/desk", null).path("lookedOver").asInt() > 0)
            LockSupport.parkNanos(300_000_000);
        double lookedOver = seconds() - before;
        Map<String, Timed> alone = new LinkedHashMap<>();
        Map<String, Timed> together = new LinkedHashMap<>();
        for (Map.Entry<String, String> route : ROUTES.entrySet()) {
            Person one = people.get(0);
            timed(WARM, i -> one.get(path(route.getValue(), i)).body().length());
            alone.put(
                    route.getKey(),
                    timed(CALLS, i -> one.get(path(route.getValue(), i)).body().length()));
            together.put(
                    route.getKey(),
                    together(
                            people,
                            (person, i) ->
                                    person.get(path(route.getValue(), i)).body().length()));
        }
        Person one = people.get(0);
        timed(WARM, i -> edit(one, i));
        alone.put(EDIT, timed(CALLS, i -> edit(one, i)));
        together.put(EDIT, together(people, this::edit));
        return new Measured(size, made, lookedOver, alone, together, statements(one));
    }

    private Map<String, Integer> statements(Person one) throws IOException, InterruptedException {
        Map<String, Integer> counts = new LinkedHashMap<>();
        Statements statements = new Statements(house.at("large"));
        for (Map.Entry<String, String> route : ROUTES.entrySet())
            counts.put(route.getKey(), statements.of(i -> one.get(path(route.getValue(), i))));
        // what is written was read before: the release counts with its edit
        int whole = statements.of(i -> edit(one, i));
        counts.put(EDIT, whole - requireNonNull(counts.get("a release")));
        statements.end();
        return counts;
    }

    private interface Call {
        int answered(int number) throws IOException, InterruptedException;
    }

    private interface PersonsCall {
        int answered(Person person, int number) throws IOException, InterruptedException;
    }

    private String path(String route, int number) {
        return route.contains("%d") ? route.formatted(another(number)) : route;
    }

    /** Each call another release or person, so that nothing is answered from what was just read. */
    private long another(int number) {
        return LargeCatalogue.FIRST + (number * 37L + 5) % size;
    }

    private int edit(Person person, int number) throws IOException, InterruptedException {
        long release = another(number);
        JsonNode row = person.json("GET", "/api/releases/" + release, null)
                .path("rows")
                .path(1);
        Map<String, Object> change = new HashMap<>();
        change.put("entity", "track");
        change.put("target", row.path("trackId").asLong());
        change.put("field", "track.title");
        change.put("before", row.path("cells").path("title").path("value").asString(null));
        change.put("after", "Reach " + System.nanoTime());
        long before = System.nanoTime();
        int bytes = person.send(
                        "POST",
                        "/api/releases/" + release + "/changes",
                        Map.of("says", "Title", "source", "typed", "changes", List.of(change)))
                .body()
                .length();
        ANSWERED.set((System.nanoTime() - before) / 1e6);
        return bytes;
    }

    /** How long the part of a call took that is measured; nothing for all of it. */
    private static final ThreadLocal<Double> ANSWERED = new ThreadLocal<>();

    private static Timed timed(int calls, Call call) throws IOException, InterruptedException {
        List<Double> millis = new ArrayList<>();
        int bytes = 0;
        for (int i = 0; i < calls; i++) {
            ANSWERED.remove();
            long before = System.nanoTime();
            bytes = call.answered(i);
            double whole = (System.nanoTime() - before) / 1e6;
            millis.add(ANSWERED.get() == null ? whole : ANSWERED.get());
        }
        millis.sort(null);
        return new Timed(millis, bytes);
    }

    private Timed together(List<Person> people, PersonsCall call) throws InterruptedException, ExecutionException {
        ExecutorService hands = Executors.newFixedThreadPool(people.size());
        List<Callable<Timed>> wanted = new ArrayList<>();
        for (int i = 0; i < people.size(); i++) {
            Person person = people.get(i);
            int from = i * 13;
            wanted.add(() -> timed(CALLS / 8, number -> call.answered(person, from + number)));
        }
        List<Double> all = new ArrayList<>();
        for (Future<Timed> each : hands.invokeAll(wanted)) all.addAll(each.get().millis);
        hands.shutdown();
        all.sort(null);
        return new Timed(all, 0);
    }

    private static double seconds() {
        return System.nanoTime() / 1e9;
    }
}

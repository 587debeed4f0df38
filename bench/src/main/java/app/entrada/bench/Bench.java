package app.entrada.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Runs benches, prints their tables and keeps them in a document. */
public final class Bench {
    private interface Bencher {
        String run(Path folder) throws IOException;
    }

    /** Whether only a few files are made: enough to see that a bench runs, too few for its figures to say anything. */
    private static boolean few;

    /** Only when it is asked for by name: it takes as long as one wants. */
    private static final String LONG = "survive";

    /** How many of them; a number among the arguments says another. */
    private static int kills = 30;

    /** For how long it may kill; so many minutes followed by “m” among the arguments say another. */
    private static Duration longest = Duration.ofHours(12);

    private static final Map<String, String> TITLES = new LinkedHashMap<>();
    private static final Map<String, Bencher> BENCHES = new LinkedHashMap<>();

    static {
        bench("analysis", "Whole analysis of a file", AnalysisBench::run);
        bench("tempo-key", "Tempo and key", folder -> TempoKeyBench.run(folder, few ? 2 : 60));
        bench("lossy", "Lossy sources", folder -> LossyBench.run(folder, few ? 2 : 24));
        bench(
                "fingerprint",
                "Fingerprint: known sound found again",
                folder -> FingerprintBench.run(folder, few ? 2 : 60));
        bench("index", "Fingerprint: search among many recordings", IndexBench::run);
        bench("rules", "Findings: rules of all destinations", RulesBench::run);
        bench("copy", "Tagged copies of large masters", CopyBench::run);
        bench("families", "Spelling families", folder -> FamiliesBench.run(few ? 2_000 : 60_000));
        bench(
                "catalogue",
                "Calls in a small and a large catalogue",
                folder -> few ? CatalogueBench.run(folder, 20, 40) : CatalogueBench.run(folder, 400, 4000));
        bench(LONG, "What survives", folder -> SurviveBench.run(folder, few ? 3 : kills, longest));
    }

    private Bench() {}

    private static void bench(String id, String title, Bencher bencher) {
        TITLES.put(id, title);
        BENCHES.put(id, bencher);
    }

    /** @param arguments folder for sound files, document, names of benches; all when none is named */
    public static void main(String[] arguments) throws IOException {
        Path folder = Files.createDirectories(Path.of(arguments[0]));
        Path document = Path.of(arguments[1]);
        few = List.of(arguments).contains("--few");
        List<String> wanted = new ArrayList<>();
        for (String each : List.of(arguments).subList(2, arguments.length))
            if (each.matches("\\d{1,5}")) kills = Integer.parseInt(each);
            else if (each.matches("\\d{1,5}m"))
                longest = Duration.ofMinutes(Integer.parseInt(each.substring(0, each.length() - 1)));
            else if (!each.equals("--few")) wanted.add(each);
        for (String each : wanted)
            if (!BENCHES.containsKey(each)) {
                System.err.printf("There is no bench “%s”; there are: %s%n", each, BENCHES.keySet());
                System.exit(2);
            }
        if (wanted.isEmpty()) {
            wanted.addAll(BENCHES.keySet());
            wanted.remove(LONG);
        }
        for (String each : wanted) {
            String table = BENCHES.get(each).run(folder);
            System.out.printf("%n## %s%n%n%s", TITLES.get(each), table);
            write(document, TITLES.get(each), table);
        }
    }

    /** Replaces the section of a bench and leaves the others. */
    private static void write(Path document, String title, String table) throws IOException {
        Map<String, String> sections = new LinkedHashMap<>();
        for (String known : TITLES.values()) sections.put(known, "");
        if (Files.exists(document))
            for (String part : Files.readString(document).split("(?m)^## ")) {
                int end = part.indexOf('\n');
                if (end > 0 && sections.containsKey(part.substring(0, end).strip()))
                    sections.put(
                            part.substring(0, end).strip(), part.substring(end).strip());
            }
        String machine = "Measured on %s, %d processors (%s), Java %s."
                .formatted(
                        LocalDate.now(),
                        Runtime.getRuntime().availableProcessors(),
                        processor(),
                        System.getProperty("java.version"));
        sections.put(title, machine + "\n\n" + table.strip());
        StringBuilder text = new StringBuilder("""
                # Benchmarks

                Made by `./entrada bench [name]`, which replaces the section of each bench it runs. Figures of both sides come
                from one run on one machine; on a shared machine the ratios count, not the seconds. The sound is synthesised
                by the project's own generator, so that tempo, key and what belongs together are known.
                """);
        sections.forEach((name, body) -> {
            if (!body.isEmpty())
                text.append("\n## ").append(name).append("\n\n").append(body).append('\n');
        });
        Files.writeString(document, text);
    }

    private static String processor() throws IOException {
        Path info = Path.of("/proc/cpuinfo");
        if (!Files.exists(info)) return "unknown";
        return Files.readAllLines(info).stream()
                .filter(line -> line.startsWith("model name"))
                .map(line -> line.replaceFirst(".*: ", ""))
                .findFirst()
                .orElse("unknown");
    }
}

package app.entrada.e2e;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeSet;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.MethodSource;

@DisplayName("P4 Every verb of the script runs")
class EveryVerbTest {
    private static final Path ROOT = Installation.ROOT;

    /** Run by the browser tests, which set up, start and end whole installations; and this run itself. */
    private static final Set<String> RUN_ELSEWHERE =
            Set.of("demo", "start", "stop", "api", "test", "watch"); // api is ApiDescriptionTest and a copy

    @TempDir
    static Path folder;

    /** The kills take longest: a demo is set up, killed, looked over, restored and looked over again. */
    private static final Duration LONGEST = Duration.ofMinutes(10);

    private static Script.Ended run(String... arguments) throws IOException, InterruptedException {
        return Script.run(
                Map.of(
                        "ENTRADA_VAR",
                        folder.resolve("var").toString(),
                        "ENTRADA_NO_BUILD",
                        "1",
                        "ENTRADA_JAVA_OPTIONS",
                        "-XX:TieredStopAtLevel=1",
                        "ENTRADA_BENCHMARKS",
                        folder.resolve("benchmarks.md").toString()),
                LONGEST,
                arguments);
    }

    static Stream<Arguments> verbs() throws IOException {
        Path document = Files.writeString(folder.resolve("low.json"), """
                {"entrada": 1, "release": {"title": "Low Water", "artists": "The Paper Ferrymen", "kind": "single"},
                 "tracks": [{"title": "Low Water"}]}
                """);
        String none = folder.resolve("none").toString();
        return Stream.of(
                Arguments.of(List.of("help"), "./entrada demo"),
                Arguments.of(List.of("help", "settings"), "ENTRADA_PUBLIC_URL"),
                Arguments.of(List.of("doctor"), "Nothing is missing."),
                Arguments.of(List.of("bench", "--few", "lossy"), "## Lossy sources"),
                Arguments.of(List.of("bench", "--few", "survive"), "| **lost, doubled or answered wrongly** | **0** |"),
                Arguments.of(List.of("inspect", none), "no such file"),
                Arguments.of(List.of("measure", none), "no such file"),
                Arguments.of(
                        List.of(
                                "fingerprint",
                                none,
                                "--index",
                                folder.resolve("index").toString()),
                        "no such file"),
                Arguments.of(
                        List.of(
                                "identify",
                                none,
                                "--index",
                                folder.resolve("index").toString()),
                        "no such file"),
                Arguments.of(List.of("codes", "XA-NW9-26-00044"), "XA-NW9-26-00044"),
                Arguments.of(List.of("tracklist", document.toString()), "{"),
                Arguments.of(List.of("check", document.toString()), "findings"),
                Arguments.of(
                        List.of(
                                "embed",
                                document.toString(),
                                "--recipe",
                                "store-wav",
                                "--out",
                                folder.resolve("copies").toString()),
                        "{"),
                Arguments.of(List.of("transfer", none, none, "--out", none + ".wav"), "no such file"),
                Arguments.of(List.of("prove", folder.toString()), "no SHA256SUMS"),
                Arguments.of(
                        List.of("message", document.toString(), "--destination", "nowhere", "--out", none), "nowhere"),
                Arguments.of(List.of("backup"), "there is no data yet"),
                Arguments.of(List.of("move-files"), "say to which bucket"),
                Arguments.of(List.of("serve"), "serve works on a database that is there already"),
                Arguments.of(List.of("restore"), "say from which file or folder"),
                Arguments.of(List.of("schema"), "2020-12"),
                Arguments.of(List.of("schema", "profile"), "title.too-long"));
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("verbs")
    void a_verb_runs_and_says_what_it_did(List<String> arguments, String said) throws Exception {
        Script.Ended ended = run(arguments.toArray(String[]::new));
        assertThat(ended.said()).contains(said).doesNotContain("NoClassDefFoundError", "Exception in thread");
    }

    @Test
    void no_verb_of_the_script_is_left_out() throws Exception {
        Matcher cases = Pattern.compile("(?m)^  ([a-z| -]+)\\) ")
                .matcher(Files.readString(Script.FILE).split("(?m)^case \\$\\{1:-help\\} in$")[1]);
        Set<String> known = new TreeSet<>();
        while (cases.find())
            for (String each : cases.group(1).split("\\|")) if (!each.strip().startsWith("-")) known.add(each.strip());
        Set<String> run = new TreeSet<>(RUN_ELSEWHERE);
        verbs().forEach(each -> run.add((String) ((List<?>) each.get()[0]).get(0)));
        assertThat(run).isEqualTo(known);
    }

    @Test
    void another_verb_is_answered_with_what_there_is() throws Exception {
        Script.Ended ended = run("flotsam");
        assertThat(ended.code()).isEqualTo(2);
        assertThat(ended.said()).contains("./entrada doctor");
    }

    @Test
    void every_setting_of_the_server_is_told_by_help() throws IOException, InterruptedException {
        Set<String> told = settings(run("help", "settings").said());
        assertThat(settings(Files.readString(ROOT.resolve("server/src/main/resources/application.yaml"))))
                .isNotEmpty()
                .isSubsetOf(told);
    }

    private static Set<String> settings(String text) {
        Set<String> names = new TreeSet<>();
        Matcher name = Pattern.compile("ENTRADA_[A-Z_]+").matcher(text);
        while (name.find()) names.add(name.group());
        return names;
    }
}

package app.entrada.cli;

import app.entrada.core.code.CodeReading;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@Command(name = "codes", description = "Reads identifiers and checks their check digits.")
final class CodesCommand implements Callable<Integer> {
    @Parameters(arity = "1..*", paramLabel = "CODE")
    private List<String> codes;

    @Option(names = "--lines", description = "One line of JSON per input.")
    private boolean lines;

    @Override
    public Integer call() {
        Json.print(
                codes.stream()
                        .map(CodeReading::of)
                        .map(reading -> {
                            Map<String, Object> document = new LinkedHashMap<>();
                            document.put("input", reading.input());
                            document.put("kind", reading.kind());
                            document.put("valid", reading.valid());
                            document.put("canonical", reading.canonical().orElse(null));
                            document.put("display", reading.display().orElse(null));
                            reading.problem().ifPresent(problem -> document.put("problem", problem));
                            return document;
                        })
                        .toList(),
                lines);
        return Main.DONE;
    }
}

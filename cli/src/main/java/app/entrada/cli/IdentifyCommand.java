package app.entrada.cli;

import app.entrada.core.fingerprint.Identifier;
import app.entrada.core.fingerprint.Match;
import app.entrada.core.fingerprint.PrintIndex;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Mixin;
import picocli.CommandLine.Model.CommandSpec;
import picocli.CommandLine.Option;
import picocli.CommandLine.ParameterException;
import picocli.CommandLine.Spec;

@Command(name = "identify", description = "Finds sound files in an index of prints.")
final class IdentifyCommand implements Callable<Integer> {
    @Mixin
    private EachFile each;

    @Option(names = "--index", required = true, description = "Folder of the index.")
    private Path folder;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        if (!Files.isDirectory(folder))
            throw new ParameterException(spec.commandLine(), "There is no index in “%s”.".formatted(folder));
        try (PrintIndex index = PrintIndex.open(folder)) {
            Identifier identifier = new Identifier(index);
            return each.print(file -> Map.of(
                    "matches",
                    identifier.identify(FingerprintCommand.print(file), "").stream()
                            .map(IdentifyCommand::document)
                            .toList()));
        }
    }

    private static Map<String, Object> document(Match match) {
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("id", match.id());
        document.put("confidence", match.confidence());
        document.put("offsetSeconds", match.offsetSeconds());
        document.put("speed", match.speed());
        document.put(
                "agrees", match.agrees().stream().map(IdentifyCommand::stretch).toList());
        document.put(
                "differs",
                match.differs().stream().map(IdentifyCommand::stretch).toList());
        if (!match.silence().isEmpty())
            document.put(
                    "silence",
                    match.silence().stream().map(IdentifyCommand::stretch).toList());
        document.put("verdict", match.verdict().label());
        return document;
    }

    private static Map<String, Object> stretch(Match.Stretch stretch) {
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("from", Math.round(stretch.from() * 1000) / 1000.0);
        document.put("to", Math.round(stretch.to() * 1000) / 1000.0);
        return document;
    }
}

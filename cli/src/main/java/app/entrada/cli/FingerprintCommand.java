package app.entrada.cli;

import app.entrada.core.fingerprint.Print;
import app.entrada.core.fingerprint.PrintIndex;
import app.entrada.core.intake.SoundAnalysis;
import app.entrada.media.Ffmpeg;
import java.io.IOException;
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

@Command(name = "fingerprint", description = "Adds prints of sound files to an index on disk.")
final class FingerprintCommand implements Callable<Integer> {
    @Mixin
    private EachFile each;

    @Option(names = "--index", required = true, description = "Folder of the index; created if missing.")
    private Path folder;

    @Option(names = "--as", description = "ID of the print; the file's name if not given. For one file only.")
    private String id;

    @Spec
    private CommandSpec spec;

    @Override
    public Integer call() throws IOException {
        if (id != null && each.count() > 1)
            throw new ParameterException(spec.commandLine(), "--as names one print; give one file.");
        try (PrintIndex index = PrintIndex.open(folder)) {
            return each.print(file -> add(index, file));
        }
    }

    private Map<String, Object> add(PrintIndex index, Path file) throws IOException {
        Print print = print(file);
        String name = id == null ? file.getFileName().toString() : id;
        index.add(name, print);
        Map<String, Object> document = new LinkedHashMap<>();
        document.put("id", name);
        document.put("seconds", Math.round(print.seconds() * 1000) / 1000.0);
        document.put("bytes", print.bytes().length);
        return document;
    }

    static Print print(Path file) throws IOException {
        SoundAnalysis analysis = SoundAnalysis.of(file, new Ffmpeg(), bytes -> {});
        return analysis.print().orElseThrow(() -> new IOException("the sound could not be decoded"));
    }
}

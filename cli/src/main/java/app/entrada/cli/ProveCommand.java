package app.entrada.cli;

import app.entrada.core.copy.write.ChecksumList;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.concurrent.Callable;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

@Command(name = "prove", description = "Reads every copy in a folder again and compares it with SHA256SUMS.")
final class ProveCommand implements Callable<Integer> {
    @Parameters(paramLabel = "FOLDER")
    private Path folder;

    @Option(names = "--lines", description = "One line of JSON per file.")
    private boolean lines;

    @Override
    public Integer call() throws IOException {
        if (!Files.exists(folder.resolve(ChecksumList.NAME)))
            throw new IOException(
                    "the folder has no %s; it is written by “entrada embed”".formatted(ChecksumList.NAME));
        List<Map<String, Object>> documents = new ArrayList<>();
        boolean whole = true;
        for (ChecksumList.Checked checked : ChecksumList.in(folder).check()) {
            Map<String, Object> result = new LinkedHashMap<>();
            result.put("file", checked.name());
            result.put("state", checked.state().name().toLowerCase(java.util.Locale.ROOT));
            whole &= checked.state() == ChecksumList.FileCheck.SAME;
            documents.add(result);
        }
        Json.print(documents, lines);
        return whole ? Main.DONE : Main.STOPS;
    }
}

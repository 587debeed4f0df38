package app.entrada.cli;

import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** The files of a command: does the same with each and prints a document for each; an unreadable one keeps no other back. */
final class EachFile {
    @Parameters(arity = "1..*", paramLabel = "FILE")
    private List<Path> files;

    @Option(names = "--lines", description = "One line of JSON per input.")
    private boolean lines;

    /** What is done. */
    interface Step {
        /** @return the document without its {@code file} */
        Map<String, Object> of(Path file) throws IOException;
    }

    int count() {
        return files.size();
    }

    /** @return the exit code */
    int print(Step step) {
        List<Map<String, Object>> documents = new ArrayList<>();
        boolean unreadable = false;
        for (Path file : files) {
            Map<String, Object> document = new LinkedHashMap<>();
            document.put("file", file.toString());
            try {
                if (files.size() > 1) System.err.println(file.getFileName());
                document.putAll(step.of(file));
            } catch (IOException problem) {
                unreadable = true;
                String what = problem instanceof NoSuchFileException ? "there is no such file" : problem.getMessage();
                document.put("error", Json.error(what, file.toString()));
            }
            documents.add(document);
        }
        Json.print(documents, lines);
        return unreadable ? Main.UNREADABLE : Main.DONE;
    }
}

package app.entrada.cli;

import java.io.IOException;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/** Does the same with each file and prints a document for each; one unreadable file does not keep the others back. */
final class EachFile {
    private EachFile() {}

    /** What is done. */
    interface Step {
        /** @return the document without its {@code file} */
        Map<String, Object> of(Path file) throws IOException;
    }

    /** @return the exit code */
    static int print(List<Path> files, boolean lines, Step step) {
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

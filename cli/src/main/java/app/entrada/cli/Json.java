package app.entrada.cli;

import app.entrada.core.document.ReleaseDocument;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.NoSuchFileException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** Prints documents: one indented document, or one line each. */
final class Json {
    private static final JsonMapper LINES = JsonMapper.builder().build();
    private static final JsonMapper INDENTED =
            JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();

    private Json() {}

    /** Prints a list of results: the only one alone, several as an array, or one a line. */
    static void print(List<?> results, boolean lines) {
        if (lines) results.forEach(result -> out().println(LINES.writeValueAsString(result)));
        else out().println(INDENTED.writeValueAsString(results.size() == 1 ? results.get(0) : results));
    }

    /** Prints a document that says what went wrong. */
    static void error(Throwable failure) {
        String where = failure instanceof ReleaseDocument.Unreadable unreadable ? unreadable.where() : "";
        String what = failure instanceof NoSuchFileException ? "there is no such file" : failure.getMessage();
        if (failure instanceof NoSuchFileException missing) where = missing.getFile();
        print(List.of(Map.of("error", error(what, where))), false);
    }

    /** The error object of a document. */
    static Map<String, Object> error(@Nullable String what, String where) {
        Map<String, Object> error = new LinkedHashMap<>();
        error.put("what", what == null ? "the input could not be read" : what);
        error.put("where", where);
        error.put("remedy", "Correct the input there and run the command again; nothing was written.");
        return error;
    }

    private static PrintStream out() {
        return new PrintStream(System.out, true, StandardCharsets.UTF_8);
    }
}

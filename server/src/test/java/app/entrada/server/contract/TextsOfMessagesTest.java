package app.entrada.server.contract;

import static org.assertj.core.api.Assertions.assertThat;

import com.sun.source.tree.AnnotationTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.LiteralTree;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreeScanner;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.regex.Pattern;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;
import org.jspecify.annotations.Nullable;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Whoever changes a sentence reads the page on which it stands among the others. */
@DisplayName("What server and command line say stands on one page, to be read from top to bottom")
class TextsOfMessagesTest {
    private static final Path PAGE = Path.of("../docs/texts/messages.md");
    private static final Path NOW = Path.of("target/messages.md");

    /** A sentence: it begins with a capital, a quotation or a place for a value, and has three words and more. */
    private static final Pattern SENTENCE =
            Pattern.compile("^(?:\\p{Lu}|“|%s|%,d|%d).*\\p{L}+[,:;]? \\p{L}+.* \\p{L}+.*", Pattern.DOTALL);

    private static final Pattern STATEMENT =
            Pattern.compile("\\b(SELECT|INSERT INTO|UPDATE|DELETE FROM|FROM|WHERE|JOIN|LISTEN|CASE WHEN)\\b");

    @Test
    void the_page_is_what_they_say() throws IOException {
        Files.writeString(NOW, page());
        assertThat(PAGE)
                .as("texts changed: read server/%s from top to bottom, then copy it over docs/texts", NOW)
                .hasSameTextualContentAs(NOW);
    }

    private static String page() throws IOException {
        StringBuilder page = new StringBuilder("""
                # What server and command line say

                Made by a test of the server: sentences in the code of core, server, media and command line, with marks where values
                are put in. What rules and facts say has a page of its own.
                """);
        for (String part : List.of("core", "server", "media", "cli")) {
            Path code = Path.of("..", part, "src", "main", "java", "app", "entrada");
            page.append("\n## ").append(part).append('\n');
            for (Map.Entry<Path, Set<String>> each : sentences(code).entrySet())
                if (!each.getValue().isEmpty())
                    page.append("\n%s\n\n- %s\n"
                            .formatted(code.relativize(each.getKey()), String.join("\n- ", each.getValue())));
        }
        return page.toString();
    }

    private static Map<Path, Set<String>> sentences(Path code) throws IOException {
        List<Path> paths;
        try (Stream<Path> all = Files.walk(code)) {
            paths = all.filter(each -> each.toString().endsWith(".java"))
                    .filter(each -> !each.toString().contains("/check/rules/")
                            && !each.endsWith("field/Fields.java")
                            && !each.toString().contains("/demo/"))
                    .sorted()
                    .toList();
        }
        Map<Path, Set<String>> sentences = new LinkedHashMap<>();
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        try (StandardJavaFileManager files = compiler.getStandardFileManager(null, null, null)) {
            JavacTask task = (JavacTask)
                    compiler.getTask(null, files, null, null, null, files.getJavaFileObjectsFromPaths(paths));
            for (CompilationUnitTree unit : task.parse())
                unit.accept(
                        new Sentences(),
                        sentences.computeIfAbsent(
                                Path.of(unit.getSourceFile().getName()), path -> new LinkedHashSet<>()));
        }
        return sentences;
    }

    private static final class Sentences extends TreeScanner<@Nullable Object, Set<String>> {
        @Override
        public @Nullable Object visitAnnotation(AnnotationTree annotation, Set<String> found) {
            return annotation.getAnnotationType().toString().matches("Command|Option|Parameters")
                    ? super.visitAnnotation(annotation, found)
                    : null;
        }

        @Override
        public @Nullable Object visitLiteral(LiteralTree literal, Set<String> found) {
            if (literal.getValue() instanceof String text) {
                String line = text.replaceAll("\\s+|%n", " ").strip();
                if (SENTENCE.matcher(line).matches() && !STATEMENT.matcher(line).find()) found.add(line);
            }
            return null;
        }
    }
}

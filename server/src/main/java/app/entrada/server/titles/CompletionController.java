package app.entrada.server.titles;

import app.entrada.core.field.value.ValueTypes;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** Words with which fields are completed, by type of value; asked for once. */
@RestController
class CompletionController {
    /** A word as it is written, and what it means. */
    record Completion(String text, String means) {}

    @GetMapping("/api/words")
    Map<String, List<Completion>> words() {
        Map<String, List<Completion>> words = new LinkedHashMap<>();
        words.put("language", of(ValueTypes.languages()));
        words.put("country", of(ValueTypes.countries()));
        words.put("territories", of(ValueTypes.countries()));
        return words;
    }

    private static List<Completion> of(Map<String, String> named) {
        return named.entrySet().stream()
                .map(each -> new Completion(each.getKey(), each.getValue()))
                .toList();
    }
}

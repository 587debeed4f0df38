package app.entrada.core.check.rules;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.stream.Collectors;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;

/** Whoever changes a sentence reads the page on which it stands among the others. */
@DisplayName("What rules and facts say stands on one page, to be read from top to bottom")
class TextsOfRulesTest {
    private static final Path PAGE = Path.of("../docs/texts/rules-and-facts.md");
    private static final Path NOW = Path.of("target/rules-and-facts.md");

    @Test
    void the_page_is_what_they_say() throws IOException {
        Files.writeString(NOW, page());
        assertThat(PAGE)
                .as("texts changed: read core/%s from top to bottom, then copy it over docs/texts", NOW)
                .hasSameTextualContentAs(NOW);
    }

    private static String page() {
        StringBuilder page = new StringBuilder("""
                # What rules and facts say

                Made by a test of the core: each rule with its reason, what it says of its example and what its fix is
                called; each fact with its explanation.
                """);
        for (RuleFamily family : RuleFamily.values()) {
            page.append("\n## ").append(family.label()).append('\n');
            for (Rule rule : RuleBook.all()) if (rule.family() == family) page.append(section(rule));
        }
        page.append("\n## Facts\n\n");
        for (Field<?> field : Fields.all())
            page.append(
                    "- **%s** (%s): %s%n".formatted(field.name(), field.entity().id(), field.help()));
        return page.toString();
    }

    private static String section(Rule rule) {
        RuleExample example = RuleExample.of(rule).orElseThrow();
        Map<String, String> says = rule.check(example.fails().subject(), new Params(rule, example.set()))
                .collect(Collectors.toMap(
                        Observation::says,
                        each -> each.fix()
                                .map(fix -> " · *" + fix.label() + "*")
                                .orElse(""),
                        (one, other) -> one,
                        LinkedHashMap::new));
        StringBuilder section = new StringBuilder("\n**%s** %s\n\n".formatted(rule.name(), rule.reason()));
        says.forEach((sentence, fix) ->
                section.append("- ").append(sentence).append(fix).append('\n'));
        return section.toString();
    }
}

package app.entrada.core.check.rules;

import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** All rules there are, read from the tables of this package. */
public final class RuleBook {
    private static final List<Rule> ALL = Stream.of(
                    IsrcRules.all(),
                    BarcodeRules.all(),
                    CodeRules.all(),
                    TitleRules.all(),
                    TitleSpellingRules.all(),
                    NameRules.all(),
                    ReleaseRules.all(),
                    DateRules.all(),
                    RightsRules.all(),
                    SyncRules.all(),
                    MasterRules.all(),
                    SoundRules.all(),
                    ArtworkRules.all(),
                    WorkRules.all(),
                    ShareRules.all(),
                    PerformerRules.all(),
                    FileRules.all(),
                    AnswerRules.all())
            .flatMap(List::stream)
            .sorted(Comparator.comparing(Rule::family).thenComparing(Rule::id))
            .toList();

    private static final Map<String, Rule> BY_ID =
            ALL.stream().collect(Collectors.toMap(Rule::id, Function.identity()));

    private RuleBook() {}

    /** All rules, by family. */
    public static List<Rule> all() {
        return ALL;
    }

    /**
     * The rule with this id.
     *
     * @throws IllegalArgumentException when there is none
     */
    public static Rule byId(String id) {
        Rule rule = BY_ID.get(id);
        if (rule == null) throw new IllegalArgumentException("There is no rule “%s”".formatted(id));
        return rule;
    }
}

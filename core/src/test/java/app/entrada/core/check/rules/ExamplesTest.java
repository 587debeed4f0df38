package app.entrada.core.check.rules;

import static org.assertj.core.api.Assertions.assertThat;

import app.entrada.core.Receivers;
import app.entrada.core.check.Checker;
import app.entrada.core.release.Change;
import app.entrada.core.release.context.ReleaseContext;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.DisplayName;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.MethodSource;

@DisplayName("K1, K4, K9 Each rule objects to its example, lets the other pass, and mends what it offers to mend")
class ExamplesTest {
    static Stream<Rule> rules() {
        return RuleBook.all().stream();
    }

    private static List<Observation> seen(Rule rule, RuleExample example, ReleaseContext subject) {
        return rule.check(subject, new Params(rule, example.set())).toList();
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("rules")
    void a_rule_tells_its_fault_in_words_and_is_silent_without_it(Rule rule) {
        RuleExample example = RuleExample.of(rule).orElseThrow(() -> new AssertionError("no example of " + rule.id()));
        List<Observation> faults = seen(rule, example, example.fails().subject());
        assertThat(faults).as(rule.id() + " objects").isNotEmpty();
        assertThat(faults).anySatisfy(fault -> assertThat(fault.says()).contains(example.says()));
        assertThat(faults).allSatisfy(fault -> assertThat(fault.says()).endsWith("."));
        assertThat(seen(rule, example, example.passes().subject()))
                .as(rule.id() + " passes")
                .isEmpty();
        assertThat(example.fails().inWords()).isNotEqualTo(example.passes().inWords());
        assertThat(rule.reason()).endsWith(".");
    }

    @ParameterizedTest(name = "{0}")
    @MethodSource("rules")
    void a_safe_fix_ends_its_finding_and_brings_no_other(Rule rule) {
        RuleExample example = RuleExample.of(rule).orElseThrow();
        ReleaseContext before = example.fails().subject();
        for (Observation fault : seen(rule, example, before)) {
            if (fault.fix().isEmpty() || !(fault.fix().get() instanceof Fix.Edit edit)) continue;
            ReleaseContext after = mended(before, edit.changes());
            assertThat(seen(rule, example, after)).noneMatch(each -> each.says().equals(fault.says()));
            Set<String> brought = everything(after);
            brought.removeAll(everything(before));
            assertThat(brought).as("new findings after the fix of " + rule.id()).isEmpty();
        }
    }

    /** What every rule with its own standards sees, by rule and place. */
    private static Set<String> everything(ReleaseContext subject) {
        return RuleBook.all().stream()
                .flatMap(rule -> rule.check(subject, new Params(rule, java.util.Map.of()))
                        .map(seen -> rule.id() + " at " + seen.place()))
                // the release's title and its track's are mended one after the other
                .filter(each -> !each.startsWith("single.title-differs"))
                .collect(Collectors.toCollection(HashSet::new));
    }

    private static ReleaseContext mended(ReleaseContext subject, List<Change> changes) {
        return subject.with(subject.release().with(changes));
    }

    @Test
    void there_is_no_example_without_a_rule() {
        assertThat(RuleExample.all().keySet())
                .containsExactlyInAnyOrderElementsOf(
                        RuleBook.all().stream().map(Rule::id).toList());
    }

    @Test
    void the_release_that_examples_begin_from_has_nothing_wrong_for_the_usual_destinations() {
        ReleaseContext base = new RuleExample.Case(java.util.Map.of()).subject();
        assertThat(Checker.check(base, Receivers.usual())).isEmpty();
    }

    @Test
    void every_rule_is_wanted_by_some_destination() {
        Set<String> wanted = Receivers.all().stream()
                .flatMap(profile -> profile.rules().stream())
                .map(applied -> applied.rule().id())
                .collect(Collectors.toSet());
        // these speak of what a release needs before anything can be sent anywhere; the desk and the files view tell
        // them
        Set<String> inside = Set.of(
                "file.not-written",
                "file.stale",
                "file.field-dropped",
                "split.participant-unknown",
                "territory.deal-outside-rights");
        assertThat(RuleBook.all())
                .allSatisfy(rule -> assertThat(wanted.contains(rule.id()) || inside.contains(rule.id()))
                        .as(rule.id())
                        .isTrue());
    }
}

package app.entrada.core.check;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.rules.Fix;
import app.entrada.core.check.rules.Place;
import app.entrada.core.field.Field;
import app.entrada.core.release.Change;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.context.ReleaseContext;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;

/**
 * All safe fixes of a release in one move. Several may concern one fact, such as a title with doubled spaces all in capitals:
 * each is computed on what the one before left, and in the end every fact changes once.
 *
 * @param changes facts with their values before and after
 * @param codes places that get the next free code
 * @param ended ids of the findings that end by it
 */
public record SafeFixes(List<Change> changes, List<Place> codes, List<String> ended) {
    /** Fixes that follow from fixes, such as capitals after a piece was cut off; more rounds than this would be a circle. */
    private static final int ROUNDS = 5;

    private record FactPlace(Ref target, Field<?> field) {}

    /**
     * What the fixes would do.
     *
     * @param findings as they stand
     * @param wanted ids of the findings to end; fixes that follow from these are taken along
     */
    public static SafeFixes plan(
            ReleaseContext subject, List<Profile> profiles, List<Finding> findings, Set<String> wanted) {
        Map<FactPlace, Change> changes = new LinkedHashMap<>();
        List<Place> codes = new ArrayList<>();
        Set<String> rules = new HashSet<>();
        for (Finding finding : findings) {
            if (!wanted.contains(finding.id())) continue;
            rules.add(finding.rule());
            if (finding.fix().orElse(null) instanceof Fix.Allocate && !codes.contains(finding.place()))
                codes.add(finding.place());
        }
        Checker checker = new Checker(profiles);
        Release working = subject.release();
        List<Finding> now = findings;
        for (int round = 0; round < ROUNDS; round++) {
            List<Change> step = new ArrayList<>();
            Set<FactPlace> touched = new HashSet<>();
            for (Finding finding : now) {
                boolean asked = round == 0 ? wanted.contains(finding.id()) : rules.contains(finding.rule());
                if (!asked || !(finding.fix().orElse(null) instanceof Fix.Edit edit)) continue;
                List<FactPlace> cells =
                        edit.changes().stream().map(SafeFixes::cell).toList();
                if (cells.stream().anyMatch(touched::contains)) continue;
                touched.addAll(cells);
                step.addAll(edit.changes());
            }
            if (step.isEmpty()) break;
            for (Change change : step) {
                Change first = changes.get(cell(change));
                changes.put(
                        cell(change),
                        first == null
                                ? change
                                : new Change(change.target(), change.field(), first.before(), change.after()));
            }
            working = working.with(step);
            now = checker.check(subject.with(working));
        }
        Set<String> left = new HashSet<>();
        for (Finding finding : now) left.add(finding.id());
        return new SafeFixes(
                changes.values().stream()
                        .filter(change -> !Objects.equals(change.before(), change.after()))
                        .toList(),
                codes,
                wanted.stream()
                        .filter(id -> !left.contains(id) || codes.stream().anyMatch(place -> id.endsWith("@" + place)))
                        .toList());
    }

    private static FactPlace cell(Change change) {
        return new FactPlace(change.target(), change.field());
    }
}

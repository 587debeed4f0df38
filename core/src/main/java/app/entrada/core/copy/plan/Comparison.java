package app.entrada.core.copy.plan;

import app.entrada.core.field.Field;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import app.entrada.core.tag.map.EmbeddingMap;
import app.entrada.core.tag.map.TagFacts;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * A file as it is against a plan: what is in it now, what is to be written, what the container cannot hold, what is foreign
 * and kept.
 */
public record Comparison(List<ComparedTag> lines) {
    /** What happens to an entry. */
    public enum TagState {
        /** In the file as planned. */
        SAME,
        /** Not in the file yet. */
        NEW,
        /** In the file with another value. */
        REPLACED,
        /** In the file, but the release says nothing of it: a copy says only what the release says. */
        REMOVED,
        /** The container has no place for it. */
        CANNOT,
        /** Not ours: kept as it is. */
        FOREIGN,
        /** In a tag that a copy of another kind does not have. */
        LEFT_BEHIND
    }

    /**
     * One entry.
     *
     * @param fact as people read it; for foreign entries the same as {@code id}
     * @param id the container's own id, empty where it has none
     * @param language of a comment or of words, else empty
     * @param now values in the file, empty when none
     * @param planned values to be written, empty when none
     * @param take what a person may take from the file into the release, where it says another thing
     */
    public record ComparedTag(
            String fact,
            Container container,
            String id,
            String language,
            TagState state,
            List<String> now,
            List<String> planned,
            Optional<TagFacts.FoundValue> take) {}

    /**
     * What is otherwise, in words: one fact once, in however many tags it stands.
     *
     * @param now values in the file, empty when none
     * @param planned values to be written, empty when none
     */
    public record RewrittenFact(String fact, List<String> now, List<String> planned) {}

    /** The facts that would be written otherwise than they stand in the file, in the order of the plan. */
    public List<RewrittenFact> changes() {
        Map<String, RewrittenFact> changes = new LinkedHashMap<>();
        for (ComparedTag line : lines) {
            boolean changed =
                    line.state == TagState.NEW || line.state == TagState.REPLACED || line.state == TagState.REMOVED;
            if (!changed) continue;
            String fact = line.state == TagState.REMOVED
                    ? EmbeddingMap.factOf(line.container, line.id)
                            .<String>map(Field::name)
                            .orElse(line.fact)
                    : line.fact;
            changes.putIfAbsent(fact, new RewrittenFact(fact, line.now, line.planned));
        }
        return List.copyOf(changes.values());
    }

    /** Compares what was read from the file with the plan. */
    public static Comparison of(List<TagEntry> inFile, TagPlan plan) {
        List<ComparedTag> lines = new ArrayList<>();
        Set<List<Object>> done = new LinkedHashSet<>();
        for (TagPlan.Planned planned : plan.planned()) {
            TagEntry wanted = planned.entry();
            if (!done.add(List.of(wanted.container(), wanted.id(), wanted.language()))) continue;
            List<TagEntry> ours = plan.entries(wanted.container()).stream()
                    .filter(each -> TagPlan.sameAs(each, wanted))
                    .toList();
            List<TagEntry> there = inFile.stream()
                    .filter(entry -> TagPlan.sameAs(entry, wanted))
                    .filter(entry -> entry.picture().isEmpty() || plan.governs(entry))
                    .toList();
            boolean same = there.size() == ours.size() && there.containsAll(ours);
            lines.add(new ComparedTag(
                    planned.fact(),
                    wanted.container(),
                    wanted.id(),
                    wanted.language(),
                    there.isEmpty() ? TagState.NEW : same ? TagState.SAME : TagState.REPLACED,
                    shown(there),
                    shown(ours),
                    same ? Optional.empty() : offered(there)));
        }
        for (TagPlan.CannotHold cannot : plan.cannot())
            lines.add(new ComparedTag(
                    cannot.fact(),
                    cannot.container(),
                    "",
                    "",
                    TagState.CANNOT,
                    List.of(),
                    List.of(),
                    Optional.empty()));
        for (TagEntry entry : inFile) {
            boolean planned = plan.planned().stream()
                    .map(TagPlan.Planned::entry)
                    .anyMatch(ours -> TagPlan.sameAs(ours, entry) && plan.governs(entry));
            if (planned) continue;
            List<TagEntry> one = List.of(entry);
            TagState state = plan.governs(entry)
                    ? TagState.REMOVED
                    : TagReading.canHold(plan.recipe().encoding().format().kind(), entry.container())
                            ? TagState.FOREIGN
                            : TagState.LEFT_BEHIND;
            lines.add(new ComparedTag(
                    entry.id(),
                    entry.container(),
                    entry.id(),
                    entry.language(),
                    state,
                    shown(one),
                    List.of(),
                    offered(one)));
        }
        return new Comparison(lines);
    }

    private static Optional<TagFacts.FoundValue> offered(List<TagEntry> there) {
        Optional<Field<?>> field = there.isEmpty()
                ? Optional.empty()
                : EmbeddingMap.factOf(there.get(0).container(), there.get(0).id());
        return field.flatMap(fact -> TagFacts.of(there).best(fact));
    }

    private static List<String> shown(List<TagEntry> entries) {
        return entries.stream().flatMap(entry -> shown(entry).stream()).toList();
    }

    private static List<String> shown(TagEntry entry) {
        if (entry.container() == Container.ID3 && entry.id().matches("TIPL|TMCL|IPLS|IPL")) {
            List<String> pairs = new ArrayList<>();
            for (int i = 0; i + 1 < entry.values().size(); i += 2)
                pairs.add(entry.values().get(i) + ": " + entry.values().get(i + 1));
            return pairs;
        }
        return entry.picture()
                .map(picture -> List.of("%s, %,d bytes".formatted(picture.mime(), picture.data().length)))
                .orElse(
                        entry.values().isEmpty() && entry.raw().length > 0
                                ? List.of("%,d bytes".formatted(entry.raw().length))
                                : entry.values());
    }
}

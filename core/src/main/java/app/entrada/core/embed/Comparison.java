package app.entrada.core.embed;

import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.TagEntry.Container;
import java.util.ArrayList;
import java.util.List;

/**
 * A file as it is against a plan: what is in it now, what is to be written, what the container cannot hold, what is foreign
 * and kept.
 */
public record Comparison(List<Line> lines) {
    /** What happens to an entry. */
    public enum State {
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
        FOREIGN
    }

    /**
     * One entry.
     *
     * @param fact as people read it; for foreign entries the same as {@code id}
     * @param id the container's own id, empty where it has none
     * @param now values in the file, empty when none
     * @param planned values to be written, empty when none
     */
    public record Line(
            String fact, Container container, String id, State state, List<String> now, List<String> planned) {}

    /** Compares what was read from the file with the plan. */
    public static Comparison of(List<TagEntry> inFile, TagPlan plan) {
        List<Line> lines = new ArrayList<>();
        for (TagPlan.Planned planned : plan.planned()) {
            TagEntry wanted = planned.entry();
            List<TagEntry> there = inFile.stream()
                    .filter(entry -> entry.container() == wanted.container()
                            && entry.id().equals(wanted.id()))
                    .toList();
            State state = there.isEmpty()
                    ? State.NEW
                    : there.size() == 1 && there.get(0).saysTheSameAs(wanted) ? State.SAME : State.REPLACED;
            List<String> now =
                    there.stream().flatMap(entry -> shown(entry).stream()).toList();
            lines.add(new Line(planned.fact(), wanted.container(), wanted.id(), state, now, shown(wanted)));
        }
        for (TagPlan.CannotHold cannot : plan.cannot())
            lines.add(new Line(cannot.fact(), cannot.container(), "", State.CANNOT, List.of(), List.of()));
        for (TagEntry entry : inFile) {
            boolean planned = plan.planned().stream()
                    .anyMatch(p -> p.entry().container() == entry.container()
                            && p.entry().id().equals(entry.id()));
            if (planned || !plan.recipe().containers().contains(entry.container())) continue;
            State state = EmbeddingMap.governs(entry.container(), entry.id()) ? State.REMOVED : State.FOREIGN;
            lines.add(new Line(entry.id(), entry.container(), entry.id(), state, shown(entry), List.of()));
        }
        return new Comparison(lines);
    }

    private static List<String> shown(TagEntry entry) {
        return entry.picture()
                .map(picture -> List.of("%s, %,d bytes".formatted(picture.mime(), picture.data().length)))
                .orElse(
                        entry.values().isEmpty() && entry.raw().length > 0
                                ? List.of("%,d bytes".formatted(entry.raw().length))
                                : entry.values());
    }
}

package app.entrada.server.activity;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Ref;
import app.entrada.server.activity.ActivityRepository.Deed;
import app.entrada.server.activity.ActivityRepository.LoggedChange;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;

/**
 * What belongs together: to the same release, by one person, from the same source, with no pause of a quarter of an hour in
 * between.
 *
 * @param deeds the newest first
 * @param facts how many facts are other ones than before it
 * @param telling of those the most telling, from what was there at first to what is there at last: what was overwritten, then
 *     what was emptied, then what was filled in
 */
record Together(List<Deed> deeds, int facts, List<LoggedChange> telling) {
    private static final Duration PAUSE = Duration.ofMinutes(15);
    private static final int TELLING = 3;
    private static final Map<Field<?>, Integer> ORDER = new HashMap<>();

    static {
        for (Field<?> field : Fields.all()) ORDER.put(field, ORDER.size());
    }

    private record At(Ref ref, Field<?> field) {}

    /**
     * Deeds, the newest first, put together. What the page cuts off goes on, by itself, on the next.
     *
     * @param changes by deed, in the order in which they were made
     */
    static List<Together> of(List<Deed> deeds, Map<Long, List<LoggedChange>> changes) {
        List<List<Deed>> groups = new ArrayList<>();
        for (Deed deed : deeds)
            groups.stream()
                    .filter(group -> inOneGo(group.get(group.size() - 1), deed))
                    .findFirst()
                    .orElseGet(() -> {
                        List<Deed> begun = new ArrayList<>();
                        groups.add(begun);
                        return begun;
                    })
                    .add(deed);
        return groups.stream().map(group -> together(group, changes)).toList();
    }

    private static boolean inOneGo(Deed later, Deed earlier) {
        return later.release() == earlier.release()
                && later.who().equals(earlier.who())
                && later.from().equals(earlier.from())
                && later.kind().equals(earlier.kind())
                && Duration.between(earlier.at(), later.at()).compareTo(PAUSE) < 0;
    }

    private static Together together(List<Deed> deeds, Map<Long, List<LoggedChange>> changes) {
        Map<At, LoggedChange> net = new LinkedHashMap<>();
        for (int i = deeds.size() - 1; i >= 0; i--)
            if (!deeds.get(i).undone())
                for (LoggedChange change : changes.getOrDefault(deeds.get(i).id(), List.of()))
                    net.merge(new At(change.ref(), change.field()), change, (was, now) -> now.since(was.before()));
        List<LoggedChange> all = net.values().stream()
                .filter(change -> !Objects.equals(change.before(), change.after()))
                .toList();
        return new Together(
                deeds,
                all.size(),
                all.stream()
                        .sorted(Comparator.comparingInt(Together::weight)
                                .thenComparing(change -> ORDER.get(change.field())))
                        .limit(TELLING)
                        .toList());
    }

    private static int weight(LoggedChange change) {
        return change.before() == null ? 2 : change.after() == null ? 1 : 0;
    }
}

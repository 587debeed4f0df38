package app.entrada.server.activity;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Ref;
import app.entrada.server.activity.ActivityRepository.ChangedFact;
import app.entrada.server.activity.ActivityRepository.Deed;
import app.entrada.server.activity.ActivityRepository.LoggedChange;
import app.entrada.server.activity.ActivityRepository.Page;
import java.time.Duration;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;

/**
 * What somebody did in one go: to the same release, from the same source, with no pause of a quarter of an hour in between.
 *
 * @param deeds the newest first
 * @param facts how many facts are other ones than before it
 * @param telling of those the most telling: what was overwritten, then what was emptied, then what was filled in
 */
record Sitting(List<Deed> deeds, int facts, List<ChangedFact> telling) {
    private static final Duration PAUSE = Duration.ofMinutes(15);
    private static final int TELLING = 3;

    /** @param before what was there at first, {@code after} what is there at last */
    private record Net(
            LoggedChange change,
            @Nullable String before,
            @Nullable String after) {
        boolean isNothing() {
            return Objects.equals(before, after);
        }

        int weight() {
            return before == null ? 2 : after == null ? 1 : 0;
        }
    }

    private record At(Ref ref, Field<?> field) {}

    /** A page in sittings, by their latest deeds. One that the page cuts off goes on, as another one, on the next. */
    static List<Sitting> of(Page page) {
        Map<Long, List<LoggedChange>> changes =
                page.changes().stream().collect(Collectors.groupingBy(LoggedChange::batch));
        List<List<Deed>> groups = new ArrayList<>();
        for (Deed deed : page.deeds())
            groups.stream()
                    .filter(group -> inOneGo(group.get(group.size() - 1), deed))
                    .findFirst()
                    .orElseGet(() -> {
                        List<Deed> begun = new ArrayList<>();
                        groups.add(begun);
                        return begun;
                    })
                    .add(deed);
        return groups.stream().map(group -> sitting(group, changes, page)).toList();
    }

    private static boolean inOneGo(Deed later, Deed earlier) {
        return later.release() == earlier.release()
                && later.who().equals(earlier.who())
                && later.from().equals(earlier.from())
                && later.kind().equals(earlier.kind())
                && Duration.between(earlier.at(), later.at()).compareTo(PAUSE) < 0;
    }

    private static Sitting sitting(List<Deed> deeds, Map<Long, List<LoggedChange>> changes, Page page) {
        Map<At, Net> net = new LinkedHashMap<>();
        for (int i = deeds.size() - 1; i >= 0; i--)
            if (!deeds.get(i).undone())
                for (LoggedChange change : changes.getOrDefault(deeds.get(i).id(), List.of()))
                    net.merge(
                            new At(change.ref(), change.field()),
                            new Net(change, change.before(), change.after()),
                            (was, now) -> new Net(now.change, was.before, now.after));
        List<Net> all = net.values().stream().filter(each -> !each.isNothing()).toList();
        return new Sitting(
                deeds,
                all.size(),
                all.stream()
                        .sorted(Comparator.comparingInt(Net::weight)
                                .thenComparingInt(each -> Fields.all().indexOf(each.change.field())))
                        .limit(TELLING)
                        .map(each ->
                                new ChangedFact(page.where().getOrDefault(each.change, ""), each.before, each.after))
                        .toList());
    }
}

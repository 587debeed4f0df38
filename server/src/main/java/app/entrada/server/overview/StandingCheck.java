package app.entrada.server.overview;

import app.entrada.server.facts.ReleaseRepository;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.function.IntConsumer;
import org.springframework.stereotype.Service;

/** Holds what is kept of how releases stand against what would be computed at this moment. */
@Service
public class StandingCheck {
    private static final int A_PART = 50;

    /** One that people are at work on becomes different while it is looked at; one that is wrong stays so. */
    private static final int TRIES = 5;

    private final Standings standings;
    private final StandingRepository kept;
    private final ReleaseRepository releases;

    StandingCheck(Standings standings, StandingRepository kept, ReleaseRepository releases) {
        this.standings = standings;
        this.kept = kept;
        this.releases = releases;
    }

    /** A release of which something else is kept than would be computed. */
    public record Different(long release, String title) {}

    /**
     * What was found.
     *
     * @param releases how many were compared
     */
    public record Compared(int releases, List<Different> different) {}

    /**
     * Compares all releases; those of which something else is kept are looked over anew.
     *
     * @param progress is told how many were compared, from time to time
     */
    public Compared compare(IntConsumer progress) {
        List<Long> all = releases.ids();
        List<Different> different = new ArrayList<>();
        for (int from = 0; from < all.size(); from += A_PART) {
            List<Long> part = all.subList(from, Math.min(all.size(), from + A_PART));
            different.addAll(different(part));
            progress.accept(from + part.size());
        }
        kept.mark(different.stream().map(Different::release).toList());
        return new Compared(all.size(), different);
    }

    /** Compares some releases; those of which something else is kept are looked over anew. */
    public Compared compare(List<Long> some) {
        List<Different> different = different(some);
        kept.mark(different.stream().map(Different::release).toList());
        return new Compared(some.size(), different);
    }

    private List<Different> different(List<Long> wanted) {
        List<Different> different = List.of();
        List<Long> left = wanted;
        for (int i = 0; i < TRIES && !left.isEmpty(); i++) {
            while (standings.marked()) standings.look(A_PART);
            Map<Long, KeptRelease> stands = new HashMap<>();
            for (KeptRelease each : kept.kept(left)) stands.put(each.head().id(), each);
            List<Different> found = new ArrayList<>();
            for (KeptRelease fresh : standings.fresh(left)) {
                KeptRelease each = stands.remove(fresh.head().id());
                if (!fresh.equals(each))
                    found.add(new Different(fresh.head().id(), fresh.head().title()));
            }
            // kept, and not there any more
            stands.values()
                    .forEach(each -> found.add(
                            new Different(each.head().id(), each.head().title())));
            // one that others write to is looked at again when they have ended
            Set<Long> marked = kept.marked(left);
            found.removeIf(each -> marked.contains(each.release()));
            different = found;
            left = found.stream().map(Different::release).toList();
        }
        return different;
    }
}

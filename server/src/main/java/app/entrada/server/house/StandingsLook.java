package app.entrada.server.house;

import app.entrada.server.overview.StandingCheck;
import java.util.List;
import java.util.function.Consumer;
import org.springframework.core.annotation.Order;
import org.springframework.stereotype.Component;

/** What is kept of how releases stand against what would be computed now; what differs is looked over anew. */
@Component
@Order(5)
public class StandingsLook implements HouseLook {
    private static final int TOLD_EVERY = 500;

    private final StandingCheck check;

    StandingsLook(StandingCheck check) {
        this.check = check;
    }

    @Override
    public String name() {
        return "standings";
    }

    @Override
    public String well() {
        return "the stored standing of every release is up to date";
    }

    @Override
    public List<HouseFinding> look(Consumer<String> progress) {
        return told(check.compare(count -> {
            if (count % TOLD_EVERY == 0) progress.accept("%,d releases compared".formatted(count));
        }));
    }

    /** The same of some releases. */
    List<HouseFinding> look(List<Long> releases) {
        return told(check.compare(releases));
    }

    private static List<HouseFinding> told(StandingCheck.Compared compared) {
        return compared.different().stream()
                .map(each -> new HouseFinding(
                        "The stored standing of “%s” (release %d) was out of date."
                                .formatted(each.title(), each.release()),
                        "Nothing: its facts are intact; lists showed an older state, and it is being rechecked."))
                .toList();
    }
}

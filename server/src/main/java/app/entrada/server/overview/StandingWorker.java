package app.entrada.server.overview;

import app.entrada.server.platform.Loop;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Looks at marked releases in the background, a few at a time, so that a reader never waits long for the lock. */
@Component
class StandingWorker extends Loop {
    private static final int A_FEW = 20;
    private static final Duration PAUSE = Duration.ofMillis(700);

    /** Lists that hold marked releases are told so often, and when there are none left. */
    private static final long TOLD_EVERY_NANOS = Duration.ofSeconds(3).toNanos();

    private final Standings standings;
    private final StandingAnnouncements announcements;
    private boolean begun;
    private long lookedSince;
    private long told;

    StandingWorker(Standings standings, StandingAnnouncements announcements) {
        super("standings", PAUSE);
        this.standings = standings;
        this.announcements = announcements;
    }

    @Override
    protected boolean step() {
        if (!begun) standings.begin();
        begun = true;
        int looked = standings.marked() ? standings.look(A_FEW) : 0;
        tell(looked);
        return looked > 0;
    }

    /** Where more was to be looked at than is told one by one, lists showed what was before. */
    private void tell(int looked) {
        boolean rest = looked < A_FEW;
        if (!rest) lookedSince += looked;
        if (lookedSince == 0 || (!rest && System.nanoTime() - told < TOLD_EVERY_NANOS)) return;
        told = System.nanoTime();
        announcements.many(lookedSince);
        lookedSince = 0;
    }
}

package app.entrada.server.overview;

import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Loop;
import java.time.Duration;
import java.util.Map;
import org.springframework.stereotype.Component;

/** Looks at marked releases in the background, a few at a time, so that a reader never waits long for the lock. */
@Component
class StandingWorker extends Loop {
    private static final int A_FEW = 20;
    private static final Duration PAUSE = Duration.ofMillis(700);

    /** Lists that hold marked releases are told so often, and when there are none left. */
    private static final long TOLD_EVERY_NANOS = Duration.ofSeconds(3).toNanos();

    private final Standings standings;
    private final Announcer announcer;
    private boolean begun;
    private long lookedSince;
    private long told;

    StandingWorker(Standings standings, Announcer announcer) {
        super("standings", PAUSE);
        this.standings = standings;
        this.announcer = announcer;
    }

    @Override
    protected boolean step() {
        if (!begun) standings.begin();
        begun = true;
        int looked = standings.marked() ? standings.look(A_FEW) : 0;
        tell(looked);
        return looked > 0;
    }

    /** Where more was to be looked at than a reader does before it reads, lists showed what was before. */
    private void tell(int looked) {
        lookedSince += looked;
        boolean rest = looked < A_FEW;
        if (lookedSince > A_FEW && (rest || System.nanoTime() - told > TOLD_EVERY_NANOS)) {
            told = System.nanoTime();
            announcer.announce("standing", Map.of("looked", lookedSince));
            lookedSince = 0;
        }
        if (rest) lookedSince = 0;
    }
}

package app.entrada.server.house;

import app.entrada.server.jobs.Background;
import app.entrada.server.jobs.Work;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.io.IOException;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Lazy;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/**
 * Looks the house over in the background: quick looks once a day, how releases stand bit by bit. Files are read against their
 * checksums by {@link app.entrada.server.files.FileCare}.
 */
@Component
class HouseWork implements Work {
    private static final Logger LOG = LoggerFactory.getLogger(HouseWork.class);
    private static final Duration AFTER_START = Duration.ofMinutes(5);
    private static final Duration A_PAUSE = Duration.ofMinutes(10);
    private static final int A_FEW = 100;

    /** What a round has found is told for so long after it. */
    private static final Duration A_ROUND = Duration.ofDays(2);

    private final List<HouseLook> quick;
    private final StandingsLook standings;
    private final HouseFindings findings;
    private final Background background;

    HouseWork(
            HalvesLook halves,
            ReferencesLook references,
            StandingsLook standings,
            HouseFindings findings,
            @Lazy Background background) {
        this.quick = List.of(halves, references);
        this.standings = standings;
        this.findings = findings;
        this.background = background;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        background.schedule(HouseWork.class, "all", Instant.now().plus(AFTER_START));
    }

    @Override
    public String name() {
        return "house";
    }

    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        for (HouseLook look : quick) lookOver(look);
        lookOverSome();
        return Optional.of(Instant.now().plus(A_PAUSE));
    }

    private void lookOver(HouseLook look) {
        if (findings.isOfToday(look.name())) return;
        try {
            findings.whole(look.name(), look.look(progress -> {}));
        } catch (IOException notNow) {
            LOG.warn("The check of {} failed", look.name(), notNow);
        }
    }

    private void lookOverSome() {
        List<Long> some = findings.next(standings.name(), A_FEW);
        findings.part(standings.name(), standings.look(some));
        findings.reached(standings.name(), some.isEmpty() ? 0 : some.get(some.size() - 1));
        findings.forget(standings.name(), Instant.now().minus(A_ROUND));
    }
}

package app.entrada.server.facts;

import app.entrada.server.platform.Loop;
import java.time.Duration;
import org.springframework.stereotype.Component;

/** Sets the clock of this server by what is said in Settings, at whatever server it was said. */
@Component
class ClockSetting extends Loop {
    private static final Duration PAUSE = Duration.ofSeconds(10);

    private final HouseFactsRepository facts;

    ClockSetting(HouseFactsRepository facts) {
        super("clock", PAUSE);
        this.facts = facts;
    }

    @Override
    protected boolean step() {
        facts.setClock();
        return false;
    }
}

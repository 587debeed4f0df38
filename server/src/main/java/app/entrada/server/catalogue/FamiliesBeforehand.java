package app.entrada.server.catalogue;

import app.entrada.server.platform.Loop;
import java.time.Duration;
import org.springframework.context.SmartLifecycle;
import org.springframework.stereotype.Component;

/** Compares all spellings once after a start, so that whoever looks at them first does not wait until all were compared with all. */
@Component
class FamiliesBeforehand implements SmartLifecycle {
    private static final Duration PAUSE = Duration.ofSeconds(5);

    private final SpellingFamilies families;
    private final CatalogueKeeper catalogue;
    private final Loop loop = new Loop("families", PAUSE, this::compared);

    FamiliesBeforehand(SpellingFamilies families, CatalogueKeeper catalogue) {
        this.families = families;
        this.catalogue = catalogue;
    }

    private boolean compared() {
        if (!catalogue.isSettled()) return false;
        families.families();
        loop.stop();
        return false;
    }

    @Override
    public void start() {
        loop.start();
    }

    @Override
    public void stop() {
        loop.stop();
    }

    @Override
    public boolean isRunning() {
        return loop.isRunning();
    }
}

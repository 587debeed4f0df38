package app.entrada.server.catalogue;

import app.entrada.server.platform.Loop;
import java.time.Duration;
import org.springframework.stereotype.Component;

/**
 * Compares spellings before anybody asks: after a start, and again when facts have become different and nothing more of them has
 * to be looked over. Otherwise whoever looks at families first, in a catalogue that was just filled in, waits until all spellings
 * were compared with all.
 */
@Component
class FamiliesBeforehand extends Loop {
    private static final Duration PAUSE = Duration.ofSeconds(5);

    /** While people are at work it is not done after each edit, but each time that so many steps have gone. */
    private static final int STEPS = 12;

    private final SpellingFamilies families;
    private final CatalogueKeeper catalogue;
    private long reached = -1;
    private long compared = -1;
    private int since;

    FamiliesBeforehand(SpellingFamilies families, CatalogueKeeper catalogue) {
        super("families", PAUSE);
        this.families = families;
        this.catalogue = catalogue;
    }

    @Override
    protected boolean step() {
        since++;
        if (!catalogue.isSettled()) return false;
        long before = reached;
        reached = catalogue.reached();
        boolean still = reached == before;
        if (reached == compared || !still && since < STEPS) return false;
        families.families();
        compared = reached;
        since = 0;
        return false;
    }
}

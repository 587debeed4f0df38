package app.entrada.e2e;

import java.time.Duration;
import java.util.concurrent.Callable;
import org.openqa.selenium.support.ui.FluentWait;

/** Waits for what no page shows, ten times a second: asking without pause would take the processor from what is waited for. */
final class Waiting {
    private static final Duration LONGEST = Duration.ofMinutes(2);

    private Waiting() {}

    /**
     * Until it is so.
     *
     * @param what for the failure: that this did not come in time
     */
    static void until(String what, Callable<Boolean> there) {
        until(what, LONGEST, there);
    }

    /** Until it is so, for what takes longer than all else. */
    static void until(String what, Duration longest, Callable<Boolean> there) {
        new FluentWait<>(there)
                .withTimeout(longest)
                .pollingEvery(Duration.ofMillis(100))
                .withMessage(what)
                .until(Waiting::asked);
    }

    private static boolean asked(Callable<Boolean> there) {
        try {
            return there.call();
        } catch (Exception failed) {
            throw new IllegalStateException(failed);
        }
    }
}

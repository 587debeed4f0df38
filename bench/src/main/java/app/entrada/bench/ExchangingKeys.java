package app.entrada.bench;

import java.io.IOException;
import java.util.Map;
import java.util.concurrent.locks.LockSupport;

/** Has everything that is secret encrypted with a new key, again and again; whatever interrupts that, all of it opens afterwards. */
final class ExchangingKeys extends Hand {
    private static final long PAUSE = 1_500_000_000;

    ExchangingKeys(Ledger ledger) {
        super(ledger);
    }

    @Override
    void works(Person person) throws IOException, InterruptedException {
        if (right(person.send("POST", "/api/destinations/key", Map.of()), "exchanging the key"))
            ledger.count("exchanges of the key that were confirmed");
        LockSupport.parkNanos(PAUSE);
    }
}

package app.entrada.bench;

import java.io.IOException;
import java.util.concurrent.locks.LockSupport;

/** Backs up into a folder while all the others work; a backup that said that it was complete restores. */
final class BackingUp extends Hand {
    private static final long PAUSE = 20_000_000_000L;

    private final Installation house;

    BackingUp(Ledger ledger, Installation house) {
        super(ledger);
        this.house = house;
    }

    @Override
    void works(Person person) throws IOException {
        try {
            house.script("backup", folder(house));
            ledger.count("backups under load that were complete");
        } catch (IOException interrupted) {
            ledger.count("backups that were interrupted, and said so");
        }
        for (int i = 0; i < 100 && !ledger.isOver(); i++) LockSupport.parkNanos(PAUSE / 100);
    }

    static String folder(Installation house) {
        return house.at("backups").toString();
    }
}

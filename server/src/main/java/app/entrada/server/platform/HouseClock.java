package app.entrada.server.platform;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneId;

/** The clock of the house: what day it is depends on where the house is, which is said in Settings and may change. */
public final class HouseClock extends Clock {
    private final Duration moved;
    private volatile ZoneId zone;

    /** @param moved by how much it differs from the machine's, for tests and pictures */
    HouseClock(ZoneId zone, Duration moved) {
        this.zone = zone;
        this.moved = moved;
    }

    /** Says where the house is. */
    public void moveTo(ZoneId where) {
        zone = where;
    }

    @Override
    public ZoneId getZone() {
        return zone;
    }

    @Override
    public Clock withZone(ZoneId other) {
        return new HouseClock(other, moved);
    }

    @Override
    public Instant instant() {
        return Instant.now().plus(moved);
    }
}

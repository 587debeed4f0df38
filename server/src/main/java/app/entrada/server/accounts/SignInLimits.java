package app.entrada.server.accounts;

import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/**
 * Counts wrong passwords by who tries, so that nobody can lock somebody else out: a name from one address, an address with
 * any names, a name from anywhere; and a browser in which the owner has signed in before by itself. Names that do not exist
 * are counted like those that do, so an answer never tells which is which.
 */
@Component
class SignInLimits {
    private static final int MOST_KEPT = 20_000;

    /** How many wrong ones within which time. */
    private enum Limit {
        NAME_FROM_ADDRESS(5, Duration.ofMinutes(1)),
        ADDRESS(60, Duration.ofMinutes(5)),
        NAME(200, Duration.ofHours(1)),
        KNOWN_BROWSER(10, Duration.ofMinutes(1)),
        /** Six digits are few: whoever has the password gets no more than these. */
        CODE(10, Duration.ofMinutes(15)),
        SIGNED_IN(5, Duration.ofMinutes(1));

        private final int free;
        private final Duration within;

        Limit(int free, Duration within) {
            this.free = free;
            this.within = within;
        }
    }

    /** Somebody's count. */
    private record Key(Limit limit, String whose) {}

    private record Count(int wrong, Instant first) {}

    private final Clock clock;
    private final Map<Key, Count> counts = new LinkedHashMap<>(64, 0.75f, true) {
        private static final long serialVersionUID = 1L;

        @Override
        protected boolean removeEldestEntry(Map.Entry<Key, Count> eldest) {
            return size() > MOST_KEPT;
        }
    };

    SignInLimits(Clock clock) {
        this.clock = clock;
    }

    /** Who tries: every count that a wrong password goes to. */
    static final class Trying {
        private final List<Key> keys;

        private Trying(List<Key> keys) {
            this.keys = keys;
        }
    }

    /** Somebody at the door; in a browser that the name's owner has used, strangers' counts do not matter. */
    Trying atTheDoor(String name, String address, boolean knownBrowser) {
        String folded = name.toLowerCase(java.util.Locale.ROOT);
        if (knownBrowser) return new Trying(List.of(new Key(Limit.KNOWN_BROWSER, folded)));
        return new Trying(List.of(
                new Key(Limit.NAME_FROM_ADDRESS, folded + " " + address),
                new Key(Limit.ADDRESS, address),
                new Key(Limit.NAME, folded)));
    }

    /** Somebody whose password fitted and who gives the code of a second factor. */
    Trying withCode(String name, boolean knownBrowser) {
        String folded = name.toLowerCase(java.util.Locale.ROOT);
        return new Trying(List.of(new Key(Limit.CODE, knownBrowser ? folded + " in a known browser" : folded)));
    }

    /** Somebody who is signed in and gives the password again. */
    Trying signedIn(Account account) {
        return new Trying(List.of(new Key(Limit.SIGNED_IN, account.sitting().toString())));
    }

    /** How long to wait before the next try; zero when there is no need to. */
    synchronized Duration pause(Trying who) {
        Instant now = clock.instant();
        Duration longest = Duration.ZERO;
        for (Key key : who.keys) {
            Count count = counts.get(key);
            if (count == null || count.wrong < key.limit.free) continue;
            Duration left = Duration.between(now, count.first.plus(key.limit.within));
            if (left.isNegative() || left.isZero()) counts.remove(key);
            else if (left.compareTo(longest) > 0) longest = left;
        }
        return longest;
    }

    synchronized void wrong(Trying who) {
        Instant now = clock.instant();
        for (Key key : who.keys) {
            Count count = counts.get(key);
            int before = count == null || count.first.plus(key.limit.within).isBefore(now) ? 0 : count.wrong;
            // the time runs from the last wrong one that was let in
            counts.put(key, new Count(before + 1, now));
        }
    }

    /** A right one ends the counts of this name; that of an address with many names stands. */
    synchronized void right(Trying who) {
        for (Key key : who.keys) if (key.limit != Limit.ADDRESS) counts.remove(key);
    }
}

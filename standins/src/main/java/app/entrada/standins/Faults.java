package app.entrada.standins;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Locale;

/** Misbehaviour ordered for the next deliveries, each used up once. */
final class Faults {
    /** Kinds of misbehaviour. */
    enum Kind {
        /** Answers 503 with a short Retry-After, without reading the package. */
        UNAVAILABLE,
        /** Reads half of the package, then closes the connection. */
        DROP_BEFORE,
        /** Takes the whole package, then closes the connection without an answer. */
        DROP_AFTER,
        /** Waits before it answers. */
        DELAY,
        /** Rejects at review, whatever the package says. */
        REJECT
    }

    private final Deque<Kind> atTheDoor = new ArrayDeque<>();
    private final Deque<Kind> atReview = new ArrayDeque<>();
    private long delayMillis = 5_000;
    private long reviewMillis;

    Faults(long reviewMillis) {
        this.reviewMillis = reviewMillis;
    }

    synchronized void order(String kind, int times, long millis) {
        String word = kind.toUpperCase(Locale.ROOT).replace('-', '_');
        if (word.equals("REVIEW")) {
            reviewMillis = millis;
            return;
        }
        if (word.equals("NONE")) {
            atTheDoor.clear();
            atReview.clear();
            return;
        }
        Kind ordered = Kind.valueOf(word);
        if (ordered == Kind.DELAY && millis > 0) delayMillis = millis;
        for (int i = 0; i < times; i++) (ordered == Kind.REJECT ? atReview : atTheDoor).add(ordered);
    }

    synchronized Kind door() {
        return atTheDoor.poll();
    }

    synchronized boolean rejectsReview() {
        return atReview.poll() != null;
    }

    synchronized long delayMillis() {
        return delayMillis;
    }

    synchronized long reviewMillis() {
        return reviewMillis;
    }

    synchronized int waiting() {
        return atTheDoor.size() + atReview.size();
    }
}

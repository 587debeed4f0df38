package app.entrada.standins;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.Locale;
import java.util.Optional;

/** Misbehaviour ordered for the next deliveries, each used up once. */
final class Faults {
    /** Kinds of misbehaviour. */
    enum FaultKind {
        /** Answers 503 with a short Retry-After, without reading the package. */
        UNAVAILABLE,
        /** Answers 429 with a short Retry-After. */
        BUSY,
        /** Answers 401 as if the token had run out. */
        EXPIRED,
        /** Reads a little of the package, then closes the connection. */
        DROP_BEFORE,
        /** Takes the whole package, then closes the connection without an answer. */
        DROP_AFTER,
        /** Waits before it answers. */
        DELAY,
        /** Rejects at review, whatever the package says. */
        REJECT,
        /** Answers a question about a delivery with a word that means nothing, or steps back. */
        CONTRADICT,
        /** Calls back twice, with the same words. */
        TWICE
    }

    private final Deque<FaultKind> atTheDoor = new ArrayDeque<>();
    private final Deque<FaultKind> atReview = new ArrayDeque<>();
    private final Deque<FaultKind> whenAsked = new ArrayDeque<>();
    private final Deque<FaultKind> callingBack = new ArrayDeque<>();
    private final Deque<Verdict.Reason> questions = new ArrayDeque<>();
    private final long usualReview;
    private long delayMillis = 5_000;
    private long reviewMillis;

    Faults(long reviewMillis) {
        usualReview = reviewMillis;
        this.reviewMillis = reviewMillis;
    }

    /** Asks something about the next delivery before it is decided. */
    synchronized void ask(String says, int track, String field) {
        questions.add(new Verdict.Reason("question", says, "", track, field));
    }

    synchronized Optional<Verdict.Reason> question() {
        return Optional.ofNullable(questions.poll());
    }

    synchronized void order(String kind, int times, long millis) {
        String word = kind.toUpperCase(Locale.ROOT).replace('-', '_');
        if (word.equals("REVIEW")) {
            reviewMillis = millis;
            return;
        }
        if (word.equals("USUAL")) {
            reviewMillis = usualReview;
            return;
        }
        if (word.equals("NONE")) {
            questions.clear();
            atTheDoor.clear();
            atReview.clear();
            whenAsked.clear();
            callingBack.clear();
            return;
        }
        FaultKind ordered = FaultKind.valueOf(word);
        if (ordered == FaultKind.DELAY && millis > 0) delayMillis = millis;
        Deque<FaultKind> queue = switch (ordered) {
            case REJECT -> atReview;
            case CONTRADICT -> whenAsked;
            case TWICE -> callingBack;
            default -> atTheDoor;
        };
        for (int i = 0; i < times; i++) queue.add(ordered);
    }

    synchronized FaultKind door() {
        return atTheDoor.poll();
    }

    synchronized boolean rejectsReview() {
        return atReview.poll() != null;
    }

    synchronized boolean contradicts() {
        return whenAsked.poll() != null;
    }

    synchronized boolean callsTwice() {
        return callingBack.poll() != null;
    }

    synchronized long delayMillis() {
        return delayMillis;
    }

    synchronized long reviewMillis() {
        return reviewMillis;
    }

    synchronized int waiting() {
        return atTheDoor.size() + atReview.size() + whenAsked.size() + callingBack.size() + questions.size();
    }
}

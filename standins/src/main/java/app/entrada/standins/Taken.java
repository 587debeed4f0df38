package app.entrada.standins;

import java.util.List;
import java.util.Map;

/**
 * A delivery that a destination has.
 *
 * @param takenAt milliseconds since 1970
 * @param sums checksums of its files by path
 * @param answeredAt when questions about it were answered, 0 for not yet
 * @param callback where its sender wants to be told, empty for nowhere
 */
public record Taken(
        String receipt,
        String key,
        String sha256,
        String title,
        String mark,
        boolean takedown,
        long takenAt,
        long reviewMillis,
        boolean forced,
        List<Verdict.Reason> reasons,
        List<Verdict.Reason> questions,
        Map<String, String> documents,
        Map<String, String> sums,
        long answeredAt,
        String callback) {
    /** Milliseconds after which somebody looks at it, however long they then take. */
    private static final long LONGEST_UNSEEN = 5_000;

    Taken answered(long at) {
        return new Taken(
                receipt,
                key,
                sha256,
                title,
                mark,
                takedown,
                takenAt,
                reviewMillis,
                forced,
                reasons,
                questions,
                documents,
                sums,
                at,
                callback);
    }

    /** How it stands at a moment: {@code received}, {@code in_review}, {@code questions}, {@code accepted}, {@code rejected}. */
    String status(long now) {
        long passed = now - takenAt;
        if (passed < Math.min(reviewMillis / 4, LONGEST_UNSEEN)) return "received";
        if (passed < reviewMillis / 2) return "in_review";
        if (!questions.isEmpty() && answeredAt == 0) return "questions";
        if (now - Math.max(takenAt, answeredAt) < reviewMillis) return "in_review";
        if (!reasons.isEmpty() || forced) return "rejected";
        return takedown ? "taken_down" : "accepted";
    }
}

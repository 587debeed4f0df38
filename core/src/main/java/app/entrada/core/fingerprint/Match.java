package app.entrada.core.fingerprint;

import java.util.List;

/**
 * A known file that shares sound with the one asked about.
 *
 * @param id of the known file
 * @param confidence that they share sound, 0–1
 * @param offsetSeconds where the asked file begins on the known one's time line; negative when it begins before
 * @param speed of the asked file relative to the known one; 1.01 runs one per cent faster
 * @param agrees stretches of the asked file, seconds, that are the same
 * @param differs stretches of the asked file, seconds, that are not, although the known file has sound there
 * @param verdict what this means
 */
public record Match(
        String id,
        double confidence,
        double offsetSeconds,
        double speed,
        List<Stretch> agrees,
        List<Stretch> differs,
        Verdict verdict) {
    /** A stretch of time of the asked file, seconds. */
    public record Stretch(double from, double to) {
        /** How long it is. */
        public double seconds() {
            return to - from;
        }
    }

    /** What a match means. */
    public enum Verdict {
        /** The same recording, whole. */
        SAME("same"),
        /** Another recording that shares sound: an instrumental, an edit, a common introduction. */
        OTHER_VERSION("other-version"),
        /** A part of the same recording, or one that holds it as a part. */
        EXCERPT("excerpt");

        private final String says;

        Verdict(String says) {
            this.says = says;
        }

        /** Stable name. */
        public String says() {
            return says;
        }
    }

    /** Seconds that agree. */
    public double agreeing() {
        return agrees.stream().mapToDouble(Stretch::seconds).sum();
    }
}

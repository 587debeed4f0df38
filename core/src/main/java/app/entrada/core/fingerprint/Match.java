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

    /**
     * The same match as the known file sees it: its stretches on the known file's time line.
     *
     * @param asked id of the file that was asked about
     */
    public Match fromTheOtherSide(String asked) {
        return new Match(
                asked,
                confidence,
                -offsetSeconds / speed,
                1 / speed,
                agrees.stream().map(this::there).toList(),
                differs.stream().map(this::there).toList(),
                verdict);
    }

    private Stretch there(Stretch here) {
        return new Stretch(
                Math.max(0, here.from() * speed + offsetSeconds), Math.max(0, here.to() * speed + offsetSeconds));
    }

    /** Seconds that agree. */
    public double agreeing() {
        return agrees.stream().mapToDouble(Stretch::seconds).sum();
    }
}

package app.entrada.core.fingerprint;

import app.entrada.core.sound.AudioFacts;
import java.util.Comparator;
import java.util.List;
import java.util.stream.Collectors;

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
 * @param silence stretches of the asked file, seconds, where one of the two is silent before or behind its sound: no difference
 */
public record Match(
        String id,
        double confidence,
        double offsetSeconds,
        double speed,
        List<Stretch> agrees,
        List<Stretch> differs,
        Verdict verdict,
        List<Stretch> silence) {
    public Match {
        // matches from before silence was told apart have none
        silence = silence == null ? List.of() : List.copyOf(silence);
    }

    /** A match without silence at its ends. */
    public Match(
            String id,
            double confidence,
            double offsetSeconds,
            double speed,
            List<Stretch> agrees,
            List<Stretch> differs,
            Verdict verdict) {
        this(id, confidence, offsetSeconds, speed, agrees, differs, verdict, List.of());
    }

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
        public String label() {
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
                verdict,
                silence.stream().map(this::there).toList());
    }

    private Stretch there(Stretch here) {
        return new Stretch(
                Math.max(0, here.from() * speed + offsetSeconds), Math.max(0, here.to() * speed + offsetSeconds));
    }

    /** The longest stretch that is the same; of no length when nothing is. */
    public Stretch longestAgreeing() {
        return agrees.stream().max(Comparator.comparingDouble(Stretch::seconds)).orElse(new Stretch(0, 0));
    }

    /**
     * What this means, one sentence.
     *
     * @param other what to call the known file or its recording
     */
    public String says(String other) {
        return switch (verdict) {
            case SAME -> "the same recording as " + other + (silent().isEmpty() ? head() : silent());
            case EXCERPT -> "an excerpt of " + other + ", or the other way round";
            case OTHER_VERSION ->
                "another version of %s: it differs %s%s"
                        .formatted(
                                other,
                                differs.stream()
                                        .limit(2)
                                        .map(stretch ->
                                                "from %s to %s".formatted(time(stretch.from()), time(stretch.to())))
                                        .collect(Collectors.joining(", ")),
                                differs.size() > 2 ? " …" : "");
        };
    }

    private String silent() {
        double seconds = silence.stream().mapToDouble(Stretch::seconds).sum();
        return seconds < 1 ? "" : ", except for %.0f s of silence at its ends".formatted(seconds);
    }

    /** One of them was cut: encoders move a beginning by less than this. */
    private static final double CUT = 0.1;

    private String head() {
        double seconds = Math.abs(offsetSeconds);
        if (seconds < CUT) return "";
        return ", %.1f s %s at its head".formatted(seconds, offsetSeconds > 0 ? "shorter" : "longer");
    }

    private static String time(double seconds) {
        return AudioFacts.time(Math.round(seconds * 1000));
    }

    /** Seconds that agree. */
    public double agreeing() {
        return agrees.stream().mapToDouble(Stretch::seconds).sum();
    }
}

package app.entrada.core.disc;

import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * A place on an audio disc, counted in frames of which 75 are a second (IEC 60908); shown as {@code mm:ss:ff}.
 *
 * @param frames from the beginning that is meant, 0 or more
 */
public record DiscAddress(long frames) {
    /** Frames a second. */
    public static final int A_SECOND = 75;
    /** Samples a frame at 44,100 samples a second. */
    public static final int SAMPLES = 588;
    /** The two seconds in front of the first track that every disc has. */
    public static final int LEAD = 2 * A_SECOND;

    private static final Pattern FORM = Pattern.compile("(\\d{2,3}):([0-5]\\d):(\\d{2})");

    public DiscAddress {
        if (frames < 0) throw new IllegalArgumentException("A disc has no address before its beginning");
    }

    /** The frame in which a sample lies. */
    public static DiscAddress ofSample(long sample) {
        return new DiscAddress(sample / SAMPLES);
    }

    /**
     * Reads {@code mm:ss:ff}.
     *
     * @throws IllegalArgumentException when it is none
     */
    public static DiscAddress parse(String text) {
        Matcher parts = FORM.matcher(text);
        if (!parts.matches() || Integer.parseInt(parts.group(3)) >= A_SECOND)
            throw new IllegalArgumentException(
                    "“%s” is not an address mm:ss:ff with 75 frames per second".formatted(text));
        return new DiscAddress((Long.parseLong(parts.group(1)) * 60 + Long.parseLong(parts.group(2))) * A_SECOND
                + Long.parseLong(parts.group(3)));
    }

    /** So many frames later. */
    public DiscAddress plus(long more) {
        return new DiscAddress(frames + more);
    }

    @Override
    public String toString() {
        return "%02d:%02d:%02d".formatted(frames / (60 * A_SECOND), frames / A_SECOND % 60, frames % A_SECOND);
    }
}

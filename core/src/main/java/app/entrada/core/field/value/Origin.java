package app.entrada.core.field.value;

import app.entrada.core.text.MalformedValue;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Somebody else's work in a work: what a cover, an arrangement, a translation, a medley or a sample was made from.
 *
 * @param how it is used
 * @param title of the original
 * @param writers of the original as known, may be empty
 */
public record Origin(Use how, String title, String writers) {
    /** How an original is used. */
    public enum Use {
        /** Played as it is. */
        COVER,
        /** Set anew. */
        ARRANGEMENT,
        /** With words in another language. */
        TRANSLATION,
        /** One of several played in a row. */
        MEDLEY,
        /** A piece of its recording or of its notes is heard. */
        SAMPLE,
        /** Anything made from a work that is free of rights. */
        PUBLIC_DOMAIN;

        /** The use in words. */
        public String label() {
            return name().toLowerCase(Locale.ROOT).replace('_', ' ');
        }

        /** Whether somebody must agree before the recording is published. */
        public boolean needsPermission() {
            return this != PUBLIC_DOMAIN;
        }
    }

    private static final Pattern SHAPE = Pattern.compile("([A-Za-z ]+?)\\s*:\\s*([^/]+?)(?:\\s*/\\s*(.+))?");

    /** Reads {@code arrangement: Title / Writers}, several with semicolons between them. */
    public static List<Origin> parse(String typed) {
        List<Origin> all = new ArrayList<>();
        for (String each : typed.split(";")) {
            if (each.isBlank()) continue;
            Matcher parts = SHAPE.matcher(each.strip());
            // “medley: A; B; C”: each piece is one of the medley until another use is named
            boolean goesOn = !all.isEmpty() && all.get(all.size() - 1).how == Use.MEDLEY && !named(each);
            if (goesOn) parts = SHAPE.matcher(Use.MEDLEY.label() + ": " + each.strip());
            if (!parts.matches())
                throw new MalformedValue(
                        "“%s” is not an original work; expected: cover: Title / Writers".formatted(each.strip()));
            String how = parts.group(1).strip().toLowerCase(Locale.ROOT);
            Use use = Arrays.stream(Use.values())
                    .filter(one -> one.label().equals(how))
                    .findFirst()
                    .orElseThrow(() -> new MalformedValue("“%s” is not one of: %s"
                            .formatted(
                                    how,
                                    Arrays.stream(Use.values()).map(Use::label).collect(Collectors.joining(", ")))));
            all.add(new Origin(
                    use,
                    parts.group(2),
                    parts.group(3) == null ? "" : parts.group(3).strip()));
        }
        if (all.isEmpty()) throw new MalformedValue("The original work is missing; expected: cover: Title / Writers");
        return List.copyOf(all);
    }

    /** Whether a piece begins with one of the uses and a colon. */
    private static boolean named(String piece) {
        String lower = piece.strip().toLowerCase(Locale.ROOT);
        return Arrays.stream(Use.values()).anyMatch(use -> lower.matches(use.label() + "\\s*:.*"));
    }

    @Override
    public String toString() {
        return how.label() + ": " + title + (writers.isEmpty() ? "" : " / " + writers);
    }
}

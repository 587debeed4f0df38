package app.entrada.core.intake;

import java.util.List;
import java.util.OptionalInt;

/** Which track a paper belongs to, by its name. */
public final class AttachmentPlacement {
    private static final double LEAST = 0.6;
    private static final double LEAD = 0.05;

    private AttachmentPlacement() {}

    /**
     * The number of the track whose title the name holds; 0 when none or several fit.
     *
     * @param titles in running order, empty ones allowed
     */
    public static int track(String name, List<String> titles) {
        String plain = name.replaceFirst("\\.[^.]*$", "")
                .replaceAll("(?i)\\b(lyrics?|words|score|sheet|lead|permission|licen[cs]e)\\b", " ");
        OptionalInt number = Placement.number(plain);
        int best = 0;
        double most = 0;
        double second = 0;
        for (int i = 0; i < titles.size(); i++) {
            double likeness = Placement.titleLikeness(Placement.title(plain), titles.get(i));
            if (number.isPresent() && number.getAsInt() == i + 1 && likeness > 0.3) likeness += 0.3;
            if (likeness > most) {
                second = most;
                most = likeness;
                best = i + 1;
            } else second = Math.max(second, likeness);
        }
        return most >= LEAST && most - second > LEAD ? best : 0;
    }
}

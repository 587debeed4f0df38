package app.entrada.core.work;

import app.entrada.core.field.Fields;
import app.entrada.core.field.Origin;
import app.entrada.core.field.RightsLine;
import app.entrada.core.field.Writer;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;

/**
 * Whether one party can license both sides of a recording, master and publishing. A label and its own publisher count as
 * one.
 *
 * @param reasons what speaks for or against it, in words
 */
public record OneStop(boolean yes, List<String> reasons) {
    /**
     * @param label the label's name
     * @param publisher its own publisher, empty when it has none
     */
    public static OneStop of(Release release, Track track, String label, String publisher) {
        List<String> reasons = new ArrayList<>();
        boolean yes = master(release, track, label, reasons);
        yes &= publishing(track, label, publisher, reasons);
        yes &= originals(track, reasons);
        return new OneStop(yes, reasons);
    }

    private static boolean master(Release release, Track track, String label, List<String> reasons) {
        String owner =
                release.holds(track, Fields.RECORDING_P_LINE).map(RightsLine::owner).orElse("");
        if (owner.isEmpty()) reasons.add("Nobody is named as the owner of the master (P-line)");
        else if (same(owner, label)) reasons.add("The master is %s’s".formatted(label));
        else reasons.add("The master belongs to %s".formatted(owner));
        return same(owner, label);
    }

    private static boolean publishing(Track track, String label, String publisher, List<String> reasons) {
        List<Writer> writers = track.recording().work().writers();
        if (writers.isEmpty()) {
            reasons.add("Nobody is named as writer");
            return false;
        }
        Set<String> others = new LinkedHashSet<>();
        for (Writer writer : writers) {
            String holder = writer.publisher().orElse(writer.name());
            if (!same(holder, label) && !same(holder, publisher))
                others.add(writer.publisher().isPresent() ? holder : holder + ", who has no publisher");
        }
        if (others.isEmpty()) reasons.add("All writers are published by " + (publisher.isEmpty() ? label : publisher));
        else reasons.add("The publishing is also with " + String.join("; ", others));
        return others.isEmpty();
    }

    private static boolean originals(Track track, List<String> reasons) {
        boolean free = true;
        for (Origin origin :
                track.recording().work().facts().get(Fields.WORK_ORIGINS).orElse(List.of())) {
            if (!origin.how().needsPermission()) continue;
            free = false;
            reasons.add("It holds somebody else’s work, %s of “%s”"
                    .formatted(origin.how().says(), origin.title()));
        }
        return free;
    }

    private static boolean same(String one, String other) {
        return !one.isEmpty()
                && one.strip().toLowerCase(Locale.ROOT).equals(other.strip().toLowerCase(Locale.ROOT));
    }
}

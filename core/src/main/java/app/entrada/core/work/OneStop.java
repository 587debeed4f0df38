package app.entrada.core.work;

import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Origin;
import app.entrada.core.field.value.Publisher;
import app.entrada.core.field.value.RightsLine;
import app.entrada.core.field.value.Writer;
import app.entrada.core.names.PlaceholderNames;
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
 * @param reasons why it is so, in words: all that stands in the way, or what makes it one
 */
public record OneStop(boolean yes, List<String> reasons) {
    /**
     * @param label the label's name
     * @param publisher its own publisher, empty when it has none
     */
    public static OneStop of(Release release, Track track, String label, String publisher) {
        List<String> against = new ArrayList<>();
        List<String> together = new ArrayList<>();
        boolean yes = master(release, track, label, against, together);
        yes &= publishing(track, label, publisher, against, together);
        yes &= originals(track, against);
        // who reads that it is not one-stop wants to know what stands in the way, not what does not
        return new OneStop(yes, yes ? together : against);
    }

    private static boolean master(
            Release release, Track track, String label, List<String> reasons, List<String> together) {
        String owner = release.holds(track, Fields.RECORDING_P_LINE)
                .map(RightsLine::owner)
                .orElse("");
        if (owner.isEmpty()) reasons.add("The owner of the master is not named (P-line)");
        else if (same(owner, label)) together.add("The master is owned by %s".formatted(label));
        else reasons.add("The master is owned by %s".formatted(owner));
        return same(owner, label);
    }

    private static boolean publishing(
            Track track, String label, String publisher, List<String> reasons, List<String> together) {
        List<Writer> writers = track.recording().work().writers();
        if (writers.isEmpty()) {
            reasons.add("No writer is named");
            return false;
        }
        Set<String> others = new LinkedHashSet<>();
        Set<String> unpublished = new LinkedHashSet<>();
        // nobody is asked for what is nobody's
        List<Writer> somebody = writers.stream()
                .filter(writer -> !PlaceholderNames.is(writer.name()))
                .toList();
        if (somebody.isEmpty()) {
            together.add("The composition needs no permission");
            return true;
        }
        for (Writer writer : somebody)
            for (String holder : publishers(track, writer))
                if (holder.isEmpty()) {
                    if (!same(writer.name(), label)) unpublished.add(writer.name());
                } else if (!same(holder, label) && !same(holder, publisher)) others.add(holder);
        if (!others.isEmpty()) reasons.add("Publishing is also with " + String.join(", ", others));
        if (!unpublished.isEmpty())
            reasons.add("%s %s no publisher"
                    .formatted(String.join(", ", unpublished), unpublished.size() == 1 ? "has" : "have"));
        boolean one = others.isEmpty() && unpublished.isEmpty();
        if (one) together.add("All writers are published by " + (publisher.isEmpty() ? label : publisher));
        return one;
    }

    /**
     * Who publishes a writer's part: the publisher named with the writer, else those of the work; an empty name where nobody
     * does.
     */
    public static List<String> publishers(Track track, Writer writer) {
        if (writer.publisher().isPresent()) return List.of(writer.publisher().get());
        boolean named = track.recording().work().writers().stream()
                .anyMatch(other -> other.publisher().isPresent());
        List<String> ofTheWork = track.recording().work().facts().get(Fields.WORK_PUBLISHERS).orElse(List.of()).stream()
                .map(Publisher::name)
                .toList();
        // where some writers name theirs, the others have none
        return named || ofTheWork.isEmpty() ? List.of("") : ofTheWork;
    }

    private static boolean originals(Track track, List<String> reasons) {
        boolean free = true;
        for (Origin origin :
                track.recording().work().facts().get(Fields.WORK_ORIGINS).orElse(List.of())) {
            if (!origin.how().needsPermission()) continue;
            free = false;
            reasons.add("It contains a %s of “%s”".formatted(origin.how().label(), origin.title()));
        }
        return free;
    }

    private static boolean same(String one, String other) {
        return !one.isEmpty()
                && one.strip().toLowerCase(Locale.ROOT).equals(other.strip().toLowerCase(Locale.ROOT));
    }
}

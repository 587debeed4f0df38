package app.entrada.core.credit;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Credit;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/** The changes that give somebody a credit on several tracks, or take it away. */
public final class CreditEdits {
    private CreditEdits() {}

    /**
     * Sets what somebody did.
     *
     * @param tracks numbers of the tracks
     * @param detail roles with commas between them, and {@code as} a name as credited; blank takes the credit away
     * @throws app.entrada.core.text.MalformedValue when that is no credit
     */
    public static List<Change> set(Release release, String name, Set<Integer> tracks, String detail) {
        Map<Long, Change> changes = new LinkedHashMap<>();
        for (Track track : release.tracks()) {
            if (!tracks.contains(track.number())) continue;
            List<Credit> credits = new ArrayList<>(CreditMatrix.credits(track));
            String before = track.recording().facts().text(Fields.RECORDING_CREDITS);
            int there = -1;
            Optional<String> as = Optional.empty();
            for (int i = 0; i < credits.size(); i++) if (credits.get(i).name().equals(name)) there = i;
            if (there >= 0) as = credits.remove(there).as();
            if (!detail.isBlank()) {
                Optional<String> stood = as;
                Credit typed = ValueTypes.CREDITS.parse(name + ": " + detail).get(0);
                // roles are changed; the name as credited stays, unless another was typed with them
                credits.add(
                        there >= 0 ? there : credits.size(),
                        new Credit(typed.name(), typed.roles(), typed.as().or(() -> stood)));
            }
            String after = credits.isEmpty() ? null : ValueTypes.CREDITS.format(credits);
            changes.put(
                    track.recording().id(),
                    new Change(release.ref(track, Entity.RECORDING), Fields.RECORDING_CREDITS, before, after));
        }
        return changes.values().stream().filter(change -> !change.isEmpty()).toList();
    }

    /**
     * Sets the name under which somebody is credited on tracks on which they did something.
     *
     * @param as blank for their own name
     */
    public static List<Change> creditedAs(Release release, String name, Set<Integer> tracks, String as) {
        Map<Long, Change> changes = new LinkedHashMap<>();
        Optional<String> given = as.isBlank() || as.strip().equals(name) ? Optional.empty() : Optional.of(as.strip());
        for (Track track : release.tracks()) {
            if (!tracks.contains(track.number())) continue;
            List<Credit> credits = CreditMatrix.credits(track).stream()
                    .map(credit -> credit.name().equals(name) ? new Credit(name, credit.roles(), given) : credit)
                    .toList();
            if (credits.isEmpty()) continue;
            changes.put(
                    track.recording().id(),
                    new Change(
                            release.ref(track, Entity.RECORDING),
                            Fields.RECORDING_CREDITS,
                            track.recording().facts().text(Fields.RECORDING_CREDITS),
                            ValueTypes.CREDITS.format(credits)));
        }
        return changes.values().stream().filter(change -> !change.isEmpty()).toList();
    }

    /** Makes somebody a featured artist of these tracks, or no longer one. */
    public static List<Change> feature(Release release, String name, Set<Integer> tracks, boolean featured) {
        List<Change> changes = new ArrayList<>();
        for (Track track : release.tracks()) {
            if (!tracks.contains(track.number())) continue;
            List<String> names = new ArrayList<>(
                    track.facts().get(Fields.TRACK_FEATURED).map(Names::list).orElse(List.of()));
            names.remove(name);
            if (featured) names.add(name);
            Change change = new Change(
                    release.ref(track, Entity.TRACK),
                    Fields.TRACK_FEATURED,
                    track.facts().text(Fields.TRACK_FEATURED),
                    names.isEmpty() ? null : new Names(names).toString());
            if (!change.isEmpty()) changes.add(change);
        }
        return changes;
    }
}

package app.entrada.core.credit;

import app.entrada.core.field.Credit;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Fields;
import app.entrada.core.field.Names;
import app.entrada.core.field.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** The changes that give somebody a credit on several tracks, or take it away. */
public final class CreditEdits {
    private CreditEdits() {}

    /**
     * Sets what somebody did.
     *
     * @param tracks numbers of the tracks
     * @param detail roles with commas between them, and {@code as} a name as credited; blank takes the credit away
     * @throws app.entrada.core.field.MalformedValue when that is no credit
     */
    public static List<Change> set(Release release, String name, Set<Integer> tracks, String detail) {
        Map<Long, Change> changes = new LinkedHashMap<>();
        for (Track track : release.tracks()) {
            if (!tracks.contains(track.number())) continue;
            List<Credit> credits = new ArrayList<>(CreditMatrix.credits(track));
            String before = track.recording().facts().text(Fields.RECORDING_CREDITS);
            int there = -1;
            for (int i = 0; i < credits.size(); i++) if (credits.get(i).name().equals(name)) there = i;
            if (there >= 0) credits.remove(there);
            if (!detail.isBlank())
                credits.add(
                        there >= 0 ? there : credits.size(),
                        ValueTypes.CREDITS.parse(name + ": " + detail).get(0));
            String after = credits.isEmpty() ? null : ValueTypes.CREDITS.format(credits);
            changes.put(
                    track.recording().id(),
                    new Change(release.ref(track, Entity.RECORDING), Fields.RECORDING_CREDITS, before, after));
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

package app.entrada.core.check.rules;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;

/**
 * Where a finding is: a fact of a thing.
 *
 * @param track number in the running order, 0 for the release itself
 */
public record Place(Ref target, Field<?> field, int track) {
    /** A fact of the release. */
    public static Place of(Release release, Field<?> field) {
        return new Place(new Ref(field.entity(), release.id()), field, 0);
    }

    /** A fact of a track, its recording or its work. */
    public static Place of(Release release, Track track, Field<?> field) {
        return new Place(release.ref(track, field.entity()), field, track.number());
    }

    /** Panel on which it is mended: what the sheet has no cell for, where it is seen. */
    public String panel() {
        return field == Fields.RELEASE_COVER ? "artwork" : "sheet";
    }

    @Override
    public String toString() {
        return field.id() + ":" + (track == 0 ? "release" : "track " + track);
    }
}

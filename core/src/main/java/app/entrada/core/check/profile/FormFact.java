package app.entrada.core.check.profile;

import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import java.util.Arrays;
import java.util.Optional;
import java.util.Set;

/** What forms ask for and no single fact says: put together of several, or written as the destination wants it. */
public enum FormFact {
    /** Title in the destination's style, with version and featured artists where it wants them. */
    TITLE("title", Fields.TRACK_TITLE, Caption.Per.RELEASE, Caption.Per.TRACK),
    /** Artists of the track, else those of the release. */
    ARTISTS("artists", Fields.TRACK_ARTISTS, Caption.Per.RELEASE, Caption.Per.TRACK),
    /** Genres in the destination's words. */
    GENRE("genre", Fields.TRACK_GENRE, Caption.Per.RELEASE, Caption.Per.TRACK),
    /** The track's number. */
    NUMBER("number", Fields.TRACK_SIDE, Caption.Per.TRACK),
    /** Stores and shops to which a distributor passes it on. */
    OUTLETS("outlets", Fields.RELEASE_OUTLETS, Caption.Per.RELEASE),
    /** How many tracks there are. */
    TRACKS("number of tracks", Fields.RELEASE_RUNNING_ORDER, Caption.Per.RELEASE),
    /** Playing time as it was measured. */
    LENGTH("length", Fields.RECORDING_MASTER, Caption.Per.TRACK),
    /** Who wrote music. */
    COMPOSERS("composers", Fields.WORK_WRITERS, Caption.Per.TRACK),
    /** Who wrote words. */
    LYRICISTS("lyricists", Fields.WORK_WRITERS, Caption.Per.TRACK),
    /** The file that is chosen there: the copy of the track. */
    SOUND_FILE("sound file", Fields.RECORDING_MASTER, Caption.Per.TRACK),
    /** The file that is chosen there: the front cover. */
    COVER_FILE("cover file", Fields.RELEASE_COVER, Caption.Per.RELEASE),
    /** A writer's name. */
    WRITER("writer", Fields.WORK_WRITERS, Caption.Per.WRITER),
    /** A writer's role by its code: CA, C, A … */
    ROLE("writer's role", Fields.WORK_WRITERS, Caption.Per.WRITER),
    /** A writer's share of the performing right. */
    PERFORMING("performing share", Fields.WORK_WRITERS, Caption.Per.WRITER),
    /** A writer's share of the mechanical right. */
    MECHANICAL("mechanical share", Fields.WORK_WRITERS, Caption.Per.WRITER),
    /** Who publishes a writer's part. */
    PUBLISHER("writer's publisher", Fields.WORK_WRITERS, Caption.Per.WRITER),
    /** A writer's IPI name number. */
    IPI("writer's IPI", Fields.WORK_WRITERS, Caption.Per.WRITER);

    private final String id;
    private final Field<?> about;
    private final Set<Caption.Per> per;

    FormFact(String id, Field<?> about, Caption.Per... per) {
        this.id = id;
        this.about = about;
        this.per = Set.of(per);
    }

    /** Its name in captions. */
    public String id() {
        return id;
    }

    /** The fact whose findings are about it. */
    public Field<?> about() {
        return about;
    }

    /** How often it can be asked for. */
    public Set<Caption.Per> per() {
        return per;
    }

    /** The one with this id. */
    public static Optional<FormFact> of(String id) {
        return Arrays.stream(values()).filter(each -> each.id.equals(id)).findFirst();
    }
}

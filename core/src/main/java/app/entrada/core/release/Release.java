package app.entrada.core.release;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.FurtherPicture;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.PictureKind;
import app.entrada.core.field.value.RunningOrder;
import app.entrada.core.text.Sha256;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;

/**
 * A release with its tracks in running order.
 *
 * @param revision counts accepted batches of changes
 */
public record Release(long id, int revision, Facts facts, List<Track> tracks) {
    public Release {
        tracks = List.copyOf(tracks);
    }

    /** The fact where it is stored, without what is carried. */
    public Facts factsOf(Track track, Entity entity) {
        return switch (entity) {
            case RELEASE -> facts;
            case TRACK -> track.facts();
            case RECORDING -> track.recording().facts();
            case WORK -> track.recording().work().facts();
            case PARTY, SERIES -> throw new IllegalArgumentException("%s is not part of a track".formatted(entity));
        };
    }

    /** Which thing a field of this entity belongs to, seen from a track. */
    public Ref ref(Track track, Entity entity) {
        return switch (entity) {
            case RELEASE -> new Ref(entity, id);
            case TRACK -> new Ref(entity, track.id());
            case RECORDING -> new Ref(entity, track.recording().id());
            case WORK -> new Ref(entity, track.recording().work().id());
            case PARTY, SERIES -> throw new IllegalArgumentException("%s is not part of a track".formatted(entity));
        };
    }

    /** What holds for the track: its own value, or the one carried from the release. */
    public <T> Optional<T> holds(Track track, Field<T> field) {
        return factsOf(track, field.entity())
                .get(field)
                .or(() -> field.carriedFrom().flatMap(facts::get));
    }

    /** Text for reading of what holds for the track, or null. */
    public <T> @Nullable String displayed(Track track, Field<T> field) {
        return holds(track, field).map(field.type()::display).orElse(null);
    }

    /** Main artists of a track as a sentence, empty when none are known. */
    public String artistsOf(Track track) {
        return holds(track, Fields.TRACK_ARTISTS).map(Names::sentence).orElse("");
    }

    /** Canonical text of what holds for the track, or null. */
    public <T> @Nullable String text(Track track, Field<T> field) {
        return holds(track, field).map(field.type()::format).orElse(null);
    }

    /** The change that puts further tracks of this release behind its last one. */
    public Change behindTheLast(List<Long> created) {
        List<Long> order = new ArrayList<>(
                facts.get(Fields.RELEASE_RUNNING_ORDER).map(RunningOrder::ids).orElse(List.of()));
        order.addAll(created);
        return new Change(
                new Ref(Entity.RELEASE, id),
                Fields.RELEASE_RUNNING_ORDER,
                facts.text(Fields.RELEASE_RUNNING_ORDER),
                new RunningOrder(order).toString());
    }

    /** What to call the release when it has no title. */
    public String name() {
        return facts.get(Fields.RELEASE_TITLE).orElse("Untitled release");
    }

    /** Whether any track is marked explicit; the release is never marked by hand. */
    public boolean explicit() {
        return tracks.stream()
                .anyMatch(track -> track.facts()
                        .get(Fields.TRACK_EXPLICIT)
                        .filter("explicit"::equals)
                        .isPresent());
    }

    /** Pictures beside the front cover, in order. */
    public List<FurtherPicture> furtherPictures() {
        return facts.get(Fields.RELEASE_PICTURES).orElse(List.of());
    }

    /** Numbers of the recordings on it, in running order. */
    public List<Long> recordings() {
        return tracks.stream().map(track -> track.recording().id()).toList();
    }

    /** Numbers of the works on it, in running order; one that was recorded twice stands there twice. */
    public List<Long> works() {
        return tracks.stream().map(track -> track.recording().work().id()).toList();
    }

    /** Pictures of one kind, in order. */
    public List<Sha256> pictures(PictureKind kind) {
        if (kind == PictureKind.FRONT)
            return facts.get(Fields.RELEASE_COVER).stream().toList();
        return furtherPictures().stream()
                .filter(picture -> picture.kind() == kind)
                .map(FurtherPicture::file)
                .toList();
    }

    /** The release with titles in Latin letters where a person gave them and where the own ones cannot be used. */
    public Release withLatinTitles(java.util.function.Predicate<String> usable) {
        List<Track> latin = new ArrayList<>();
        for (Track track : tracks)
            latin.add(new Track(
                    track.id(),
                    track.number(),
                    latin(track.facts(), Fields.TRACK_TITLE, Fields.TRACK_LATIN_TITLE, usable),
                    track.recording()));
        return new Release(id, revision, latin(facts, Fields.RELEASE_TITLE, Fields.RELEASE_LATIN_TITLE, usable), latin);
    }

    private static Facts latin(
            Facts facts, Field<String> title, Field<String> latin, java.util.function.Predicate<String> usable) {
        Optional<String> own = facts.get(title);
        if (own.isEmpty() || usable.test(own.get())) return facts;
        return facts.get(latin).map(form -> facts.withText(title, form)).orElse(facts);
    }

    /** The files in place: the front cover, further pictures and the masters. */
    public Set<Sha256> files() {
        Set<Sha256> files = new LinkedHashSet<>();
        facts.get(Fields.RELEASE_COVER).ifPresent(files::add);
        for (FurtherPicture picture : furtherPictures()) files.add(picture.file());
        for (Track track : tracks) track.master().ifPresent(files::add);
        return files;
    }

    /** The release as it would be after changes; the running order stays. */
    public Release with(List<Change> changes) {
        Facts own = facts;
        for (Change change : changes)
            if (change.target().equals(new Ref(Entity.RELEASE, id))) own = own.withText(change.field(), change.after());
        return new Release(
                id,
                revision,
                own,
                tracks.stream().map(track -> with(track, changes)).toList());
    }

    private Optional<Work> work(long workId) {
        return tracks.stream()
                .map(track -> track.recording().work())
                .filter(work -> work.id() == workId)
                .findFirst();
    }

    private Track with(Track track, List<Change> changes) {
        Facts own = track.facts();
        Facts recording = track.recording().facts();
        Facts work = track.recording().work().facts();
        for (Change change : changes) {
            if (change.field().entity() == Entity.RELEASE
                    || change.field().entity() == Entity.PARTY
                    || change.field().entity() == Entity.SERIES
                    || !change.target().equals(ref(track, change.field().entity()))) continue;
            switch (change.field().entity()) {
                case TRACK -> own = own.withText(change.field(), change.after());
                case RECORDING -> recording = recording.withText(change.field(), change.after());
                default -> work = work.withText(change.field(), change.after());
            }
        }
        Work written = recording
                .get(Fields.RECORDING_WORK)
                .filter(id -> id != track.recording().work().id())
                .flatMap(this::work)
                .orElse(new Work(track.recording().work().id(), work));
        return new Track(
                track.id(), track.number(), own, new Recording(track.recording().id(), recording, written));
    }

    /** The same release; each field that is looked at is told to the watch. */
    public Release watched(Consumer<Object> by) {
        return new Release(
                id,
                revision,
                facts.watched(by),
                tracks.stream().map(track -> track.watched(by)).toList());
    }

    /**
     * Fields whose value is another one there, of the release or of any track; empty when the tracks themselves are others,
     * stand in another order or are of other recordings.
     */
    public Optional<Set<Object>> differences(Release there) {
        if (id != there.id || tracks.size() != there.tracks.size()) return Optional.empty();
        Set<Object> different = facts.differences(there.facts);
        for (int i = 0; i < tracks.size(); i++) {
            Track mine = tracks.get(i);
            Track other = there.tracks.get(i);
            Recording recording = mine.recording();
            if (mine.id() != other.id()
                    || recording.id() != other.recording().id()
                    || recording.work().id() != other.recording().work().id()) return Optional.empty();
            different.addAll(mine.facts().differences(other.facts()));
            different.addAll(recording.facts().differences(other.recording().facts()));
            different.addAll(recording
                    .work()
                    .facts()
                    .differences(other.recording().work().facts()));
        }
        return Optional.of(different);
    }

    /** The track with this id. */
    public Optional<Track> track(long trackId) {
        return tracks.stream().filter(track -> track.id() == trackId).findFirst();
    }
}

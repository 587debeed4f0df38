package app.entrada.server.catalogue;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.title.TitleStyle;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Problem;
import app.entrada.server.views.ReleaseDelta;
import app.entrada.server.views.ReleaseViews;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Objects;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Recordings of the catalogue, found and taken onto a release: they keep their codes; title and order are its own. */
@RestController
class RecordingsController {
    private static final int MOST_TAKEN = 500;

    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final ReleaseViews views;
    private final RecordingSearch search;

    RecordingsController(
            ReleaseRepository releases, ChangeService changes, ReleaseViews views, RecordingSearch search) {
        this.search = search;
        this.releases = releases;
        this.changes = changes;
        this.views = views;
    }

    /** A recording as a track of some release shows it. */
    record FoundRecording(
            long track,
            long recording,
            String title,
            String artists,
            @Nullable String isrc,
            String release) {}

    /**
     * What is taken, in this order.
     *
     * @param tracks whose recordings are taken, with what they say of them
     * @param recordings that are taken as they stand on the newest release that shows them; instead of tracks
     */
    record TakenRecordings(
            @Nullable List<Long> tracks, @Nullable List<Long> recordings) {
        int count() {
            return Objects.requireNonNullElse(tracks, List.of()).size()
                    + Objects.requireNonNullElse(recordings, List.of()).size();
        }
    }

    @GetMapping("/api/recordings")
    List<FoundRecording> find(@RequestParam String typed) {
        List<RecordingSearch.ShownRecording> found = search.find(typed);
        Set<Long> on = new LinkedHashSet<>(
                found.stream().map(RecordingSearch.ShownRecording::release).toList());
        List<FoundRecording> lines = new ArrayList<>();
        for (Release release : releases.load(on))
            for (RecordingSearch.ShownRecording each : found)
                if (each.release() == release.id())
                    release.track(each.track()).ifPresent(track -> lines.add(line(release, track)));
        return lines;
    }

    private static FoundRecording line(Release release, Track track) {
        return new FoundRecording(
                track.id(),
                track.recording().id(),
                TitleStyle.PLAIN.track(release, track),
                release.artistsOf(track),
                track.recording().facts().display(Fields.RECORDING_ISRC),
                release.name());
    }

    @PostMapping("/api/releases/{id}/recordings")
    @Transactional
    public ReleaseDelta take(
            @PathVariable long id, @RequestBody TakenRecordings taken, @AuthenticationPrincipal Account account) {
        if (taken.count() == 0 || taken.count() > MOST_TAKEN)
            throw Problem.input("nothing-chosen", "Choose between 1 and %d recordings.".formatted(MOST_TAKEN));
        Release release = releases.locked(id).orElseThrow(() -> Problem.missing("release"));
        List<Change> batch = new ArrayList<>();
        List<Long> created = new ArrayList<>();
        List<Long> sources = new ArrayList<>(Objects.requireNonNullElse(taken.tracks(), List.of()));
        sources.addAll(search.newestTracks(Objects.requireNonNullElse(taken.recordings(), List.of())));
        for (long source : sources) {
            Release from = releases.ofTrack(source).orElseThrow(() -> Problem.missing("recording"));
            Track track = from.track(source).orElseThrow(() -> Problem.missing("recording"));
            long made = releases.createTrack(id, track.recording().id());
            created.add(made);
            for (Field<?> field : Fields.of(Entity.TRACK)) {
                String holds = from.text(track, field);
                // what belongs to the place on the other release does not come along
                boolean ofThePlace = field == Fields.TRACK_SIDE || field == Fields.TRACK_GAP;
                if (holds != null && !ofThePlace && !holds.equals(carried(release, field)))
                    batch.add(new Change(new Ref(Entity.TRACK, made), field, null, holds));
            }
        }
        batch.add(0, release.behindTheLast(created));
        String says = sources.size() == 1 ? "Recording taken" : sources.size() + " recordings taken";
        return views.delta(
                changes.apply(id, new ChangeService.Batch(says, ChangeSource.CATALOGUE, batch), account), account);
    }

    private static <T> @Nullable String carried(Release release, Field<T> field) {
        return field.carriedFrom().map(from -> release.facts().text(from)).orElse(null);
    }
}

package app.entrada.server.tracklist;

import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.tracklist.TrackList;
import app.entrada.core.tracklist.TrackListPlan;
import app.entrada.core.tracklist.TrackListPlan.PlanRow;
import app.entrada.core.tracklist.TrackListPlan.TrackListColumn;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileIndex;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Track lists beside releases: read, compared, taken in one batch that one undo takes back. */
@Service
class TrackListService {
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final CreditRepository people;
    private final FileIndex files;

    TrackListService(ReleaseRepository releases, ChangeService changes, CreditRepository people, FileIndex files) {
        this.releases = releases;
        this.changes = changes;
        this.people = people;
        this.files = files;
    }

    /** @param fileTimes exact times of masters by track */
    record Plan(TrackList list, TrackListPlan plan, Map<Long, PlayingTime> fileTimes) {}

    Plan plan(long releaseId, String text) {
        Release release = releases.find(releaseId).orElseThrow(() -> Problem.missing("release"));
        return plan(release, text);
    }

    private Plan plan(Release release, String text) {
        Set<String> known = people.knownNames();
        TrackList list = TrackList.read(text == null ? "" : text, known::contains);
        return new Plan(list, TrackListPlan.of(list, release), files.lengths(release));
    }

    /** Takes columns of rows; rows without a track make one each, at the end of the running order. */
    @Transactional
    @For(Role.ASSISTANT)
    Release take(
            long releaseId,
            String text,
            Set<TrackListColumn> columns,
            Set<Integer> lines,
            String source,
            Account account) {
        Release release = releases.locked(releaseId).orElseThrow(() -> Problem.missing("release"));
        Plan plan = plan(release, text);
        List<PlanRow> rows = plan.plan().rows().stream()
                .filter(row -> lines.contains(row.row().line()))
                .toList();
        List<Long> made = rows.stream()
                .filter(row -> row.track().isEmpty())
                .map(row -> releases.createTrack(releaseId))
                .toList();
        List<Change> batch = new ArrayList<>();
        Release grown = release;
        if (!made.isEmpty()) {
            batch.add(release.behindTheLast(made));
            grown = releases.with(release, made);
        }
        int next = 0;
        for (PlanRow row : rows) {
            Track track = row.track().isPresent()
                    ? row.track().get()
                    : grown.track(made.get(next++)).orElseThrow();
            batch.addAll(TrackListPlan.changes(row, grown, track, columns));
        }
        String from = source == null || source.isBlank() ? "pasted track list" : source.strip();
        return changes.apply(
                releaseId,
                new ChangeService.Batch(
                        "Track list, %d row%s".formatted(rows.size(), rows.size() == 1 ? "" : "s"),
                        ChangeSource.TRACK_LIST,
                        from.length() <= 200 ? from : from.substring(0, 200),
                        batch),
                account);
    }
}

package app.entrada.server.tracklist;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.value.PlayingTime;
import app.entrada.core.tracklist.TrackListPlan;
import app.entrada.core.tracklist.TrackListPlan.TrackListColumn;
import app.entrada.server.accounts.Account;
import app.entrada.server.platform.Problem;
import app.entrada.server.views.ReleaseDelta;
import app.entrada.server.views.ReleaseViews;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Reads pasted track lists, shows them beside the release, and takes what a person chooses. */
@RestController
class TrackListController {
    private final TrackListService lists;
    private final ReleaseViews views;

    TrackListController(TrackListService lists, ReleaseViews views) {
        this.lists = lists;
        this.views = views;
    }

    record Pasted(String text) {}

    /**
     * What to take.
     *
     * @param lines numbers of lines in the text
     * @param source where the list came from, in words, for the history
     */
    record TakenTrackList(String text, Set<TrackListColumn> columns, Set<Integer> lines, String source) {}

    /** A value the list gives, beside the one that holds. */
    record PlanCell(@Nullable String before, @Nullable String after, boolean differs) {}

    /**
     * A row of the list.
     *
     * @param track number of its track; null: taking it makes one
     * @param fileTime exact time of the track's file, when it has one
     */
    record PlanLine(
            int line,
            @Nullable Integer track,
            boolean doubtful,
            Map<String, PlanCell> cells,
            @Nullable String fileTime) {}

    /** A line that was not understood. */
    record StrangeLine(int line, String text, String why) {}

    /** A column that can be taken: how many rows would change by it. */
    record PlanColumn(TrackListColumn key, String name, int differs) {}

    /** The list as it was read. */
    record TrackListView(String form, List<PlanColumn> columns, List<PlanLine> rows, List<StrangeLine> notUnderstood) {}

    @PostMapping("/api/releases/{id}/tracklist")
    TrackListView read(@PathVariable long id, @RequestBody Pasted pasted) {
        TrackListService.Plan plan = lists.plan(id, pasted.text());
        List<PlanLine> rows = plan.plan().rows().stream()
                .map(row -> line(row, plan.fileTimes()))
                .toList();
        return new TrackListView(
                plan.list().form().label(),
                Arrays.stream(TrackListColumn.values())
                        .filter(column -> rows.stream()
                                .anyMatch(row -> requireNonNull(row.cells().get(column.name()))
                                                .after()
                                        != null))
                        .map(column -> new PlanColumn(
                                column,
                                column == TrackListColumn.TIME
                                        ? "Time"
                                        : column.field().name(),
                                (int) rows.stream()
                                        .filter(row -> requireNonNull(
                                                        row.cells().get(column.name()))
                                                .differs())
                                        .count()))
                        .toList(),
                rows,
                plan.list().notUnderstood().stream()
                        .map(line -> new StrangeLine(line.number(), line.text(), line.why()))
                        .toList());
    }

    private static PlanLine line(TrackListPlan.PlanRow row, Map<Long, PlayingTime> fileTimes) {
        Map<String, PlanCell> cells = new LinkedHashMap<>();
        row.cells()
                .forEach((column, cell) ->
                        cells.put(column.name(), new PlanCell(cell.before(), cell.after(), cell.differs())));
        return new PlanLine(
                row.row().line(),
                row.track().map(track -> track.number()).orElse(null),
                row.doubtful(),
                cells,
                row.track()
                        .map(track -> fileTimes.get(track.id()))
                        .map(PlayingTime::toString)
                        .orElse(null));
    }

    @PostMapping("/api/releases/{id}/tracklist/take")
    ReleaseDelta take(
            @PathVariable long id, @RequestBody TakenTrackList taken, @AuthenticationPrincipal Account account) {
        if (taken.columns() == null
                || taken.columns().isEmpty()
                || taken.lines() == null
                || taken.lines().isEmpty())
            throw Problem.input("nothing-chosen", "Choose at least one column and one row; nothing was changed.");
        return views.delta(
                lists.take(id, taken.text(), taken.columns(), taken.lines(), taken.source(), account), account);
    }
}

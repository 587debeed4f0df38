package app.entrada.server.views;

import app.entrada.core.check.profile.Readiness;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.desk.NextMoves;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.files.FileKind;
import java.time.LocalDate;
import java.time.temporal.ChronoUnit;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;

/**
 * A release as the interface shows it: computed by the core, never stored.
 *
 * @param tag names this very view: what changed since is told as a {@link ReleaseDelta} from it
 * @param revision counts accepted batches
 * @param columns the sheet's columns, from the field registry
 * @param rows the release first, then its tracks
 */
public record ReleaseView(
        Head head,
        String tag,
        int revision,
        List<FactColumn> columns,
        List<SheetRow> rows,
        List<FindingView> findings,
        List<LooseFile> loose,
        List<String> genres,
        ChangeService.Stack stack) {
    ReleaseView tagged(String other) {
        return new ReleaseView(head, other, revision, columns, rows, findings, loose, genres, stack);
    }

    /** The same for somebody with batches of their own to take back. */
    ReleaseView named(ChangeService.Stack theirs) {
        return new ReleaseView(head, tag, revision, columns, rows, findings, loose, genres, theirs);
    }

    /** A view of nothing, from which everything is new. */
    ReleaseView nothingOfIt() {
        return new ReleaseView(head, "", 0, columns, List.of(), List.of(), List.of(), genres, stack);
    }

    /**
     * What stands above all panels.
     *
     * @param date ISO, null when there is none
     * @param days until the release date, negative when it has passed
     * @param time total as m:ss
     */
    public record Head(
            long id,
            String title,
            String artists,
            String kind,
            int tracks,
            String time,
            @Nullable String catalogueNumber,
            @Nullable String barcode,
            @Nullable String date,
            @Nullable Long days,
            @Nullable String deliverBy,
            @Nullable CoverView cover,
            List<MarkView> marks) {
        /** The same, seen from another day; null for none, and then no days are counted. */
        public Head on(@Nullable LocalDate today) {
            Long counted = today == null || date == null ? null : ChronoUnit.DAYS.between(today, LocalDate.parse(date));
            return new Head(
                    id,
                    title,
                    artists,
                    kind,
                    tracks,
                    time,
                    catalogueNumber,
                    barcode,
                    date,
                    counted,
                    deliverBy,
                    cover,
                    marks);
        }
    }

    /** The front cover; {@code problem} says why it cannot be shown. */
    public record CoverView(String sha256, @Nullable String problem, boolean measuring) {}

    /**
     * How a release stands with a destination.
     *
     * @param readiness heaviest open finding
     * @param count findings of that weight
     * @param standing NOT_SENT, ON_ITS_WAY, ACCEPTED, REJECTED or FAILED
     */
    public record MarkView(
            String destination,
            String name,
            Readiness readiness,
            int count,
            NextMoves.Standing standing,
            String says) {}

    /**
     * A column of the sheet.
     *
     * @param type name of the value's type
     * @param words what a choice offers
     * @param entity what a track's fact of this key belongs to; {@code release} when tracks have none
     * @param onRelease whether the release has such a fact
     */
    public record FactColumn(
            String key,
            String name,
            String set,
            String type,
            List<String> words,
            String help,
            String entity,
            boolean onRelease) {}

    /**
     * A row of the sheet.
     *
     * @param track number, 0 for the release
     * @param trackId 0 for the release
     * @param recordingId 0 for the release
     * @param workId 0 for the release
     * @param cells by column key; a column without one is empty
     */
    public record SheetRow(
            int track,
            long trackId,
            long recordingId,
            long workId,
            @Nullable MasterView master,
            Map<String, SheetValue> cells) {}

    /**
     * A track's master.
     *
     * @param state none, measuring, whole or damaged
     * @param time as m:ss
     * @param exact exact length in words, for reading
     * @param envelope peaks of equal stretches in per cent
     */
    public record MasterView(
            String state,
            @Nullable String sha256,
            @Nullable String time,
            long milliseconds,
            @Nullable String exact,
            @Nullable String format,
            List<Integer> envelope) {}

    /**
     * What stands in a cell.
     *
     * @param value canonical text, null when nothing is given here
     * @param shown text for reading, null when it is the same
     * @param carried whether what holds here is the release's
     */
    public record SheetValue(
            @Nullable String value, @Nullable String shown, boolean carried) {}

    /**
     * What a check says.
     *
     * @param ruleName what findings of its rule have in common, in a few words
     * @param destinations names
     * @param stops names of those that it stops; the others only warn
     * @param fix what its safe fix does, null when there is none
     * @param preview what the fix changes, in words
     * @param accepted why somebody takes the risk, null when nobody does
     */
    public record FindingView(
            String id,
            String rule,
            String ruleName,
            String family,
            Weight weight,
            List<String> destinations,
            List<String> stops,
            int track,
            String column,
            String fieldName,
            String panel,
            String says,
            String reason,
            @Nullable String fix,
            @Nullable String preview,
            @Nullable String accepted) {}

    /** A received file that is in no place. */
    public record LooseFile(
            String sha256,
            String name,
            FileKind kind,
            long bytes,
            String says,
            @Nullable String time) {}
}

package app.entrada.server.overview;

import app.entrada.core.catalogue.CatalogueRow;
import app.entrada.core.check.profile.Weight;
import app.entrada.server.views.ReleaseView;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What lists show of a release.
 *
 * @param revision of the release when it was looked at
 * @param head its line among the releases; days until its date are counted by whoever reads it
 * @param moves what is to be done, the most urgent first
 * @param ahead its dates that have not passed
 * @param rows its rows in the catalogue, its own first
 * @param turnsOn the first day on which something of this is different, though nothing is changed; null for never
 */
public record KeptRelease(
        int revision,
        ReleaseView.Head head,
        List<MoveView> moves,
        List<DateAhead> ahead,
        List<CatalogueRow> rows,
        @Nullable LocalDate turnsOn) {
    /**
     * Something to do.
     *
     * @param lateOn the last day on which it is in time, ISO; null without a date
     * @param track of the cell to go to, 0 for the release
     * @param column of that cell; null when it is done on the panel as a whole
     */
    public record MoveView(
            long releaseId,
            String release,
            String says,
            List<String> waits,
            @Nullable String lateOn,
            String panel,
            int track,
            @Nullable String column,
            Weight weight) {}

    /**
     * A day on the time line.
     *
     * @param kind {@code release} or {@code deliver}
     * @param destination name, null for a release date
     */
    public record DateAhead(
            String date,
            String kind,
            long releaseId,
            String release,
            @Nullable String destination) {}
}

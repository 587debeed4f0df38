package app.entrada.server.context;

import app.entrada.core.desk.NextMoves;
import app.entrada.core.release.Release;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileIndex;
import app.entrada.server.standing.DeliveryStandings;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * A release with all that was fetched around it.
 *
 * @param context what the rules look at
 * @param files those in place, by checksum
 * @param loose files in no place
 * @param copies that were written of its masters
 * @param deliveries the newest to each destination
 */
public record LoadedRelease(
        ReleaseContext context,
        Map<Sha256, FileIndex.StoredFile> files,
        List<LooseFiles.Loose> loose,
        List<StoredCopy> copies,
        Map<String, DeliveryStandings.NewestDelivery> deliveries) {
    /** The release itself. */
    public Release release() {
        return context.release();
    }

    /** What the deliveries mean for what to do next, by destination. */
    public Map<String, NextMoves.Standing> moves() {
        Map<String, NextMoves.Standing> moves = new HashMap<>();
        deliveries.forEach((destination, standing) -> moves.put(destination, standing.move()));
        return moves;
    }

    /** Whether the cover or a master is still being measured: nothing is planned from what is not known yet. */
    public boolean measuring() {
        return files.values().stream().anyMatch(FileIndex.StoredFile::measuring);
    }
}

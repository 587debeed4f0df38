package app.entrada.server.intake;

import app.entrada.core.intake.ReleaseDraft;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A release as the files suggest it.
 *
 * @param others files that are no sound, by what becomes of them
 */
record DraftView(
        ReleaseDraft.ReadValue title,
        ReleaseDraft.ReadValue artists,
        String kind,
        List<DraftTrack> tracks,
        List<DraftPaper> others) {
    /**
     * A track of a draft.
     *
     * @param reuses the recording of the catalogue that sounds the same, in words; null for a new one
     */
    record DraftTrack(
            int number,
            String file,
            String name,
            String time,
            String title,
            String version,
            String featured,
            String artists,
            String source,
            List<String> others,
            @Nullable String reuses) {}

    /** A paper or picture and where it goes. */
    record DraftPaper(String name, String goes) {}
}

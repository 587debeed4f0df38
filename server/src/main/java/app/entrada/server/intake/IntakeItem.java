package app.entrada.server.intake;

import app.entrada.server.files.FileKind;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * A received file.
 *
 * @param folder where it lay in what was dropped
 * @param kind audio, picture, document, text or other
 * @param belongs what a paper is for, empty for sound and pictures
 * @param alike what it sounds like, best first
 * @param problem why it is no use, null when it is whole
 */
record IntakeItem(
        String sha256,
        String name,
        String folder,
        FileKind kind,
        String belongs,
        long bytes,
        boolean measuring,
        String says,
        @Nullable String time,
        String title,
        List<Likeness> alike,
        @Nullable String problem) {
    /**
     * What a file sounds like.
     *
     * @param verdict same, other-version or excerpt
     * @param recording of the catalogue, 0 when the other file is no master
     * @param says one sentence
     */
    record Likeness(String verdict, double confidence, long recording, String says) {}
}

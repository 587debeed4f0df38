package app.entrada.server.masters;

import app.entrada.core.sound.Sound;
import app.entrada.server.context.LooseFiles;
import app.entrada.server.files.FileKind;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * The masters of a release: what is in place, what is proposed, what is loose.
 *
 * @param revision of the release
 * @param certain how many proposals may be confirmed in one move
 * @param beside papers of the release as a whole
 * @param offers facts that tags give and the release lacks or has otherwise
 */
public record MastersView(
        int revision,
        List<MasterRow> rows,
        List<SoundFileView> loose,
        int certain,
        List<LooseFiles.Beside> beside,
        List<TagOffer> offers) {
    /**
     * A track.
     *
     * @param file in place, null for none
     * @param proposal a file that waits to be confirmed, null for none
     */
    public record MasterRow(
            int track,
            long trackId,
            String title,
            @Nullable SoundFileView file,
            @Nullable ProposalView proposal,
            @Nullable String previewStart,
            List<LooseFiles.Beside> beside) {}

    /**
     * A file.
     *
     * @param says what it is, or what is wrong with it
     * @param format container, resolution and channels, null for what is no sound
     * @param heard what else was measured, null when it was not heard
     * @param lufs integrated loudness, null when it was not heard
     * @param alike what it sounds like
     */
    public record SoundFileView(
            String sha256,
            String name,
            FileKind kind,
            String says,
            @Nullable String format,
            @Nullable String time,
            double seconds,
            @Nullable Double lufs,
            @Nullable Double truePeak,
            List<Double> clippings,
            double headSilence,
            double tailSilence,
            List<Sound.Rest> rests,
            @Nullable ExcerptView excerpt,
            @Nullable HeardView heard,
            List<AlikeView> alike) {}

    /**
     * What was measured beside loudness.
     *
     * @param rangeLu loudness range in LU, EBU Tech 3342
     * @param bpm beats a minute, null where no tempo was found
     * @param key in words, null where none was found
     * @param clippings runs of clipped samples, all of them
     * @param lossyAbove hertz above which there is nothing, as after a lossy codec; null where that is not suspected
     * @param remarks in words
     */
    public record HeardView(
            double rangeLu,
            @Nullable Double bpm,
            @Nullable String key,
            long clippings,
            @Nullable Double lossyAbove,
            List<String> remarks) {}

    /** The proposed excerpt: seconds, and why. */
    public record ExcerptView(double at, double seconds, String reason) {}

    /**
     * What a file sounds like.
     *
     * @param recording of the catalogue, 0 for none
     * @param name of the other: title, release and code of its recording, or the file's name
     * @param says what it is to this file, in a sentence
     * @param offset where this file begins on the other's time line, seconds
     * @param agrees stretches of this file that are the same, seconds
     */
    public record AlikeView(
            String file,
            String verdict,
            double confidence,
            double offset,
            double speed,
            List<StretchView> agrees,
            List<StretchView> differs,
            long recording,
            boolean onThisRelease,
            String name,
            String says) {}

    /** A stretch of time, seconds. */
    public record StretchView(double from, double to) {}

    /**
     * A file proposed for a track, with the evidence: each 0–1, null where there is nothing to go by.
     *
     * @param doubt why a person should look twice, empty when it is certain
     */
    public record ProposalView(
            SoundFileView file,
            double total,
            boolean certain,
            String doubt,
            @Nullable Double sound,
            @Nullable Double time,
            @Nullable Double tags,
            @Nullable Double name) {}

    /**
     * A fact that a file's tags offer.
     *
     * @param track number, 0 for the release
     * @param present what is there now, null for nothing
     */
    public record TagOffer(
            int track,
            String entity,
            long target,
            String field,
            String fieldName,
            @Nullable String present,
            String value,
            String source) {}
}

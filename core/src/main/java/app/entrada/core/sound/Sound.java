package app.entrada.core.sound;

import java.util.List;

/**
 * What is measured of decoded sound. Levels of silence are −120 dB and −70 LUFS; see {@link #silent}.
 *
 * @param integratedLufs EBU R 128
 * @param rangeLu EBU Tech 3342
 * @param momentaryMaxLufs loudest 400 ms
 * @param shortTermMaxLufs loudest 3 s
 * @param truePeakDbtp ITU-R BS.1770-4 annex 2
 * @param clippings runs of clipped samples, at most 2,000
 * @param clippingCount runs in all
 * @param dcOffset mean of each channel, full scale 1
 * @param falseStereo two channels that hold the same
 * @param bandwidthHz highest frequency that holds sound
 * @param upsampled whether the file has a higher sample rate than its sound needs
 * @param outline highest magnitudes of 240 equal parts, per cent of full scale
 */
public record Sound(
        double integratedLufs,
        double rangeLu,
        double momentaryMaxLufs,
        double shortTermMaxLufs,
        double truePeakDbtp,
        double samplePeakDbfs,
        List<Clipping> clippings,
        long clippingCount,
        Silence silence,
        double[] dcOffset,
        boolean falseStereo,
        double bandwidthHz,
        LossySource lossySource,
        boolean upsampled,
        Tempo tempo,
        Key key,
        Excerpt excerpt,
        int[] outline) {
    private static final double GATE = -70;

    /** Whether nothing passes the absolute gate of BS.1770: silence has no loudness, only a lower bound stands for it. */
    public boolean silent() {
        return integratedLufs <= GATE;
    }

    /**
     * A run of clipped samples.
     *
     * @param at seconds
     * @param length samples
     * @param channel from 0
     */
    public record Clipping(double at, int length, int channel) {}

    /**
     * A rest.
     *
     * @param at seconds
     * @param seconds how long
     */
    public record Rest(double at, double seconds) {}

    /** Silence at both ends and rests of a second and more inside, seconds. */
    public record Silence(double headSeconds, double tailSeconds, List<Rest> inside) {}

    /**
     * Whether the sound went through a lossy coder once.
     *
     * @param confidence 0–1
     * @param reason one sentence, empty when nothing is suspected
     */
    public record LossySource(boolean suspected, double confidence, String reason) {}

    /**
     * Beats per minute.
     *
     * @param bpm 0 when none was found
     * @param confidence 0–1
     */
    public record Tempo(double bpm, double confidence) {}

    /**
     * Musical key.
     *
     * @param name for example {@code F# minor}; empty when there is none
     * @param confidence 0–1
     */
    public record Key(String name, double confidence) {}

    /**
     * The stretch a listener should hear first.
     *
     * @param at seconds
     * @param seconds how long
     * @param reason one sentence
     */
    public record Excerpt(double at, double seconds, String reason) {}
}

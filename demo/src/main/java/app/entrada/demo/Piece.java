package app.entrada.demo;

/**
 * Instructions for a piece of invented music.
 *
 * @param seed the same seed gives the same notes
 * @param bpm beats a minute
 * @param key semitones of the tonic above A (0–11)
 * @param minor minor rather than major
 * @param seconds length
 * @param layers what plays
 * @param voiceFrom second at which a sung layer begins, when there is one
 */
public record Piece(long seed, int bpm, int key, boolean minor, double seconds, Layers layers, double voiceFrom) {
    /** Ensembles. */
    public enum Layers {
        /** Plucked strings and a soft bass. */
        STRINGS,
        /** Bells over a drone. */
        BELLS,
        /** Plucked strings, bass and drums. */
        BAND,
        /** Brushed drums, walking bass, bells. */
        QUARTET,
        /** Drums and bass in front. */
        BEATS
    }

    /** The same piece with a sung layer from a second on. */
    public Piece sung(double from) {
        return new Piece(seed, bpm, key, minor, seconds, layers, from);
    }

    /**
     * The same piece that ends no later than after so many seconds; its sung layer still begins within it.
     *
     * @param longest seconds, above 0
     */
    public Piece within(double longest) {
        if (seconds <= longest) return this;
        return new Piece(seed, bpm, key, minor, longest, layers, Math.min(voiceFrom, longest * 0.7));
    }
}

package app.entrada.demo;

/** A piece and what happened to its file. */
public record DemoSound(Piece piece, Damage damage) {
    /** What happened to a file before the label got it. */
    public enum Damage {
        NONE,
        /** It was an MP3 at 128 kbit/s and was turned into a WAV again. */
        LOSSY,
        /** The first half second was cut off. */
        BEHEADED
    }

    /** Seconds that a beheaded one lacks. */
    public static final double LACKS = 0.5;
}

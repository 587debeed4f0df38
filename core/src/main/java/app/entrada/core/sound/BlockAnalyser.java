package app.entrada.core.sound;

/** Takes part in the one pass over the sound. Keeps what it needs of a block; the arrays are used again. */
public interface BlockAnalyser {
    /**
     * One block of samples.
     *
     * @param samples {@code [channel][frame]}, full scale ±1
     * @param frames how many frames of the arrays are filled
     */
    void block(float[][] samples, int frames);
}

package app.entrada.core.fingerprint;

import app.entrada.core.sound.NarrowSound;
import java.nio.ByteBuffer;
import java.util.Arrays;

/**
 * The print of a whole sound file: its landmarks for finding it, and a small picture of its energy for comparing it along
 * time. About 170 bytes a second.
 *
 * <p>Landmarks are peaks of the spectrum that stand out in time and pitch, after the published idea of pairing spectral
 * peaks (Wang 2003). Pitch is kept on a logarithmic scale and pairs are looked up at several speeds, so that a tape that runs
 * two per cent fast is found as well.
 *
 * @param frames how many frames of 43.07 a second the file has
 * @param peaks one number a peak, ascending by time: frame in the upper 22 bits, pitch (192 steps an octave above
 *     {@value PrintMaker#LOWEST_HERTZ} Hz) in the lower 10
 * @param picture energy in whole decibels above −128 dB: {@code [step * BANDS + band]}
 */
public record Print(int frames, int[] peaks, byte[] picture) {
    /** Bands of the picture. */
    public static final int BANDS = 24;
    /** Frames of one step of the picture. */
    public static final int FRAMES_A_STEP = 8;
    /** Frames a second. */
    public static final double FRAMES_A_SECOND = NarrowSound.SHORT_A_SECOND;

    private static final byte VERSION = 1;

    /** Length in seconds. */
    public double seconds() {
        return frames / FRAMES_A_SECOND;
    }

    static int frame(int peak) {
        return peak >>> 10;
    }

    static int pitch(int peak) {
        return peak & 1023;
    }

    /** Steps of the picture. */
    int steps() {
        return picture.length / BANDS;
    }

    /** Energy of a band at a step, dB. */
    int decibels(int step, int band) {
        return picture[step * BANDS + band];
    }

    /** For keeping: version8 frames32 peaks32 peak32* picture. */
    public byte[] bytes() {
        ByteBuffer out = ByteBuffer.allocate(9 + 4 * peaks.length + picture.length);
        out.put(VERSION).putInt(frames).putInt(peaks.length);
        for (int peak : peaks) out.putInt(peak);
        return out.put(picture).array();
    }

    /**
     * Reads kept bytes.
     *
     * @throws IllegalArgumentException when they are no print
     */
    public static Print of(byte[] bytes) {
        if (bytes.length < 9 || bytes[0] != VERSION) throw new IllegalArgumentException("no print of this version");
        ByteBuffer in = ByteBuffer.wrap(bytes, 1, bytes.length - 1);
        int frames = in.getInt();
        int count = in.getInt();
        if (count < 0 || count > in.remaining() / 4) throw new IllegalArgumentException("the print is cut off");
        int[] peaks = new int[count];
        for (int i = 0; i < count; i++) peaks[i] = in.getInt();
        return new Print(frames, peaks, Arrays.copyOfRange(bytes, in.position(), bytes.length));
    }

    @Override
    public boolean equals(Object other) {
        return other instanceof Print that
                && frames == that.frames
                && Arrays.equals(peaks, that.peaks)
                && Arrays.equals(picture, that.picture);
    }

    @Override
    public int hashCode() {
        return Arrays.hashCode(peaks);
    }
}

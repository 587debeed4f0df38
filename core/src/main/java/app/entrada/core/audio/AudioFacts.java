package app.entrada.core.audio;

import app.entrada.core.container.Fault;
import app.entrada.core.field.Sha256;
import java.util.List;

/**
 * What is measured of a sound file.
 *
 * @param format {@code WAV} or {@code FLAC}
 * @param codec {@code PCM}, {@code float}, {@code FLAC}, or {@code other} for a WAVE file of another kind
 * @param sampleRate samples a second
 * @param bitDepth bits a sample
 * @param samples frames: samples per channel
 * @param bytes size of the file
 * @param fileSha256 of all bytes
 * @param audioSha256 of the audio payload alone, tags excluded
 * @param peakDbfs sample peak, dB; NaN when the samples were not read
 * @param envelope peaks of equal stretches in per cent of full scale, empty when the samples were not read
 * @param faults what is wrong with the file, empty for a whole one
 */
public record AudioFacts(
        String format,
        String codec,
        int sampleRate,
        int bitDepth,
        int channels,
        long samples,
        long bytes,
        Sha256 fileSha256,
        Sha256 audioSha256,
        double peakDbfs,
        int[] envelope,
        List<Fault> faults) {
    /** Length in seconds. */
    public double seconds() {
        return (double) samples / sampleRate;
    }

    /** Length in milliseconds, rounded. */
    public long milliseconds() {
        return Math.round(seconds() * 1000);
    }

    /** Length as m:ss, rounded to the second. */
    public String time() {
        return time(milliseconds());
    }

    /** Milliseconds as m:ss or h:mm:ss, rounded to the second. */
    public static String time(long milliseconds) {
        long seconds = Math.round(milliseconds / 1000.0);
        return seconds < 3600
                ? "%d:%02d".formatted(seconds / 60, seconds % 60)
                : "%d:%02d:%02d".formatted(seconds / 3600, seconds / 60 % 60, seconds % 60);
    }
}

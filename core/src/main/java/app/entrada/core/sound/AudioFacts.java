package app.entrada.core.sound;

import app.entrada.core.container.Fault;
import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.text.Sha256;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/**
 * What is known of a sound file.
 *
 * @param format the container
 * @param codec how the sound within it is coded
 * @param sampleRate samples a second
 * @param bitDepth bits a sample; 0 where the coding has none
 * @param samples frames: samples per channel
 * @param bytes size of the file
 * @param fileSha256 of all bytes
 * @param audioSha256 of the audio payload alone, tags excluded
 * @param sound what was measured of the decoded sound; empty when it could not be decoded
 * @param faults what is wrong with the file, empty for a whole one
 */
public record AudioFacts(
        SoundFormat format,
        SoundCodec codec,
        int sampleRate,
        int bitDepth,
        int channels,
        long samples,
        long bytes,
        Sha256 fileSha256,
        Sha256 audioSha256,
        Optional<Sound> sound,
        List<Fault> faults) {
    /** The same file with something more that is wrong with it. */
    public AudioFacts with(Fault found) {
        return new AudioFacts(
                format,
                codec,
                sampleRate,
                bitDepth,
                channels,
                samples,
                bytes,
                fileSha256,
                audioSha256,
                sound,
                Stream.concat(Stream.of(found), faults.stream()).toList());
    }

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

    /** Whether nothing of the sound was thrown away in coding. */
    public boolean lossless() {
        return codec.lossless();
    }

    /** Orders files that sound the same: whole before damaged, lossless before lossy, then by depth and rate. */
    public long quality() {
        return (faults.isEmpty() ? 2_000_000_000L : 0)
                + (lossless() ? 1_000_000_000L : 0)
                + bitDepth * 1_000_000L
                + sampleRate;
    }

    /** In a few words: {@code WAV 24 bit 44.1 kHz}, {@code MP3 44.1 kHz}. */
    public String label() {
        boolean plain = codec == SoundCodec.PCM || codec.label().equals(format.label());
        String name = plain ? format.label() : format.label() + " " + codec.label();
        return bitDepth > 0
                ? String.format(java.util.Locale.ROOT, "%s %d bit %.1f kHz", name, bitDepth, sampleRate / 1000.0)
                : String.format(java.util.Locale.ROOT, "%s %.1f kHz", name, sampleRate / 1000.0);
    }

    /** How many channels in a word: {@code mono}, {@code stereo}, {@code 6 channels}. */
    public static String channelsLabel(int channels) {
        return switch (channels) {
            case 1 -> "mono";
            case 2 -> "stereo";
            default -> channels + " channels";
        };
    }

    /** Milliseconds as m:ss or h:mm:ss, rounded to the second. */
    public static String time(long milliseconds) {
        long seconds = Math.round(milliseconds / 1000.0);
        return seconds < 3600
                ? "%d:%02d".formatted(seconds / 60, seconds % 60)
                : "%d:%02d:%02d".formatted(seconds / 3600, seconds / 60 % 60, seconds % 60);
    }
}

package app.entrada.core.copy.recipe;

import app.entrada.core.container.SoundCodec;
import app.entrada.core.sound.AudioFacts;
import java.util.Locale;
import java.util.Optional;

/**
 * How the sound of a copy is coded.
 *
 * @param kbps constant bit rate, kbit/s; 0 where none is asked for
 * @param quality variable bit rate of MP3, 0 best to 9; −1 for none
 * @param bits bits a sample of lossless copies; 0: as many as the master
 * @param rate samples a second; 0: as many as the master
 */
public record Encoding(CopyFormat format, int kbps, int quality, int bits, int rate) {
    private static final int MP3_FRAME = 1152;

    /** Whether a master's sound goes into the copy as it is. */
    public boolean takesAsItIs(AudioFacts master) {
        boolean same = format.kind() == master.format() && format.codecs().contains(master.codec());
        // what lost something in coding would lose more in being coded again
        if (same && !format.lossless()) return true;
        return same
                && (bits == 0 || bits == master.bitDepth() && master.codec() != SoundCodec.FLOAT)
                && (rate == 0 || rate == master.sampleRate());
    }

    /** Bits a sample of the copy. */
    public int bitsFor(AudioFacts master) {
        return bits == 0 ? master.bitDepth() : bits;
    }

    /** Samples a second of the copy. */
    public int rateFor(AudioFacts master) {
        if (format == CopyFormat.OPUS) return 48_000;
        int wanted = rate == 0 ? master.sampleRate() : rate;
        if (wanted <= format.highestRate()) return wanted;
        return wanted % 44_100 == 0 ? 44_100 : 48_000;
    }

    /** That the coder holds no such rate as the master has, in a sentence; empty where the rate stays or was chosen. */
    public Optional<String> resampled(AudioFacts master) {
        int to = rateFor(master);
        return takesAsItIs(master) || rate != 0 || to == master.sampleRate()
                ? Optional.empty()
                : Optional.of(String.format(
                        Locale.ROOT,
                        "resampled from %.1f to %.1f kHz, since %s holds no higher rate",
                        master.sampleRate() / 1000.0,
                        to / 1000.0,
                        format.label()));
    }

    /** Whether samples lose bits on the way, so that dither is wanted. */
    public boolean reduces(AudioFacts master) {
        return format.lossless() && (bitsFor(master) < master.bitDepth() || rateFor(master) != master.sampleRate());
    }

    /** Whether the copy's samples are the master's: then both decode to the same. */
    public boolean keepsSamples(AudioFacts master) {
        return format.lossless()
                && !reduces(master)
                && master.lossless()
                && !(master.codec() == SoundCodec.FLOAT && bits != 0);
    }

    /**
     * Size of the coded sound in bytes, tags not counted. Exact for MP3 of constant bit rate and uncompressed copies; an
     * estimate of others from what their coders usually make of music.
     */
    public long foreseen(AudioFacts master) {
        if (takesAsItIs(master)) return master.bytes();
        double seconds = master.seconds();
        int rate = rateFor(master);
        long frames = Math.round(seconds * rate);
        long pcm = frames * master.channels() * ((bitsFor(master) + 7) / 8);
        return switch (format) {
            case WAV, AIFF -> pcm;
            case FLAC -> Math.round(pcm * 0.62);
            case MP3 -> kbps > 0 ? mp3(frames, rate) : Math.round(seconds * (245 - 22 * quality) * 125);
            // coder's own headers and tables of an M4A and of Ogg pages
            case M4A -> Math.round(seconds * kbps * 125 * 1.01) + 4_000;
            default -> Math.round(seconds * kbps * 125 * 1.01) + 5_000;
        };
    }

    /** Frames of the sound, one for what the coder holds back, and the one that tells the length. */
    private long mp3(long samples, int rate) {
        long frames = (samples + MP3_FRAME - 1) / MP3_FRAME + 1;
        double frame = 144_000.0 * kbps / rate;
        return (long) Math.floor(frames * frame) + (long) Math.floor(frame);
    }

    /** In a few words: {@code MP3 320 kbit/s}. */
    public String label() {
        if (kbps > 0) return "%s %d kbit/s".formatted(format.label(), kbps);
        if (quality >= 0) return "%s variable %d".formatted(format.label(), quality);
        StringBuilder says = new StringBuilder(format.label());
        if (bits > 0) says.append(" %d bit".formatted(bits));
        if (rate > 0) says.append(String.format(java.util.Locale.ROOT, " %.1f kHz", rate / 1000.0));
        return says.toString();
    }
}

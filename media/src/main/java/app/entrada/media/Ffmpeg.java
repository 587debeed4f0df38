package app.entrada.media;

import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFile;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.copy.recipe.Encoding;
import app.entrada.core.copy.write.Transcoder;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.SoundDecoder;
import app.entrada.core.text.Sha256;
import java.io.FilterInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/**
 * Encoding and decoding by ffmpeg. It never guesses what a file is: the type is recognised by the core and given. It writes
 * no tags; those are the core's.
 */
public final class Ffmpeg implements Transcoder, SoundDecoder {
    private static final Duration LIMIT = Duration.ofMinutes(20);
    private static final String MOST_MEMORY_A_BLOCK = String.valueOf(256 << 20);
    private static final Pattern HASH = Pattern.compile("SHA256=([0-9a-f]{64})");

    /** Whether the program is installed. */
    public static boolean installed() {
        return ExternalProgram.exists("ffmpeg");
    }

    @Override
    public void encode(Path source, AudioFacts master, Encoding to, Path target) throws IOException {
        List<String> output = new ArrayList<>();
        if (to.reduces(master)) output.addAll(List.of("-af", resampling(to, master)));
        int bits = to.bitsFor(master);
        boolean floating = master.codec() == SoundCodec.FLOAT && to.bits() == 0;
        switch (to.format()) {
            case WAV ->
                output.addAll(List.of("-c:a", floating ? "pcm_f32le" : codec(bits), "-rf64", "auto", "-f", "wav"));
            case AIFF ->
                output.addAll(
                        List.of("-c:a", floating ? "pcm_f32be" : codec(bits).replace("le", "be"), "-f", "aiff"));
            case FLAC -> {
                String samples = bits <= 16 ? "s16" : "s32";
                output.addAll(List.of("-c:a", "flac", "-compression_level", "5", "-sample_fmt", samples));
                output.addAll(List.of("-bits_per_raw_sample", String.valueOf(bits), "-f", "flac"));
            }
            case MP3 -> {
                output.addAll(List.of("-c:a", "libmp3lame"));
                output.addAll(
                        to.kbps() > 0
                                ? List.of("-b:a", to.kbps() + "k")
                                : List.of("-q:a", String.valueOf(to.quality())));
                // tags are the core's; the frame that tells length, delay and padding is wanted
                output.addAll(List.of("-id3v2_version", "0", "-write_id3v1", "0", "-write_xing", "1", "-f", "mp3"));
            }
            case M4A ->
                output.addAll(List.of("-c:a", "aac", "-b:a", to.kbps() + "k", "-movflags", "+faststart", "-f", "ipod"));
            case VORBIS -> output.addAll(List.of("-c:a", "libvorbis", "-b:a", to.kbps() + "k", "-f", "ogg"));
            case OPUS ->
                output.addAll(List.of("-c:a", "libopus", "-b:a", to.kbps() + "k", "-ar", "48000", "-f", "ogg"));
        }
        if (to.resampled(master).isPresent()) output.addAll(0, List.of("-ar", String.valueOf(to.rateFor(master))));
        output.addAll(List.of("-y", url(target)));
        run(type(master.format()), source, output);
    }

    /** Another rate or fewer bits: a long filter, and dither that hides the rounding. */
    private static String resampling(Encoding to, AudioFacts master) {
        return "aresample=%d:filter_size=64:phase_shift=10:cutoff=0.97:osf=%s:dither_method=triangular"
                .formatted(to.rateFor(master), to.bitsFor(master) <= 16 ? "s16" : "s32");
    }

    @Override
    public Sha256 decoded(Path file, SoundFormat kind, int bits) throws IOException {
        String said = run(type(kind), file, List.of("-c:a", codec(bits), "-f", "hash", "-hash", "sha256", "-"));
        Matcher hash = HASH.matcher(said);
        if (!hash.find()) throw new IOException("the decoder gave no checksum");
        return new Sha256(hash.group(1));
    }

    private static String codec(int bits) throws IOException {
        if (bits != 16 && bits != 24 && bits != 32) throw new IOException("%d bits are not coded".formatted(bits));
        return "pcm_s%dle".formatted(bits);
    }

    private static String url(Path path) {
        return "file:" + path.toAbsolutePath();
    }

    @Override
    public InputStream decode(Path file, SoundFile sound) throws IOException {
        if (!installed()) throw new Missing("ffmpeg is missing; ./entrada doctor says how to get it");
        List<String> command = command(type(sound.kind()), file);
        // floating point, since integers would clip the overs of lossy codecs
        command.addAll(List.of("-c:a", "pcm_f32le", "-f", "f32le", "pipe:1"));
        InputStream decoded;
        try {
            decoded = ExternalProgram.stream(command, LIMIT);
        } catch (IOException notStarted) {
            throw new Ended("ffmpeg could not be started: " + notStarted.getMessage());
        }
        return new FilterInputStream(decoded) {
            @Override
            public void close() throws IOException {
                try {
                    super.close();
                } catch (ExternalProgram.Ended outside) {
                    throw new Ended(String.valueOf(outside.getMessage()));
                }
            }
        };
    }

    /**
     * A small version for listening over a slow line: MP3, joint stereo, 128 kbit/s. Written to a file, because a pipe
     * would get no frame that tells its length.
     */
    public void toPreview(Path file, SoundFormat kind, Path mp3) throws IOException {
        run(type(kind), file, List.of("-ac", "2", "-c:a", "libmp3lame", "-b:a", "128k", "-f", "mp3", "-y", url(mp3)));
        if (Files.size(mp3) == 0) throw new IOException("the encoder made an empty file");
    }

    /** The demuxer's name. */
    private static String type(SoundFormat kind) {
        return switch (kind) {
            case WAV -> "wav";
            case AIFF -> "aiff";
            case FLAC -> "flac";
            case MP3 -> "mp3";
            case M4A -> "mov";
            case OGG -> "ogg";
        };
    }

    private static List<String> command(String type, Path in) {
        return new ArrayList<>(List.of(
                "ffmpeg",
                "-nostdin",
                "-hide_banner",
                "-loglevel",
                "error",
                "-max_alloc",
                MOST_MEMORY_A_BLOCK,
                "-protocol_whitelist",
                "file,pipe",
                "-format_whitelist",
                type,
                "-f",
                type,
                "-i",
                url(in),
                "-map",
                "0:a:0",
                "-map_metadata",
                "-1",
                "-fflags",
                "+bitexact",
                "-flags:a",
                "+bitexact"));
    }

    private static String run(String type, Path in, List<String> output) throws IOException {
        List<String> command = command(type, in);
        command.addAll(output);
        ExternalProgram.Result result = ExternalProgram.run(command, LIMIT);
        if (result.isEnded()) throw new IOException("ffmpeg was ended by the system; try again");
        if (result.exit() != 0)
            throw new IOException("ffmpeg could not read or write the sound: " + ExternalProgram.reason(result.err()));
        return result.out();
    }
}

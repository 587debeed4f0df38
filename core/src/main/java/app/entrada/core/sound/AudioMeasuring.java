package app.entrada.core.sound;

import app.entrada.core.container.Chunk;
import app.entrada.core.container.Fault;
import app.entrada.core.container.OggFile;
import app.entrada.core.container.SoundFile;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.io.InputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.ArrayList;
import java.util.HexFormat;
import java.util.List;
import java.util.Objects;
import java.util.Optional;
import java.util.function.LongConsumer;

/**
 * Measures a sound file: both checksums and all that is heard, in one pass. Samples of WAV and AIFF are read directly; of
 * other formats a decoder gives them, and the file's own bytes are read beside it for the checksums. Memory does not depend
 * on the file's length, but for about 300 bytes a second of what tempo, key and excerpt look back on.
 */
public final class AudioMeasuring {
    private static final int FRAMES_A_BLOCK = 8192;
    private static final int BUFFER = 1 << 16;
    /** A decoder may give a little more than a header says, for example the encoder's padding. */
    private static final double TOLERATED_SECONDS = 0.15;

    private AudioMeasuring() {}

    /**
     * What was measured.
     *
     * @param waveform empty when the sound could not be decoded
     */
    public record Measured(AudioFacts facts, Optional<Waveform> waveform) {}

    /**
     * What the headers say, and both checksums: the sound is not listened to.
     *
     * @throws IOException with a sentence that says why the file is no readable audio
     */
    public static AudioFacts describe(Path path) throws IOException {
        try (FileChannel file = FileChannel.open(path)) {
            SoundFile sound = SoundFile.walk(file);
            MessageDigest whole = sha256();
            MessageDigest audio = sha256();
            checksums(path, file, sound, whole, audio);
            return facts(sound, sound.samples(), file.size(), whole, audio, Optional.empty(), sound.faults());
        }
    }

    /**
     * Measures a file without a decoder: of formats other than WAV and AIFF only what their headers say.
     *
     * @throws IOException with a sentence that says why the file is no readable audio
     */
    public static AudioFacts measure(Path path, LongConsumer progress) throws IOException {
        return measure(path, SoundDecoder.NONE, progress, List.of()).facts();
    }

    /**
     * Measures a file.
     *
     * @param progress told now and then how many bytes of the file are done
     * @param more further listeners to the short spectra
     * @throws SoundDecoder.Ended when the decoder was ended from outside or took too long
     * @throws IOException with a sentence that says why the file is no readable audio
     */
    public static Measured measure(
            Path path, SoundDecoder decoder, LongConsumer progress, List<NarrowSound.SpectrumListener> more)
            throws IOException {
        try (FileChannel file = FileChannel.open(path)) {
            SoundFile sound = SoundFile.walk(file);
            List<Fault> faults = new ArrayList<>(sound.faults());
            MessageDigest whole = sha256();
            MessageDigest audio = sha256();
            AnalyserChain listening = new AnalyserChain(sound.sampleRate(), sound.channels(), more);
            boolean heard = sound.pcm().isPresent();
            if (heard) direct(path, sound, listening, whole, audio, progress);
            else {
                checksums(path, file, sound, whole, audio);
                try {
                    decoded(path, sound, decoder, listening, file.size(), progress, faults);
                    heard = listening.frames() > 0;
                } catch (SoundDecoder.Missing missing) {
                    // what the headers say is known all the same
                }
            }
            // some formats do not say how long they are
            long samples = sound.samples() > 0 ? sound.samples() : listening.frames();
            AudioFacts facts = facts(
                    sound,
                    samples,
                    file.size(),
                    whole,
                    audio,
                    heard ? Optional.of(listening.end()) : Optional.empty(),
                    faults);
            return new Measured(facts, heard ? Optional.of(listening.waveform()) : Optional.empty());
        }
    }

    private static AudioFacts facts(
            SoundFile sound,
            long samples,
            long bytes,
            MessageDigest whole,
            MessageDigest audio,
            Optional<Sound> heard,
            List<Fault> faults) {
        return new AudioFacts(
                sound.kind(),
                sound.codec(),
                sound.sampleRate(),
                sound.bits(),
                sound.channels(),
                samples,
                bytes,
                hex(whole),
                hex(audio),
                heard,
                List.copyOf(faults));
    }

    private static void direct(
            Path path,
            SoundFile sound,
            AnalyserChain listening,
            MessageDigest whole,
            MessageDigest audio,
            LongConsumer progress)
            throws IOException {
        Chunk data = sound.sound().get(0);
        SoundFile.Pcm pcm = sound.pcm().orElseThrow();
        try (InputStream in = Files.newInputStream(path)) {
            pass(in, data.offset(), new byte[BUFFER], whole);
            SampleReader reader = new SampleReader(pcm, sound.channels(), FRAMES_A_BLOCK);
            byte[] buffer = new byte[FRAMES_A_BLOCK * pcm.blockAlign()];
            long left = data.length();
            while (left > 0) {
                int read = in.readNBytes(buffer, 0, (int) Math.min(buffer.length, left));
                if (read <= 0) throw new IOException("the file became shorter while it was read");
                whole.update(buffer, 0, read);
                audio.update(buffer, 0, read);
                listening.block(reader.read(buffer, read), read / pcm.blockAlign());
                left -= read;
                progress.accept(data.end() - left);
            }
            pass(in, Long.MAX_VALUE, new byte[BUFFER], whole);
        }
    }

    /** Both checksums; of Ogg the pages' heads are no sound, so its pages are gone through again. */
    private static void checksums(
            Path path, FileChannel file, SoundFile sound, MessageDigest whole, MessageDigest audio) throws IOException {
        boolean pages = sound.kind() == SoundFormat.OGG;
        byte[] buffer = new byte[BUFFER];
        try (InputStream in = Files.newInputStream(path)) {
            long at = 0;
            for (Chunk chunk : pages ? List.<Chunk>of() : sound.sound()) {
                pass(in, chunk.offset() - at, buffer, whole);
                pass(in, chunk.length(), buffer, whole, audio);
                at = chunk.end();
            }
            pass(in, Long.MAX_VALUE, buffer, whole);
        }
        if (pages) OggFile.digestSound(file, sound, audio);
    }

    /** Listens to decoded samples; an exit code proves nothing, so what came is held against what the file claims. */
    private static void decoded(
            Path path,
            SoundFile sound,
            SoundDecoder decoder,
            AnalyserChain listening,
            long bytes,
            LongConsumer progress,
            List<Fault> faults)
            throws IOException {
        SoundFile.Pcm pcm = SampleReader.decoded(sound.channels());
        SampleReader reader = new SampleReader(pcm, sound.channels(), FRAMES_A_BLOCK);
        byte[] buffer = new byte[FRAMES_A_BLOCK * pcm.blockAlign()];
        Optional<FlacProof> proof = FlacProof.of(path, sound);
        long limit = sound.samples() > 0 ? sound.samples() : Long.MAX_VALUE;
        long surplus = 0;
        InputStream in = decoder.decode(path, sound);
        try (in) {
            for (int read; (read = in.readNBytes(buffer, 0, buffer.length)) > 0; ) {
                int frames = (int) Math.min(read / pcm.blockAlign(), limit - listening.frames());
                surplus += read / pcm.blockAlign() - frames;
                float[][] samples = reader.read(buffer, frames * pcm.blockAlign());
                if (proof.isPresent()) proof.get().block(samples, frames);
                if (frames > 0) listening.block(samples, frames);
                if (sound.samples() > 0) progress.accept(Math.min(bytes, bytes * listening.frames() / sound.samples()));
                if (surplus > 10L * sound.sampleRate()) break;
            }
        } catch (SoundDecoder.Missing | SoundDecoder.Ended notTheFile) {
            throw notTheFile;
        } catch (IOException failed) {
            faults.add(new Fault(
                    Objects.requireNonNullElse(failed.getMessage(), "the file ends in the middle"),
                    sound.sound().isEmpty() ? 0 : sound.sound().get(0).offset()));
        }
        double rate = sound.sampleRate();
        if (listening.frames() == 0) faults.add(new Fault("no sound could be decoded", 0));
        else if (sound.samples() > 0 && (sound.samples() - listening.frames()) / rate > TOLERATED_SECONDS)
            faults.add(new Fault(
                    "the file claims %s, only %s could be decoded"
                            .formatted(
                                    AudioFacts.time(Math.round(sound.seconds() * 1000)),
                                    AudioFacts.time(Math.round(listening.frames() * 1000 / rate))),
                    0));
        else if (proof.isPresent()
                && listening.frames() == sound.samples()
                && !proof.get().holds())
            faults.add(new Fault("the audio does not match the file's own checksum: it is damaged", 18));
    }

    private static void pass(InputStream in, long bytes, byte[] buffer, MessageDigest... digests) throws IOException {
        for (long left = bytes; left > 0; ) {
            int read = in.read(buffer, 0, (int) Math.min(buffer.length, left));
            if (read < 0) return;
            for (MessageDigest digest : digests) digest.update(buffer, 0, read);
            left -= read;
        }
    }

    /** A fresh SHA-256 digest. */
    public static MessageDigest sha256() {
        return digest("SHA-256");
    }

    static MessageDigest digest(String name) {
        try {
            return MessageDigest.getInstance(name);
        } catch (NoSuchAlgorithmException everyPlatformHasIt) {
            throw new IllegalStateException(everyPlatformHasIt);
        }
    }

    /** The digest's value. */
    public static Sha256 hex(MessageDigest digest) {
        return new Sha256(HexFormat.of().formatHex(digest.digest()));
    }

    /** SHA-256 of a stretch of an open file, in constant memory. */
    public static Sha256 sha256(FileChannel file, long offset, long length) throws IOException {
        MessageDigest digest = sha256();
        var buffer = java.nio.ByteBuffer.allocate(1 << 16);
        for (long at = offset; at < offset + length; ) {
            buffer.clear().limit((int) Math.min(buffer.capacity(), offset + length - at));
            int read = file.read(buffer, at);
            if (read < 0) throw new IOException("the file ends at byte %,d".formatted(at));
            digest.update(buffer.flip());
            at += read;
        }
        return hex(digest);
    }
}

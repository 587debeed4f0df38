package app.entrada.core.audio;

import app.entrada.core.container.Chunk;
import app.entrada.core.container.Fault;
import app.entrada.core.container.FlacFile;
import app.entrada.core.container.RiffFile;
import app.entrada.core.container.WavFormat;
import app.entrada.core.field.Sha256;
import java.io.BufferedInputStream;
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
import java.util.function.LongConsumer;

/** Measures a sound file in one pass: both checksums and the outline. Memory does not depend on the file's length. */
public final class AudioMeasuring {
    private static final int STRETCHES = 240;
    private static final int FRAMES_A_BLOCK = 8192;
    private static final int[] UNREAD = {};

    private AudioMeasuring() {}

    /**
     * Measures WAV or FLAC. The samples of a FLAC file are not decoded here: its outline stays empty.
     *
     * @param progress told now and then how many bytes have been read
     * @throws IOException with a sentence that says why the file is no readable audio
     */
    public static AudioFacts measure(Path path, LongConsumer progress) throws IOException {
        byte[] head;
        try (InputStream in = Files.newInputStream(path)) {
            head = in.readNBytes(12);
        }
        try (FileChannel file = FileChannel.open(path)) {
            if (RiffFile.begins(head)) return wav(path, file, progress);
            if (FlacFile.begins(head)) return flac(path, file, progress);
        }
        throw new IOException("the file is neither WAV nor FLAC");
    }

    private static AudioFacts wav(Path path, FileChannel file, LongConsumer progress) throws IOException {
        RiffFile riff = RiffFile.walk(file);
        WavFormat format = WavFormat.read(file, riff);
        Chunk data = riff.first("data").orElseThrow(() -> new IOException("the file has no audio: no “data” chunk"));
        List<Fault> faults = new ArrayList<>(riff.faults());
        long samples = data.length() / format.blockAlign();
        if (samples == 0) faults.add(new Fault("the file holds no samples", data.offset()));
        else if (data.length() % format.blockAlign() != 0)
            faults.add(new Fault("the audio ends within a sample", data.end()));
        Envelope envelope = new Envelope(STRETCHES, samples);
        MessageDigest whole = sha256();
        MessageDigest audio = sha256();
        try (InputStream in = new BufferedInputStream(Files.newInputStream(path), 1 << 16)) {
            pass(in, data.offset(), new byte[1 << 16], whole);
            PcmBlocks blocks = format.readable() ? new PcmBlocks(format, FRAMES_A_BLOCK) : null;
            byte[] buffer = new byte[FRAMES_A_BLOCK * format.blockAlign()];
            long left = data.length();
            while (left > 0) {
                int read = in.readNBytes(buffer, 0, (int) Math.min(buffer.length, left));
                if (read <= 0) throw new IOException("the file became shorter while it was read");
                whole.update(buffer, 0, read);
                audio.update(buffer, 0, read);
                if (blocks != null) envelope.block(blocks.read(buffer, read), read / format.blockAlign());
                left -= read;
                progress.accept(data.end() - left);
            }
            pass(in, Long.MAX_VALUE, new byte[1 << 16], whole);
        }
        String codec = format.code() == WavFormat.PCM ? "PCM" : format.code() == WavFormat.FLOAT ? "float" : "other";
        return new AudioFacts(
                "WAV",
                codec,
                format.sampleRate(),
                format.bits(),
                format.channels(),
                samples,
                file.size(),
                hex(whole),
                hex(audio),
                format.readable() ? envelope.peakDbfs() : Double.NaN,
                format.readable() ? envelope.percent() : UNREAD,
                faults);
    }

    private static AudioFacts flac(Path path, FileChannel file, LongConsumer progress) throws IOException {
        FlacFile flac = FlacFile.walk(file);
        MessageDigest whole = sha256();
        MessageDigest audio = sha256();
        byte[] buffer = new byte[1 << 16];
        try (InputStream in = Files.newInputStream(path)) {
            pass(in, flac.audio().offset(), buffer, whole);
            for (int read; (read = in.read(buffer)) > 0; ) {
                whole.update(buffer, 0, read);
                audio.update(buffer, 0, read);
            }
        }
        progress.accept(file.size());
        FlacFile.Stream stream = flac.stream();
        List<Fault> faults = new ArrayList<>(flac.faults());
        if (stream.samples() == 0) faults.add(new Fault("the file does not say how long it is", 18));
        return new AudioFacts(
                "FLAC",
                "FLAC",
                stream.sampleRate(),
                stream.bits(),
                stream.channels(),
                stream.samples(),
                file.size(),
                hex(whole),
                hex(audio),
                Double.NaN,
                UNREAD,
                faults);
    }

    private static void pass(InputStream in, long bytes, byte[] buffer, MessageDigest digest) throws IOException {
        for (long left = bytes; left > 0; ) {
            int read = in.read(buffer, 0, (int) Math.min(buffer.length, left));
            if (read < 0) return;
            digest.update(buffer, 0, read);
            left -= read;
        }
    }

    /** A fresh SHA-256 digest. */
    public static MessageDigest sha256() {
        try {
            return MessageDigest.getInstance("SHA-256");
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

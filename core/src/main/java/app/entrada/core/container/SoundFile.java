package app.entrada.core.container;

import java.io.IOException;
import java.nio.channels.FileChannel;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * A sound file taken apart, whatever its container: where its sound lies, how it is coded, what else is in it.
 *
 * @param kind the container
 * @param codec how the sound within it is coded
 * @param sampleRate samples a second
 * @param bits bits a sample; 0 where the coding has none (lossy codecs)
 * @param samples frames: samples per channel; encoder delay and padding are taken off where the file tells them
 * @param pcm how to read the samples without a decoder, when that can be done
 * @param sound stretches of the file that hold nothing but coded sound, in order
 * @param chunks all parts of the file in order; tags are among them
 * @param faults what is wrong, empty for a whole file
 * @param notes what is odd and does no harm: the sound is whole all the same
 */
public record SoundFile(
        SoundFormat kind,
        SoundCodec codec,
        int sampleRate,
        int bits,
        int channels,
        long samples,
        Optional<Pcm> pcm,
        List<Chunk> sound,
        List<Chunk> chunks,
        List<Fault> faults,
        List<Fault> notes) {
    /** A file with nothing odd about it. */
    SoundFile(
            SoundFormat kind,
            SoundCodec codec,
            int sampleRate,
            int bits,
            int channels,
            long samples,
            Optional<Pcm> pcm,
            List<Chunk> sound,
            List<Chunk> chunks,
            List<Fault> faults) {
        this(kind, codec, sampleRate, bits, channels, samples, pcm, sound, chunks, faults, List.of());
    }

    /**
     * Linear samples, interleaved.
     *
     * @param floating IEEE 754 rather than integers
     * @param bits bits a sample, 8 to 32, or 32 and 64 for floating point
     * @param bigEndian most significant byte first
     * @param unsigned offset binary, as WAVE has it at 8 bits
     * @param blockAlign bytes of one sample of all channels
     */
    public record Pcm(boolean floating, int bits, boolean bigEndian, boolean unsigned, int blockAlign) {}

    /** How many first bytes tell what a file is. */
    public static final int HEAD = 512;

    /**
     * What kind of sound file begins with these bytes, if any. Names and declared types are never asked. An MP3 is only
     * told by its beginning when a tag or two frames in a row stand there.
     *
     * @param head up to {@link #HEAD} first bytes of the file
     */
    public static Optional<SoundFormat> kind(byte[] head) {
        if (RiffFile.begins(head)) return Optional.of(SoundFormat.WAV);
        if (AiffFile.begins(head)) return Optional.of(SoundFormat.AIFF);
        if (FlacFile.begins(head)) return Optional.of(SoundFormat.FLAC);
        if (OggFile.begins(head)) return Optional.of(SoundFormat.OGG);
        if (Mp4File.begins(head)) return Optional.of(SoundFormat.M4A);
        if (MpegFile.begins(head)) return Optional.of(SoundFormat.MP3);
        return Optional.empty();
    }

    /**
     * What kind of sound file this is, if any. Tags that were put in front of it are passed over: behind an ID3v2 tag there
     * may be FLAC as well as MPEG audio.
     */
    public static Optional<SoundFormat> kind(FileChannel file) throws IOException {
        byte[] head = Bytes.at(file, 0, (int) Math.min(HEAD, file.size())).array();
        Optional<SoundFormat> first = kind(head);
        if (first.filter(SoundFormat.MP3::equals).isEmpty()) return first;
        return FlacFile.start(file) > 0 ? Optional.of(SoundFormat.FLAC) : first;
    }

    /**
     * Takes a file apart; reads headers only, except that the frames of MP3 are counted one by one.
     *
     * @throws IOException with a sentence that says why it is no readable sound file
     */
    public static SoundFile walk(FileChannel file) throws IOException {
        SoundFormat kind = kind(file)
                .orElseThrow(() -> new IOException("the file is not a WAV, AIFF, FLAC, MP3, M4A or Ogg file"));
        return switch (kind) {
            case WAV -> wav(file);
            case AIFF -> AiffFile.walk(file);
            case FLAC -> flac(file);
            case MP3 -> MpegFile.walk(file);
            case M4A -> Mp4File.walk(file);
            case OGG -> OggFile.walk(file);
        };
    }

    /** Length in seconds. */
    public double seconds() {
        return (double) samples / sampleRate;
    }

    private static SoundFile wav(FileChannel file) throws IOException {
        RiffFile riff = RiffFile.walk(file);
        WavFormat format = WavFormat.read(file, riff);
        Chunk data = riff.first("data").orElseThrow(() -> new IOException("the file has no audio: no “data” chunk"));
        List<Fault> faults = new ArrayList<>(riff.faults());
        // a recorder that was stopped within a sample leaves bytes that are none
        if (riff.streamed()) data = data.cutTo(data.length() - data.length() % format.blockAlign());
        long samples = data.length() / format.blockAlign();
        addLength(faults, data, format.blockAlign());
        SoundCodec codec = format.codec();
        Pcm pcm = new Pcm(
                format.code() == WavFormat.FLOAT, format.bits(), false, format.bits() <= 8, format.blockAlign());
        return new SoundFile(
                SoundFormat.WAV,
                codec,
                format.sampleRate(),
                format.bits(),
                format.channels(),
                samples,
                format.readable() ? Optional.of(pcm) : Optional.empty(),
                List.of(data),
                riff.with(data).chunks(),
                List.copyOf(faults),
                riff.notes());
    }

    /** Notes sound that is missing or ends within a sample. */
    static void addLength(List<Fault> faults, Chunk data, int blockAlign) {
        if (data.length() < blockAlign) faults.add(new Fault("the file contains no samples", data.offset()));
        else if (data.length() % blockAlign != 0) faults.add(new Fault("the audio ends within a sample", data.end()));
    }

    private static SoundFile flac(FileChannel file) throws IOException {
        FlacFile flac = FlacFile.walk(file);
        List<Fault> faults = new ArrayList<>(flac.faults());
        FlacFile.Stream stream = flac.stream();
        if (stream.sampleRate() == 0) throw new IOException("the file does not say how many samples a second it has");
        if (stream.samples() == 0) faults.add(new Fault("the file does not say how long it is", 18));
        List<Chunk> chunks = new ArrayList<>(flac.before());
        chunks.addAll(flac.blocks());
        chunks.add(flac.audio());
        chunks.addAll(flac.behind());
        return new SoundFile(
                SoundFormat.FLAC,
                SoundCodec.FLAC,
                stream.sampleRate(),
                stream.bits(),
                stream.channels(),
                stream.samples(),
                Optional.empty(),
                List.of(flac.audio()),
                chunks,
                List.copyOf(faults),
                flac.notes());
    }
}

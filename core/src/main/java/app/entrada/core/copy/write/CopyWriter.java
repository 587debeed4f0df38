package app.entrada.core.copy.write;

import app.entrada.core.container.Bytes;
import app.entrada.core.container.Chunk;
import app.entrada.core.container.RiffFile;
import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.copy.plan.TagPlan;
import app.entrada.core.copy.recipe.CopyFormat;
import app.entrada.core.copy.recipe.Encoding;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.tag.AxmlIsrc;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.text.Sha256;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;

/**
 * Writes a tagged copy of a master and proves it. The master is only read. The copy is built under another name beside its
 * place, made durable, proved there, and moved to its place in one step: it appears whole or not at all.
 */
public final class CopyWriter {
    /** How much a coder may add to or take from the length, seconds: AAC tells its length in frames of 1,024. */
    private static final double TOLERATED_SECONDS = 0.05;

    private final Transcoder transcoder;

    /** @param transcoder encodes and decodes where master and copy are of different formats */
    public CopyWriter(Transcoder transcoder) {
        this.transcoder = transcoder;
    }

    /**
     * Writes and proves one copy.
     *
     * @param master the file
     * @param facts what was measured of it
     * @param target where the copy shall be; its folder exists
     * @throws IOException with a sentence that says why no copy was made; nothing is left behind
     */
    public Proof write(Path master, AudioFacts facts, TagPlan wanted, Path target) throws IOException {
        return write(master, facts, wanted, target, Optional.empty());
    }

    /**
     * The same; the sound is not coded again where that has been done before.
     *
     * @param before a proved copy of the same master in the same encoding, whose tags are of yesterday
     */
    public Proof write(Path master, AudioFacts facts, TagPlan wanted, Path target, Optional<Path> before)
            throws IOException {
        Encoding encoding = wanted.recipe().encoding();
        check(master, facts, encoding, target);
        boolean asItIs = encoding.takesAsItIs(facts);
        TagPlan plan = asItIs && holdsForeignAxml(master) ? wanted.without(TagEntry.Container.AXML) : wanted;
        Path part = PartialFile.beside(target);
        Path coded = asItIs || before.isPresent() ? null : PartialFile.beside(target);
        try {
            Path source = master;
            if (!asItIs && before.isPresent()) source = before.get();
            else if (coded != null) {
                transcoder.encode(master, facts, encoding, coded);
                if (Files.size(coded) == 0) throw new IOException("the encoder made an empty file");
                source = coded;
            }
            List<String> lost;
            try (FileChannel in = FileChannel.open(source);
                    FileChannel out =
                            FileChannel.open(part, StandardOpenOption.WRITE, StandardOpenOption.TRUNCATE_EXISTING)) {
                TaggedCopy copy = TaggedCopy.of(in, plan);
                copy.write(in, out);
                out.force(true);
                lost = copy.lost();
            }
            Proof proof = proof(master, facts, plan, source, part, lost);
            if (!proof.audioBefore().equals(proof.audioAfter()))
                throw new IOException("the audio of the copy differs from the master; the copy was discarded");
            Files.move(part, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            return proof;
        } finally {
            Files.deleteIfExists(part);
            if (coded != null) Files.deleteIfExists(coded);
        }
    }

    private static void check(Path master, AudioFacts facts, Encoding encoding, Path target) throws IOException {
        if (!facts.faults().isEmpty())
            throw new IOException(
                    "the master is damaged: " + facts.faults().get(0).what());
        if (Files.exists(target) && Files.isSameFile(master, target))
            throw new IOException("the copy would overwrite the master; choose another folder");
        if (encoding.takesAsItIs(facts)) return;
        if (encoding.format() == CopyFormat.FLAC
                && encoding.bits() == 0
                && (facts.codec() == SoundCodec.FLOAT || facts.bitDepth() < 16 || facts.bitDepth() > 24)
                && facts.lossless())
            throw new IOException(
                    "FLAC supports 16 to 24 bit integers here; the master is %d bits %s; a recipe with “bits: 24” rounds them"
                            .formatted(facts.bitDepth(), facts.codec().label()));
        if (encoding.format().lossless() && !facts.lossless())
            throw new IOException("the master is %s, which is lossy; a %s copy would only hide that"
                    .formatted(facts.codec().label(), encoding.format().label()));
    }

    /** Reads a copy back and compares it with the plan and with the sound that went in. */
    private Proof proof(Path master, AudioFacts facts, TagPlan plan, Path source, Path copy, List<String> lost)
            throws IOException {
        Encoding encoding = plan.recipe().encoding();
        AudioFacts written = AudioMeasuring.describe(copy);
        List<String> different = new ArrayList<>();
        written.faults().forEach(fault -> different.add(fault.what()));
        different.addAll(missing(plan, TagReading.of(copy).entries()));
        double seconds = written.seconds() - facts.seconds();
        if (Math.abs(seconds) > (encoding.format().lossless() ? 1.0 / facts.sampleRate() : TOLERATED_SECONDS))
            different.add("the copy lasts %.3f s, the master %.3f s".formatted(written.seconds(), facts.seconds()));
        Map<String, List<String>> left = new LinkedHashMap<>();
        plan.cannot()
                .forEach(cannot -> left.computeIfAbsent(cannot.container().label(), container -> new ArrayList<>())
                        .add(cannot.fact()));
        List<String> dropped = new ArrayList<>();
        left.forEach(
                (container, names) -> dropped.add("%s cannot hold: %s".formatted(container, String.join(", ", names))));
        dropped.addAll(lost);
        encoding.resampled(facts).ifPresent(dropped::add);
        String compared =
                source.equals(master) ? Proof.PAYLOAD : encoding.keepsSamples(facts) ? Proof.SAMPLES : Proof.CODED;
        int bits = facts.bitDepth() <= 16 ? 16 : facts.bitDepth() <= 24 ? 24 : 32;
        Sha256 before = switch (compared) {
            case Proof.PAYLOAD -> facts.audioSha256();
            case Proof.SAMPLES -> samples(master, facts, bits);
            default -> AudioMeasuring.describe(source).audioSha256();
        };
        Sha256 after = compared.equals(Proof.SAMPLES) ? samples(copy, written, bits) : written.audioSha256();
        return new Proof(
                plan.planned().size(),
                List.copyOf(different),
                List.copyOf(dropped),
                before,
                after,
                compared,
                written.fileSha256(),
                written.bytes());
    }

    /** Planned entries that a reading does not hold, and what is there though all should be gone, in sentences. */
    static List<String> missing(TagPlan plan, List<TagEntry> read) {
        List<String> missing = new ArrayList<>();
        for (TagPlan.Planned planned : plan.planned())
            if (read.stream().noneMatch(planned.entry()::saysTheSameAs))
                missing.add("%s is not in %s as planned"
                        .formatted(planned.fact(), planned.entry().container().label()));
        if (plan.recipe().bare())
            read.stream()
                    .filter(entry -> entry.container() != TagEntry.Container.CUE)
                    .findFirst()
                    .ifPresent(entry -> missing.add(
                            "%s still says %s".formatted(entry.container().label(), entry.id())));
        return missing;
    }

    /** Samples as a WAV file holds them: its payload where it is one of this depth, else decoded. */
    private Sha256 samples(Path file, AudioFacts facts, int bits) throws IOException {
        if (facts.format() == SoundFormat.WAV && facts.codec() == SoundCodec.PCM && facts.bitDepth() == bits)
            return facts.audioSha256();
        return transcoder.decoded(file, facts.format(), bits);
    }

    /** Whether the file's axml chunk holds somebody else's document, which is kept and leaves no room for ours. */
    private static boolean holdsForeignAxml(Path master) throws IOException {
        try (FileChannel file = FileChannel.open(master)) {
            if (!RiffFile.begins(
                    Bytes.at(file, 0, (int) Math.min(12, file.size())).array())) return false;
            Optional<Chunk> axml = RiffFile.walk(file).first("axml");
            return axml.isPresent() && AxmlIsrc.holdsMore(TagReading.body(file, axml.get()));
        }
    }
}

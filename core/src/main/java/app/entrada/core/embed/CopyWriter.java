package app.entrada.core.embed;

import app.entrada.core.audio.AudioFacts;
import app.entrada.core.audio.AudioMeasuring;
import app.entrada.core.container.Bytes;
import app.entrada.core.container.Chunk;
import app.entrada.core.container.RiffFile;
import app.entrada.core.field.Sha256;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.tag.AxmlIsrc;
import app.entrada.core.tag.TagEntry;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.util.ArrayList;
import java.util.List;
import java.util.Optional;

/**
 * Writes a tagged copy of a master and proves it. The master is only read. The copy is built under another name beside its
 * place, made durable, moved there in one step, then read back and compared.
 */
public final class CopyWriter {
    private final Transcoder transcoder;

    /** @param transcoder encodes and decodes where master and copy are of different formats */
    public CopyWriter(Transcoder transcoder) {
        this.transcoder = transcoder;
    }

    /**
     * Writes and proves one copy.
     *
     * @param master the file, WAV or FLAC
     * @param facts what was measured of it
     * @param target where the copy shall be; its folder exists
     * @throws IOException with a sentence that says why no copy was made; nothing is left behind
     */
    public Proof write(Path master, AudioFacts facts, TagPlan wanted, Path target) throws IOException {
        TagPlan plan = holdsForeignAxml(master) ? wanted.without(TagEntry.Container.AXML) : wanted;
        if (!facts.faults().isEmpty())
            throw new IOException(
                    "the master is damaged: " + facts.faults().get(0).what());
        if (Files.exists(target) && Files.isSameFile(master, target))
            throw new IOException("the copy would overwrite the master; choose another folder");
        String format = plan.recipe().format();
        boolean other = !format.equals(facts.format());
        if (format.equals("FLAC")
                && facts.format().equals("WAV")
                && (!facts.codec().equals("PCM") || facts.bitDepth() < 16 || facts.bitDepth() > 24))
            throw new IOException("FLAC holds whole numbers of 16 to 24 bits here; the master is %d bits %s"
                    .formatted(facts.bitDepth(), facts.codec()));
        Path part = Files.createTempFile(target.toAbsolutePath().getParent(), ".copy", ".part");
        Path between = other ? Files.createTempFile(part.getParent(), ".transcoded", ".part") : null;
        try {
            Path source = master;
            if (other) {
                if (format.equals("FLAC")) transcoder.toFlac(master, between);
                else transcoder.toWav(master, between, facts.bitDepth());
                source = between;
            }
            try (FileChannel in = FileChannel.open(source);
                    FileChannel out =
                            FileChannel.open(part, StandardOpenOption.WRITE, StandardOpenOption.TRUNCATE_EXISTING)) {
                if (format.equals("WAV")) WavCopy.write(in, out, plan);
                else FlacCopy.write(in, out, plan);
                out.force(true);
            }
            Proof proof = prove(master, facts, plan, part);
            if (!proof.audioBefore().equals(proof.audioAfter()))
                throw new IOException("the copy's audio differs from the master's; it was thrown away");
            Files.move(part, target, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            return proof;
        } finally {
            Files.deleteIfExists(part);
            if (between != null) Files.deleteIfExists(between);
        }
    }

    /** Reads a copy back and compares it with the plan and the master. */
    public Proof prove(Path master, AudioFacts facts, TagPlan plan, Path copy) throws IOException {
        AudioFacts written = AudioMeasuring.measure(copy, bytes -> {});
        List<TagEntry> entries = TagReading.of(copy).entries();
        List<String> different = new ArrayList<>();
        written.faults().forEach(fault -> different.add(fault.what()));
        for (TagPlan.Planned planned : plan.planned())
            if (entries.stream().noneMatch(planned.entry()::saysTheSameAs))
                different.add("%s is not in %s as planned"
                        .formatted(planned.fact(), planned.entry().container().says()));
        List<String> dropped = plan.cannot().stream()
                .map(cannot -> "%s cannot hold: %s".formatted(cannot.container().says(), cannot.fact()))
                .toList();
        boolean same = written.format().equals(facts.format());
        Sha256 before = same ? facts.audioSha256() : samples(master, facts);
        Sha256 after = same ? written.audioSha256() : samples(copy, written);
        return new Proof(
                plan.planned().size(),
                different,
                dropped,
                before,
                after,
                same ? "payload" : "decoded samples",
                written.fileSha256(),
                written.bytes());
    }

    /** Samples as a WAV file holds them: the payload of a WAV, the decoded frames of a FLAC. */
    private Sha256 samples(Path file, AudioFacts facts) throws IOException {
        return facts.format().equals("WAV") ? facts.audioSha256() : transcoder.decoded(file, facts.bitDepth());
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

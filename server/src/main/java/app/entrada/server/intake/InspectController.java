package app.entrada.server.intake;

import app.entrada.core.container.Bytes;
import app.entrada.core.container.Chunk;
import app.entrada.core.container.Fault;
import app.entrada.core.container.SoundCodec;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.field.Entity;
import app.entrada.core.inspect.TagReading;
import app.entrada.core.sound.AudioFacts;
import app.entrada.core.sound.AudioMeasuring;
import app.entrada.core.tag.TagEntry;
import app.entrada.core.tag.map.TagFacts;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.Settings;
import app.entrada.server.receiving.ReceivedFiles;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HexFormat;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Shows everything that is in a sound file: raw and read. A file that is only to be looked at is not kept. */
@RestController
class InspectController {
    private static final int SHOWN = 192;

    private final FileStore store;
    private final Settings settings;

    InspectController(FileStore store, Settings settings) {
        this.store = store;
        this.settings = settings;
    }

    /** All that is in a file. Bytes are hexadecimal digits, the first 192 of each part. */
    record Inspection(
            String name,
            SoundFormat format,
            SoundCodec codec,
            int sampleRate,
            int bitDepth,
            int channels,
            long samples,
            String time,
            long bytes,
            String sha256,
            String audioSha256,
            List<FilePart> parts,
            List<Disagreement> disagreements,
            List<Fault> faults) {}

    /** A stretch of the file. */
    record FilePart(String kind, String version, long offset, long length, String raw, List<FileEntry> entries) {}

    /**
     * An entry of a tag.
     *
     * @param gives name of the fact it gives, empty when it is none of ours
     * @param disagrees whether another container says otherwise
     */
    record FileEntry(
            String id,
            String language,
            List<String> values,
            String picture,
            String raw,
            int bytes,
            String gives,
            boolean disagrees) {}

    /** A fact on which containers disagree, by source. */
    record Disagreement(String fact, Map<String, String> values) {}

    @GetMapping("/api/files/{sha256}/inspect")
    Inspection stored(@PathVariable String sha256, @RequestParam(defaultValue = "file") String name)
            throws IOException {
        try {
            Sha256 file = new Sha256(sha256);
            if (store.find(file).isEmpty()) throw Problem.missing("file");
            return inspect(store.path(file), ReceivedFiles.plain(name));
        } catch (MalformedValue noName) {
            throw Problem.missing("file");
        }
    }

    /** The body is the file; it is looked at and forgotten. */
    @PostMapping(value = "/api/inspect", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    Inspection dropped(@RequestParam String name, HttpServletRequest request) throws IOException {
        Path part = Files.createTempFile(store.workshop(), "inspect", ".part");
        try {
            try (InputStream in = request.getInputStream();
                    OutputStream out = Files.newOutputStream(part)) {
                byte[] buffer = new byte[1 << 16];
                long bytes = 0;
                for (int read; (read = in.read(buffer)) > 0; ) {
                    bytes += read;
                    if (bytes > settings.largestFile())
                        throw Problem.input("too-large", "The file is too large. Nothing was saved.");
                    out.write(buffer, 0, read);
                }
            }
            return inspect(part, ReceivedFiles.plain(name));
        } finally {
            Files.deleteIfExists(part);
        }
    }

    private static Inspection inspect(Path path, String name) throws IOException {
        try (FileChannel file = FileChannel.open(path)) {
            TagReading reading = TagReading.of(path);
            AudioFacts facts = AudioMeasuring.describe(path);
            TagFacts offered = TagFacts.of(reading.entries());
            Set<String> contested = new LinkedHashSet<>();
            List<Disagreement> disagreements = new ArrayList<>();
            for (TagFacts.Disagreement each : offered.disagreements()) {
                disagreements.add(new Disagreement(each.field().name(), each.values()));
                contested.addAll(each.values().keySet());
            }
            List<FilePart> parts = new ArrayList<>();
            for (TagReading.Block block : reading.blocks()) parts.add(part(file, block, offered, contested));
            Set<Fault> faults = new LinkedHashSet<>(facts.faults());
            faults.addAll(reading.faults());
            return new Inspection(
                    name,
                    facts.format(),
                    facts.codec(),
                    facts.sampleRate(),
                    facts.bitDepth(),
                    facts.channels(),
                    facts.samples(),
                    facts.time(),
                    facts.bytes(),
                    facts.fileSha256().hex(),
                    facts.audioSha256().hex(),
                    parts,
                    disagreements,
                    List.copyOf(faults));
        } catch (Problem said) {
            throw said;
        } catch (IOException unreadable) {
            throw Problem.input(
                    "no-sound-file",
                    "“%s” cannot be read as an audio file: %s. Nothing was saved."
                            .formatted(name, unreadable.getMessage()));
        }
    }

    private static FilePart part(FileChannel file, TagReading.Block block, TagFacts offered, Set<String> contested)
            throws IOException {
        Chunk chunk = new Chunk(block.kind(), block.offset(), block.offset(), block.length(), block.length());
        List<FileEntry> entries = new ArrayList<>();
        for (TagEntry entry : block.entries()) {
            String source = entry.container().label() + " " + entry.id();
            entries.add(new FileEntry(
                    entry.id(),
                    entry.language(),
                    entry.values(),
                    entry.picture()
                            .map(picture -> "%s, kind %d, %,d bytes"
                                    .formatted(picture.mime(), picture.kind(), picture.data().length))
                            .orElse(""),
                    hex(entry.raw()),
                    entry.raw().length,
                    offered.found().stream()
                            .filter(found -> found.source().equals(source))
                            .map(found -> found.field().entity() == Entity.RELEASE
                                    ? "Release: " + found.field().name()
                                    : found.field().name())
                            .findFirst()
                            .orElse(""),
                    contested.contains(source)));
        }
        return new FilePart(
                block.kind(),
                block.version(),
                block.offset(),
                block.length(),
                hex(Bytes.body(file, chunk, SHOWN)),
                entries);
    }

    private static String hex(byte[] bytes) {
        return HexFormat.of().formatHex(Arrays.copyOf(bytes, Math.min(SHOWN, bytes.length)));
    }
}

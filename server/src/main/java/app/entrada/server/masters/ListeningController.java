package app.entrada.server.masters;

import app.entrada.core.container.SoundFile;
import app.entrada.core.container.SoundFormat;
import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import app.entrada.media.Ffmpeg;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileKind;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.Settings;
import java.io.IOException;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.util.concurrent.ConcurrentHashMap;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Sound for listening: outlines, a compressed version, the original on demand. Ranges are served. */
@RestController
class ListeningController {
    private final FileStore store;
    private final FileCare care;
    private final FileIndex files;
    private final Ffmpeg ffmpeg;
    private final Path folder;
    private final ConcurrentHashMap<String, Object> making = new ConcurrentHashMap<>();

    ListeningController(FileStore store, FileCare care, FileIndex files, Ffmpeg ffmpeg, Settings settings)
            throws IOException {
        this.store = store;
        this.care = care;
        this.files = files;
        this.ffmpeg = ffmpeg;
        this.folder = settings.var().resolve("previews").toAbsolutePath();
        Files.createDirectories(folder);
    }

    private static CacheControl forEver() {
        return CacheControl.maxAge(Duration.ofDays(365)).cachePrivate().immutable();
    }

    /** The outline: 'wave', sample rate, frames a point, points (32 bits each), then lowest, highest, loudness by point. */
    @GetMapping(path = "/api/files/{sha256}/waveform", produces = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ResponseEntity<byte[]> waveform(@PathVariable String sha256) {
        byte[] outline = files.waveform(sound(sha256)).orElseThrow(() -> Problem.missing("outline"));
        return ResponseEntity.ok().cacheControl(forEver()).body(outline);
    }

    /** @param form {@code preview}: MP3 at 128 kbit/s; {@code original}: the file as it came */
    @GetMapping("/api/files/{sha256}/sound")
    ResponseEntity<Resource> listen(@PathVariable String sha256, @RequestParam(defaultValue = "preview") String form)
            throws IOException {
        Sha256 file = sound(sha256);
        boolean whole = form.equals("original");
        Path made = preview(file);
        // what was made before is heard at once; the original is read through before anything is made of it or given
        // out
        if (whole || !Files.exists(made)) {
            Path original = care.whole(file);
            SoundFormat kind = kind(original);
            if (whole) return sound(kind.mediaType(), original);
            make(file, kind, made);
        }
        return sound("audio/mpeg", made);
    }

    private static ResponseEntity<Resource> sound(String type, Path file) {
        return ResponseEntity.ok()
                .contentType(MediaType.parseMediaType(type))
                .cacheControl(forEver())
                .body(new FileSystemResource(file));
    }

    private Sha256 sound(String sha256) {
        try {
            Sha256 file = new Sha256(sha256);
            if (files.find(file).filter(entry -> entry.kind() == FileKind.AUDIO).isEmpty())
                throw Problem.missing("sound");
            return file;
        } catch (MalformedValue noName) {
            throw Problem.missing("sound");
        }
    }

    private static SoundFormat kind(Path file) throws IOException {
        try (FileChannel in = FileChannel.open(file)) {
            return SoundFile.kind(in).orElseThrow(() -> Problem.missing("sound"));
        }
    }

    /** Made at the first asking and kept; two who ask at once wait for one encoder. */
    private void make(Sha256 file, SoundFormat kind, Path preview) throws IOException {
        synchronized (making.computeIfAbsent(file.hex(), key -> new Object())) {
            if (Files.exists(preview)) return;
            Path part = Files.createTempFile(folder, "preview", ".part");
            try {
                ffmpeg.toPreview(store.path(file), kind, part);
                Files.move(part, preview, StandardCopyOption.ATOMIC_MOVE);
            } catch (IOException hindered) {
                throw Problem.conflict(
                        "no-preview",
                        "No preview version could be created: %s. The original is safe and can be downloaded."
                                .formatted(hindered.getMessage()));
            } finally {
                Files.deleteIfExists(part);
                making.remove(file.hex());
            }
        }
    }

    private Path preview(Sha256 file) {
        return folder.resolve(file.hex() + ".mp3");
    }
}

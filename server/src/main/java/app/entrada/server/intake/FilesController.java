package app.entrada.server.intake;

import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileKind;
import app.entrada.server.files.FileStore;
import app.entrada.server.files.ScaledPictures;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.Settings;
import app.entrada.server.receiving.ReceivedFiles;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.time.Duration;
import java.util.Map;
import java.util.Objects;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.CacheControl;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Takes files in and gives them out. */
@RestController
class FilesController {
    private final FileStore store;
    private final FileCare care;
    private final FileIndex files;
    private final ScaledPictures pictures;
    private final ReleaseRepository releases;
    private final ReceivedFiles received;
    private final Settings settings;

    FilesController(
            FileStore store,
            FileCare care,
            FileIndex files,
            ScaledPictures pictures,
            ReleaseRepository releases,
            ReceivedFiles received,
            Settings settings) {
        this.store = store;
        this.care = care;
        this.files = files;
        this.pictures = pictures;
        this.releases = releases;
        this.received = received;
        this.settings = settings;
    }

    /** The body is the file itself. It is stored first; what is wrong with it is said afterwards. */
    @PostMapping(value = "/api/releases/{id}/files", consumes = MediaType.APPLICATION_OCTET_STREAM_VALUE)
    ReceivedFiles.Received receive(
            @PathVariable long id,
            @RequestParam String name,
            @RequestParam(defaultValue = "0") long track,
            HttpServletRequest request,
            @AuthenticationPrincipal Account account)
            throws IOException {
        if (releases.find(id).isEmpty()) throw Problem.missing("release");
        String plain = ReceivedFiles.plain(name);
        FileStore.Stored stored;
        try (InputStream in = request.getInputStream()) {
            stored = store.receive(in, settings.largestFile());
        } catch (FileStore.TooLarge tooLarge) {
            throw Problem.input("too-large", Objects.toString(tooLarge.getMessage(), ""));
        }
        long declared = request.getContentLengthLong();
        if (declared >= 0 && declared != stored.bytes())
            throw Problem.input(
                    "cut-off",
                    "The upload was interrupted: %,d of %,d bytes arrived. Nothing was added; drop the file again."
                            .formatted(stored.bytes(), declared));
        return received.enter(stored, plain, "", id, track, account);
    }

    /** A picture scaled down, as JPEG. */
    @GetMapping("/api/files/{sha256}/picture")
    ResponseEntity<Resource> picture(@PathVariable String sha256, @RequestParam(defaultValue = "256") int side)
            throws IOException {
        FileIndex.StoredFile entry = entry(sha256);
        if (entry.kind() != FileKind.PICTURE
                || entry.picture().map(p -> !p.faults().isEmpty()).orElse(true)) throw Problem.missing("picture");
        int pixels = side <= 160 ? 160 : side <= 512 ? 512 : 1200;
        Path scaled = pictures.jpeg(entry.sha256(), pixels, Integer.MAX_VALUE);
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(
                        CacheControl.maxAge(Duration.ofDays(365)).cachePrivate().immutable())
                .body(new FileSystemResource(scaled));
    }

    /** The original, byte for byte; ranges are served. */
    @GetMapping("/api/files/{sha256}")
    ResponseEntity<Resource> original(@PathVariable String sha256, @RequestParam(defaultValue = "original") String name)
            throws IOException {
        FileIndex.StoredFile entry = entry(sha256);
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .headers(download(ReceivedFiles.plain(name)))
                .body(new FileSystemResource(care.whole(entry.sha256())));
    }

    static java.util.function.Consumer<HttpHeaders> download(String name) {
        return headers -> headers.setContentDisposition(ContentDisposition.attachment()
                .filename(name, StandardCharsets.UTF_8)
                .build());
    }

    private FileIndex.StoredFile entry(String sha256) {
        try {
            return files.find(new Sha256(sha256)).orElseThrow(() -> Problem.missing("file"));
        } catch (MalformedValue noName) {
            throw Problem.missing("file");
        }
    }

    /** Puts a loose file in its place. */
    @PostMapping("/api/releases/{id}/files/{sha256}/place")
    Map<String, String> place(
            @PathVariable long id,
            @PathVariable String sha256,
            @RequestParam(defaultValue = "0") long track,
            @AuthenticationPrincipal Account account) {
        return Map.of("place", received.place(id, track, entry(sha256), account));
    }
}

package app.entrada.server.intake;

import app.entrada.core.text.MalformedValue;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileCare;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Problem;
import app.entrada.server.platform.Settings;
import app.entrada.server.receiving.ReceivedFiles;
import jakarta.servlet.http.HttpServletRequest;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.util.Base64;
import java.util.HashMap;
import java.util.Map;
import java.util.Optional;
import java.util.UUID;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.PatchMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestHeader;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestMethod;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.databind.json.JsonMapper;

/**
 * Takes files in piece by piece, after the tus protocol 1.0.0 (core, creation, termination): what has come is durable, and a
 * sender that was cut off asks how much that is and goes on from there, be it days later and after a restart.
 */
@RestController
class UploadController {
    private static final String VERSION = "1.0.0";
    private static final String PIECE = "application/offset+octet-stream";
    private final UploadService uploads;
    private final FileStore store;
    private final FileCare care;
    private final ReceivedFiles received;
    private final ReleaseRepository releases;
    private final Settings settings;
    private final JsonMapper json;

    UploadController(
            UploadService uploads,
            FileStore store,
            FileCare care,
            ReceivedFiles received,
            ReleaseRepository releases,
            Settings settings,
            JsonMapper json) {
        this.uploads = uploads;
        this.store = store;
        this.care = care;
        this.received = received;
        this.releases = releases;
        this.settings = settings;
        this.json = json;
    }

    /** What this server can do. */
    @RequestMapping(path = "/api/uploads", method = RequestMethod.OPTIONS)
    ResponseEntity<Void> can() {
        return ResponseEntity.noContent()
                .header("Tus-Resumable", VERSION)
                .header("Tus-Version", VERSION)
                .header("Tus-Max-Size", String.valueOf(settings.largestFile()))
                .header("Tus-Extension", "creation,termination")
                .build();
    }

    /** Announces a file; its metadata are name, folder, release, track and the checksum that its bytes must have. */
    @PostMapping("/api/uploads")
    ResponseEntity<Void> create(
            @RequestHeader("Upload-Length") long length,
            @RequestHeader(value = "Upload-Metadata", defaultValue = "") String metadata,
            @AuthenticationPrincipal Account account)
            throws IOException {
        if (length < 0 || length > settings.largestFile())
            throw Problem.input(
                    "too-large",
                    "The file is larger than the limit of %,d bytes. Nothing was saved."
                            .formatted(settings.largestFile()));
        Map<String, String> said = metadata(metadata);
        long release = number(said.get("release"));
        if (release != 0 && releases.find(release).isEmpty()) throw Problem.missing("release");
        String sha256 = said.getOrDefault("sha256", "");
        UploadService.Upload upload = new UploadService.Upload(
                UUID.randomUUID(),
                account.id(),
                ReceivedFiles.plain(said.getOrDefault("name", "")),
                ReceivedFiles.folder(said.getOrDefault("folder", "")),
                release,
                number(said.get("track")),
                length,
                0,
                sha256.matches("[0-9a-f]{64}") ? sha256 : null);
        ResponseEntity.BodyBuilder answer = ResponseEntity.status(HttpStatus.CREATED)
                .header("Tus-Resumable", VERSION)
                .header("Location", "/api/uploads/" + upload.id());
        uploads.create(upload, account)
                .received()
                .ifPresent(entered -> answer.header("Entrada-Received", received(entered)));
        return answer.build();
    }

    private static long number(@Nullable String text) {
        return text != null && text.matches("\\d{1,18}") ? Long.parseLong(text) : 0;
    }

    /** Pairs of a key and a base64 value, commas between. */
    private static Map<String, String> metadata(String header) {
        Map<String, String> said = new HashMap<>();
        for (String pair : header.split(",")) {
            String[] parts = pair.strip().split(" ");
            try {
                if (parts.length == 2)
                    said.put(parts[0], new String(Base64.getDecoder().decode(parts[1]), StandardCharsets.UTF_8));
            } catch (IllegalArgumentException noBase64) {
                throw Problem.input("bad-metadata", "The upload metadata cannot be read. Nothing was saved.");
            }
        }
        return said;
    }

    /** How much of a file has come. */
    @RequestMapping(path = "/api/uploads/{id}", method = RequestMethod.HEAD)
    ResponseEntity<Void> here(@PathVariable UUID id, @AuthenticationPrincipal Account account) {
        UploadService.Upload upload = uploads.find(id, account);
        return ResponseEntity.ok()
                .header("Tus-Resumable", VERSION)
                .header("Upload-Offset", String.valueOf(upload.here()))
                .header("Upload-Length", String.valueOf(upload.bytes()))
                .header("Cache-Control", "no-store")
                .build();
    }

    /** Takes the next piece. What arrives before a connection breaks is kept. */
    @PatchMapping(path = "/api/uploads/{id}", consumes = PIECE)
    ResponseEntity<Void> piece(
            @PathVariable UUID id,
            @RequestHeader("Upload-Offset") long offset,
            HttpServletRequest request,
            @AuthenticationPrincipal Account account)
            throws IOException {
        UploadService.Progress progress = uploads.piece(id, offset, request.getInputStream(), account);
        ResponseEntity.HeadersBuilder<?> answer = ResponseEntity.noContent()
                .header("Tus-Resumable", VERSION)
                .header("Upload-Offset", String.valueOf(progress.here()));
        progress.received().ifPresent(entered -> answer.header("Entrada-Received", received(entered)));
        return answer.build();
    }

    /** What became of a file, for a header, which holds no more than Latin-1. */
    private String received(ReceivedFiles.Received entered) {
        return Base64.getEncoder().encodeToString(json.writeValueAsBytes(entered));
    }

    /** Gives a file up that has come in part. */
    @DeleteMapping("/api/uploads/{id}")
    ResponseEntity<Void> end(@PathVariable UUID id, @AuthenticationPrincipal Account account) throws IOException {
        uploads.end(id, account);
        return ResponseEntity.noContent().header("Tus-Resumable", VERSION).build();
    }

    /** A file that a sender has, by its checksum. */
    record Offered(String sha256, String name, String folder, long release, long track) {}

    /** Enters a file whose bytes are here already, so that nothing is sent again; 204 when they are not. */
    @PostMapping("/api/intake/known")
    ResponseEntity<ReceivedFiles.Received> known(@RequestBody Offered offered, @AuthenticationPrincipal Account account)
            throws IOException {
        Sha256 sha256;
        try {
            sha256 = new Sha256(String.valueOf(offered.sha256()));
        } catch (MalformedValue none) {
            throw Problem.input("no-checksum", "This is not a SHA-256 checksum.");
        }
        Optional<FileStore.Stored> stored = store.find(sha256);
        // one that became damaged here has to come again
        if (stored.isEmpty() || !care.isWhole(sha256))
            return ResponseEntity.noContent().build();
        if (offered.release() != 0 && releases.find(offered.release()).isEmpty()) throw Problem.missing("release");
        return ResponseEntity.ok(received.enter(
                stored.get(),
                ReceivedFiles.plain(offered.name() == null ? "" : offered.name()),
                ReceivedFiles.folder(offered.folder() == null ? "" : offered.folder()),
                offered.release(),
                offered.track(),
                account));
    }
}

package app.entrada.server.deliveries;

import app.entrada.core.text.Sha256;
import app.entrada.server.deliveries.DeliveryRepository.Content;
import app.entrada.server.files.FileCare;
import app.entrada.server.platform.Problem;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Copy sheets over HTTP. */
@RestController
class CopySheetController {
    private final CopySheets sheets;
    private final FileCare care;

    CopySheetController(CopySheets sheets, FileCare care) {
        this.sheets = sheets;
        this.care = care;
    }

    record CaptionCopied(String key, boolean copied) {}

    @GetMapping("/api/releases/{id}/copy-sheets/{destination}")
    CopySheets.SheetView sheet(@PathVariable long id, @PathVariable String destination) {
        return sheets.view(id, destination);
    }

    @PutMapping("/api/releases/{id}/copy-sheets/{destination}/copied")
    void copied(@PathVariable long id, @PathVariable String destination, @RequestBody CaptionCopied caption) {
        if (caption.key() == null) throw Problem.input("caption", "The caption is missing. Nothing was changed.");
        sheets.note(id, destination, caption.key(), caption.copied());
    }

    @DeleteMapping("/api/releases/{id}/copy-sheets/{destination}/copied")
    void anew(@PathVariable long id, @PathVariable String destination) {
        sheets.clear(id, destination);
    }

    /** A file that is chosen in the form, under the name that the sheet says. */
    @GetMapping("/api/releases/{id}/copy-sheets/{destination}/files/{name}")
    ResponseEntity<Resource> file(@PathVariable long id, @PathVariable String destination, @PathVariable String name)
            throws IOException {
        Content file = sheets.files(id, destination).stream()
                .filter(each -> CopySheets.name(each).equals(name))
                .findFirst()
                .orElseThrow(() -> Problem.missing("file"));
        return ResponseEntity.ok()
                .contentType(MediaType.APPLICATION_OCTET_STREAM)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(name, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(new FileSystemResource(care.whole(new Sha256(file.sha256()))));
    }
}

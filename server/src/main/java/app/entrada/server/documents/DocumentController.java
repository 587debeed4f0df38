package app.entrada.server.documents;

import app.entrada.core.document.ReleaseDocument;
import app.entrada.core.document.SheetTable;
import app.entrada.core.labelcopy.LabelCopy;
import app.entrada.core.labelcopy.LabelCopyPdf;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Release;
import app.entrada.core.text.FileNames;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileIndex;
import app.entrada.server.platform.Problem;
import app.entrada.server.views.ReleaseView;
import app.entrada.server.views.ReleaseViews;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.CharacterCodingException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Documents of a release. */
@RestController
class DocumentController {
    /** Typefaces in TrueType with Japanese letters, as Debian's packages fonts-ipaexfont-gothic and fonts-vlgothic lay them. */
    private static final List<Path> TYPEFACES = List.of(
            Path.of("/usr/share/fonts/opentype/ipaexfont-gothic/ipaexg.ttf"),
            Path.of("/usr/share/fonts/truetype/vlgothic/VL-Gothic-Regular.ttf"));

    private static final int LONGEST = 5_000_000;

    private final ReleaseRepository releases;
    private final CreditRepository people;
    private final CodeBook codes;
    private final FileIndex files;
    private final ImportService imports;
    private final ReleaseViews views;
    private final Clock clock;

    DocumentController(
            ReleaseRepository releases,
            CreditRepository people,
            CodeBook codes,
            FileIndex files,
            ImportService imports,
            ReleaseViews views,
            Clock clock) {
        this.releases = releases;
        this.people = people;
        this.codes = codes;
        this.files = files;
        this.imports = imports;
        this.views = views;
        this.clock = clock;
    }

    /** The release that was made, and facts that stayed as they are known here, in sentences. */
    record ImportedRelease(ReleaseView release, List<String> left) {}

    /** A document to begin a release from. */
    record PastedDocument(String text) {}

    @GetMapping("/api/releases/{id}/document")
    ResponseEntity<byte[]> document(@PathVariable long id) {
        Release release = find(id);
        Map<String, Facts> named = new TreeMap<>(people.on(release).facts());
        return file(
                ReleaseDocument.write(release, codes.label(), List.copyOf(named.values())),
                release,
                "json",
                MediaType.APPLICATION_JSON);
    }

    @GetMapping("/api/releases/{id}/table")
    ResponseEntity<byte[]> table(@PathVariable long id, @RequestParam(defaultValue = "csv") String form) {
        Release release = find(id);
        boolean tabs = form.equals("tsv");
        byte[] text = SheetTable.write(release, tabs ? '\t' : ',').getBytes(StandardCharsets.UTF_8);
        return file(
                text,
                release,
                tabs ? "tsv" : "csv",
                new MediaType("text", tabs ? "tab-separated-values" : "csv", StandardCharsets.UTF_8));
    }

    @GetMapping("/api/releases/{id}/label-copy")
    ResponseEntity<byte[]> labelCopy(@PathVariable long id) {
        Release release = find(id);
        return file(
                LabelCopyPdf.of(
                        LabelCopy.of(
                                release,
                                files.lengths(release),
                                people.on(release).facts()),
                        LocalDate.now(clock),
                        TYPEFACES.stream().filter(Files::isReadable).findFirst()),
                release,
                "pdf",
                MediaType.APPLICATION_PDF);
    }

    private Release find(long id) {
        return releases.find(id).orElseThrow(() -> Problem.missing("release"));
    }

    private static ResponseEntity<byte[]> file(byte[] content, Release release, String ending, MediaType type) {
        return ResponseEntity.ok()
                .contentType(type)
                .header(
                        HttpHeaders.CONTENT_DISPOSITION,
                        ContentDisposition.attachment()
                                .filename(FileNames.clean(release.name()) + "." + ending, StandardCharsets.UTF_8)
                                .build()
                                .toString())
                .body(content);
    }

    /** A new release from a document (JSON) or a table (CSV, TSV); nothing is made when any of it is not understood. */
    @PostMapping("/api/documents")
    ImportedRelease take(@RequestBody PastedDocument pasted, @AuthenticationPrincipal Account account) {
        String text = pasted.text() == null ? "" : pasted.text();
        if (text.isBlank() || text.length() > LONGEST)
            throw Problem.input("no-document", "A document has between 1 and %,d characters.".formatted(LONGEST));
        try {
            boolean json = text.stripLeading().startsWith("{");
            Release release;
            Map<String, Facts> named = Map.of();
            if (json) {
                ReleaseDocument document = ReleaseDocument.read(utf8(text));
                release = document.release();
                named = document.people();
            } else release = SheetTable.read(text);
            ImportService.Taken taken = imports.take(release, named, account);
            return new ImportedRelease(views.view(taken.release(), account), taken.left());
        } catch (ReleaseDocument.Unreadable wrong) {
            throw Problem.input(
                            "unreadable-document",
                            "%s: %s. Nothing was created; correct it there and try again."
                                    .formatted(
                                            wrong.where().isEmpty() ? "The document" : wrong.where(),
                                            wrong.getMessage()))
                    .with("where", wrong.where());
        } catch (IOException broken) {
            throw Problem.input("unreadable-document", "The document cannot be read. Nothing was created.");
        }
    }

    private static byte[] utf8(String text) throws CharacterCodingException {
        ByteBuffer bytes = StandardCharsets.UTF_8.newEncoder().encode(java.nio.CharBuffer.wrap(text));
        byte[] plain = new byte[bytes.remaining()];
        bytes.get(plain);
        return plain;
    }
}

package app.entrada.server.catalogue;

import app.entrada.core.catalogue.CatalogueColumn;
import app.entrada.core.catalogue.CatalogueSubject;
import app.entrada.core.catalogue.CatalogueTable;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.platform.Problem;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Writing in the catalogue: one cell or one fact in many rows, codes for many recordings, and taking that back. */
@RestController
class CatalogueEditController {
    private final CatalogueEdits edits;
    private final ChangeService changes;

    CatalogueEditController(CatalogueEdits edits, ChangeService changes) {
        this.edits = edits;
        this.changes = changes;
    }

    /**
     * One fact in many rows.
     *
     * @param rows ids of the recordings, releases or works; all that the filter finds when there are none
     * @param value what is typed; null or blank for nothing
     * @param carried whether rows get a value of their own for which the release says it
     */
    record WantedEdit(
            String column,
            @Nullable String value,
            @Nullable String find,
            @Nullable List<Long> rows,
            @Nullable Boolean carried) {}

    /** A place in which it would be written. */
    record PlaceView(
            long target,
            @Nullable String before,
            @Nullable String title,
            @Nullable String release) {}

    /**
     * What would be written.
     *
     * @param field id of the fact
     * @param after its canonical text, null for nothing
     * @param releases on how many releases
     * @param carried rows left out because the release says it for them
     * @param same rows left out because it stands there already
     */
    record EditPreview(
            String field, @Nullable String after, List<PlaceView> places, int releases, int carried, int same) {}

    @PostMapping("/api/catalogue/{subject}/preview")
    EditPreview preview(@PathVariable String subject, @RequestBody WantedEdit wanted) {
        CatalogueSubject rows = CatalogueController.subject(subject);
        CatalogueColumn column =
                rows.column(Objects.toString(wanted.column(), "")).orElseThrow(() -> Problem.missing("column"));
        Field<?> field = CatalogueEdits.written(column);
        String after = CatalogueEdits.canonical(field, wanted.value());
        CatalogueEdits.Planned planned = edits.plan(
                rows,
                Objects.toString(wanted.find(), ""),
                wanted.rows() == null ? List.of() : wanted.rows(),
                column,
                after,
                Boolean.TRUE.equals(wanted.carried()));
        return new EditPreview(
                field.id(),
                after,
                planned.places().stream()
                        .map(place -> new PlaceView(
                                place.target(),
                                place.before(),
                                shown(place.row(), "title", "workTitle"),
                                shown(place.row(), "release")))
                        .toList(),
                planned.releases(),
                planned.carried(),
                planned.same());
    }

    private static @Nullable String shown(CatalogueTable.Line row, String... keys) {
        Map<String, CatalogueTable.Cell> cells = row.cells();
        for (String key : keys)
            if (cells.containsKey(key)) return cells.get(key).shown();
        return null;
    }

    /** A target and what stands there in the eyes of its writer. */
    record SeenValue(long target, @Nullable String before) {}

    /** One fact, and where it is written. */
    record CatalogueEdit(String field, @Nullable String after, List<SeenValue> places) {}

    @PostMapping("/api/catalogue/changes")
    ChangeService.Stack write(@RequestBody CatalogueEdit edit, @AuthenticationPrincipal Account account) {
        Field<?> field = Fields.byId(Objects.toString(edit.field(), ""));
        edits.write(
                field,
                CatalogueEdits.canonical(field, edit.after()),
                edit.places() == null
                        ? List.of()
                        : edit.places().stream()
                                .map(each -> new CatalogueEdits.Seen(each.target(), each.before()))
                                .toList(),
                account);
        return changes.stackOfCatalogue(account);
    }

    /** Recordings that are to get a code: these, or all without one that a filter finds. */
    record WithoutIsrc(
            @Nullable List<Long> recordings, @Nullable String find) {}

    /** How many codes were given. */
    record GivenCodes(int count, ChangeService.Stack stack) {}

    @PostMapping("/api/catalogue/isrcs")
    GivenCodes isrcs(@RequestBody WithoutIsrc wanted, @AuthenticationPrincipal Account account) {
        List<Long> named = wanted.recordings() == null ? List.of() : wanted.recordings();
        List<Long> recordings = named.isEmpty() && wanted.find() != null ? edits.withoutIsrc(wanted.find()) : named;
        int count = edits.isrcs(recordings, account);
        return new GivenCodes(count, changes.stackOfCatalogue(account));
    }

    /** What can be taken back and done again. */
    @GetMapping("/api/catalogue/stack")
    ChangeService.Stack stack(@AuthenticationPrincipal Account account) {
        return changes.stackOfCatalogue(account);
    }

    @PostMapping("/api/catalogue/undo")
    ChangeService.Stack undo(@AuthenticationPrincipal Account account) {
        changes.undoInCatalogue(account);
        return changes.stackOfCatalogue(account);
    }

    @PostMapping("/api/catalogue/redo")
    ChangeService.Stack redo(@AuthenticationPrincipal Account account) {
        changes.redoInCatalogue(account);
        return changes.stackOfCatalogue(account);
    }
}

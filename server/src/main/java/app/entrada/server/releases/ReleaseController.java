package app.entrada.server.releases;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.Account;
import app.entrada.server.checks.SafeFixService;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.ReleaseService;
import app.entrada.server.overview.Standings;
import app.entrada.server.platform.Problem;
import app.entrada.server.views.ReleaseDelta;
import app.entrada.server.views.ReleaseView;
import app.entrada.server.views.ReleaseViews;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Releases over HTTP. Every edit answers with what became different by it, findings that came and went among it. */
@RestController
class ReleaseController {
    private static final int MOST_CHANGES = 20_000;
    private static final int MOST_LISTED = 500;
    private static final int MOST_WORDS = 12;

    private final ReleaseRepository releases;
    private final ReleaseService service;
    private final ChangeService changes;
    private final ReleaseViews views;
    private final Templates templates;
    private final SafeFixService fixes;
    private final Standings standings;
    private final ProfileRepository profiles;

    ReleaseController(
            ReleaseRepository releases,
            ReleaseService service,
            ChangeService changes,
            ReleaseViews views,
            Templates templates,
            SafeFixService fixes,
            Standings standings,
            ProfileRepository profiles) {
        this.profiles = profiles;
        this.standings = standings;
        this.fixes = fixes;
        this.releases = releases;
        this.service = service;
        this.changes = changes;
        this.views = views;
        this.templates = templates;
    }

    /**
     * A release to begin.
     *
     * @param template name of a template to begin with
     * @param from a release to begin with
     */
    record NewRelease(
            String kind,
            @Nullable String title,
            @Nullable String template,
            @Nullable Long from) {}

    record NamedTemplate(String name) {}

    /** A fact of a template, as people read it. */
    record TemplateFact(String name, String value) {}

    record TemplateView(String name, List<TemplateFact> facts) {}

    /** Somebody in a fact that names people with shares, each part as it was typed. */
    record PersonShare(
            @Nullable String name,
            @Nullable String role,
            @Nullable String performing,
            @Nullable String mechanical,
            @Nullable String publisher) {
        PeopleType.PersonEntry entry() {
            return PeopleType.PersonEntry.withShares(
                    name == null ? "" : name, role == null ? "" : role, performing, mechanical, publisher);
        }
    }

    /**
     * A change as the page sends it.
     *
     * @param before what its cell showed
     * @param after what was typed
     * @param people who stands there now, for a fact that names people with shares; then {@code after} says nothing
     */
    record Edit(
            String entity,
            long target,
            String field,
            @Nullable String before,
            @Nullable String after,
            @Nullable List<PersonShare> people) {
        /** What is to be written; the grammar of lists of people is the fact's own. */
        @Nullable
        String wanted(Field<?> of) {
            if (people == null) return after;
            if (!(of.type() instanceof PeopleType<?> type))
                throw new MalformedValue("“%s” does not name anyone".formatted(of.name()));
            return people.isEmpty()
                    ? null
                    : type.textOf(people.stream().map(PersonShare::entry).toList());
        }
    }

    record Edits(String says, String source, List<Edit> changes) {}

    record Allocation(String entity, long target, String field) {}

    record FixOf(String finding) {}

    /**
     * Releases, the newest first.
     *
     * @param find words that all have to fit
     * @param after the release behind which to go on
     */
    @GetMapping("/api/releases")
    Standings.ReleaseList list(
            @RequestParam(defaultValue = "") String find,
            @RequestParam(required = false) @Nullable Long after,
            @RequestParam(defaultValue = "100") int count) {
        List<String> words = Arrays.stream(cut(find).toLowerCase(Locale.ROOT).split("\\s+"))
                .filter(word -> !word.isEmpty())
                .limit(MOST_WORDS)
                .toList();
        return standings.releases(words, after, Math.max(1, Math.min(count, MOST_LISTED)));
    }

    @PostMapping("/api/releases")
    ReleaseView begin(@RequestBody NewRelease wanted, @AuthenticationPrincipal Account account) {
        String kind = Fields.RELEASE_KIND.type().parse(wanted.kind() == null ? "" : wanted.kind());
        Map<Field<?>, String> first = Map.of();
        if (wanted.template() != null && !wanted.template().isBlank()) first = templates.facts(wanted.template());
        if (wanted.from() != null)
            first = Templates.of(releases.find(wanted.from()).orElseThrow(() -> Problem.missing("release")));
        return views.view(service.begin(kind, wanted.title(), first, account), account);
    }

    /** What new releases can start from. */
    @GetMapping("/api/templates")
    List<TemplateView> templates() {
        return templates.all().stream()
                .map(template -> new TemplateView(
                        template.name(),
                        template.facts().entrySet().stream()
                                .map(fact -> new TemplateFact(
                                        fact.getKey().name(), profiles.shown(fact.getKey(), fact.getValue())))
                                .toList()))
                .toList();
    }

    /** Removes a template; what began with it stays as it is. */
    @DeleteMapping("/api/templates")
    void removeTemplate(@RequestParam String name) {
        templates.remove(name);
    }

    /** Keeps what this release has for others to begin with. */
    @PostMapping("/api/releases/{id}/template")
    void keepTemplate(@PathVariable long id, @RequestBody NamedTemplate named) {
        if (named.name() == null || named.name().isBlank() || named.name().length() > 100)
            throw Problem.input("no-name", "A template needs a name of at most 100 characters.");
        templates.keep(named.name().strip(), releases.find(id).orElseThrow(() -> Problem.missing("release")));
    }

    @GetMapping("/api/releases/{id}")
    ReleaseView release(@PathVariable long id, @AuthenticationPrincipal Account account) {
        return views.view(releases.find(id).orElseThrow(() -> Problem.missing("release")), account);
    }

    @PostMapping("/api/releases/{id}/changes")
    ReleaseDelta change(@PathVariable long id, @RequestBody Edits edits, @AuthenticationPrincipal Account account) {
        if (edits.changes() == null || edits.changes().size() > MOST_CHANGES)
            throw Problem.input("too-many", "At most %,d changes at once.".formatted(MOST_CHANGES));
        List<Change> batch = new ArrayList<>();
        for (Edit edit : edits.changes()) {
            Field<?> field = Fields.byId(edit.field() == null ? "" : edit.field());
            try {
                batch.add(new Change(ref(edit.entity(), edit.target()), field, edit.before(), edit.wanted(field)));
            } catch (MalformedValue wrong) {
                throw Problem.input("malformed-value", wrong.getMessage())
                        .with("field", field.id())
                        .with("target", edit.target());
            }
        }
        String says = edits.says() == null ? "Edit" : edits.says();
        String source = edits.source() == null ? "typed" : edits.source();
        return views.delta(
                changes.apply(id, new ChangeService.Batch(cut(says), ChangeSource.TYPED, cut(source), batch), account),
                account);
    }

    private static String cut(String text) {
        return text.length() <= 200 ? text : text.substring(0, 200);
    }

    private static Ref ref(String entity, long target) {
        try {
            return new Ref(Entity.valueOf(String.valueOf(entity).toUpperCase(Locale.ROOT)), target);
        } catch (IllegalArgumentException unknown) {
            throw Problem.input("unknown-entity", "There is nothing called “%s”.".formatted(entity));
        }
    }

    @PostMapping("/api/releases/{id}/undo")
    ReleaseDelta undo(@PathVariable long id, @AuthenticationPrincipal Account account) {
        return views.delta(changes.undo(id, account), account);
    }

    @PostMapping("/api/releases/{id}/redo")
    ReleaseDelta redo(@PathVariable long id, @AuthenticationPrincipal Account account) {
        return views.delta(changes.redo(id, account), account);
    }

    @PostMapping("/api/releases/{id}/tracks")
    ReleaseDelta addTrack(@PathVariable long id, @AuthenticationPrincipal Account account) {
        return views.delta(service.addTrack(id, account), account);
    }

    @PostMapping("/api/releases/{id}/codes")
    ReleaseDelta allocate(
            @PathVariable long id, @RequestBody Allocation wanted, @AuthenticationPrincipal Account account) {
        Release release = service.allocate(
                id,
                ref(wanted.entity(), wanted.target()),
                Fields.byId(wanted.field() == null ? "" : wanted.field()),
                account);
        return views.delta(release, account);
    }

    /** Gives every code that is missing and that the label has a block for. */
    @PostMapping("/api/releases/{id}/codes/missing")
    ReleaseDelta giveCodes(@PathVariable long id, @AuthenticationPrincipal Account account) {
        return views.delta(service.giveCodes(id, account), account);
    }

    @PostMapping("/api/releases/{id}/fixes")
    ReleaseDelta fix(@PathVariable long id, @RequestBody FixOf wanted, @AuthenticationPrincipal Account account) {
        return views.delta(fixes.fix(id, wanted.finding(), account), account);
    }
}

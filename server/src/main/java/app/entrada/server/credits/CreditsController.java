package app.entrada.server.credits;

import app.entrada.core.credit.CreditEdits;
import app.entrada.core.credit.CreditMatrix;
import app.entrada.core.credit.Roles;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Release;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Problem;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** The matrix of credits, and edits in it. */
@RestController
class CreditsController {
    private static final int LONGEST = 500;

    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final CreditRepository people;

    CreditsController(ReleaseRepository releases, ChangeService changes, CreditRepository people) {
        this.releases = releases;
        this.changes = changes;
        this.people = people;
    }

    /**
     * Somebody on a track.
     *
     * @param briefs the roles cut short, in the same order
     * @param detail the roles as typed
     * @param as the name as credited
     */
    record CreditCell(
            List<String> roles,
            List<String> briefs,
            String detail,
            @Nullable String as,
            boolean main,
            boolean featured) {}

    /** Somebody across the tracks; cells by number of the track. */
    record CreditLine(
            long id, String name, @Nullable String kind, List<String> members, Map<String, CreditCell> cells) {}

    /** A track's column. */
    record CreditColumn(int track, String title, int performers, List<String> lacks) {}

    /** The matrix. */
    record CreditsView(int revision, List<CreditColumn> columns, List<CreditLine> lines, List<String> roles) {}

    /**
     * A change in the matrix.
     *
     * @param detail roles; blank takes the credit away; null leaves it
     * @param as the name as credited; blank for their own, null leaves it
     * @param featured null leaves it
     */
    record CreditEdit(
            String name,
            Set<Integer> tracks,
            @Nullable String detail,
            @Nullable String as,
            @Nullable Boolean featured) {}

    @GetMapping("/api/releases/{id}/credits")
    CreditsView credits(@PathVariable long id) {
        return view(releases.find(id).orElseThrow(() -> Problem.missing("release")));
    }

    private CreditsView view(Release release) {
        CreditRepository.People named = people.on(release);
        CreditMatrix matrix = CreditMatrix.of(release, named.facts());
        List<CreditColumn> columns = matrix.feet().stream()
                .map(foot -> new CreditColumn(
                        foot.track(),
                        release.tracks()
                                .get(foot.track() - 1)
                                .facts()
                                .get(Fields.TRACK_TITLE)
                                .orElse("Track " + foot.track()),
                        foot.performers(),
                        foot.lacks()))
                .toList();
        return new CreditsView(
                release.revision(),
                columns,
                matrix.lines().stream().map(line -> line(line, named)).toList(),
                Roles.known());
    }

    private static CreditLine line(CreditMatrix.CreditRow line, CreditRepository.People named) {
        Map<String, CreditCell> cells = new LinkedHashMap<>();
        line.cells()
                .forEach((track, cell) -> cells.put(
                        String.valueOf(track),
                        new CreditCell(
                                cell.roles(),
                                cell.roles().stream().map(Roles::brief).toList(),
                                String.join(", ", cell.roles()),
                                cell.as().orElse(null),
                                cell.main(),
                                cell.featured())));
        return new CreditLine(
                named.ids().getOrDefault(line.name(), 0L),
                line.name(),
                line.kind().orElse(null),
                line.members().stream()
                        .map(member -> member.name()
                                + member.since().map(year -> " " + year + "–").orElse("")
                                + member.until().map(String::valueOf).orElse(""))
                        .toList(),
                cells);
    }

    @PostMapping("/api/releases/{id}/credits")
    CreditsView edit(@PathVariable long id, @RequestBody CreditEdit edit, @AuthenticationPrincipal Account account) {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        if (edit.name() == null || edit.name().isBlank() || edit.name().length() > LONGEST || edit.tracks() == null)
            throw Problem.input("no-name", "A credit needs a name and a track; nothing was changed.");
        String name = people.calledNow(edit.name().strip());
        try {
            List<Change> batch = new java.util.ArrayList<>();
            if (edit.detail() != null) batch.addAll(CreditEdits.set(release, name, edit.tracks(), edit.detail()));
            if (edit.as() != null) batch.addAll(CreditEdits.creditedAs(release, name, edit.tracks(), edit.as()));
            if (edit.featured() != null)
                batch.addAll(CreditEdits.feature(release, name, edit.tracks(), edit.featured()));
            return view(changes.apply(
                    id, new ChangeService.Batch("Credit of " + cut(name), ChangeSource.TYPED, batch), account));
        } catch (MalformedValue wrong) {
            throw Problem.input("malformed-value", wrong.getMessage());
        }
    }

    private static String cut(String name) {
        return name.length() <= 80 ? name : name.substring(0, 80);
    }
}

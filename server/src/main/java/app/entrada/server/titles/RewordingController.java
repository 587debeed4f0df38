package app.entrada.server.titles;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.Release;
import app.entrada.core.title.Rewording;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Problem;
import java.util.HashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Proposes rewordings; what a person chooses of them is written as changes like any other. */
@RestController
class RewordingController {
    private final ReleaseRepository releases;
    private final CreditRepository people;

    RewordingController(ReleaseRepository releases, CreditRepository people) {
        this.releases = releases;
        this.people = people;
    }

    /** What to do with the texts. */
    enum Move {
        REPLACE,
        TITLE_CASE,
        FEATURES_TO_CREDITS
    }

    /**
     * What is wanted.
     *
     * @param columns keys of the columns to look in, for REPLACE; empty for all
     */
    record WantedRewording(
            Move move,
            @Nullable String find,
            @Nullable String with,
            boolean matchCase,
            boolean wholeWords,
            @Nullable List<String> columns) {}

    /**
     * A change to look at, in the form in which it is written.
     *
     * @param where in words
     */
    record ProposedEdit(
            String entity,
            long target,
            String field,
            @Nullable String before,
            @Nullable String after,
            String where) {}

    @PostMapping("/api/releases/{id}/rewording")
    List<ProposedEdit> rewording(@PathVariable long id, @RequestBody WantedRewording wanted) {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        Set<String> known = people.knownNames();
        List<Rewording.Proposed> proposed = switch (wanted.move()) {
            case REPLACE -> {
                if (wanted.find() == null || wanted.find().isEmpty())
                    throw Problem.input("nothing-to-find", "Enter what to find.");
                yield Rewording.replace(
                        release,
                        fields(wanted.columns()),
                        wanted.find(),
                        wanted.with() == null ? "" : wanted.with(),
                        wanted.matchCase(),
                        wanted.wholeWords());
            }
            case TITLE_CASE -> Rewording.titleCase(release);
            case FEATURES_TO_CREDITS -> Rewording.featuresToCredits(release, known::contains);
        };
        return proposed.stream().map(RewordingController::edit).toList();
    }

    private static Set<Field<?>> fields(@Nullable List<String> columns) {
        Set<Field<?>> fields = new HashSet<>();
        for (Field<?> field : Fields.all())
            if (field.entity() != Entity.PARTY
                    && (columns == null || columns.isEmpty() || columns.contains(field.key()))) fields.add(field);
        return fields;
    }

    private static ProposedEdit edit(Rewording.Proposed proposed) {
        Change change = proposed.change();
        return new ProposedEdit(
                change.target().entity().name().toLowerCase(Locale.ROOT),
                change.target().id(),
                change.field().id(),
                change.before(),
                change.after(),
                change.field().name() + (proposed.track() == 0 ? " of the release" : " of track " + proposed.track()));
    }
}

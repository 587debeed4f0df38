package app.entrada.server.desk;

import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.check.rules.Place;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.desk.NextMoves;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import app.entrada.server.checks.CheckService;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.CopyStates;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.context.RecipeRepository;
import app.entrada.server.context.UntoldChanges;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.SharedLook;
import app.entrada.server.standing.DeliveryStandings;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RestController;

/** The first screen: what to do next, what is ahead, what came in. */
@RestController
class DeskController {
    private static final int WEEKS_AHEAD = 26;
    private static final int ANSWERS = 8;

    private final ReleaseRepository releases;
    private final CheckService checks;
    private final CopyStates copies;
    private final RecipeRepository recipes;
    private final DeliveryStandings standings;
    private final UntoldChanges untold;
    private final ProfileRepository profiles;
    private final ContextLoader contexts;
    private final SharedLook<Desk> shared = new SharedLook<>();

    DeskController(
            ReleaseRepository releases,
            CheckService checks,
            CopyStates copies,
            RecipeRepository recipes,
            DeliveryStandings standings,
            UntoldChanges untold,
            ProfileRepository profiles,
            ContextLoader contexts) {
        this.contexts = contexts;
        this.profiles = profiles;
        this.releases = releases;
        this.checks = checks;
        this.copies = copies;
        this.recipes = recipes;
        this.standings = standings;
        this.untold = untold;
    }

    /** @param today ISO date the desk counts from */
    record Desk(
            String today,
            int weeks,
            int destinations,
            List<MoveView> moves,
            List<DateAhead> ahead,
            List<AnswerView> answers) {}

    /**
     * Something to do.
     *
     * @param track of the cell to go to, 0 for the release
     * @param column of that cell; null when it is done on the panel as a whole
     */
    record MoveView(
            long releaseId,
            String release,
            String says,
            List<String> waits,
            @Nullable Long slackDays,
            String panel,
            int track,
            @Nullable String column,
            Weight weight) {}

    /**
     * A day on the time line.
     *
     * @param kind {@code release} or {@code deliver}
     * @param destination name, null for a release date
     */
    record DateAhead(
            String date,
            String kind,
            long releaseId,
            String release,
            @Nullable String destination) {}

    record AnswerView(
            long releaseId, String release, String destination, DeliveryState state, String says, String at) {}

    @GetMapping("/api/desk")
    Desk desk() {
        return shared.at(this::look);
    }

    private Desk look() {
        LocalDate today = profiles.today();
        List<LoadedRelease> all = contexts.of(releases.active());
        Map<Long, List<Finding>> findings = checks.findings(all);
        List<NextMoves.DeskRelease> states = new ArrayList<>();
        List<DateAhead> ahead = new ArrayList<>();
        for (LoadedRelease each : all) {
            states.add(state(each, findings.getOrDefault(each.release().id(), List.of())));
            ahead.addAll(ahead(each.release(), each.moves(), today));
        }
        ahead.sort(java.util.Comparator.comparing(DateAhead::date));
        return new Desk(
                today.toString(),
                WEEKS_AHEAD,
                profiles.all().size(),
                NextMoves.of(states, profiles.all(), today).stream()
                        .map(DeskController::move)
                        .toList(),
                ahead,
                standings.answers(ANSWERS).stream()
                        .map(answer -> new AnswerView(
                                answer.releaseId(),
                                answer.release(),
                                profiles.byId(answer.destination()).name(),
                                answer.state(),
                                answer.message(),
                                answer.at()))
                        .toList());
    }

    private NextMoves.DeskRelease state(LoadedRelease loaded, List<Finding> findings) {
        Release release = loaded.release();
        Map<String, NextMoves.Standing> moves = loaded.moves();
        Map<String, Integer> missing = new HashMap<>();
        for (Profile profile : profiles.meantBy(release))
            if (!profile.recipe().isEmpty() && moves.get(profile.id()) != NextMoves.Standing.ACCEPTED)
                missing.put(profile.id(), copies.missing(loaded, recipes.byId(profile.recipe())));
        Map<String, String> words = new HashMap<>();
        Set<String> edited = new HashSet<>();
        loaded.deliveries().forEach((destination, standing) -> {
            words.put(destination, standing.lastWords());
            if (standing.editedSince()) edited.add(destination);
        });
        return new NextMoves.DeskRelease(release, findings, missing, moves, words, untold.untold(loaded, edited));
    }

    private List<DateAhead> ahead(Release release, Map<String, NextMoves.Standing> stands, LocalDate today) {
        List<DateAhead> ahead = new ArrayList<>();
        LocalDate end = today.plusWeeks(WEEKS_AHEAD);
        release.facts()
                .get(Fields.RELEASE_DATE)
                .filter(date -> !date.isBefore(today) && date.isBefore(end))
                .ifPresent(date ->
                        ahead.add(new DateAhead(date.toString(), "release", release.id(), release.name(), null)));
        for (Profile profile : profiles.meantBy(release))
            if (stands.get(profile.id()) != NextMoves.Standing.ACCEPTED)
                NextMoves.lastDay(release, profile)
                        .filter(date -> !date.isBefore(today) && date.isBefore(end))
                        .ifPresent(date -> ahead.add(new DateAhead(
                                date.toString(), "deliver", release.id(), release.name(), profile.name())));
        return ahead;
    }

    private static MoveView move(NextMoves.Move move) {
        return new MoveView(
                move.releaseId(),
                move.release(),
                move.says(),
                move.waits(),
                move.slackDays().orElse(null),
                move.panel(),
                move.place().map(Place::track).orElse(0),
                move.place().map(place -> place.field().key()).orElse(null),
                move.weight());
    }
}

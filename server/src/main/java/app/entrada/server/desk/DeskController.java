package app.entrada.server.desk;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.desk.NextMoves;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import app.entrada.server.checks.CheckService;
import app.entrada.server.deliveries.DeliveryRepository;
import app.entrada.server.deliveries.DeliveryService;
import app.entrada.server.embedding.CopyService;
import app.entrada.server.embedding.OwnRecipes;
import app.entrada.server.platform.SharedLook;
import app.entrada.server.releases.ReleaseRepository;
import app.entrada.server.releases.ReleaseViews;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.HashMap;
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
    private final ReleaseViews views;
    private final CopyService copies;
    private final OwnRecipes recipes;
    private final DeliveryRepository deliveries;
    private final DeliveryService delivering;
    private final SharedLook<Desk> shared = new SharedLook<>();

    DeskController(
            ReleaseRepository releases,
            CheckService checks,
            ReleaseViews views,
            CopyService copies,
            OwnRecipes recipes,
            DeliveryRepository deliveries,
            DeliveryService delivering) {
        this.releases = releases;
        this.checks = checks;
        this.views = views;
        this.copies = copies;
        this.recipes = recipes;
        this.deliveries = deliveries;
        this.delivering = delivering;
    }

    /** @param today ISO date the desk counts from */
    record Desk(String today, int weeks, List<MoveView> moves, List<DateAhead> ahead, List<AnswerView> answers) {}

    record MoveView(
            long releaseId,
            String release,
            String says,
            List<String> waits,
            @Nullable Long slackDays,
            String panel,
            @Nullable String finding,
            String weight) {}

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

    record AnswerView(long releaseId, String release, String destination, String state, String says, String at) {}

    @GetMapping("/api/desk")
    Desk desk() {
        return shared.at(this::look);
    }

    private Desk look() {
        LocalDate today = checks.today();
        List<Long> ids = releases.ids();
        var standings = views.standings(ids);
        var words = deliveries.lastWords(ids);
        var edited = deliveries.editedSince(ids);
        List<NextMoves.State> states = new ArrayList<>();
        List<DateAhead> ahead = new ArrayList<>();
        for (Release release : releases.load(ids)) {
            var stands = standings.getOrDefault(release.id(), Map.of());
            states.add(state(
                    release,
                    stands,
                    words.getOrDefault(release.id(), Map.of()),
                    delivering.changedSince(release, edited.getOrDefault(release.id(), Set.of()))));
            ahead.addAll(ahead(release, stands, today));
        }
        ahead.sort(java.util.Comparator.comparing(DateAhead::date));
        return new Desk(
                today.toString(),
                WEEKS_AHEAD,
                NextMoves.of(states, checks.profiles(), today).stream()
                        .map(DeskController::move)
                        .toList(),
                ahead,
                deliveries.answers(ANSWERS).stream()
                        .map(answer -> new AnswerView(
                                answer.releaseId(),
                                answer.release(),
                                checks.profile(answer.destination()).name(),
                                answer.state(),
                                answer.says(),
                                answer.at()))
                        .toList());
    }

    private NextMoves.State state(
            Release release,
            Map<String, NextMoves.Standing> stands,
            Map<String, String> words,
            Map<String, Integer> changed) {
        Map<String, Integer> missing = new HashMap<>();
        for (Profile profile : checks.profiles(release))
            if (!profile.recipe().isEmpty() && stands.get(profile.id()) != NextMoves.Standing.ACCEPTED)
                missing.put(profile.id(), copies.missing(release, recipes.byId(profile.recipe())));
        return new NextMoves.State(release, checks.findings(release), missing, stands, words, changed);
    }

    private List<DateAhead> ahead(Release release, Map<String, NextMoves.Standing> stands, LocalDate today) {
        List<DateAhead> ahead = new ArrayList<>();
        LocalDate end = today.plusWeeks(WEEKS_AHEAD);
        release.facts()
                .get(Fields.RELEASE_DATE)
                .filter(date -> !date.isBefore(today) && date.isBefore(end))
                .ifPresent(date ->
                        ahead.add(new DateAhead(date.toString(), "release", release.id(), release.name(), null)));
        for (Profile profile : checks.profiles(release))
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
                move.finding().orElse(null),
                move.weight().says());
    }
}

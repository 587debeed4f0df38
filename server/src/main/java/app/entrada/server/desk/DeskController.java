package app.entrada.server.desk;

import app.entrada.core.delivery.DeliveryState;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.overview.KeptRelease.DateAhead;
import app.entrada.server.overview.KeptRelease.MoveView;
import app.entrada.server.overview.Standings;
import app.entrada.server.standing.DeliveryStandings;
import java.util.List;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The first screen: what to do next, what is ahead, what came in. */
@RestController
class DeskController {
    private static final int ANSWERS = 8;
    private static final int MOST_RELEASES = 300;

    private final Standings standings;
    private final DeliveryStandings deliveries;
    private final ProfileRepository profiles;

    DeskController(Standings standings, DeliveryStandings deliveries, ProfileRepository profiles) {
        this.standings = standings;
        this.deliveries = deliveries;
        this.profiles = profiles;
    }

    /**
     * @param today ISO date the desk counts from
     * @param moves of the releases where something is most urgent, release by release
     * @param busy on how many releases something is to be done
     * @param lookedOver how many releases are being looked over
     */
    record Desk(
            String today,
            int weeks,
            int destinations,
            List<MoveView> moves,
            int busy,
            int lookedOver,
            List<DateAhead> ahead,
            List<AnswerView> answers) {}

    record AnswerView(
            long releaseId, String release, String destination, DeliveryState state, String says, String at) {}

    /** @param releases of how many releases it tells what is to be done */
    @GetMapping("/api/desk")
    Desk desk(@RequestParam(defaultValue = "30") int releases) {
        Standings.Urgent urgent = standings.urgent(Math.max(1, Math.min(releases, MOST_RELEASES)));
        return new Desk(
                profiles.today().toString(),
                Standings.WEEKS_AHEAD,
                profiles.all().size(),
                urgent.moves(),
                urgent.busy(),
                urgent.lookedOver(),
                urgent.ahead(),
                deliveries.answers(ANSWERS).stream()
                        .map(answer -> new AnswerView(
                                answer.releaseId(),
                                answer.release(),
                                profiles.byId(answer.destination()).name(),
                                answer.state(),
                                answer.message(),
                                answer.at()))
                        .toList());
    }
}

package app.entrada.server.desk;

import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.Role;
import app.entrada.server.backup.BackupRuns;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.house.HouseSigns;
import app.entrada.server.overview.KeptRelease.DateAhead;
import app.entrada.server.overview.KeptRelease.MoveView;
import app.entrada.server.overview.Standings;
import app.entrada.server.standing.DeliveryStandings;
import java.util.List;
import java.util.Objects;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The first screen: what to do next, what is ahead, what came in. */
@RestController
class DeskController {
    private static final int ANSWERS = 8;
    private static final int WANTING = 12;
    private static final int MOST_RELEASES = 300;

    private final Standings standings;
    private final DeliveryStandings deliveries;
    private final ProfileRepository profiles;
    private final PutOffs putOffs;
    private final BackupRuns backups;
    private final HouseSigns house;
    private final CodeBook codes;
    private final ReleaseRepository releases;

    DeskController(
            Standings standings,
            DeliveryStandings deliveries,
            ProfileRepository profiles,
            PutOffs putOffs,
            BackupRuns backups,
            HouseSigns house,
            CodeBook codes,
            ReleaseRepository releases) {
        this.codes = codes;
        this.releases = releases;
        this.backups = backups;
        this.house = house;
        this.putOffs = putOffs;
        this.standings = standings;
        this.deliveries = deliveries;
        this.profiles = profiles;
    }

    /**
     * @param today ISO date the desk counts from
     * @param moves of the releases where something is most urgent, release by release
     * @param busy on how many releases something is to be done
     * @param lookedOver how many releases are being looked over
     * @param wanting answers that want something, the newest first
     * @param answers that came in last
     * @param putOff releases of which nothing is said until a day
     * @param backupTooOld whether there was no good backup for a week; told to managers only
     * @param houseFound how much in the house is not as it has to be; told to managers only
     * @param firstSteps what a new house needs before it can work; null once it has all of it
     */
    record Desk(
            String today,
            int weeks,
            int destinations,
            List<MoveView> moves,
            int busy,
            int lookedOver,
            List<DateAhead> ahead,
            List<AnswerView> wanting,
            List<AnswerView> answers,
            List<PutOffs.PutOff> putOff,
            boolean backupTooOld,
            int houseFound,
            @Nullable FirstSteps firstSteps) {}

    /**
     * Which of the first steps are done.
     *
     * @param label whether the label has a name
     * @param codes whether it has a prefix of its own for any kind of code; not every label has one
     */
    record FirstSteps(boolean label, boolean codes, boolean destination, boolean release) {
        boolean enough() {
            return label && destination && release;
        }
    }

    record AnswerView(
            long releaseId, String release, String destination, DeliveryState state, String says, String at) {}

    /** @param releases of how many releases it tells what is to be done */
    @GetMapping("/api/desk")
    Desk desk(@RequestParam(defaultValue = "30") int releases, @AuthenticationPrincipal Account account) {
        boolean isManager = account.role() == Role.MANAGER;
        Standings.Urgent urgent = standings.urgent(Math.max(1, Math.min(releases, MOST_RELEASES)), account.id());
        return new Desk(
                profiles.today().toString(),
                Standings.WEEKS_AHEAD,
                profiles.all().size(),
                urgent.moves(),
                urgent.busy(),
                urgent.lookedOver(),
                urgent.ahead(),
                deliveries.wanting(WANTING).stream().map(this::view).toList(),
                deliveries.answers(ANSWERS).stream().map(this::view).toList(),
                putOffs.of(account),
                isManager && backups.isTooOld(),
                isManager ? house.notWell() : 0,
                firstSteps(urgent));
    }

    private @Nullable FirstSteps firstSteps(Standings.Urgent urgent) {
        LabelProfile label = codes.labelForChecks();
        String prefixes = label.isrcPrefix() + label.barcodePrefix() + label.cataloguePrefix();
        FirstSteps steps = new FirstSteps(
                !label.name().isEmpty(),
                !prefixes.isEmpty(),
                !profiles.all().isEmpty(),
                urgent.busy() > 0 || urgent.lookedOver() > 0 || releases.any());
        return steps.enough() ? null : steps;
    }

    private AnswerView view(DeliveryStandings.ReleaseAnswer answer) {
        return new AnswerView(
                answer.releaseId(),
                answer.release(),
                profiles.byId(answer.destination()).name(),
                answer.state(),
                answer.message(),
                answer.at());
    }

    /**
     * A release of which the Desk is to say nothing for a while.
     *
     * @param until the day on which it says something again, ISO
     * @param forAll whether it says nothing to anybody
     */
    record WantedPutOff(long release, String until, String reason, boolean forAll) {}

    @PostMapping("/api/desk/put-off")
    List<PutOffs.PutOff> putOff(@RequestBody WantedPutOff wanted, @AuthenticationPrincipal Account account) {
        putOffs.put(
                wanted.release(),
                Objects.toString(wanted.until(), ""),
                Objects.toString(wanted.reason(), ""),
                wanted.forAll(),
                account);
        return putOffs.of(account);
    }

    /** Lets the Desk speak of it again. */
    @DeleteMapping("/api/desk/put-off/{id}")
    List<PutOffs.PutOff> bringBack(@PathVariable long id, @AuthenticationPrincipal Account account) {
        putOffs.bringBack(id, account);
        return putOffs.of(account);
    }
}

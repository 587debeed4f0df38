package app.entrada.server.deliveries;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Problem;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What people write down of deliveries whose destinations do not tell by themselves, and take back. */
@Service
class StepsByHand {
    private static final Set<DeliveryState> NEVER_BY_HAND =
            Set.of(DeliveryState.SEALED, DeliveryState.FAILED, DeliveryState.CALLED_OFF);
    private static final int MOST_REASONS = 100;
    private static final int LONGEST_REASON = 2000;
    private static final int LONGEST_NUMBER = 100;

    private final DeliveryRepository deliveries;
    private final ReleaseRepository releases;
    private final ProfileRepository profiles;
    private final DeliveryArchive archive;

    StepsByHand(
            DeliveryRepository deliveries,
            ReleaseRepository releases,
            ProfileRepository profiles,
            DeliveryArchive archive) {
        this.deliveries = deliveries;
        this.releases = releases;
        this.profiles = profiles;
        this.archive = archive;
    }

    /**
     * What is written down.
     *
     * @param number theirs for the delivery; null leaves the one that stands
     * @param day on which it happened; null for today
     * @param reasons what they object to or ask, each at its place
     */
    record Step(
            DeliveryState state,
            @Nullable String number,
            @Nullable LocalDate day,
            List<DestinationClient.Reason> reasons) {}

    /** States that somebody may write down now; none for a destination that tells by itself. */
    static List<DeliveryState> possible(Delivery delivery) {
        if (delivery.way().answersItself()) return List.of();
        // a folder or a server is reached by this program, and then it says so
        if (delivery.state() == DeliveryState.SEALED)
            return delivery.way() == HandoverWay.ARCHIVE ? List.of(DeliveryState.RECEIVED) : List.of();
        boolean takedown = delivery.occasion() == Outgoing.Occasion.TAKEDOWN;
        return delivery.state().next().stream()
                .filter(state -> !NEVER_BY_HAND.contains(state))
                .filter(state -> !takedown || !state.taken())
                .toList();
    }

    @Transactional
    @For(Role.MANAGER)
    void set(Delivery delivery, Step step, Account account) {
        Profile profile = profiles.byId(delivery.destination());
        if (delivery.way().answersItself())
            throw Problem.conflict(
                    "tells-by-itself",
                    "%s reports the status of deliveries itself. Nothing was changed.".formatted(profile.name()));
        if (!possible(delivery).contains(step.state()))
            throw Problem.conflict(
                    "not-next",
                    "A delivery that is %s cannot become %s; possible now: %s. Nothing was changed."
                            .formatted(
                                    delivery.state().label(),
                                    step.state().label(),
                                    possible(delivery).isEmpty()
                                            ? "nothing"
                                            : possible(delivery).stream()
                                                    .map(DeliveryState::label)
                                                    .collect(Collectors.joining(", "))));
        if (step.day() != null
                && (step.day().isAfter(profiles.today())
                        || step.day()
                                .isBefore(LocalDate.parse(delivery.sealedAt().substring(0, 10)))))
            throw Problem.input(
                            "day",
                            "%s is not between the day of the delivery and today. Nothing was changed."
                                    .formatted(step.day()))
                    .with("field", "day");
        if (step.number() != null && step.number().length() > LONGEST_NUMBER)
            throw Problem.input(
                            "number",
                            "A number has at most %d characters. Nothing was changed.".formatted(LONGEST_NUMBER))
                    .with("field", "number");
        List<DestinationClient.Reason> reasons = reasons(delivery, step);
        deliveries.set(delivery, step.state(), step.number(), reasons, step.day(), says(account, reasons));
        done(delivery);
    }

    private void done(Delivery delivery) {
        try {
            // who wants it once more gets the same bytes
            if (delivery.state() == DeliveryState.SEALED) archive.drop(delivery);
        } catch (IOException disk) {
            throw new UncheckedIOException(disk);
        }
    }

    private List<DestinationClient.Reason> reasons(Delivery delivery, Step step) {
        if (!step.state().objects()) return List.of();
        Release release = releases.find(delivery.releaseId()).orElseThrow(() -> Problem.missing("release"));
        if (step.reasons().size() > MOST_REASONS)
            throw Problem.input(
                    "reasons", "There are more than %d reasons. Nothing was changed.".formatted(MOST_REASONS));
        List<DestinationClient.Reason> reasons = new ArrayList<>();
        for (DestinationClient.Reason each : step.reasons()) {
            String says = each.says().strip();
            if (says.isEmpty() || says.length() > LONGEST_REASON)
                throw Problem.input(
                                "reason",
                                "A reason has 1 to %,d characters. Nothing was changed.".formatted(LONGEST_REASON))
                        .with("field", "reasons");
            if (each.track() < 0 || each.track() > release.tracks().size())
                throw Problem.input("reason", "There is no track %d. Nothing was changed.".formatted(each.track()))
                        .with("field", "reasons");
            try {
                if (!each.field().isEmpty()) Fields.byId(each.field());
            } catch (MalformedValue none) {
                throw Problem.input("reason", none.getMessage() + " Nothing was changed.")
                        .with("field", "reasons");
            }
            reasons.add(new DestinationClient.Reason(each.code(), says, each.track(), each.field()));
        }
        return reasons;
    }

    private static String says(Account account, List<DestinationClient.Reason> reasons) {
        String all = reasons.stream().map(DestinationClient.Reason::says).collect(Collectors.joining(" "));
        return "%sEntered by %s.".formatted(all.isEmpty() ? "" : all + " ", account.name());
    }

    /** Whether the newest step was set by hand and nobody has built on it. */
    boolean canTakeBack(Delivery delivery) {
        return deliveries.newestSet(delivery).isPresent();
    }

    @Transactional
    @For(Role.MANAGER)
    void takeBack(Delivery delivery, Account account) {
        long event = deliveries
                .newestSet(delivery)
                .orElseThrow(() -> Problem.conflict(
                        "built-on",
                        "The last step was not entered by hand, or something was sent since. Nothing was changed."));
        deliveries.takeBack(delivery, event, "Undone by %s.".formatted(account.name()));
    }
}

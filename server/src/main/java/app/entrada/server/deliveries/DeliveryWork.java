package app.entrada.server.deliveries;

import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.rule.Profile;
import app.entrada.server.checks.CheckService;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.destinations.DestinationService;
import app.entrada.server.jobs.Work;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import io.micrometer.core.instrument.MeterRegistry;
import java.io.IOException;
import java.net.URI;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.slf4j.MDC;
import org.springframework.stereotype.Component;

/**
 * Sends sealed deliveries and follows their answers. Every step may be done twice: the same key on every try lets a destination
 * tell a second try from a second delivery.
 */
@Component
class DeliveryWork implements Work {
    private static final Logger LOG = LoggerFactory.getLogger(DeliveryWork.class);
    private static final int MOST_TRIES = 12;
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(1);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(5);
    private static final Duration BETWEEN_QUESTIONS = Duration.ofSeconds(2);
    private static final Duration BETWEEN_LATE_QUESTIONS = Duration.ofMinutes(10);

    private final DeliveryRepository deliveries;
    private final DestinationService destinations;
    private final CheckService checks;
    private final Addresses addresses;
    private final List<Handover> handovers;
    private final DestinationClient client;
    private final Answers answers;
    private final MeterRegistry meters;
    private final Clock clock;

    DeliveryWork(
            DeliveryRepository deliveries,
            DestinationService destinations,
            CheckService checks,
            Addresses addresses,
            List<Handover> handovers,
            DestinationClient client,
            Answers answers,
            MeterRegistry meters,
            Clock clock) {
        this.deliveries = deliveries;
        this.destinations = destinations;
        this.checks = checks;
        this.addresses = addresses;
        this.handovers = handovers;
        this.client = client;
        this.answers = answers;
        this.meters = meters;
        this.clock = clock;
    }

    @Override
    public String name() {
        return "delivery";
    }

    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        MDC.put("delivery", id);
        try {
            return run(deliveries.find(Long.parseLong(id)).orElseThrow());
        } finally {
            MDC.remove("delivery");
        }
    }

    private Optional<Instant> run(Delivery delivery) {
        if (!delivery.state().underWay()) return Optional.empty();
        Profile profile = checks.profile(delivery.destination());
        Optional<DestinationClient.Reach> reach = reach(profile);
        if (reach.isEmpty()) {
            deliveries.move(delivery, DeliveryState.FAILED, profile.name() + " has no address or no secret.");
            return Optional.empty();
        }
        try {
            return delivery.state() == DeliveryState.SEALED
                    ? hand(delivery, profile, reach.get())
                    : ask(delivery, profile, reach.get());
        } catch (IOException unreachable) {
            LOG.info(
                    "{} cannot be reached: {}",
                    profile.name(),
                    unreachable.getClass().getSimpleName());
            return later(delivery, profile, "%s cannot be reached.".formatted(profile.name()), Optional.empty());
        }
    }

    /** Where a destination is, when both address and secret were entered. */
    Optional<DestinationClient.Reach> reach(Profile profile) {
        var connection = destinations.connection(profile.id());
        var secret = destinations.secret(profile.id());
        if (connection.isEmpty() || secret.isEmpty()) return Optional.empty();
        return Optional.of(new DestinationClient.Reach(
                URI.create(connection.get().url()), secret.get(), addresses.here() + "api/callbacks/" + profile.id()));
    }

    private Optional<Instant> hand(Delivery delivery, Profile profile, DestinationClient.Reach reach)
            throws IOException {
        Handover way = handovers.stream()
                .filter(each -> each.serves(profile))
                .findFirst()
                .orElseThrow();
        DestinationClient.Answer answer = way.hand(delivery, reach);
        meters.counter("entrada.deliveries.tries", "destination", profile.id(), "status", answer.status() / 100 + "xx")
                .increment();
        if (answer.tryAgain())
            return later(
                    delivery, profile, "%s answered %d.".formatted(profile.name(), answer.status()), answer.pause());
        if (answer.status() / 100 != 2 || answer.receipt().isEmpty()) {
            refuse(delivery, profile, answer);
            return Optional.empty();
        }
        deliveries.received(
                delivery, answer.receipt(), "%s has it whole: receipt %s.".formatted(profile.name(), answer.receipt()));
        LOG.info("{} has it: {}", profile.name(), answer.receipt());
        way.done(delivery);
        return Optional.of(Instant.now().plus(BETWEEN_QUESTIONS));
    }

    private void refuse(Delivery delivery, Profile profile, DestinationClient.Answer answer) {
        boolean secret = answer.status() == 401 || answer.status() == 403;
        String says = secret
                ? "%s does not take our secret. Enter a new one under Destinations, then send again."
                        .formatted(profile.name())
                : answer.reasons().isEmpty()
                        ? "%s refused the package (%d).".formatted(profile.name(), answer.status())
                        : String.join(
                                " ",
                                answer.reasons().stream()
                                        .map(DestinationClient.Reason::says)
                                        .toList());
        if (!secret) deliveries.reasons(delivery, answer.reasons());
        deliveries.move(delivery, secret ? DeliveryState.FAILED : DeliveryState.REJECTED, says);
    }

    private Optional<Instant> ask(Delivery delivery, Profile profile, DestinationClient.Reach reach)
            throws IOException {
        DestinationClient.Answer answer = client.ask(reach, delivery.receipt());
        if (answer.status() != 200)
            return later(
                    delivery, profile, "%s answered %d.".formatted(profile.name(), answer.status()), answer.pause());
        answers.take(delivery, profile, reach, answer);
        DeliveryState now = deliveries.find(delivery.id()).orElseThrow().state();
        if (now != delivery.state())
            meters.counter("entrada.deliveries.answers", "destination", profile.id(), "state", now.says())
                    .increment();
        if (!now.underWay()) return Optional.empty();
        // a person takes days over it: who has waited for an hour asks less often; a callback wakes this at once
        boolean late =
                Instant.parse(delivery.sealedAt()).plus(Duration.ofHours(1)).isBefore(clock.instant());
        return Optional.of(Instant.now().plus(late ? BETWEEN_LATE_QUESTIONS : BETWEEN_QUESTIONS));
    }

    private Optional<Instant> later(Delivery delivery, Profile profile, String says, Optional<Duration> asked) {
        if (delivery.state() == DeliveryState.SEALED && delivery.attempts() + 1 >= MOST_TRIES) {
            deliveries.move(
                    delivery,
                    DeliveryState.FAILED,
                    "%s Given up after %d tries; nothing is lost, try again when it can be reached."
                            .formatted(says, MOST_TRIES));
            return Optional.empty();
        }
        long doubled = FIRST_PAUSE.toMillis() << Math.min(delivery.attempts(), 12);
        long pause = Math.min(doubled, LONGEST_PAUSE.toMillis());
        pause += ThreadLocalRandom.current().nextLong(pause / 4 + 1);
        Duration wait = asked.orElse(Duration.ofMillis(pause));
        deliveries.tried(
                delivery, "%s Next try in %d s, with the same key.".formatted(says, Math.max(1, wait.toSeconds())));
        return Optional.of(Instant.now().plus(wait));
    }
}

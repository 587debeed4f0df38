package app.entrada.server.deliveries;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.files.DamagedFile;
import app.entrada.server.handover.Drop;
import app.entrada.server.jobs.Work;
import app.entrada.server.platform.Settings;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import io.micrometer.core.instrument.MeterRegistry;
import java.io.IOException;
import java.net.URI;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.Semaphore;
import java.util.concurrent.ThreadLocalRandom;
import java.util.function.BooleanSupplier;
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
    /** Who says as often that it knows of nothing does not find it any more. */
    private static final int MOST_UNKNOWN = 5;
    /** About a day of not being answered. */
    private static final int MOST_QUESTIONS = 300;
    /** Hand-overs to one destination at once, so that one who hangs leaves room for the others. */
    private static final int AT_ONCE = 2;

    private static final Duration UNTIL_ROOM = Duration.ofSeconds(3);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(5);
    private static final Duration BETWEEN_LATE_QUESTIONS = Duration.ofMinutes(10);

    private final DeliveryRepository deliveries;
    private final DestinationService destinations;
    private final Addresses addresses;
    private final List<Handover> handovers;
    private final DroppedArchive dropped;
    private final DestinationClient client;
    private final AnswerService answers;
    private final MeterRegistry meters;
    private final Clock clock;
    private final ProfileRepository profiles;
    private final Settings settings;
    private final Map<String, Semaphore> rooms = new ConcurrentHashMap<>();

    DeliveryWork(
            DeliveryRepository deliveries,
            DestinationService destinations,
            Addresses addresses,
            List<Handover> handovers,
            DroppedArchive dropped,
            DestinationClient client,
            AnswerService answers,
            MeterRegistry meters,
            Clock clock,
            ProfileRepository profiles,
            Settings settings) {
        this.settings = settings;
        this.profiles = profiles;
        this.deliveries = deliveries;
        this.destinations = destinations;
        this.addresses = addresses;
        this.handovers = handovers;
        this.dropped = dropped;
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
    public boolean leavesTheHouse() {
        return true;
    }

    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        MDC.put("delivery", id);
        try {
            Delivery delivery = deliveries.find(Long.parseLong(id)).orElseThrow();
            if (!delivery.state().underWay()) return Optional.empty();
            Semaphore room = rooms.computeIfAbsent(delivery.destination(), of -> new Semaphore(AT_ONCE));
            if (!room.tryAcquire()) return Optional.of(Instant.now().plus(UNTIL_ROOM));
            try {
                return delivery.way() == HandoverWay.INTERFACE ? run(delivery) : drop(delivery);
            } finally {
                room.release();
            }
        } finally {
            MDC.remove("delivery");
        }
    }

    /** Puts an archive where it is fetched; what becomes of it there is written down by a person. */
    private Optional<Instant> drop(Delivery delivery) {
        if (delivery.state() != DeliveryState.SEALED || !delivery.way().byItself()) return Optional.empty();
        Profile profile = profiles.byId(delivery.destination());
        try {
            deliveries.received(delivery, null, dropped.put(delivery, profile));
            return Optional.empty();
        } catch (DamagedFile gone) {
            LOG.warn("A file of the delivery is damaged or missing");
            return attention(delivery, gone.getMessage() + " Then send it again.");
        } catch (Drop.Refused refused) {
            return attention(delivery, Objects.toString(refused.getMessage(), ""));
        } catch (IOException notToday) {
            if (deliveries.state(delivery.id()) != DeliveryState.SEALED) return Optional.empty();
            LOG.info("{} cannot be reached: {}", profile.name(), notToday.getMessage());
            return later(delivery, Objects.toString(notToday.getMessage(), ""), Optional.empty());
        }
    }

    private Optional<Instant> run(Delivery delivery) {
        Profile profile = profiles.byId(delivery.destination());
        DeliveryState begun = delivery.state();
        Optional<DestinationClient.Reach> reach =
                reach(profile, () -> deliveries.state(delivery.id()) == DeliveryState.CALLED_OFF);
        if (reach.isEmpty()) {
            deliveries.move(delivery, DeliveryState.FAILED, profile.name() + " has no address or no access token.");
            return Optional.empty();
        }
        try {
            return delivery.state() == DeliveryState.SEALED
                    ? hand(delivery, profile, reach.get())
                    : ask(delivery, profile, reach.get());
        } catch (DamagedFile gone) {
            LOG.warn("A file of the delivery is damaged or missing");
            deliveries.move(delivery, DeliveryState.FAILED, gone.getMessage() + " Then send it again.");
            return Optional.empty();
        } catch (IOException unreachable) {
            if (deliveries.state(delivery.id()) != begun) return Optional.empty();
            LOG.info("{} cannot be reached: {}", profile.name(), unreachable.getMessage());
            return later(delivery, "%s cannot be reached.".formatted(profile.name()), Optional.empty());
        }
    }

    /** Where a destination is, when both address and secret were entered. */
    Optional<DestinationClient.Reach> reach(Profile profile, BooleanSupplier calledOff) {
        var connection = destinations.connection(profile.id());
        var secret = destinations.secret(profile.id());
        if (connection.isEmpty() || secret.isEmpty()) return Optional.empty();
        String url = connection.get().url();
        if (url == null || connection.get().way() != HandoverWay.INTERFACE) return Optional.empty();
        return Optional.of(new DestinationClient.Reach(
                URI.create(url),
                connection.get().ownNetwork(),
                secret.get(),
                addresses.here() + "api/callbacks/" + profile.id(),
                calledOff));
    }

    private Optional<Instant> hand(Delivery delivery, Profile profile, DestinationClient.Reach reach)
            throws IOException {
        Handover way = handovers.stream()
                .filter(each -> each.serves(profile))
                .findFirst()
                .orElseThrow();
        DestinationClient.DestinationAnswer answer = way.hand(delivery, reach);
        meters.counter("entrada.deliveries.tries", "destination", profile.id(), "status", answer.status() / 100 + "xx")
                .increment();
        if (answer.tryAgain())
            return later(delivery, "%s answered %d.".formatted(profile.name(), answer.status()), answer.pause());
        if (answer.status() / 100 != 2 || answer.receipt().isEmpty()) {
            refuse(delivery, profile, answer);
            return Optional.empty();
        }
        deliveries.received(
                delivery,
                answer.receipt(),
                "%s received the complete package: receipt %s.".formatted(profile.name(), answer.receipt()));
        LOG.info("{} has it: {}", profile.name(), answer.receipt());
        way.done(delivery);
        return Optional.of(Instant.now().plus(settings.questionsEvery()));
    }

    private void refuse(Delivery delivery, Profile profile, DestinationClient.DestinationAnswer answer) {
        boolean secret = answer.status() == 401 || answer.status() == 403;
        String says = secret
                ? "%s rejected the access token. Enter a new one under Destinations, then send again."
                        .formatted(profile.name())
                : answer.reasons().isEmpty()
                        ? "%s rejected the package (%d).".formatted(profile.name(), answer.status())
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
        DestinationClient.DestinationAnswer answer = client.ask(reach, delivery.receipt());
        boolean unknown = answer.status() == 404 || answer.status() == 410;
        if (unknown && delivery.attempts() + 1 >= MOST_UNKNOWN)
            return attention(
                    delivery,
                    "%s no longer knows receipt %s (%d). Ask there, then send it again or call it off."
                            .formatted(profile.name(), delivery.receipt(), answer.status()));
        if (answer.status() != 200)
            return later(delivery, "%s answered %d.".formatted(profile.name(), answer.status()), answer.pause());
        deliveries.answered(delivery);
        answers.take(delivery, profile, reach, answer);
        DeliveryState now = deliveries.find(delivery.id()).orElseThrow().state();
        if (now != delivery.state())
            meters.counter("entrada.deliveries.answers", "destination", profile.id(), "state", now.label())
                    .increment();
        if (!now.underWay()) return Optional.empty();
        // a person takes days over it: who has waited for an hour asks less often; a callback wakes this at once
        boolean late =
                Instant.parse(delivery.sealedAt()).plus(Duration.ofHours(1)).isBefore(clock.instant());
        return Optional.of(Instant.now().plus(late ? BETWEEN_LATE_QUESTIONS : settings.questionsEvery()));
    }

    /** It goes no further by itself: somebody has to look. */
    private Optional<Instant> attention(Delivery delivery, String says) {
        deliveries.move(delivery, DeliveryState.FAILED, says);
        return Optional.empty();
    }

    private Optional<Instant> later(Delivery delivery, String says, Optional<Duration> asked) {
        boolean handing = delivery.state() == DeliveryState.SEALED;
        int most = handing ? MOST_TRIES : MOST_QUESTIONS;
        if (delivery.attempts() + 1 >= most)
            return attention(
                    delivery,
                    handing
                            ? "%s Stopped after %d attempts. Nothing is lost; retry when it can be reached."
                                    .formatted(says, most)
                            : "%s The status was requested %d times without a final answer. Ask there, then send it again or call it off."
                                    .formatted(says, most));
        long doubled = settings.questionsEvery().toMillis() / 2 << Math.min(delivery.attempts(), 12);
        long pause = Math.min(doubled, LONGEST_PAUSE.toMillis());
        pause += ThreadLocalRandom.current().nextLong(pause / 4 + 1);
        Duration wait = asked.orElse(Duration.ofMillis(pause));
        deliveries.tried(
                delivery,
                "%s Next attempt in %d s%s."
                        .formatted(says, Math.max(1, wait.toSeconds()), handing ? ", with the same key" : ""));
        return Optional.of(Instant.now().plus(wait));
    }
}

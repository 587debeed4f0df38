package app.entrada.server.deliveries;

import app.entrada.core.audio.AudioMeasuring;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.field.Sha256;
import app.entrada.core.message.Bag;
import app.entrada.core.rule.Profile;
import app.entrada.server.checks.CheckService;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.destinations.DestinationService;
import app.entrada.server.files.FileStore;
import app.entrada.server.jobs.Work;
import app.entrada.server.platform.Settings;
import com.github.kagkarlsson.scheduler.task.ExecutionContext;
import java.io.BufferedOutputStream;
import java.io.IOException;
import java.io.OutputStream;
import java.net.URI;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ThreadLocalRandom;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.stereotype.Component;

/**
 * Sends sealed deliveries and follows their answers. Every step may be done twice: a package packed again has the same
 * bytes, and the same key on every try lets the store tell a second try from a second delivery.
 */
@Component
class DeliveryWork implements Work {
    private static final Logger LOG = LoggerFactory.getLogger(DeliveryWork.class);
    private static final int MOST_TRIES = 12;
    private static final Duration FIRST_PAUSE = Duration.ofSeconds(1);
    private static final Duration LONGEST_PAUSE = Duration.ofMinutes(5);
    private static final Duration BETWEEN_QUESTIONS = Duration.ofSeconds(2);

    private final DeliveryRepository deliveries;
    private final DestinationService destinations;
    private final CheckService checks;
    private final FileStore store;
    private final StoreClient client;
    private final Settings settings;

    DeliveryWork(
            DeliveryRepository deliveries,
            DestinationService destinations,
            CheckService checks,
            FileStore store,
            StoreClient client,
            Settings settings) {
        this.deliveries = deliveries;
        this.destinations = destinations;
        this.checks = checks;
        this.store = store;
        this.client = client;
        this.settings = settings;
    }

    @Override
    public String name() {
        return "delivery";
    }

    @Override
    public Optional<Instant> run(String id, ExecutionContext context) {
        Delivery delivery = deliveries.find(Long.parseLong(id)).orElseThrow();
        if (!delivery.state().underWay()) return Optional.empty();
        Profile profile = checks.profile(delivery.destination());
        var connection = destinations.connection(profile.id());
        var secret = destinations.secret(profile.id());
        if (connection.isEmpty() || secret.isEmpty()) {
            deliveries.move(delivery, DeliveryState.FAILED, profile.name() + " has no address or no secret.");
            return Optional.empty();
        }
        URI address = URI.create(connection.get().url());
        try {
            return delivery.state() == DeliveryState.SEALED
                    ? hand(delivery, profile, address, secret.get())
                    : ask(delivery, profile, address, secret.get());
        } catch (IOException unreachable) {
            LOG.info(
                    "Delivery {}: {} cannot be reached: {}",
                    id,
                    profile.name(),
                    unreachable.getClass().getSimpleName());
            return later(delivery, profile, "%s cannot be reached.".formatted(profile.name()), Optional.empty());
        }
    }

    private Optional<Instant> hand(Delivery delivery, Profile profile, URI address, String secret) throws IOException {
        Path zip = pack(delivery, profile);
        Delivery packed = deliveries.find(delivery.id()).orElseThrow();
        StoreClient.Answer answer = client.hand(address, secret, packed.key().toString(), zip, packed.packageSha256());
        if (answer.tryAgain())
            return later(packed, profile, "%s answered %d.".formatted(profile.name(), answer.status()), answer.pause());
        if (answer.status() / 100 != 2 || answer.receipt().isEmpty()) {
            refuse(packed, profile, answer);
            return Optional.empty();
        }
        deliveries.receipt(packed, answer.receipt());
        deliveries.move(
                packed,
                DeliveryState.RECEIVED,
                "%s has it whole: receipt %s.".formatted(profile.name(), answer.receipt()));
        Files.deleteIfExists(zip);
        return Optional.of(Instant.now().plus(BETWEEN_QUESTIONS));
    }

    private void refuse(Delivery delivery, Profile profile, StoreClient.Answer answer) {
        String says = answer.status() == 401 || answer.status() == 403
                ? "%s does not take our secret. Enter a new one under Destinations, then send again."
                        .formatted(profile.name())
                : reasons(answer, "%s refused the package (%d).".formatted(profile.name(), answer.status()));
        deliveries.move(
                delivery,
                answer.status() == 401 || answer.status() == 403 ? DeliveryState.FAILED : DeliveryState.REJECTED,
                says);
    }

    private static String reasons(StoreClient.Answer answer, String otherwise) {
        return answer.reasons().isEmpty() ? otherwise : String.join(" ", answer.reasons());
    }

    private Optional<Instant> ask(Delivery delivery, Profile profile, URI address, String secret) throws IOException {
        StoreClient.Answer answer = client.ask(address, secret, delivery.receipt());
        if (answer.status() != 200)
            return later(
                    delivery, profile, "%s answered %d.".formatted(profile.name(), answer.status()), answer.pause());
        switch (answer.state()) {
            case "in_review" -> {
                if (delivery.state() == DeliveryState.RECEIVED)
                    deliveries.move(
                            delivery, DeliveryState.IN_REVIEW, "Somebody looks at it at %s.".formatted(profile.name()));
            }
            case "accepted" -> {
                deliveries.move(delivery, DeliveryState.ACCEPTED, "%s took it.".formatted(profile.name()));
                return Optional.empty();
            }
            case "rejected" -> {
                deliveries.move(delivery, DeliveryState.REJECTED, reasons(answer, "No reason was given."));
                return Optional.empty();
            }
            default -> {
                // received: nothing new
            }
        }
        return Optional.of(Instant.now().plus(BETWEEN_QUESTIONS));
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

    /** Packs the sealed contents; when it was packed before, the bytes must come out the same. */
    private Path pack(Delivery delivery, Profile profile) throws IOException {
        Path folder = settings.var().resolve("outbox").toAbsolutePath();
        Files.createDirectories(folder);
        Path zip = folder.resolve("delivery-%d.zip".formatted(delivery.id()));
        if (delivery.packageSha256() != null
                && Files.exists(zip)
                && sum(zip).hex().equals(delivery.packageSha256())) return zip;
        Path part = Files.createTempFile(folder, "delivery", ".part");
        try {
            List<Bag.Item> items = new ArrayList<>();
            items.add(Bag.text("message.xml", delivery.message()));
            for (DeliveryRepository.Content content : delivery.contents())
                items.add(Bag.file(
                        content.path(), store.path(new Sha256(content.sha256())), new Sha256(content.sha256())));
            Map<String, String> info = new LinkedHashMap<>();
            info.put("External-Identifier", delivery.key().toString());
            info.put("Internal-Sender-Identifier", String.valueOf(delivery.id()));
            info.put("Bagging-Date", delivery.sealedAt().substring(0, 10));
            try (OutputStream out = new BufferedOutputStream(Files.newOutputStream(part), 1 << 16)) {
                Bag.write(out, items, info);
            }
            String sum = sum(part).hex();
            if (delivery.packageSha256() != null && !delivery.packageSha256().equals(sum))
                throw new IOException("the sealed package came out different");
            deliveries.packed(delivery, sum, Files.size(part));
            Files.move(part, zip, StandardCopyOption.ATOMIC_MOVE, StandardCopyOption.REPLACE_EXISTING);
            return zip;
        } finally {
            Files.deleteIfExists(part);
        }
    }

    private static Sha256 sum(Path file) throws IOException {
        try (FileChannel channel = FileChannel.open(file)) {
            return AudioMeasuring.sha256(channel, 0, channel.size());
        }
    }
}

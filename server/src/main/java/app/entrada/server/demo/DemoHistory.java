package app.entrada.server.demo;

import static java.util.Objects.requireNonNull;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.field.Entity;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.demo.DemoRelease;
import app.entrada.demo.DemoStep;
import app.entrada.demo.Scenario;
import app.entrada.server.accounts.Account;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.context.RecipeRepository;
import app.entrada.server.copies.CopyService;
import app.entrada.server.deliveries.DeliveryService;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Settings;
import java.io.IOException;
import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.time.Duration;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.BooleanSupplier;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import tools.jackson.databind.json.JsonMapper;

/**
 * Sends what the label of the demo has sent, one thing after another, through the service that people use. A step that was
 * done is not done again: the deliveries tell how far it got.
 */
@Component
@ConditionalOnProperty("entrada.demo")
class DemoHistory {
    private static final Logger LOG = LoggerFactory.getLogger(DemoHistory.class);
    private static final Duration LONGEST_ANSWER = Duration.ofMinutes(5);
    private static final Duration BETWEEN_LOOKS = Duration.ofMillis(200);

    private final DemoMaker maker;
    private final ReleaseRepository releases;
    private final ChangeService changes;
    private final CopyService copies;
    private final RecipeRepository recipes;
    private final ProfileRepository profiles;
    private final DestinationService destinations;
    private final DeliveryService deliveries;
    private final Settings settings;
    private final JsonMapper json;
    private final HttpClient http =
            HttpClient.newBuilder().connectTimeout(Duration.ofSeconds(5)).build();

    DemoHistory(
            DemoMaker maker,
            ReleaseRepository releases,
            ChangeService changes,
            CopyService copies,
            RecipeRepository recipes,
            ProfileRepository profiles,
            DestinationService destinations,
            DeliveryService deliveries,
            Settings settings,
            JsonMapper json) {
        this.maker = maker;
        this.releases = releases;
        this.changes = changes;
        this.copies = copies;
        this.recipes = recipes;
        this.profiles = profiles;
        this.destinations = destinations;
        this.deliveries = deliveries;
        this.settings = settings;
        this.json = json;
    }

    /** Does what has not been done of a part's history; a step that cannot be done is left out and told. */
    void go(Scenario part, Account manager) {
        Map<String, DemoRelease> byName = new HashMap<>();
        for (Scenario each : Scenario.values())
            each.releases(profiles.today()).forEach(release -> byName.put(release.name(), release));
        Map<String, Integer> done = new HashMap<>();
        for (DemoStep step : part.history()) {
            int before = done.merge(step.release() + " " + step.to(), 1, Integer::sum) - 1;
            if (destinations.connection(step.to()).isEmpty()) continue;
            try {
                Release release = maker.find(requireNonNull(byName.get(step.release()), step.release()))
                        .orElseThrow();
                if (deliveries.states(release.id(), step.to()).size() > before) continue;
                awaitAnswer(release.id());
                take(step, release.id(), manager);
            } catch (InterruptedException ended) {
                Thread.currentThread().interrupt();
                return;
            } catch (IOException | RuntimeException hindered) {
                LOG.warn("{} was not sent to {}: {}", step.release(), step.to(), hindered.getMessage());
            }
        }
    }

    /** What follows builds on the answer to what went before: an update, a correction, a number that a society gave. */
    private void awaitAnswer(long release) throws InterruptedException {
        await(() -> deliveries.states(release).stream().noneMatch(DeliveryState::underWay));
    }

    private static void await(BooleanSupplier there) throws InterruptedException {
        long end = System.nanoTime() + LONGEST_ANSWER.toNanos();
        while (!there.getAsBoolean()) {
            if (System.nanoTime() > end) throw new IllegalStateException("there was no answer to what was sent before");
            Thread.sleep(BETWEEN_LOOKS.toMillis());
        }
    }

    private void take(DemoStep step, long id, Account manager) throws IOException, InterruptedException {
        change(step, id, manager);
        Release release = releases.find(id).orElseThrow();
        Profile profile = profiles.byId(step.to());
        if (!step.takedown())
            for (String recipe : Stream.of(profile.recipe(), profile.also())
                    .filter(each -> !each.isEmpty())
                    .toList()) {
                Recipe wanted = recipes.byId(recipe);
                for (Track track : release.tracks()) copies.write(release, track, wanted);
            }
        if (step.reviewDays() > 0)
            order(
                    step.to(),
                    Map.of(
                            "kind",
                            "review",
                            "millis",
                            Duration.ofDays(step.reviewDays()).toMillis()));
        DemoStep.Asked asked = step.asked();
        if (asked != null)
            order(
                    step.to(),
                    Map.of("kind", "ask", "says", asked.says(), "track", asked.track(), "field", asked.field()));
        deliveries.send(
                id,
                step.to(),
                new DeliveryService.Order(
                        step.takedown() ? Outgoing.Occasion.TAKEDOWN : Outgoing.Occasion.FULL,
                        Outgoing.Terms.at(step.price()),
                        null,
                        false),
                manager);
        if (step.reviewDays() > 0) {
            await(() -> !deliveries.states(id, step.to()).contains(DeliveryState.SEALED));
            order(step.to(), Map.of("kind", "usual"));
            await(() -> deliveries.states(id, step.to()).contains(DeliveryState.IN_REVIEW));
        }
    }

    private void change(DemoStep step, long id, Account manager) {
        Release release = releases.find(id).orElseThrow();
        List<Change> batch =
                new ArrayList<>(DemoMaker.changes(new Ref(Entity.RELEASE, id), release.facts(), step.facts()));
        if (step.track() > 0) {
            Track track = release.tracks().get(step.track() - 1);
            batch.addAll(DemoMaker.changes(release.ref(track, Entity.TRACK), track.facts(), step.trackFacts()));
        }
        if (!batch.isEmpty())
            changes.apply(
                    id,
                    new ChangeService.Batch(
                            "Before it went to " + profiles.byId(step.to()).name(), ChangeSource.DEMO, batch),
                    manager);
    }

    /** Tells a simulated destination what to do with what comes next. */
    private void order(String destination, Map<String, Object> order) throws IOException, InterruptedException {
        HttpResponse<String> answer = http.send(
                HttpRequest.newBuilder(URI.create(settings.standinsUrl() + "/" + destination + "/control/faults"))
                        .timeout(Duration.ofSeconds(10))
                        .POST(HttpRequest.BodyPublishers.ofString(json.writeValueAsString(order)))
                        .build(),
                HttpResponse.BodyHandlers.ofString());
        if (answer.statusCode() != 200) throw new IOException(answer.body());
    }
}

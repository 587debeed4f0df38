package app.entrada.server.deliveries;

import app.entrada.core.desk.NextMoves;
import app.entrada.core.release.Release;
import app.entrada.core.rule.Profile;
import app.entrada.core.rule.Subject;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.checks.CheckService;
import app.entrada.server.deliveries.DeliveryRepository.Content;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.deliveries.DeliveryRepository.Event;
import app.entrada.server.platform.Problem;
import app.entrada.server.releases.ReleaseRepository;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** Seeing before sending, sending, following. */
@RestController
class DeliveryController {
    private final ReleaseRepository releases;
    private final CheckService checks;
    private final DeliveryService service;
    private final DeliveryRepository deliveries;
    private final AccountService accounts;

    DeliveryController(
            ReleaseRepository releases,
            CheckService checks,
            DeliveryService service,
            DeliveryRepository deliveries,
            AccountService accounts) {
        this.releases = releases;
        this.checks = checks;
        this.service = service;
        this.deliveries = deliveries;
        this.accounts = accounts;
    }

    /** A destination with what would be sent and what was. */
    record DestinationSend(
            String id,
            String name,
            String kind,
            String takes,
            @Nullable String lastDay,
            String recipe,
            DeliveryService.Preview preview,
            List<DeliveryView> deliveries) {}

    /** A delivery and its way. */
    record DeliveryView(
            long id,
            String state,
            boolean underWay,
            String sealedAt,
            String by,
            @Nullable String receipt,
            @Nullable String packageSha256,
            @Nullable Long packageBytes,
            List<Content> contents,
            List<Event> events) {}

    record Order(String destination, boolean declaresRights, String password) {}

    @GetMapping("/api/releases/{id}/deliveries")
    List<DestinationSend> send(@PathVariable long id) {
        Release release = releases.find(id).orElseThrow(() -> Problem.missing("release"));
        List<Delivery> all = deliveries.of(id);
        Subject subject = checks.subject(release);
        return checks.profiles(release).stream()
                .map(profile -> destination(subject, profile, all))
                .toList();
    }

    private DestinationSend destination(Subject subject, Profile profile, List<Delivery> all) {
        return new DestinationSend(
                profile.id(),
                profile.name(),
                profile.kind(),
                profile.takes(),
                NextMoves.lastDay(subject.release(), profile)
                        .map(LocalDate::toString)
                        .orElse(null),
                profile.recipe(),
                service.preview(subject, profile),
                all.stream()
                        .filter(delivery -> delivery.destination().equals(profile.id()))
                        .map(this::view)
                        .toList());
    }

    private DeliveryView view(Delivery delivery) {
        return new DeliveryView(
                delivery.id(),
                delivery.state().says(),
                delivery.state().underWay(),
                delivery.sealedAt(),
                delivery.by(),
                delivery.receipt(),
                delivery.packageSha256(),
                delivery.packageBytes(),
                delivery.contents(),
                deliveries.events(delivery.id()));
    }

    @PostMapping("/api/releases/{id}/deliveries")
    Map<String, Long> send(@PathVariable long id, @RequestBody Order order, @AuthenticationPrincipal Account account) {
        if (!order.declaresRights())
            throw Problem.input("rights", "Declare that you hold the rights before you send.")
                    .with("field", "declaresRights");
        if (accounts.signIn(account.name(), order.password() == null ? "" : order.password())
                .isEmpty())
            throw new Problem(
                            HttpStatus.UNPROCESSABLE_CONTENT,
                            "wrong-password",
                            "The password does not fit. Nothing was sent.")
                    .with("field", "password");
        return Map.of("id", service.send(id, order.destination() == null ? "" : order.destination(), account));
    }

    @PostMapping("/api/releases/{id}/deliveries/{delivery}/again")
    void again(@PathVariable long id, @PathVariable long delivery) {
        service.again(id, delivery);
    }
}

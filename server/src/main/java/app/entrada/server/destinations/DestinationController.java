package app.entrada.server.destinations;

import app.entrada.core.rule.Profile;
import app.entrada.server.checks.CheckService;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What each destination wants, and how it is reached. */
@RestController
class DestinationController {
    private final CheckService checks;
    private final DestinationService destinations;

    DestinationController(CheckService checks, DestinationService destinations) {
        this.checks = checks;
        this.destinations = destinations;
    }

    /** A destination with its rules in words. */
    record DestinationView(
            String id,
            String name,
            String kind,
            String takes,
            String dated,
            int version,
            int leadDays,
            @Nullable String url,
            boolean secret,
            List<RuleView> rules) {}

    record RuleView(String id, String family, String name, String weight, String reason, Map<String, String> limits) {}

    record ConnectionTyped(@Nullable String url, String secret) {}

    @GetMapping("/api/destinations")
    List<DestinationView> list() {
        return checks.profiles().stream().map(this::view).toList();
    }

    private DestinationView view(Profile profile) {
        var connection = destinations.connection(profile.id());
        return new DestinationView(
                profile.id(),
                profile.name(),
                profile.kind(),
                profile.takes(),
                profile.dated().toString(),
                profile.version(),
                profile.leadDays(),
                connection.map(DestinationService.Connection::url).orElse(null),
                connection.map(DestinationService.Connection::secret).orElse(false),
                profile.rules().stream().map(DestinationController::rule).toList());
    }

    private static RuleView rule(Profile.Applied applied) {
        Map<String, String> limits = new java.util.LinkedHashMap<>();
        applied.set().forEach((name, value) -> limits.put(name, String.valueOf(value)));
        return new RuleView(
                applied.rule().id(),
                applied.rule().family().says(),
                applied.rule().name(),
                applied.weight().name().toLowerCase(Locale.ROOT),
                applied.rule().reason(),
                limits);
    }

    /** The secret is written and never read back. */
    @PutMapping("/api/destinations/{id}/secret")
    DestinationView connect(@PathVariable String id, @RequestBody ConnectionTyped typed) {
        Profile profile = checks.profile(id);
        destinations.connect(id, typed.url(), typed.secret());
        return view(profile);
    }
}

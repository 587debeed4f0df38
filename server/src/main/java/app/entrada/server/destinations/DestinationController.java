package app.entrada.server.destinations;

import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.profile.Weight;
import app.entrada.core.check.rules.Params;
import app.entrada.core.check.rules.Rule;
import app.entrada.core.check.rules.RuleBook;
import app.entrada.core.check.rules.RuleExample;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.accounts.NewKey;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.handover.SftpDrop;
import app.entrada.server.platform.Problem;
import app.entrada.server.standing.DeliveryStandings;
import java.io.IOException;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;

/** What each destination wants, and how it is reached. */
@RestController
public class DestinationController {
    private final ProfileRepository own;
    private final DestinationService destinations;
    private final AccountService accounts;
    private final DeliveryStandings standings;
    private final SftpDrop sftp;
    private final NewKey newKey;

    DestinationController(
            ProfileRepository own,
            DestinationService destinations,
            AccountService accounts,
            DeliveryStandings standings,
            SftpDrop sftp,
            NewKey newKey) {
        this.newKey = newKey;
        this.sftp = sftp;
        this.standings = standings;
        this.accounts = accounts;
        this.own = own;
        this.destinations = destinations;
    }

    /**
     * A destination with its rules in words.
     *
     * @param titles how it wants titles, with an example
     * @param express its faster service in words, null when it has none
     * @param ownFrom day from which adjusted rules hold, null when those do that it began with
     * @param sends what is sent to it from here, null while nothing can be
     * @param way how it gets that
     * @param hostKey the key of its server that a manager confirmed
     * @param ownNetwork whether a manager said that it is in the label's own network
     * @param captions how many its form has
     * @param outlets those that it passes releases on to, null where it passes nothing on
     * @param rules those it applies, heaviest first
     * @param others those it does not ask
     */
    record DestinationView(
            String id,
            String name,
            String kind,
            String takes,
            String dated,
            int version,
            int leadDays,
            String titles,
            @Nullable String express,
            @Nullable String ownFrom,
            @Nullable DeliveryKind sends,
            HandoverWay way,
            @Nullable String url,
            boolean secret,
            @Nullable String hostKey,
            boolean ownNetwork,
            int captions,
            @Nullable List<String> outlets,
            List<RuleView> rules,
            List<RuleView> others) {}

    /**
     * A rule in words.
     *
     * @param limits parameters by name as they hold here, as text
     * @param fails what is different in a release that it objects to
     * @param says in which words
     * @param passes what is different in one that it lets pass
     */
    record RuleView(
            String id,
            String family,
            String name,
            @Nullable Weight weight,
            String reason,
            Map<String, String> limits,
            List<String> fails,
            String says,
            List<String> passes) {}

    record RuleTyped(
            String id, @Nullable Weight weight, @Nullable Map<String, String> limits) {}

    /** @param dated ISO day from which the rules hold */
    record RulesTyped(String dated, int leadDays, List<RuleTyped> rules) {}

    /**
     * @param way how it gets its deliveries; by interface when not said
     * @param url address or folder, where the way wants one
     * @param secret blank leaves the stored one
     * @param hostKey key of its server, as a manager confirms it; null leaves the stored one
     * @param ownNetwork whether it is on this machine or in the label's own network
     * @param password of who types, wanted when the address leads to another host than before
     */
    record ConnectionTyped(
            @Nullable HandoverWay way,
            @Nullable String url,
            @Nullable String secret,
            @Nullable String hostKey,
            @Nullable Boolean ownNetwork,
            @Nullable String password) {}

    record ServerTyped(@Nullable String url, @Nullable Boolean ownNetwork) {}

    /** A server's key as it shows it today: a fingerprint, as {@code ssh-keygen -l} writes it. */
    record ServerKey(String fingerprint) {}

    @GetMapping("/api/destinations")
    List<DestinationView> list() {
        return own.all().stream().map(this::view).toList();
    }

    private DestinationView view(Profile profile) {
        DestinationService.Connection reached = destinations.reached(profile);
        return new DestinationView(
                profile.id(),
                profile.name(),
                profile.kind(),
                profile.takes(),
                profile.dated().toString(),
                profile.version(),
                profile.leadDays(),
                profile.titleStyle().label(),
                profile.express()
                        .map(faster -> "%d days for %s".formatted(faster.days(), faster.fee()))
                        .orElse(null),
                own.own(profile.id()).map(mine -> mine.dated().toString()).orElse(null),
                profile.sends().orElse(null),
                reached.way(),
                reached.url(),
                reached.secret(),
                reached.hostKey(),
                reached.ownNetwork(),
                profile.captions().size(),
                profile.outlets().orElse(null),
                profile.rules().stream()
                        .sorted(Comparator.comparing(Profile.Applied::weight)
                                .reversed()
                                .thenComparing(applied -> applied.rule().family()))
                        .map(applied -> rule(applied.rule(), applied.weight(), applied.params()))
                        .toList(),
                RuleBook.all().stream()
                        .filter(rule -> profile.applied(rule.id()).isEmpty())
                        .map(rule -> rule(rule, null, new Params(rule, Map.of())))
                        .toList());
    }

    private static RuleView rule(Rule rule, @Nullable Weight weight, Params params) {
        Map<String, String> limits = new TreeMap<>();
        rule.parameters()
                .forEach((name, standard) -> limits.put(
                        name, standard instanceof List ? String.join("; ", params.words(name)) : params.plain(name)));
        RuleExample example = RuleExample.of(rule).orElseThrow();
        return new RuleView(
                rule.id(),
                rule.family().label(),
                rule.name(),
                weight,
                rule.reason(),
                limits,
                example.fails().inWords(),
                example.says(),
                example.passes().inWords());
    }

    /** Keeps an adjusted version of the rules, from a day on; those that it began with stay. */
    @PutMapping("/api/destinations/{id}/rules")
    DestinationView adjust(
            @PathVariable String id, @RequestBody RulesTyped typed, @AuthenticationPrincipal Account account) {
        Profile base = own.own(id).orElseGet(() -> own.begun(id));
        try {
            List<Profile.Applied> applied = new ArrayList<>();
            for (RuleTyped each : typed.rules() == null ? List.<RuleTyped>of() : typed.rules()) {
                if (each.weight() == null) continue;
                Rule rule = RuleBook.byId(each.id());
                Map<String, Object> set = new LinkedHashMap<>();
                if (each.limits() != null)
                    each.limits().forEach((name, text) -> set.put(name, typed(rule, name, text)));
                applied.add(new Profile.Applied(rule, each.weight(), new Params(rule, set), set));
            }
            if (applied.isEmpty()) throw Problem.input("no-rules", "A destination needs rules.");
            Profile adjusted = base.adjusted(LocalDate.parse(typed.dated()), typed.leadDays(), applied);
            // what cannot be read back is not kept
            Profile.read(adjusted.yaml());
            own.keep(adjusted, account);
        } catch (IllegalArgumentException | DateTimeParseException wrong) {
            throw Problem.input("malformed-rules", wrong.getMessage() + " Nothing was changed.");
        }
        return view(own.byId(id));
    }

    /** Goes back to the rules that it began with. */
    @DeleteMapping("/api/destinations/{id}/rules")
    DestinationView begun(@PathVariable String id) {
        own.begun(id);
        own.drop(id);
        return view(own.byId(id));
    }

    private static Object typed(Rule rule, String name, String text) {
        Object standard = rule.parameters().get(name);
        String plain = text == null ? "" : text.strip();
        if (standard instanceof Number)
            try {
                double number = Double.parseDouble(plain);
                return number == Math.rint(number) && Math.abs(number) < 1e15 ? (Object) (long) number : number;
            } catch (NumberFormatException notANumber) {
                throw new IllegalArgumentException(
                        "“%s” of rule %s is “%s”; expected: a number.".formatted(name, rule.id(), plain));
            }
        if (standard instanceof List<?> list)
            return Arrays.stream(plain.split("\\s*;\\s*"))
                    .filter(word -> !word.isEmpty())
                    .<Object>map(word -> !list.isEmpty() && list.get(0) instanceof Number && word.matches("\\d+")
                            ? Long.valueOf(word)
                            : word)
                    .toList();
        return plain;
    }

    /** The secret is written and never read back. */
    @PutMapping("/api/destinations/{id}/secret")
    DestinationView connect(
            @PathVariable String id, @RequestBody ConnectionTyped typed, @AuthenticationPrincipal Account account) {
        Profile profile = own.byId(id);
        HandoverWay way = typed.way() == null ? HandoverWay.INTERFACE : typed.way();
        if (destinations.elsewhere(id, way, typed.url(), Boolean.TRUE.equals(typed.ownNetwork())))
            accounts.confirm(account, typed.password(), "Nothing was changed.");
        destinations.connect(
                id, way, typed.url(), typed.secret(), typed.hostKey(), Boolean.TRUE.equals(typed.ownNetwork()));
        return view(profile);
    }

    /** Looks at the key of a server, so that somebody can hold it against what they were told there. */
    @PostMapping("/api/destinations/{id}/server-key")
    ServerKey serverKey(@PathVariable String id, @RequestBody ServerTyped typed) {
        own.byId(id);
        String address = destinations.server(typed.url(), Boolean.TRUE.equals(typed.ownNetwork()));
        try {
            return new ServerKey(sftp.keyOf(address));
        } catch (IOException unreachable) {
            throw Problem.conflict("unreachable", unreachable.getMessage() + " Nothing was changed.");
        }
    }

    /** How many secrets a new key holds. */
    record Resealed(int secrets) {}

    /** Seals all secrets with a new key and destroys the old one. */
    @PostMapping("/api/destinations/key")
    Resealed newKey() throws IOException {
        return new Resealed(newKey.make());
    }

    @GetMapping("/api/destinations/{id}/record")
    DeliveryStandings.Tally record(@PathVariable String id) {
        return standings.tally(own.byId(id).id());
    }
}

package app.entrada.server.deliveries;

import app.entrada.core.check.profile.DeliveryKind;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.delivery.Consignment;
import app.entrada.core.delivery.DeliveryState;
import app.entrada.core.delivery.HandoverWay;
import app.entrada.core.delivery.Outgoing;
import app.entrada.core.delivery.kind.works.RecordLayout;
import app.entrada.core.desk.NextMoves;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Outlets;
import app.entrada.core.field.value.Territories;
import app.entrada.core.release.Release;
import app.entrada.core.release.context.ReleaseContext;
import app.entrada.core.text.Sha256;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.deliveries.DeliveryRepository.Content;
import app.entrada.server.deliveries.DeliveryRepository.Delivery;
import app.entrada.server.deliveries.DeliveryRepository.Event;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Problem;
import java.io.IOException;
import java.nio.file.Files;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneOffset;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Seeing before sending, sending, following. */
@RestController
class DeliveryController {
    private final ReleaseRepository releases;
    private final DeliveryService service;
    private final DeliveryRepository deliveries;
    private final DeliveryWork work;
    private final DestinationClient client;
    private final AccountService accounts;
    private final FileStore store;
    private final ProfileRepository profiles;
    private final ContextLoader contexts;
    private final DestinationService destinations;
    private final StepsByHand steps;
    private final TermsReader terms;

    DeliveryController(
            ReleaseRepository releases,
            DeliveryService service,
            DeliveryRepository deliveries,
            DeliveryWork work,
            DestinationClient client,
            AccountService accounts,
            FileStore store,
            ProfileRepository profiles,
            ContextLoader contexts,
            DestinationService destinations,
            StepsByHand steps,
            TermsReader terms) {
        this.terms = terms;
        this.destinations = destinations;
        this.steps = steps;
        this.contexts = contexts;
        this.profiles = profiles;
        this.releases = releases;
        this.service = service;
        this.deliveries = deliveries;
        this.work = work;
        this.client = client;
        this.accounts = accounts;
        this.store = store;
    }

    /**
     * A destination with what would be sent and what was.
     *
     * @param sends kind of its documents
     * @param way how it gets them
     * @param express its faster service in words, null when it has none
     * @param rights what a deal may offer there
     * @param outlets those that it passes a release on to, null where there are none to choose from
     */
    record DestinationSend(
            String id,
            String name,
            String kind,
            String takes,
            @Nullable DeliveryKind sends,
            HandoverWay way,
            @Nullable String lastDay,
            @Nullable String express,
            Rights rights,
            List<String> recipes,
            @Nullable OutletChoice outlets,
            DeliveryService.Preview preview,
            List<DeliveryView> deliveries) {}

    /**
     * Outlets of a distributor.
     *
     * @param names of all it serves
     * @param chosen of those, where the release goes; null for all
     * @param fact the release's whole choice as it is kept, null when there is none
     * @param others the choice at other distributors as it is kept, empty when there is none
     */
    record OutletChoice(
            List<String> names,
            @Nullable List<String> chosen,
            @Nullable String fact,
            String others) {}

    private static @Nullable OutletChoice outlets(Release release, Profile profile) {
        List<String> names = profile.outlets().orElse(List.of());
        if (names.isEmpty()) return null;
        Optional<Outlets> fact = release.facts().get(Fields.RELEASE_OUTLETS);
        return new OutletChoice(
                names,
                fact.flatMap(choice -> choice.at(profile.id())).orElse(null),
                release.facts().text(Fields.RELEASE_OUTLETS),
                fact.flatMap(choice -> choice.without(profile.id()))
                        .map(Outlets::toString)
                        .orElse(""));
    }

    /** A country in which the rights are held. */
    record Country(String code, String name) {}

    /**
     * What the label holds and a deal may therefore offer.
     *
     * @param territories in words, null when none are named
     * @param countries the same one by one, by name
     * @param earliest first day a deal may begin, null without a release date
     * @param today first day it may be sent
     * @param prices the price that it asks for, null where it takes none
     */
    record Rights(
            @Nullable String territories,
            List<Country> countries,
            @Nullable String earliest,
            String today,
            TermsReader.@Nullable PriceAsked prices) {}

    /**
     * A delivery and what became of it.
     *
     * @param steps what somebody may write down of it now; empty where the destination tells by itself
     * @param takesBack whether the newest step was written down by hand and can be taken back
     */
    record DeliveryView(
            long id,
            DeliveryState state,
            boolean underWay,
            String occasion,
            String sealedAt,
            @Nullable String notBefore,
            String by,
            HandoverWay way,
            List<DeliveryState> steps,
            boolean takesBack,
            @Nullable String receipt,
            @Nullable String packageSha256,
            @Nullable Long packageBytes,
            List<Content> contents,
            List<Event> events,
            List<DestinationClient.Reason> reasons,
            List<DeliveryRepository.Returned> documents) {}

    /**
     * An order to send.
     *
     * @param occasion delivery, update or takedown
     * @param sendOn day from which it is sent, ISO; at once when not said
     * @param again whether what was accepted goes out once more though nothing has changed
     */
    record Order(
            @Nullable String destination,
            @Nullable List<String> destinations,
            @Nullable String occasion,
            boolean declaresRights,
            String password,
            TermsReader.@Nullable TermsTyped terms,
            @Nullable String sendOn,
            @Nullable Boolean again) {}

    /** What became of an order at one destination: the delivery's number, or why there is none. */
    record Outcome(
            String destination, @Nullable Long id, @Nullable String problem) {}

    @GetMapping("/api/releases/{id}/deliveries")
    List<DestinationSend> send(@PathVariable long id) {
        Release release = release(id);
        List<Delivery> all = deliveries.of(id);
        LoadedRelease loaded = contexts.of(release);
        return profiles.meantBy(release).stream()
                .map(profile -> destination(loaded, profile, all))
                .toList();
    }

    private Release release(long id) {
        return releases.find(id).orElseThrow(() -> Problem.missing("release"));
    }

    private DestinationSend destination(LoadedRelease loaded, Profile profile, List<Delivery> all) {
        return new DestinationSend(
                profile.id(),
                profile.name(),
                profile.kind(),
                profile.takes(),
                destinations.asSent(profile).sends().orElse(null),
                destinations.way(profile),
                NextMoves.lastDay(loaded.release(), profile)
                        .map(LocalDate::toString)
                        .orElse(null),
                profile.express()
                        .map(faster -> "%d days instead of %d, for %s"
                                .formatted(faster.days(), profile.leadDays(), faster.fee()))
                        .orElse(null),
                rights(loaded.context(), profile),
                profile.recipes(),
                outlets(loaded.release(), profile),
                service.preview(loaded, profile),
                all.stream()
                        .filter(delivery -> delivery.destination().equals(profile.id()))
                        .map(this::view)
                        .toList());
    }

    private Rights rights(ReleaseContext subject, Profile profile) {
        Release release = subject.release();
        Optional<Territories> territories = release.facts().get(Fields.RELEASE_TERRITORIES);
        return new Rights(
                territories.map(Territories::toString).orElse(null),
                territories.map(Territories::countries).orElse(List.of()).stream()
                        .map(code -> new Country(code, new Locale("", code).getDisplayCountry(Locale.ENGLISH)))
                        .sorted(Comparator.comparing(Country::name))
                        .toList(),
                release.facts().text(Fields.RELEASE_DATE),
                subject.today().toString(),
                terms.asked(profile));
    }

    private DeliveryView view(Delivery delivery) {
        return new DeliveryView(
                delivery.id(),
                delivery.state(),
                delivery.state().underWay(),
                delivery.occasion().label(),
                delivery.sealedAt(),
                delivery.notBefore(),
                delivery.by(),
                delivery.way(),
                StepsByHand.possible(delivery),
                !delivery.way().answersItself() && steps.canTakeBack(delivery),
                delivery.receipt(),
                delivery.packageSha256(),
                delivery.packageBytes(),
                delivery.contents(),
                deliveries.events(delivery.id()),
                deliveries.reasons(delivery.id()),
                deliveries.returned(delivery.id()));
    }

    /** A document as it would be sent now, to be read. */
    record DocumentText(String path, @Nullable String kind, String text) {}

    @GetMapping("/api/releases/{id}/deliveries/preview")
    DocumentText preview(
            @PathVariable long id,
            @RequestParam String destination,
            @RequestParam String path,
            @RequestParam(defaultValue = "delivery") String occasion) {
        Release release = release(id);
        Consignment.Document document = service.document(
                contexts.of(release), profiles.byId(destination), path, occasion(occasion), Outgoing.Terms.USUAL);
        return new DocumentText(document.path(), document.kind(), document.text());
    }

    /** A document as it was sealed. */
    @GetMapping("/api/releases/{id}/deliveries/{delivery}/sealed")
    DocumentText sealed(@PathVariable long id, @PathVariable long delivery, @RequestParam String path)
            throws IOException {
        Content content = service.ofRelease(id, delivery).contents().stream()
                .filter(each -> each.path().equals(path)
                        && each.kind() != null
                        && !each.kind().isEmpty())
                .findFirst()
                .orElseThrow(() -> Problem.missing("document"));
        String text = "bytes".equals(content.kind()) ? "" : Files.readString(store.path(new Sha256(content.sha256())));
        return new DocumentText(content.path(), content.kind(), text);
    }

    /** A column of the society's records, for the ruler over a line. */
    record Ruled(String name, int at, int width) {}

    /** The society's columns by record type. */
    @GetMapping("/api/records")
    Map<String, List<Ruled>> records() {
        Map<String, List<Ruled>> all = new HashMap<>();
        for (String type : List.of(
                "HDR", "GRH", "NWR", "REV", "SPU", "SPT", "SWR", "SWT", "PWR", "ALT", "NAT", "PER", "REC", "VER", "GRT",
                "TRL", "ACK", "MSG"))
            all.put(
                    type,
                    RecordLayout.of(type).stream()
                            .map(column -> new Ruled(column.name(), column.at(), column.width()))
                            .toList());
        return all;
    }

    private static Outgoing.Occasion occasion(@Nullable String word) {
        try {
            return word == null ? Outgoing.Occasion.FULL : Outgoing.Occasion.of(word);
        } catch (IllegalArgumentException unknown) {
            throw Problem.input("occasion", Objects.toString(unknown.getMessage(), ""));
        }
    }

    @PostMapping("/api/releases/{id}/deliveries")
    List<Outcome> send(@PathVariable long id, @RequestBody Order order, @AuthenticationPrincipal Account account) {
        if (!order.declaresRights())
            throw Problem.input("rights", "Declare that you hold the rights before sending.")
                    .with("field", "declaresRights");
        accounts.confirm(account, order.password(), "Nothing was sent.");
        List<String> wanted = Stream.concat(
                        Stream.ofNullable(order.destination()),
                        order.destinations() == null ? Stream.empty() : order.destinations().stream())
                .distinct()
                .toList();
        if (wanted.isEmpty())
            throw Problem.input("destination", "Choose a destination.").with("field", "destination");
        DeliveryService.Order ordered = new DeliveryService.Order(
                occasion(order.occasion()),
                terms.read(order.terms()),
                sendOn(order.sendOn()),
                Boolean.TRUE.equals(order.again()));
        List<Outcome> outcomes = new ArrayList<>();
        for (String destination : wanted)
            try {
                outcomes.add(new Outcome(destination, service.send(id, destination, ordered, account), null));
            } catch (Problem problem) {
                // of several one that cannot be sent does not hold the others back
                if (wanted.size() == 1) throw problem;
                outcomes.add(new Outcome(destination, null, problem.getMessage()));
            }
        return outcomes;
    }

    private @Nullable Instant sendOn(@Nullable String day) {
        if (day == null || day.isBlank()) return null;
        try {
            LocalDate on = LocalDate.parse(day.strip());
            if (on.isBefore(profiles.today()))
                throw Problem.input(
                                "sending-day-passed",
                                "%s has passed (today is %s). Leave the day empty to send immediately. Nothing was sent."
                                        .formatted(on, profiles.today()))
                        .with("field", "sendOn");
            if (on.equals(profiles.today())) return null;
            return on.atTime(LocalTime.of(6, 0)).toInstant(ZoneOffset.UTC);
        } catch (DateTimeParseException wrong) {
            throw Problem.input("date", "“%s” is not a valid date; expected: a date such as 2027-02-12.".formatted(day))
                    .with("field", "sendOn");
        }
    }

    @PostMapping("/api/releases/{id}/deliveries/{delivery}/again")
    void again(@PathVariable long id, @PathVariable long delivery) {
        service.again(id, delivery);
    }

    @PostMapping("/api/releases/{id}/deliveries/{delivery}/off")
    void callOff(@PathVariable long id, @PathVariable long delivery, @AuthenticationPrincipal Account account) {
        service.callOff(id, delivery, account);
    }

    record Reply(String text) {}

    /** Answers what a destination wanted to know. */
    @PostMapping("/api/releases/{id}/deliveries/{delivery}/reply")
    void reply(@PathVariable long id, @PathVariable long delivery, @RequestBody Reply reply) {
        Delivery found = service.ofRelease(id, delivery);
        String text = reply.text() == null ? "" : reply.text().strip();
        if (found.state() != DeliveryState.QUESTIONS)
            throw Problem.conflict("nothing-asked", "There is no question about this delivery.");
        if (text.isEmpty() || text.length() > 4000)
            throw Problem.input("reply", "An answer has 1 to 4,000 characters.").with("field", "text");
        Profile profile = profiles.byId(found.destination());
        DestinationClient.Reach reach = work.reach(profile, () -> false)
                .orElseThrow(
                        () -> Problem.conflict("no-secret", profile.name() + " has no address or no access token."));
        try {
            DestinationClient.DestinationAnswer answer = client.reply(reach, found.receipt(), text);
            if (answer.status() / 100 != 2) throw new IOException("answered " + answer.status());
        } catch (IOException unreachable) {
            throw Problem.conflict(
                    "unreachable",
                    "%s cannot be reached. Your answer was not sent; it is kept here.".formatted(profile.name()));
        }
        deliveries.move(found, DeliveryState.IN_REVIEW, "Our answer: " + text);
    }

    @GetMapping("/api/releases/{id}/deliveries/held")
    List<HeldTrack> held(@PathVariable long id, @RequestParam String destination) {
        Profile profile = profiles.byId(destination);
        DestinationClient.Reach reach = work.reach(profile, () -> false)
                .orElseThrow(
                        () -> Problem.conflict("no-secret", profile.name() + " has no address or no access token."));
        try {
            return service.heard(release(id), body -> client.lookUp(reach, body));
        } catch (IOException unreachable) {
            throw Problem.conflict("unreachable", "%s cannot be reached now.".formatted(profile.name()));
        }
    }
}

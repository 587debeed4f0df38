package app.entrada.server.demo;

import static java.util.Objects.requireNonNull;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.copy.recipe.Recipe;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.core.title.TitleStyle;
import app.entrada.demo.CoverDrawing;
import app.entrada.demo.DemoPeople;
import app.entrada.demo.DemoReceivers;
import app.entrada.demo.Scenario;
import app.entrada.demo.Synthesiser;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.accounts.Role;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.context.RecipeRepository;
import app.entrada.server.copies.CopyService;
import app.entrada.server.deliveries.DeliveryService;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.ReleaseService;
import app.entrada.server.files.FileIndex;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Settings;
import app.entrada.server.sound.MeasureWork;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.CompletableFuture;
import org.jspecify.annotations.Nullable;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes the demo catalogue at the first start, through the same services that people use. */
@Component
@ConditionalOnProperty("entrada.demo")
class DemoData implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);

    private static final String MANAGER = "M. Arden";

    private final AccountService accounts;
    private final CodeBook codes;
    private final ReleaseRepository releases;
    private final ReleaseService service;
    private final ChangeService changes;
    private final CreditRepository people;
    private final FileStore store;
    private final FileIndex files;
    private final MeasureWork measuring;
    private final CopyService copies;
    private final RecipeRepository recipes;
    private final DestinationService destinations;
    private final DeliveryService deliveries;
    private final TransactionTemplate transactions;
    private final Settings settings;
    private final ProfileRepository profiles;
    private final LargeDemo large;
    private final Map<String, Long> recordings = new HashMap<>();

    DemoData(
            AccountService accounts,
            CodeBook codes,
            ReleaseRepository releases,
            ReleaseService service,
            ChangeService changes,
            CreditRepository people,
            FileStore store,
            FileIndex files,
            MeasureWork measuring,
            CopyService copies,
            RecipeRepository recipes,
            DestinationService destinations,
            DeliveryService deliveries,
            TransactionTemplate transactions,
            Settings settings,
            ProfileRepository profiles,
            LargeDemo large) {
        this.large = large;
        this.profiles = profiles;
        this.accounts = accounts;
        this.codes = codes;
        this.releases = releases;
        this.service = service;
        this.changes = changes;
        this.people = people;
        this.store = store;
        this.files = files;
        this.measuring = measuring;
        this.copies = copies;
        this.recipes = recipes;
        this.destinations = destinations;
        this.deliveries = deliveries;
        this.transactions = transactions;
        this.settings = settings;
    }

    @Override
    public void run(ApplicationArguments arguments) {
        if (accounts.none()) for (Profile profile : DemoReceivers.all()) profiles.begin(profile, null);
        if (!settings.standinsUrl().isBlank())
            for (Profile profile : DemoReceivers.all())
                if (profiles.has(profile.id()))
                    destinations.connectHere(
                            profile.id(),
                            settings.standinsUrl() + "/" + profile.id(),
                            profile.id() + "-" + settings.standinsSecret());
        List<Scenario.DemoRelease> wanted = Scenario.releases(profiles.today());
        // whole or not at all, should the making be interrupted
        if (accounts.none()) transactions.executeWithoutResult(status -> make(wanted));
        if (settings.demoReleases() > 0 && !large.there())
            transactions.executeWithoutResult(status -> large.make(
                    settings.demoReleases(),
                    profiles.today(),
                    accounts.named(MANAGER).id()));
        // Encoding takes a while; the desk can be used meanwhile. A restart goes on with what is not sent yet.
        Thread sending = new Thread(() -> deliver(wanted), "demo deliveries");
        sending.setDaemon(true);
        sending.start();
    }

    private void make(List<Scenario.DemoRelease> wanted) {
        Account manager = accounts.create(MANAGER, settings.demoPassword(), Role.MANAGER);
        accounts.create("Sol Pereira-Finch", settings.demoPassword(), Role.ASSISTANT);
        accounts.create("Auditor", settings.demoPassword(), Role.READER);
        codes.label(new LabelProfile(
                Scenario.LABEL,
                Scenario.ISRC_PREFIX,
                Scenario.BARCODE_PREFIX,
                Scenario.CATALOGUE_PREFIX,
                Scenario.PUBLISHER,
                Scenario.SOCIETY_ID));
        CompletableFuture<Map<Scenario.DemoRelease, String>> drawn = CompletableFuture.supplyAsync(() -> draw(wanted));
        Map<Scenario.DemoTrack, FileStore.Stored> sound = synthesise(wanted);
        Map<Scenario.DemoRelease, String> covers = drawn.join();
        for (Scenario.DemoRelease release : wanted) make(release, sound, covers.get(release), manager);
        for (Map<String, String> person : DemoPeople.all()) {
            String name = requireNonNull(person.get("name"));
            long id = people.enter(name);
            Map<String, String> more = new LinkedHashMap<>(person);
            more.remove("name");
            changes.applyToCatalogue(
                    new ChangeService.Batch(
                            name, ChangeSource.DEMO, changes(new Ref(Entity.PARTY, id), Entity.PARTY, more)),
                    manager);
        }
        LOG.info("The demo catalogue of {} is made: {} releases", Scenario.LABEL, wanted.size());
    }

    private Map<Scenario.DemoTrack, FileStore.Stored> synthesise(List<Scenario.DemoRelease> wanted) {
        Map<Scenario.DemoTrack, FileStore.Stored> sound = new java.util.concurrent.ConcurrentHashMap<>();
        wanted.stream()
                .flatMap(release -> release.tracks().stream())
                .filter(track -> track.piece() != null)
                .toList()
                .parallelStream()
                .forEach(track -> {
                    try {
                        Path wav = Files.createTempFile(store.workshop(), "demo", ".part");
                        Synthesiser.write(
                                requireNonNull(track.piece())
                                        .within((double) settings.demoLongest().toSeconds()),
                                wav);
                        FileStore.Stored stored = store.adopt(wav);
                        files.enter(stored);
                        measuring.measure(files.find(stored.sha256()).orElseThrow(), 0);
                        sound.put(track, stored);
                    } catch (IOException disk) {
                        throw new UncheckedIOException(disk);
                    }
                });
        return sound;
    }

    private void make(
            Scenario.DemoRelease demo,
            Map<Scenario.DemoTrack, FileStore.Stored> sound,
            @Nullable String cover,
            Account manager) {
        long id = releases.create(
                profiles.today().atStartOfDay(java.time.ZoneOffset.UTC).toInstant());
        Map<String, String> facts = new LinkedHashMap<>(demo.facts());
        if (cover != null) facts.put("cover", cover);
        apply(id, "New release", changes(new Ref(Entity.RELEASE, id), Entity.RELEASE, facts), manager);
        for (Scenario.DemoTrack demoTrack : demo.tracks()) {
            Release release = demoTrack.reuses() == null
                    ? service.addTrack(id, manager)
                    : service.addRecording(id, requireNonNull(recordings.get(demoTrack.reuses())), manager);
            Track track = release.tracks().get(release.tracks().size() - 1);
            List<Change> batch = new ArrayList<>();
            for (Entity entity : Entity.OF_A_TRACK)
                batch.addAll(changes(release.ref(track, entity), entity, demoTrack.facts()));
            Optional.ofNullable(sound.get(demoTrack))
                    .ifPresent(stored -> batch.add(new Change(
                            release.ref(track, Entity.RECORDING),
                            Fields.RECORDING_MASTER,
                            null,
                            stored.sha256().hex())));
            apply(id, "Track " + track.number(), batch, manager);
            Release made = releases.find(id).orElseThrow();
            Track last = made.tracks().get(made.tracks().size() - 1);
            recordings.putIfAbsent(
                    TitleStyle.PLAIN.track(made, last), last.recording().id());
        }
    }

    private void deliver(List<Scenario.DemoRelease> wanted) {
        if (destinations.connection("lumenfold").isEmpty()) return;
        List<String> numbers = wanted.stream()
                .filter(Scenario.DemoRelease::deliver)
                .map(release -> release.facts().get("catalogueNumber"))
                .toList();
        Recipe recipe = recipes.byId(profiles.byId("lumenfold").recipe());
        for (Release release : releases.load(releases.ids())) {
            if (!numbers.contains(release.facts().text(Fields.RELEASE_CATALOGUE_NUMBER))
                    || deliveries.any(release.id())) continue;
            try {
                for (Track track : release.tracks()) copies.write(release, track, recipe);
                deliveries.send(release.id(), "lumenfold", accounts.named(MANAGER));
            } catch (IOException | RuntimeException hindered) {
                LOG.warn("The demo release {} was not delivered: {}", release.name(), hindered.getMessage());
            }
        }
    }

    private Map<Scenario.DemoRelease, String> draw(List<Scenario.DemoRelease> wanted) {
        Map<Scenario.DemoRelease, String> covers = new HashMap<>();
        int seed = 0;
        for (Scenario.DemoRelease demo : wanted) {
            seed++;
            if (demo.coverLines().isEmpty()) continue;
            try {
                Path jpeg = Files.createTempFile(store.workshop(), "demo", ".jpg");
                CoverDrawing.write(jpeg, 3000, seed, demo.style(), demo.coverLines());
                FileStore.Stored stored = store.adopt(jpeg);
                files.enter(stored);
                measuring.measure(files.find(stored.sha256()).orElseThrow(), 0);
                covers.put(demo, stored.sha256().hex());
            } catch (IOException disk) {
                throw new UncheckedIOException(disk);
            }
        }
        return covers;
    }

    private static List<Change> changes(Ref target, Entity entity, Map<String, String> facts) {
        List<Change> changes = new ArrayList<>();
        for (Field<?> field : Fields.of(entity)) {
            String typed = facts.get(field.key());
            if (typed != null) changes.add(new Change(target, field, null, typed));
        }
        return changes;
    }

    private void apply(long id, String says, List<Change> batch, Account manager) {
        changes.apply(id, new ChangeService.Batch(says, ChangeSource.DEMO, batch), manager);
    }
}

package app.entrada.server.demo;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.release.context.LabelProfile;
import app.entrada.demo.DemoReceivers;
import app.entrada.demo.DemoRelease;
import app.entrada.demo.Scenario;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.AccountService;
import app.entrada.server.accounts.Role;
import app.entrada.server.connections.DestinationService;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.facts.CodeBook;
import app.entrada.server.facts.HouseFacts;
import app.entrada.server.facts.HouseFactsRepository;
import app.entrada.server.files.FileStore;
import app.entrada.server.platform.Settings;
import java.util.List;
import java.util.Optional;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.ApplicationArguments;
import org.springframework.boot.ApplicationRunner;
import org.springframework.boot.autoconfigure.condition.ConditionalOnProperty;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Makes the demo catalogue at the first start, through the same services that people use: what the label works on before
 * the first page is shown, ten winters of others behind it.
 */
@Component
@ConditionalOnProperty("entrada.demo")
class DemoData implements ApplicationRunner {
    private static final Logger LOG = LoggerFactory.getLogger(DemoData.class);

    private static final String MANAGER = "M. Arden";

    private final AccountService accounts;
    private final CodeBook codes;
    private final HouseFactsRepository house;
    private final DestinationService destinations;
    private final ProfileRepository profiles;
    private final DemoMaker maker;
    private final DemoHistory history;
    private final LargeDemo large;
    private final TransactionTemplate transactions;
    private final Settings settings;

    DemoData(
            AccountService accounts,
            CodeBook codes,
            HouseFactsRepository house,
            DestinationService destinations,
            ProfileRepository profiles,
            DemoMaker maker,
            DemoHistory history,
            LargeDemo large,
            TransactionTemplate transactions,
            Settings settings) {
        this.accounts = accounts;
        this.codes = codes;
        this.house = house;
        this.destinations = destinations;
        this.profiles = profiles;
        this.maker = maker;
        this.history = history;
        this.large = large;
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
        // whole or not at all, should the making be interrupted
        if (accounts.none()) transactions.executeWithoutResult(status -> front());
        if (settings.demoReleases() > 0 && !large.there()) {
            // its releases borrow the covers
            Scenario.FRONT.releases(profiles.today()).forEach(this::cover);
            transactions.executeWithoutResult(status -> large.make(
                    settings.demoReleases(), profiles.today(), manager().id()));
        }
        // Measuring and encoding take a while; the desk can be used meanwhile. A restart goes on with what is not there
        // yet.
        Thread rest = new Thread(this::rest, "demo");
        rest.setDaemon(true);
        rest.start();
    }

    private Account manager() {
        return accounts.named(MANAGER);
    }

    private void front() {
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
        house.save(new HouseFacts("", "", Scenario.CURRENCY));
        List<DemoRelease> wanted = Scenario.FRONT.releases(profiles.today());
        for (DemoRelease release : wanted) maker.make(release, manager);
        maker.people(Scenario.FRONT, manager);
        LOG.info("What {} works on is made: {} releases", Scenario.LABEL, wanted.size());
    }

    private void rest() {
        List<DemoRelease> front = Scenario.FRONT.releases(profiles.today());
        front.forEach(this::equip);
        history.go(Scenario.FRONT, manager());
        if (settings.demoBackCatalogue()) back();
        LOG.info("The demo is whole");
    }

    private void back() {
        for (DemoRelease release : Scenario.BACK.releases(profiles.today())) {
            if (!maker.there(release)) transactions.executeWithoutResult(status -> maker.make(release, manager()));
            equip(release);
        }
        if (!maker.knowsSeries())
            transactions.executeWithoutResult(status -> {
                maker.people(Scenario.BACK, manager());
                maker.series(manager());
            });
        LOG.info("The back catalogue of {} is made", Scenario.LABEL);
        history.go(Scenario.BACK, manager());
    }

    private void cover(DemoRelease release) {
        Optional<FileStore.Stored> drawn = maker.drawn(release);
        if (drawn.isPresent()) transactions.executeWithoutResult(status -> maker.cover(release, drawn, manager()));
    }

    /** Plays and draws outside the transaction, which would be long else. */
    private void equip(DemoRelease release) {
        if (!maker.lacksMaterial(release)) return;
        DemoMaker.Material material = maker.material(release);
        transactions.executeWithoutResult(status -> maker.equip(release, material, manager()));
    }
}

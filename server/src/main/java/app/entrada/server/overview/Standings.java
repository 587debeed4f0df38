package app.entrada.server.overview;

import static java.util.Objects.requireNonNull;

import app.entrada.core.catalogue.CatalogueRow;
import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.check.rules.Place;
import app.entrada.core.desk.NextMoves;
import app.entrada.core.field.Fields;
import app.entrada.core.release.Release;
import app.entrada.core.sound.AudioFacts;
import app.entrada.server.checks.CheckService;
import app.entrada.server.context.ContextLoader;
import app.entrada.server.context.CopyStates;
import app.entrada.server.context.KnownNames;
import app.entrada.server.context.LoadedRelease;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.context.RecipeRepository;
import app.entrada.server.context.UntoldChanges;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.files.FileIndex;
import app.entrada.server.overview.KeptRelease.DateAhead;
import app.entrada.server.overview.KeptRelease.MoveView;
import app.entrada.server.platform.BrieflyKept;
import app.entrada.server.views.ReleaseView;
import app.entrada.server.views.ReleaseViews;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Collection;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * How releases stand, for everything that shows many of them. Readers never run a rule; where only a few releases are to be
 * looked at again, that is done before they read, so that one who has just edited sees it.
 */
@Service
public class Standings {
    /** Weeks that the Desk tells dates ahead. */
    public static final int WEEKS_AHEAD = 26;

    /** Weeks of a year, and one for whoever prints it before it begins. */
    private static final int WEEKS_OF_A_YEAR = 53;

    /** So many are looked at before somebody reads; more are left to the background, and the reader is told how many. */
    private static final int AT_ONCE = 25;

    private static final int COUNTED = 10_000;

    private static final Set<NextMoves.Standing> HAVE_IT =
            EnumSet.of(NextMoves.Standing.ON_ITS_WAY, NextMoves.Standing.ACCEPTED, NextMoves.Standing.ASKED);

    private final StandingRepository kept;
    private final ReleaseRepository releases;
    private final ReleaseViews views;
    private final CheckService checks;
    private final ContextLoader contexts;
    private final CopyStates copies;
    private final RecipeRepository recipes;
    private final UntoldChanges untold;
    private final ProfileRepository profiles;
    private final KnownNames names;
    private final StandingAnnouncements announcements;
    private final TransactionTemplate transactions;
    private volatile KnownNames.@Nullable Book book;

    Standings(
            StandingRepository kept,
            ReleaseRepository releases,
            ReleaseViews views,
            CheckService checks,
            ContextLoader contexts,
            CopyStates copies,
            RecipeRepository recipes,
            UntoldChanges untold,
            ProfileRepository profiles,
            KnownNames names,
            StandingAnnouncements announcements,
            TransactionTemplate transactions) {
        this.kept = kept;
        this.releases = releases;
        this.views = views;
        this.checks = checks;
        this.contexts = contexts;
        this.copies = copies;
        this.recipes = recipes;
        this.untold = untold;
        this.profiles = profiles;
        this.names = names;
        this.announcements = announcements;
        this.transactions = transactions;
    }

    /**
     * Looks at some that are marked, the most needed first.
     *
     * @return how many were looked at
     */
    int look(int most) {
        KnownNames.Book now = names.now();
        Integer looked = transactions.execute(status -> {
            kept.lock();
            if (now != book) kept.usualSpellings(now.usual());
            LocalDate today = profiles.today();
            Map<Long, StandingRepository.Marked> marked = kept.marked(today, most);
            if (!marked.isEmpty()) {
                // by rules that are not older than the marks, which are then taken away
                List<KeptRelease> fresh = new ArrayList<>(BrieflyKept.anew(() -> fresh(marked.keySet().stream()
                        .filter(id -> requireNonNull(marked.get(id)).inUse())
                        .toList())));
                // most of what is looked at for the second time has stayed as it was, and nobody is told of it
                List<Long> second = marked.keySet().stream()
                        .filter(id -> requireNonNull(marked.get(id)).isSecond())
                        .toList();
                if (!second.isEmpty()) fresh.removeAll(new HashSet<>(kept.kept(second)));
                announcements.tell(fresh, kept.keep(fresh, today, marked), marked.size() == most);
            }
            return marked.size();
        });
        book = now;
        return looked == null ? 0 : looked;
    }

    /** A program with other rules looks at everything again. */
    void begin() {
        kept.rules(ProgramRules.version());
    }

    /** Whether anything is to be looked at. */
    boolean marked() {
        return names.now() != book || kept.waiting(profiles.today(), 1) > 0;
    }

    /** How many releases are to be looked at again. */
    public int waiting() {
        return kept.waiting(profiles.today(), COUNTED);
    }

    /** Looks at what is marked, if it is not too much, else at what was edited; how many are left to the background. */
    public int settled() {
        if (!marked()) return 0;
        int waiting = kept.waiting(profiles.today(), COUNTED);
        if (waiting > AT_ONCE && !kept.edited()) return waiting;
        int looked = look(AT_ONCE);
        if (looked == AT_ONCE) announcements.many(looked);
        return Math.max(0, waiting - looked);
    }

    /** The rows of a release; none when it is not among those in use. */
    public record ReleaseRows(long release, long looked, List<CatalogueRow> rows) {}

    /**
     * Rows that have become different, in the order in which they did.
     *
     * @param since number of the last that is known, 0 for none
     */
    public List<ReleaseRows> rowsSince(long since, int most) {
        return kept.rowsSince(since, most);
    }

    /** How many releases have become different since a number was given. */
    public int behind(long since) {
        return kept.behind(since);
    }

    /** Releases as they stand at this moment, computed; those that are deleted are left out. */
    List<KeptRelease> fresh(Collection<Long> ids) {
        List<LoadedRelease> all = contexts.of(releases.load(ids));
        Map<Long, CheckService.Checked> checked = checks.check(all);
        LocalDate today = profiles.today();
        List<KeptRelease> fresh = new ArrayList<>();
        for (LoadedRelease each : all) {
            Release release = each.release();
            CheckService.Checked check = requireNonNull(checked.get(release.id()));
            List<DateAhead> ahead = ahead(release, each.moves(), today);
            fresh.add(new KeptRelease(
                    release.revision(),
                    views.head(each, check.findings()).on(null),
                    NextMoves.of(List.of(state(each, check.findings())), profiles.all()).stream()
                            .map(Standings::move)
                            .toList(),
                    ahead,
                    rows(each, check.findings()),
                    turnsOn(release, check, ahead)));
        }
        return fresh;
    }

    private @Nullable LocalDate turnsOn(Release release, CheckService.Checked check, List<DateAhead> ahead) {
        return Stream.of(
                        Optional.ofNullable(check.turnsOn()),
                        profiles.turnsOn(release),
                        // from the day behind it a date is not ahead any more
                        ahead.stream()
                                .map(date -> LocalDate.parse(date.date()).plusDays(1))
                                .min(Comparator.naturalOrder()))
                .flatMap(Optional::stream)
                .min(Comparator.naturalOrder())
                .orElse(null);
    }

    private List<CatalogueRow> rows(LoadedRelease loaded, List<Finding> findings) {
        Map<String, NextMoves.Standing> moves = loaded.moves();
        return CatalogueRow.of(
                loaded.release(),
                track -> track.master()
                        .map(loaded.files()::get)
                        .flatMap(FileIndex.StoredFile::audio)
                        .map(AudioFacts::milliseconds)
                        .orElse(0L),
                findings,
                profiles.all().stream()
                        .filter(profile -> HAVE_IT.contains(moves.get(profile.id())))
                        .map(Profile::name)
                        .toList());
    }

    private NextMoves.DeskRelease state(LoadedRelease loaded, List<Finding> findings) {
        Release release = loaded.release();
        Map<String, NextMoves.Standing> moves = loaded.moves();
        Map<String, Integer> missing = new HashMap<>();
        for (Profile profile : profiles.meantBy(release))
            if (!profile.recipe().isEmpty() && moves.get(profile.id()) != NextMoves.Standing.ACCEPTED)
                missing.put(profile.id(), copies.missing(loaded, recipes.byId(profile.recipe())));
        Map<String, String> words = new HashMap<>();
        Set<String> edited = new HashSet<>();
        loaded.deliveries().forEach((destination, standing) -> {
            words.put(destination, standing.lastWords());
            if (standing.editedSince()) edited.add(destination);
        });
        return new NextMoves.DeskRelease(release, findings, missing, moves, words, untold.untold(loaded, edited));
    }

    private List<DateAhead> ahead(Release release, Map<String, NextMoves.Standing> stands, LocalDate today) {
        List<DateAhead> ahead = new ArrayList<>();
        release.facts()
                .get(Fields.RELEASE_DATE)
                .filter(date -> !date.isBefore(today))
                .ifPresent(date ->
                        ahead.add(new DateAhead(date.toString(), "release", release.id(), release.name(), null)));
        for (Profile profile : profiles.meantBy(release))
            if (stands.get(profile.id()) != NextMoves.Standing.ACCEPTED)
                NextMoves.lastDay(release, profile)
                        .filter(date -> !date.isBefore(today))
                        .ifPresent(date -> ahead.add(new DateAhead(
                                date.toString(), "deliver", release.id(), release.name(), profile.name())));
        return ahead;
    }

    private static MoveView move(NextMoves.Move move) {
        return new MoveView(
                move.releaseId(),
                move.release(),
                move.says(),
                move.waits(),
                move.lateOn().map(LocalDate::toString).orElse(null),
                move.panel(),
                move.place().map(Place::track).orElse(0),
                move.place().map(place -> place.field().key()).orElse(null),
                move.weight());
    }

    /**
     * Releases in a list.
     *
     * @param total how many there are that fit
     * @param lookedOver how many of all releases are being looked over: what is shown of those is of before
     */
    public record ReleaseList(List<ReleaseView.Head> releases, int total, int lookedOver) {}

    /**
     * Some of the releases that fit all words, the newest first.
     *
     * @param words in lower case; of titles, artists, kinds and numbers
     * @param after the release behind which to go on, null from the beginning
     */
    public ReleaseList releases(List<String> words, @Nullable Long after, int most) {
        int lookedOver = settled();
        LocalDate today = profiles.today();
        return new ReleaseList(
                kept.listed(words, after, most).stream()
                        .map(head -> head.on(today))
                        .toList(),
                kept.count(words),
                lookedOver);
    }

    /**
     * What is to be done.
     *
     * @param moves of the releases where it is most urgent, release by release
     * @param busy on how many releases something is to be done
     * @param ahead dates, the nearest first
     * @param lookedOver how many of all releases are being looked over
     */
    public record Urgent(List<MoveView> moves, int busy, List<DateAhead> ahead, int lookedOver) {}

    /** What is to be done on the releases where it is most urgent, without those an account has put off; the nearest dates. */
    public Urgent urgent(int most, long account) {
        int lookedOver = settled();
        LocalDate today = profiles.today();
        return new Urgent(
                kept.moves(most, account, today).stream().flatMap(List::stream).toList(),
                kept.busy(account, today),
                ahead(most, WEEKS_AHEAD),
                lookedOver);
    }

    /** Dates of the coming year, the nearest first, of so many releases. */
    public List<DateAhead> yearAhead(int releases) {
        settled();
        return ahead(releases, WEEKS_OF_A_YEAR);
    }

    private List<DateAhead> ahead(int releases, int weeks) {
        String today = profiles.today().toString();
        String end = profiles.today().plusWeeks(weeks).toString();
        return kept.ahead(releases).stream()
                .flatMap(List::stream)
                .filter(date -> date.date().compareTo(today) >= 0 && date.date().compareTo(end) < 0)
                .sorted(Comparator.comparing(DateAhead::date))
                .toList();
    }
}

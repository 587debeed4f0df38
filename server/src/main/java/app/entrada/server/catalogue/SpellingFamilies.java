package app.entrada.server.catalogue;

import app.entrada.core.catalogue.CatalogueColumn;
import app.entrada.core.catalogue.CatalogueSubject;
import app.entrada.core.field.Field;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.field.value.Terms;
import app.entrada.core.field.value.ValueTypes;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Ref;
import app.entrada.core.spelling.IdSet;
import app.entrada.core.spelling.Spelling;
import app.entrada.core.spelling.SpellingFamily;
import app.entrada.core.spelling.SpellingIndex;
import app.entrada.core.spelling.SpellingKind;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.PeopleMerging;
import app.entrada.server.facts.WhereShown;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Set;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Spellings that are probably of one: found in the whole catalogue, made one, or said to be two. */
@Service
class SpellingFamilies {
    /** More places at once are not looked over by anybody. */
    private static final int MOST_PLACES = 5_000;

    private static final int MOST_SPELLINGS = 50;

    private final SpellingSource source;
    private final SpellingsApart apart;
    private final PeopleMerging merging;
    private final WhereShown shown;
    private final ChangeService changes;
    private final CatalogueKeeper catalogue;
    private final Announcer announcer;
    private final JdbcClient jdbc;
    private final Object finding = new Object();
    /** What was compared before: only what became different since is compared again. */
    private final Map<SpellingKind, SpellingIndex> compared = new EnumMap<>(SpellingKind.class);

    private volatile @Nullable Kept kept;

    SpellingFamilies(
            SpellingSource source,
            SpellingsApart apart,
            PeopleMerging merging,
            WhereShown shown,
            ChangeService changes,
            CatalogueKeeper catalogue,
            Announcer announcer,
            JdbcClient jdbc) {
        this.source = source;
        this.apart = apart;
        this.merging = merging;
        this.shown = shown;
        this.changes = changes;
        this.catalogue = catalogue;
        this.announcer = announcer;
        this.jdbc = jdbc;
    }

    /** @param state of all of which they were found */
    private record Kept(List<Long> state, Found found) {}

    /**
     * What is probably one.
     *
     * @param spellings how many there are of each kind
     * @param apart what somebody has said to be two, the latest first
     * @param people names of those who are in a family or said to be another, by id
     */
    record Found(
            Map<SpellingKind, Integer> spellings,
            List<SpellingFamily> families,
            List<SpellingsApart.Decided> apart,
            Map<String, String> people) {}

    /** All families, kept until a fact or a decision becomes different. */
    Found families() {
        synchronized (finding) {
            List<SpellingsApart.Decided> decided = apart.all();
            List<Long> state = state(decided);
            Kept before = kept;
            if (before != null && before.state.equals(state)) return before.found;
            Found found = find(decided);
            kept = new Kept(state, found);
            return found;
        }
    }

    private List<Long> state(List<SpellingsApart.Decided> decided) {
        List<Long> state =
                new ArrayList<>(decided.stream().map(SpellingsApart.Decided::id).toList());
        // every fact that becomes different is in a batch, and every batch has a greater number
        state.add(jdbc.sql("SELECT coalesce(max(id), 0) FROM batch")
                .query(Long.class)
                .single());
        state.add(catalogue.reached());
        return state;
    }

    private Found find(List<SpellingsApart.Decided> decided) {
        Map<SpellingKind, Integer> counts = new EnumMap<>(SpellingKind.class);
        List<SpellingFamily> families = new ArrayList<>();
        Map<String, String> people = new HashMap<>();
        for (SpellingKind kind : SpellingKind.values()) {
            List<Spelling> spellings = source.spellings(kind);
            SpellingIndex index = compared.computeIfAbsent(kind, SpellingIndex::new);
            index.update(spellings);
            counts.put(kind, spellings.size());
            families.addAll(index.families(SpellingsApart.test(decided, kind)).stream()
                    .map(SpellingFamilies::lean)
                    .toList());
            if (kind == SpellingKind.PEOPLE) {
                Set<String> wanted = decided.stream()
                        .filter(each -> each.kind() == SpellingKind.PEOPLE)
                        .flatMap(each -> List.of(each.one(), each.other()).stream())
                        .collect(Collectors.toSet());
                for (Spelling each : spellings) if (wanted.contains(each.id())) people.put(each.id(), each.text());
            }
        }
        return new Found(counts, families, decided, people);
    }

    /** Without what only the search needed. */
    private static SpellingFamily lean(SpellingFamily family) {
        return new SpellingFamily(
                family.kind(),
                family.members().stream()
                        .map(member -> new SpellingFamily.Member(lean(member.spelling()), member.sure()))
                        .toList(),
                family.leftOut().stream()
                        .map(out -> new SpellingFamily.LeftOut(lean(out.spelling()), out.why()))
                        .toList(),
                family.evidence());
    }

    private static Spelling lean(Spelling spelling) {
        return new Spelling(
                spelling.id(),
                spelling.text(),
                spelling.count(),
                spelling.identifiers(),
                spelling.registered(),
                IdSet.NONE,
                IdSet.NONE);
    }

    /**
     * A place that becomes different.
     *
     * @param release that shows it; null for what is said of a person
     * @param title of the release, or name of the person
     * @param track number in the running order, 0 for the release itself
     */
    record ChangedPlace(
            @Nullable Long release,
            @Nullable String title,
            int track,
            Field<?> field,
            @Nullable String before,
            @Nullable String after) {}

    /**
     * What making several spellings one would do.
     *
     * @param changes to be written
     * @param places as somebody looks at them
     * @param delivered releases that are out with the old spelling
     */
    record Planned(List<Change> changes, List<ChangedPlace> places, int releases, List<Delivered> delivered) {}

    /**
     * A release that is out.
     *
     * @param to names of those that have it
     */
    record Delivered(String title, String to) {}

    /**
     * What making several spellings one would do.
     *
     * @param ids of those that go
     * @param right id of the one that stays; a value that stands nowhere yet may be typed
     */
    Planned plan(SpellingKind kind, List<String> ids, String right) {
        if (ids.isEmpty() || ids.size() > MOST_SPELLINGS || ids.contains(right) || right.isBlank())
            throw Problem.input(
                    "nothing-chosen",
                    "Choose one spelling to keep and up to %d to merge into it; nothing was changed."
                            .formatted(MOST_SPELLINGS));
        return kind == SpellingKind.PEOPLE
                ? people(merging.changes(
                        ids.stream().map(SpellingFamilies::person).toList(), person(right)))
                : values(kind, new LinkedHashSet<>(ids), right);
    }

    private static long person(String id) {
        try {
            return Long.parseLong(id);
        } catch (NumberFormatException none) {
            throw Problem.missing("person");
        }
    }

    private Planned people(List<Change> batch) {
        bounded(batch);
        Map<Ref, WhereShown.At> where = new HashMap<>();
        Set<Ref> targets = batch.stream().map(Change::target).collect(Collectors.toSet());
        for (WhereShown.At at : shown.of(targets)) where.putIfAbsent(at.ref(), at);
        Map<Ref, String> names = shown.names(targets);
        List<ChangedPlace> places = new ArrayList<>();
        Set<Long> releases = new LinkedHashSet<>();
        for (Change change : batch) {
            WhereShown.At at = where.get(change.target());
            if (at != null) releases.add(at.releaseId());
            List<String> before = lines(change, change.before());
            List<String> after = lines(change, change.after());
            places.add(new ChangedPlace(
                    at == null ? null : at.releaseId(),
                    at == null ? names.get(change.target()) : at.release(),
                    at == null ? 0 : at.track(),
                    change.field(),
                    text(before, after),
                    text(after, before)));
        }
        return new Planned(batch, places, releases.size(), delivered(releases));
    }

    /** Entries of a list, else the whole of it. */
    private static List<String> lines(Change change, @Nullable String text) {
        if (text == null) return List.of();
        if (change.field().type() instanceof PeopleType<?> people)
            return people.entriesIn(text).stream()
                    .map(PeopleType.PersonEntry::line)
                    .toList();
        return change.field().type() == ValueTypes.TERMS ? Terms.parse(text).list() : List.of(text);
    }

    /** What is only in one of both. */
    private static @Nullable String text(List<String> here, List<String> there) {
        List<String> only = here.stream().filter(line -> !there.contains(line)).toList();
        return only.isEmpty() ? null : String.join("; ", only);
    }

    private Planned values(SpellingKind kind, Set<String> gone, String right) {
        List<SpellingSource.Place> found = source.places(kind, gone);
        Set<Long> releases =
                found.stream().map(SpellingSource.Place::release).collect(Collectors.toCollection(LinkedHashSet::new));
        Map<Long, String> titles =
                told(releases, CatalogueSubject.RELEASES.column("title").orElseThrow());
        List<Change> batch = new ArrayList<>();
        List<ChangedPlace> places = new ArrayList<>();
        for (SpellingSource.Place place : found) {
            Change change = new Change(place.target(), place.field(), place.text(), replaced(place, gone, right));
            batch.add(change);
            List<String> before = lines(change, change.before());
            List<String> after = lines(change, change.after());
            places.add(new ChangedPlace(
                    place.release(),
                    titles.getOrDefault(place.release(), "Untitled release"),
                    place.track(),
                    place.field(),
                    text(before, after),
                    Objects.requireNonNullElse(text(after, before), right)));
        }
        bounded(batch);
        return new Planned(batch, places, releases.size(), delivered(releases));
    }

    private static void bounded(List<Change> batch) {
        if (batch.size() > MOST_PLACES)
            throw Problem.input(
                    "too-many-places",
                    "%,d places are too many to check at once. Choose fewer spellings. Nothing was changed."
                            .formatted(batch.size()));
    }

    private static @Nullable String replaced(SpellingSource.Place place, Set<String> gone, String right) {
        String joined = SpellingSource.elements(place).stream()
                .map(value -> gone.contains(value) ? right : value)
                .collect(Collectors.joining("; "));
        return CatalogueEdits.canonical(place.field(), joined);
    }

    /** What stands in a column of some releases. */
    private Map<Long, String> told(Set<Long> releases, CatalogueColumn column) {
        return catalogue
                .read(CatalogueSubject.RELEASES, table -> {
                    Map<Long, String> told = new HashMap<>();
                    table.forEach(List.of(column), (at, texts, carried) -> {
                        if (texts[0] != null && releases.contains(at.release())) told.put(at.release(), texts[0]);
                    });
                    return told;
                })
                .what();
    }

    private List<Delivered> delivered(Set<Long> releases) {
        Map<Long, String> titles =
                told(releases, CatalogueSubject.RELEASES.column("title").orElseThrow());
        return told(releases, CatalogueSubject.RELEASES.column("sent").orElseThrow()).entrySet().stream()
                .map(each -> new Delivered(titles.getOrDefault(each.getKey(), "Untitled release"), each.getValue()))
                .toList();
    }

    /**
     * Makes several spellings one, as it was seen.
     *
     * @param places how many its writer saw; another number is a conflict
     */
    @Transactional
    @For(Role.ASSISTANT)
    public void makeOne(SpellingKind kind, List<String> ids, String right, int places, Account account) {
        Planned planned = plan(kind, ids, right);
        if (planned.places.size() != places)
            throw Problem.conflict(
                    "changed-meanwhile",
                    "There are %,d places now; there were %,d in the preview. Nothing was changed; check the preview again."
                            .formatted(planned.places.size(), places));
        if (planned.changes.isEmpty())
            throw Problem.conflict("nothing-left", "None of these spellings is in use any more.");
        if (kind == SpellingKind.PEOPLE) {
            merging.merge(ids.stream().map(SpellingFamilies::person).toList(), person(right), account);
            return;
        }
        changes.applyToCatalogue(
                new ChangeService.Batch("Spelling of “%s”".formatted(right), ChangeSource.MERGE, planned.changes),
                account);
    }

    /** Says that several spellings are of others. */
    @For(Role.ASSISTANT)
    void keepApart(SpellingKind kind, List<String> ids, Account account) {
        Set<String> each = new HashSet<>(ids);
        if (each.size() < 2 || each.size() > MOST_SPELLINGS)
            throw Problem.input("nothing-chosen", "Choose between 2 and %d spellings.".formatted(MOST_SPELLINGS));
        apart.decide(kind, List.copyOf(each), account);
        announcer.announce("families", Map.of("by", account.name()));
    }

    /** Takes back what was said. */
    @For(Role.ASSISTANT)
    void withdraw(long decision, Account account) {
        apart.withdraw(decision);
        announcer.announce("families", Map.of("by", account.name()));
    }
}

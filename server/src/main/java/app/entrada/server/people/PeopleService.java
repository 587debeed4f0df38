package app.entrada.server.people;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Names;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.field.value.Terms;
import app.entrada.core.names.NameFinder;
import app.entrada.core.release.Change;
import app.entrada.core.release.ChangeSource;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** People: found as typed, shown with all they are on, merged. */
@Service
public class PeopleService {
    /** Names at least this much alike are offered for merging. */
    private static final double PERHAPS_ONE = 0.55;

    private final JdbcClient jdbc;
    private final ReleaseRepository releases;
    private final ChangeService changes;

    PeopleService(JdbcClient jdbc, ReleaseRepository releases, ChangeService changes) {
        this.jdbc = jdbc;
        this.releases = releases;
        this.changes = changes;
    }

    /** Somebody in the list. */
    public record Listed(long id, Facts facts, int appears) {}

    /** Everybody who is not merged into somebody else, by name. */
    public List<Listed> all() {
        Map<Long, Integer> counts = new TreeMap<>();
        jdbc.sql("SELECT party_id, count(*) AS n FROM credit WHERE fact <> 'mergedInto' GROUP BY party_id")
                .query((row, n) -> counts.put(row.getLong("party_id"), row.getInt("n")))
                .list();
        List<Listed> all = new ArrayList<>();
        everybody().forEach((ref, facts) -> {
            if (facts.get(Fields.PARTY_MERGED_INTO).isEmpty())
                all.add(new Listed(ref.id(), facts, counts.getOrDefault(ref.id(), 0)));
        });
        return all;
    }

    /** Facts of all people in the order of the list, those merged into somebody else among them. */
    private Map<Ref, Facts> everybody() {
        List<Ref> refs = jdbc.sql(
                        "SELECT id FROM party WHERE archived_at IS NULL ORDER BY lower(coalesce(sort_name, name)), name")
                .query((row, n) -> new Ref(Entity.PARTY, row.getLong("id")))
                .list();
        Map<Ref, Facts> facts = releases.facts(refs);
        Map<Ref, Facts> inOrder = new LinkedHashMap<>();
        refs.forEach(ref -> inOrder.put(ref, facts.get(ref)));
        return inOrder;
    }

    /** Puts somebody away: in no list and offered nowhere, until named again or brought back. */
    @Transactional
    public void putAway(long id) {
        Person person = person(id);
        if (!person.appears().isEmpty() || !person.groups().isEmpty())
            throw Problem.conflict(
                    "still-named",
                    "%s stands on %d places. Take the name off there first; nothing was changed."
                            .formatted(
                                    nameOf(person.facts()),
                                    person.appears().size() + person.groups().size()));
        jdbc.sql("UPDATE party SET archived_at = now() WHERE id = ?").param(id).update();
    }

    /** Brings somebody back who was put away. */
    @Transactional
    public void restore(long id) {
        if (jdbc.sql("UPDATE party SET archived_at = NULL WHERE id = ?")
                        .param(id)
                        .update()
                == 0) throw Problem.missing("person");
    }

    /** Who may be meant by what was typed. */
    public List<NameFinder.NameMatch> find(String typed, int most) {
        return finder().find(typed, most);
    }

    private NameFinder finder() {
        Map<Ref, Facts> everybody = everybody();
        Map<String, List<String>> merged = new HashMap<>();
        for (Facts facts : everybody.values())
            facts.get(Fields.PARTY_MERGED_INTO)
                    .ifPresent(into -> merged.computeIfAbsent(into.list().get(0), name -> new ArrayList<>())
                            .add(nameOf(facts)));
        NameFinder finder = new NameFinder();
        everybody.forEach((ref, facts) -> {
            if (facts.get(Fields.PARTY_MERGED_INTO).isPresent()) return;
            Set<String> spellings = new LinkedHashSet<>(
                    facts.get(Fields.PARTY_SPELLINGS).map(Terms::list).orElse(List.of()));
            facts.get(Fields.PARTY_LEGAL_NAME).ifPresent(spellings::add);
            spellings.addAll(merged.getOrDefault(nameOf(facts), List.of()));
            finder.add(ref.id(), nameOf(facts), List.copyOf(spellings));
        });
        return finder;
    }

    private static String nameOf(Facts facts) {
        return requireNonNull(facts.text(Fields.PARTY_NAME));
    }

    /**
     * Where somebody's name stands.
     *
     * @param track 0 for the release itself
     * @param says what they are there: the fact's name, and what is said of them
     */
    public record Appearance(Release release, int track, Field<?> field, String says) {}

    /** Somebody's page. */
    public record Person(
            long id, Facts facts, List<Appearance> appears, List<String> groups, List<NameFinder.NameMatch> alike) {}

    /** Everything about somebody. */
    public Person person(long id) {
        Ref ref = new Ref(Entity.PARTY, id);
        Facts facts =
                Optional.ofNullable(releases.facts(List.of(ref)).get(ref)).orElseThrow(() -> Problem.missing("person"));
        String name = nameOf(facts);
        Set<Ref> named = named(id);
        List<Appearance> appears = new ArrayList<>();
        for (Release release : releases.load(releases.showing(named))) appears.addAll(appearances(release, name));
        List<String> groups = jdbc.sql("""
                        SELECT p.name FROM credit c JOIN party p ON p.id = c.target_id
                        WHERE c.entity = 'party' AND c.fact = 'members' AND c.party_id = ? ORDER BY p.name""").param(id).query(String.class).list();
        List<NameFinder.NameMatch> alike = finder().find(name, 6).stream()
                .filter(found -> found.id() != id && found.fit() >= PERHAPS_ONE)
                .toList();
        return new Person(id, facts, appears, groups, alike);
    }

    private static List<Appearance> appearances(Release release, String name) {
        List<Appearance> all = new ArrayList<>();
        for (Field<?> field : Fields.of(Entity.RELEASE))
            entry(field, release.facts(), name)
                    .ifPresent(entry -> all.add(new Appearance(release, 0, field, says(field, entry, name))));
        for (Track track : release.tracks())
            for (Entity entity : Entity.OF_A_TRACK)
                for (Field<?> field : Fields.of(entity))
                    entry(field, release.factsOf(track, entity), name)
                            .ifPresent(entry ->
                                    all.add(new Appearance(release, track.number(), field, says(field, entry, name))));
        return all;
    }

    private static String says(Field<?> field, PeopleType.PersonEntry entry, String name) {
        if (name.equals(entry.via())) return "publishes " + entry.name();
        return entry.detail().isEmpty() ? field.name() : field.name() + ": " + entry.detail();
    }

    private static Optional<PeopleType.PersonEntry> entry(Field<?> field, Facts facts, String name) {
        return facts.entries(field).stream()
                .filter(entry -> entry.name().equals(name) || name.equals(entry.via()))
                .findFirst();
    }

    private Set<Ref> named(long id) {
        return new HashSet<>(jdbc.sql(
                        "SELECT DISTINCT entity, target_id FROM credit WHERE (party_id = ? OR via_id = ?) AND fact <> 'mergedInto'")
                .params(id, id)
                .query((row, n) -> new Ref(Entity.of(row.getString("entity")), row.getLong("target_id")))
                .list());
    }

    /** The changes that make two people one: names everywhere, identifiers that only one has, the other spelling kept. */
    public List<Change> merging(long from, long into) {
        if (from == into) throw Problem.input("same-person", "Choose somebody else to merge with.");
        Ref gone = new Ref(Entity.PARTY, from);
        Ref stays = new Ref(Entity.PARTY, into);
        Set<Ref> targets = named(from);
        Set<Ref> all = new HashSet<>(targets);
        all.add(gone);
        all.add(stays);
        Map<Ref, Facts> facts = releases.facts(all);
        if (!facts.containsKey(gone) || !facts.containsKey(stays)) throw Problem.missing("person");
        String oldName = nameOf(facts.get(gone));
        String newName = nameOf(facts.get(stays));
        List<Change> batch = new ArrayList<>();
        for (Ref target : targets) {
            Facts named = requireNonNull(facts.get(target));
            for (Field<?> field : Fields.of(target.entity()))
                if (entry(field, named, oldName).isPresent())
                    batch.add(renamed(target, field, requireNonNull(named.text(field)), oldName, newName));
        }
        for (Field<?> field : Fields.of(Entity.PARTY)) {
            String there = facts.get(stays).text(field);
            String here = facts.get(gone).text(field);
            boolean ownName = field == Fields.PARTY_NAME
                    || field == Fields.PARTY_SPELLINGS
                    || field == Fields.PARTY_MERGED_INTO
                    || field == Fields.PARTY_MEMBERS;
            if (there == null && here != null && !ownName) batch.add(new Change(stays, field, null, here));
        }
        Set<String> spellings = new LinkedHashSet<>(
                facts.get(stays).get(Fields.PARTY_SPELLINGS).map(Terms::list).orElse(List.of()));
        spellings.add(oldName);
        spellings.addAll(
                facts.get(gone).get(Fields.PARTY_SPELLINGS).map(Terms::list).orElse(List.of()));
        batch.add(new Change(
                stays,
                Fields.PARTY_SPELLINGS,
                facts.get(stays).text(Fields.PARTY_SPELLINGS),
                new Terms(List.copyOf(spellings)).toString()));
        batch.add(new Change(
                gone, Fields.PARTY_MERGED_INTO, null, Names.of(newName).toString()));
        return batch;
    }

    private static Change renamed(Ref target, Field<?> field, String text, String oldName, String newName) {
        try {
            return new Change(target, field, text, renamed((PeopleType<?>) field.type(), text, oldName, newName));
        } catch (MalformedValue both) {
            throw Problem.conflict(
                    "both-named",
                    "Both names stand in one place, and cannot become one there: %s. Settle it there first; nothing was changed."
                            .formatted(both.getMessage()));
        }
    }

    private static String renamed(PeopleType<?> type, String text, String oldName, String newName) {
        return type.textOf(type.entriesIn(text).stream()
                .map(entry -> new PeopleType.PersonEntry(
                        entry.name().equals(oldName) ? newName : entry.name(),
                        entry.detail(),
                        Objects.equals(entry.via(), oldName) ? newName : entry.via()))
                .toList());
    }

    /** Makes two people one. */
    @Transactional
    public void merge(long from, long into, Account account) {
        List<Change> batch = merging(from, into);
        changes.applyToCatalogue(new ChangeService.Batch("Merge of two names", ChangeSource.MERGE, batch), account);
    }
}

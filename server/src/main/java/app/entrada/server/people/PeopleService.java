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
import app.entrada.core.text.MalformedValue;
import app.entrada.server.accounts.Account;
import app.entrada.server.facts.ChangeService;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.platform.LikePattern;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import org.jspecify.annotations.Nullable;
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
    private final PeopleFinder finder;

    PeopleService(JdbcClient jdbc, ReleaseRepository releases, ChangeService changes, PeopleFinder finder) {
        this.finder = finder;
        this.jdbc = jdbc;
        this.releases = releases;
        this.changes = changes;
    }

    /** Somebody in the list. */
    public record Listed(long id, Facts facts, int appears) {}

    /**
     * People in a list, by name.
     *
     * @param more whether there are others behind them
     */
    public record PeopleList(List<Listed> people, boolean more) {}

    private static final String IN_USE = """
            FROM party p WHERE p.archived_at IS NULL AND NOT EXISTS (SELECT FROM credit m
                WHERE m.entity = 'party' AND m.target_id = p.id AND m.fact = 'mergedInto')""";

    private static final String BY_NAME = " ORDER BY lower(coalesce(p.sort_name, p.name)), p.name LIMIT :most";

    /** Some of those who are not merged into somebody else, behind somebody if one is given. */
    public PeopleList list(@Nullable Long after, int most) {
        List<Long> ids = jdbc.sql("SELECT p.id " + IN_USE + """
                         AND (CAST(:after AS bigint) IS NULL OR (lower(coalesce(p.sort_name, p.name)), p.name) >
                            (SELECT lower(coalesce(a.sort_name, a.name)), a.name FROM party a WHERE a.id = :after))""" + BY_NAME)
                .param("after", after)
                .param("most", most + 1)
                .query(Long.class)
                .list();
        return new PeopleList(listed(ids.subList(0, Math.min(most, ids.size()))), ids.size() > most);
    }

    /** Those who may be meant by what was typed, and those in whose name it stands; by name. */
    public PeopleList found(String typed, int most) {
        List<Long> meant =
                finder.find(typed, most).stream().map(NameFinder.NameMatch::id).toList();
        List<Long> ids = jdbc.sql("SELECT p.id " + IN_USE + """
                         AND p.id IN (SELECT unnest(CAST(:meant AS bigint[])) UNION
                            SELECT n.id FROM party n WHERE lower(n.name) LIKE lower(:typed))""" + BY_NAME)
                .param("meant", meant.toArray(Long[]::new))
                .param("typed", LikePattern.containing(typed.strip()))
                .param("most", most + 1)
                .query(Long.class)
                .list();
        return new PeopleList(listed(ids.subList(0, Math.min(most, ids.size()))), ids.size() > most);
    }

    private List<Listed> listed(List<Long> ids) {
        Map<Long, Integer> counts = new HashMap<>();
        jdbc.sql("""
                        SELECT party_id, count(*) AS n FROM credit WHERE party_id = ANY (?) AND fact <> 'mergedInto'
                        GROUP BY party_id""").param(ids.toArray(Long[]::new)).query(row -> {
            counts.put(row.getLong("party_id"), row.getInt("n"));
        });
        Map<Ref, Facts> facts =
                releases.facts(ids.stream().map(id -> new Ref(Entity.PARTY, id)).toList());
        return ids.stream()
                .map(id -> new Listed(
                        id, requireNonNull(facts.get(new Ref(Entity.PARTY, id))), counts.getOrDefault(id, 0)))
                .toList();
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
        return finder.find(typed, most);
    }

    private static String nameOf(Facts facts) {
        return requireNonNull(facts.text(Fields.PARTY_NAME));
    }

    /**
     * Where somebody's name stands.
     *
     * @param release its title
     * @param track 0 for the release itself
     * @param says what they are there: the fact's name, and what is said of them
     */
    public record Appearance(long releaseId, String release, int track, Field<?> field, String says) {}

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
        Map<Ref, Facts> there = releases.facts(named);
        for (ShownAt at : shownAt(named)) appears.addAll(appearances(at, there.get(at.ref), name));
        List<String> groups = jdbc.sql("""
                        SELECT p.name FROM credit c JOIN party p ON p.id = c.target_id
                        WHERE c.entity = 'party' AND c.fact = 'members' AND c.party_id = ? ORDER BY p.name""").param(id).query(String.class).list();
        List<NameFinder.NameMatch> alike = finder.find(name, 6).stream()
                .filter(found -> found.id() != id && found.fit() >= PERHAPS_ONE)
                .toList();
        return new Person(id, facts, appears, groups, alike);
    }

    /** Where a thing is shown: on a track of a release, or 0 for the release itself. */
    private record ShownAt(Ref ref, long releaseId, String release, int track) {}

    /** On which releases and tracks some things are shown, release by release, the newest first. */
    private List<ShownAt> shownAt(Set<Ref> refs) {
        return jdbc.sql("""
                        SELECT s.entity, s.target, r.id, coalesce(r.title, 'Untitled release') AS title,
                            coalesce(array_position(string_to_array(r.running_order, ' '), s.track::text), 0) AS number
                        FROM (SELECT 'release' AS entity, id AS target, id AS release, 0::bigint AS track FROM release
                                WHERE id = ANY (:releases)
                            UNION ALL SELECT 'track', id, release_id, id FROM track WHERE id = ANY (:tracks)
                            UNION ALL SELECT 'recording', recording_id, release_id, id FROM track
                                WHERE recording_id = ANY (:recordings)
                            UNION ALL SELECT 'work', c.work_id, t.release_id, t.id FROM recording c
                                JOIN track t ON t.recording_id = c.id WHERE c.work_id = ANY (:works)) s
                        JOIN release r ON r.id = s.release
                        WHERE r.deleted_at IS NULL AND (s.track = 0
                            OR s.track::text = ANY (string_to_array(r.running_order, ' ')))
                        ORDER BY r.release_date DESC NULLS FIRST, r.id DESC, number""")
                .param("releases", ids(refs, Entity.RELEASE))
                .param("tracks", ids(refs, Entity.TRACK))
                .param("recordings", ids(refs, Entity.RECORDING))
                .param("works", ids(refs, Entity.WORK))
                .query((row, n) -> new ShownAt(
                        new Ref(Entity.of(row.getString("entity")), row.getLong("target")),
                        row.getLong("id"),
                        row.getString("title"),
                        row.getInt("number")))
                .list();
    }

    private static Long[] ids(Set<Ref> refs, Entity entity) {
        return refs.stream().filter(ref -> ref.entity() == entity).map(Ref::id).toArray(Long[]::new);
    }

    private static List<Appearance> appearances(ShownAt at, @Nullable Facts facts, String name) {
        List<Appearance> all = new ArrayList<>();
        if (facts == null) return all;
        for (Field<?> field : Fields.of(at.ref.entity()))
            entry(field, facts, name)
                    .ifPresent(entry -> all.add(
                            new Appearance(at.releaseId, at.release, at.track, field, says(field, entry, name))));
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

package app.entrada.server.facts;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.release.Release;
import app.entrada.core.release.Track;
import app.entrada.core.text.MalformedValue;
import app.entrada.server.platform.Writes;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collection;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/**
 * Names of people on releases, tracks, recordings, works and groups. A fact that names people keeps, for each name, the
 * party's number and what is said of it there; so one who is renamed or merged is so everywhere at once.
 */
@Repository
public class CreditRepository {
    private final JdbcClient jdbc;

    CreditRepository(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /** Facts of one thing that name people, in their parts. */
    public static final class Named {
        private final Map<Field<?>, List<PeopleType.PersonEntry>> entries = new LinkedHashMap<>();

        /** The facts with these. */
        public Facts with(Facts facts) {
            Facts more = facts;
            for (var each : entries.entrySet()) more = more.withEntries(each.getKey(), each.getValue());
            return more;
        }
    }

    private final Writes written = new Writes();

    /** What this process writes of anybody's name or credits; whoever keeps names asks it. */
    public Writes people() {
        return written;
    }

    /** Notes that a name was written by other ways than {@link #store}: a fact of a party. */
    void touched() {
        written.note();
    }

    /** Those who are named on a release, and members of groups among them: numbers and facts by name. */
    public record People(Map<String, Long> ids, Map<String, Facts> facts) {}

    /** Everybody who is named on a release or belongs to a group that is. */
    public People on(Release release) {
        return requireNonNull(on(List.of(release)).get(release.id()));
    }

    /** The same for several releases, by id, in two statements. */
    public Map<Long, People> on(Collection<Release> releases) {
        Map<Long, Set<String>> named = new HashMap<>();
        Set<String> all = new HashSet<>();
        for (Release release : releases) {
            Set<String> names = new HashSet<>();
            collect(names, Entity.RELEASE, release.facts());
            for (Track track : release.tracks())
                for (Entity entity : Entity.OF_A_TRACK) collect(names, entity, release.factsOf(track, entity));
            named.put(release.id(), names);
            all.addAll(names);
        }
        People known = named(all);
        Map<Long, People> people = new HashMap<>();
        named.forEach((release, names) -> {
            Set<String> members = new HashSet<>(names);
            for (String name : names)
                if (known.facts.containsKey(name)) collect(members, Entity.PARTY, known.facts.get(name));
            People here = new People(new HashMap<>(), new HashMap<>());
            for (String name : members)
                if (known.ids.containsKey(name)) {
                    here.ids.put(name, known.ids.get(name));
                    here.facts.put(name, known.facts.get(name));
                }
            people.put(release, here);
        });
        return people;
    }

    private static void collect(Set<String> names, Entity entity, Facts facts) {
        for (Field<?> field : Fields.of(entity)) names.addAll(namesOf(facts.entries(field)));
    }

    /** Those of these names, and who stands on them: members of groups, whom they were merged into. */
    private People named(Set<String> names) {
        Map<String, Long> ids = new HashMap<>();
        Map<Long, Facts> read = new HashMap<>();
        jdbc.sql("""
                        WITH named AS (SELECT id FROM party WHERE name = ANY (:names))
                        SELECT e.id, %s FROM party e WHERE e.id IN (SELECT id FROM named UNION
                            SELECT unnest(ARRAY[c.party_id, c.via_id]) FROM credit c JOIN named n
                                ON c.entity = 'party' AND c.target_id = n.id)""".formatted(FactColumns.selected(Entity.PARTY, "e")))
                .param("names", names.toArray(String[]::new))
                .query((row, n) -> {
                    Facts facts = FactColumns.read(row, Entity.PARTY);
                    ids.put(facts.text(Fields.PARTY_NAME), row.getLong("id"));
                    return read.put(row.getLong("id"), facts);
                })
                .list();
        Map<Ref, Named> groups = names(Map.of(Entity.PARTY, List.copyOf(read.keySet())));
        Map<String, Facts> facts = new HashMap<>();
        ids.forEach((name, id) -> {
            Facts own = requireNonNull(read.get(id));
            Named named = groups.get(new Ref(Entity.PARTY, id));
            facts.put(name, named == null ? own : named.with(own));
        });
        return new People(ids, facts);
    }

    /** The number of somebody by name; a name not met before becomes a party, one put away is back. */
    public long enter(String name) {
        touched();
        jdbc.sql("""
                        INSERT INTO party (name) VALUES (?) ON CONFLICT (name) DO UPDATE SET archived_at = NULL
                        WHERE party.archived_at IS NOT NULL""").param(name).update();
        return jdbc.sql("SELECT id FROM party WHERE name = ?")
                .param(name)
                .query(Long.class)
                .single();
    }

    /** What somebody is called now who was typed in another spelling. */
    public String calledNow(String typed) {
        return called(List.of(typed)).getOrDefault(typed, typed);
    }

    /** Every name there is. */
    public Set<String> knownNames() {
        return new HashSet<>(
                jdbc.sql("SELECT name FROM party").query(String.class).list());
    }

    /** Everything that names people among these things, in one query. */
    public Map<Ref, Named> names(Map<Entity, List<Long>> targets) {
        Map<Ref, Named> names = new HashMap<>();
        var query = jdbc.sql("""
                SELECT c.entity, c.target_id, c.fact, p.name, c.detail, v.name AS via
                FROM credit c JOIN party p ON p.id = c.party_id LEFT JOIN party v ON v.id = c.via_id
                WHERE %s ORDER BY c.entity, c.target_id, c.fact, c.position""".formatted(targets.keySet().stream()
                .map(entity -> "c.entity = '%1$s' AND c.target_id = ANY (:%1$s)".formatted(entity.id()))
                .reduce((a, b) -> a + " OR " + b)
                .orElse("false")));
        for (var each : targets.entrySet())
            query = query.param(each.getKey().id(), each.getValue().toArray(Long[]::new));
        query.query((row, n) -> {
                    Field<?> field = Fields.byId(row.getString("entity") + "." + row.getString("fact"));
                    return names.computeIfAbsent(new Ref(field.entity(), row.getLong("target_id")), ref -> new Named())
                            .entries
                            .computeIfAbsent(field, fact -> new ArrayList<>())
                            .add(new PeopleType.PersonEntry(
                                    row.getString("name"), row.getString("detail"), row.getString("via")));
                })
                .list();
        return names;
    }

    /** Stores a fact that names people; a name not met before becomes a party, one put away is back. */
    public void store(Ref target, Field<?> field, PeopleType<?> type, @Nullable String text) {
        touched();
        jdbc.sql("DELETE FROM credit WHERE entity = ? AND target_id = ? AND fact = ?")
                .params(target.entity().id(), target.id(), field.key())
                .update();
        if (text == null) return;
        List<PeopleType.PersonEntry> entries = type.entriesIn(text);
        for (String name : namesOf(entries)) enter(name);
        int position = 0;
        for (PeopleType.PersonEntry entry : entries)
            jdbc.sql("""
                            INSERT INTO credit (entity, target_id, fact, position, party_id, detail, via_id)
                            SELECT ?, ?, ?, ?, p.id, ?, (SELECT id FROM party WHERE name = ?) FROM party p WHERE p.name = ?""")
                    .params(Arrays.asList(
                            target.entity().id(),
                            target.id(),
                            field.key(),
                            position++,
                            entry.detail(),
                            entry.via(),
                            entry.name()))
                    .update();
    }

    private static Set<String> namesOf(List<PeopleType.PersonEntry> entries) {
        Set<String> names = new HashSet<>();
        for (PeopleType.PersonEntry entry : entries) {
            names.add(entry.name());
            if (entry.via() != null) names.add(entry.via());
        }
        return names;
    }

    /**
     * The changes with every name put as its party is called now: typed in another spelling, or logged before somebody was
     * renamed or merged. Whom these changes themselves merge or part keeps the name that stands there.
     */
    public List<Change> resolve(List<Change> changes) {
        Set<String> names = new HashSet<>();
        for (Change change : changes)
            if (change.field().type() instanceof PeopleType<?> type)
                Stream.of(change.before(), change.after())
                        .filter(Objects::nonNull)
                        .forEach(
                                text -> names.addAll(namesOf(entries(type, text).orElse(List.of()))));
        Map<String, String> now = called(names);
        for (Change change : changes)
            if (change.field() == Fields.PARTY_MERGED_INTO || change.field() == Fields.PARTY_SPELLINGS)
                now.keySet().removeAll(namesHeldBy(change));
        if (now.isEmpty()) return changes;
        return changes.stream()
                .map(change -> change.field().type() instanceof PeopleType<?> type
                        ? new Change(
                                change.target(),
                                change.field(),
                                resolved(type, change.before(), now),
                                resolved(type, change.after(), now))
                        : change)
                .toList();
    }

    private static @Nullable String resolved(PeopleType<?> type, @Nullable String text, Map<String, String> now) {
        if (text == null) return null;
        return entries(type, text)
                .map(entries -> type.textOf(entries.stream()
                        .map(entry -> new PeopleType.PersonEntry(
                                now.getOrDefault(entry.name(), entry.name()),
                                entry.detail(),
                                entry.via() == null ? null : now.getOrDefault(entry.via(), entry.via())))
                        .toList()))
                .orElse(text);
    }

    /** The names in a text; empty when it cannot be read, as the one that a change is to mend. */
    private static Optional<List<PeopleType.PersonEntry>> entries(PeopleType<?> type, String text) {
        try {
            return Optional.of(type.entriesIn(text));
        } catch (MalformedValue unreadable) {
            return Optional.empty();
        }
    }

    /** Everything on which one of these people stands. */
    public Set<Ref> naming(Collection<Long> parties) {
        return new HashSet<>(jdbc.sql("""
                        SELECT DISTINCT entity, target_id FROM credit WHERE party_id = ANY (:parties) OR via_id = ANY (:parties)""")
                .param("parties", parties.toArray(Long[]::new))
                .query((row, n) -> new Ref(Entity.of(row.getString("entity")), row.getLong("target_id")))
                .list());
    }

    /** Puts those away again who came with a change that was taken back: nothing stands on them, nothing is known of them. */
    public void leave(List<Change> takenBack) {
        Set<String> names = new HashSet<>();
        for (Change change : takenBack)
            if (change.before() != null && change.field().type() instanceof PeopleType<?> type)
                names.addAll(namesOf(entries(type, change.before()).orElse(List.of())));
        if (names.isEmpty()) return;
        touched();
        String known = Fields.of(Entity.PARTY).stream()
                .filter(field -> field != Fields.PARTY_NAME && !(field.type() instanceof PeopleType<?>))
                .map(field -> "p." + field.column())
                .collect(Collectors.joining(", "));
        jdbc.sql("""
                        UPDATE party p SET archived_at = now() WHERE p.name = ANY (:names) AND num_nonnulls(%s) = 0
                          AND NOT EXISTS (SELECT 1 FROM credit c WHERE c.party_id = p.id OR c.via_id = p.id)
                          AND NOT EXISTS (SELECT 1 FROM credit c WHERE c.entity = 'party' AND c.target_id = p.id)""".formatted(known))
                .param("names", names.toArray(String[]::new))
                .update();
    }

    private List<String> namesHeldBy(Change change) {
        List<String> held = new ArrayList<>(jdbc.sql("SELECT name FROM party WHERE id = ?")
                .param(change.target().id())
                .query(String.class)
                .list());
        if (change.field() == Fields.PARTY_SPELLINGS)
            for (String text : Arrays.asList(change.before(), change.after()))
                if (text != null)
                    held.addAll(Fields.PARTY_SPELLINGS.type().parse(text).list());
        return held;
    }

    /** The names of parties by names of those merged into them and by other spellings; a name in use means itself. */
    private Map<String, String> called(Collection<String> typed) {
        Map<String, String> names = new HashMap<>();
        if (typed.isEmpty()) return names;
        jdbc.sql("""
                        SELECT p.name, s.spelling FROM party p, unnest(string_to_array(p.spellings, '; ')) AS s (spelling)
                        WHERE string_to_array(p.spellings, '; ') && CAST(:typed AS text[]) AND s.spelling = ANY (:typed)
                          AND NOT EXISTS (SELECT 1 FROM party o WHERE o.name = s.spelling)
                        UNION ALL
                        SELECT a.name, b.name FROM party b JOIN credit c ON c.entity = 'party' AND c.target_id = b.id
                          AND c.fact = 'mergedInto' JOIN party a ON a.id = c.party_id WHERE b.name = ANY (:typed)""")
                .param("typed", typed.toArray(String[]::new))
                .query((row, n) -> names.putIfAbsent(row.getString("spelling"), row.getString("name")))
                .list();
        return names;
    }
}

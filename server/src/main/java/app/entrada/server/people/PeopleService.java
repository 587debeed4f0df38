package app.entrada.server.people;

import static java.util.Objects.requireNonNull;

import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.names.NameFinder;
import app.entrada.core.names.PlaceholderNames;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.facts.PeopleFinder;
import app.entrada.server.facts.PeopleMerging;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.WhereShown;
import app.entrada.server.platform.LikePattern;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
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
    private final WhereShown shown;
    private final PeopleMerging merging;
    private final PeopleFinder finder;

    PeopleService(
            JdbcClient jdbc, ReleaseRepository releases, WhereShown shown, PeopleMerging merging, PeopleFinder finder) {
        this.finder = finder;
        this.jdbc = jdbc;
        this.releases = releases;
        this.shown = shown;
        this.merging = merging;
    }

    /**
     * Somebody in the list.
     *
     * @param missing facts that others will ask for: a society of who writes, directories of who performs
     */
    public record Listed(long id, Facts facts, int appears, List<Field<?>> missing) {}

    private static final List<Field<?>> ASKED_OF_WRITERS =
            List.of(Fields.PARTY_LEGAL_NAME, Fields.PARTY_IPI, Fields.PARTY_SOCIETY);
    private static final List<Field<?>> ASKED_OF_ARTISTS = List.of(Fields.PARTY_ISNI);

    /** How often somebody is named, and as what. */
    private record Named(int count, boolean writes, boolean performs) {
        static final Named NOWHERE = new Named(0, false, false);

        List<Field<?>> missing(Facts facts) {
            List<Field<?>> missing = new ArrayList<>();
            if (PlaceholderNames.is(nameOf(facts))) return missing;
            if (writes) missing.addAll(ASKED_OF_WRITERS);
            if (performs) missing.addAll(ASKED_OF_ARTISTS);
            missing.removeIf(field -> facts.text(field) != null);
            return missing;
        }
    }

    /**
     * People in a list, by name.
     *
     * @param more whether there are others behind them
     */
    public record PeopleList(List<Listed> people, boolean more) {}

    private static final String IN_USE = """
            FROM party p WHERE p.archived_at IS NULL AND (:kind = '' OR p.kind = :kind) AND NOT EXISTS (SELECT FROM credit m
                WHERE m.entity = 'party' AND m.target_id = p.id AND m.fact = 'mergedInto')""";

    private static final String BY_NAME = " ORDER BY lower(coalesce(p.sort_name, p.name)), p.name LIMIT :most";

    /**
     * Some of those who are not merged into somebody else, behind somebody if one is given.
     *
     * @param kind person, group or company; empty for all
     */
    public PeopleList list(String kind, @Nullable Long after, int most) {
        List<Long> ids = jdbc.sql("SELECT p.id " + IN_USE + """
                         AND (CAST(:after AS bigint) IS NULL OR (lower(coalesce(p.sort_name, p.name)), p.name) >
                            (SELECT lower(coalesce(a.sort_name, a.name)), a.name FROM party a WHERE a.id = :after))""" + BY_NAME)
                .param("kind", kind)
                .param("after", after)
                .param("most", most + 1)
                .query(Long.class)
                .list();
        return new PeopleList(listed(ids.subList(0, Math.min(most, ids.size()))), ids.size() > most);
    }

    /** Those who may be meant by what was typed, and those in whose name it stands; by name. */
    public PeopleList found(String typed, String kind, int most) {
        List<Long> meant =
                finder.find(typed, most).stream().map(NameFinder.NameMatch::id).toList();
        List<Long> ids = jdbc.sql("SELECT p.id " + IN_USE + """
                         AND p.id IN (SELECT unnest(CAST(:meant AS bigint[])) UNION
                            SELECT n.id FROM party n WHERE lower(n.name) LIKE lower(:typed))""" + BY_NAME)
                .param("kind", kind)
                .param("meant", meant.toArray(Long[]::new))
                .param("typed", LikePattern.containing(typed.strip()))
                .param("most", most + 1)
                .query(Long.class)
                .list();
        return new PeopleList(listed(ids.subList(0, Math.min(most, ids.size()))), ids.size() > most);
    }

    private List<Listed> listed(List<Long> ids) {
        Map<Long, Named> named = new HashMap<>();
        jdbc.sql("""
                        SELECT party_id, count(*) AS n, bool_or(fact = 'writers') AS writes,
                            bool_or(fact IN ('artists', 'featured')) AS performs
                        FROM credit WHERE party_id = ANY (?) AND fact <> 'mergedInto' GROUP BY party_id""").param(ids.toArray(Long[]::new)).query(row -> {
            named.put(
                    row.getLong("party_id"),
                    new Named(row.getInt("n"), row.getBoolean("writes"), row.getBoolean("performs")));
        });
        Map<Ref, Facts> facts =
                releases.facts(ids.stream().map(id -> new Ref(Entity.PARTY, id)).toList());
        return ids.stream()
                .map(id -> {
                    Facts theirs = requireNonNull(facts.get(new Ref(Entity.PARTY, id)));
                    Named as = named.getOrDefault(id, Named.NOWHERE);
                    return new Listed(id, theirs, as.count, as.missing(theirs));
                })
                .toList();
    }

    /** Puts somebody away: in no list and offered nowhere, until named again or brought back. */
    @Transactional
    @For(Role.ASSISTANT)
    public void putAway(long id) {
        Person person = person(id);
        if (!person.appears().isEmpty() || !person.groups().isEmpty())
            throw Problem.conflict(
                    "still-named",
                    "%s appears in %d places. Remove the name there first; nothing was changed."
                            .formatted(
                                    nameOf(person.facts()),
                                    person.appears().size() + person.groups().size()));
        jdbc.sql("UPDATE party SET archived_at = now() WHERE id = ?").param(id).update();
    }

    /** Brings somebody back who was put away. */
    @Transactional
    @For(Role.ASSISTANT)
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
        Set<Ref> named = merging.named(id);
        List<Appearance> appears = new ArrayList<>();
        Map<Ref, Facts> there = releases.facts(named);
        for (WhereShown.At at : shown.of(named)) appears.addAll(appearances(at, there.get(at.ref()), name));
        List<String> groups = jdbc.sql("""
                        SELECT p.name FROM credit c JOIN party p ON p.id = c.target_id
                        WHERE c.entity = 'party' AND c.fact = 'members' AND c.party_id = ? ORDER BY p.name""").param(id).query(String.class).list();
        List<NameFinder.NameMatch> alike = finder.find(name, 6).stream()
                .filter(found -> found.id() != id && found.fit() >= PERHAPS_ONE)
                .toList();
        return new Person(id, facts, appears, groups, alike);
    }

    private static List<Appearance> appearances(WhereShown.At at, @Nullable Facts facts, String name) {
        List<Appearance> all = new ArrayList<>();
        if (facts == null) return all;
        for (Field<?> field : Fields.of(at.ref().entity()))
            entry(field, facts, name)
                    .ifPresent(entry -> all.add(
                            new Appearance(at.releaseId(), at.release(), at.track(), field, says(field, entry, name))));
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

    /** The changes that make two people one. */
    public List<Change> merging(long from, long into) {
        return merging.changes(List.of(from), into);
    }

    /** Makes two people one. */
    @For(Role.ASSISTANT)
    public void merge(long from, long into, Account account) {
        merging.merge(List.of(from), into, account);
    }
}

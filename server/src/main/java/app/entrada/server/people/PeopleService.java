package app.entrada.server.people;

import static java.util.Objects.requireNonNull;

import app.entrada.core.credit.Roles;
import app.entrada.core.field.Entity;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Member;
import app.entrada.core.field.value.PeopleType;
import app.entrada.core.names.NameFinder;
import app.entrada.core.names.PlaceholderNames;
import app.entrada.core.release.Change;
import app.entrada.core.release.Facts;
import app.entrada.core.release.Ref;
import app.entrada.core.spelling.SpellingKind;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.facts.PeopleFinder;
import app.entrada.server.facts.PeopleMerging;
import app.entrada.server.facts.ReleaseRepository;
import app.entrada.server.facts.WhereShown;
import app.entrada.server.platform.BrieflyKept;
import app.entrada.server.platform.LikePattern;
import app.entrada.server.platform.Problem;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.function.BiPredicate;
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
    private final BrieflyKept<List<Wanting>> wanting;

    PeopleService(
            JdbcClient jdbc,
            ReleaseRepository releases,
            WhereShown shown,
            PeopleMerging merging,
            PeopleFinder finder,
            CreditRepository credits) {
        wanting = new BrieflyKept<>(
                credits.people(),
                () -> jdbc.sql("SELECT coalesce(max(id), 0)::text FROM batch")
                        .query(String.class)
                        .single(),
                this::readWanting);
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

    /**
     * How often somebody is named, and as what.
     *
     * @param writes a work
     * @param heard a performer on a recording
     * @param artist stands in the line of artists
     */
    private record Named(int count, boolean writes, boolean heard, boolean artist) {
        static final Named NOWHERE = new Named(0, false, false, false);
    }

    /**
     * A fact that others ask for.
     *
     * @param of of whom it is asked
     * @param whose the same in words, for a sentence
     */
    private record Asked(Field<?> field, BiPredicate<Named, Facts> of, String whose) {
        boolean missing(Named named, Facts facts) {
            return facts.text(field) == null && of.test(named, facts) && !PlaceholderNames.is(nameOf(facts));
        }
    }

    private static final List<Asked> ASKED = List.of(
            new Asked(Fields.PARTY_IPI, (named, facts) -> named.writes, "writers"),
            new Asked(
                    Fields.PARTY_LEGAL_NAME,
                    // a group is its members; each of them is asked
                    (named, facts) -> named.writes || named.heard && facts.text(Fields.PARTY_MEMBERS) == null,
                    "writers and performers"),
            new Asked(Fields.PARTY_SOCIETY, (named, facts) -> named.writes, "writers"),
            new Asked(Fields.PARTY_ISNI, (named, facts) -> named.artist, "artists"));

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
                            bool_or(fact IN ('artists', 'featured')) AS artist,
                            array_agg(DISTINCT detail) FILTER (WHERE fact = 'credits') AS roles
                        FROM credit WHERE party_id = ANY (?) AND fact <> 'mergedInto' GROUP BY party_id""").param(ids.toArray(Long[]::new)).query(row -> {
            named.put(
                    row.getLong("party_id"),
                    new Named(
                            row.getInt("n"),
                            row.getBoolean("writes"),
                            row.getArray("roles") != null
                                    && heard((String[]) row.getArray("roles").getArray()),
                            row.getBoolean("artist")));
        });
        Map<Ref, Facts> facts =
                releases.facts(ids.stream().map(id -> new Ref(Entity.PARTY, id)).toList());
        return ids.stream()
                .map(id -> {
                    Facts theirs = requireNonNull(facts.get(new Ref(Entity.PARTY, id)));
                    Named as = named.getOrDefault(id, Named.NOWHERE);
                    List<Field<?>> missing = new ArrayList<>();
                    for (Asked each : ASKED) if (each.missing(as, theirs)) missing.add(each.field);
                    return new Listed(id, theirs, as.count, missing);
                })
                .toList();
    }

    private static boolean heard(String[] roles) {
        return Arrays.stream(roles)
                .flatMap(each -> Arrays.stream(each.split(", ")))
                .anyMatch(Roles::performs);
    }

    /**
     * A fact that is missing of some.
     *
     * @param whose of whom it is asked, in words
     * @param people of whom it is missing, those first who are named most often
     */
    public record Wanting(Field<?> field, String whose, List<Listed> people) {}

    /** What others will ask for and nobody has entered yet; kept until something is written. */
    public List<Wanting> wanting() {
        return wanting.now();
    }

    private List<Wanting> readWanting() {
        List<Listed> everybody = listed(jdbc.sql("SELECT p.id " + IN_USE + BY_NAME)
                        .param("kind", "")
                        .param("most", Integer.MAX_VALUE)
                        .query(Long.class)
                        .list())
                .stream()
                .sorted(Comparator.comparingInt(Listed::appears).reversed())
                .toList();
        List<Wanting> all = new ArrayList<>();
        for (Asked each : ASKED) {
            List<Listed> people = everybody.stream()
                    .filter(person -> person.missing.contains(each.field))
                    .toList();
            if (!people.isEmpty()) all.add(new Wanting(each.field, each.whose, people));
        }
        return List.copyOf(all);
    }

    /** Puts somebody away: in no list and offered nowhere, until named again or brought back. */
    @Transactional
    @For(Role.ASSISTANT)
    public void putAway(long id) {
        Person person = person(id);
        int places = person.places() + person.groups().size();
        if (places > 0)
            throw Problem.conflict(
                    "still-named",
                    "%s appears in %d places. Remove the name there first; nothing was changed."
                            .formatted(nameOf(person.facts()), places));
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
     * A release that names somebody.
     *
     * @param facts of the release
     * @param places where, in the running order
     */
    public record OnRelease(long id, String title, Facts facts, List<Appearance> places) {}

    /**
     * Where somebody's name stands.
     *
     * @param track 0 for the release itself
     * @param says what they are there: the fact's name, and what is said of them
     */
    public record Appearance(int track, Field<?> field, String says) {}

    /** Somebody in a group, or the group of somebody, with the years. */
    public record Belonging(long id, String name, Optional<Integer> since, Optional<Integer> until) {}

    /**
     * Somebody's page.
     *
     * @param listed what is said of them in the list
     * @param releases the newest first
     */
    public record Person(
            Listed listed,
            List<OnRelease> releases,
            List<Belonging> groups,
            List<Belonging> members,
            List<NameFinder.NameMatch> alike) {
        public Facts facts() {
            return listed.facts;
        }

        /** In how many places the name stands. */
        int places() {
            return releases.stream().mapToInt(each -> each.places.size()).sum();
        }
    }

    /** Everything about somebody. */
    public Person person(long id) {
        if (jdbc.sql("SELECT count(*) FROM party WHERE id = ?")
                        .param(id)
                        .query(Integer.class)
                        .single()
                == 0) throw Problem.missing("person");
        Listed listed = listed(List.of(id)).get(0);
        String name = nameOf(listed.facts);
        Set<Ref> named = merging.named(id);
        List<WhereShown.At> places = shown.of(named);
        Set<Ref> wanted = new HashSet<>(named);
        places.forEach(at -> wanted.add(new Ref(Entity.RELEASE, at.releaseId())));
        Map<Ref, Facts> there = releases.facts(wanted);
        Map<Long, OnRelease> on = new LinkedHashMap<>();
        for (WhereShown.At at : places) {
            List<Appearance> here = appearances(at, there.get(at.ref()), name);
            if (!here.isEmpty())
                on.computeIfAbsent(
                                at.releaseId(),
                                release -> new OnRelease(
                                        release,
                                        at.release(),
                                        requireNonNull(there.get(new Ref(Entity.RELEASE, release))),
                                        new ArrayList<>()))
                        .places
                        .addAll(here);
        }
        Set<Long> others = saidToBeOthers(id);
        List<NameFinder.NameMatch> alike = finder.find(name, 6).stream()
                .filter(found -> found.id() != id && found.fit() >= PERHAPS_ONE && !others.contains(found.id()))
                .toList();
        return new Person(listed, List.copyOf(on.values()), groups(id, name, there), members(id, listed.facts), alike);
    }

    /** Those of whom somebody has said that they are not the same. */
    private Set<Long> saidToBeOthers(long id) {
        return jdbc.sql("""
                        SELECT CAST(CASE WHEN one = :id THEN other ELSE one END AS bigint) FROM spelling_apart
                        WHERE kind = :kind AND :id IN (one, other)""")
                .param("id", String.valueOf(id))
                .param("kind", SpellingKind.PEOPLE.id())
                .query(Long.class)
                .set();
    }

    private List<Belonging> groups(long id, String name, Map<Ref, Facts> there) {
        List<Belonging> groups = new ArrayList<>();
        there.forEach((ref, facts) -> {
            if (ref.entity() == Entity.PARTY && ref.id() != id)
                facts.get(Fields.PARTY_MEMBERS).orElse(List.of()).stream()
                        .filter(member -> member.name().equals(name))
                        .findFirst()
                        .ifPresent(member ->
                                groups.add(new Belonging(ref.id(), nameOf(facts), member.since(), member.until())));
        });
        groups.sort(Comparator.comparing(Belonging::name));
        return groups;
    }

    private List<Belonging> members(long id, Facts facts) {
        List<Member> members = facts.get(Fields.PARTY_MEMBERS).orElse(List.of());
        if (members.isEmpty()) return List.of();
        Map<String, Long> ids = new HashMap<>();
        jdbc.sql("""
                        SELECT p.id, p.name FROM credit c JOIN party p ON p.id = c.party_id
                        WHERE c.entity = 'party' AND c.fact = 'members' AND c.target_id = ?""").param(id).query(row -> {
            ids.put(row.getString("name"), row.getLong("id"));
        });
        return members.stream()
                .filter(member -> ids.containsKey(member.name()))
                .map(member -> new Belonging(
                        requireNonNull(ids.get(member.name())), member.name(), member.since(), member.until()))
                .toList();
    }

    private static List<Appearance> appearances(WhereShown.At at, @Nullable Facts facts, String name) {
        List<Appearance> all = new ArrayList<>();
        if (facts == null) return all;
        for (Field<?> field : Fields.of(at.ref().entity()))
            entry(field, facts, name)
                    .ifPresent(entry -> all.add(new Appearance(at.track(), field, says(field, entry, name))));
        return all;
    }

    private static String says(Field<?> field, PeopleType.PersonEntry entry, String name) {
        if (name.equals(entry.via())) return "publishes " + entry.name();
        String said = field.type() instanceof PeopleType<?> people ? people.said(entry) : entry.detail();
        return said.isEmpty() ? field.name() : field.name() + ": " + said;
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

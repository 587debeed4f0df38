package app.entrada.server.context;

import static java.util.Objects.requireNonNull;

import app.entrada.core.names.NameFolding;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.platform.BrieflyKept;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.stream.Stream;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * All names in use, and which of them seem to be spellings of one. Which ones look alike is kept until a name comes, goes or
 * changes: folding some thousand names at every edit would be felt. How often those are used is counted whenever credits were
 * written.
 */
@Component
public class KnownNames {
    /** Letters from which a name one letter off is a slip; shorter ones are other names. */
    private static final int LONG_ENOUGH = 7;

    /** A slip is told of a name that stands at least this many times, and as many times as often. */
    private static final int OFTEN = 3;

    private static final String STATE = """
            SELECT count(*) || ' ' || coalesce(sum(hashtext(name)::bigint), 0) || ' ' || (
                SELECT count(*) || ' ' || coalesce(sum(target_id), 0) FROM credit WHERE entity = 'party' AND fact = 'mergedInto')
            FROM party""";

    private final JdbcClient jdbc;
    private final BrieflyKept<Alike> alike;
    private final BrieflyKept<Book> kept;
    private volatile @Nullable Counted last;

    KnownNames(JdbcClient jdbc, CreditRepository credits) {
        this.jdbc = jdbc;
        alike = new BrieflyKept<>(
                credits.people(), () -> jdbc.sql(STATE).query(String.class).single(), this::alike);
        kept = new BrieflyKept<>(credits.people(), null, this::counted);
    }

    private record Name(long id, String spelt) {}

    /**
     * Names that look like others.
     *
     * @param all every name in use
     * @param families spellings of which one folds into the same as the other
     * @param near families of which the first is one letter away from the second, of one or more spellings
     */
    private record Alike(Set<String> all, List<List<Name>> families, List<Near> near) {}

    private record Near(List<Name> one, List<Name> other) {}

    /** What was made of names that look alike; the same book as long as both stay the same. */
    private record Counted(Alike of, Book book) {}

    private record Use(String name, long times) {}

    /**
     * Names as they are now.
     *
     * @param usual by name: the spelling of it that is used most
     */
    public record Book(Set<String> names, Map<String, String> usual) {
        /** How a name is usually spelt, when that is another way than this one. */
        Optional<String> usualSpelling(String name) {
            return Optional.ofNullable(usual.get(name)).filter(other -> !other.equals(name));
        }
    }

    /** Names as they are now; the same object while no name has come, gone or changed and the usual spellings are the same. */
    public Book now() {
        return kept.now();
    }

    /** Families one letter away from one another. Two are when they are equal with one letter less, so only those are compared. */
    private static List<Near> near(Map<String, List<Name>> families) {
        Map<String, List<String>> shortened = new HashMap<>();
        for (String fold : families.keySet())
            if (fold.length() >= LONG_ENOUGH) {
                shortened.computeIfAbsent(fold, each -> new ArrayList<>()).add(fold);
                for (int i = 0; i < fold.length(); i++)
                    shortened
                            .computeIfAbsent(fold.substring(0, i) + fold.substring(i + 1), each -> new ArrayList<>())
                            .add(fold);
            }
        Set<Near> near = new LinkedHashSet<>();
        for (List<String> same : shortened.values())
            for (String one : same)
                for (String other : same)
                    if (!one.equals(other) && oneLetterApart(one, other))
                        near.add(new Near(requireNonNull(families.get(one)), requireNonNull(families.get(other))));
        return List.copyOf(near);
    }

    /** Names that are one letter away from one that is used much more: a slip of the hand, most likely. */
    private static Map<String, String> slips(List<Near> near, Map<Long, Long> times) {
        Map<String, String> slips = new HashMap<>();
        for (Near each : near) {
            Use rare = most(each.one, times);
            Use usual = most(each.other, times);
            if (usual.times >= OFTEN && usual.times >= OFTEN * rare.times)
                for (Name name : each.one) slips.put(name.spelt, usual.name);
        }
        return slips;
    }

    private static Use most(List<Name> family, Map<Long, Long> times) {
        Use most = use(family.get(0), times);
        for (Name name : family) {
            Use use = use(name, times);
            if (use.times > most.times) most = use;
        }
        return most;
    }

    private static Use use(Name name, Map<Long, Long> times) {
        return new Use(name.spelt, times.getOrDefault(name.id, 0L));
    }

    /** One letter more, less or another, or two neighbours changed about. */
    private static boolean oneLetterApart(String one, String other) {
        int from = 0;
        int least = Math.min(one.length(), other.length());
        while (from < least && one.charAt(from) == other.charAt(from)) from++;
        int back = 0;
        while (back < least - from && one.charAt(one.length() - 1 - back) == other.charAt(other.length() - 1 - back))
            back++;
        String left = one.substring(from, one.length() - back);
        String right = other.substring(from, other.length() - back);
        return left.length() <= 1 && right.length() <= 1
                || left.length() == 2
                        && new StringBuilder(left).reverse().toString().equals(right);
    }

    private Alike alike() {
        List<Name> names = jdbc.sql("""
                        SELECT p.id, p.name FROM party p
                        WHERE NOT EXISTS (SELECT 1 FROM credit m WHERE m.entity = 'party' AND m.target_id = p.id
                            AND m.fact = 'mergedInto')
                        ORDER BY p.id""")
                .query((row, n) -> new Name(row.getLong("id"), row.getString("name")))
                .list();
        Map<String, List<Name>> families = new LinkedHashMap<>();
        for (Name name : names)
            families.computeIfAbsent(NameFolding.foldPerson(name.spelt).replace(" ", ""), fold -> new ArrayList<>())
                    .add(name);
        return new Alike(
                Set.copyOf(names.stream().map(Name::spelt).toList()),
                families.values().stream().filter(family -> family.size() > 1).toList(),
                near(families));
    }

    /** How often the names that look like others stand anywhere. */
    private Map<Long, Long> times(Alike of) {
        Map<Long, Long> times = new HashMap<>();
        Long[] wanted = Stream.concat(
                        of.families.stream(), of.near.stream().flatMap(each -> Stream.of(each.one, each.other)))
                .flatMap(List::stream)
                .map(Name::id)
                .distinct()
                .toArray(Long[]::new);
        if (wanted.length > 0)
            jdbc.sql("SELECT party_id, count(*) AS times FROM credit WHERE party_id = ANY (?) GROUP BY party_id")
                    .param(wanted)
                    .query(row -> {
                        times.put(row.getLong("party_id"), row.getLong("times"));
                    });
        return times;
    }

    private Book counted() {
        Alike of = alike.now();
        Map<Long, Long> times = times(of);
        Map<String, String> usual = new HashMap<>();
        for (List<Name> family : of.families) {
            Use most = most(family, times);
            for (Name name : family) usual.put(name.spelt, most.name);
        }
        slips(of.near, times).forEach(usual::putIfAbsent);
        Counted before = last;
        if (before != null && before.of == of && before.book.usual.equals(usual)) return before.book;
        Book book = new Book(of.all, usual);
        last = new Counted(of, book);
        return book;
    }
}

package app.entrada.server.context;

import static java.util.Objects.requireNonNull;

import app.entrada.core.names.NameFolding;
import app.entrada.server.facts.CreditRepository;
import app.entrada.server.platform.BrieflyKept;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * All names in use, and which of them seem to be spellings of one. Kept until a name comes, goes or changes: folding some
 * thousand names at every edit would be felt. How often each is used may lag behind by that much.
 */
@Component
public class KnownNames {
    /** Letters from which a name one letter off is a slip; shorter ones are other names. */
    private static final int LONG_ENOUGH = 7;

    /** A slip is told of a name that stands at least this many times, and as many times as often. */
    private static final int OFTEN = 3;

    private static final String STATE = "SELECT count(*) || ' ' || coalesce(sum(hashtext(name)::bigint), 0) FROM party";

    private final JdbcClient jdbc;
    private final BrieflyKept<Book> kept;

    KnownNames(JdbcClient jdbc, CreditRepository credits) {
        this.jdbc = jdbc;
        kept = new BrieflyKept<>(
                credits.people(), () -> jdbc.sql(STATE).query(String.class).single(), this::book);
    }

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

    /** Names as they are now; the same object while no name has come, gone or changed. */
    public Book now() {
        return kept.now();
    }

    /**
     * Names that are one letter away from one that is used much more: a slip of the hand, most likely. Two names are near when
     * they are equal with one letter less, so only those are compared.
     */
    private static Map<String, String> slips(Map<String, List<Use>> families) {
        Map<String, List<String>> near = new HashMap<>();
        for (String fold : families.keySet())
            if (fold.length() >= LONG_ENOUGH) {
                near.computeIfAbsent(fold, each -> new ArrayList<>()).add(fold);
                for (int i = 0; i < fold.length(); i++)
                    near.computeIfAbsent(fold.substring(0, i) + fold.substring(i + 1), each -> new ArrayList<>())
                            .add(fold);
            }
        Map<String, String> slips = new HashMap<>();
        for (List<String> alike : near.values())
            for (String one : alike)
                for (String other : alike) {
                    if (one.equals(other) || !oneLetterApart(one, other)) continue;
                    List<Use> slipped = requireNonNull(families.get(one));
                    Use rare = most(slipped);
                    Use usual = most(requireNonNull(families.get(other)));
                    if (usual.times >= OFTEN && usual.times >= OFTEN * rare.times)
                        for (Use use : slipped) slips.put(use.name, usual.name);
                }
        return slips;
    }

    private static Use most(List<Use> family) {
        Use most = family.get(0);
        for (Use use : family) if (use.times > most.times) most = use;
        return most;
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

    private Book book() {
        List<Use> uses = jdbc.sql("""
                        SELECT p.name, count(c.party_id) AS times FROM party p LEFT JOIN credit c ON c.party_id = p.id
                        WHERE NOT EXISTS (SELECT 1 FROM credit m WHERE m.entity = 'party' AND m.target_id = p.id
                            AND m.fact = 'mergedInto')
                        GROUP BY p.id ORDER BY p.id""")
                .query((row, n) -> new Use(row.getString("name"), row.getLong("times")))
                .list();
        Map<String, List<Use>> families = new HashMap<>();
        for (Use use : uses)
            families.computeIfAbsent(NameFolding.foldPerson(use.name).replace(" ", ""), fold -> new ArrayList<>())
                    .add(use);
        Map<String, String> usual = new HashMap<>();
        for (List<Use> family : families.values()) {
            if (family.size() < 2) continue;
            Use most = most(family);
            for (Use use : family) usual.put(use.name, most.name);
        }
        slips(families).forEach(usual::putIfAbsent);
        return new Book(Set.copyOf(uses.stream().map(Use::name).toList()), usual);
    }
}

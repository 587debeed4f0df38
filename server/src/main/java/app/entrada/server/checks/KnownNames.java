package app.entrada.server.checks;

import app.entrada.core.text.NameFolding;
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
class KnownNames {
    private final JdbcClient jdbc;
    private volatile Kept kept;

    KnownNames(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    private record Kept(String state, Book book) {}

    private record Use(String name, long times) {}

    /**
     * Names as they are now.
     *
     * @param usual by name: the spelling of it that is used most
     */
    record Book(Set<String> names, Map<String, String> usual) {
        /** How a name is usually spelt, when that is another way than this one. */
        Optional<String> usualSpelling(String name) {
            return Optional.ofNullable(usual.get(name)).filter(other -> !other.equals(name));
        }
    }

    Book now() {
        String state = jdbc.sql("""
                        SELECT count(*) || ' ' || coalesce(sum(hashtext(name)::bigint), 0) FROM party""").query(String.class).single();
        Kept last = kept;
        if (last != null && last.state.equals(state)) return last.book;
        Book book = book();
        kept = new Kept(state, book);
        return book;
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
            families.computeIfAbsent(NameFolding.fold(use.name).replace(" ", ""), fold -> new ArrayList<>())
                    .add(use);
        Map<String, String> usual = new HashMap<>();
        for (List<Use> family : families.values()) {
            if (family.size() < 2) continue;
            Use most = family.get(0);
            for (Use use : family) if (use.times > most.times) most = use;
            for (Use use : family) usual.put(use.name, most.name);
        }
        return new Book(Set.copyOf(uses.stream().map(Use::name).toList()), usual);
    }
}

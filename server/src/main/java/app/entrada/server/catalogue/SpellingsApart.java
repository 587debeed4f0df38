package app.entrada.server.catalogue;

import app.entrada.core.spelling.SpellingKind;
import app.entrada.server.accounts.Account;
import app.entrada.server.platform.Problem;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.BiPredicate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Spellings of which somebody has said that they are two. */
@Repository
class SpellingsApart {
    private static final int MOST_LISTED = 1_000;

    private final JdbcClient jdbc;

    SpellingsApart(JdbcClient jdbc) {
        this.jdbc = jdbc;
    }

    /**
     * What somebody has said.
     *
     * @param one and the other: ids of people, else the values themselves
     * @param by who said so
     */
    record Decided(long id, SpellingKind kind, String one, String other, String by, Instant at) {}

    /** What was said, the latest first. */
    List<Decided> all() {
        return jdbc.sql("""
                        SELECT s.id, s.kind, s.one, s.other, a.name, s.at FROM spelling_apart s
                        JOIN account a ON a.id = s.account_id ORDER BY s.id DESC LIMIT ?""")
                .param(MOST_LISTED)
                .query((row, n) -> new Decided(
                        row.getLong("id"),
                        SpellingKind.of(row.getString("kind")).orElseThrow(),
                        row.getString("one"),
                        row.getString("other"),
                        row.getString("name"),
                        row.getTimestamp("at").toInstant()))
                .list();
    }

    /** Whether two of a kind were said to be two. */
    static BiPredicate<String, String> test(List<Decided> all, SpellingKind kind) {
        Set<List<String>> pairs = new HashSet<>();
        for (Decided each : all) if (each.kind == kind) pairs.add(List.of(each.one, each.other));
        return (one, other) -> pairs.contains(pair(one, other));
    }

    private static List<String> pair(String one, String other) {
        return one.compareTo(other) <= 0 ? List.of(one, other) : List.of(other, one);
    }

    /** Says that all of these are others. */
    void decide(SpellingKind kind, List<String> ids, Account account) {
        List<String> ones = new ArrayList<>();
        List<String> others = new ArrayList<>();
        for (int i = 0; i < ids.size(); i++)
            for (int j = 0; j < i; j++) {
                List<String> pair = pair(ids.get(i), ids.get(j));
                ones.add(pair.get(0));
                others.add(pair.get(1));
            }
        jdbc.sql("""
                        INSERT INTO spelling_apart (kind, one, other, account_id)
                        SELECT ?, pair.one, pair.other, ? FROM unnest(CAST(? AS text[]), CAST(? AS text[])) AS pair (one, other)
                        ON CONFLICT DO NOTHING""")
                .params(kind.id(), account.id(), ones.toArray(String[]::new), others.toArray(String[]::new))
                .update();
    }

    /** Takes it back. */
    void withdraw(long id) {
        if (jdbc.sql("DELETE FROM spelling_apart WHERE id = ?").param(id).update() == 0)
            throw Problem.missing("decision");
    }
}

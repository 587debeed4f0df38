package app.entrada.server.facts;

import static java.util.Objects.requireNonNull;

import app.entrada.core.names.NameFinder;
import app.entrada.server.platform.BrieflyKept;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Who may be meant by what somebody types: all names by which people are known, kept until one comes, goes or changes. */
@Component
public class PeopleFinder {
    private static final String STATE = """
            SELECT count(*) || ' ' || coalesce(sum(hashtext(concat_ws('|', id, name, legal_name, spellings, archived_at))::bigint), 0)
                || ' ' || (SELECT count(*) FROM credit WHERE entity = 'party' AND fact = 'mergedInto')
            FROM party""";

    private final JdbcClient jdbc;
    private final BrieflyKept<NameFinder> kept;

    PeopleFinder(JdbcClient jdbc, CreditRepository credits) {
        this.jdbc = jdbc;
        kept = new BrieflyKept<>(
                credits.people(), () -> jdbc.sql(STATE).query(String.class).single(), this::read);
    }

    /** Those who may be meant, the likeliest first. */
    public List<NameFinder.NameMatch> find(String typed, int most) {
        return kept.now().find(typed, most);
    }

    private record KnownAs(
            long id,
            String name,
            List<String> spellings,
            @Nullable String into) {}

    private NameFinder read() {
        List<KnownAs> everybody = jdbc.sql("""
                        SELECT p.id, p.name, p.legal_name, string_to_array(p.spellings, '; ') AS spellings, other.name AS merged
                        FROM party p LEFT JOIN credit m ON m.entity = 'party' AND m.target_id = p.id AND m.fact = 'mergedInto'
                        LEFT JOIN party other ON other.id = m.party_id
                        WHERE p.archived_at IS NULL ORDER BY lower(coalesce(p.sort_name, p.name)), p.name""")
                .query((row, n) -> {
                    List<String> spellings = new ArrayList<>();
                    if (row.getArray("spellings") != null)
                        spellings.addAll(Arrays.asList(
                                (String[]) row.getArray("spellings").getArray()));
                    if (row.getString("legal_name") != null) spellings.add(row.getString("legal_name"));
                    return new KnownAs(row.getLong("id"), row.getString("name"), spellings, row.getString("merged"));
                })
                .list();
        Map<String, List<String>> merged = new HashMap<>();
        for (KnownAs each : everybody)
            if (each.into != null)
                merged.computeIfAbsent(each.into, name -> new ArrayList<>()).add(each.name);
        NameFinder finder = new NameFinder();
        for (KnownAs each : everybody) {
            if (each.into != null) continue;
            List<String> spellings = new ArrayList<>(each.spellings);
            if (merged.containsKey(each.name)) spellings.addAll(requireNonNull(merged.get(each.name)));
            finder.add(each.id, each.name, spellings.stream().distinct().toList());
        }
        return finder;
    }
}

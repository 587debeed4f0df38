package app.entrada.server.checks;

import app.entrada.core.rule.Profile;
import app.entrada.server.accounts.Account;
import app.entrada.server.platform.Problem;
import java.sql.Date;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.LocalDate;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Destinations' rules as they hold on a day: the shipped ones, each replaced by the label's own version from its day on. */
@Component
public class OwnProfiles {
    private final JdbcClient jdbc;
    private final Clock clock;
    private final List<Profile> shipped = Profile.shipped();
    /** Profiles that were read, by their text: reading one takes longer than asking for all of them. */
    private final Map<String, Profile> read = new java.util.concurrent.ConcurrentHashMap<>();

    OwnProfiles(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** All destinations with the rules that hold on a day. */
    public List<Profile> on(LocalDate day) {
        Map<String, Profile> own = new HashMap<>();
        jdbc.sql("SELECT destination, yaml FROM profile WHERE dated <= ? ORDER BY destination, dated")
                .param(Date.valueOf(day))
                .query(row -> {
                    own.put(row.getString("destination"), read.computeIfAbsent(row.getString("yaml"), Profile::read));
                });
        if (own.isEmpty()) return shipped;
        return shipped.stream()
                .map(profile -> own.getOrDefault(profile.id(), profile))
                .toList();
    }

    /** The shipped rules of a destination. */
    public Profile shipped(String id) {
        return shipped.stream()
                .filter(profile -> profile.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.missing("destination"));
    }

    /** The label's own version that holds or will hold, when there is one. */
    public Optional<Profile> own(String id) {
        return jdbc.sql("SELECT yaml FROM profile WHERE destination = ? ORDER BY dated DESC LIMIT 1")
                .param(id)
                .query(String.class)
                .optional()
                .map(Profile::read);
    }

    /** Keeps a version of its own from its day on. */
    public void keep(Profile adjusted, Account account) {
        jdbc.sql("""
                        INSERT INTO profile (destination, dated, yaml, account_id, at) VALUES (?, ?, ?, ?, ?)
                        ON CONFLICT (destination, dated) DO UPDATE SET yaml = excluded.yaml,
                        account_id = excluded.account_id, at = excluded.at""")
                .params(
                        adjusted.id(),
                        Date.valueOf(adjusted.dated()),
                        adjusted.yaml(),
                        account.id(),
                        Timestamp.from(clock.instant()))
                .update();
    }

    /** Goes back to the shipped rules. */
    public void drop(String id) {
        jdbc.sql("DELETE FROM profile WHERE destination = ?").param(id).update();
    }
}

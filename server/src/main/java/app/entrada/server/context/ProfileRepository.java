package app.entrada.server.context;

import app.entrada.core.check.profile.Profile;
import app.entrada.core.release.Release;
import app.entrada.server.accounts.Account;
import app.entrada.server.platform.Problem;
import com.github.benmanes.caffeine.cache.Caffeine;
import com.github.benmanes.caffeine.cache.LoadingCache;
import java.sql.Date;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.LocalDate;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Destinations' rules as they hold on a day: the shipped ones, each replaced by the label's own version from its day on. */
@Component
public class ProfileRepository {
    private static final String ALL = "all";

    private final JdbcClient jdbc;
    private final Clock clock;
    private final List<Profile> shipped = Profile.shipped();
    /** Profiles that were read, by their text: the same text is the same profile. */
    private final Map<String, Profile> read = new ConcurrentHashMap<>();
    /** All that stand in the database, by day; asked for at every finding, and rarely changed by another node. */
    private final LoadingCache<String, List<Profile>> kept =
            Caffeine.newBuilder().expireAfterWrite(Duration.ofSeconds(1)).build(all -> stored());

    ProfileRepository(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    private List<Profile> stored() {
        return jdbc.sql("SELECT yaml FROM profile ORDER BY dated").query(String.class).list().stream()
                .map(yaml -> read.computeIfAbsent(yaml, Profile::read))
                .toList();
    }

    private Optional<Profile> last(String id, Predicate<Profile> which) {
        return kept.get(ALL).stream()
                .filter(profile -> profile.id().equals(id))
                .filter(which)
                .reduce((earlier, later) -> later);
    }

    /** All destinations with the rules that hold on a day. */
    public List<Profile> on(LocalDate day) {
        if (kept.get(ALL).isEmpty()) return shipped;
        return shipped.stream()
                .map(profile ->
                        last(profile.id(), own -> !own.dated().isAfter(day)).orElse(profile))
                .toList();
    }

    /** The day of today, by the clock of the installation. */
    public LocalDate today() {
        return LocalDate.now(clock);
    }

    /** All destinations with the rules that hold today. */
    public List<Profile> all() {
        return on(today());
    }

    /** Those of the destinations that a release is meant for. */
    public List<Profile> meantBy(Release release) {
        return Profile.meantBy(release, all());
    }

    /** The destination with this id, with the rules that hold today. */
    public Profile byId(String id) {
        return all().stream()
                .filter(profile -> profile.id().equals(id))
                .findFirst()
                .orElseThrow(() -> Problem.missing("destination"));
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
        return last(id, any -> true);
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
        kept.invalidateAll();
    }

    /** Goes back to the shipped rules. */
    public void drop(String id) {
        jdbc.sql("DELETE FROM profile WHERE destination = ?").param(id).update();
        kept.invalidateAll();
    }
}

package app.entrada.server.context;

import app.entrada.core.check.profile.Caption;
import app.entrada.core.check.profile.Profile;
import app.entrada.core.field.Field;
import app.entrada.core.field.Fields;
import app.entrada.core.field.value.Terms;
import app.entrada.core.release.Release;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.BrieflyKept;
import app.entrada.server.platform.Problem;
import java.sql.Date;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.LocalDate;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.function.Predicate;
import java.util.function.UnaryOperator;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.annotation.Transactional;

/**
 * The label's destinations with their rules as they hold on a day: those that each began with, replaced by adjusted ones from
 * their day on.
 */
@Component
public class ProfileRepository {
    private final JdbcClient jdbc;
    private final Clock clock;
    /** Profiles that were read, by their text: the same text is the same profile. */
    private final Map<String, Profile> read = new ConcurrentHashMap<>();
    /** All that stand in the database; asked for at every finding, and rarely changed by another node. */
    private final BrieflyKept<KeptProfiles> kept = new BrieflyKept<>(this::stored);

    ProfileRepository(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /**
     * @param begun what each began with, in the order in which they were added
     * @param archived ids of those that were put away
     * @param adjusted by day
     */
    private record KeptProfiles(List<Profile> begun, Set<String> archived, List<Profile> adjusted) {}

    private KeptProfiles stored() {
        List<Profile> begun = new ArrayList<>();
        Set<String> archived = new HashSet<>();
        List<Profile> adjusted = new ArrayList<>();
        jdbc.sql("""
                        SELECT yaml, true AS begun, archived_at IS NOT NULL AS archived, number, NULL AS dated FROM receiver
                        UNION ALL SELECT yaml, false, false, 0, dated FROM profile ORDER BY number, dated""").query(row -> {
            Profile profile = read.computeIfAbsent(row.getString("yaml"), Profile::read);
            (row.getBoolean("begun") ? begun : adjusted).add(profile);
            if (row.getBoolean("archived")) archived.add(profile.id());
        });
        return new KeptProfiles(begun, archived, adjusted);
    }

    private Optional<Profile> last(String id, Predicate<Profile> which) {
        return kept.now().adjusted.stream()
                .filter(profile -> profile.id().equals(id))
                .filter(which)
                .reduce((earlier, later) -> later);
    }

    private Profile on(LocalDate day, Profile begun) {
        return last(begun.id(), own -> !own.dated().isAfter(day)).orElse(begun);
    }

    /** All destinations that are in use, with the rules that hold on a day. */
    public List<Profile> on(LocalDate day) {
        return on(day, false);
    }

    /** Those that were put away. */
    public List<Profile> archived() {
        return on(today(), true);
    }

    private List<Profile> on(LocalDate day, boolean archived) {
        KeptProfiles all = kept.now();
        return all.begun.stream()
                .filter(profile -> all.archived.contains(profile.id()) == archived)
                .map(profile -> on(day, profile))
                .toList();
    }

    /** The day of today, by the clock of the installation. */
    public LocalDate today() {
        return LocalDate.now(clock);
    }

    /** All destinations that are in use, with the rules that hold today. */
    public List<Profile> all() {
        return on(today());
    }

    /** Those of the destinations that a release is meant for. */
    public List<Profile> meantBy(Release release) {
        return Profile.meantBy(release, all());
    }

    /** The first later day on which a release is meant for other destinations than today, or one of them has other rules. */
    public Optional<LocalDate> turnsOn(Release release) {
        LocalDate today = today();
        Set<String> meant = meantBy(release).stream().map(Profile::id).collect(Collectors.toSet());
        return kept.now().adjusted.stream()
                .filter(own -> own.dated().isAfter(today))
                .filter(own -> meant.contains(own.id())
                        || !Profile.meantBy(release, List.of(own)).isEmpty())
                .map(Profile::dated)
                .min(Comparator.naturalOrder());
    }

    /** The destination with this id, put away or not, with the rules that hold today. */
    public Profile byId(String id) {
        return on(today(), begun(id));
    }

    /** The rules that a destination began with. */
    public Profile begun(String id) {
        return find(id).orElseThrow(() -> Problem.missing("destination"));
    }

    private Optional<Profile> find(String id) {
        return kept.now().begun.stream()
                .filter(profile -> profile.id().equals(id))
                .findFirst();
    }

    /** The adjusted version that holds or will hold, when there is one. */
    public Optional<Profile> own(String id) {
        return last(id, any -> true);
    }

    /** Keeps an adjusted version from its day on. */
    @For(Role.MANAGER)
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
        kept.written();
    }

    /** Goes back to the rules that a destination began with. */
    @For(Role.MANAGER)
    public void drop(String id) {
        jdbc.sql("DELETE FROM profile WHERE destination = ?").param(id).update();
        kept.written();
    }

    /**
     * Adds a destination.
     *
     * @param account whose deed it is; null for the demo's
     * @return whether there was none of this id yet
     */
    public boolean begin(Profile profile, @Nullable Account account) {
        boolean fresh = jdbc.sql("""
                        INSERT INTO receiver (id, yaml, account_id, at) VALUES (:id, :yaml, :account, :at)
                        ON CONFLICT DO NOTHING""")
                        .param("id", profile.id())
                        .param("yaml", profile.yaml())
                        .param("account", account == null ? null : account.id())
                        .param("at", Timestamp.from(clock.instant()))
                        .update()
                > 0;
        kept.written();
        return fresh;
    }

    /** Gives a destination other captions of its form. */
    @Transactional
    public void captions(String id, List<Caption> captions) {
        everywhere(id, version -> version.withCaptions(captions));
    }

    /** Gives a distributor other outlets. */
    @Transactional
    public void outlets(String id, List<String> outlets) {
        everywhere(id, version -> version.withOutlets(outlets));
    }

    /** What is not dated stands in what a destination began with and in every version of its rules. */
    private void everywhere(String id, UnaryOperator<Profile> changed) {
        rewrite(
                "SELECT yaml FROM receiver WHERE id = ? FOR UPDATE",
                "UPDATE receiver SET yaml = ? WHERE id = ? AND yaml = ?",
                id,
                changed);
        rewrite(
                "SELECT yaml FROM profile WHERE destination = ? FOR UPDATE",
                "UPDATE profile SET yaml = ? WHERE destination = ? AND yaml = ?",
                id,
                changed);
        kept.written();
    }

    /** From what stands there now, not from what is kept here: somebody else may have written it within the last second. */
    private void rewrite(String select, String update, String id, UnaryOperator<Profile> changed) {
        for (String yaml : jdbc.sql(select).param(id).query(String.class).list())
            jdbc.sql(update)
                    .params(changed.apply(Profile.read(yaml)).yaml(), id, yaml)
                    .update();
    }

    /** A fact for reading: destinations by name, one that is not there any more by its id; all else as its field says it. */
    public String shown(Field<?> field, String text) {
        if (field != Fields.RELEASE_DESTINATIONS) return field.shown(text);
        return Terms.parse(text).list().stream()
                .map(id -> find(id).map(Profile::name).orElse(id))
                .collect(Collectors.joining(", "));
    }

    /** Whether a destination, in use or put away, has this id. */
    public boolean has(String id) {
        return find(id).isPresent();
    }

    /** Puts a destination away, or takes it out again. */
    public void archive(String id, boolean away) {
        jdbc.sql("UPDATE receiver SET archived_at = ? WHERE id = ?")
                .params(java.util.Arrays.asList(away ? Timestamp.from(clock.instant()) : null, id))
                .update();
        kept.written();
    }

    /**
     * Removes a destination to which nothing was ever sent, with its rules and its connection.
     *
     * @return whether it was one
     */
    public boolean remove(String id) {
        boolean removed = jdbc.sql("""
                        DELETE FROM receiver WHERE id = ?
                        AND NOT EXISTS (SELECT FROM delivery WHERE destination = receiver.id)""").param(id).update() > 0;
        if (removed) {
            jdbc.sql("DELETE FROM profile WHERE destination = ?").param(id).update();
            jdbc.sql("DELETE FROM destination WHERE id = ?").param(id).update();
        }
        kept.written();
        return removed;
    }
}

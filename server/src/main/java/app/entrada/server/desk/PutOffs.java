package app.entrada.server.desk;

import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.context.ProfileRepository;
import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import java.time.LocalDate;
import java.time.format.DateTimeParseException;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Repository;

/** Releases of which the Desk says nothing until a day, with why. */
@Repository
public class PutOffs {
    private static final int LONGEST_REASON = 200;
    private static final int MOST = 500;
    private static final int MOST_YEARS = 2;

    private final JdbcClient jdbc;
    private final ProfileRepository profiles;
    private final Announcer announcer;

    PutOffs(JdbcClient jdbc, ProfileRepository profiles, Announcer announcer) {
        this.jdbc = jdbc;
        this.profiles = profiles;
        this.announcer = announcer;
    }

    /**
     * A release that was put off.
     *
     * @param title of the release
     * @param until ISO day on which the Desk speaks of it again
     * @param forAll whether for everybody
     * @param by who put it off
     */
    record PutOff(long id, long release, String title, String until, String reason, boolean forAll, String by) {}

    /** What is put off for an account today, the nearest day first. */
    List<PutOff> of(Account account) {
        return jdbc.sql("""
                        SELECT o.id, o.release_id, coalesce(r.title, 'Untitled release') AS title, o.until, o.reason,
                            o.account_id IS NULL AS for_all, a.name
                        FROM put_off o JOIN release r ON r.id = o.release_id JOIN account a ON a.id = o.by_account
                        WHERE o.until > :today AND (o.account_id IS NULL OR o.account_id = :account)
                            AND r.deleted_at IS NULL AND r.archived_at IS NULL
                        ORDER BY o.until, o.id LIMIT :most""")
                .param("today", profiles.today())
                .param("account", account.id())
                .param("most", MOST)
                .query((row, n) -> new PutOff(
                        row.getLong("id"),
                        row.getLong("release_id"),
                        row.getString("title"),
                        row.getString("until"),
                        row.getString("reason"),
                        row.getBoolean("for_all"),
                        row.getString("name")))
                .list();
    }

    /**
     * Puts a release off.
     *
     * @param until ISO day after today on which the Desk speaks of it again
     * @param forAll whether for everybody rather than for this account
     */
    @For(Role.ASSISTANT)
    public void put(long release, String until, String reason, boolean forAll, Account account) {
        if (reason.isBlank() || reason.length() > LONGEST_REASON)
            throw Problem.input("reason", "Enter a reason of up to %d characters.".formatted(LONGEST_REASON))
                    .with("field", "reason");
        LocalDate day = day(until);
        LocalDate today = profiles.today();
        if (!day.isAfter(today) || day.isAfter(today.plusYears(MOST_YEARS)))
            throw Problem.input("until", "Choose a day after today and within %d years.".formatted(MOST_YEARS))
                    .with("field", "until");
        int put = jdbc.sql("""
                        INSERT INTO put_off (release_id, account_id, until, reason, by_account)
                        SELECT r.id, CAST(:for AS bigint), :until, :reason, :by FROM release r
                            WHERE r.id = :release AND r.deleted_at IS NULL
                        ON CONFLICT (release_id, account_id) DO UPDATE SET until = excluded.until,
                            reason = excluded.reason, by_account = excluded.by_account, at = now()""")
                .param("release", release)
                .param("for", forAll ? null : account.id())
                .param("until", day)
                .param("reason", reason.strip())
                .param("by", account.id())
                .update();
        if (put == 0) throw Problem.missing("release");
        announcer.announce("desk", Map.of("by", account.name()));
    }

    private static LocalDate day(String typed) {
        try {
            return LocalDate.parse(typed);
        } catch (DateTimeParseException none) {
            throw Problem.input("until", "“%s” is not a valid date.".formatted(typed))
                    .with("field", "until");
        }
    }

    /** One's own, or what was put off for everybody. */
    @For(Role.ASSISTANT)
    void bringBack(long id, Account account) {
        if (jdbc.sql("DELETE FROM put_off WHERE id = ? AND (account_id IS NULL OR account_id = ?)")
                        .params(id, account.id())
                        .update()
                == 0) throw Problem.missing("release that you put off");
        announcer.announce("desk", Map.of("by", account.name()));
    }
}

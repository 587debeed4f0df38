package app.entrada.server.checks;

import app.entrada.core.check.Finding;
import app.entrada.core.check.profile.Weight;
import app.entrada.server.accounts.Account;
import app.entrada.server.accounts.For;
import app.entrada.server.accounts.Role;
import app.entrada.server.platform.Problem;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.Collection;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Risks that somebody takes, each with a reason. They hold for the sentence that was read: another value, another question. */
@Component
public class AcceptedRiskRepository {
    private static final int SHORTEST = 3;
    private static final int LONGEST = 1000;

    private final JdbcClient jdbc;
    private final Clock clock;

    AcceptedRiskRepository(JdbcClient jdbc, Clock clock) {
        this.jdbc = jdbc;
        this.clock = clock;
    }

    /** @param says the sentence in which the risk was told */
    record Taken(String says, Finding.Accepted accepted) {}

    /** Risks that were taken, by release and finding. */
    Map<Long, Map<String, Taken>> of(Collection<Long> releases) {
        Map<Long, Map<String, Taken>> taken = new HashMap<>();
        jdbc.sql("""
                        SELECT r.release_id, r.finding, r.says, r.reason, a.name, r.at FROM accepted_risk r
                        JOIN account a ON a.id = r.account_id WHERE r.release_id = ANY (?)""").param(releases.toArray(Long[]::new)).query(row -> {
            taken.computeIfAbsent(row.getLong("release_id"), id -> new HashMap<>())
                    .put(
                            row.getString("finding"),
                            new Taken(
                                    row.getString("says"),
                                    new Finding.Accepted(
                                            row.getString("reason"),
                                            row.getString("name"),
                                            row.getTimestamp("at").toInstant().toString())));
        });
        return taken;
    }

    /** Takes the risk of findings, of all or of none. */
    @For(Role.MANAGER)
    public void take(long releaseId, List<Finding> findings, @Nullable String reason, Account account) {
        String plain = reason == null ? "" : reason.strip();
        if (plain.length() < SHORTEST || plain.length() > LONGEST)
            throw Problem.input(
                            "no-reason",
                            "Accepting a risk needs a reason of 3 to 1,000 characters; nothing was changed.")
                    .with("field", "reason");
        if (findings.stream().anyMatch(each -> each.weight() == Weight.STOP))
            throw Problem.conflict(
                    "stops", "This stops the delivery. It must be fixed; it cannot be accepted as a risk.");
        jdbc.sql("""
                        INSERT INTO accepted_risk (release_id, finding, says, reason, account_id, at)
                        SELECT ?, risk.finding, risk.says, ?, ?, ?
                        FROM unnest(CAST(? AS text[]), CAST(? AS text[])) AS risk (finding, says)
                        ON CONFLICT (release_id, finding) DO UPDATE SET says = excluded.says, reason = excluded.reason,
                        account_id = excluded.account_id, at = excluded.at""")
                .params(
                        releaseId,
                        plain,
                        account.id(),
                        Timestamp.from(clock.instant()),
                        findings.stream().map(Finding::id).toArray(String[]::new),
                        findings.stream().map(Finding::says).toArray(String[]::new))
                .update();
    }

    /** Takes them back. */
    @For(Role.MANAGER)
    public void withdraw(long releaseId, Collection<String> findings) {
        jdbc.sql("DELETE FROM accepted_risk WHERE release_id = ? AND finding = ANY (?)")
                .params(releaseId, findings.toArray(String[]::new))
                .update();
    }
}

package app.entrada.server.accounts;

import app.entrada.server.platform.Problem;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.List;
import java.util.Optional;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Accounts and their passwords. Five wrong passwords lock an account for a while; an unknown name takes as long. */
@Service
public class AccountService {
    private static final int FREE_FAILURES = 5;
    private static final Duration LOCK = Duration.ofMinutes(1);
    private static final int SHORTEST_PASSWORD = 10;
    /** BCrypt reads no more than 72 bytes. */
    private static final int LONGEST_PASSWORD_BYTES = 72;

    private final JdbcClient jdbc;
    private final PasswordEncoder passwords;
    private final Clock clock;
    private final String nobodysPassword;

    AccountService(JdbcClient jdbc, PasswordEncoder passwords, Clock clock) {
        this.jdbc = jdbc;
        this.passwords = passwords;
        this.clock = clock;
        this.nobodysPassword = passwords.encode("nobody");
    }

    private record Stored(Account account, String password, Instant lockedUntil) {}

    /** The account when name and password fit; empty otherwise, whatever did not fit. */
    @Transactional(noRollbackFor = Problem.class)
    public Optional<Account> signIn(String name, String password) {
        Optional<Stored> found = jdbc.sql(
                        "SELECT id, name, role, password, locked_until FROM account WHERE name = ? FOR UPDATE")
                .param(name)
                .query((row, n) -> {
                    Timestamp locked = row.getTimestamp("locked_until");
                    return new Stored(
                            new Account(row.getLong("id"), row.getString("name"), row.getString("role")),
                            row.getString("password"),
                            locked == null ? Instant.MIN : locked.toInstant());
                })
                .optional();
        boolean fits = passwords.matches(password, found.map(Stored::password).orElse(nobodysPassword));
        if (found.isEmpty()) return Optional.empty();
        Account account = found.get().account();
        if (found.get().lockedUntil().isAfter(clock.instant()))
            throw new Problem(
                    HttpStatus.TOO_MANY_REQUESTS,
                    "locked",
                    "Too many wrong passwords for this name. Wait a minute, then try again.");
        if (fits) {
            jdbc.sql("UPDATE account SET failures = 0, locked_until = NULL WHERE id = ?")
                    .param(account.id())
                    .update();
            return Optional.of(account);
        }
        jdbc.sql("""
                        UPDATE account
                        SET failures = CASE WHEN failures + 1 >= :free THEN 0 ELSE failures + 1 END,
                            locked_until = CASE WHEN failures + 1 >= :free THEN :until ELSE locked_until END
                        WHERE id = :id""")
                .param("free", FREE_FAILURES)
                .param("until", Timestamp.from(clock.instant().plus(LOCK)))
                .param("id", account.id())
                .update();
        return Optional.empty();
    }

    /** The account with this name, which exists. */
    public Account named(String name) {
        return jdbc.sql("SELECT id, name, role FROM account WHERE name = ?")
                .param(name)
                .query((row, n) -> new Account(row.getLong(1), row.getString(2), row.getString(3)))
                .single();
    }

    /** Whether no account exists yet. */
    public boolean none() {
        return jdbc.sql("SELECT NOT EXISTS (SELECT 1 FROM account)")
                .query(Boolean.class)
                .single();
    }

    /** Makes the first account, a manager; refused when there is one. */
    @Transactional
    public Account first(String name, String password) {
        // Two first visits at once: the second waits here and then finds an account.
        jdbc.sql("LOCK TABLE account IN EXCLUSIVE MODE").update();
        if (!none())
            throw Problem.conflict(
                    "not-first", "There is an account already. Sign in with it, or ask its owner for one.");
        return create(name, password, "manager");
    }

    /** Makes an account. */
    @Transactional
    public Account create(String name, String password, String role) {
        String plain = name == null ? "" : name.strip();
        if (plain.isEmpty() || plain.length() > 100)
            throw Problem.input("name", "A name has 1 to 100 characters.").with("field", "name");
        if (password == null
                || password.length() < SHORTEST_PASSWORD
                || password.getBytes(java.nio.charset.StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES)
            throw Problem.input(
                            "password",
                            "A password has %d characters or more, and at most %d bytes."
                                    .formatted(SHORTEST_PASSWORD, LONGEST_PASSWORD_BYTES))
                    .with("field", "password");
        long id = jdbc.sql("INSERT INTO account (name, password, role) VALUES (?, ?, ?) RETURNING id")
                .params(List.of(plain, passwords.encode(password), role))
                .query(Long.class)
                .single();
        return new Account(id, plain, role);
    }
}

package app.entrada.server.accounts;

import app.entrada.core.text.Sha256;
import app.entrada.server.platform.Problem;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Duration;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Accounts and their passwords. A name that does not exist takes as long as a wrong password, and is answered alike. */
@Service
public class AccountService {
    private static final int SHORTEST_PASSWORD = 10;
    private static final int LONGEST_NAME = 100;
    /** BCrypt reads no more than 72 bytes. */
    private static final int LONGEST_PASSWORD_BYTES = 72;

    private static final SecureRandom RANDOM = new SecureRandom();

    private final JdbcClient jdbc;
    private final PasswordGate gate;
    private final SignInLimits limits;
    private final TransactionTemplate transactions;

    AccountService(JdbcClient jdbc, PasswordGate gate, SignInLimits limits, TransactionTemplate transactions) {
        this.jdbc = jdbc;
        this.gate = gate;
        this.limits = limits;
        this.transactions = transactions;
    }

    private record Stored(Account account, String password) {}

    /**
     * The account when name and password fit; empty otherwise, whatever did not fit.
     *
     * @param address of who tries
     * @param knownBrowser a token that a browser got when somebody signed in there before; empty for none
     */
    public Optional<Account> signIn(String name, String password, String address, String knownBrowser) {
        if (name.length() > LONGEST_NAME || name.indexOf('\0') >= 0 || tooLong(password)) return Optional.empty();
        var who = limits.atTheDoor(name, address, known(name, knownBrowser));
        wait(who);
        Optional<Stored> found = stored(name);
        if (!gate.fits(password, found.map(Stored::password).orElse(null))) {
            limits.wrong(who);
            return Optional.empty();
        }
        limits.right(who);
        return found.map(Stored::account);
    }

    /**
     * Asks somebody who is signed in for the password again, before what cannot be taken back; wrong ones are refused.
     *
     * @param safe what was not done then, as a sentence
     */
    public void confirm(Account account, @Nullable String password, String safe) {
        String typed = password == null ? "" : password;
        var who = limits.signedIn(account);
        wait(who);
        if (tooLong(typed)
                || !gate.fits(
                        typed, stored(account.name()).map(Stored::password).orElse(null))) {
            limits.wrong(who);
            throw Problem.input("wrong-password", "The password does not fit. " + safe)
                    .with("field", "password");
        }
        limits.right(who);
    }

    private void wait(SignInLimits.Trying who) {
        Duration pause = limits.pause(who);
        if (pause.isZero()) return;
        throw new Problem(
                        HttpStatus.TOO_MANY_REQUESTS,
                        "too-many-tries",
                        "Too many wrong passwords. Wait %s, then try again.".formatted(minutes(pause)))
                .with("seconds", pause.toSeconds() + 1);
    }

    private static String minutes(Duration pause) {
        long minutes = pause.toMinutes() + 1;
        return minutes == 1 ? "a minute" : minutes + " minutes";
    }

    private static boolean tooLong(String password) {
        return password.getBytes(StandardCharsets.UTF_8).length > LONGEST_PASSWORD_BYTES;
    }

    private Optional<Stored> stored(String name) {
        return jdbc.sql("SELECT id, name, role, password FROM account WHERE name = ?")
                .param(name)
                .query((row, n) -> new Stored(
                        new Account(row.getLong("id"), row.getString("name"), row.getString("role")),
                        row.getString("password")))
                .optional();
    }

    /** Remembers a browser in which somebody signed in: what strangers try does not lock its owner out there. */
    public String remember(Account account) {
        byte[] random = new byte[24];
        RANDOM.nextBytes(random);
        String token = HexFormat.of().formatHex(random);
        jdbc.sql("INSERT INTO known_browser (token_sha256, account_id) VALUES (?, ?)")
                .params(hashed(token), account.id())
                .update();
        return token;
    }

    /** Whether an account was signed in to in this browser before. */
    public boolean known(String name, String token) {
        return token.matches("[0-9a-f]{48}")
                && jdbc.sql("""
                                SELECT EXISTS (SELECT 1 FROM known_browser b JOIN account a ON a.id = b.account_id
                                    WHERE b.token_sha256 = ? AND a.name = ?)""")
                        .params(hashed(token), name)
                        .query(Boolean.class)
                        .single();
    }

    private static String hashed(String token) {
        return Sha256.of(token.getBytes(StandardCharsets.US_ASCII)).hex();
    }

    /** The account with this name, which exists. */
    public Account named(String name) {
        return jdbc.sql("SELECT id, name, role FROM account WHERE name = ?")
                .param(name)
                .query((row, n) -> new Account(row.getLong(1), row.getString(2), row.getString(3)))
                .single();
    }

    /** The account with this number, which exists. */
    public Account byId(long id) {
        return jdbc.sql("SELECT id, name, role FROM account WHERE id = ?")
                .param(id)
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
    public Account first(String name, String password) {
        if (!none()) throw notFirst();
        String hash = hash(plain(name), password);
        return transactions.execute(status -> {
            // Two first visits at once: the second waits here and then finds an account.
            jdbc.sql("LOCK TABLE account IN EXCLUSIVE MODE").update();
            if (!none()) throw notFirst();
            return insert(plain(name), hash, "manager");
        });
    }

    private static Problem notFirst() {
        return Problem.conflict("not-first", "There is an account already. Sign in with it, or ask its owner for one.");
    }

    /** Makes an account. */
    public Account create(String name, String password, String role) {
        return insert(plain(name), hash(plain(name), password), role);
    }

    private static String plain(String name) {
        return name == null ? "" : name.strip();
    }

    private String hash(String plain, String password) {
        if (plain.isEmpty() || plain.length() > LONGEST_NAME || plain.chars().anyMatch(Character::isISOControl))
            throw Problem.input("name", "A name has 1 to 100 characters.").with("field", "name");
        if (password == null || password.length() < SHORTEST_PASSWORD || tooLong(password))
            throw Problem.input(
                            "password",
                            "A password has %d characters or more, and at most %d bytes."
                                    .formatted(SHORTEST_PASSWORD, LONGEST_PASSWORD_BYTES))
                    .with("field", "password");
        return gate.hash(password);
    }

    private Account insert(String name, String hash, String role) {
        long id = jdbc.sql("INSERT INTO account (name, password, role) VALUES (?, ?, ?) RETURNING id")
                .params(List.of(name, hash, role))
                .query(Long.class)
                .single();
        return new Account(id, name, role);
    }
}

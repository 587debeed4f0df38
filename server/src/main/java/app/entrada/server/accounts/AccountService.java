package app.entrada.server.accounts;

import app.entrada.core.text.Sha256;
import app.entrada.server.platform.Problem;
import java.nio.charset.StandardCharsets;
import java.security.SecureRandom;
import java.time.Duration;
import java.time.Instant;
import java.util.HexFormat;
import java.util.List;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/** Who may come in. A name that does not exist takes as long as a wrong password, and is answered alike. */
@Service
public class AccountService {
    static final int LONGEST_NAME = 100;

    private static final SecureRandom RANDOM = new SecureRandom();

    private final JdbcClient jdbc;
    private final AccountRepository stored;
    private final Passwords passwords;
    private final PasswordGate gate;
    private final SecondFactor factor;
    private final SignInLimits limits;
    private final AccountLog log;
    private final TransactionTemplate transactions;

    AccountService(
            JdbcClient jdbc,
            AccountRepository stored,
            Passwords passwords,
            PasswordGate gate,
            SecondFactor factor,
            SignInLimits limits,
            AccountLog log,
            TransactionTemplate transactions) {
        this.jdbc = jdbc;
        this.stored = stored;
        this.passwords = passwords;
        this.gate = gate;
        this.factor = factor;
        this.limits = limits;
        this.log = log;
        this.transactions = transactions;
    }

    /**
     * The account when name and password fit; empty otherwise, whatever did not fit.
     *
     * @param code of the second factor, or a recovery code; empty when none was asked for yet
     * @param address of who tries
     * @param knownBrowser a token that a browser got when somebody signed in there before; empty for none
     * @throws Problem when they fit and something else is in the way: what, is told to who knows the password only
     */
    public Optional<Account> signIn(String name, String password, String code, String address, String knownBrowser) {
        if (name.length() > LONGEST_NAME || name.indexOf('\0') >= 0 || !Passwords.isOne(password))
            return Optional.empty();
        boolean known = known(name, knownBrowser);
        var who = limits.atTheDoor(name, address, known);
        wait(who);
        Optional<AccountRepository.Stored> found = stored.named(name);
        String hash = found.map(AccountRepository.Stored::password).orElse(null);
        if (!gate.fits(password, hash)) {
            limits.wrong(who);
            found.ifPresent(it -> log.note(AccountLog.Deed.REFUSED, it.id(), "wrong password", address));
            return Optional.empty();
        }
        AccountRepository.Stored account = found.orElseThrow();
        mayComeIn(account, address);
        if (account.factorSince() != null) takeCode(account, code, known, address);
        limits.right(who);
        if (gate.isOld(account.password())) stored.rehash(account.id(), account.password(), gate.hash(password));
        stored.signedIn(account.id());
        log.note(AccountLog.Deed.SIGNED_IN, account.id(), "", address);
        return Optional.of(account.account());
    }

    private void mayComeIn(AccountRepository.Stored account, String address) {
        if (account.held()) {
            log.note(AccountLog.Deed.REFUSED, account.id(), "suspended", address);
            throw new Problem(
                    HttpStatus.FORBIDDEN, "on-hold", "This account is suspended. Ask a manager to reactivate it.");
        }
        if (account.givenUntil() != null && account.givenUntil().isBefore(Instant.now()))
            throw new Problem(
                    HttpStatus.FORBIDDEN,
                    "password-old",
                    "This password was issued more than seven days ago and has expired. Ask a manager for a new one.");
    }

    private void takeCode(AccountRepository.Stored account, String code, boolean known, String address) {
        if (code.isBlank())
            throw new Problem(
                            HttpStatus.UNAUTHORIZED,
                            "second-factor",
                            "Enter the code that your device shows, or one of your recovery codes.")
                    .with("field", "code");
        var who = limits.withCode(account.name(), known);
        wait(who);
        switch (factor.take(account.id(), code)) {
            case NOT -> {
                limits.wrong(who);
                log.note(AccountLog.Deed.REFUSED, account.id(), "wrong code", address);
                throw new Problem(
                                HttpStatus.UNAUTHORIZED,
                                "wrong-code",
                                "The code is incorrect or has already been used. Enter the code that your device shows now.")
                        .with("field", "code");
            }
            case RECOVERY -> log.note(AccountLog.Deed.USED_RECOVERY_CODE, account.id(), "", address);
            case DEVICE -> {}
        }
        limits.right(who);
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
        if (!Passwords.isOne(typed)
                || !gate.fits(typed, stored.byId(account.id()).password())) {
            limits.wrong(who);
            throw Problem.input("wrong-password", "The password is incorrect. " + safe)
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
        return stored.named(name).orElseThrow().account();
    }

    /** The account with this number, which exists. */
    public Account byId(long id) {
        return stored.byId(id).account();
    }

    /** Whether no account exists yet. */
    public boolean none() {
        return stored.none();
    }

    /** Makes the first account, a manager; refused when there is one. */
    public Account first(@Nullable String name, @Nullable String password) {
        if (none()) {
            String plain = name(name);
            String hash = passwords.hash(password, List.of(plain));
            return transactions.execute(status -> {
                // two first visits at once: the second waits here and then finds an account
                stored.lock();
                if (!none()) throw notFirst();
                return make(plain, hash, Role.MANAGER);
            });
        }
        throw notFirst();
    }

    private static Problem notFirst() {
        return Problem.conflict("not-first", "There is already an account. Sign in with it, or ask its owner for one.");
    }

    /** Makes an account. */
    public Account create(String name, String password, Role role) {
        String plain = name(name);
        return make(plain, passwords.hash(password, List.of(plain)), role);
    }

    private Account make(String name, String hash, Role role) {
        long id = stored.insert(name, hash, role);
        log.note(AccountLog.Deed.MADE, id, role.id(), "");
        return stored.byId(id).account();
    }

    /** A name as it is stored; a problem for a person when it is none. */
    static String name(@Nullable String typed) {
        String plain = typed == null ? "" : typed.strip();
        if (plain.isEmpty() || plain.length() > LONGEST_NAME || plain.chars().anyMatch(Character::isISOControl))
            throw Problem.input("name", "A name has 1 to 100 characters. Nothing was changed.")
                    .with("field", "name");
        return plain;
    }
}

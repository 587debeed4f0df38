package app.entrada.server.accounts;

import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What managers do with accounts. Whatever changes about one ends its sessions; the last manager stays one. Each deed stands
 * in the log.
 */
@Service
class AccountKeeping {
    /** A password that was given is good so long. */
    private static final Duration GIVEN_FOR = Duration.ofDays(7);

    private final JdbcClient jdbc;
    private final AccountRepository stored;
    private final AccountService accounts;
    private final PasswordGate gate;
    private final SecondFactor factor;
    private final AccountLog log;
    private final Announcer announcer;
    private final TransactionTemplate transactions;

    AccountKeeping(
            JdbcClient jdbc,
            AccountRepository stored,
            AccountService accounts,
            PasswordGate gate,
            SecondFactor factor,
            AccountLog log,
            Announcer announcer,
            TransactionTemplate transactions) {
        this.jdbc = jdbc;
        this.stored = stored;
        this.accounts = accounts;
        this.gate = gate;
        this.factor = factor;
        this.log = log;
        this.announcer = announcer;
        this.transactions = transactions;
    }

    /** An account, and how many sessions of it are open. */
    record Kept(AccountRepository.Stored account, int sessions) {}

    /** All accounts, those that are on hold last. */
    List<Kept> all(Account by) {
        by.require(Role.MANAGER);
        Map<String, Integer> open = new HashMap<>();
        jdbc.sql("SELECT principal_name, count(*) FROM spring_session WHERE expiry_time > ? GROUP BY principal_name")
                .param(System.currentTimeMillis())
                .query(row -> {
                    open.put(row.getString(1), row.getInt(2));
                });
        return stored.all().stream()
                .map(each -> new Kept(each, open.getOrDefault(each.account().getName(), 0)))
                .toList();
    }

    /** What was done to accounts, the latest first. */
    List<AccountLog.AccountLogLine> log(Account by, long before) {
        by.require(Role.MANAGER);
        return log.before(before);
    }

    /** Who does something, for which the password was given again, and from where. */
    record Asking(Account by, @Nullable String password, String address) {}

    private void mayDo(Asking asking) {
        asking.by.require(Role.MANAGER);
        accounts.confirm(asking.by, asking.password, "Nothing was changed.");
    }

    /** A new password of an account, which nobody sees again. */
    record GivenPassword(long account, String password, Instant until) {}

    /** Makes an account with a password that has to be changed at the first signing in. */
    GivenPassword make(Asking asking, @Nullable String name, Role role, boolean factorWanted) {
        mayDo(asking);
        String plain = AccountService.name(name);
        String password = Passwords.random();
        String hash = gate.hash(password);
        Instant until = Instant.now().plus(GIVEN_FOR);
        long made = transactions.execute(status -> {
            long id = stored.insert(plain, hash, role);
            stored.setPassword(id, hash, until.atOffset(ZoneOffset.UTC));
            stored.setFactorWanted(id, factorWanted);
            log.note(AccountLog.Deed.MADE, id, asking.by.id(), role.id(), asking.address);
            if (factorWanted) log.note(AccountLog.Deed.ASKED_FOR_FACTOR, id, asking.by.id(), "", asking.address);
            return id;
        });
        announcer.announce("accounts", Map.of());
        return new GivenPassword(made, password, until);
    }

    /** Gives an account a new password, which has to be changed at the next signing in. */
    GivenPassword givePassword(Asking asking, long id) {
        mayDo(asking);
        String password = Passwords.random();
        String hash = gate.hash(password);
        Instant until = Instant.now().plus(GIVEN_FOR);
        change(id, account -> {
            stored.setPassword(id, hash, until.atOffset(ZoneOffset.UTC));
            log.note(AccountLog.Deed.GIVEN_PASSWORD, id, asking.by.id(), "", asking.address);
        });
        return new GivenPassword(id, password, until);
    }

    /**
     * What is to become of an account; null for what stays as it is.
     *
     * @param held whether it is to be on hold
     */
    record Wanted(
            @Nullable String name,
            @Nullable Role role,
            @Nullable Boolean held,
            @Nullable Boolean factorWanted) {}

    /** Gives another name or role, puts on hold or takes off it, asks for a second factor. */
    void change(Asking asking, long id, Wanted wanted) {
        mayDo(asking);
        change(id, account -> {
            long by = asking.by.id();
            if (wanted.name != null && !wanted.name.equals(account.name())) {
                String plain = AccountService.name(wanted.name);
                stored.rename(id, plain);
                log.note(AccountLog.Deed.NAMED, id, by, "%s (was %s)".formatted(plain, account.name()), asking.address);
            }
            if (wanted.role != null && wanted.role != account.role()) {
                if (wanted.role != Role.MANAGER) keepAManager(id);
                stored.setRole(id, wanted.role);
                log.note(AccountLog.Deed.GIVEN_ROLE, id, by, wanted.role.id(), asking.address);
            }
            if (wanted.held != null && wanted.held != account.held()) {
                if (wanted.held) keepAManager(id);
                stored.setHeld(id, wanted.held);
                log.note(wanted.held ? AccountLog.Deed.HELD : AccountLog.Deed.LET_IN_AGAIN, id, by, "", asking.address);
            }
            if (wanted.factorWanted != null && wanted.factorWanted != account.factorWanted()) {
                stored.setFactorWanted(id, wanted.factorWanted);
                log.note(
                        wanted.factorWanted ? AccountLog.Deed.ASKED_FOR_FACTOR : AccountLog.Deed.NOT_ASKED_FOR_FACTOR,
                        id,
                        by,
                        "",
                        asking.address);
            }
        });
    }

    private void keepAManager(long without) {
        if (!stored.anotherManager(without))
            throw Problem.conflict(
                    "last-manager",
                    "This is the only active manager. Make another account a manager first. Nothing was changed.");
    }

    /** Takes the second factor away from who has lost it. */
    void takeFactor(Asking asking, long id) {
        mayDo(asking);
        change(id, account -> {
            factor.end(id);
            stored.raise(id);
            log.note(AccountLog.Deed.LOST_FACTOR, id, asking.by.id(), "", asking.address);
        });
    }

    /** Ends all sessions of an account. */
    void endSessions(Account by, long id, String address) {
        by.require(Role.MANAGER);
        change(id, account -> {
            stored.raise(id);
            log.note(AccountLog.Deed.ENDED_SESSIONS, id, by.id(), "", address);
        });
    }

    private void change(long id, Consumer<AccountRepository.Stored> what) {
        transactions.executeWithoutResult(status -> {
            stored.lock();
            what.accept(stored.byId(id));
        });
        announcer.announce("accounts", Map.of());
        announcer.announce("session", Map.of());
    }
}

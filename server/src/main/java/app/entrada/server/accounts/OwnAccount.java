package app.entrada.server.accounts;

import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import java.util.List;
import java.util.Map;
import java.util.function.Consumer;
import org.jspecify.annotations.Nullable;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * What everybody does with the account of one's own. What changes about it ends all its sessions; the one in which it was done
 * has to be begun anew with the account that is given back.
 */
@Service
class OwnAccount {
    private final AccountRepository stored;
    private final AccountService accounts;
    private final Passwords passwords;
    private final SecondFactor factor;
    private final AccountLog log;
    private final Announcer announcer;
    private final TransactionTemplate transactions;

    OwnAccount(
            AccountRepository stored,
            AccountService accounts,
            Passwords passwords,
            SecondFactor factor,
            AccountLog log,
            Announcer announcer,
            TransactionTemplate transactions) {
        this.stored = stored;
        this.accounts = accounts;
        this.passwords = passwords;
        this.factor = factor;
        this.log = log;
        this.announcer = announcer;
        this.transactions = transactions;
    }

    AccountRepository.Stored stored(Account own) {
        return stored.byId(own.id());
    }

    int recoveryCodesLeft(Account own) {
        return factor.recoveryCodesLeft(own.id());
    }

    private void confirm(Account own, @Nullable String password) {
        accounts.confirm(own, password, "Nothing was changed.");
    }

    Account rename(Account own, @Nullable String password, @Nullable String name, String address) {
        confirm(own, password);
        String plain = AccountService.name(name);
        return changed(own, before -> {
            stored.rename(own.id(), plain);
            log.note(AccountLog.Deed.NAMED, own.id(), "%s (was %s)".formatted(plain, before.name()), address);
        });
    }

    Account changePassword(Account own, @Nullable String before, @Nullable String fresh, String address) {
        confirm(own, before);
        if (fresh != null && fresh.equals(before))
            throw Problem.input("password", "The new password is the same as the old one. Nothing was changed.")
                    .with("field", "password");
        String hash = passwords.hash(fresh, List.of(own.name(), before == null ? "" : before));
        return changed(own, account -> {
            stored.setPassword(own.id(), hash, null);
            log.note(AccountLog.Deed.CHANGED_PASSWORD, own.id(), "", address);
        });
    }

    /** Begins to set up a second factor; nothing is asked for until a code of it was given. */
    SecondFactor.FreshFactor beginFactor(Account own, @Nullable String password) {
        confirm(own, password);
        return factor.begin(own.id(), own.name());
    }

    /**
     * What one has after something about the second factor became different.
     *
     * @param recoveryCodes to be told once
     */
    record Secured(Account account, List<String> recoveryCodes) {}

    /** Sets up the second factor that was begun, with a code of it. */
    Secured confirmFactor(Account own, @Nullable String code, String address) {
        if (!factor.confirm(own.id(), code == null ? "" : code))
            throw Problem.input(
                            "wrong-code",
                            "The code is incorrect. Enter the code that the device shows now, and check that its clock is right. Nothing was changed.")
                    .with("field", "code");
        return secured(own, AccountLog.Deed.SET_UP_FACTOR, address);
    }

    /** Takes one's second factor away, unless it is wanted. */
    Account endFactor(Account own, @Nullable String password, String address) {
        confirm(own, password);
        if (stored(own).factorWanted())
            throw Problem.conflict(
                    "factor-wanted",
                    "A second factor is required for this account. To use another device, ask a manager to remove this one.");
        return changed(own, account -> {
            factor.end(own.id());
            stored.raise(own.id());
            log.note(AccountLog.Deed.LOST_FACTOR, own.id(), "", address);
        });
    }

    /** New recovery codes instead of those there were. */
    Secured newRecoveryCodes(Account own, @Nullable String password, String address) {
        confirm(own, password);
        if (stored(own).factorSince() == null)
            throw Problem.conflict("no-factor", "There is no second factor yet. Set one up first.");
        return secured(own, AccountLog.Deed.NEW_RECOVERY_CODES, address);
    }

    private Secured secured(Account own, AccountLog.Deed deed, String address) {
        List<String> codes = transactions.execute(status -> {
            List<String> fresh = factor.recoveryCodes(own.id());
            stored.raise(own.id());
            log.note(deed, own.id(), "", address);
            return fresh;
        });
        return new Secured(now(own), codes);
    }

    /** Ends all sessions but the one in which it is done. */
    Account endOtherSessions(Account own, String address) {
        return changed(own, account -> {
            stored.raise(own.id());
            log.note(AccountLog.Deed.ENDED_SESSIONS, own.id(), "all others", address);
        });
    }

    private Account changed(Account own, Consumer<AccountRepository.Stored> what) {
        transactions.executeWithoutResult(status -> {
            stored.lock();
            what.accept(stored(own));
        });
        return now(own);
    }

    private Account now(Account own) {
        announcer.announce("accounts", Map.of());
        announcer.announce("session", Map.of());
        return stored(own).account().in(own.sitting());
    }
}

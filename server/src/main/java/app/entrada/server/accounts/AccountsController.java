package app.entrada.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** The accounts of the house, for managers. */
@RestController
class AccountsController {
    private final AccountKeeping keeping;

    AccountsController(AccountKeeping keeping) {
        this.keeping = keeping;
    }

    /**
     * An account.
     *
     * @param given whether its password was given by a manager and not changed yet
     * @param sessions how many are open
     * @param own whether it is the one that asks
     */
    record AccountView(
            long id,
            String name,
            String role,
            boolean held,
            @Nullable Instant lastSignIn,
            boolean given,
            boolean factor,
            boolean factorWanted,
            int sessions,
            boolean own) {}

    @GetMapping("/api/accounts")
    List<AccountView> all(@AuthenticationPrincipal Account account) {
        return keeping.all(account).stream()
                .map(each -> {
                    AccountRepository.Stored stored = each.account();
                    return new AccountView(
                            stored.id(),
                            stored.name(),
                            stored.role().id(),
                            stored.held(),
                            stored.lastSignIn(),
                            stored.givenUntil() != null,
                            stored.factorSince() != null,
                            stored.factorWanted(),
                            each.sessions(),
                            stored.id() == account.id());
                })
                .toList();
    }

    /** @param before number of the line behind which to go on */
    @GetMapping("/api/accounts/log")
    List<AccountLog.AccountLogLine> log(
            @AuthenticationPrincipal Account account, @RequestParam(required = false) @Nullable Long before) {
        return keeping.log(account, before == null ? Long.MAX_VALUE : before);
    }

    /** @param password of who does it */
    record NewAccount(
            @Nullable String password,
            @Nullable String name,
            @Nullable String role,
            @Nullable Boolean factorWanted) {}

    @PostMapping("/api/accounts")
    AccountKeeping.GivenPassword make(
            @AuthenticationPrincipal Account account, @RequestBody NewAccount typed, HttpServletRequest request) {
        return keeping.make(
                asking(account, typed.password, request),
                typed.name,
                Role.of(typed.role),
                Boolean.TRUE.equals(typed.factorWanted));
    }

    private static AccountKeeping.Asking asking(Account by, @Nullable String password, HttpServletRequest request) {
        return new AccountKeeping.Asking(by, password, request.getRemoteAddr());
    }

    /**
     * What is to become of an account; null for what stays.
     *
     * @param password of who does it
     */
    record AccountChange(
            @Nullable String password,
            @Nullable String name,
            @Nullable String role,
            @Nullable Boolean held,
            @Nullable Boolean factorWanted) {}

    @PutMapping("/api/accounts/{id}")
    void change(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestBody AccountChange typed,
            HttpServletRequest request) {
        keeping.change(
                asking(account, typed.password, request),
                id,
                new AccountKeeping.Wanted(
                        typed.name, typed.role == null ? null : Role.of(typed.role), typed.held, typed.factorWanted));
    }

    @PostMapping("/api/accounts/{id}/password")
    AccountKeeping.GivenPassword givePassword(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestBody PasswordAgain typed,
            HttpServletRequest request) {
        return keeping.givePassword(asking(account, typed.password(), request), id);
    }

    @PostMapping("/api/accounts/{id}/factor/off")
    void takeFactor(
            @AuthenticationPrincipal Account account,
            @PathVariable long id,
            @RequestBody PasswordAgain typed,
            HttpServletRequest request) {
        keeping.takeFactor(asking(account, typed.password(), request), id);
    }

    @DeleteMapping("/api/accounts/{id}/sessions")
    void endSessions(@AuthenticationPrincipal Account account, @PathVariable long id, HttpServletRequest request) {
        keeping.endSessions(account, id, request.getRemoteAddr());
    }
}

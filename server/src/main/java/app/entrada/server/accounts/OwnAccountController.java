package app.entrada.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
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
import org.springframework.web.bind.annotation.RestController;

/** The account of who is signed in. */
@RestController
class OwnAccountController {
    private final OwnAccount own;
    private final OwnSessions sessions;
    private final SessionStart start;

    OwnAccountController(OwnAccount own, OwnSessions sessions, SessionStart start) {
        this.own = own;
        this.sessions = sessions;
        this.start = start;
    }

    /**
     * One's own account.
     *
     * @param must what has to be done before anything else: {@code password}, {@code factor} or null
     * @param factorWanted whether a manager wants a second factor
     * @param factorSince since when there is one, null for none
     * @param recoveryCodes how many are left
     */
    record OwnView(
            String name,
            String role,
            @Nullable String must,
            boolean factorWanted,
            @Nullable Instant factorSince,
            int recoveryCodes,
            List<OwnSessions.OpenSession> sessions) {}

    @GetMapping("/api/account")
    OwnView view(@AuthenticationPrincipal Account account, HttpSession session) {
        AccountRepository.Stored stored = own.stored(account);
        return new OwnView(
                stored.name(),
                stored.role().id(),
                account.must() == null ? null : account.must().id(),
                stored.factorWanted(),
                stored.factorSince(),
                own.recoveryCodesLeft(account),
                sessions.of(account, session.getId()));
    }

    record Renaming(@Nullable String password, @Nullable String name) {}

    @PutMapping("/api/account/name")
    void rename(
            @AuthenticationPrincipal Account account,
            @RequestBody Renaming typed,
            HttpServletRequest request,
            HttpServletResponse response) {
        start.begin(own.rename(account, typed.password, typed.name, request.getRemoteAddr()), request, response);
    }

    /** @param fresh the new one */
    record PasswordChange(
            @Nullable String password, @Nullable String fresh) {}

    @PutMapping("/api/account/password")
    void password(
            @AuthenticationPrincipal Account account,
            @RequestBody PasswordChange typed,
            HttpServletRequest request,
            HttpServletResponse response) {
        start.begin(
                own.changePassword(account, typed.password, typed.fresh, request.getRemoteAddr()), request, response);
    }

    @PostMapping("/api/account/factor")
    SecondFactor.FreshFactor beginFactor(@AuthenticationPrincipal Account account, @RequestBody PasswordAgain typed) {
        return own.beginFactor(account, typed.password());
    }

    record FactorCode(@Nullable String code) {}

    /** Codes that are told once. */
    record RecoveryCodes(List<String> recoveryCodes) {}

    @PutMapping("/api/account/factor")
    RecoveryCodes confirmFactor(
            @AuthenticationPrincipal Account account,
            @RequestBody FactorCode typed,
            HttpServletRequest request,
            HttpServletResponse response) {
        return begun(own.confirmFactor(account, typed.code, request.getRemoteAddr()), request, response);
    }

    @PostMapping("/api/account/factor/off")
    void endFactor(
            @AuthenticationPrincipal Account account,
            @RequestBody PasswordAgain typed,
            HttpServletRequest request,
            HttpServletResponse response) {
        start.begin(own.endFactor(account, typed.password(), request.getRemoteAddr()), request, response);
    }

    @PostMapping("/api/account/recovery-codes")
    RecoveryCodes newCodes(
            @AuthenticationPrincipal Account account,
            @RequestBody PasswordAgain typed,
            HttpServletRequest request,
            HttpServletResponse response) {
        return begun(own.newRecoveryCodes(account, typed.password(), request.getRemoteAddr()), request, response);
    }

    private RecoveryCodes begun(OwnAccount.Secured secured, HttpServletRequest request, HttpServletResponse response) {
        start.begin(secured.account(), request, response);
        return new RecoveryCodes(secured.recoveryCodes());
    }

    @DeleteMapping("/api/account/sessions")
    void endOthers(@AuthenticationPrincipal Account account, HttpServletRequest request, HttpServletResponse response) {
        start.begin(own.endOtherSessions(account, request.getRemoteAddr()), request, response);
    }

    @DeleteMapping("/api/account/sessions/{id}")
    void end(@AuthenticationPrincipal Account account, @PathVariable String id, HttpServletRequest request) {
        sessions.end(account, id, request.getRemoteAddr());
    }
}

package app.entrada.server.accounts;

import app.entrada.server.platform.Announcer;
import app.entrada.server.platform.Problem;
import io.swagger.v3.oas.annotations.Parameter;
import jakarta.servlet.http.Cookie;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.time.Duration;
import java.util.Arrays;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.ResponseCookie;
import org.springframework.security.core.annotation.AuthenticationPrincipal;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.csrf.CsrfToken;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Signing in and out, and the stream of announcements of a signed-in page. */
@RestController
class SessionController {
    private static final String KNOWN_BROWSER = "entrada-known";

    private final AccountService accounts;
    private final SessionStart start;
    private final AccountLog log;
    private final Announcer announcer;

    SessionController(AccountService accounts, SessionStart start, AccountLog log, Announcer announcer) {
        this.accounts = accounts;
        this.start = start;
        this.log = log;
        this.announcer = announcer;
    }

    /**
     * Who is here.
     *
     * @param name null when signed out
     * @param firstVisit whether the first account has yet to be made
     * @param must what has to be done before anything else: {@code password}, {@code factor} or null
     */
    record Session(
            @Nullable String name,
            @Nullable String role,
            boolean firstVisit,
            @Nullable String must) {}

    private static Session of(Account account) {
        return new Session(
                account.name(),
                account.role().id(),
                false,
                account.must() == null ? null : account.must().id());
    }

    /** @param code of the second factor, or for recovery; absent until it is asked for */
    record SignIn(
            @Nullable String name,
            @Nullable String password,
            @Nullable String code) {}

    @GetMapping("/api/session")
    Session session(@AuthenticationPrincipal Account account, @Parameter(hidden = true) CsrfToken token) {
        // reading the token is what sets its cookie
        token.getToken();
        return account == null ? new Session(null, null, accounts.none(), null) : of(account);
    }

    @PostMapping("/api/session")
    Session signIn(@RequestBody SignIn typed, HttpServletRequest request, HttpServletResponse response) {
        Account account = accounts.signIn(
                        typed.name() == null ? "" : typed.name().strip(),
                        typed.password() == null ? "" : typed.password(),
                        typed.code() == null ? "" : typed.code(),
                        request.getRemoteAddr(),
                        knownBrowser(request))
                .orElseThrow(() -> new Problem(
                        HttpStatus.UNAUTHORIZED,
                        "wrong-password",
                        "Name or password is incorrect. Nothing was changed."));
        return begin(account, request, response);
    }

    @PostMapping("/api/accounts/first")
    Session first(@RequestBody SignIn typed, HttpServletRequest request, HttpServletResponse response) {
        return begin(accounts.first(typed.name(), typed.password()), request, response);
    }

    private Session begin(Account account, HttpServletRequest request, HttpServletResponse response) {
        start.begin(account, request, response);
        if (!accounts.known(account.name(), knownBrowser(request))) remember(account, request, response);
        return of(account);
    }

    private void remember(Account account, HttpServletRequest request, HttpServletResponse response) {
        response.addHeader(
                HttpHeaders.SET_COOKIE,
                ResponseCookie.from(KNOWN_BROWSER, accounts.remember(account))
                        .httpOnly(true)
                        .secure(request.isSecure())
                        .sameSite("Strict")
                        .path("/api/session")
                        .maxAge(Duration.ofDays(400))
                        .build()
                        .toString());
    }

    private static String knownBrowser(HttpServletRequest request) {
        if (request.getCookies() == null) return "";
        return Arrays.stream(request.getCookies())
                .filter(cookie -> cookie.getName().equals(KNOWN_BROWSER))
                .map(Cookie::getValue)
                .findFirst()
                .orElse("");
    }

    @DeleteMapping("/api/session")
    void signOut(@AuthenticationPrincipal Account account, HttpServletRequest request) {
        HttpSession session = request.getSession(false);
        if (session != null) {
            session.invalidate();
            if (account != null) log.note(AccountLog.Deed.SIGNED_OUT, account.id(), "", request.getRemoteAddr());
            announcer.announce("session", Map.of());
        }
        SecurityContextHolder.clearContext();
    }

    @GetMapping("/api/events")
    SseEmitter events(HttpSession session, HttpServletResponse response) {
        response.setHeader("X-Accel-Buffering", "no");
        return announcer.open(session.getId());
    }
}

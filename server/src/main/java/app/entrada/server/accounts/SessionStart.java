package app.entrada.server.accounts;

import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.util.List;
import java.util.Objects;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.SimpleGrantedAuthority;
import org.springframework.security.core.context.SecurityContext;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.web.context.SecurityContextRepository;
import org.springframework.stereotype.Component;

/** Begins a session, with a number of its own, instead of the one there was. */
@Component
class SessionStart {
    private final SecurityContextRepository contexts;

    SessionStart(SecurityContextRepository contexts) {
        this.contexts = contexts;
    }

    void begin(Account account, HttpServletRequest request, HttpServletResponse response) {
        HttpSession old = request.getSession(false);
        if (old != null) old.invalidate();
        var authority = new SimpleGrantedAuthority(account.authority());
        SecurityContext context = SecurityContextHolder.createEmptyContext();
        context.setAuthentication(UsernamePasswordAuthenticationToken.authenticated(account, null, List.of(authority)));
        SecurityContextHolder.setContext(context);
        contexts.saveContext(context, request, response);
        HttpSession fresh = request.getSession();
        fresh.setAttribute(OwnSessions.ADDRESS, request.getRemoteAddr());
        fresh.setAttribute(
                OwnSessions.BROWSER,
                BrowserName.of(Objects.requireNonNullElse(request.getHeader(HttpHeaders.USER_AGENT), "")));
    }
}

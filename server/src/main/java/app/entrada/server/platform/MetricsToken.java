package app.entrada.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.security.MessageDigest;
import org.springframework.http.HttpHeaders;
import org.springframework.security.authentication.UsernamePasswordAuthenticationToken;
import org.springframework.security.core.authority.AuthorityUtils;
import org.springframework.security.core.context.SecurityContextHolder;
import org.springframework.security.core.context.SecurityContextImpl;
import org.springframework.web.filter.OncePerRequestFilter;

/**
 * Lets a program that watches read the metrics and nothing else: one that has no account, but the token that the installation
 * gave it (RFC 6750, in the header). Without a token of the installation nobody comes this way.
 */
final class MetricsToken extends OncePerRequestFilter {
    /** What it is allowed that shows the token. */
    static final String READS_METRICS = "READS_METRICS";

    private static final int SHORTEST = 16;
    private static final String BEARER = "Bearer ";

    private final byte[] token;

    /**
     * @param token empty for none
     * @throws IllegalStateException for one that could be guessed
     */
    MetricsToken(String token) {
        if (!token.isEmpty() && token.length() < SHORTEST)
            throw new IllegalStateException(
                    "ENTRADA_METRICS_TOKEN is too short; expected: %d characters or more, such as “openssl rand -hex 24” makes."
                            .formatted(SHORTEST));
        this.token = token.getBytes(StandardCharsets.UTF_8);
    }

    @Override
    protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
            throws ServletException, IOException {
        if (shown(request)) {
            var reader = UsernamePasswordAuthenticationToken.authenticated(
                    "metrics", null, AuthorityUtils.createAuthorityList(READS_METRICS));
            // of this request alone: nothing is kept in a session
            SecurityContextHolder.setContext(new SecurityContextImpl(reader));
        }
        chain.doFilter(request, response);
    }

    private boolean shown(HttpServletRequest request) {
        String header = request.getHeader(HttpHeaders.AUTHORIZATION);
        return token.length > 0
                && header != null
                && header.startsWith(BEARER)
                && MessageDigest.isEqual(
                        token, header.substring(BEARER.length()).getBytes(StandardCharsets.UTF_8));
    }
}

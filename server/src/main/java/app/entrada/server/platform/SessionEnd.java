package app.entrada.server.platform;

import jakarta.servlet.FilterChain;
import jakarta.servlet.ServletException;
import jakarta.servlet.http.HttpServletRequest;
import jakarta.servlet.http.HttpServletResponse;
import jakarta.servlet.http.HttpSession;
import java.io.IOException;
import java.time.Duration;
import org.springframework.boot.web.servlet.FilterRegistrationBean;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.session.web.http.SessionRepositoryFilter;
import org.springframework.web.filter.OncePerRequestFilter;

/** Ends a session after seven days, however busy it was; it begins anew at each signing in. */
@Configuration(proxyBeanMethods = false)
class SessionEnd {
    private static final Duration LONGEST = Duration.ofDays(7);

    @Bean
    FilterRegistrationBean<OncePerRequestFilter> endOfOldSessions() {
        FilterRegistrationBean<OncePerRequestFilter> filter = new FilterRegistrationBean<>(new OncePerRequestFilter() {
            @Override
            protected void doFilterInternal(HttpServletRequest request, HttpServletResponse response, FilterChain chain)
                    throws ServletException, IOException {
                HttpSession session = request.getSession(false);
                if (session != null && session.getCreationTime() + LONGEST.toMillis() < System.currentTimeMillis())
                    session.invalidate();
                chain.doFilter(request, response);
            }
        });
        filter.setOrder(SessionRepositoryFilter.DEFAULT_ORDER + 1);
        return filter;
    }
}

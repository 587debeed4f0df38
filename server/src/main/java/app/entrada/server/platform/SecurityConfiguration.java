package app.entrada.server.platform;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.http.HttpMethod;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.security.config.annotation.web.builders.HttpSecurity;
import org.springframework.security.crypto.bcrypt.BCryptPasswordEncoder;
import org.springframework.security.crypto.password.PasswordEncoder;
import org.springframework.security.web.SecurityFilterChain;
import org.springframework.security.web.context.HttpSessionSecurityContextRepository;
import org.springframework.security.web.context.SecurityContextRepository;
import tools.jackson.databind.json.JsonMapper;

/** Who may do what: everything is denied that is not allowed here. */
@Configuration(proxyBeanMethods = false)
class SecurityConfiguration {
    private static final String CONTENT_POLICY =
            "default-src 'self'; img-src 'self' data: blob:; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    @Bean
    PasswordEncoder passwords() {
        return new BCryptPasswordEncoder(11);
    }

    @Bean
    SecurityContextRepository securityContexts() {
        return new HttpSessionSecurityContextRepository();
    }

    @Bean
    SecurityFilterChain security(HttpSecurity http, SecurityContextRepository contexts, JsonMapper json)
            throws Exception {
        return http.authorizeHttpRequests(requests -> requests.requestMatchers(
                                "/api/session", "/api/accounts/first", "/actuator/health/**")
                        .permitAll()
                        // signed by the destination itself; nothing of it is believed
                        .requestMatchers(HttpMethod.POST, "/api/callbacks/*")
                        .permitAll()
                        .requestMatchers(HttpMethod.POST, "/api/releases/*/deliveries")
                        .hasRole("MANAGER")
                        .requestMatchers(HttpMethod.POST, "/api/releases/*/deliveries/**")
                        .hasRole("MANAGER")
                        .requestMatchers(
                                "/api/destinations/*/secret", "/api/destinations/*/rules", "/api/destinations/key")
                        .hasRole("MANAGER")
                        .requestMatchers(HttpMethod.PUT, "/api/recipes/*")
                        .hasRole("MANAGER")
                        .requestMatchers(HttpMethod.DELETE, "/api/recipes/*")
                        .hasRole("MANAGER")
                        .requestMatchers(HttpMethod.GET, "/api/**")
                        .hasAnyRole("MANAGER", "ASSISTANT", "READER")
                        .requestMatchers("/api/**")
                        .hasAnyRole("MANAGER", "ASSISTANT")
                        .requestMatchers(HttpMethod.GET, "/actuator/metrics/**")
                        .hasRole("MANAGER")
                        .requestMatchers("/actuator/**")
                        .denyAll()
                        .requestMatchers(HttpMethod.GET, "/**")
                        .permitAll()
                        .requestMatchers(HttpMethod.HEAD, "/**")
                        .permitAll()
                        .anyRequest()
                        .denyAll())
                .csrf(csrf -> csrf.spa().ignoringRequestMatchers("/api/callbacks/*"))
                .securityContext(context -> context.securityContextRepository(contexts))
                .requestCache(cache -> cache.disable())
                .formLogin(form -> form.disable())
                .httpBasic(basic -> basic.disable())
                .logout(logout -> logout.disable())
                .headers(headers -> headers.contentSecurityPolicy(policy -> policy.policyDirectives(CONTENT_POLICY)))
                .exceptionHandling(
                        handling -> handling.authenticationEntryPoint((request, response, missing) -> write(
                                        json,
                                        response,
                                        HttpStatus.UNAUTHORIZED,
                                        "signed-out",
                                        "You are signed out. What you saved is safe; sign in again."))
                                .accessDeniedHandler(
                                        (request, response, denied) -> write(
                                                json,
                                                response,
                                                HttpStatus.FORBIDDEN,
                                                "not-allowed",
                                                "Your account may not do this, or the page is older than your sign-in. Reload the page; if it stays, ask a manager.")))
                .build();
    }

    private static void write(
            JsonMapper json, HttpServletResponse response, HttpStatus status, String type, String says)
            throws IOException {
        response.setStatus(status.value());
        response.setContentType(MediaType.APPLICATION_PROBLEM_JSON_VALUE);
        response.getOutputStream().write(json.writeValueAsBytes(ProblemHandler.detail(status, type, says)));
    }
}
